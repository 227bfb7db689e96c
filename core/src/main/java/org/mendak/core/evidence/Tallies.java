package org.mendak.core.evidence;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;

/** Counts the tries of fixes, fix by fix; what was counted can be taken back. Whole numbers only, so that nothing of it stays. */
final class Tallies {

    private static final class Count {
        int tried;
        int worked;
        int held;
        int first;
        int workedFirst;
        final SortedCounts<Long> after = new SortedCounts<>(Comparator.naturalOrder());
        /** In {@link #ORDER}; what was told of them goes on standing. */
        final List<FixTally.Slice> slices = new ArrayList<>();

        final SortedCounts<Double> minutes = new SortedCounts<>(Comparator.naturalOrder());
    }

    private static final Comparator<FixTally.Slice> ORDER = Comparator.comparing(FixTally.Slice::month)
            .thenComparing(FixTally.Slice::version, Comparator.nullsFirst(Comparator.naturalOrder()));

    private final List<Count> counts = new ArrayList<>();

    Tallies(int fixes) {
        for (int i = 0; i < fixes; i++) {
            counts.add(new Count());
        }
    }

    /**
     * Counts a case, or takes it back.
     *
     * @param sign 1 or -1
     */
    void count(LoggedCase c, List<Retest> retests, int sign) {
        for (Retest r : retests) {
            Count n = counts.get(r.fix());
            if (r.counted()) {
                count(n, c, r, sign);
            }
            if (r.timed()) {
                n.minutes.add(r.attempt().minutes(), sign);
            }
        }
    }

    private static void count(Count n, LoggedCase c, Retest r, int sign) {
        boolean held = r.attempt().held();
        n.tried += sign;
        n.worked += r.attempt().outcome().ended() ? sign : 0;
        n.held += held ? sign : 0;
        n.first += r.first() ? sign : 0;
        n.workedFirst += r.first() && held ? sign : 0;
        n.after.add(r.failed(), sign);
        count(n.slices, new FixTally.Slice(c.productVersion(), c.month(), 1, held ? 1 : 0), sign);
    }

    private static void count(List<FixTally.Slice> slices, FixTally.Slice one, int sign) {
        int at = Collections.binarySearch(slices, one, ORDER);
        if (at < 0) {
            slices.add(-1 - at, one);
            return;
        }
        FixTally.Slice now = slices.get(at);
        int tried = now.tried() + sign;
        if (tried == 0) {
            slices.remove(at);
        } else {
            slices.set(at, new FixTally.Slice(now.version(), now.month(), tried, now.held() + sign * one.held()));
        }
    }

    /** What was counted of a fix, with the minutes it is expected to take. */
    FixTally tally(int i, double minutes) {
        Count n = counts.get(i);
        return new FixTally(
                n.tried, n.worked, n.held, n.first, n.workedFirst, 0, 0, minutes, n.after.asMap(), n.slices);
    }

    /** How often a fix took how many minutes. */
    SortedMap<Double, Integer> minutes(int i) {
        return counts.get(i).minutes.asMap();
    }

    /** The median of what was seen so often; 0 of nothing. */
    static double median(SortedMap<Double, Integer> counts) {
        int all = counts.values().stream().mapToInt(n -> n).sum();
        if (all == 0) {
            return 0;
        }
        int seen = 0;
        double low = Double.NaN;
        for (Map.Entry<Double, Integer> m : counts.entrySet()) {
            seen += m.getValue();
            if (Double.isNaN(low) && 2 * seen >= all) {
                low = m.getKey();
            }
            if (2 * seen > all) {
                return (low + m.getKey()) / 2;
            }
        }
        throw new IllegalStateException(all + " times, of which " + seen + " were found");
    }
}
