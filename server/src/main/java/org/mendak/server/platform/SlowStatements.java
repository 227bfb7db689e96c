package org.mendak.server.platform;

import java.time.Duration;
import java.util.concurrent.TimeUnit;
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

    private final long slowNs;
    private final Sparingly sparingly = new Sparingly();

    SlowStatements(Settings settings) {
        Duration slow = settings.slowStatement();
        slowNs = slow.isZero() ? Long.MAX_VALUE : slow.toNanos();
    }

    /** @param begunNs when it began, by {@link System#nanoTime} */
    void ended(String sql, long begunNs) {
        long took = System.nanoTime() - begunNs;
        if (took >= slowNs) {
            sparingly
                    .next()
                    .ifPresent(others -> LOG.warn(
                            "a statement took {} ms{}: {}",
                            TimeUnit.NANOSECONDS.toMillis(took),
                            Sparingly.others(others),
                            sql));
        }
    }
}
