package org.mendak.core.evidence;

/** How a desk's calls are spread over the week: how much busier an hour of the week is than the average hour. */
public final class WeekProfile {

    private static final int HOURS = 168;
    private static final long HOUR = 3_600;
    /** The first Monday of the epoch. */
    private static final long MONDAY = 4 * 86_400;

    /** As many calls of an average hour stand in for what is not known of an hour. */
    private static final double KNOWN = 4;

    private final double[] until = new double[HOURS + 1];

    private WeekProfile(double[] weights) {
        for (int h = 0; h < HOURS; h++) {
            until[h + 1] = until[h] + weights[h];
        }
    }

    /**
     * The profile of what came in.
     *
     * @param seconds when, in seconds since the epoch in the desk's own time; in any order, may be empty
     */
    public static WeekProfile of(long[] seconds) {
        double[] counts = new double[HOURS];
        for (long s : seconds) {
            counts[hour(s)]++;
        }
        double mean = seconds.length / (double) HOURS;
        double[] weights = new double[HOURS];
        for (int h = 0; h < HOURS; h++) {
            weights[h] = (counts[h] + KNOWN) / (mean + KNOWN);
        }
        return new WeekProfile(weights);
    }

    private static int hour(long second) {
        return (int) (Math.floorMod(second - MONDAY, HOURS * HOUR) / HOUR);
    }

    /** How many average hours lie between two moments; 0 if the second is not later. */
    public double between(long from, long to) {
        return to <= from ? 0 : upTo(to) - upTo(from);
    }

    private double upTo(long second) {
        long weeks = Math.floorDiv(second - MONDAY, HOURS * HOUR);
        int h = hour(second);
        double into = Math.floorMod(second - MONDAY, HOUR) / (double) HOUR;
        return weeks * until[HOURS] + until[h] + into * (until[h + 1] - until[h]);
    }
}
