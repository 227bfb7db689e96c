package org.mendak.core.evidence;

import java.util.List;

/**
 * A case's attempts under one known error.
 *
 * @param id the case's number, for looking it up again
 * @param productVersion the version it was logged under; null if unknown
 * @param month the month it was opened in, as {@code 2026-03}, in the desk's time zone
 * @param attempts in the order they were made
 */
public record LoggedCase(String id, String productVersion, String month, List<LoggedAttempt> attempts) {
    public LoggedCase {
        attempts = List.copyOf(attempts);
    }
}
