package org.mendak.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Delayed;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** That work which is asked for all the time is done for all who ask, and leaves time for other work. */
class PacedTest {

    private ScheduledExecutorService threads;

    @BeforeEach
    void begin() {
        threads = Executors.newScheduledThreadPool(2);
    }

    @AfterEach
    void end() {
        threads.shutdownNow();
    }

    @Test
    void whoAsksWhileItIsDoneIsSeenByTheNextOne() throws InterruptedException {
        AtomicInteger changes = new AtomicInteger();
        List<Integer> seen = new ArrayList<>();
        CountDownLatch begun = new CountDownLatch(1);
        CountDownLatch goOn = new CountDownLatch(1);
        CountDownLatch twice = new CountDownLatch(2);
        Paced paced = new Paced(threads, () -> {
            synchronized (seen) {
                seen.add(changes.get());
            }
            begun.countDown();
            try {
                assertThat(goOn.await(10, TimeUnit.SECONDS)).isTrue();
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
            twice.countDown();
        });
        changes.incrementAndGet();
        paced.ask();
        assertThat(begun.await(10, TimeUnit.SECONDS)).isTrue();
        for (int i = 0; i < 100; i++) {
            changes.incrementAndGet();
            paced.ask();
        }
        goOn.countDown();
        assertThat(twice.await(10, TimeUnit.SECONDS)).isTrue();
        synchronized (seen) {
            assertThat(seen).containsExactly(1, 101);
        }
    }

    @Test
    void itRestsForSeveralTimesWhatItTook() throws InterruptedException {
        ScheduledThreadPoolExecutor one = new ScheduledThreadPoolExecutor(1);
        try {
            CountDownLatch done = new CountDownLatch(1);
            Paced paced = new Paced(one, () -> {
                long until = System.nanoTime() + TimeUnit.MILLISECONDS.toNanos(200);
                while (System.nanoTime() < until) {
                    Thread.onSpinWait();
                }
                done.countDown();
            });
            paced.ask();
            assertThat(done.await(10, TimeUnit.SECONDS)).isTrue();
            // whatever is done behind it has the thread to itself for that long
            CountDownLatch idle = new CountDownLatch(1);
            one.execute(idle::countDown);
            assertThat(idle.await(10, TimeUnit.SECONDS)).isTrue();
            paced.ask();
            assertThat(((Delayed) one.getQueue().peek()).getDelay(TimeUnit.MILLISECONDS))
                    .isGreaterThan(300);
        } finally {
            one.shutdownNow();
        }
    }

    @Test
    void nothingIsDoneOnceItsThreadsHaveEnded() {
        AtomicInteger runs = new AtomicInteger();
        Paced paced = new Paced(threads, runs::incrementAndGet);
        threads.shutdown();
        paced.ask();
        paced.ask();
        assertThat(runs.get()).isZero();
    }
}
