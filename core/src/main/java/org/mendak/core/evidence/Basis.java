package org.mendak.core.evidence;

import java.util.Arrays;
import java.util.List;

/**
 * What evidence is computed from.
 *
 * @param fixes the fixes' keys in the author's order, at most {@link CauseModel#MOST_FIXES}, none twice
 * @param minutes the author's minutes for each, above 0
 * @param log every case of this error, oldest first; what teaches nothing is passed over and ages nothing
 * @param productVersion the version of the case at hand, whose kind of cases counts in full; null if unknown
 * @param variables what tells the causes apart, at most {@link Variable#MOST}
 * @param picks whether what was tried first off the plan says something of the cause
 */
public record Basis(
        List<String> fixes,
        List<Double> minutes,
        List<LoggedCase> log,
        String productVersion,
        List<Variable> variables,
        FirstPicks picks) {

    /** Whether what agents try first though the plan says otherwise is taken for something that they saw. */
    public enum FirstPicks {
        IGNORED,
        /** Once the log shows that such picks solve more than chance would have it. */
        WHEN_TELLING,
        TAKEN
    }

    public Basis {
        fixes = List.copyOf(fixes);
        minutes = List.copyOf(minutes);
        log = List.copyOf(log);
        variables = List.copyOf(variables);
        check(fixes.size(), variables.size());
        if (minutes.size() != fixes.size()) {
            throw new IllegalArgumentException(fixes.size() + " fixes with " + minutes.size() + " times");
        }
    }

    static void check(int fixes, int variables) {
        if (fixes > CauseModel.MOST_FIXES) {
            throw new IllegalArgumentException(fixes + " fixes, at most " + CauseModel.MOST_FIXES);
        }
        if (variables > Variable.MOST) {
            throw new IllegalArgumentException(variables + " variables, at most " + Variable.MOST);
        }
    }

    /** Without variables. */
    public static Basis of(List<String> fixes, double[] minutes, List<LoggedCase> log, String productVersion) {
        return new Basis(
                fixes,
                Arrays.stream(minutes).boxed().toList(),
                log,
                productVersion,
                List.of(),
                FirstPicks.WHEN_TELLING);
    }
}
