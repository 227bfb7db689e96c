package org.mendak.server.team;

import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.when;

import java.time.Clock;
import java.time.Instant;
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

    private void fail(int times) {
        for (int i = 0; i < times; i++) {
            throttle.failed("runa");
        }
    }

    @Test
    void fourMistakesCostNothing() {
        fail(4);
        assertThatCode(() -> throttle.check("runa")).doesNotThrowAnyException();
        fail(1);
        assertThatThrownBy(() -> throttle.check("runa")).isInstanceOf(Refusal.class);
    }

    @Test
    void theFifthCostsTwoSecondsAndEachFurtherTwiceAsMuch() {
        fail(5);
        when(clock.instant()).thenReturn(NINE.plusMillis(1_999));
        assertThatThrownBy(() -> throttle.check("runa")).isInstanceOf(Refusal.class);
        when(clock.instant()).thenReturn(NINE.plusSeconds(2));
        assertThatCode(() -> throttle.check("runa")).doesNotThrowAnyException();
        fail(1);
        when(clock.instant()).thenReturn(NINE.plusSeconds(5));
        assertThatThrownBy(() -> throttle.check("runa")).hasMessageContaining("wait");
        when(clock.instant()).thenReturn(NINE.plusSeconds(6));
        assertThatCode(() -> throttle.check("runa")).doesNotThrowAnyException();
    }

    @Test
    void neverLongerThanAQuarterOfAnHourHoweverOften() {
        fail(60);
        when(clock.instant()).thenReturn(NINE.plusSeconds(15 * 60).minusMillis(1));
        assertThatThrownBy(() -> throttle.check("runa")).isInstanceOf(Refusal.class);
        when(clock.instant()).thenReturn(NINE.plusSeconds(15 * 60));
        assertThatCode(() -> throttle.check("runa")).doesNotThrowAnyException();
    }

    @Test
    void othersAreNotSlowedAndSuccessForgets() {
        fail(9);
        assertThatCode(() -> throttle.check("ines")).doesNotThrowAnyException();
        assertThatThrownBy(() -> throttle.check("runa")).isInstanceOf(Refusal.class);
        throttle.succeeded("runa");
        assertThatCode(() -> throttle.check("runa")).doesNotThrowAnyException();
    }
}
