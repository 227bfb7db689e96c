package org.mendak.core.recognise;

import java.util.Arrays;
import java.util.List;

/**
 * The model: a weighted sum of the {@link Features} and of a few combinations of them. {@link #FITTED} comes from {@code ./mendak
 * bench fitting}, which fits it on the fitting part of its corpus alone; docs/recognition.md says how.
 *
 * <p>Source of the form: one hidden layer beside the linear part, D. E. Rumelhart, G. E. Hinton, R. J. Williams, "Learning
 * Representations by Back-Propagating Errors", Nature 323 (1986), pp. 533-536.
 */
final class Weights {

    static final Weights FITTED = read();

    /** The linear part, one number a feature. */
    private final double[] linear;
    /** For each combination its weight in the sum, then one number a feature. */
    private final double[][] combinations;

    private Weights(double[] linear, double[][] combinations) {
        this.linear = linear;
        this.combinations = combinations;
    }

    /** One line for the linear part, one more for each combination; lines with # are remarks. */
    private static Weights read() {
        List<double[]> rows = TableText.lines("weights.txt").stream()
                .map(line -> Arrays.stream(line.strip().split(" "))
                        .mapToDouble(Double::parseDouble)
                        .toArray())
                .toList();
        int features = Features.NAMES.size();
        for (int i = 0; i < rows.size(); i++) {
            int expected = i == 0 ? features : features + 1;
            if (rows.get(i).length != expected) {
                throw new IllegalStateException("weights.txt: row " + i + " has " + rows.get(i).length
                        + " numbers, must have " + expected + "; run ./mendak bench fitting");
            }
        }
        return new Weights(rows.get(0), rows.subList(1, rows.size()).toArray(double[][]::new));
    }

    /** The log of the odds that it is this error rather than none, before others compete. */
    double score(double[] features) {
        double s = 0;
        for (int i = 0; i < linear.length; i++) {
            s += linear[i] * features[i];
        }
        for (double[] c : combinations) {
            double t = 0;
            for (int i = 0; i < features.length; i++) {
                t += c[i + 1] * features[i];
            }
            s += c[0] * Math.tanh(t);
        }
        return s;
    }
}
