package org.mendak.server.practice;

import java.time.Duration;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
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
    private final PracticeDevices devices;

    AfterPractice(Db db, CaseReader cases, PlanService plans, LibraryService library, PracticeDevices devices) {
        this.devices = devices;
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
     * What would have told, had it been asked first.
     *
     * @param question what is asked of people, or looked up
     * @param answer what they would have answered, or what would have been read
     * @param way the way from there, the asking counted in
     */
    record Asking(String question, String answer, Way way) {}

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
     * @param asking the question that would have made {@code laidOut} shortest; null if none would have made it shorter
     * @param verdict at-once, as-good, longer, not-there or nothing-tried
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
            @OrNull Asking asking,
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
        List<String> order = plan == null ? List.of() : order(plan);
        if (plan != null) {
            plan.ordered().forEach(i -> usual.put(i.key(), i.minutes()));
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
        Function<List<String>, Hindsight.Way> way = o -> Hindsight.way(o, mending, usual);
        Hindsight.Way laidOut = way.apply(order);
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
                asking(caller, now, k, way, laidOut).orElse(null),
                Words.word(Hindsight.judge(yours, laidOut)),
                Hindsight.longerBy(yours, laidOut));
    }

    /**
     * Each question alone, put to the device as it stood when the call came.
     *
     * @param way the way that an order of fixes goes
     */
    private Optional<Asking> asking(
            Caller caller,
            Library now,
            PracticeCallStore.Kept k,
            Function<List<String>, Hindsight.Way> way,
            Hindsight.Way laidOut) {
        Asking best = null;
        Hindsight.Way shortest = laidOut;
        KnownError error = now.error(k.error()).orElse(null);
        for (KnownError.Question q : error == null ? List.<KnownError.Question>of() : error.questions()) {
            Map<String, String> told = told(k, error, q);
            if (told.isEmpty()) {
                continue;
            }
            Hindsight.Way from =
                    Hindsight.after(q.minutes(), way.apply(order(plans.ofError(caller, error.key(), told))));
            if (Hindsight.isSooner(from, shortest)) {
                shortest = from;
                best = new Asking(q.text(), String.join(", ", told.values()), shown(now, from));
            }
        }
        return Optional.ofNullable(best);
    }

    private Map<String, String> told(PracticeCallStore.Kept k, KnownError error, KnownError.Question q) {
        return devices.asItStood(k.device(), k.error(), k.cause())
                .flatMap(d -> AskedThere.of(
                        q,
                        d,
                        AskedThere.said(error, String.join("\n", d.screen())).orElse(Map.of())))
                .map(AskedThere::values)
                .orElse(Map.of());
    }

    private static List<String> order(Plan plan) {
        return plan.ordered().stream().map(Plan.Item::key).toList();
    }

    private static Way shown(Library now, Hindsight.Way way) {
        return new Way(way.fixes().stream().map(f -> new Stop(f, title(now, f))).toList(), way.minutes(), way.mends());
    }

    private static String title(Library now, String fix) {
        return now.fix(fix).map(Fix::title).orElse(fix);
    }
}
