package org.mendak.server.platform;

import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;

/**
 * Work beside all else that is asked for with every change: done once for all who asked before it begins, and then not again for {@value #RESTS} times
 * as long as it took. At a small desk that is at once; at a large and busy one it takes a bounded share of a processor, however often it is asked for.
 */
public final class Paced {

    private static final int RESTS = 9;
    private static final long LONGEST_REST_NS = TimeUnit.SECONDS.toNanos(2);

    private final ScheduledExecutorService executor;
    private final Runnable work;
    private boolean asked;
    private boolean running;
    private long restsUntil = System.nanoTime();

    /** @param executor whose threads do the work, one at a time; once it is shut down nothing is done any more */
    public Paced(ScheduledExecutorService executor, Runnable work) {
        this.executor = executor;
        this.work = work;
    }

    /** Whatever was done before this is called is seen by a run of the work that begins afterwards. Costs nothing. */
    public synchronized void ask() {
        if (!asked) {
            asked = true;
            if (!running) {
                schedule();
            }
        }
    }

    private void schedule() {
        try {
            executor.schedule(this::run, Math.max(0, restsUntil - System.nanoTime()), TimeUnit.NANOSECONDS);
        } catch (RejectedExecutionException ended) {
            // nobody will ask for what it would have done
        }
    }

    private void run() {
        begin();
        long begun = System.nanoTime();
        try {
            work.run();
        } finally {
            end(begun);
        }
    }

    private synchronized void begin() {
        // before the work: who asks from here on is not sure to be seen by it
        asked = false;
        running = true;
    }

    private synchronized void end(long begun) {
        long now = System.nanoTime();
        restsUntil = now + Math.min(LONGEST_REST_NS, RESTS * (now - begun));
        running = false;
        if (asked) {
            schedule();
        }
    }
}
