package org.mendak.server.platform;

import com.fasterxml.jackson.annotation.JsonValue;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import jakarta.annotation.PreDestroy;
import java.time.Duration;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Function;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Work that takes longer than a call should. One at a time; what came of it can be asked for a day long, or until 1,000 newer came. */
@Component
public class Jobs {

    private static final Logger LOG = LoggerFactory.getLogger(Jobs.class);
    private static final int MOST_KEPT = 1_000;
    private static final int MOST_WAITING = 50;
    private static final long GRACE_S = 10;
    private static final int MOST_OF_ONE = 5;
    private static final Duration LIFE = Duration.ofDays(1);

    /** How a job stands. */
    public enum State {
        RUNNING,
        DONE,
        FAILED,
        /** Somebody asked for it: what was done before is told as its result, and stays. */
        STOPPED;

        @JsonValue
        String word() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /**
     * A job as it is told.
     *
     * @param done how much is done, in the job's own units
     * @param total of how much; 0 if that is not known yet
     * @param result what came of it; null until it is done or stopped
     * @param problem what went wrong; empty unless it failed
     * @param stoppable whether it can be stopped on its way
     */
    public record View(
            String id,
            String kind,
            State state,
            long done,
            long total,
            Object result,
            String problem,
            boolean stoppable) {

        private View at(long newDone, long newTotal) {
            return new View(id, kind, state, newDone, newTotal, null, "", stoppable);
        }

        private View ended(State how, long newDone, Object what, String why) {
            return new View(id, kind, how, newDone, total, what, why, false);
        }
    }

    /** Told by the work how far it is. */
    @FunctionalInterface
    public interface Progress {
        void at(long done, long total);

        /** Whether to stop between two things that stand for themselves. */
        default boolean stopped() {
            return false;
        }
    }

    private final class Job implements Progress {
        final long owner;
        final AtomicReference<View> view;
        private volatile boolean asked;

        Job(long owner, View view) {
            this.owner = owner;
            this.view = new AtomicReference<>(view);
        }

        @Override
        public void at(long done, long total) {
            view.updateAndGet(v -> v.at(done, total));
        }

        @Override
        public boolean stopped() {
            return asked || ending;
        }
    }

    private final Map<String, Job> running = new ConcurrentHashMap<>();
    private final Cache<String, Job> ended =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).expireAfterWrite(LIFE).build();
    private final ThreadPoolExecutor executor =
            new ThreadPoolExecutor(1, 1, 0, TimeUnit.SECONDS, new LinkedBlockingQueue<>(), r -> new Thread(r, "jobs"));
    private volatile boolean ending;

    /** Starts work that is done wholly or not at all; what it answers becomes the job's result. A {@link Refusal} becomes its problem. */
    public View start(Caller owner, String kind, Function<Progress, Object> work) {
        return start(owner, kind, false, work);
    }

    /** The same of work that looks at {@link Progress#stopped} and then ends early, with what it did as its result. */
    public View startStoppable(Caller owner, String kind, Function<Progress, Object> work) {
        return start(owner, kind, true, work);
    }

    private View start(Caller owner, String kind, boolean stoppable, Function<Progress, Object> work) {
        String id = UUID.randomUUID().toString();
        Job job = new Job(owner.id(), new View(id, kind, State.RUNNING, 0, 0, null, "", stoppable));
        long mine = running.values().stream().filter(j -> j.owner == owner.id()).count();
        if (mine >= MOST_OF_ONE || running.size() >= MOST_WAITING) {
            throw Refusal.tooMany("Too much is being done already. Wait until one of it has ended.", 5);
        }
        running.put(id, job);
        executor.execute(() -> {
            run(job, work);
            ended.put(id, job);
            running.remove(id);
        });
        return job.view.get();
    }

    private static void run(Job job, Function<Progress, Object> work) {
        try {
            Object result = work.apply(job);
            boolean early = job.view.get().stoppable() && job.stopped();
            job.view.updateAndGet(
                    v -> v.ended(early ? State.STOPPED : State.DONE, early ? v.done() : v.total(), result, ""));
        } catch (Refusal r) {
            failed(job, r.getMessage());
        } catch (DeskRefused e) {
            LOG.error("job {}: {}", job.view.get().kind(), e.getMessage());
            failed(job, e.getMessage());
        } catch (RuntimeException e) {
            LOG.error("job {} failed: {}", job.view.get().kind(), Trace.of(e));
            failed(job, "Something went wrong here. Nothing was stored.");
        }
    }

    private static void failed(Job job, String why) {
        job.view.updateAndGet(v -> v.ended(State.FAILED, v.done(), null, why));
    }

    /** A job of this caller. */
    public View find(Caller caller, String id) {
        return mine(caller, id).view.get();
    }

    /** Asks a job of this caller to stop; it ends at the next place where it can. Nothing happens to one that has ended. */
    public View stop(Caller caller, String id) {
        Job job = mine(caller, id);
        View v = job.view.get();
        if (v.state() == State.RUNNING && !v.stoppable()) {
            throw Refusal.conflict("This is done wholly or not at all, and cannot be stopped on its way.");
        }
        job.asked = true;
        return job.view.get();
    }

    private Job mine(Caller caller, String id) {
        Job job = running.getOrDefault(id, ended.getIfPresent(id));
        if (job == null || job.owner != caller.id()) {
            throw Refusal.notFound("There is no such job.");
        }
        return job;
    }

    @PreDestroy
    void stop() {
        // what has not begun has promised nothing; what is under way may end. Its thread is not interrupted: that would
        // close the database's file
        ending = true;
        executor.getQueue().clear();
        executor.shutdown();
        try {
            executor.awaitTermination(GRACE_S, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
