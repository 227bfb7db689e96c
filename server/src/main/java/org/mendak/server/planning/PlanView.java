package org.mendak.server.planning;

import java.util.List;
import java.util.Locale;
import org.mendak.core.plan.Plan;

/** A plan as it is told over HTTP; chances in [0, 1], minutes from now. What is null is not known, see {@link Plan}. */
record PlanView(
        String mode,
        List<Step> ordered,
        List<Excluded> excluded,
        Integer handOverAfter,
        Double expectedMinutes,
        Double expectedMinutesAuthored,
        int cases) {

    /** A fix at its place; {@code kind} is fix. */
    record Step(
            String kind,
            String key,
            String title,
            Double chance,
            Double chanceNow,
            Double low,
            Double high,
            double minutes,
            Double solvedByHere,
            double elapsedByHere,
            int tried,
            int triedHere,
            List<String> reasons,
            List<String> missingNeeds,
            Double costOfLater) {}

    record Excluded(String key, String title, String reason) {}

    static PlanView of(Plan p) {
        return new PlanView(
                p.mode().name().toLowerCase(Locale.ROOT),
                p.ordered().stream()
                        .map(i -> new Step(
                                "fix",
                                i.key(),
                                i.title(),
                                i.chance(),
                                i.chanceNow(),
                                i.low(),
                                i.high(),
                                i.minutes(),
                                i.solvedByHere(),
                                i.elapsedByHere(),
                                i.tried(),
                                i.triedHere(),
                                i.reasons(),
                                i.missingNeeds(),
                                i.costOfLater()))
                        .toList(),
                p.excluded().stream()
                        .map(e -> new Excluded(e.key(), e.title(), e.reason()))
                        .toList(),
                p.handOverAfter(),
                p.expectedMinutes(),
                p.expectedMinutesAuthored(),
                p.cases());
    }

    /** The plan of a case whose error is not known. */
    static PlanView none() {
        return new PlanView("authored", List.of(), List.of(), null, null, null, 0);
    }
}
