package org.mendak.server.gaps;

import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.locks.ReentrantLock;
import org.mendak.server.platform.Beside;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Paced;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Trace;
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

    private static final Logger LOG = LoggerFactory.getLogger(SurgeService.class);

    private final SurgeLook look;
    private final Clock clock;
    private final ReentrantLock looking = new ReentrantLock();
    private final ScheduledExecutorService executor = Beside.one("surges");
    private final Paced beside = new Paced(executor, this::lookBeside);
    private volatile Seen seen;

    SurgeService(SurgeLook look, Clock clock) {
        this.look = look;
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
            now = new Seen(at, look.at(at));
            seen = now;
        }
        return now;
    }

    private void lookBeside() {
        looking.lock();
        try {
            looked();
        } catch (RuntimeException e) {
            LOG.warn("surges could not be looked for; who asks is told what was seen last: {}", Trace.of(e));
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
}
