package org.mendak.core.evidence;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/**
 * For whom fixes work: counts apart by what was known of the cases.
 *
 * @param fact the fact's name
 * @param values its values, the most frequent first
 */
public record ForWhom(String fact, List<Value> values) {

    private static final int FEWEST_CASES = 5;
    private static final int MOST_VALUES = 12;

    /** What says nothing of who it is, or is told elsewhere. */
    private static final Set<String> NOT_ASKED = Set.of("product", "phase", "device", Evidence.FIRST_PICK);

    /**
     * The cases in which a fact has one value.
     *
     * @param fixes counts by the fix's index
     */
    public record Value(String value, int cases, List<Count> fixes) {
        public Value {
            fixes = List.copyOf(fixes);
        }
    }

    /** How often a fix was retested and how often the error stayed away. */
    public record Count(int tried, int held) {}

    public ForWhom {
        values = List.copyOf(values);
    }

    /** The cases of which the same was known. */
    static final class Group {
        /** Of each fix how often it was tried and, behind it, held: there are as many groups as cases where errors are rare. */
        private final int[] counts;

        private int cases;

        Group(int fixes) {
            counts = new int[2 * fixes];
        }

        void count(List<Retest> retests, int sign) {
            cases += sign;
            for (Retest r : retests) {
                if (r.counted()) {
                    counts[2 * r.fix()] += sign;
                    counts[2 * r.fix() + 1] += r.attempt().held() ? sign : 0;
                }
            }
        }

        int cases() {
            return cases;
        }

        private Group plus(Group g) {
            Group sum = new Group(counts.length / 2);
            for (int i = 0; i < counts.length; i++) {
                sum.counts[i] = counts[i] + g.counts[i];
            }
            sum.cases = cases + g.cases;
            return sum;
        }
    }

    /**
     * Splits a log by every fact that has at least two values with five cases each; values of a fact with many are left out
     * beyond twelve. O(groups · facts · fixes).
     *
     * @param groups its cases by all that was known of them
     */
    static List<ForWhom> of(Map<Map<String, String>, Group> groups) {
        Map<String, Map<String, Group>> byFact = new TreeMap<>();
        groups.forEach((facts, group) -> facts.forEach((name, value) -> {
            if (!NOT_ASKED.contains(name)) {
                byFact.computeIfAbsent(name, n -> new HashMap<>()).merge(value, group, Group::plus);
            }
        }));
        List<ForWhom> splits = new ArrayList<>();
        byFact.forEach((name, values) -> {
            List<Value> told = values.entrySet().stream()
                    .filter(v -> v.getValue().cases >= FEWEST_CASES)
                    .map(v -> value(v.getKey(), v.getValue()))
                    .sorted(Comparator.comparingInt((Value v) -> -v.cases()).thenComparing(Value::value))
                    .limit(MOST_VALUES)
                    .toList();
            if (told.size() > 1) {
                splits.add(new ForWhom(name, told));
            }
        });
        return splits;
    }

    private static Value value(String value, Group g) {
        List<Count> counts = new ArrayList<>();
        for (int i = 0; i < g.counts.length; i += 2) {
            counts.add(new Count(g.counts[i], g.counts[i + 1]));
        }
        return new Value(value, g.cases, counts);
    }
}
