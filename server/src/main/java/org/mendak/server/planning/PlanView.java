package org.mendak.server.planning;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.mendak.core.plan.Plan;
import org.mendak.server.evidence.Why;

/**
 * A plan as it is told over HTTP; chances in [0, 1], minutes from now. What is null is not known, see {@link Plan}.
 *
 * @param ordered fixes, and the questions to ask before them at their places
 * @param handOverAfter counts fixes; null in mode authored
 * @param notWorthAsking questions that would tell something, but less than asking costs
 */
record PlanView(
        String mode,
        List<Step> ordered,
        List<Excluded> excluded,
        Integer handOverAfter,
        Double expectedMinutes,
        Double expectedMinutesAuthored,
        int cases,
        List<NotAsked> notWorthAsking) {

    /**
     * A fix or a question at its place.
     *
     * @param kind fix or question
     * @param key the fix's key; of a question the fact that it sets
     * @param minutes what it takes if it is done, multiplied by no chance
     * @param applies of a fix, how likely it applies at all, in [0,1]
     * @param saves of a question asked before everything, the expected minutes that it saves; else null
     */
    record Step(
            String kind,
            String key,
            String title,
            Double chance,
            Double chanceNow,
            Double low,
            Double high,
            double minutes,
            Double applies,
            Double solvedByHere,
            Double elapsedByHere,
            Integer tried,
            Integer triedHere,
            List<Why> reasons,
            List<String> missingNeeds,
            Double costOfLater,
            Double saves) {}

    record Excluded(String key, String title, Why reason) {}

    /** A question; asking it first would cost more minutes than it saves, by {@code costsMore}. */
    record NotAsked(String fact, String title, double minutes, double costsMore) {}

    static PlanView of(Plan p) {
        List<Step> ordered = new ArrayList<>();
        p.first().ifPresent(q -> ordered.add(question(q)));
        for (Plan.Item i : p.ordered()) {
            p.questions().stream()
                    .filter(q -> i.key().equals(q.before()))
                    .filter(q -> ordered.stream()
                            .noneMatch(
                                    s -> s.kind().equals("question") && s.key().equals(q.fact())))
                    .forEach(q -> ordered.add(question(q)));
            ordered.add(fix(i));
        }
        return new PlanView(
                p.mode().name().toLowerCase(Locale.ROOT),
                ordered,
                p.excluded().stream()
                        .map(e -> new Excluded(e.key(), e.title(), Why.of(e.reason())))
                        .toList(),
                p.handOverAfter(),
                p.expectedMinutes(),
                p.expectedMinutesAuthored(),
                p.cases(),
                p.questions().stream()
                        .filter(q -> q.worth() != null && !q.pays())
                        // what a fix hangs on is asked before it all the same
                        .filter(q -> p.questions().stream()
                                .noneMatch(o -> o.before() != null && o.fact().equals(q.fact())))
                        .map(q -> new NotAsked(q.fact(), q.text(), q.minutes(), -q.worth()))
                        .toList());
    }

    private static Step fix(Plan.Item i) {
        return new Step(
                "fix",
                i.key(),
                i.title(),
                i.chance(),
                i.chanceNow(),
                i.low(),
                i.high(),
                i.minutes(),
                i.applies(),
                i.solvedByHere(),
                i.elapsedByHere(),
                i.tried(),
                i.triedHere(),
                i.reasons().stream().map(Why::of).toList(),
                i.missingNeeds(),
                i.costOfLater(),
                null);
    }

    private static Step question(Plan.Question q) {
        return new Step(
                "question",
                q.fact(),
                q.text(),
                null,
                null,
                null,
                null,
                q.minutes(),
                null,
                null,
                null,
                null,
                null,
                List.of(),
                List.of(),
                null,
                q.worth());
    }

    /** The plan of a case whose error is not known. */
    static PlanView none() {
        return new PlanView("authored", List.of(), List.of(), null, null, null, 0, List.of());
    }
}
