package org.mendak.core.evidence;

import java.util.List;
import java.util.Map;

/**
 * A case's attempts under one known error.
 *
 * @param number the case's, for looking it up again
 * @param productVersion the version it was logged under; null if unknown
 * @param month the month it was opened in, as {@code 2026-03}, in the desk's time zone
 * @param attempts in the order they were made
 * @param facts what was known of the case, by the fact's name; and under {@link Evidence#FIRST_PICK} what was tried first if
 *     the plan that was shown is known
 */
public record LoggedCase(
        long number, String productVersion, String month, List<LoggedAttempt> attempts, Map<String, String> facts) {
    public LoggedCase {
        attempts = List.copyOf(attempts);
        facts = Map.copyOf(facts);
    }

    /** A case of which no facts are known. */
    public LoggedCase(long number, String productVersion, String month, List<LoggedAttempt> attempts) {
        this(number, productVersion, month, attempts, Map.of());
    }
}
