package org.mendak.core.recognise;

import java.util.Objects;
import org.mendak.core.runbook.KnownError;

/**
 * What was typed or pasted in a case.
 *
 * @param number the case
 * @param endedAs the known error that the case ended as: an example of how people put it; null if it has not ended as one
 * @param text masked; its first hundred words count
 * @param weight how much it still says, in (0, 1]
 */
public record CaseText(long number, String endedAs, String text, double weight) {

    /** Cases of one error that are learned from, the newest. */
    public static final int MOST_OF_ERROR = OwnWords.MOST_OF_ERROR;

    private static final double HALVED_AFTER_DAYS = 365;

    public CaseText {
        Objects.requireNonNull(text);
        if (!(weight > 0 && weight <= 1)) {
            throw new IllegalArgumentException("weight " + weight + " is not in (0, 1]");
        }
    }

    /** What a text of this age says beside one of today: half as much after a year. Less than zero days count as none. */
    public static double weightAfter(double days) {
        return Math.max(Double.MIN_NORMAL, Math.pow(0.5, Math.max(0, days) / HALVED_AFTER_DAYS));
    }

    /** Whether a text puts an error in somebody's own words: a log, or what says no more than the message, teaches nothing. */
    public static boolean teaches(String text, KnownError error) {
        return OwnWords.isSaying(text, error);
    }
}
