package org.mendak.server.platform;

import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.function.LongSupplier;

/**
 * A clock that never goes back, over one that may be set: people's and machines' clocks are. Set forward it follows at once. Set back it
 * goes on at half its pace, measured by the machine's monotonic time, until the other has caught up: nothing ends before it began, and
 * nobody waits an hour too long.
 */
final class SteadyClock extends Clock {

    private final Clock source;
    private final LongSupplier nanos;
    private Instant last;
    private long lastNanos;

    SteadyClock(Clock source, LongSupplier nanos) {
        this.source = source;
        this.nanos = nanos;
        this.last = source.instant();
        this.lastNanos = nanos.getAsLong();
    }

    @Override
    public synchronized Instant instant() {
        Instant said = source.instant();
        long now = nanos.getAsLong();
        Instant slow = last.plusNanos(Math.max(0, now - lastNanos) / 2);
        last = said.isAfter(slow) ? said : slow;
        lastNanos = now;
        return last;
    }

    @Override
    public ZoneId getZone() {
        return ZoneOffset.UTC;
    }

    @Override
    public Clock withZone(ZoneId zone) {
        return this;
    }
}
