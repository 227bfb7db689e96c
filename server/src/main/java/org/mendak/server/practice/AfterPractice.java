package org.mendak.server.practice;

import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.mendak.core.evidence.Outcome;
import org.mendak.core.plan.Hindsight;
import org.mendak.core.plan.Plan;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.server.cases.AttemptRow;
import org.mendak.server.cases.CaseReader;
import org.mendak.server.cases.CaseRow;
import org.mendak.server.library.Library;
import org.mendak.server.library.LibraryService;
import org.mendak.server.planning.PlanService;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Words;
import org.springframework.stereotype.Component;

/** What is told of a practice case when it has ended: what it was, and what a better order would have been. */
@Component
class AfterPractice {

    private final Db db;
    private final CaseReader cases;
    private final PlanService plans;
    private final LibraryService library;

    AfterPractice(Db db, CaseReader cases, PlanService plans, LibraryService library) {
        this.db = db;
        this.cases = cases;
        this.plans = plans;
        this.library = library;
    }

    /** A fix on a way. */
    record Stop(String fix, String title) {}

    /**
     * A way to the end, by the minutes that its fixes usually take.
     *
     * @param minutes null if those of a fix are not known
     */
    record Way(List<Stop> fixes, @OrNull Double minutes, boolean mends) {}

    /**
     * What it was.
     *
     * @param cause the fix that mends it
     * @param mended whether the device was in order; null if nobody had it any more
     * @param left what was changed on it and not put back, a line each
     * @param minutes from the case's opening to its end
     * @param onDevice minutes that had passed on the device; null with {@code mended}
     * @param workedUnder the known error that the case ended under, if that is another; null otherwise
     * @param yours what was tried, and {@code laidOut} the order as it stands for somebody who knows nothing yet
     * @param verdict at-once, as-good, longer or not-there
     * @param longerBy by how many of the usual minutes yours was longer; null if it was not, or nobody can say
     */
    record Told(
            String error,
            String errorTitle,
            String cause,
            String causeTitle,
            @OrNull Boolean mended,
            List<String> left,
            double minutes,
            @OrNull Double onDevice,
            @OrNull String workedUnder,
            Way yours,
            Way laidOut,
            String verdict,
            @OrNull Double longerBy) {}

    private record Worked(CaseRow row, List<AttemptRow> attempts) {}

    /** Of one that has ended. */
    Told told(Caller caller, PracticeCallStore.Kept k) {
        Worked worked = db.tx(tx -> new Worked(cases.row(tx, k.number()), cases.attempts(tx, k.number())));
        CaseRow row = worked.row();
        List<AttemptRow> tried = worked.attempts().stream()
                .filter(a ->
                        !a.triedBefore() && a.outcome() != null && a.outcome().retested())
                .toList();
        Library now = library.library();
        Plan plan = now.error(k.error())
                .map(e -> plans.ofError(caller, e.key(), Map.of()))
                .orElse(null);
        Map<String, Double> usual = new HashMap<>();
        List<String> order = new ArrayList<>();
        if (plan != null) {
            plan.ordered().forEach(i -> {
                usual.put(i.key(), i.minutes());
                order.add(i.key());
            });
        }
        Set<String> mending = new HashSet<>(Set.of(k.cause()));
        if (Boolean.TRUE.equals(k.mended())) {
            // another that did it all the same, such as writing the device anew
            tried.stream()
                    .filter(a -> a.outcome() == Outcome.WORKED && !a.cameBack())
                    .forEach(a -> mending.add(a.fixKey()));
        }
        List<String> done = tried.stream().map(AttemptRow::fixKey).toList();
        // where nobody knows how the device was left, having done what mends it is believed
        boolean mended = k.mended() == null ? done.contains(k.cause()) : k.mended();
        Hindsight.Way yours = Hindsight.gone(done, mended, usual);
        Hindsight.Way laidOut = Hindsight.way(order, mending, usual);
        return new Told(
                k.error(),
                now.error(k.error()).map(KnownError::title).orElse(k.error()),
                k.cause(),
                title(now, k.cause()),
                k.mended(),
                k.left() == null || k.left().isEmpty()
                        ? List.of()
                        : k.left().lines().toList(),
                Duration.between(row.openedAt(), row.closedAt()).toSeconds() / 60.0,
                k.seconds() == null ? null : (Double) (k.seconds() / 60.0),
                k.error().equals(row.errorKey()) ? null : cases.title(row.errorKey()),
                shown(now, yours),
                shown(now, laidOut),
                Words.word(Hindsight.judge(yours, laidOut)),
                Hindsight.longerBy(yours, laidOut));
    }

    private static Way shown(Library now, Hindsight.Way way) {
        return new Way(way.fixes().stream().map(f -> new Stop(f, title(now, f))).toList(), way.minutes(), way.mends());
    }

    private static String title(Library now, String fix) {
        return now.fix(fix).map(Fix::title).orElse(fix);
    }
}
