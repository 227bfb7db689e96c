package org.mendak.core.simulate;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;

/** Errors drawn at random, for proving estimators and planners on many. */
public final class RandomErrors {

    /**
     * What kind of errors.
     *
     * @param overlap to how many fixes beside its own a cause yields, on average
     * @param badlyAuthored whether the author put the worst first; else roughly by chance per minute, with noise
     * @param constrained whether some fixes must follow others and some share a set-up
     */
    public record Kind(int leastFixes, int mostFixes, double overlap, boolean badlyAuthored, boolean constrained) {}

    private static final double MINUTES_SCALE = 8;
    private static final double MINUTES_SIGMA = 0.9;
    private static final double AUTHOR_SIGMA = 0.3;
    private static final double AUTHOR_NOISE = 0.8;
    private static final double MOST_NONE = 0.15;

    private RandomErrors() {}

    /** What the two set-ups of constrained errors cost. */
    public static double[] setUpMinutes(Kind kind) {
        return kind.constrained() ? new double[] {5, 12} : new double[0];
    }

    /** One error; equal random numbers give equal errors. */
    public static HiddenError draw(Kind kind, Random random) {
        int n = kind.leastFixes() + random.nextInt(kind.mostFixes() - kind.leastFixes() + 1);
        double[] minutes = new double[n];
        Arrays.setAll(minutes, i -> MINUTES_SCALE * Math.exp(MINUTES_SIGMA * random.nextGaussian()));
        double[] shares = shares(n, random);
        double[][] effects = effects(n, kind.overlap(), random);
        int[] order = authorsOrder(kind, minutes, shares, effects, random);
        long[] after = new long[n];
        long[] setUps = new long[n];
        for (int at = 0; kind.constrained() && at < n; at++) {
            after[at] = at > 0 && random.nextInt(4) == 0 ? 1L << random.nextInt(at) : 0;
            setUps[at] = random.nextInt(3) == 0 ? 1L << random.nextInt(2) : 0;
        }
        List<HiddenError.HiddenFix> fixes = new ArrayList<>();
        double[] sharesInOrder = new double[n + 1];
        double[][] effectsInOrder = new double[n][n + 1];
        sharesInOrder[n] = shares[n];
        for (int at = 0; at < n; at++) {
            int i = order[at];
            fixes.add(new HiddenError.HiddenFix(
                    "f" + at,
                    minutes[i],
                    minutes[i] * Math.exp(AUTHOR_SIGMA * random.nextGaussian()),
                    after[at],
                    setUps[at],
                    HiddenError.HiddenFix.NEVER,
                    1));
            sharesInOrder[at] = shares[i];
            for (int k = 0; k < n; k++) {
                effectsInOrder[at][k] = effects[i][order[k]];
            }
        }
        return new HiddenError("random", 1, fixes, sharesInOrder, effectsInOrder, List.of());
    }

    private static double[] shares(int n, Random random) {
        double[] shares = new double[n + 1];
        double sum = 0;
        for (int k = 0; k < n; k++) {
            shares[k] = -Math.log(1 - random.nextDouble()); // a flat Dirichlet
            sum += shares[k];
        }
        double none = MOST_NONE * random.nextDouble();
        for (int k = 0; k < n; k++) {
            shares[k] *= (1 - none) / sum;
        }
        shares[n] = none;
        return shares;
    }

    private static double[][] effects(int n, double overlap, Random random) {
        double[][] effects = new double[n][n + 1];
        for (int i = 0; i < n; i++) {
            for (int k = 0; k < n; k++) {
                boolean also = random.nextDouble() < overlap / (n - 1);
                double strength = 0.65 + 0.3 * random.nextDouble();
                effects[i][k] = i == k || also ? strength : 0;
            }
        }
        return effects;
    }

    private static int[] authorsOrder(Kind kind, double[] minutes, double[] shares, double[][] effects, Random random) {
        int n = minutes.length;
        double[] rank = new double[n];
        for (int i = 0; i < n; i++) {
            double chance = 0;
            for (int k = 0; k < n; k++) {
                chance += shares[k] * effects[i][k];
            }
            double rate = Math.log(Math.max(1e-4, chance) / minutes[i]);
            rank[i] = (kind.badlyAuthored() ? rate : -rate) + AUTHOR_NOISE * random.nextGaussian();
        }
        return IntStream.range(0, n)
                .boxed()
                .sorted(Comparator.comparingDouble(i -> rank[i]))
                .mapToInt(Integer::intValue)
                .toArray();
    }
}
