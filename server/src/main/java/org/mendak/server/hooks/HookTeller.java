package org.mendak.server.hooks;

import java.net.ConnectException;
import java.net.UnknownHostException;
import java.net.http.HttpClient;
import java.net.http.HttpResponse;
import java.net.http.HttpTimeoutException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.mendak.server.platform.Beside;
import org.mendak.server.platform.Db;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/**
 * Tells what is due, one call at a time at each address, and later again what was not heard. What was being told when the process ended is
 * told again: a receiver knows it by its id.
 */
@Component
class HookTeller implements SmartLifecycle {

    /** How long after each try in vain; then it is given up, after nine tries in a day and a half. */
    static final List<Duration> AGAIN = List.of(
            Duration.ofSeconds(10),
            Duration.ofMinutes(1),
            Duration.ofMinutes(5),
            Duration.ofMinutes(30),
            Duration.ofHours(2),
            Duration.ofHours(6),
            Duration.ofHours(12),
            Duration.ofHours(24));

    private static final Logger LOG = LoggerFactory.getLogger(HookTeller.class);
    private static final long EVERY_MS = 1_000;
    private static final Duration PATIENCE = Duration.ofSeconds(10);
    private static final int AT_ONCE = 4;
    private static final int GOOD = 200;
    private static final int GOOD_END = 300;
    private static final int ANSWER = 300;

    private final Db db;
    private final HookStore store;
    private final HookEvents events;
    private final Clock clock;
    private final HttpClient http = HttpClient.newBuilder()
            .connectTimeout(Duration.ofSeconds(5))
            .followRedirects(HttpClient.Redirect.NEVER)
            .build();
    private final Set<Long> busy = ConcurrentHashMap.newKeySet();
    private String said = "";
    private volatile ScheduledExecutorService timer;
    private volatile ExecutorService callers;

    HookTeller(Db db, HookStore store, HookEvents events, Clock clock) {
        this.db = db;
        this.store = store;
        this.events = events;
        this.clock = clock;
    }

    private void tick() {
        try {
            events.gather();
            said = "";
            Instant now = clock.instant();
            for (long hook : db.tx(tx -> store.due(tx, now))) {
                if (busy.add(hook)) {
                    callers.execute(() -> {
                        try {
                            tellAll(hook);
                        } finally {
                            busy.remove(hook);
                        }
                    });
                }
            }
        } catch (RuntimeException e) {
            // a desk whose file cannot be read for a while is told of elsewhere; what is due stays due, and it is said
            // once
            if (!String.valueOf(e.getMessage()).equals(said)) {
                said = String.valueOf(e.getMessage());
                LOG.warn("others could not be told: {}", said);
            }
        }
    }

    /** One after the other while it hears; once it does not, the others wait for the next look. */
    private void tellAll(long hook) {
        try {
            boolean heard = true;
            while (heard && timer != null) {
                record Next(HookStore.Hook hook, HookStore.Call call) {}
                Next next = db.tx(tx -> new Next(
                        store.find(tx, hook).orElse(null),
                        store.due(tx, hook, clock.instant()).orElse(null)));
                if (next.hook() == null || next.hook().paused() || next.call() == null) {
                    return;
                }
                heard = tell(next.hook(), next.call());
            }
        } catch (RuntimeException e) {
            LOG.warn("what hook {} was told could not be written down: {}", hook, e.getMessage());
        }
    }

    private boolean tell(HookStore.Hook h, HookStore.Call c) {
        String answer = call(http, h, c.body(), clock.instant(), PATIENCE);
        boolean heard = answer.isEmpty();
        int tries = c.tries() + 1;
        boolean over = heard || tries > AGAIN.size();
        Instant now = clock.instant();
        String why = answer.length() > ANSWER ? answer.substring(0, ANSWER) : answer;
        db.run(tx -> store.ended(
                tx,
                c.id(),
                heard ? "told" : over ? "given-up" : "waiting",
                tries,
                heard ? "heard" : why,
                over ? null : now.plus(AGAIN.get(tries - 1)),
                over ? now : null));
        return heard;
    }

    /**
     * Calls; answers why it was not heard, empty if it was. Who begins to answer and never ends is not waited for either.
     *
     * @param patience for all of the answer
     */
    static String call(HttpClient http, HookStore.Hook h, String body, Instant now, Duration patience) {
        CompletableFuture<HttpResponse<Void>> answer = null;
        try {
            if (HookAddress.isForbidden(h.address())) {
                return "its host is an address that is not called";
            }
            answer = http.sendAsync(
                    SignedCall.of(h.address(), "hook-" + h.id(), h.secret(), body, now),
                    HttpResponse.BodyHandlers.discarding());
            int status = answer.get(patience.toMillis(), TimeUnit.MILLISECONDS).statusCode();
            return status >= GOOD && status < GOOD_END ? "" : "it answered " + status;
        } catch (UnknownHostException e) {
            return "its host is not known";
        } catch (TimeoutException e) {
            answer.cancel(true);
            return "it did not answer in time";
        } catch (ExecutionException e) {
            return why(e.getCause());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return "Mendak was stopped";
        } catch (IllegalArgumentException e) {
            return "its address cannot be called";
        }
    }

    private static String why(Throwable e) {
        if (e instanceof HttpTimeoutException) {
            return "it did not answer in time";
        }
        return e instanceof ConnectException
                ? "nobody answers there"
                : "it could not be reached: "
                        + (e.getMessage() == null ? e.getClass().getSimpleName() : e.getMessage());
    }

    @Override
    public void start() {
        callers = Executors.newFixedThreadPool(AT_ONCE, Beside.threads("hook"));
        timer = Beside.one("hooks");
        timer.scheduleWithFixedDelay(this::tick, EVERY_MS, EVERY_MS, TimeUnit.MILLISECONDS);
    }

    @Override
    public void stop() {
        timer.shutdownNow();
        callers.shutdownNow();
        timer = null;
    }

    @Override
    public boolean isRunning() {
        return timer != null;
    }
}
