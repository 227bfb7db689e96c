package org.mendak.core.plan;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.mendak.core.evidence.CauseModel;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.FixTally;
import org.mendak.core.evidence.Interval;
import org.mendak.core.plan.Reason.Code;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;

/** An order of moves put into words and numbers, fix by fix. */
final class PlanText {

    /** Expected minutes under which two orders are told apart by rounding only. */
    private static final double NOTICEABLE = 0.05;

    private final CasePlanner.Request q;
    private final Evidence evidence;
    private final Draft draft;
    private final Needs needs;
    private final OrderProblem problem;
    private final List<KnownError.TryItem> tries;

    PlanText(CasePlanner.Request q, Evidence evidence, Draft draft, Needs needs) {
        this.q = q;
        this.evidence = evidence;
        this.draft = draft;
        this.needs = needs;
        this.problem = draft.problem();
        this.tries = q.error().tries();
    }

    List<Plan.Item> items(int[] order, boolean measured) {
        List<Plan.Item> items = new ArrayList<>();
        long tried = problem.failed();
        int place = 0;
        double elapsed = 0;
        for (int k = 0; k < order.length; k++) {
            Move move = problem.moves().get(order[k]);
            double extra = problem.cost(order[k], tried, place) - move.minutes();
            double beside = problem.beside(order[k], tried, place);
            List<Reason> reasons = moveReasons(order, k, place);
            Double later = measured ? costOfLater(order, k) : null;
            if (later != null && later < -NOTICEABLE && q.pinned().isEmpty()) {
                reasons.add(Reason.of(Code.TO_LEARN));
            }
            for (int i : move.order()) {
                double own = evidence.tallies().get(i).minutes();
                elapsed += own * draft.applies(i) + extra;
                // people read what it takes if it is done; how likely it applies stands apart
                double minutes = own + beside;
                items.add(item(
                        i, tried, minutes, elapsed, reasons(i, tried, minutes, reasons, measured), later, measured));
                tried |= 1L << i;
                extra = 0;
                beside = 0;
            }
            place = problem.standing().next()[place][order[k]];
        }
        return items;
    }

    private Plan.Item item(
            int i, long tried, double minutes, double elapsed, List<Reason> reasons, Double later, boolean measured) {
        FixTally tally = evidence.tallies().get(i);
        CauseModel model = problem.model();
        double before = model.allFail(problem.failed());
        Optional<Interval> range = measured ? evidence.plausible(i, tried, model.chance(i, tried)) : Optional.empty();
        return new Plan.Item(
                tries.get(i).fix(),
                q.titleOf(tries.get(i).fix()),
                measured ? (Double) model.chance(i, tried) : null,
                measured ? (Double) model.chance(i, problem.failed()) : null,
                range.map(Interval::low).orElse(null),
                range.map(Interval::high).orElse(null),
                minutes,
                draft.applies(i),
                measured ? (Double) (before <= 0 ? 1 : 1 - model.allFail(tried | (1L << i)) / before) : null,
                elapsed,
                tally.tried(),
                tally.triedAfter(tried),
                reasons,
                needs.missing(draft.fix(i)).stream().map(needs::title).toList(),
                later);
    }

    /** What holds of a whole move where it stands. */
    private List<Reason> moveReasons(int[] order, int k, int place) {
        List<Reason> reasons = new ArrayList<>();
        Move move = problem.moves().get(order[k]);
        for (String need : draft.setUpsOf(move)) {
            Arrays.stream(order, 0, k)
                    .mapToObj(m -> problem.moves().get(m))
                    .filter(m -> draft.setUpsOf(m).contains(need))
                    .findFirst()
                    .ifPresent(m -> reasons.add(Reason.of(
                            Code.FETCHED_BEFORE,
                            "need",
                            needs.title(need),
                            "fix",
                            titleOf(m.order().get(0)))));
        }
        if (k > 0 && problem.standing().minutes()[place][order[k]] == 0) {
            Move last = problem.moves().get(order[k - 1]);
            draft.lastingOf(move).stream()
                    .filter(n -> draft.lastingOf(last).contains(n))
                    .forEach(n -> reasons.add(Reason.of(
                            Code.IN_ONE_GO, "fix", titleOf(last.order().get(0)), "need", needs.title(n))));
        }
        return reasons;
    }

