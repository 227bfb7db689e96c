package org.mendak.server.cases;

import java.util.Collections;
import java.util.EnumSet;
import java.util.Set;

/** How a case stands: being worked, or how it ended. */
public enum CaseStatus {
    OPEN,
    SOLVED,
    /** The caller can work, by something that mends nothing for good. */
    WORKED_AROUND,
    HANDED_OVER,
    WITHDRAWN,
    /** Another case is about the same. */
    DUPLICATE;

    /** The endings. */
    public static final Set<CaseStatus> ENDINGS = Collections.unmodifiableSet(EnumSet.complementOf(EnumSet.of(OPEN)));

    /** Whether what ended it must last. */
    boolean mustHold() {
        return this == SOLVED || this == WORKED_AROUND;
    }
}
