package org.mendak.core.language;

/**
 * The three values of a condition. Unknown is never the same as no.
 *
 * <p>Source: S. C. Kleene, "On Notation for Ordinal Numbers", Journal of Symbolic Logic 3 (1938), pp. 150-155 (strong
 * three-valued logic).
 */
public enum Truth {
    YES,
    NO,
    UNKNOWN;

    static Truth of(boolean b) {
        return b ? YES : NO;
    }

    /** Yes if both are, no if one is no. */
    public Truth and(Truth o) {
        return this == NO || o == NO ? NO : this == YES && o == YES ? YES : UNKNOWN;
    }

    Truth or(Truth o) {
        return this == YES || o == YES ? YES : this == NO && o == NO ? NO : UNKNOWN;
    }

    Truth not() {
        return this == YES ? NO : this == NO ? YES : UNKNOWN;
    }
}
