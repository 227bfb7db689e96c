package org.mendak.bench.recognition;

import java.util.List;
import java.util.Locale;
import org.mendak.core.recognise.Recogniser;

/**
 * One text's candidates as the model sees them.
 *
 * @param source which noise's text it is: what is left out together
 * @param noise its kind of noise
 * @param size known errors of the library
 * @param candidates the numbers of each
 * @param right which of them are right; none for a text of no known error
 * @param positive whether it is of a known error
 */
record Choice(String source, String noise, int size, double[][] candidates, boolean[] right, boolean positive) {

    /** Candidates of a text that are fitted on. */
    private static final int MOST = 64;

    /** Says whether a known error is a right answer. */
    interface Right {
        boolean is(String error);
    }

    static Choice of(
            String source, String noise, int size, Recogniser recogniser, String text, boolean positive, Right right) {
        List<Recogniser.Explanation> all =
                recogniser.explain(Accuracy.query(text)).stream().limit(MOST).toList();
        double[][] numbers = all.stream()
                .map(e -> e.numbers().values().stream()
                        .mapToDouble(Double::doubleValue)
                        .toArray())
                .toArray(double[][]::new);
        boolean[] rights = new boolean[numbers.length];
        for (int i = 0; i < rights.length; i++) {
            rights[i] = positive && right.is(all.get(i).error());
        }
        return new Choice(source, noise.toLowerCase(Locale.ROOT), size, numbers, rights, positive);
    }

    /** Whether no weight can help: the right one is not among the candidates. */
    boolean isHopeless() {
        for (boolean r : right) {
            if (r) {
                return false;
            }
        }
        return positive;
    }
}
