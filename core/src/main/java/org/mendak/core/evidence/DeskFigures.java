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
public record DeskFigures(int cases, int solved, int firstFix, int held, List<Double> minutes, List<Month> months) {

    /** Upper ends of the bins in which minutes are told; the last bin is open. */
    public static final List<Integer> BINS = List.of(5, 10, 15, 20, 30, 45, 60, 90);

    /** One month; {@code median} are working minutes of its solved cases, NaN if none was. */
    public record Month(String month, int cases, int solved, int firstFix, int held, double median) {}

    public DeskFigures {
        minutes = List.copyOf(minutes);
        months = List.copyOf(months);
    }

    /** Counts. O(cases · log cases). */
    public static DeskFigures of(List<LoggedCase> log) {
        TreeMap<String, List<LoggedCase>> byMonth = new TreeMap<>();
        List<LoggedCase> worked = log.stream()
                .filter(c -> c.attempts().stream().anyMatch(a -> a.outcome().retested() && !a.triedBefore()))
                .toList();
        worked.forEach(
                c -> byMonth.computeIfAbsent(c.month(), m -> new ArrayList<>()).add(c));
        List<Month> months = new ArrayList<>();
        byMonth.forEach((month, cases) -> {
            DeskFigures f = count(cases, List.of());
            months.add(new Month(month, f.cases, f.solved, f.firstFix, f.held, f.quantile(0.5)));
        });
        return count(worked, months);
    }

    private static DeskFigures count(List<LoggedCase> worked, List<Month> months) {
        int solved = 0;
        int first = 0;
        int held = 0;
        List<Double> minutes = new ArrayList<>();
        for (LoggedCase c : worked) {
            boolean ended = c.attempts().stream().anyMatch(a -> a.outcome().ended());
            boolean stayed = c.attempts().stream().anyMatch(LoggedAttempt::held);
            solved += ended ? 1 : 0;
            held += stayed ? 1 : 0;
            first += c.attempts().stream()
                            .filter(a -> a.outcome().retested() && !a.triedBefore())
                            .findFirst()
                            .filter(LoggedAttempt::held)
                            .isPresent()
                    ? 1
                    : 0;
            if (ended) {
                minutes.add(c.attempts().stream()
                        .mapToDouble(LoggedAttempt::minutes)
                        .filter(m -> !Double.isNaN(m))
                        .sum());
            }
        }
        minutes.sort(null);
        return new DeskFigures(worked.size(), solved, first, held, minutes, months);
    }

    /**
     * The minutes that a share of the solved cases took at most; NaN without any.
     *
     * @param share in [0, 1]
     */
    public double quantile(double share) {
        if (minutes.isEmpty()) {
            return Double.NaN;
        }
        double at = share * (minutes.size() - 1);
        int low = (int) at;
        int high = Math.min(low + 1, minutes.size() - 1);
        return minutes.get(low) + (at - low) * (minutes.get(high) - minutes.get(low));
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
