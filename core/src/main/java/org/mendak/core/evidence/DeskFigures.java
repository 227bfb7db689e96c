package org.mendak.core.evidence;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.TreeMap;

/**
 * What a desk's cases came to, whatever their error.
 *
 * @param cases those with at least one attempt that has an outcome
 * @param solved those that an attempt ended, whether or not it came back
 * @param firstFix those that the first retested attempt ended for good
 * @param held those solved that stayed away
 * @param minutes working minutes of the solved ones, ascending
 * @param months by the month they were opened in, oldest first
 */
public record DeskFigures(int cases, int solved, int firstFix, int held, double[] minutes, List<Month> months) {

    /** Upper ends of the bins in which minutes are told; the last bin is open. */
    public static final List<Integer> BINS = List.of(5, 10, 15, 20, 30, 45, 60, 90);

    /** One month; {@code median} are working minutes of its solved cases, NaN if none was. */
    public record Month(String month, int cases, int solved, int firstFix, int held, double median) {}

    public DeskFigures {
        months = List.copyOf(months);
    }

    /** What cases came to, counted month by month; what was counted can be taken back. Not for several threads at once. */
    public static final class Counts {

        private static final class Of {
            int cases;
            int solved;
            int first;
            int held;
            double[] minutes = {};

            void add(double m) {
                if (solved == minutes.length) {
                    minutes = Arrays.copyOf(minutes, Math.max(1, 2 * solved));
                }
                minutes[solved++] = m;
            }

            void take(double m) {
                int at = 0;
                while (minutes[at] != m) {
                    at++;
                }
                minutes[at] = minutes[--solved];
            }

            void addAll(Of o) {
                cases += o.cases;
                first += o.first;
                held += o.held;
                if (minutes.length < solved + o.solved) {
                    minutes = Arrays.copyOf(minutes, Math.max(2 * solved, solved + o.solved));
                }
                System.arraycopy(o.minutes, 0, minutes, solved, o.solved);
                solved += o.solved;
            }
        }

        private final TreeMap<String, Of> months = new TreeMap<>();

        /**
         * Counts a case, or takes it back.
         *
         * @param sign 1 or -1
         */
        void count(LoggedCase c, int sign) {
            boolean worked = false;
            boolean first = false;
            boolean ended = false;
            boolean held = false;
            double minutes = 0;
            for (LoggedAttempt a : c.attempts()) {
                if (a.outcome().retested() && !a.triedBefore() && !worked) {
                    worked = true;
                    first = a.held();
                }
                ended |= a.outcome().ended();
                held |= a.held();
                minutes += Double.isNaN(a.minutes()) ? 0 : a.minutes();
            }
            if (!worked) {
                return;
            }
            Of m = months.computeIfAbsent(c.month(), k -> new Of());
            m.cases += sign;
            m.first += first ? sign : 0;
            m.held += held ? sign : 0;
            if (ended && sign > 0) {
                m.add(minutes);
            } else if (ended) {
                m.take(minutes);
            }
            if (m.cases == 0) {
                months.remove(c.month());
            }
        }

        /** Adds what was counted elsewhere. */
        public void addAll(Counts other) {
            other.months.forEach(
                    (month, o) -> months.computeIfAbsent(month, k -> new Of()).addAll(o));
        }

        /** What it comes to. O(cases · log cases). */
        public DeskFigures figures() {
            Of all = new Of();
            // millions of minutes in one piece, and not in pieces that grow
            all.minutes =
                    new double[months.values().stream().mapToInt(o -> o.solved).sum()];
            List<Month> told = new ArrayList<>();
            months.forEach((month, o) -> {
                all.addAll(o);
                double[] minutes = Arrays.copyOf(o.minutes, o.solved);
                Arrays.sort(minutes);
                told.add(new Month(month, o.cases, o.solved, o.first, o.held, DeskFigures.quantile(minutes, 0.5)));
            });
            Arrays.sort(all.minutes);
            return new DeskFigures(all.cases, all.solved, all.first, all.held, all.minutes, told);
        }
    }

    /**
     * The minutes that a share of the solved cases took at most; NaN without any.
     *
     * @param share in [0, 1]
     */
    public double quantile(double share) {
        return quantile(minutes, share);
    }

    private static double quantile(double[] minutes, double share) {
        if (minutes.length == 0) {
            return Double.NaN;
        }
        double at = share * (minutes.length - 1);
        int low = (int) at;
        int high = Math.min(low + 1, minutes.length - 1);
        return minutes[low] + (at - low) * (minutes[high] - minutes[low]);
    }

    /** How many solved cases fall into each of {@link #BINS}, and into the open one behind them. */
    public List<Integer> histogram() {
        int[] bins = new int[BINS.size() + 1];
        for (double m : minutes) {
            int bin = 0;
            while (bin < BINS.size() && m > BINS.get(bin)) {
                bin++;
            }
            bins[bin]++;
        }
        return Arrays.stream(bins).boxed().toList();
    }
}
