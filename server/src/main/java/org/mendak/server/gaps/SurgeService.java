package org.mendak.server.gaps;

import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.locks.ReentrantLock;
import org.mendak.core.evidence.Surge;
import org.mendak.core.evidence.WeekProfile;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.shapes.Common;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Beside;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Paced;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Settings;
import org.mendak.server.platform.Tx;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;

/** What comes in far more often just now than it usually does. */
@Service
public class SurgeService {

    /** For so long an answer is given again: a page asks every minute, and every page asks. */
    private static final Duration KEPT = Duration.ofSeconds(30);

    /** Whoever asks later than that, but not later than this, is told the same once more, and it is looked beside. */
    private static final Duration TOLD = Duration.ofMinutes(2);

    private static final int MOST = 5;
    private static final int CASES = 3;
    private static final int LOOKED_THROUGH = 300;
    private static final double MONTH_DAYS = 30;

    private static final Logger LOG = LoggerFactory.getLogger(SurgeService.class);

    private final Db db;
    private final SurgeStore store;
    private final UnknownShapes unknown;
    private final LibraryService library;
    private final ZoneId zone;
    private final Clock clock;
    private final ReentrantLock looking = new ReentrantLock();
    private final ScheduledExecutorService executor = Beside.one("surges");
    private final Paced beside = new Paced(executor, this::lookBeside);
    private volatile Seen seen;

    SurgeService(
            Db db, SurgeStore store, UnknownShapes unknown, LibraryService library, Settings settings, Clock clock) {
        this.db = db;
        this.store = store;
        this.unknown = unknown;
        this.library = library;
        this.zone = settings.zone();
        this.clock = clock;
    }

    /** A fix that was tried in it. */
    public record Tried(String fix, String title, int tried, int helped) {}

    /**
     * Something that surges.
     *
     * @param error the known error; null for a shape that nothing recognised
     * @param title its title, or the shape's message
     * @param count cases since
     * @param usual cases that usually come in such a time
     * @param cases the newest of them
     * @param tried what was tried since, what helped most first
     */
    public record Surging(
            @OrNull String error,
            String title,
            Instant since,
            int count,
            double usual,
            List<Long> cases,
            List<Tried> tried) {}

    /** What surges now, the farthest from what is usual first. */
    public List<Surging> surges(Caller caller) {
        caller.may(Role.AGENT, Scope.READ, "see surges");
        Seen last = seen;
        Instant now = clock.instant();
        if (last != null && last.within(KEPT, now)) {
            return last.surging();
        }
        if (last != null && last.within(TOLD, now)) {
            beside.ask();
            return last.surging();
        }
        // one looks again; who comes meanwhile is told what was seen before, and waits only for the first look of all
        if (last == null) {
            looking.lock();
        } else if (!looking.tryLock()) {
            return last.surging();
        }
        try {
            return looked().surging();
        } finally {
            looking.unlock();
        }
    }

    private Seen looked() {
        Instant at = clock.instant();
        Seen now = seen;
        if (now == null || !now.within(KEPT, at)) {
            now = new Seen(at, db.tx(tx -> look(tx, at)));
            seen = now;
        }
        return now;
    }

    private void lookBeside() {
        looking.lock();
        try {
            looked();
        } catch (RuntimeException e) {
            LOG.warn("surges could not be looked for; who asks is told what was seen last", e);
        } finally {
            looking.unlock();
        }
    }

    @PreDestroy
    void stop() {
        executor.shutdown();
    }

    private record Seen(Instant at, List<Surging> surging) {
        boolean within(Duration time, Instant now) {
            return !now.isAfter(at.plus(time)) && !now.isBefore(at);
        }
    }

    private List<Surging> look(Tx tx, Instant at) {
        Instant from = at.minusSeconds(Surge.TESTED + Surge.USUAL);
        List<SurgeStore.CameIn> all = store.since(tx, from);
        Instant begun = store.first(tx).orElse(at);
        Map<String, List<SurgeStore.CameIn>> byError = new HashMap<>();
        for (SurgeStore.CameIn c : all) {
            if (c.error() != null) {
                byError.computeIfAbsent(today(c.error()), k -> new ArrayList<>())
                        .add(c);
            }
        }
        WeekProfile week = WeekProfile.of(seconds(all));
        double days = Math.max(
                1, Duration.between(begun.isBefore(from) ? from : begun, at).toDays());
        UnknownShapes.Grouped g = unknown.grouped(tx);
        int kinds = Math.max(1, byError.size() + g.shapes().groups().size());
        Surge.Desk desk = new Surge.Desk(week, local(begun), all.size() * MONTH_DAYS / days, kinds);
        List<Surging> found = new ArrayList<>();
        byError.forEach((error, cases) -> surge(cases, at, desk).ifPresent(s -> found.add(known(error, s, cases))));
        for (List<Integer> places : g.shapes().groups()) {
            List<SurgeStore.CameIn> cases = places.stream()
                    .map(g.cases()::get)
                    .map(c -> new SurgeStore.CameIn(c.number(), null, c.openedAt()))
                    .sorted(Comparator.comparing(SurgeStore.CameIn::at))
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
                .map(f -> f.error() == null ? f : withTried(tx, f, byError.get(f.error())))
                .toList();
    }

    private String today(String error) {
        return library.library().error(error).map(KnownError::key).orElse(error);
    }

    private Optional<Surge> surge(List<SurgeStore.CameIn> cases, Instant at, Surge.Desk desk) {
        return Surge.of(seconds(cases), local(at), desk);
    }

    private Surging known(String error, Surge s, List<SurgeStore.CameIn> cases) {
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
    private Surging withTried(Tx tx, Surging s, List<SurgeStore.CameIn> cases) {
        List<Long> since = cases.stream()
                .filter(c -> !c.at().isBefore(s.since()))
                .map(SurgeStore.CameIn::number)
                .toList();
        since = since.subList(Math.max(0, since.size() - LOOKED_THROUGH), since.size());
        return new Surging(
                s.error(),
                s.title(),
                s.since(),
                s.count(),
                s.usual(),
                s.cases(),
                store.tried(tx, since).stream()
                        .map(t -> new Tried(
                                t.fix(),
                                library.library().fix(t.fix()).map(Fix::title).orElse(t.fix()),
                                t.tried(),
                                t.helped()))
                        .toList());
    }

    private static List<Long> newest(List<SurgeStore.CameIn> cases) {
        return cases.subList(Math.max(0, cases.size() - CASES), cases.size()).stream()
                .map(SurgeStore.CameIn::number)
                .sorted(Comparator.reverseOrder())
                .toList();
    }

    private long[] seconds(List<SurgeStore.CameIn> cases) {
        return cases.stream().mapToLong(c -> local(c.at())).toArray();
    }

    /** Seconds as the desk's own clock shows them: hours of the week are the desk's. */
    private long local(Instant at) {
        return at.getEpochSecond() + zone.getRules().getOffset(at).getTotalSeconds();
    }

    private Instant at(long local) {
        Instant about = Instant.ofEpochSecond(local);
        return about.minusSeconds(zone.getRules().getOffset(about).getTotalSeconds());
    }
}
