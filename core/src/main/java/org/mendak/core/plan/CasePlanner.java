package org.mendak.core.plan;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.Interval;
import org.mendak.core.language.Facts;
import org.mendak.core.language.Truth;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.NeedState;
import org.mendak.core.runbook.Vocabulary;

/** Makes the plan of a case, or of a known error that nobody works on yet. The front door of this room. */
public final class CasePlanner {

    /** The fact that says whether a need is at hand is called by this and the need's name; its values are yes and no. */
    public static final String NEED_PREFIX = "need.";

    /**
     * What a plan is made from.
     *
     * @param fixes the fixes that exist, by key; one that is missing is excluded
     * @param evidence fitted for the error's fixes in the author's order
     * @param pinned keys that somebody put at the front by hand, in this order; empty if nobody did
     * @param going whether getting somebody going is enough: only then does a workaround end the case
     */
    public record Request(
            KnownError error,
            Map<String, Fix> fixes,
            Vocabulary vocabulary,
            Facts facts,
            Progress progress,
            Evidence evidence,
            List<String> pinned,
            boolean going) {
        public Request {
            fixes = Map.copyOf(fixes);
            pinned = List.copyOf(pinned);
        }
    }

    private final Request q;
    private final List<KnownError.TryItem> tries;
    private final List<Plan.Excluded> excluded = new ArrayList<>();
    private OrderProblem problem;

    private CasePlanner(Request q) {
        this.q = q;
        this.tries = q.error().tries();
        List<String> keys = tries.stream().map(KnownError.TryItem::fix).toList();
        if (!keys.equals(q.evidence().fixes())) {
            throw new IllegalArgumentException(
                    "the evidence is of " + q.evidence().fixes() + ", the error lists " + keys);
        }
    }

    /** The plan. Up to 18 open fixes it is exact; costs milliseconds there. */
    public static Plan plan(Request request) {
        return new CasePlanner(request).make();
    }

    private Plan make() {
        problem = problem(allowed());
        boolean measured = q.evidence().enoughToMeasure();
        int[] authored = authoredOrder();
        int[] order = pinnedFirst(together(measured ? OrderSearch.order(problem) : authored));
        List<Plan.Item> items = new ArrayList<>();
        long tried = problem.failed();
        double elapsed = 0;
        for (int place = 0; place < order.length; place++) {
            double cost = problem.cost(order[place], tried);
            elapsed += cost;
            items.add(item(order, place, tried, cost, elapsed, measured));
            tried |= 1L << order[place];
        }
        if (!measured) {
            return new Plan(
                    Plan.Mode.AUTHORED,
                    items,
                    excluded,
                    null,
                    null,
                    null,
                    q.evidence().cases());
        }
        int stop = problem.bestStop(order, q.pinned().isEmpty() ? problem.proposed(order) : order.length);
        return new Plan(
                Plan.Mode.MEASURED,
                items,
                excluded,
                stop,
                problem.expected(order, stop),
                problem.expectedAtBest(authored),
                q.evidence().cases());
    }

    /** The fixes that may be tried, as bit mask; notes the reasons of the others. */
    private long allowed() {
        long allowed = 0;
        for (int i = 0; i < tries.size(); i++) {
            String reason = exclusion(tries.get(i));
            if (reason.isEmpty()) {
                allowed |= 1L << i;
            } else if (!reason.equals(FAILED)) {
                excluded.add(new Plan.Excluded(tries.get(i).fix(), title(i), reason));
            }
        }
        return allowed;
    }

    private static final String FAILED = "failed";

    /** The reason that leaves workarounds out while the case is to be mended for good. */
    public static final String ONLY_GOING = "only gets them going";

    private String exclusion(KnownError.TryItem t) {
        Fix fix = q.fixes().get(t.fix());
        if (q.progress().failed().contains(t.fix())) {
            return FAILED;
        }
        if (q.progress().setAside().containsKey(t.fix())) {
            return q.progress().setAside().get(t.fix());
        }
        if (fix == null) {
            return "the fix is not published";
        }
        if (t.when() != null && t.when().evaluate(q.facts()) == Truth.NO) {
            return "not so here: " + t.whenText();
        }
        if (fix.workaround() && !q.going() && !q.pinned().contains(t.fix())) {
            // it would cost its minutes and end nothing
            return ONLY_GOING;
        }
        return needsOf(fix).stream()
                .filter(n -> atHand(n).equals(Optional.of("no")))
                .findFirst()
                .map(n -> "not to be had: " + needTitle(n) + otherWay(n))
                .orElse("");
    }

