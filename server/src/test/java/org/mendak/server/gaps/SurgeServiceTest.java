package org.mendak.server.gaps;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.timeout;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import org.junit.jupiter.api.Test;
import org.mendak.server.TestDay;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Role;

/** That whoever has a page open does not wait while surges are looked for again. */
class SurgeServiceTest {

    private static final Caller AGENT = new Caller(1, "liv", "Liv Aune", Role.AGENT, Caller.EVERYTHING);
    private static final SurgeService.Surging SURGE = new SurgeService.Surging(
            "board-goes-dark", "The board goes dark", Instant.EPOCH, 9, 0.5, List.of(7L), List.of());
    private static final int LONGEST_MS = 20_000;

    private final SurgeLook look = mock(SurgeLook.class);
    private final TestDay.Ahead clock = new TestDay.Ahead();

    private SurgeService service() {
        return new SurgeService(look, clock);
    }

    @Test
    void itIsLookedForBesideWhoeverAsksSoonAgain() {
        CountDownLatch told = new CountDownLatch(1);
        when(look.at(any())).thenReturn(List.of()).thenAnswer(looking -> {
            told.await();
            return List.of(SURGE);
        });
        SurgeService surges = service();
        assertThat(surges.surges(AGENT)).isEmpty();
        clock.forward(Duration.ofSeconds(40));
        // the second look waits until this was told
        assertThat(surges.surges(AGENT)).isEmpty();
        verify(look, timeout(LONGEST_MS).times(2)).at(any());
        told.countDown();
        long end = System.nanoTime() + Duration.ofMillis(LONGEST_MS).toNanos();
        while (surges.surges(AGENT).isEmpty() && System.nanoTime() < end) {
            Thread.onSpinWait();
        }
        assertThat(surges.surges(AGENT)).containsExactly(SURGE);
        verify(look, times(2)).at(any());
        surges.stop();
    }

    @Test
    void whoeverAsksMuchLaterHasWhatIsSoNow() {
        when(look.at(any())).thenReturn(List.of(SURGE)).thenReturn(List.of());
        SurgeService surges = service();
        assertThat(surges.surges(AGENT)).containsExactly(SURGE);
        clock.forward(Duration.ofMinutes(3));
        assertThat(surges.surges(AGENT)).isEmpty();
        surges.stop();
    }
}
