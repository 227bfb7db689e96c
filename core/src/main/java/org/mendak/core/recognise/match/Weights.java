package org.mendak.core.recognise.match;

import java.util.Arrays;
import java.util.List;
import org.mendak.core.recognise.words.TableText;

/**
 * The model: a text is either what a screen said, or what somebody says it said. Each has its own way of speaking for a known
 * error, and the better of the two counts: the first is a weighted sum of the {@link Features#PASTED} and of a few combinations of
 * them, the second one of the {@link Features#RETOLD} alone. {@link #FITTED} comes from {@code ./mendak bench fitting};
 * docs/recognition.md says how.
 *
 * <p>Sources: of the two ways, R. A. Jacobs, M. I. Jordan, S. J. Nowlan, G. E. Hinton, "Adaptive Mixtures of Local Experts", Neural
 * Computation 3 (1991), pp. 79-87; of the combinations, one hidden layer beside the linear part, D. E. Rumelhart, G. E. Hinton, R. J.
 * Williams, "Learning Representations by Back-Propagating Errors", Nature 323 (1986), pp. 533-536.
 */
public final class Weights {

    public static final Weights FITTED = read();

    /** From this probability on an error counts as recognised. */
    public static final double RECOGNISED = 0.85;

    private final double[] retold;
    private final double[] pasted;
    /** For each combination its weight in the sum, then one number a feature. */
    private final double[][] combinations;

    Weights(double[] retold, double[] pasted, double[][] combinations) {
        this.retold = retold;
        this.pasted = pasted;
        this.combinations = combinations;
    }

    /** One line for what is retold, one for what is pasted, one more for each combination; lines with # are remarks. */
    private static Weights read() {
        List<double[]> rows = TableText.lines("weights.txt").stream()
                .map(line -> Arrays.stream(line.strip().split(" "))
                        .mapToDouble(Double::parseDouble)
                        .toArray())
                .toList();
        for (int i = 0; i < rows.size(); i++) {
            int expected = i == 0 ? Features.RETOLD.length : Features.PASTED.length + (i == 1 ? 0 : 1);
            if (rows.get(i).length != expected) {
                throw new IllegalStateException("weights.txt: row " + i + " has " + rows.get(i).length
                        + " numbers, must have " + expected + "; run ./mendak bench fitting");
            }
        }
        return new Weights(
                rows.get(0), rows.get(1), rows.subList(2, rows.size()).toArray(double[][]::new));
    }

    /** The log of the odds that it is this error rather than none, before others compete. */
    public double score(double[] features) {
        double told = 0;
        for (int i = 0; i < retold.length; i++) {
            told += retold[i] * features[Features.RETOLD[i]];
        }
        double seen = 0;
        for (int i = 0; i < pasted.length; i++) {
            seen += pasted[i] * features[Features.PASTED[i]];
        }
        for (double[] c : combinations) {
            double t = 0;
            for (int i = 0; i < pasted.length; i++) {
                t += c[i + 1] * features[Features.PASTED[i]];
            }
            seen += c[0] * Math.tanh(t);
        }
        return Math.max(told, seen) + Math.log1p(Math.exp(-Math.abs(told - seen)));
    }
}