    /** How to come by a need all the same, as the vocabulary says, or by a fix that leaves it behind. */
    private String otherWay(String need) {
        String how = q.vocabulary().need(need).map(Vocabulary.Need::how).orElse("");
        return how.isEmpty() ? "" : "; " + how;
    }

    private OrderProblem problem(long allowed) {
        int n = tries.size();
        double[] minutes = new double[n];
        long[] before = new long[n];
        boolean[] careful = new boolean[n];
        long[] setUps = new long[n];
        long failed = 0;
        List<String> needs = new ArrayList<>(new LinkedHashSet<>(q.fixes().values().stream()
                .flatMap(f -> needsOf(f).stream())
                .filter(need -> needMinutes(need) > 0 && atHand(need).isEmpty())
                .sorted()
                .limit(63)
                .toList()));
        for (int i = 0; i < n; i++) {
            KnownError.TryItem t = tries.get(i);
            Fix fix = q.fixes().get(t.fix());
            minutes[i] = q.evidence().tallies().get(i).minutes();
            careful[i] = t.lastResort() || fix != null && fix.risk() == Fix.Risk.DESTROYS;
            if (q.progress().failed().contains(t.fix())) {
                failed |= 1L << i;
            }
            for (int j = 0; j < n; j++) {
                // a fix that cannot be tried is not waited for
                if (t.after().contains(tries.get(j).fix()) && (allowed & (1L << j)) != 0) {
                    before[i] |= 1L << j;
                }
            }
            for (int s = 0; fix != null && s < needs.size(); s++) {
                setUps[i] |= needsOf(fix).contains(needs.get(s)) ? 1L << s : 0;
            }
        }
        double[] setUpMinutes = needs.stream().mapToDouble(this::needMinutes).toArray();
        return new OrderProblem(
                q.evidence().model(),
                minutes,
                before,
                careful,
                setUps,
                setUpMinutes,
                allowed,
                failed,
                q.vocabulary().handOverMinutes(),
                true);
    }

    /** The author's order, a fix moved back behind what it must follow. */
    private int[] authoredOrder() {
        int[] order = new int[Long.bitCount(problem.open())];
        long tried = problem.failed();
        for (int place = 0; place < order.length; place++) {
            for (int i = 0; i < tries.size(); i++) {
                if (problem.isOpen(i, tried)) {
                    order[place] = i;
                    tried |= 1L << i;
                    break;
                }
            }
        }
        return order;
    }

    /** Fixes that are done before one retest stand one behind the other, in the place of the first. */
    private int[] together(int[] order) {
        List<Integer> placed = new ArrayList<>();
        for (int i : order) {
            if (!placed.contains(i)) {
                placed.add(i);
                Set<String> group = group(tries.get(i));
                Arrays.stream(order)
                        .filter(j -> !placed.contains(j)
                                && group.contains(tries.get(j).fix()))
                        .filter(j -> placedBefore(j, placed))
                        .forEach(placed::add);
            }
        }
        return placed.stream().mapToInt(Integer::intValue).toArray();
    }

    private boolean placedBefore(int i, List<Integer> placed) {
        long done = problem.failed();
        for (int j : placed) {
            done |= 1L << j;
        }
        return (problem.before()[i] & ~done) == 0;
    }

    /** The fixes that one names as done together with it, or that name it. */
    private Set<String> group(KnownError.TryItem t) {
        Set<String> group = new LinkedHashSet<>(t.together());
        tries.stream().filter(o -> o.together().contains(t.fix())).forEach(o -> group.add(o.fix()));
        return group;
    }

    private int[] pinnedFirst(int[] order) {
        if (q.pinned().isEmpty()) {
            return order;
        }
        List<String> keys = q.evidence().fixes();
        return java.util.stream.IntStream.concat(
                        q.pinned().stream().mapToInt(keys::indexOf).filter(i -> contains(order, i)),
                        Arrays.stream(order).filter(i -> !q.pinned().contains(keys.get(i))))
                .toArray();
    }

    private static boolean contains(int[] order, int i) {
        return Arrays.stream(order).anyMatch(o -> o == i);
    }

