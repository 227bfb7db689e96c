package org.mendak.core.runbook;

import java.util.List;
import java.util.Locale;
import java.util.Objects;

/**
 * Something to mend in a document.
 *
 * @param line the line, from 1
 * @param column the column, from 1, in UTF-16 units
 * @param message what is wrong
 * @param remedy what to do about it; may be empty
 * @param mends changes of the text that would do it; mostly none
 */
public record Problem(Severity severity, int line, int column, String message, String remedy, List<Mend> mends) {

    /**
     * A change of the text that mends a problem.
     *
     * @param length how many characters are replaced from the place on; -1 for the whole line with its end
     * @param text what stands there then
     */
    public record Mend(int line, int column, int length, String text) {}

    /** A problem that its author mends. */
    public Problem(Severity severity, int line, int column, String message, String remedy) {
        this(severity, line, column, message, remedy, List.of());
    }

    /** The same with a change that mends it. */
    public Problem with(Mend mend) {
        return new Problem(severity, line, column, message, remedy, List.of(mend));
    }

    /** How grave a problem is: what is wrong or missing stops publishing, the others do not. */
    public enum Severity {
        ERROR,
        /** Nothing is wrong, something is still to be written. */
        MISSING,
        WARNING,
        HINT;

        /** The word for it: error, missing, warning or hint. */
        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    public Problem {
        Objects.requireNonNull(severity);
        mends = List.copyOf(mends);
        if (line < 1 || column < 1) {
            throw new IllegalArgumentException("place is " + line + ":" + column + ", both count from 1");
        }
    }

    /** Whether this stops publishing. */
    public boolean stopsPublishing() {
        return severity == Severity.ERROR || severity == Severity.MISSING;
    }
}
