package org.mendak.server.team;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.when;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.mendak.server.platform.Refusal;
import org.mockito.Mock;
import org.mockito.junit.jupiter.MockitoExtension;
import org.mockito.junit.jupiter.MockitoSettings;
import org.mockito.quality.Strictness;

@ExtendWith(MockitoExtension.class)
@MockitoSettings(strictness = Strictness.LENIENT)
class SignInThrottleTest {

    private static final Instant NINE = Instant.parse("2026-03-02T09:00:00Z");

    @Mock
    private Clock clock;

    private SignInThrottle throttle;

    @BeforeEach
    void fresh() {
        when(clock.instant()).thenReturn(NINE);
        throttle = new SignInThrottle(clock);
    }

    private void tries(int times) {
        for (int i = 0; i < times; i++) {
            throttle.begin("runa");
        }
    }

    private void refused() {
        assertThatThrownBy(() -> throttle.begin("runa")).isInstanceOf(Refusal.class);
    }

    @Test
    void fiveTriesCostNothing() {
        tries(5);
        refused();
    }

    @Test
    void theSixthWaitsTwoSecondsAndEachFurtherTwiceAsLong() {
        tries(5);
        when(clock.instant()).thenReturn(NINE.plusMillis(1_999));
        refused();
        when(clock.instant()).thenReturn(NINE.plusSeconds(2));
        tries(1);
        when(clock.instant()).thenReturn(NINE.plusSeconds(5));
        assertThatThrownBy(() -> throttle.begin("runa")).hasMessageContaining("wait");
        when(clock.instant()).thenReturn(NINE.plusSeconds(6));
        tries(1);
    }

    @Test
    void neverLongerThanAQuarterOfAnHourHoweverOften() {
        Instant now = NINE;
        for (int i = 0; i < 60; i++) {
            when(clock.instant()).thenReturn(now);
            tries(1);
            now = now.plusSeconds(15 * 60);
        }
        when(clock.instant()).thenReturn(now.minusMillis(1));
        refused();
        when(clock.instant()).thenReturn(now);
        tries(1);
    }

    @Test
    void othersAreNotSlowedAndSuccessForgets() {
        tries(5);
        throttle.begin("ines");
        refused();
        throttle.succeeded("runa");
        tries(1);
    }

    @Test
    void sixtyAtOnceAreFive() throws Exception {
        ExecutorService pool = Executors.newFixedThreadPool(20);
        try {
            List<Future<Boolean>> all = new ArrayList<>();
            for (int i = 0; i < 60; i++) {
                all.add(pool.submit(() -> {
                    try {
                        throttle.begin("runa");
                        return true;
                    } catch (Refusal r) {
                        return false;
                    }
                }));
            }
            int let = 0;
            for (Future<Boolean> f : all) {
                let += f.get() ? 1 : 0;
            }
            assertThat(let).isEqualTo(5);
        } finally {
            pool.shutdownNow();
        }
    }
}
