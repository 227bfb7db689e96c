package org.mendak.server.platform;

import java.time.Duration;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Tells the log of statements that took long, as they are written, without what they were given. At most one line a second: a desk on which all is slow
 * would fill its disk by saying so.
 */
@Component
class SlowStatements {

    private static final Logger LOG = LoggerFactory.getLogger(SlowStatements.class);
    private static final long APART_NS = TimeUnit.SECONDS.toNanos(1);

    private final long slowNs;
    private final AtomicLong notBefore = new AtomicLong(System.nanoTime());
    private final AtomicLong unsaid = new AtomicLong();

    SlowStatements(Settings settings) {
        Duration slow = settings.slowStatement();
        slowNs = slow.isZero() ? Long.MAX_VALUE : slow.toNanos();
    }

    /** @param begunNs when it began, by {@link System#nanoTime} */
    void ended(String sql, long begunNs) {
        long now = System.nanoTime();
        if (now - begunNs < slowNs) {
            return;
        }
        long earliest = notBefore.get();
        if (now - earliest < 0 || !notBefore.compareAndSet(earliest, now + APART_NS)) {
            unsaid.incrementAndGet();
            return;
        }
        long others = unsaid.getAndSet(0);
        LOG.warn(
                "a statement took {} ms{}: {}",
                TimeUnit.NANOSECONDS.toMillis(now - begunNs),
                others == 0 ? "" : " (and " + others + " more since the last line)",
                sql);
    }
}
