package org.mendak.server.gaps;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.mendak.core.plan.CasePlanner;
import org.mendak.core.plan.Plan;
import org.mendak.core.plan.Progress;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.server.cases.CaseReader;
import org.mendak.server.cases.CaseRow;
import org.mendak.server.evidence.EvidenceService;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** Past cases, planned again as if nobody had worked on them yet: with what readers see, and with what was written. */
@Component
class PlannedAgain {

    private final LibraryService library;
    private final EvidenceService evidence;
    private final CaseReader cases;

    PlannedAgain(LibraryService library, EvidenceService evidence, CaseReader cases) {
        this.library = library;
        this.evidence = evidence;
        this.cases = cases;
    }

    /** A runbook: a known error and the fixes that it tries. */
    record Runbook(KnownError error, Map<String, Fix> fixes) {}

    /**
     * How a past case would be gone about.
     *
     * @param firstBefore what the published runbook would begin with; null if nothing, or if none is published
     * @param minutesBefore expected minutes to its end; null if there is too little evidence
     */
    record CasePlan(
            long number,
            @OrNull String firstBefore,
            Double minutesBefore,
            @OrNull String firstAfter,
            Double minutesAfter) {}

    /**
     * Plans cases of one known error again.
     *
     * @param before what readers see; empty if they see none of it
     */
    List<CasePlan> plans(Tx tx, List<Long> numbers, Optional<Runbook> before, Runbook after) {
        if (numbers.isEmpty()) {
            return List.of();
        }
        Function<CaseRow, Plan> then = planner(tx, after);
        Optional<Function<CaseRow, Plan>> now = before.map(b -> planner(tx, b));
        List<CasePlan> plans = new ArrayList<>();
        for (long n : numbers) {
            CaseRow c = cases.row(tx, n);
            Plan with = then.apply(c);
            Optional<Plan> was = now.map(p -> p.apply(c));
            plans.add(new CasePlan(
                    n,
                    was.map(PlannedAgain::first).orElse(null),
                    was.map(Plan::expectedMinutes).orElse(null),
                    first(with),
                    with.expectedMinutes()));
        }
        return plans;
    }

    private Function<CaseRow, Plan> planner(Tx tx, Runbook r) {
        EvidenceService.Fitted fitted = evidence.rehearsed(tx, r.error(), r.fixes());
        return c -> CasePlanner.plan(new CasePlanner.Request(
                r.error(),
                r.fixes(),
                library.library().vocabulary(),
                cases.facts(tx, c),
                Progress.NONE,
                fitted.evidence(),
                List.of(),
                false,
                fitted.past()));
    }

    private static String first(Plan p) {
        return p.ordered().isEmpty() ? null : p.ordered().get(0).title();
    }
}
