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
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
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
        FAILED;

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
     * @param result what came of it; null until it is done
     * @param problem what went wrong; empty unless it failed
     */
    public record View(String id, String kind, State state, long done, long total, Object result, String problem) {}

    /** Told by the work how far it is. */
    @FunctionalInterface
    public interface Progress {
        void at(long done, long total);
    }

    private static final class Job {
        final long owner;
        final AtomicReference<View> view;

        Job(long owner, View view) {
            this.owner = owner;
            this.view = new AtomicReference<>(view);
        }
    }

    private final Map<String, Job> running = new ConcurrentHashMap<>();
    private final Cache<String, Job> ended =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).expireAfterWrite(LIFE).build();
    private final ExecutorService executor = Executors.newSingleThreadExecutor(r -> new Thread(r, "jobs"));

    /** Starts work; what it answers becomes the job's result. A {@link Refusal} becomes its problem. */
    public View start(Caller owner, String kind, Function<Progress, Object> work) {
        String id = UUID.randomUUID().toString();
        Job job = new Job(owner.id(), new View(id, kind, State.RUNNING, 0, 0, null, ""));
        long mine = running.values().stream().filter(j -> j.owner == owner.id()).count();
        if (mine >= MOST_OF_ONE || running.size() >= MOST_WAITING) {
            throw Refusal.tooMany("Too much is being done already. Wait until one of it has ended.", 5);
        }
        running.put(id, job);
        executor.execute(() -> {
            run(job, kind, work);
            ended.put(id, job);
            running.remove(id);
        });
        return job.view.get();
    }

    private static void run(Job job, String kind, Function<Progress, Object> work) {
        try {
            Object result = work.apply((done, total) ->
                    job.view.updateAndGet(v -> new View(v.id(), kind, State.RUNNING, done, total, null, "")));
            job.view.updateAndGet(v -> new View(v.id(), kind, State.DONE, v.total(), v.total(), result, ""));
        } catch (Refusal r) {
            job.view.updateAndGet(v -> new View(v.id(), kind, State.FAILED, v.done(), v.total(), null, r.getMessage()));
        } catch (DeskRefused e) {
            LOG.error("job {}: {}", kind, e.getMessage());
            job.view.updateAndGet(v -> new View(v.id(), kind, State.FAILED, v.done(), v.total(), null, e.getMessage()));
        } catch (RuntimeException e) {
            LOG.error("job {} failed", kind, e);
            job.view.updateAndGet(v -> new View(
                    v.id(),
                    kind,
                    State.FAILED,
                    v.done(),
                    v.total(),
                    null,
                    "Something went wrong here. Nothing was stored."));
        }
    }

    /** A job of this caller. */
    public View find(Caller caller, String id) {
        Job job = running.getOrDefault(id, ended.getIfPresent(id));
        if (job == null || job.owner != caller.id()) {
            throw Refusal.notFound("There is no such job.");
        }
        return job.view.get();
    }

    @PreDestroy
    void stop() {
        // what has not begun has promised nothing; what is under way may end
        executor.shutdownNow();
        try {
            executor.awaitTermination(GRACE_S, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
