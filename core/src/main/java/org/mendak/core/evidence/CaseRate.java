package org.mendak.core.evidence;

import java.time.Duration;
import java.time.Instant;
import java.util.List;

/** How often cases come. */
public final class CaseRate {

    private static final int MONTHS = 3;
    private static final double DAYS_A_MONTH = 30.4;

    private CaseRate() {}

    /**
     * Cases a month over the three months before {@code end}, or since the first case if that is less, but at least one month.
     *
     * @param opened when cases were opened, oldest first
     * @return 0 without cases
     */
    public static double aMonth(List<Instant> opened, Instant end) {
        if (opened.isEmpty()) {
            return 0;
        }
        Instant since = end.minus(Duration.ofMinutes((long) (MONTHS * DAYS_A_MONTH * 24 * 60)));
        long recent = opened.stream().filter(o -> o.isAfter(since)).count();
        double months = Duration.between(opened.get(0), end).toMinutes() / (DAYS_A_MONTH * 24 * 60);
        return recent / Math.max(1, Math.min(MONTHS, months));
    }
}
