package org.mendak.server.cases;

import java.time.Duration;

/** How long somebody works at something without a break. */
public final class WorkedTime {

    /** What lay untouched for longer was not being worked all the time: its minutes are not known. */
    public static final Duration PLAUSIBLE = Duration.ofMinutes(90);

    private WorkedTime() {}
}
