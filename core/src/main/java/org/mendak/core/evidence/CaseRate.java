package org.mendak.core.evidence;

import java.time.Duration;
import java.time.Instant;

/** How often cases come. */
public final class CaseRate {

    private static final int MONTHS = 3;
    private static final double DAYS_A_MONTH = 30.4;

    private CaseRate() {}

    /** Since when cases count as recent. */
    public static Instant since(Instant end) {
        return end.minus(Duration.ofMinutes((long) (MONTHS * DAYS_A_MONTH * 24 * 60)));
    }

    /**
     * Cases a month over the three months before {@code end}, or since the first case if that is less, but at least one month.
     *
     * @param first when the first case was opened; null without cases
     * @param recent how many were opened after {@link #since}
     * @return 0 without cases
     */
    public static double aMonth(Instant first, int recent, Instant end) {
        if (first == null) {
            return 0;
        }
        double months = Duration.between(first, end).toMinutes() / (DAYS_A_MONTH * 24 * 60);
        return recent / Math.max(1, Math.min(MONTHS, months));
    }
}
