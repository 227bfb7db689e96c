package org.mendak.server.platform;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** Nobody goes on before what they did is written, and many are written at once. */
class OnDiskTest {

    private static final int PEOPLE = 16;

    @Test
    void whoGoesOnHasBeenWritten() {
        OnDisk disk = new OnDisk();
        AtomicInteger done = new AtomicInteger();
        AtomicInteger written = new AtomicInteger();
        ExecutorService threads = Executors.newFixedThreadPool(PEOPLE);
        try {
            List<CompletableFuture<Void>> all = IntStream.range(0, PEOPLE)
                    .mapToObj(p -> CompletableFuture.runAsync(
                            () -> {
                                for (int i = 0; i < 500; i++) {
                                    int mine = done.incrementAndGet();
                                    disk.await(() -> {
                                        int upTo = done.get();
                                        Thread.yield();
                                        written.set(upTo);
                                    });
                                    assertThat(written.get()).isGreaterThanOrEqualTo(mine);
                                }
                            },
                            threads))
                    .toList();
            all.forEach(CompletableFuture::join);
        } finally {
            threads.shutdown();
        }
        assertThat(done).hasValue(PEOPLE * 500);
    }

    @Test
    void whoWaitsWhileAWritingIsUnderWayIsWrittenWithTheOthersByTheNext() throws InterruptedException {
        OnDisk disk = new OnDisk();
        CountDownLatch under = new CountDownLatch(1);
        CountDownLatch goOn = new CountDownLatch(1);
        AtomicInteger writings = new AtomicInteger();
        CompletableFuture<Void> first = CompletableFuture.runAsync(() -> disk.await(() -> {
            under.countDown();
            await(goOn);
            writings.incrementAndGet();
        }));
        under.await();
        ExecutorService threads = Executors.newFixedThreadPool(PEOPLE);
        AtomicInteger waiting = new AtomicInteger();
        List<CompletableFuture<Void>> others = IntStream.range(0, PEOPLE)
                .mapToObj(p -> CompletableFuture.runAsync(
                        () -> {
                            waiting.incrementAndGet();
                            disk.await(writings::incrementAndGet);
                        },
                        threads))
                .toList();
        while (waiting.get() < PEOPLE) {
            Thread.onSpinWait();
        }
        assertThat(others).noneMatch(CompletableFuture::isDone);
        goOn.countDown();
        first.join();
        others.forEach(CompletableFuture::join);
        threads.shutdown();
        // those who had counted themselves but not asked yet may need one more
        assertThat(writings.get()).isBetween(2, PEOPLE);
    }

    @Test
    void whatFailsIsToldToAllWhoWaitedForItAndToNobodyAfterwards() {
        OnDisk disk = new OnDisk();
        assertThatThrownBy(() -> disk.await(() -> {
                    throw new IllegalStateException("full");
                }))
                .hasMessage("full");
        AtomicInteger writings = new AtomicInteger();
        disk.await(writings::incrementAndGet);
        assertThat(writings).hasValue(1);
    }

    private static void await(CountDownLatch latch) {
        try {
            latch.await();
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }
}
