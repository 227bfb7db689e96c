package org.mendak.core.evidence;

import java.util.Arrays;
import java.util.Optional;

/**
 * Whether something comes in far more often than it usually does, for the hours of the week that it came in.
 *
 * <p>The cumulative sum of E. S. Page, "Continuous inspection schemes", Biometrika 41 (1954), pp. 100-115, of the logarithm of how much
 * likelier five times the usual rate explains what came in than the usual rate does, for a Poisson process: each call adds the logarithm of
 * five, and every usual call's worth of time takes four away. What came in during the last week is tested, what came in the half year
 * before is what is usual. The height that raises an alarm is fitted by {@code ./mendak bench surges}.
 *
 * @param since when the first of them came, in seconds since the epoch
 * @param count how many came since
 * @param usual how many would have come since at the usual rate
 */
public record Surge(long since, int count, double usual) {

    /** For so long back something is tested. */
    public static final long TESTED = 7 * 86_400L;

    /** For so long before that it tells what is usual. */
    public static final long USUAL = 182 * 86_400L;

    private static final double TIMES = 5;
    /** The height for {@link #VOLUME} calls a month; with more of them more happen by chance. */
    private static final double HEIGHT = 5.6;

    private static final double VOLUME = 165;
    /** What has risen higher than this many heights sinks as fast as if it had not. */
    private static final double MOST = 3;

    /** What is hardly known is taken to come in once in so many hours: as if that had been seen so many times. */
    private static final double HOURS_OF_ONE = 30 * 24;

    private static final double UNKNOWN = 1;

    /** The height at which a desk with so many calls a month is told about once a month of a surge that is none. */
    public static double height(double callsAMonth) {
        return HEIGHT + Math.log(Math.max(1, callsAMonth / VOLUME));
    }

    /**
     * Looks whether something surges.
     *
     * @param seconds when it came in, in seconds since the epoch in the desk's own time, ascending
     * @param now the moment, in the same
     * @param begun since when the desk writes down what comes in
     * @param week how the desk's calls are spread
     * @param height above which it is one
     * @return empty if it does not, or not any more
     */
    public static Optional<Surge> of(long[] seconds, long now, long begun, WeekProfile week, double height) {
        long tested = now - TESTED;
        int before = (int) Arrays.stream(seconds)
                .filter(s -> s >= tested - USUAL && s < tested)
                .count();
        double known = week.between(Math.max(begun, tested - USUAL), tested);
        double anHour = (before + UNKNOWN) / (known + UNKNOWN * HOURS_OF_ONE);
        double sum = 0;
        long last = tested;
        long since = 0;
        int count = 0;
        for (long s : seconds) {
            if (s < tested || s > now) {
                continue;
            }
            double sunk = sum - (TIMES - 1) * anHour * week.between(last, s);
            if (sunk <= 0) {
                since = s;
                count = 0;
            }
            sum = Math.min(MOST * height, Math.max(0, sunk) + Math.log(TIMES));
            count++;
            last = s;
        }
        sum -= (TIMES - 1) * anHour * week.between(last, now);
        return sum < height || count == 0
                ? Optional.empty()
                : Optional.of(new Surge(since, count, anHour * week.between(since, now)));
    }
}
