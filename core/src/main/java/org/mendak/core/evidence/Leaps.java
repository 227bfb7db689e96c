package org.mendak.core.evidence;

import java.util.Arrays;
import java.util.function.DoubleConsumer;
import java.util.function.Supplier;

/**
 * Rounds that leap: where two of them lead says how far they would go on in the same direction, and that far is gone at once. A leap that
 * leaves the range of the numbers, or makes the log less likely than the first of the two, is not taken; the second is gone on from.
 *
 * <p>Source: R. Varadhan, C. Roland, "Simple and Globally Convergent Methods for Accelerating the Convergence of Any EM Algorithm",
 * Scand. J. Statist. 35 (2008), pp. 335-353, scheme S3.
 */
final class Leaps {

    /**
     * One round of expectation and maximisation.
     *
     * @param likely how likely the log was at its start, as a logarithm up to a constant
     * @param moved how far it moved any number that rest is measured by
     */
    record Round(double likely, double moved) {}

    private final double[][] rows;
    private final double still;
    private final int most;
    private final Supplier<Round> oneRound;
    private int rounds;
    private double moved = Double.MAX_VALUE;

    /**
     * Rounds from where the numbers are.
     *
     * @param rows all numbers that a round moves, each in (0, 1); they are moved in place
     * @param still a round that moves less ends it
     * @param most after so many rounds it ends; one more where the last leap was not taken
     */
    Leaps(double[][] rows, double still, int most, Supplier<Round> oneRound) {
        this.rows = rows;
        this.still = still;
        this.most = most;
        this.oneRound = oneRound;
    }

    /**
     * Goes on until the numbers rest.
     *
     * @param objective hears how likely the log is at each place that is gone on from; null if nobody listens
     * @return how many rounds that took
     */
    int untilStill(DoubleConsumer objective) {
        while (true) {
            double[] first = copy();
            told(objective, round());
            if (isStill()) {
                return rounds;
            }
            double[] second = copy();
            double likely = round();
            told(objective, likely);
            if (isStill()) {
                return rounds;
            }
            double[] third = copy();
            if (leap(first, second, third)) {
                if (round() < likely) {
                    set(third);
                } else if (isStill()) {
                    return rounds;
                }
            }
        }
    }

    private static void told(DoubleConsumer objective, double likely) {
        if (objective != null) {
            objective.accept(likely);
        }
    }

    private boolean isStill() {
        return moved < still || rounds >= most;
    }

    private double round() {
        Round r = oneRound.get();
        moved = r.moved();
        rounds++;
        return r.likely();
    }

    /** Goes as far as the three places say; stays at the third, and says so, if that leads nowhere. */
    private boolean leap(double[] first, double[] second, double[] third) {
        double step = 0;
        double bend = 0;
        for (int i = 0; i < first.length; i++) {
            double r = second[i] - first[i];
            double v = third[i] - second[i] - r;
            step += r * r;
            bend += v * v;
        }
        double far = Math.sqrt(step / bend);
        if (!(far > 1) || Double.isInfinite(far)) {
            return false;
        }
        double[] there = new double[first.length];
        for (int i = 0; i < there.length; i++) {
            double r = second[i] - first[i];
            double v = third[i] - second[i] - r;
            there[i] = first[i] + 2 * far * r + far * far * v;
            if (!(there[i] > 0 && there[i] < 1) && there[i] != third[i]) {
                return false;
            }
        }
        set(there);
        return true;
    }

    private double[] copy() {
        double[] all = new double[Arrays.stream(rows).mapToInt(r -> r.length).sum()];
        int at = 0;
        for (double[] row : rows) {
            System.arraycopy(row, 0, all, at, row.length);
            at += row.length;
        }
        return all;
    }

    private void set(double[] all) {
        int at = 0;
        for (double[] row : rows) {
            System.arraycopy(all, at, row, 0, row.length);
            at += row.length;
        }
    }
}
