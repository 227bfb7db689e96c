package org.mendak.core.evidence;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;

/** Counts the tries of fixes, fix by fix; what was counted can be taken back. Whole numbers only, so that nothing of it stays. */
final class Tallies {

    private static final class Count {
        int tried;
        int worked;
        int held;
        int first;
        int workedFirst;
        final Map<Long, Integer> after = new HashMap<>();
        /** In the order in which they are told. */
        final TreeMap<Slot, int[]> slots = new TreeMap<>(Slot.ORDER);

        final TreeMap<Double, Integer> minutes = new TreeMap<>();
    }

    private record Slot(String version, String month) {
        static final Comparator<Slot> ORDER = Comparator.comparing(Slot::month)
                .thenComparing(Slot::version, Comparator.nullsFirst(Comparator.naturalOrder()));
    }

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
                add(n.minutes, r.attempt().minutes(), sign);
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
        add(n.after, r.failed(), sign);
        Slot slot = new Slot(c.productVersion(), c.month());
        int[] at = n.slots.computeIfAbsent(slot, s -> new int[2]);
        at[0] += sign;
        at[1] += held ? sign : 0;
        if (at[0] == 0) {
            n.slots.remove(slot);
        }
    }

    /** Adds to a count that is not kept at 0. */
    static <K> void add(Map<K, Integer> counts, K key, int sign) {
        counts.merge(key, sign, (a, b) -> a + b == 0 ? null : (Integer) (a + b));
    }

    /** What was counted of a fix, with the minutes it is expected to take. */
    FixTally tally(int i, double minutes) {
        Count n = counts.get(i);
        List<FixTally.Slice> slices = n.slots.entrySet().stream()
                .map(s ->
                        new FixTally.Slice(s.getKey().version(), s.getKey().month(), s.getValue()[0], s.getValue()[1]))
                .toList();
        return new FixTally(n.tried, n.worked, n.held, n.first, n.workedFirst, 0, 0, minutes, n.after, slices);
    }

    /** How often a fix took how many minutes. */
    SortedMap<Double, Integer> minutes(int i) {
        return Collections.unmodifiableSortedMap(counts.get(i).minutes);
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
