package org.mendak.core.evidence;

import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * A variable with the values that were seen, and how they go with the causes.
 *
 * @param values the values seen, as they are written most often, most frequent first; at most {@value #MOST_VALUES}
 * @param counts how often each was seen
 * @param shares by cause and value, once fitted; each row sums to 1
 */
record Answers(Variable variable, List<String> values, int[] counts, double[][] shares) {

    /** Rarer values of a fact with many are taken as unknown. */
    static final int MOST_VALUES = 12;

    Answers {
        values = List.copyOf(values);
    }

    /**
     * What a log has of a variable; nothing fitted yet. Values differ whatever the case of letters.
     *
     * @param written how often each value was seen, as it was written
     */
    static Answers seen(Variable variable, Map<String, Integer> written) {
        Map<String, Integer> counts = new HashMap<>();
        Map<String, String> best = new HashMap<>();
        written.entrySet().stream()
                .sorted(Comparator.comparingInt((Map.Entry<String, Integer> w) -> -w.getValue())
                        .thenComparing(Map.Entry::getKey))
                .forEach(w -> {
                    best.putIfAbsent(fold(w.getKey()), w.getKey());
                    counts.merge(fold(w.getKey()), w.getValue(), Integer::sum);
                });
        List<String> kept = counts.keySet().stream()
                .sorted(Comparator.comparingInt((String v) -> -counts.get(v)).thenComparing(v -> v))
                .limit(MOST_VALUES)
                .toList();
        return new Answers(
                variable,
                kept.stream().map(best::get).toList(),
                kept.stream().mapToInt(counts::get).toArray(),
                new double[0][]);
    }

    private static String fold(String value) {
        return value.strip().toLowerCase(java.util.Locale.ROOT);
    }

    /** The value's index, or -1 if it is null or was not seen. */
    int index(String value) {
        for (int a = 0; value != null && a < values.size(); a++) {
            if (fold(values.get(a)).equals(fold(value))) {
                return a;
            }
        }
        return -1;
    }

    /** The share of a value over all cases, one case of each value added. */
    double overall(int a) {
        int sum = 0;
        for (int c : counts) {
            sum += c;
        }
        return (counts[a] + 1.0) / (sum + counts.length);
    }

    Answers fitted(double[][] shares) {
        return new Answers(variable, values, counts, shares);
    }
}
