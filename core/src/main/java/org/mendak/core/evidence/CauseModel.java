package org.mendak.core.evidence;

import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Chances under anchored latent causes: cause {@code k} is "the one that fix k is the natural answer to", the last cause
 * is "none of these". Sets of fixes are bit masks by index. Immutable.
 *
 * <p>At most {@value #MOST_FIXES} fixes.
 */
public final class CauseModel {

    /** The most fixes one known error can list. */
    public static final int MOST_FIXES = 60;

    private static final int MOST_IN_TABLE = 24;

    private final double[] pi;
    private final double[][] mean;
    private final double[][] optimistic;
    private final List<Answers> answers;
    private final int rounds;

    CauseModel(double[] pi, double[][] mean, double[][] optimistic, List<Answers> answers, int rounds) {
        this.pi = pi;
        this.mean = mean;
        this.optimistic = optimistic;
        this.answers = List.copyOf(answers);
        this.rounds = rounds;
    }

    /**
     * A model whose numbers are given, with no bonus for what is little tried: the truth of a simulated desk.
     *
     * @param shares of the causes, summing to 1; any number of causes
     * @param effects by fix and cause, each in [0, 1]
     */
    public static CauseModel given(double[] shares, double[][] effects) {
        for (double[] row : effects) {
            if (row.length != shares.length) {
                throw new IllegalArgumentException(row.length + " effects for " + shares.length + " causes");
            }
        }
        return new CauseModel(shares.clone(), effects.clone(), effects.clone(), List.of(), 0);
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
        for (double t : surviving(e, set)) {
            g += t;
        }
        return g;
    }

    /** By cause, the chance that it is the cause and all of these fixes fail, with the bonus for what is little tried. */
    public double[] survivingOptimistic(long set) {
        return surviving(optimistic, set);
    }

    private double[] surviving(double[][] e, long set) {
        double[] t = pi.clone();
        for (long left = set; left != 0; left &= left - 1) {
            double[] row = e[Long.numberOfTrailingZeros(left)];
            for (int k = 0; k < t.length; k++) {
                t[k] *= 1 - row[k];
            }
        }
        return t;
    }

    /** The chance of fix {@code i} failing under cause {@code k}, with the bonus; in [0, 1]. */
    public double missOptimistic(int i, int k) {
        return 1 - optimistic[i][k];
    }

    /** The chance, in [0, 1], that fix {@code i} ends a case in which these fixes have failed. */
    public double chance(int i, long failed) {
        double before = allFail(failed);
        return before <= 0 ? 0 : Math.max(0, 1 - allFail(failed | (1L << i)) / before);
    }

    /**
     * What each fix of a bundle that ended a case is credited with: its own chance among theirs under each cause, the causes as
     * likely as the case leaves them.
     *
     * @return by the place in {@code p.ended()}, each in [0, 1]
     */
    double[] credit(Pattern p) {
        double[] credit = new double[p.ended().size()];
        long failed = 0;
        for (int i : p.failed()) {
            failed |= 1L << i;
        }
        double[] causes = surviving(mean, failed);
        double sum = 0;
        for (int k = 0; k < causes.length; k++) {
            double none = 1;
            for (int i : p.ended()) {
                none *= 1 - mean[i][k];
            }
            double any = 1 - none;
            sum += causes[k] * any;
            for (int b = 0; b < credit.length; b++) {
                credit[b] += causes[k] * mean[p.ended().get(b)][k];
            }
        }
        for (int b = 0; b < credit.length && sum > 0; b++) {
            credit[b] = Math.min(1, credit[b] / sum);
        }
        return credit;
    }

    /** {@link #allFail} of every set, indexed by mask. O(2^n n); at most 24 fixes. */
    public double[] table() {
        long[] each = new long[fixes()];
        java.util.Arrays.setAll(each, i -> 1L << i);
        return table(mean, 0, each);
    }

    /**
     * {@link #allFailOptimistic} of every union of these sets and one that has failed already, indexed by which of them are
     * in it. O(2^m n) for {@code m} sets, at most 24; two arrays of 2^m numbers.
     */
    public double[] tableOptimistic(long failed, long[] moves) {
        return table(optimistic, failed, moves);
    }

    private double[] table(double[][] e, long failed, long[] moves) {
        int m = moves.length;
        if (m > MOST_IN_TABLE) {
            throw new IllegalArgumentException("a table of " + m + " would be too large, at most " + MOST_IN_TABLE);
        }
        double[] start = surviving(e, failed);
        double[] miss = new double[m];
        double[] g = new double[1 << m];
        double[] t = new double[1 << m];
        for (int k = 0; k < pi.length; k++) {
            for (int b = 0; b < m; b++) {
                miss[b] = 1;
                for (long left = moves[b]; left != 0; left &= left - 1) {
                    miss[b] *= 1 - e[Long.numberOfTrailingZeros(left)][k];
                }
            }
            t[0] = start[k];
            g[0] += t[0];
            for (int s = 1; s < t.length; s++) {
                t[s] = t[s & (s - 1)] * miss[Integer.numberOfTrailingZeros(s)];
                g[s] += t[s];
            }
        }
        return g;
    }

    /**
     * The model of a case of which something is known. A value that was never seen, or a fact that is no variable of this
     * model, changes nothing.
     *
     * @param facts what is known, by the fact's name
     */
    public CauseModel knowing(Map<String, String> facts) {
        double[] next = pi.clone();
        double sum = 0;
        boolean told = false;
        for (int k = 0; k < next.length; k++) {
            for (Answers a : answers) {
                int value = a.index(facts.get(a.variable().name()));
                if (value >= 0) {
                    next[k] *= a.shares()[k][value];
                    told = true;
                }
            }
            sum += next[k];
        }
        if (!told || sum <= 0) {
            return this;
        }
        for (int k = 0; k < next.length; k++) {
            next[k] /= sum;
        }
        return new CauseModel(next, mean, optimistic, answers, rounds);
    }

    /** The model whose mean is this one's with the bonus for what is little tried; for planning, never to be shown. */
    public CauseModel optimist() {
        return new CauseModel(pi, optimistic, optimistic, answers, rounds);
    }

    /** The same with each fix's chance times how likely it applies at all, in [0, 1] each. */
    public CauseModel applying(double[] shares) {
        return new CauseModel(pi, times(mean, shares), times(optimistic, shares), answers, rounds);
    }

    private static double[][] times(double[][] e, double[] shares) {
        double[][] less = new double[e.length][];
        for (int i = 0; i < e.length; i++) {
            less[i] = e[i].clone();
            for (int k = 0; shares[i] != 1 && k < less[i].length; k++) {
                less[i][k] *= shares[i];
            }
        }
        return less;
    }

    /** The values that were seen of a variable, most frequent first; empty if the model does not have it. */
    public List<String> valuesOf(String variable) {
        return answers(variable).map(Answers::values).orElse(List.of());
    }

    /**
     * How likely each value of a variable is once these fixes have failed, in the order of {@link #valuesOf}; sums to 1 over
     * the values seen.
     */
    public double[] expected(String variable, long failed) {
        Answers a =
                answers(variable).orElseThrow(() -> new IllegalArgumentException("no variable is called " + variable));
        double[] t = surviving(mean, failed);
        double[] p = new double[a.values().size()];
        double sum = 0;
        for (int k = 0; k < t.length; k++) {
            for (int v = 0; v < p.length; v++) {
                p[v] += t[k] * a.shares()[k][v];
                sum += t[k] * a.shares()[k][v];
            }
        }
        for (int v = 0; v < p.length; v++) {
            p[v] = sum <= 0 ? 1.0 / p.length : p[v] / sum;
        }
        return p;
    }

    private Optional<Answers> answers(String variable) {
        return answers.stream()
                .filter(a -> a.variable().name().equals(variable))
                .findFirst();
    }
}
