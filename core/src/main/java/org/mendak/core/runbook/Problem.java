package org.mendak.core.runbook;

import java.util.Locale;
import java.util.Objects;

/**
 * Something to mend in a document.
 *
 * @param line the line, from 1
 * @param column the column, from 1, in UTF-16 units
 * @param message what is wrong
 * @param remedy what to do about it; may be empty
 */
public record Problem(Severity severity, int line, int column, String message, String remedy) {

    /** How grave a problem is: an error stops publishing, the others do not. */
    public enum Severity {
        ERROR,
        WARNING,
        HINT;

        /** The word for it: error, warning or hint. */
        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    public Problem {
        Objects.requireNonNull(severity);
        if (line < 1 || column < 1) {
            throw new IllegalArgumentException("place is " + line + ":" + column + ", both count from 1");
        }
    }

    /** Whether this stops publishing. */
    public boolean stopsPublishing() {
        return severity == Severity.ERROR;
    }
}
