package org.mendak.server.platform;

import java.util.OptionalLong;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;

/** At most one line of the log a second: where all is slow, or somebody tries doors all day, the log itself would fill the disk. */
public final class Sparingly {

    private static final long APART_NS = TimeUnit.SECONDS.toNanos(1);

    private final AtomicLong notBefore = new AtomicLong(System.nanoTime());
    private final AtomicLong unsaid = new AtomicLong();

    /** How many were not said since the last one that was, if this one may be; empty if it may not. */
    public OptionalLong next() {
        long now = System.nanoTime();
        long earliest = notBefore.get();
        if (now - earliest < 0 || !notBefore.compareAndSet(earliest, now + APART_NS)) {
            unsaid.incrementAndGet();
            return OptionalLong.empty();
        }
        return OptionalLong.of(unsaid.getAndSet(0));
    }

    /** For the end of a line. */
    public static String others(long unsaid) {
        return unsaid == 0 ? "" : " (and " + unsaid + " more since the last line)";
    }
}
