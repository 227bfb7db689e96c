package org.mendak.core.evidence;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.DoubleConsumer;

/**
 * Fits {@link CauseModel} to patterns by expectation maximisation with Dirichlet and Beta priors.
 *
 * <p>Deterministic: always from the prior means, until no share of a cause moves by {@value #STILL} or {@value #MOST_ROUNDS}
 * rounds are done. Equal patterns are folded first, which changes nothing but the time: O(rounds · distinct patterns · n · what
 * a pattern tried).
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
    private static final double OPTIMISM = 1;
    private static final double FADES = 10;
    private static final double MOST_OPTIMISTIC = 0.98;
    private static final double STILL = 2e-6;
    private static final int MOST_ROUNDS = 1_000;

    /** A pattern unpacked for the rounds, with the weight of all cases that show it. */
    private record Folded(int[] failed, double[] shares, int[] ended, double endedShare, int[] answers, double weight) {
        static Folded of(Pattern p, double weight) {
            return new Folded(
                    ints(p.failed()),
                    p.shares().stream().mapToDouble(x -> x).toArray(),
                    ints(p.ended()),
                    p.endedShare(),
                    ints(p.answers()),
                    weight);
        }

        private static int[] ints(List<Integer> list) {
            return list.stream().mapToInt(i -> i).toArray();
        }
    }

    private final int n;
    private final double omega;
    private final double[] alpha;
    private final List<Answers> answers;
    private final double[] pi;
    private final double[] count;
    // by cause first, so that a round walks through memory in order
    private final double[][] e;
    private final double[][] worked;
    private final double[][] failed;
    private final double[][][] told;
    private final double[][][] seen;

    private Estimator(int n, double omega, List<Answers> answers) {
        this.n = n;
        this.omega = omega;
        this.answers = answers;
        alpha = new double[n + 1];
        Arrays.fill(alpha, ALPHA * (1 - NONE_SHARE) / Math.max(1, n));
        alpha[n] = n == 0 ? ALPHA : ALPHA * NONE_SHARE;
        pi = Arrays.stream(alpha).map(a -> a / ALPHA).toArray();
        count = new double[n + 1];
        e = new double[n + 1][n];
        worked = new double[n + 1][n];
        failed = new double[n + 1][n];
        for (int k = 0; k <= n; k++) {
            for (int i = 0; i < n; i++) {
                e[k][i] = priorMean(i, k);
            }
        }
        told = new double[answers.size()][n + 1][];
        seen = new double[answers.size()][n + 1][];
        for (int v = 0; v < answers.size(); v++) {
            Answers a = answers.get(v);
            for (int k = 0; k <= n; k++) {
                told[v][k] = new double[a.values().size()];
                seen[v][k] = new double[a.values().size()];
                Arrays.setAll(told[v][k], a::overall);
            }
        }
    }

    /** The prior chance that a fix ends a case whose cause belongs to another one, for {@code n} fixes. */
    static double omegaFor(int n) {
        return Math.min(0.20, Math.max(0.03, 0.5 / Math.max(1, n - 1)));
    }

    /**
     * Fits.
     *
     * @param weights of the patterns, each 0 or more
     * @param answers the variables whose values the patterns name
     * @param objective hears the penalised log-likelihood at the start of each round; null if nobody listens
     */
    static CauseModel fit(
            int n,
            List<Pattern> patterns,
            double[] weights,
            double omega,
            List<Answers> answers,
            DoubleConsumer objective) {
        Map<Pattern, Double> folded = new LinkedHashMap<>();
        for (int p = 0; p < weights.length; p++) {
            folded.merge(patterns.get(p), weights[p], Double::sum);
        }
        List<Folded> flat = new ArrayList<>(folded.size());
        folded.forEach((p, w) -> flat.add(Folded.of(p, w)));
        return new Estimator(n, omega, answers).run(flat, objective);
    }

    static CauseModel fit(int n, List<Pattern> patterns, double[] weights, double omega) {
        return fit(n, patterns, weights, omega, List.of(), null);
    }

    private double priorMean(int i, int k) {
        return k == n ? NONE_MEAN : i == k ? OWN_MEAN : omega;
    }

    private double priorStrength(int i, int k) {
        return k == n ? NONE_STRENGTH : i == k ? OWN_STRENGTH : OTHER_STRENGTH;
    }

    private CauseModel run(List<Folded> patterns, DoubleConsumer objective) {
        double total = patterns.stream().mapToDouble(Folded::weight).sum();
        int rounds = 0;
        double moved = Double.MAX_VALUE;
        double[] r = new double[n + 1];
        while (rounds < MOST_ROUNDS && moved >= STILL) {
            forget();
            double fit = 0;
            for (Folded p : patterns) {
                fit += expect(p, r);
            }
            if (objective != null) {
                objective.accept(fit + penalty());
            }
            moved = maximise(total);
            rounds++;
        }
        List<Answers> fitted = new ArrayList<>();
        for (int v = 0; v < answers.size(); v++) {
            fitted.add(answers.get(v).fitted(told[v]));
        }
        return new CauseModel(pi, byFix(e), byFix(optimistic()), fitted, rounds);
    }

    private void forget() {
        Arrays.fill(count, 0);
        for (int k = 0; k <= n; k++) {
            Arrays.fill(worked[k], 0);
            Arrays.fill(failed[k], 0);
            for (double[][] byCause : seen) {
                Arrays.fill(byCause[k], 0);
            }
        }
    }

    /** Adds one pattern's share to the counts of each cause; returns its weighted log-likelihood. */
    private double expect(Folded p, double[] r) {
        double sum = 0;
        for (int k = 0; k <= n; k++) {
            double like = pi[k];
            double[] ek = e[k];
            for (int j = 0; j < p.failed.length; j++) {
                like *= power(1 - ek[p.failed[j]], p.shares[j]);
            }
            if (p.ended.length > 0) {
                like *= power(endedBy(p.ended, ek), p.endedShare);
            }
            for (int v = 0; v < p.answers.length; v++) {
                if (p.answers[v] >= 0) {
                    like *= told[v][k][p.answers[v]];
                }
            }
            r[k] = like;
            sum += like;
        }
        if (sum <= 0) {
            return 0;
        }
        for (int k = 0; k <= n; k++) {
            double wr = p.weight * r[k] / sum;
            count[k] += wr;
            for (int j = 0; j < p.failed.length; j++) {
                failed[k][p.failed[j]] += p.shares[j] * wr;
            }
            credit(p.ended, k, p.endedShare * wr);
            for (int v = 0; v < p.answers.length; v++) {
                if (p.answers[v] >= 0) {
                    seen[v][k][p.answers[v]] += wr;
                }
            }
        }
        return p.weight * Math.log(sum);
    }

    private static double power(double base, double share) {
        return share == 1 ? base : Math.pow(base, share);
    }

    private static double endedBy(int[] bundle, double[] ek) {
        if (bundle.length == 1) {
            return ek[bundle[0]];
        }
        double none = 1;
        for (int i : bundle) {
            none *= 1 - ek[i];
        }
        return 1 - none;
    }

    /** A bundle's success goes to each of its fixes by its own chance; what is left of the share counts as failed. */
    private void credit(int[] bundle, int k, double wr) {
        if (bundle.length == 1) {
            worked[k][bundle[0]] += wr;
            return;
        }
        double any = bundle.length == 0 ? 1 : endedBy(bundle, e[k]);
        for (int i : bundle) {
            double mine = any <= 0 ? 0 : e[k][i] / any;
            worked[k][i] += wr * mine;
            failed[k][i] += wr * (1 - mine);
        }
    }

    private double maximise(double total) {
        double moved = 0;
        for (int k = 0; k <= n; k++) {
            double next = (count[k] + alpha[k]) / (total + ALPHA);
            moved = Math.max(moved, Math.abs(next - pi[k]));
            pi[k] = next;
            for (int i = 0; i < n; i++) {
                double strength = priorStrength(i, k);
                e[k][i] = (strength * priorMean(i, k) + worked[k][i]) / (strength + worked[k][i] + failed[k][i]);
            }
            for (int v = 0; v < answers.size(); v++) {
                double strength = answers.get(v).variable().strength();
                double all = strength + Arrays.stream(seen[v][k]).sum();
                for (int a = 0; a < told[v][k].length; a++) {
                    told[v][k][a] = (seen[v][k][a] + strength * answers.get(v).overall(a)) / all;
                }
            }
        }
        return moved;
    }

    /** The logarithm of the priors' density at the present numbers, up to a constant: what the rounds climb beside the fit. */
    private double penalty() {
        double sum = 0;
        for (int k = 0; k <= n; k++) {
            sum += alpha[k] * Math.log(pi[k]);
            for (int i = 0; i < n; i++) {
                double mean = priorMean(i, k);
                sum += priorStrength(i, k) * (mean * Math.log(e[k][i]) + (1 - mean) * Math.log(1 - e[k][i]));
            }
            for (int v = 0; v < answers.size(); v++) {
                for (int a = 0; a < told[v][k].length; a++) {
                    sum += answers.get(v).variable().strength() * answers.get(v).overall(a) * Math.log(told[v][k][a]);
                }
            }
        }
        return sum;
    }

    /**
     * The chances to plan on: above the mean by the spread of what is little known, less so the more the fix was tried, whatever the
     * cause was. Pairs of a fix and a cause that no order ever shows keep their prior spread for ever, and plans would run too long on it.
     */
    private double[][] optimistic() {
        double[][] plus = new double[n + 1][n];
        double[] fades = new double[n];
        for (int i = 0; i < n; i++) {
            double tries = 0;
            for (int k = 0; k <= n; k++) {
                tries += worked[k][i] + failed[k][i];
            }
            fades[i] = Math.sqrt(FADES / (FADES + tries));
        }
        for (int k = 0; k <= n; k++) {
            for (int i = 0; i < n; i++) {
                double a = priorStrength(i, k) * priorMean(i, k) + worked[k][i];
                double b = priorStrength(i, k) * (1 - priorMean(i, k)) + failed[k][i];
                double sd = Math.sqrt(a * b / ((a + b) * (a + b) * (a + b + 1)));
                plus[k][i] = Math.min(MOST_OPTIMISTIC, e[k][i] + OPTIMISM * sd * fades[i]);
            }
        }
        return plus;
    }

    private double[][] byFix(double[][] byCause) {
        double[][] turned = new double[n][n + 1];
        for (int k = 0; k <= n; k++) {
            for (int i = 0; i < n; i++) {
                turned[i][k] = byCause[k][i];
            }
        }
        return turned;
    }
}
