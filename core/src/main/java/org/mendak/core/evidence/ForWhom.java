package org.mendak.core.evidence;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
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

    /**
     * Splits the log by every fact that has at least two values with five cases each; values of a fact with many are left out
     * beyond twelve. O(cases · facts).
     */
    public static List<ForWhom> of(List<String> fixes, List<LoggedCase> log) {
        Map<String, Map<String, List<LoggedCase>>> byFact = new TreeMap<>();
        for (LoggedCase c : log) {
            c.facts().forEach((name, value) -> {
                if (!NOT_ASKED.contains(name)) {
                    byFact.computeIfAbsent(name, n -> new LinkedHashMap<>())
                            .computeIfAbsent(value, v -> new ArrayList<>())
                            .add(c);
                }
            });
        }
        List<ForWhom> splits = new ArrayList<>();
        byFact.forEach((name, values) -> {
            List<Value> told = values.entrySet().stream()
                    .filter(v -> v.getValue().size() >= FEWEST_CASES)
                    .map(v -> value(fixes, v.getKey(), v.getValue()))
                    .sorted(Comparator.comparingInt((Value v) -> -v.cases()).thenComparing(Value::value))
                    .limit(MOST_VALUES)
                    .toList();
            if (told.size() > 1) {
                splits.add(new ForWhom(name, told));
            }
        });
        return splits;
    }

    private static Value value(List<String> fixes, String value, List<LoggedCase> cases) {
        Tallies tallies = new Tallies(fixes);
        cases.forEach(c -> tallies.add(c, 1));
        List<Count> counts = new ArrayList<>();
        for (int i = 0; i < fixes.size(); i++) {
            FixTally t = tallies.tally(i, 1);
            counts.add(new Count(t.tried(), t.held()));
        }
        return new Value(value, cases.size(), counts);
    }
}