    private Plan.Item item(int[] order, int place, long tried, double cost, double elapsed, boolean measured) {
        int i = order[place];
        var tally = q.evidence().tallies().get(i);
        List<String> missing = new ArrayList<>();
        Fix fix = q.fixes().get(tries.get(i).fix());
        for (String need : needsOf(fix)) {
            if (atHand(need).isEmpty()) {
                missing.add(need);
            }
        }
        if (!measured) {
            return new Plan.Item(
                    tries.get(i).fix(),
                    title(i),
                    null,
                    null,
                    null,
                    null,
                    cost,
                    null,
                    elapsed,
                    tally.tried(),
                    tally.triedAfter(tried),
                    reasons(i, place, null, cost),
                    missing,
                    null);
        }
        var model = q.evidence().model();
        double before = model.allFail(problem.failed());
        double solved = before <= 0 ? 1 : 1 - model.allFail(tried | (1L << i)) / before;
        double chance = model.chance(i, tried);
        Optional<Interval> range = q.evidence().plausible(i, tried);
        return new Plan.Item(
                tries.get(i).fix(),
                title(i),
                chance,
                model.chance(i, problem.failed()),
                range.map(Interval::low).orElse(null),
                range.map(Interval::high).orElse(null),
                cost,
                solved,
                elapsed,
                tally.tried(),
                tally.triedAfter(tried),
                reasons(i, place, chance, cost),
                missing,
                costOfLater(order, place));
    }

    private List<String> reasons(int i, int place, Double chance, double cost) {
        List<String> reasons = new ArrayList<>();
        KnownError.TryItem t = tries.get(i);
        var tally = q.evidence().tallies().get(i);
        if (q.pinned().contains(t.fix())) {
            reasons.add("put here by hand");
        }
        if (chance == null) {
            reasons.add("the author's place; too little evidence to measure");
        } else {
            reasons.add(String.format(Locale.ROOT, "%.1f in 100 for each minute it takes", 100 * chance / cost));
            if (tally.tried() == 0) {
                reasons.add("never tried: its chance is an estimate");
            } else if (tally.triedFirst() == 0 && place == 0 && problem.failed() == 0) {
                reasons.add("never tried first: its chance as a first step is an estimate");
            }
            if (q.evidence().cases() < Evidence.ENOUGH_FOR_INTERVAL) {
                reasons.add("little evidence: " + q.evidence().cases() + " cases");
            }
        }
        if (t.when() != null && t.when().evaluate(q.facts()) == Truth.UNKNOWN) {
            reasons.add("depends on " + t.whenText());
        }
        for (String other : group(t)) {
            reasons.add("together with " + titleOf(other) + ", before one retest");
        }
        for (String before : t.after()) {
            reasons.add("follows " + titleOf(before));
        }
        if (problem.careful()[i]) {
            reasons.add("last resort: nothing harmless pays any more");
        }
        return reasons;
    }

    /** What swapping with the next one would add; null where that is not allowed or there is no next one. */
    private Double costOfLater(int[] order, int place) {
        if (place + 1 >= order.length || (problem.before()[order[place + 1]] & (1L << order[place])) != 0) {
            return null;
        }
        int[] swapped = order.clone();
        swapped[place] = order[place + 1];
        swapped[place + 1] = order[place];
        return problem.expectedAtBest(swapped) - problem.expectedAtBest(order);
    }

    private String title(int i) {
        return titleOf(tries.get(i).fix());
    }

    private String titleOf(String key) {
        Fix fix = q.fixes().get(key);
        return fix == null ? key : fix.title();
    }

    private static Set<String> needsOf(Fix fix) {
        return new LinkedHashSet<>(fix.needs());
    }

    /** Yes, no, or empty while it is unknown. A state that is another one is not refused: it can be brought about. */
    private Optional<String> atHand(String need) {
        Optional<NeedState> state = NeedState.of(need);
        if (state.isPresent()) {
            return q.facts()
                    .get(state.get().fact())
                    .filter(v -> v.equalsIgnoreCase(state.get().value()))
                    .map(v -> "yes");
        }
        return q.facts().get(NEED_PREFIX + need).filter(v -> v.equals("yes") || v.equals("no"));
    }

    private double needMinutes(String need) {
        return q.vocabulary().need(need).map(Vocabulary.Need::minutes).orElse(0.0);
    }

    private String needTitle(String need) {
        return q.vocabulary().need(need).map(Vocabulary.Need::title).orElse(need);
    }
}
