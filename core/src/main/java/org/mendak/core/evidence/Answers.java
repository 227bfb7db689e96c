package org.mendak.core.evidence;

import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * A variable with the values that were seen, and how they go with the causes.
 *
 * @param values the values seen, as they were first written, most frequent first; at most {@value #MOST_VALUES}
 * @param counts how often each was seen
 * @param shares by cause and value, once fitted; each row sums to 1
 */
record Answers(Variable variable, List<String> values, int[] counts, double[][] shares) {

    /** Rarer values of a fact with many are taken as unknown. */
    static final int MOST_VALUES = 12;

    Answers {
        values = List.copyOf(values);
    }

    /** What the log has of a variable; nothing fitted yet. Values differ whatever the case of letters. */
    static Answers seen(Variable variable, List<LoggedCase> log) {
        Map<String, int[]> counts = new LinkedHashMap<>();
        Map<String, String> written = new LinkedHashMap<>();
        for (LoggedCase c : log) {
            String value = c.facts().get(variable.name());
            if (value != null) {
                written.putIfAbsent(fold(value), value);
                counts.computeIfAbsent(fold(value), v -> new int[1])[0]++;
            }
        }
        List<String> kept = counts.keySet().stream()
                .sorted(Comparator.comparingInt((String v) -> -counts.get(v)[0]).thenComparing(v -> v))
                .limit(MOST_VALUES)
                .toList();
        return new Answers(
                variable,
                kept.stream().map(written::get).toList(),
                kept.stream().mapToInt(v -> counts.get(v)[0]).toArray(),
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
