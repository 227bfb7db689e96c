package org.mendak.server.platform;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.time.Duration;
import java.util.concurrent.CompletableFuture;
import org.junit.jupiter.api.Test;

/** That whoever waits is told what came of it, and nothing while nothing has. */
class AwaitedTest {

    private static final Duration LONG = Duration.ofMinutes(1);

    @Test
    void whatIsThereIsToldAtOnceAndWhatIsNotLater() {
        CompletableFuture<String> work = new CompletableFuture<>();
        assertThat(Awaited.within(work, Duration.ofMillis(1))).isEmpty();
        assertThat(Awaited.within(work, Duration.ofMillis(-1))).isEmpty();
        work.complete("done");
        assertThat(Awaited.within(work, Duration.ofMillis(-1))).contains("done");
    }

    @Test
    void whatFailedFailsAsItDid() {
        IllegalArgumentException own = new IllegalArgumentException("no room");
        assertThatThrownBy(() -> Awaited.within(CompletableFuture.failedFuture(own), LONG))
                .isSameAs(own);
        IOException other = new IOException("no disk");
        assertThatThrownBy(() -> Awaited.within(CompletableFuture.failedFuture(other), LONG))
                .hasCause(other);
    }

    /** Who is asked to stop stops waiting, and still knows that. */
    @Test
    void whoeverIsInterruptedWaitsNoLonger() {
        Thread.currentThread().interrupt();
        assertThat(Awaited.within(new CompletableFuture<>(), LONG)).isEmpty();
        assertThat(Thread.interrupted()).isTrue();
    }
}
