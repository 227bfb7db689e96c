package org.mendak.core.evidence;

import java.util.List;
import java.util.Map;

/**
 * Plain counts of one fix in one known error, for showing beside the estimate.
 *
 * @param tried attempts that were retested; a count
 * @param worked attempts after which the error was gone, whether or not it stayed away
 * @param held attempts after which it stayed away
 * @param triedFirst retested attempts that were the case's first
 * @param workedFirst how many of those the error stayed away after
 * @param minutes expected working minutes, the author's estimate blended with the measured ones
 * @param afterFailed retested attempts by the set of fixes that had failed before, as bit mask
 * @param months counts by month, oldest first
 * @param cases the ids of the cases it was tried in, oldest first
 */
public record FixTally(
        int tried,
        int worked,
        int held,
        int triedFirst,
        int workedFirst,
        double minutes,
        Map<Long, Integer> afterFailed,
        List<Month> months,
        List<String> cases) {

    /** Counts of one month, such as {@code 2026-03}. */
    public record Month(String month, int tried, int held) {}

    public FixTally {
        afterFailed = Map.copyOf(afterFailed);
        months = List.copyOf(months);
        cases = List.copyOf(cases);
        if (held < 0 || held > worked || worked > tried) {
            throw new IllegalArgumentException(
                    "held " + held + ", worked " + worked + ", tried " + tried + " must not fall");
        }
    }

    /** How often it was tried after exactly these fixes had failed. */
    public int triedAfter(long failed) {
        return afterFailed.getOrDefault(failed, 0);
    }
}
