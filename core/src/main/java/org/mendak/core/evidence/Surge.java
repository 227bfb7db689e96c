package org.mendak.core.evidence;

import java.util.Arrays;
import java.util.Optional;

/**
 * Whether something comes in far more often than it usually does, for the hours of the week that it came in.
 *
 * <p>The cumulative sum of E. S. Page, "Continuous inspection schemes", Biometrika 41 (1954), pp. 100-115, of the logarithm of how much
 * likelier five times the usual rate explains what came in than the usual rate does, for a Poisson process: each call adds the logarithm of
 * five, and every usual call's worth of time takes four away. What came in during the last two weeks is tested, what came in the year
 * before is what is usual. The height that raises an alarm is fitted by {@code ./mendak bench surges}.
 *
 * @param since when the first of them came, in seconds since the epoch
 * @param count how many came since
 * @param usual how many would have come since at the usual rate
 */
public record Surge(long since, int count, double usual) {

    /** For so long back something is tested: a week is too short for what comes in once in ten days to come in five times. */
    public static final long TESTED = 14 * 86_400L;

    /** For so long before that it tells what is usual. */
    public static final long USUAL = 364 * 86_400L;

    private static final double TIMES = 5;
    /** The height for {@link #VOLUME} calls a month; with more of them more happen by chance. */
    private static final double HEIGHT = 5.55;

    private static final double VOLUME = 165;
    /** How much higher for a desk of e times the calls. */
    private static final double RISES = 1.2;
    /** What comes in often has more chances of a false alarm than what seldom does: how much higher for e times the mean. */
    private static final double OFTEN = 0.5;
    /** But never so low that three are enough, as of what was never met before. */
    private static final double LEAST = -1.2;

    /** What has risen higher than this many heights sinks as fast as if it had not. */
    private static final double MOST = 3;

    /** What is hardly known is taken to come in once in so many hours: as if that had been seen so many times. */
    private static final double HOURS_OF_ONE = 30 * 24;

    private static final double UNKNOWN = 1;
    /** It is over when nothing came for a day's worth of hours, and for so long that at its own pace that is a chance of one in a hundred. */
    private static final double QUIET = 24;

    private static final double SILENCE = Math.log(100);
    private static final double HOURS_A_MONTH = 30 * 24;

    /**
     * A desk, as far as surges are concerned.
     *
     * @param week how its calls are spread
     * @param begun since when it writes down what comes in, in seconds since the epoch in its own time
     * @param callsAMonth how many come in
     * @param kinds of how many kinds they are, at least 1
     */
    public record Desk(WeekProfile week, long begun, double callsAMonth, int kinds) {

        /** The height at which the desk is told about once a month of a surge that is none, for what comes in so often. */
        double height(double anHour) {
            double desk = HEIGHT + RISES * Math.log(Math.max(1, callsAMonth / VOLUME));
            double mean = callsAMonth / HOURS_A_MONTH / kinds;
            return mean <= 0 ? desk : desk + OFTEN * Math.max(LEAST, Math.log(anHour / mean));
        }
    }

    /**
     * Looks whether something surges.
     *
     * @param seconds when it came in, in seconds since the epoch in the desk's own time, ascending
     * @param now the moment, in the same
     * @param desk what is usual there
     * @return empty if it does not, or not any more
     */
    public static Optional<Surge> of(long[] seconds, long now, Desk desk) {
        WeekProfile week = desk.week();
        long tested = now - TESTED;
        int before = (int) Arrays.stream(seconds)
                .filter(s -> s >= tested - USUAL && s < tested)
                .count();
        double known = week.between(Math.max(desk.begun(), tested - USUAL), tested);
        double anHour = (before + UNKNOWN) / (known + UNKNOWN * HOURS_OF_ONE);
        double height = desk.height(anHour);
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
        double silent = week.between(last, now);
        sum -= (TIMES - 1) * anHour * silent;
        boolean over = silent > Math.max(QUIET, SILENCE * week.between(since, last) / Math.max(1, count));
        return sum < height || count == 0 || over
                ? Optional.empty()
                : Optional.of(new Surge(since, count, anHour * week.between(since, now)));
    }
}
