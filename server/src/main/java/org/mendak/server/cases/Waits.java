package org.mendak.server.cases;

/** What an open case waits for. */
public enum Waits {
    /** Whoever works it. */
    ME,
    RESTART,
    TIME,
    REQUESTER
}
