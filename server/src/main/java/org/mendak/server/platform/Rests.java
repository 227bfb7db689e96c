package org.mendak.server.platform;

import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;

/** Rests of long work beside that of the callers, who need the processors meanwhile; they end when the program does. */
public final class Rests {

    private static final long LONGEST_NS = TimeUnit.MILLISECONDS.toNanos(50);

    private final int times;
    private final CountDownLatch ended = new CountDownLatch(1);

    /** @param times how many times as long as a piece of work took it rests after it, 50 ms at most */
    public Rests(int times) {
        this.times = times;
    }

    /**
     * Rests after a piece of work.
     *
     * @param tookNs how long that took, in nanoseconds
     * @return whether nothing is to be done any more
     */
    public boolean after(long tookNs) {
        try {
            return ended.await(Math.min(times * tookNs, LONGEST_NS), TimeUnit.NANOSECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return true;
        }
    }

    /** Nobody rests any more, and the work is to come to its end. */
    public void end() {
        ended.countDown();
    }
}
