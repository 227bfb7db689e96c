package org.mendak.core.evidence;

import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Fits {@link CauseModel} to patterns by expectation maximisation with Dirichlet and Beta priors.
 *
 * <p>Deterministic: always from the prior means, until no share of a cause moves by {@value #STILL} or {@value #MOST_ROUNDS}
 * rounds are done. Equal patterns are folded first, which changes nothing but the time: O(rounds · distinct patterns · n²).
 *
 * <p>Source: A. P. Dempster, N. M. Laird, D. B. Rubin, "Maximum Likelihood from Incomplete Data via the EM Algorithm",
 * JRSS B 39 (1977), pp. 1-38; anchoring and constants: docs/evidence.md.
 */
final class Estimator {

    private static final double ALPHA = 2;
    private static final double NONE_SHARE = 0.15;
    private static final double OWN_MEAN = 0.80;
    private static final double OWN_STRENGTH = 8;
    private static final double OTHER_STRENGTH = 1;
    private static final double NONE_MEAN = 0.01;
    private static final double NONE_STRENGTH = 50;
    private static final double OPTIMISM = 0.5;
    private static final double MOST_OPTIMISTIC = 0.98;
    private static final double STILL = 2e-6;
    private static final int MOST_ROUNDS = 1_000;

    private final int n;
    private final double omega;
    private final double[] alpha;
    private final double[] pi;
    private final double[][] e;
    private final double[][] worked;
    private final double[][] failed;

    private Estimator(int n, double omega) {
        this.n = n;
        this.omega = omega;
        alpha = new double[n + 1];
        Arrays.fill(alpha, ALPHA * (1 - NONE_SHARE) / Math.max(1, n));
        alpha[n] = n == 0 ? ALPHA : ALPHA * NONE_SHARE;
        pi = Arrays.stream(alpha).map(a -> a / ALPHA).toArray();
        e = new double[n][n + 1];
        worked = new double[n][n + 1];
        failed = new double[n][n + 1];
        for (int i = 0; i < n; i++) {
            for (int k = 0; k <= n; k++) {
                e[i][k] = priorMean(i, k);
            }
        }
    }

    /** The prior chance that a fix ends a case whose cause belongs to another one, for {@code n} fixes. */
    static double omegaFor(int n) {
        return Math.min(0.20, Math.max(0.06, 1.0 / Math.max(1, n - 1)));
    }

    static CauseModel fit(int n, List<Pattern> patterns, double[] weights, double omega) {
        Map<Pattern, Double> folded = new LinkedHashMap<>();
        for (int p = 0; p < weights.length; p++) {
            folded.merge(patterns.get(p), weights[p], Double::sum);
        }
        return new Estimator(n, omega).run(folded);
    }

    private double priorMean(int i, int k) {
        return k == n ? NONE_MEAN : i == k ? OWN_MEAN : omega;
    }

    private double priorStrength(int i, int k) {
        return k == n ? NONE_STRENGTH : i == k ? OWN_STRENGTH : OTHER_STRENGTH;
    }

    private CauseModel run(Map<Pattern, Double> patterns) {
        double total = patterns.values().stream().mapToDouble(w -> w).sum();
        int rounds = 0;
        double moved = Double.MAX_VALUE;
        while (rounds < MOST_ROUNDS && moved >= STILL) {
            double[] count = new double[n + 1];
            for (int i = 0; i < n; i++) {
                Arrays.fill(worked[i], 0);
                Arrays.fill(failed[i], 0);
            }
            patterns.forEach((p, w) -> expect(p, w, count));
            moved = maximise(count, total);
            rounds++;
        }
        return new CauseModel(pi, e, optimistic(), rounds);
    }

    /** Adds one pattern's share to the counts of each cause. */
    private void expect(Pattern p, double w, double[] count) {
        double[] r = new double[n + 1];
        double sum = 0;
        for (int k = 0; k <= n; k++) {
            double like = pi[k];
            for (int j = 0; j < p.failed().size(); j++) {
                double miss = 1 - e[p.failed().get(j)][k];
                double share = p.shares().get(j);
                like *= share == 1 ? miss : Math.pow(miss, share);
            }
            if (p.solved()) {
                like *= endedBy(p.ended(), k);
            }
            r[k] = like;
            sum += like;
        }
        if (sum <= 0) {
            return;
        }
        for (int k = 0; k <= n; k++) {
            double wr = w * r[k] / sum;
            count[k] += wr;
            for (int j = 0; j < p.failed().size(); j++) {
                failed[p.failed().get(j)][k] += p.shares().get(j) * wr;
            }
            credit(p.ended(), k, wr);
        }
    }

    private double endedBy(List<Integer> bundle, int k) {
        double none = 1;
        for (int i : bundle) {
            none *= 1 - e[i][k];
        }
        return 1 - none;
    }

    /** A bundle's success goes to each of its fixes by its own chance; what is left of the share counts as failed. */
    private void credit(List<Integer> bundle, int k, double wr) {
        if (bundle.size() == 1) {
            worked[bundle.get(0)][k] += wr;
            return;
        }
        double any = bundle.isEmpty() ? 1 : endedBy(bundle, k);
        for (int i : bundle) {
            double mine = any <= 0 ? 0 : e[i][k] / any;
            worked[i][k] += wr * mine;
            failed[i][k] += wr * (1 - mine);
        }
    }

    private double maximise(double[] count, double total) {
        double moved = 0;
        for (int k = 0; k <= n; k++) {
            double next = (count[k] + alpha[k]) / (total + ALPHA);
            moved = Math.max(moved, Math.abs(next - pi[k]));
            pi[k] = next;
            for (int i = 0; i < n; i++) {
                double strength = priorStrength(i, k);
                e[i][k] = (strength * priorMean(i, k) + worked[i][k]) / (strength + worked[i][k] + failed[i][k]);
            }
        }
        return moved;
    }

    private double[][] optimistic() {
        double[][] plus = new double[n][n + 1];
        for (int i = 0; i < n; i++) {
            for (int k = 0; k <= n; k++) {
                double a = priorStrength(i, k) * priorMean(i, k) + worked[i][k];
                double b = priorStrength(i, k) * (1 - priorMean(i, k)) + failed[i][k];
                double sd = Math.sqrt(a * b / ((a + b) * (a + b) * (a + b + 1)));
                plus[i][k] = Math.min(MOST_OPTIMISTIC, e[i][k] + OPTIMISM * sd);
            }
        }
        return plus;
    }
}
