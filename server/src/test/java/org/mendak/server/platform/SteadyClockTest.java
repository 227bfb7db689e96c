package org.mendak.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.mendak.server.TestDay;

/** The clock of the desk goes on when the machine's is set back, and is right again after a while. */
@TestInstance(TestInstance.Lifecycle.PER_METHOD)
class SteadyClockTest {

    private Instant said = TestDay.BEGIN;
    private final AtomicLong nanos = new AtomicLong();
    private final SteadyClock clock = new SteadyClock(
            new Clock() {
                @Override
                public Instant instant() {
                    return said;
                }

                @Override
                public ZoneId getZone() {
                    return ZoneId.of("UTC");
                }

                @Override
                public Clock withZone(ZoneId zone) {
                    return this;
                }
            },
            nanos::get);

    private Instant after(Duration d) {
        said = said.plus(d);
        nanos.addAndGet(d.toNanos());
        return clock.instant();
    }

    @Test
    void asLongAsNobodySetsItItIsTheMachines() {
        assertThat(after(Duration.ofMinutes(3))).isEqualTo(TestDay.BEGIN.plus(Duration.ofMinutes(3)));
    }

    @Test
    void setBackAnHourItGoesOnSlowlyAndIsRightTwoHoursLater() {
        said = said.minus(Duration.ofHours(1));
        assertThat(clock.instant()).isEqualTo(TestDay.BEGIN);
        assertThat(after(Duration.ofMinutes(10))).isEqualTo(TestDay.BEGIN.plus(Duration.ofMinutes(5)));
        after(Duration.ofMinutes(109));
        assertThat(clock.instant()).isAfter(said);
        after(Duration.ofMinutes(1));
        assertThat(clock.instant()).isEqualTo(said);
    }

    @Test
    void setForwardItFollows() {
        said = said.plus(Duration.ofHours(2));
        assertThat(clock.instant()).isEqualTo(said);
    }
}
