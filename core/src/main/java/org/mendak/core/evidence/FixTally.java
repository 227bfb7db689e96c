package org.mendak.core.evidence;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * Plain counts of one fix in one known error, for showing beside the estimate.
 *
 * @param tried attempts that were retested; a count
 * @param worked attempts after which the error was gone, whether or not it stayed away
 * @param held attempts after which it stayed away
 * @param triedFirst retested attempts that were the case's first
 * @param workedFirst how many of those the error stayed away after
 * @param together cases that it ended as one of several fixes before one retest; in none of the counts before
 * @param credit how many of those it is credited with, by its own chance among them as the estimator has it; in [0, together]
 * @param minutes expected working minutes, the author's estimate blended with the measured ones
 * @param afterFailed retested attempts by the set of fixes that had failed before, as bit mask
 * @param slices the same tries by product version and month, by month, then by version, what is unknown first
 */
public record FixTally(
        int tried,
        int worked,
        int held,
        int triedFirst,
        int workedFirst,
        int together,
        double credit,
        double minutes,
        Map<Long, Integer> afterFailed,
        List<Slice> slices) {

    private static final int OFTEN = 32;
    private static final double HARDLY_EVER = 0.05;

    /** Counts of one month, such as {@code 2026-03}. */
    public record Month(String month, int tried, int held) {

        /** Where the month's share plausibly lies at 80 %. */
        public Interval plausible() {
            return Interval.wilson(tried == 0 ? 0 : (double) held / tried, tried, Interval.Z_80);
        }
    }

    /**
     * The tries in cases of one month and product version.
     *
     * @param version null if unknown
     */
    public record Slice(String version, String month, int tried, int held) {}

    public FixTally {
        afterFailed = Map.copyOf(afterFailed);
        slices = List.copyOf(slices);
        if (held < 0 || held > worked || worked > tried) {
            throw new IllegalArgumentException(
                    "held " + held + ", worked " + worked + ", tried " + tried + " must not fall");
        }
    }

    /** The same, having ended so many cases as one of several fixes, and credited with so much of them. */
    FixTally together(int cases, double credited) {
        return new FixTally(
                tried, worked, held, triedFirst, workedFirst, cases, credited, minutes, afterFailed, slices);
    }

    /** Where the share of tries that stayed away plausibly lies at 80 %; all of [0, 1] if it was never tried. */
    public Interval plausible() {
        return Interval.wilson(tried == 0 ? 0 : (double) held / tried, tried, Interval.Z_80);
    }

    /** Whether it was tried often and hardly ever helped: to be proposed for ruling out, never ruled out by itself. */
    public boolean neverHelps() {
        return tried >= OFTEN && plausible().high() < HARDLY_EVER;
    }

    /** How often it was tried after exactly these fixes had failed. */
    public int triedAfter(long failed) {
        return afterFailed.getOrDefault(failed, 0);
    }

    /** Counts by month, oldest first. */
    public List<Month> months() {
        TreeMap<String, int[]> months = new TreeMap<>();
        for (Slice t : slices) {
            int[] m = months.computeIfAbsent(t.month(), k -> new int[2]);
            m[0] += t.tried();
            m[1] += t.held();
        }
        return months.entrySet().stream()
                .map(m -> new Month(m.getKey(), m.getValue()[0], m.getValue()[1]))
                .toList();
    }
}
