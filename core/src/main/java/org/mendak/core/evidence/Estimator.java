package org.mendak.core.evidence;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.DoubleConsumer;

/**
 * Fits {@link CauseModel} to patterns by expectation maximisation with Dirichlet and Beta priors.
 *
 * <p>Deterministic: always from the prior means, until no share of a cause and no chance of a fix moves by {@value #STILL} in a round or {@value #MOST_ROUNDS}
 * rounds are done; most of the way is leapt ({@link Leaps}). Equal patterns are folded first, and what patterns share is computed once a round ({@link FoldedLog}), which changes
 * nothing but the time: O(rounds · distinct patterns · n). Where the heaviest are few ({@link Folded#heavy}) rounds begin with those alone, and all go on from where they nearly rest.
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
    private static final double STILL = 1e-7;
    private static final double NEARLY_STILL = 1e-4;
    private static final int MOST_ROUNDS = 1_000;

    /** Heavy patterns are fitted first where they are so many times fewer than all. */
    private static final int FEW = 3;

    private final int n;
    /** Causes, those of the fixes and none. */
    private final int causes;

    private final double omega;
    private final Folded log;
    private final DoubleConsumer objective;
    private int rounds;
    private boolean still;
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

    Estimator(int n, double omega, Folded log, List<Answers> answers, DoubleConsumer objective) {
        this.log = log;
        this.objective = objective;
        this.n = n;
        this.causes = n + 1;
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
     * @param objective hears the penalised log-likelihood at each place that is gone on from, once all patterns are looked at; null if nobody
     *     listens
     */
    static CauseModel fit(
            int n,
            List<Pattern> patterns,
            double[] weights,
            double omega,
            List<Answers> answers,
            DoubleConsumer objective) {
        return new Estimator(n, omega, Folded.of(patterns, weights), answers, objective).fitted();
    }

    static CauseModel fit(int n, List<Pattern> patterns, double[] weights, double omega) {
        return fit(n, patterns, weights, omega, List.of(), null);
    }

    /** What heavy patterns say, where they are few; otherwise what all say. It is where {@link #fitted} goes on from. */
    CauseModel roughly() {
        if (rounds == 0) {
            Folded heavy = log.heavy();
            boolean few = heavy.size() * FEW <= log.size();
            rounds += few
                    ? untilStill(new FoldedLog(heavy), NEARLY_STILL, null)
                    : untilStill(new FoldedLog(log), STILL, objective);
            still = !few;
        }
        return model();
    }

    /** What all patterns say. */
    CauseModel fitted() {
        CauseModel model = roughly();
        if (!still) {
            rounds += untilStill(new FoldedLog(log), STILL, objective);
            still = true;
            model = model();
        }
        return model;
    }

    private CauseModel model() {
        List<Answers> fitted = new ArrayList<>();
        for (int v = 0; v < answers.size(); v++) {
            fitted.add(answers.get(v)
                    .fitted(Arrays.stream(told[v]).map(double[]::clone).toArray(double[][]::new)));
        }
        return new CauseModel(pi.clone(), byFix(e), byFix(optimistic()), fitted, rounds);
    }

    private double priorMean(int i, int k) {
        return k == n ? NONE_MEAN : i == k ? OWN_MEAN : omega;
    }

    private double priorStrength(int i, int k) {
        return k == n ? NONE_STRENGTH : i == k ? OWN_STRENGTH : OTHER_STRENGTH;
    }

    /** Goes on from where the numbers are until they rest; how many rounds that took. */
    private int untilStill(FoldedLog log, double still, DoubleConsumer objective) {
        Rounds rounds = new Rounds(log);
        return new Leaps(numbers(), still, MOST_ROUNDS, () -> {
                    forget();
                    double likely = rounds.expect() + penalty();
                    return new Leaps.Round(likely, maximise(log.totalWeight()));
                })
                .untilStill(objective);
    }

    /** All numbers that are fitted. */
    private double[][] numbers() {
        List<double[]> all = new ArrayList<>();
        all.add(pi);
        all.addAll(Arrays.asList(e));
        Arrays.stream(told).forEach(t -> all.addAll(Arrays.asList(t)));
        return all.toArray(double[][]::new);
    }

    /** What a round computes; one row of causes for each node, ending and set of answers, so that it walks through memory in order. */
    private final class Rounds {

        private final FoldedLog log;
        private final double[] survived;
        private final double[] ended;
        private final double[] known;
        private final double[] survivedShare;
        private final double[] endedShare;
        private final double[] knownShare;
        /** By fix and cause the chance that it fails, and what failed. */
        private final double[] miss = new double[n * causes];

        private final double[] missed = new double[n * causes];

        Rounds(FoldedLog log) {
            this.log = log;
            survived = new double[log.nodes() * causes];
            survivedShare = new double[survived.length];
            ended = new double[log.endings().size() * causes];
            endedShare = new double[ended.length];
            known = new double[log.known().size() * causes];
            knownShare = new double[known.length];
        }

        /** Adds each pattern's share to the counts of each cause; returns the weighted log-likelihood. */
        double expect() {
            prepare();
            int n = causes;
            // whatever the compiler cannot see to stay the same is read once
            double[] survived = this.survived;
            double[] ended = this.ended;
            double[] known = this.known;
            double[] survivedShare = this.survivedShare;
            double[] endedShare = this.endedShare;
            double[] knownShare = this.knownShare;
            double[] like = new double[n];
            double fit = 0;
            for (int p = 0; p < log.size(); p++) {
                int s = log.node(p) * n;
                int x = log.ending(p) * n;
                int a = log.answers(p) * n;
                double sum = 0;
                for (int k = 0; k < n; k++) {
                    double l = survived[s + k] * ended[x + k] * known[a + k];
                    like[k] = l;
                    sum += l;
                }
                if (sum <= 0) {
                    continue;
                }
                double weight = log.weight(p);
                double scale = weight / sum;
                for (int k = 0; k < n; k++) {
                    double wr = like[k] * scale;
                    survivedShare[s + k] += wr;
                    endedShare[x + k] += wr;
                    knownShare[a + k] += wr;
                }
                fit += weight * Math.log(sum);
            }
            distribute();
            return fit;
        }

        /** What all patterns of a node, an ending or a set of answers have in common. */
        private void prepare() {
            Arrays.fill(survivedShare, 0);
            Arrays.fill(endedShare, 0);
            Arrays.fill(knownShare, 0);
            System.arraycopy(pi, 0, survived, 0, causes);
            for (int k = 0; k < causes; k++) {
                for (int i = 0; i < n; i++) {
                    miss[i * causes + k] = 1 - e[k][i];
                }
            }
            for (int node = 1; node < log.nodes(); node++) {
                int above = log.above(node) * causes;
                int at = node * causes;
                int fix = log.fix(node) * causes;
                double share = log.share(node);
                for (int k = 0; k < causes; k++) {
                    survived[at + k] = survived[above + k] * power(miss[fix + k], share);
                }
            }
            for (int x = 0; x < log.endings().size(); x++) {
                FoldedLog.Ending by = log.endings().get(x);
                for (int k = 0; k < causes; k++) {
                    ended[x * causes + k] = by.fixes().length == 0 ? 1 : power(endedBy(by.fixes(), e[k]), by.share());
                }
            }
            for (int a = 0; a < log.known().size(); a++) {
                int[] values = log.known().get(a);
                for (int k = 0; k < causes; k++) {
                    double product = 1;
                    for (int v = 0; v < values.length; v++) {
                        product *= values[v] < 0 ? 1 : told[v][k][values[v]];
                    }
                    known[a * causes + k] = product;
                }
            }
        }

        /** Brings what was summed up for nodes, endings and answers to the fixes and values that they are made of. */
        private void distribute() {
            // the nodes below a node come behind it, and whatever failed there failed after this one
            Arrays.fill(missed, 0);
            for (int node = log.nodes() - 1; node > FoldedLog.ROOT; node--) {
                int above = log.above(node) * causes;
                int at = node * causes;
                int fix = log.fix(node) * causes;
                double counts = log.share(node);
                for (int k = 0; k < causes; k++) {
                    double share = survivedShare[at + k];
                    missed[fix + k] += counts * share;
                    survivedShare[above + k] += share;
                }
            }
            for (int k = 0; k < causes; k++) {
                for (int i = 0; i < n; i++) {
                    failed[k][i] += missed[i * causes + k];
                }
            }
            System.arraycopy(survivedShare, 0, count, 0, causes);
            for (int x = 0; x < log.endings().size(); x++) {
                FoldedLog.Ending by = log.endings().get(x);
                for (int k = 0; k < causes; k++) {
                    credit(by.fixes(), k, by.share() * endedShare[x * causes + k]);
                }
            }
            for (int a = 0; a < log.known().size(); a++) {
                int[] values = log.known().get(a);
                for (int v = 0; v < values.length; v++) {
                    for (int k = 0; k < causes && values[v] >= 0; k++) {
                        seen[v][k][values[v]] += knownShare[a * causes + k];
                    }
                }
            }
        }
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
                double chance = (strength * priorMean(i, k) + worked[k][i]) / (strength + worked[k][i] + failed[k][i]);
                moved = Math.max(moved, Math.abs(chance - e[k][i]));
                e[k][i] = chance;
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
