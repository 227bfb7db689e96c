package org.mendak.core.evidence;

import java.util.Objects;

/**
 * One fix tried on a case, as the log has it.
 *
 * @param fix the fix's key
 * @param cameBack whether the success did not last out the holding time; false for what is no success
 * @param triedBefore whether somebody tried it before the case was opened
 * @param minutes working minutes plus waits under half an hour; NaN if not known
 * @param otherFix whether it was made before a substantial change of the fix, which is another fix in truth since
 */
public record LoggedAttempt(
        String fix, Outcome outcome, boolean cameBack, boolean triedBefore, double minutes, boolean otherFix) {

    /** What an attempt counts that somebody else saw, or that was made with another version of the fix. */
    static final double COUNTS_LESS = 0.3;

    public LoggedAttempt {
        Objects.requireNonNull(fix);
        Objects.requireNonNull(outcome);
        if (minutes < 0) {
            throw new IllegalArgumentException("minutes is " + minutes + ", must be 0 or more, or NaN");
        }
    }

    /** An attempt with the fix as it is now. */
    public LoggedAttempt(String fix, Outcome outcome, boolean cameBack, boolean triedBefore, double minutes) {
        this(fix, outcome, cameBack, triedBefore, minutes, false);
    }

    /** What it counts as evidence: 1, or less; reasons to count less are not compounded. */
    double counts() {
        return triedBefore || otherFix ? COUNTS_LESS : 1;
    }

    /** Whether the error was gone and stayed away. */
    boolean held() {
        return outcome.ended() && !cameBack;
    }

    /** Whether this counts as "tried and did not help". */
    boolean failed() {
        return outcome.failed() || outcome.ended() && cameBack;
    }
}
