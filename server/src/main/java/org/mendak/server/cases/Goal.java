package org.mendak.server.cases;

/** What a case is worked for: mending it, or getting the caller going. */
public enum Goal {
    MEND,
    GOING
}
