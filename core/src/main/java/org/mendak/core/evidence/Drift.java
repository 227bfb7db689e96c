package org.mendak.core.evidence;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Predicate;

/**
 * Whether a fix works as often as it used to: one share of success throughout, against another one since some product release
 * or month.
 *
 * <p>The Bayes factor of "two shares" over "one share", each share uniform beforehand, averaged over the places where the
 * change can have been, so that looking at many places raises no more alarms than looking at one. Source: R. E. Kass, A. E.
 * Raftery, "Bayes Factors", JASA 90 (1995), pp. 773-795 (above 10: "strong").
 */
public final class Drift {

    /** The least Bayes factor that is told to anybody. */
    public static final double ALARM = Effect.STRONG;

    /** The greatest factor that is told: beyond it nobody doubts any more, and thousands of tries would go beyond all numbers. */
    public static final double MOST = 1e12;

    /** Fewer attempts than this since a change tell nothing. */
    public static final int LEAST_SINCE = Effect.LEAST;

    private static final int LEAST_BEFORE = Effect.LEAST;
    private static final int MONTHS_BACK = 6;

    private Drift() {}

    /**
     * A change in how often a fix works.
     *
     * @param release the product release with which it began; null if it goes with no release
     * @param month the month of the first attempt since
     * @param factor how much better two shares explain the attempts than one; above {@link #ALARM}, at most {@link #MOST}
     */
    public record Change(
            String release,
            String month,
            int heldBefore,
            int triedBefore,
            int heldSince,
            int triedSince,
            double factor) {

        /** Whether a try lies behind the change. */
        public boolean since(String version, String month) {
            return release == null
                    ? month.compareTo(this.month) >= 0
                    : version != null && Release.ORDER.compare(Release.of(version), release) >= 0;
        }

        /** Whether it works less often than before. */
        public boolean fell() {
            return heldSince * (double) triedBefore < heldBefore * (double) triedSince;
        }
    }

    private record Split(String release, String month, int heldBefore, int triedBefore, int heldSince, int triedSince) {
        double logFactor() {
            return new Effect(heldBefore, triedBefore, heldSince, triedSince).logFactor();
        }

        double factor() {
            return Math.exp(Math.min(logFactor(), Math.log(MOST)));
        }
    }

    /**
     * What the attempts of a fix say of a change.
     *
     * @param evidence how much better two shares explain them than one; 0 if there are too few to tell, at most {@link #MOST}
     * @param change the change that explains them best; empty if the evidence is not above {@link #ALARM}
     */
    public record Tested(double evidence, Optional<Change> change) {

        /** The change if its evidence reaches this bar. */
        public Optional<Change> above(double bar) {
            return change.filter(c -> c.factor() >= bar);
        }
    }

    /** The change that explains these attempts best, if one does. O(releases and months, squared). */
    public static Optional<Change> of(List<FixTally.Slice> slices) {
        return test(slices).change();
    }

    /** Looks for a change. O(releases and months, squared). */
    public static Tested test(List<FixTally.Slice> slices) {
        List<Split> splits = splits(slices);
        double mean = splits.stream().mapToDouble(Split::factor).average().orElse(0);
        return new Tested(mean, mean <= ALARM ? Optional.empty() : Optional.of(change(splits, mean)));
    }

    private static Change change(List<Split> splits, double mean) {
        // a release that explains it well enough is named even where some month happens to fit a little better
        Split best = best(splits.stream().filter(s -> s.release() != null).toList())
                .filter(s -> s.factor() > ALARM)
                .or(() -> best(splits))
                .orElseThrow();
        return new Change(
                best.release(),
                best.month(),
                best.heldBefore(),
                best.triedBefore(),
                best.heldSince(),
                best.triedSince(),
                mean);
    }

    private static Optional<Split> best(List<Split> splits) {
        return splits.stream().max(Comparator.comparingDouble(Split::logFactor));
    }

    private static List<Split> splits(List<FixTally.Slice> slices) {
        if (slices.stream().mapToInt(FixTally.Slice::tried).sum() < LEAST_BEFORE + LEAST_SINCE) {
            return List.of();
        }
        List<Split> splits = new ArrayList<>();
        // each version is read once, and each two releases are compared once: there are many fixes
        Map<String, String> releaseOf = new HashMap<>();
        TreeMap<String, Integer> releases = new TreeMap<>(Release.ORDER);
        TreeSet<String> months = new TreeSet<>();
        for (FixTally.Slice t : slices) {
            if (t.version() != null && !releaseOf.containsKey(t.version())) {
                releaseOf.put(t.version(), Release.of(t.version()));
                releases.put(releaseOf.get(t.version()), 0);
            }
            months.add(t.month());
        }
        int place = 0;
        for (Map.Entry<String, Integer> r : releases.entrySet()) {
            r.setValue(place++);
        }
        Map<String, Integer> placeOf = new HashMap<>();
        releaseOf.forEach((version, release) -> placeOf.put(version, releases.get(release)));
        List<FixTally.Slice> versioned =
                slices.stream().filter(t -> t.version() != null).toList();
        releases.forEach((r, at) -> add(splits, r, versioned, t -> placeOf.get(t.version()) >= at));
        for (String m : months.descendingSet().stream().limit(MONTHS_BACK).toList()) {
            add(splits, null, slices, t -> t.month().compareTo(m) >= 0);
        }
        return splits;
    }

    private static void add(
            List<Split> splits, String release, List<FixTally.Slice> slices, Predicate<FixTally.Slice> since) {
        int[] before = new int[2];
        int[] after = new int[2];
        String month = null;
        for (FixTally.Slice t : slices) {
            boolean late = since.test(t);
            int[] side = late ? after : before;
            side[0] += t.held();
            side[1] += t.tried();
            month = late && (month == null || t.month().compareTo(month) < 0) ? t.month() : month;
        }
        if (before[1] >= LEAST_BEFORE && after[1] >= LEAST_SINCE) {
            splits.add(new Split(release, month, before[0], before[1], after[0], after[1]));
        }
    }
}
