package org.mendak.core.plan;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.IntStream;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.language.Truth;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.NeedState;

/**
 * A request turned into a problem for the order search, and back: which move is which fixes, which set-up which need, which
 * question which fact.
 */
final class Draft {

    private final CasePlanner.Request q;
    private final List<KnownError.TryItem> tries;
    private final Needs needs;
    private final List<String> setUps;
    private final List<String> asks;
    private final double[] applies;
    private final OrderProblem problem;

    Draft(CasePlanner.Request q, Evidence evidence, Needs needs, long allowed) {
        this.q = q;
        this.needs = needs;
        tries = q.error().tries();
        List<Fix> open = IntStream.range(0, tries.size())
                .filter(i -> (allowed & (1L << i)) != 0)
                .mapToObj(this::fix)
                .toList();
        setUps = needs.once(open);
        applies = new double[tries.size()];
        Set<String> unknown = new TreeSet<>();
        for (int i = 0; i < applies.length; i++) {
            boolean asked = (allowed & (1L << i)) != 0 && !unknownOf(i).isEmpty();
            applies[i] = asked ? q.past().share(tries.get(i).fix()) : 1;
            if (asked) {
                unknown.addAll(unknownOf(i));
            }
        }
        asks = unknown.stream().limit(63).toList();
        List<Move> moves = moves(evidence, allowed);
        List<List<Standing.Demands>> demands = moves.stream()
                .map(m ->
                        m.order().stream().map(i -> needs.demands(fix(i), open)).toList())
                .toList();
        problem = new OrderProblem(
                evidence.model().applying(applies),
                moves,
                setUps.stream().mapToDouble(needs::minutes).toArray(),
                asks.stream().mapToDouble(q::askMinutes).toArray(),
                Standing.of(demands, states(), needs.lastingAtHand(), needs::price),
                failed(),
                q.vocabulary().handOverMinutes(),
                true);
    }

    OrderProblem problem() {
        return problem;
    }

    /** How likely fix {@code i} applies at all; 1 where that is known. */
    double applies(int i) {
        return applies[i];
    }

    Fix fix(int i) {
        return q.fixes().get(tries.get(i).fix());
    }

    /** The facts that fix {@code i}'s condition hangs on and that are not known. */
    List<String> unknownOf(int i) {
        KnownError.TryItem t = tries.get(i);
        if (t.when() == null || t.when().evaluate(q.facts()) != Truth.UNKNOWN) {
            return List.of();
        }
        return t.when().names().stream().filter(n -> q.facts().get(n).isEmpty()).toList();
    }

    private Map<String, String> states() {
        Map<String, String> states = new TreeMap<>();
        q.facts().values().forEach((fact, value) -> {
            if (NeedState.of(fact + " = " + value).isPresent()) {
                states.put(fact, value);
            }
        });
        return states;
    }

    private long failed() {
        long failed = 0;
        for (int i = 0; i < tries.size(); i++) {
            failed |= q.progress().failed().contains(tries.get(i).fix()) ? 1L << i : 0;
        }
        return failed;
    }

    private List<Move> moves(Evidence evidence, long allowed) {
        List<Move> moves = new ArrayList<>();
        long placed = 0;
        for (int i = 0; i < tries.size(); i++) {
            if ((allowed & ~placed & (1L << i)) != 0) {
                List<Integer> group = group(i, allowed);
                Move move = move(group, evidence, allowed);
                if (group.size() > 1 && tangled(move, allowed)) {
                    move = move(List.of(i), evidence, allowed);
                }
                placed |= move.fixes();
                moves.add(move);
            }
        }
        return moves;
    }

    /** Fixes done together with this one, and with those; in an order in which each may follow the one before. */
    private List<Integer> group(int start, long allowed) {
        TreeSet<Integer> all = new TreeSet<>(Set.of(start));
        boolean grown = true;
        while (grown) {
            grown = false;
            for (int i = 0; i < tries.size(); i++) {
                for (int j : List.copyOf(all)) {
                    boolean named = tries.get(j)
                                    .together()
                                    .contains(tries.get(i).fix())
                            || tries.get(i).together().contains(tries.get(j).fix());
                    grown |= named && (allowed & (1L << i)) != 0 && all.add(i);
                }
            }
        }
        List<Integer> order = new ArrayList<>();
        while (!all.isEmpty()) {
            int next = all.stream()
                    .filter(i -> all.stream()
                            .noneMatch(j ->
                                    tries.get(i).after().contains(tries.get(j).fix())))
                    .findFirst()
                    .orElse(all.first());
            all.remove(next);
            order.add(next);
        }
        order.sort(Comparator.comparingInt(this::pin));
        return order;
    }

