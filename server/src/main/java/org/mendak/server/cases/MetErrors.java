package org.mendak.server.cases;

import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicBoolean;
import org.mendak.core.recognise.Prior;
import org.mendak.server.platform.Db;
import org.mendak.server.recognition.Met;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Tells recognition how often known errors were met in the last 90 days; counted at most once a minute. */
@Component
class MetErrors implements Met {

    private static final Logger LOG = LoggerFactory.getLogger(MetErrors.class);
    private static final Duration LOOKED_BACK = Duration.ofDays(90);
    private static final Duration FRESH = Duration.ofMinutes(1);
    /** Fewer cases of a product say less than those of the whole desk. */
    private static final long ENOUGH = 30;

    private record Counted(Instant at, Prior prior) {}

    private final Db db;
    private final CaseStore store;
    private final Clock clock;
    private final AtomicBoolean counting = new AtomicBoolean();
    private final ExecutorService executor = Executors.newSingleThreadExecutor(r -> {
        Thread t = new Thread(r, "met");
        t.setDaemon(true);
        return t;
    });
    private volatile Counted counted;

    MetErrors(Db db, CaseStore store, Clock clock) {
        this.db = db;
        this.store = store;
        this.clock = clock;
    }

    /**
     * What was counted last. Counting anew goes on beside: whoever asks may be inside a transaction, and must not wait for a second
     * connection.
     */
    @Override
    public Prior prior() {
        Instant now = clock.instant();
        Counted last = counted;
        boolean stale =
                last == null || last.at().plus(FRESH).isBefore(now) || last.at().isAfter(now);
        if (stale && counting.compareAndSet(false, true)) {
            executor.execute(() -> count(now));
        }
        return last == null ? Prior.NONE : last.prior();
    }

    private void count(Instant now) {
        try {
            counted = new Counted(now, prior(db.tx(tx -> store.met(tx, now.minus(LOOKED_BACK)))));
        } catch (RuntimeException e) {
            LOG.warn("known errors could not be counted; recognition goes on with what was counted last", e);
        } finally {
            counting.set(false);
        }
    }

    @PreDestroy
    void stop() {
        executor.shutdown();
    }

    /** Each error's count over the average, one case added to both; of the product's cases if there are enough. */
    static Prior prior(List<CaseStore.Met> cases) {
        Map<String, Map<String, Long>> byProduct = new HashMap<>();
        for (CaseStore.Met m : cases) {
            byProduct.computeIfAbsent("", k -> new HashMap<>()).merge(m.error(), m.count(), Long::sum);
            if (m.product() != null) {
                byProduct
                        .computeIfAbsent(m.product().toLowerCase(Locale.ROOT), k -> new HashMap<>())
                        .merge(m.error(), m.count(), Long::sum);
            }
        }
        return (error, product, phase) -> {
            Map<String, Long> of = product == null ? null : byProduct.get(product.toLowerCase(Locale.ROOT));
            if (of == null || sum(of) < ENOUGH) {
                of = byProduct.getOrDefault("", Map.of());
            }
            return of.isEmpty() ? 1 : (of.getOrDefault(error, 0L) + 1.0) / (sum(of) / (double) of.size() + 1);
        };
    }

    private static long sum(Map<String, Long> counts) {
        return counts.values().stream().mapToLong(Long::longValue).sum();
    }
}