    private List<Reason> reasons(int i, long tried, double minutes, List<Reason> ofMove, boolean measured) {
        List<Reason> reasons = new ArrayList<>();
        KnownError.TryItem t = tries.get(i);
        if (q.pinned().contains(t.fix())) {
            reasons.add(Reason.of(Code.BY_HAND));
        }
        if (measured) {
            double chance = problem.model().chance(i, tried);
            reasons.add(Reason.of(
                    Code.FOR_EACH_MINUTE, "inHundred", String.format(Locale.ROOT, "%.1f", 100 * chance / minutes)));
            addEvidence(reasons, evidence.tallies().get(i), tried);
        } else {
            reasons.add(Reason.of(Code.AUTHORS_PLACE));
        }
        if (!draft.unknownOf(i).isEmpty()) {
            reasons.add(onlyIf(t));
        }
        for (String other : together(t)) {
            reasons.add(Reason.of(Code.TOGETHER, "fix", q.titleOf(other)));
        }
        for (String before : t.after()) {
            reasons.add(Reason.of(Code.FOLLOWS, "fix", q.titleOf(before)));
        }
        reasons.addAll(ofMove);
        Fix fix = draft.fix(i);
        if (Draft.careful(t, fix)) {
            reasons.add(Reason.of(Code.LAST_RESORT));
        }
        return reasons;
    }

    private void addEvidence(List<Reason> reasons, FixTally tally, long tried) {
        if (tally.tried() == 0) {
            reasons.add(Reason.of(Code.NEVER_TRIED));
        } else if (tally.triedFirst() == 0 && tried == 0) {
            reasons.add(Reason.of(Code.NEVER_FIRST));
        }
        if (evidence.isLittle()) {
            reasons.add(Reason.of(Code.LITTLE_EVIDENCE, "cases", evidence.cases()));
        }
    }

    private Reason onlyIf(KnownError.TryItem t) {
        PastConditions.Count c = q.past().counts().get(t.fix());
        return Reason.of(
                Code.ONLY_IF,
                "condition",
                t.guard().inWords(q.titles()),
                "held",
                c == null ? null : c.held(),
                "of",
                c == null ? null : c.held() + c.failed());
    }

    /** The fixes that one names as done together with it, or that name it. */
    private List<String> together(KnownError.TryItem t) {
        return tries.stream()
                .filter(o -> o != t)
                .filter(o -> t.together().contains(o.fix()) || o.together().contains(t.fix()))
                .map(KnownError.TryItem::fix)
                .toList();
    }

    /** What swapping with the next one would add; null where that is not allowed or there is no next one. */
    private Double costOfLater(int[] order, int k) {
        if (k + 1 >= order.length
                || (problem.moves().get(order[k + 1]).before()
                                & problem.moves().get(order[k]).fixes())
                        != 0) {
            return null;
        }
        int[] swapped = order.clone();
        swapped[k] = order[k + 1];
        swapped[k + 1] = order[k];
        return problem.expectedAtBest(swapped) - problem.expectedAtBest(order);
    }

    /** The questions that stand before a fix, each once, before the first fix that hangs on it. */
    List<Plan.Question> questions(int[] order) {
        List<Plan.Question> questions = new ArrayList<>();
        long asked = 0;
        for (int m : order) {
            Move move = problem.moves().get(m);
            for (String fact : draft.asksOf(move, asked)) {
                questions.add(new Plan.Question(
                        fact,
                        q.askText(fact),
                        q.askMinutes(fact),
                        null,
                        tries.get(move.order().get(0)).fix()));
            }
            asked |= move.asks();
        }
        return questions;
    }

    private String titleOf(int i) {
        return q.titleOf(tries.get(i).fix());
    }
}
