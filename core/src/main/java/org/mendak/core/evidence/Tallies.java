package org.mendak.core.evidence;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Counts attempts and minutes fix by fix. */
final class Tallies {

    private static final double AUTHOR_STRENGTH = 3;
    private static final double LONGEST_OF_MEDIAN = 8;

    private record Timed(double minutes, double weight) {}

    private static final class Count {
        int tried;
        int worked;
        int held;
        int first;
        int workedFirst;
        final Map<Long, Integer> after = new HashMap<>();
        final List<Timed> minutes = new ArrayList<>();
        final List<FixTally.Try> tries = new ArrayList<>();
    }

    private final List<String> fixes;
    private final Count[] counts;

    Tallies(List<String> fixes) {
        this.fixes = fixes;
        counts = new Count[fixes.size()];
        Arrays.setAll(counts, i -> new Count());
    }

    void add(LoggedCase c, double weight) {
        long failed = 0;
        List<LoggedAttempt> waiting = new ArrayList<>();
        boolean first = true;
        for (LoggedAttempt a : c.attempts()) {
            int i = fixes.indexOf(a.fix());
            if (i < 0) {
                first = false;
                continue;
            }
            if (a.outcome() == Outcome.NOT_RETESTED) {
                waiting.add(a);
                first = false;
            }
            if (!a.outcome().retested()) {
                continue;
            }
            if (a.outcome().ended() && !waiting.isEmpty()) {
                // nobody knows which of them did it: what each is credited with is the estimator's to say
                waiting.forEach(w -> timed(counts[fixes.indexOf(w.fix())], w, weight));
                timed(counts[i], a, weight);
            } else if (!a.triedBefore()) {
                count(counts[i], a, c, failed, first, weight);
            }
            first = false;
            if (a.failed()) {
                // a bundle that failed fails all its fixes
                for (LoggedAttempt w : waiting) {
                    count(counts[fixes.indexOf(w.fix())], w, c, failed, false, weight);
                }
                for (LoggedAttempt w : waiting) {
                    failed |= 1L << fixes.indexOf(w.fix());
                }
                failed |= 1L << i;
            }
            waiting.clear();
        }
    }

    private static void count(Count n, LoggedAttempt a, LoggedCase c, long failed, boolean first, double weight) {
        n.tried++;
        n.worked += a.outcome().ended() ? 1 : 0;
        n.held += a.held() ? 1 : 0;
        n.first += first ? 1 : 0;
        n.workedFirst += first && a.held() ? 1 : 0;
        n.after.merge(failed, 1, Integer::sum);
        n.tries.add(new FixTally.Try(c.id(), c.month(), c.productVersion(), first, a.held(), a.minutes()));
        timed(n, a, weight);
    }

    private static void timed(Count n, LoggedAttempt a, double weight) {
        if (!Double.isNaN(a.minutes()) && !a.triedBefore()) {
            n.minutes.add(new Timed(a.minutes(), weight * a.counts()));
        }
    }

    FixTally tally(int i, double authoredMinutes) {
        Count n = counts[i];
        return new FixTally(
                n.tried,
                n.worked,
                n.held,
                n.first,
                n.workedFirst,
                0,
                0,
                minutes(n.minutes, authoredMinutes),
                n.after,
                n.tries);
    }

    /** The weighted mean, the author's estimate counting as three attempts; single long ones are cut. */
    private static double minutes(List<Timed> seen, double authored) {
        double[] sorted = seen.stream().mapToDouble(Timed::minutes).sorted().toArray();
        double most = sorted.length == 0 ? 0 : LONGEST_OF_MEDIAN * median(sorted);
        double sum = AUTHOR_STRENGTH * authored;
        double weights = AUTHOR_STRENGTH;
        for (Timed t : seen) {
            sum += t.weight() * Math.min(t.minutes(), most);
            weights += t.weight();
        }
        return sum / weights;
    }

    private static double median(double[] sorted) {
        int half = sorted.length / 2;
        return sorted.length % 2 == 1 ? sorted[half] : (sorted[half - 1] + sorted[half]) / 2;
    }
}