    /** Where somebody put a fix by hand; behind all of those if nobody did. */
    private int pin(int i) {
        int pin = q.pinned().indexOf(tries.get(i).fix());
        return pin < 0 ? Integer.MAX_VALUE : pin;
    }

    private Move move(List<Integer> order, Evidence evidence, long allowed) {
        long fixes = 0;
        long before = 0;
        long needed = 0;
        long asked = 0;
        double minutes = 0;
        double none = 1;
        boolean careful = false;
        for (int i : order) {
            KnownError.TryItem t = tries.get(i);
            fixes |= 1L << i;
            before |= before(i, allowed);
            minutes += evidence.tallies().get(i).minutes() * applies[i];
            none *= 1 - applies[i];
            careful |= careful(t, fix(i));
            for (int s = 0; s < setUps.size(); s++) {
                needed |= fix(i).needs().contains(setUps.get(s)) ? 1L << s : 0;
            }
            for (int a = 0; a < asks.size(); a++) {
                asked |= unknownOf(i).contains(asks.get(a)) ? 1L << a : 0;
            }
        }
        return new Move(order, fixes, minutes, before & ~fixes, careful, needed, 1 - none, asked);
    }

    static boolean careful(KnownError.TryItem t, Fix fix) {
        return t.lastResort() || fix.risk() == Fix.Risk.DESTROYS;
    }

    /** What must be tried before fix {@code i}; a fix that cannot be tried is not waited for. */
    private long before(int i, long allowed) {
        long before = 0;
        for (int j = 0; j < tries.size(); j++) {
            before |= tries.get(i).after().contains(tries.get(j).fix()) ? 1L << j : 0;
        }
        return before & allowed;
    }

    /** Whether something outside the group must come between its fixes, so that they cannot be done as one. */
    private boolean tangled(Move group, long allowed) {
        long waiting = group.before();
        long grown = 0;
        while (grown != waiting) {
            grown = waiting;
            for (int i = 0; i < tries.size(); i++) {
                waiting |= (grown & (1L << i)) != 0 ? before(i, allowed) : 0;
            }
        }
        return (waiting & group.fixes()) != 0;
    }

    /** The author's order of moves, one moved back behind what it must follow. */
    int[] authored() {
        int[] order = new int[problem.size()];
        for (int k = 0; k < order.length; k++) {
            order[k] = OrderSearch.firstLeft(problem, order, k);
        }
        return order;
    }

    /** The order with what people put first in front. */
    int[] pinnedFirst(int[] order) {
        List<Integer> first = q.pinned().stream()
                .map(this::moveOf)
                .filter(m -> m >= 0)
                .distinct()
                .toList();
        return IntStream.concat(
                        first.stream().mapToInt(m -> m), Arrays.stream(order).filter(m -> !first.contains(m)))
                .toArray();
    }

    private int moveOf(String fix) {
        for (int m = 0; m < problem.size(); m++) {
            if (problem.moves().get(m).order().stream()
                    .anyMatch(i -> tries.get(i).fix().equals(fix))) {
                return m;
            }
        }
        return -1;
    }

    /** Set-ups of a move in words: those it fetches, or those that were fetched before it. */
    List<String> setUpsOf(Move move) {
        return IntStream.range(0, setUps.size())
                .filter(s -> (move.setUps() & (1L << s)) != 0)
                .mapToObj(setUps::get)
                .toList();
    }

    /** Lasting set-ups that a move uses, in words. */
    List<String> lastingOf(Move move) {
        return move.order().stream()
                .flatMap(i -> fix(i).needs().stream())
                .filter(needs::lasting)
                .distinct()
                .toList();
    }

    /** The facts to ask for before a move, those asked before other moves left out. */
    List<String> asksOf(Move move, long askedAlready) {
        return IntStream.range(0, asks.size())
                .filter(a -> (move.asks() & ~askedAlready & (1L << a)) != 0)
                .mapToObj(asks::get)
                .toList();
    }
}
