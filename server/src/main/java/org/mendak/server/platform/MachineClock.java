package org.mendak.server.platform;

import java.time.Clock;

/** The one place that reads the machine's clock; everything else is handed a clock that can be set. */
public final class MachineClock {

    private MachineClock() {}

    /** The machine's clock in UTC. */
    public static Clock utc() {
        return Clock.systemUTC();
    }
}
