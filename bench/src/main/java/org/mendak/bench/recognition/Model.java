package org.mendak.bench.recognition;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import org.mendak.core.recognise.Recogniser;

/**
 * The model in the fitting: the same form as in {@code core}, with the gradient of its likelihood. Weights lie in one array: those of
 * what is retold, those of what is pasted, then of each combination its own weight and one number a feature.
 */
final class Model {

    private static final int HIDDEN = 8;
    private static final int EPOCHS = 25;
    private static final int BATCH = 64;
    private static final double RIDGE = 0.0004;
    private static final double RATE = 0.01;

    private final int[] retold = Recogniser.retoldFeatures();
    private final int[] pasted = Recogniser.pastedFeatures();
    private final double[] w;

    private Model() {
        w = new double[retold.length + pasted.length + HIDDEN * (pasted.length + 1)];
    }

    /** How much a choice counts. */
    interface Count {
        double of(Choice c);
    }

    /** Stochastic gradient with momentum and scaling: D. P. Kingma, J. Ba, "Adam", ICLR 2015. */
    static Model fit(List<Choice> choices, Count count) {
        Random random = new Random(5);
        Model m = new Model();
        for (int h = 0; h < HIDDEN; h++) {
            int at = m.combination(h);
            m.w[at] = 0.3 * random.nextGaussian();
            for (int i = 1; i <= m.pasted.length; i++) {
                m.w[at + i] = 0.3 * random.nextGaussian() / (Math.sqrt(m.pasted.length) / 2);
            }
        }
        // retellings look like nothing that was pasted: begin where the two ways differ
        m.w[1] = -2;
        m.w[3] = 1;
        double[] mean = new double[m.w.length];
        double[] square = new double[m.w.length];
        int step = 0;
        List<Choice> order = new ArrayList<>(choices);
        order.removeIf(Choice::isHopeless);
        for (int epoch = 0; epoch < EPOCHS; epoch++) {
            Collections.shuffle(order, random);
            double rate = RATE * Math.pow(1 - epoch / (double) EPOCHS, 1.5) + 1e-5;
            double likelihood = 0;
            for (int at = 0; at < order.size(); at += BATCH) {
                double[] g = new double[m.w.length];
                int end = Math.min(order.size(), at + BATCH);
                for (Choice c : order.subList(at, end)) {
                    likelihood += m.gradient(c, count.of(c), g);
                }
                step++;
                for (int i = 0; i < g.length; i++) {
                    double slope = g[i] / (end - at) - RIDGE * m.w[i];
                    mean[i] = 0.9 * mean[i] + 0.1 * slope;
                    square[i] = 0.999 * square[i] + 0.001 * slope * slope;
                    m.w[i] += rate
                            * (mean[i] / (1 - Math.pow(0.9, step)))
                            / (Math.sqrt(square[i] / (1 - Math.pow(0.999, step))) + 1e-8);
                }
            }
            if (epoch % 8 == 7) {
                System.err.printf(
                        Locale.ROOT, "epoch %d, mean log-likelihood %.4f%n", epoch + 1, likelihood / order.size());
            }
        }
        return m;
    }

    private int combination(int h) {
        return retold.length + pasted.length + h * (pasted.length + 1);
    }

    /** A candidate's score with what its gradient needs. */
    private final class Scored {
        final double[] f;
        final double[] hidden = new double[HIDDEN];
        final double score;
        /** The part of what was pasted in the score's gradient. */
        final double seen;

        Scored(double[] f) {
            this.f = f;
            double told = 0;
            for (int i = 0; i < retold.length; i++) {
                told += w[i] * f[retold[i]];
            }
            double paste = 0;
            for (int i = 0; i < pasted.length; i++) {
                paste += w[retold.length + i] * f[pasted[i]];
            }
            for (int h = 0; h < HIDDEN; h++) {
                int at = combination(h);
                double t = 0;
                for (int i = 0; i < pasted.length; i++) {
                    t += w[at + 1 + i] * f[pasted[i]];
                }
                hidden[h] = Math.tanh(t);
                paste += w[at] * hidden[h];
            }
            score = Math.max(told, paste) + Math.log1p(Math.exp(-Math.abs(told - paste)));
            seen = Math.exp(paste - score);
        }

        /** Adds {@code by} times the gradient of the score. */
        void add(double by, double[] g) {
            for (int i = 0; i < retold.length; i++) {
                g[i] += by * (1 - seen) * f[retold[i]];
            }
            double b = by * seen;
            for (int i = 0; i < pasted.length; i++) {
                g[retold.length + i] += b * f[pasted[i]];
            }
            for (int h = 0; h < HIDDEN; h++) {
                int at = combination(h);
                g[at] += b * hidden[h];
                double inner = b * w[at] * (1 - hidden[h] * hidden[h]);
                for (int i = 0; i < pasted.length; i++) {
                    g[at + 1 + i] += inner * f[pasted[i]];
                }
            }
        }
    }

    /** The probabilities of the candidates, "none of these" among the choices. */
    double[] probabilities(Choice c) {
        double[] scores = new double[c.candidates().length];
        for (int i = 0; i < scores.length; i++) {
            scores[i] = new Scored(c.candidates()[i]).score;
        }
        return softmax(scores);
    }

    private static double[] softmax(double[] scores) {
        double most = 0;
        for (double s : scores) {
            most = Math.max(most, s);
        }
        double sum = Math.exp(-most);
        double[] p = new double[scores.length];
        for (int i = 0; i < p.length; i++) {
            p[i] = Math.exp(scores[i] - most);
            sum += p[i];
        }
        for (int i = 0; i < p.length; i++) {
            p[i] /= sum;
        }
        return p;
    }

    /** Adds the gradient of the log-likelihood that one of the right ones is chosen, or none; returns it. */
    private double gradient(Choice c, double count, double[] g) {
        int n = c.candidates().length;
        Scored[] all = new Scored[n];
        double[] scores = new double[n];
        for (int i = 0; i < n; i++) {
            all[i] = new Scored(c.candidates()[i]);
            scores[i] = all[i].score;
        }
        double[] p = softmax(scores);
        double right = 0;
        double none = 1;
        for (int i = 0; i < n; i++) {
            none -= p[i];
            right += c.right()[i] ? p[i] : 0;
        }
        for (int i = 0; i < n; i++) {
            double wanted = c.right()[i] ? p[i] / Math.max(right, 1e-12) : 0;
            all[i].add(count * (wanted - p[i]), g);
        }
        return Math.log(Math.max(1e-12, c.positive() ? right : none));
    }

    /** The lines of {@code weights.txt}. */
    List<String> lines() {
        List<String> lines = new ArrayList<>();
        lines.add(
                "# made by ./mendak bench fitting: what is retold, what is pasted, then combinations behind their weights");
        lines.add(numbers(0, retold.length));
        lines.add(numbers(retold.length, pasted.length));
        for (int h = 0; h < HIDDEN; h++) {
            lines.add(numbers(combination(h), pasted.length + 1));
        }
        return lines;
    }

    private String numbers(int from, int count) {
        StringBuilder s = new StringBuilder();
        for (int i = from; i < from + count; i++) {
            s.append(i == from ? "" : " ").append(String.format(Locale.ROOT, "%.3f", w[i]));
        }
        return s.toString();
    }
}
