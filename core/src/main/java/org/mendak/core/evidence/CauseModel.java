package org.mendak.core.evidence;

/**
 * Chances under anchored latent causes: cause {@code k} is "the one that fix k is the natural answer to", the last cause
 * is "none of these". Sets of fixes are bit masks by index.
 *
 * <p>At most {@value #MOST_FIXES} fixes.
 */
public final class CauseModel {

    /** The most fixes one known error can list. */
    public static final int MOST_FIXES = 60;

    private final double[] pi;
    private final double[][] mean;
    private final double[][] optimistic;
    private final int rounds;

    CauseModel(double[] pi, double[][] mean, double[][] optimistic, int rounds) {
        this.pi = pi;
        this.mean = mean;
        this.optimistic = optimistic;
        this.rounds = rounds;
    }

    /** How many fixes there are. */
    public int fixes() {
        return mean.length;
    }

    /** How many rounds the fit took. */
    public int rounds() {
        return rounds;
    }

    /** The share of cause {@code k}, in [0, 1]; {@code k} = {@link #fixes()} is "none of these". */
    public double share(int k) {
        return pi[k];
    }

    /** The chance that fix {@code i} ends a case of cause {@code k}, in [0, 1]. */
    public double effect(int i, int k) {
        return mean[i][k];
    }

    /** The chance that all of these fixes fail. O(n²). */
    public double allFail(long set) {
        return allFail(mean, set);
    }

    /** The same with the bonus for what is little tried; for planning, never to be shown. */
    public double allFailOptimistic(long set) {
        return allFail(optimistic, set);
    }

    private double allFail(double[][] e, long set) {
        double g = 0;
        for (int k = 0; k < pi.length; k++) {
            double t = pi[k];
            for (int i = 0; i < e.length; i++) {
                if ((set & (1L << i)) != 0) {
                    t *= 1 - e[i][k];
                }
            }
            g += t;
        }
        return g;
    }

    /** The chance, in [0, 1], that fix {@code i} ends a case in which these fixes have failed. */
    public double chance(int i, long failed) {
        double before = allFail(failed);
        return before <= 0 ? 0 : Math.max(0, 1 - allFail(failed | (1L << i)) / before);
    }

    /** {@link #allFail} of every set, indexed by mask. O(2^n n); at most 24 fixes. */
    public double[] table() {
        return table(mean);
    }

    /** {@link #allFailOptimistic} of every set, indexed by mask. O(2^n n); at most 24 fixes. */
    public double[] tableOptimistic() {
        return table(optimistic);
    }

    private double[] table(double[][] e) {
        int n = e.length;
        if (n > 24) {
            throw new IllegalArgumentException("a table of " + n + " fixes would be too large, at most 24");
        }
        double[] g = new double[1 << n];
        double[] t = new double[1 << n];
        for (int k = 0; k < pi.length; k++) {
            t[0] = pi[k];
            g[0] += t[0];
            for (int s = 1; s < t.length; s++) {
                t[s] = t[s & (s - 1)] * (1 - e[Integer.numberOfTrailingZeros(s)][k]);
                g[s] += t[s];
            }
        }
        return g;
    }
}
