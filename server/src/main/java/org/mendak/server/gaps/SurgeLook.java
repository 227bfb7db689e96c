package org.mendak.server.gaps;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendak.core.evidence.Surge;
import org.mendak.core.evidence.WeekProfile;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.shapes.Common;
import org.mendak.server.gaps.CameInStore.CameIn;
import org.mendak.server.gaps.SurgeService.Surging;
import org.mendak.server.gaps.SurgeService.Tried;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Settings;
import org.springframework.stereotype.Component;

/** Looks whether anything surges, among known errors and what nothing recognised. */
@Component
class SurgeLook {

    private static final int MOST = 5;
    private static final int CASES = 3;
    private static final int LOOKED_THROUGH = 300;
    private static final double MONTH_DAYS = 30;

    private final Db db;
    private final CasesCameIn cameIn;
    private final CameInStore store;
    private final UnknownShapes unknown;
    private final LibraryService library;
    private final ZoneId zone;

    SurgeLook(
            Db db,
            CasesCameIn cameIn,
            CameInStore store,
            UnknownShapes unknown,
            LibraryService library,
            Settings settings) {
        this.db = db;
        this.cameIn = cameIn;
        this.store = store;
        this.unknown = unknown;
        this.library = library;
        this.zone = settings.zone();
    }

    /** What surges at this moment, the farthest from what is usual first. Not to be asked for inside a transaction. */
    List<Surging> at(Instant at) {
        Instant from = at.minus(CasesCameIn.BACK);
        List<CameIn> all = cameIn.since(from);
        Instant begun = db.tx(store::first).orElse(at);
        Map<String, List<CameIn>> byError = new HashMap<>();
        Map<String, String> names = new HashMap<>();
        for (CameIn c : all) {
            if (c.error() != null) {
                byError.computeIfAbsent(names.computeIfAbsent(c.error(), this::today), k -> new ArrayList<>())
                        .add(c);
            }
        }
        WeekProfile week = WeekProfile.of(seconds(all));
        double days = Math.max(
                1, Duration.between(begun.isBefore(from) ? from : begun, at).toDays());
        UnknownShapes.Grouped g = db.tx(unknown::grouped);
        int kinds = Math.max(1, byError.size() + g.shapes().groups().size());
        Surge.Desk desk = new Surge.Desk(week, local(begun.getEpochSecond()), all.size() * MONTH_DAYS / days, kinds);
        List<Surging> found = new ArrayList<>();
        byError.forEach((error, cases) -> surge(cases, at, desk).ifPresent(s -> found.add(known(error, s, cases))));
        for (List<Integer> places : g.shapes().groups()) {
            List<CameIn> cases = places.stream()
                    .map(g.cases()::get)
                    .map(c -> new CameIn(c.number(), null, c.openedAt().getEpochSecond(), c.solved()))
                    .sorted(Comparator.comparingLong(CameIn::at))
                    .toList();
            surge(cases, at, desk)
                    .ifPresent(s -> found.add(new Surging(
                            null,
                            Common.of(places.stream()
                                            .limit(20)
                                            .map(g.texts()::get)
                                            .toList())
                                    .template(),
                            at(s.since()),
                            s.count(),
                            s.usual(),
                            newest(cases),
                            List.of())));
        }
        found.sort(Comparator.comparingDouble(s -> s.usual() / s.count()));
        return found.stream()
                .limit(MOST)
                .map(f -> f.error() == null ? f : withTried(f, byError.get(f.error())))
                .toList();
    }

    private String today(String error) {
        return library.library().error(error).map(KnownError::key).orElse(error);
    }

    private Optional<Surge> surge(List<CameIn> cases, Instant at, Surge.Desk desk) {
        return Surge.of(seconds(cases), local(at.getEpochSecond()), desk);
    }

    private Surging known(String error, Surge s, List<CameIn> cases) {
        return new Surging(
                error,
                library.library().error(error).map(KnownError::title).orElse(error),
                at(s.since()),
                s.count(),
                s.usual(),
                newest(cases),
                List.of());
    }

    /** The same with what was tried in the cases that came in since, the newest of them. */
    private Surging withTried(Surging s, List<CameIn> cases) {
        List<Long> since = cases.stream()
                .filter(c -> c.at() >= s.since().getEpochSecond())
                .map(CameIn::number)
                .toList();
        List<Long> newest = since.subList(Math.max(0, since.size() - LOOKED_THROUGH), since.size());
        return new Surging(
                s.error(),
                s.title(),
                s.since(),
                s.count(),
                s.usual(),
                s.cases(),
                db.tx(tx -> store.tried(tx, newest)).stream()
                        .map(t -> new Tried(
                                t.fix(),
                                library.library().fix(t.fix()).map(Fix::title).orElse(t.fix()),
                                t.tried(),
                                t.helped()))
                        .toList());
    }

    private static List<Long> newest(List<CameIn> cases) {
        return cases.subList(Math.max(0, cases.size() - CASES), cases.size()).stream()
                .map(CameIn::number)
                .sorted(Comparator.reverseOrder())
                .toList();
    }

    private long[] seconds(List<CameIn> cases) {
        return cases.stream().mapToLong(c -> local(c.at())).toArray();
    }

    /** Seconds as the desk's own clock shows them: hours of the week are the desk's. */
    private long local(long at) {
        return at + zone.getRules().getOffset(Instant.ofEpochSecond(at)).getTotalSeconds();
    }

    private Instant at(long local) {
        Instant about = Instant.ofEpochSecond(local);
        return about.minusSeconds(zone.getRules().getOffset(about).getTotalSeconds());
    }
}
