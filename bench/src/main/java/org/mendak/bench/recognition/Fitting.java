package org.mendak.bench.recognition;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import org.mendak.core.recognise.Recogniser;

/**
 * Fits the model's weights on the fitting part of the corpus, at three sizes of library, by gradient ascent on the conditional
 * log-likelihood with "none of these" among the choices; and counts how common words are. Prints both for pasting.
 */
public final class Fitting {

    private static final int[] SIZES = {20_000, 1_000, 50};
    private static final int EACH = 1_400;
    private static final int NEGATIVES = 4_000;
    private static final int COMMON = 1_500;
    /** A word in fewer than one of so many messages is as rare as any. */
    private static final int RARELY = 2_500;

    /** Catalogues in which a word must stand to be language and no name. */
    private static final int WIDELY = 24;

    private static final int HIDDEN = 14;
    private static final int EPOCHS = 70;
    /** Candidates of a text that are fitted on. */
    private static final int MOST = 14;

    private static final int BATCH = 64;
    private static final double RIDGE = 0.0004;

    /** One text's candidates; {@code right} is the index of the right one, -1 for none of these. */
    private record Choice(double[][] features, int right) {}

    private Fitting() {}

    /** Prints the weights. */
    public static void run(Path folder) throws IOException, InterruptedException {
        Corpus corpus = Corpus.build(folder);
        commonWords(corpus, folder);
        List<Choice> choices = new ArrayList<>();
        List<String> names = new ArrayList<>();
        for (int size : SIZES) {
            List<Corpus.Known> library = corpus.sample(size);
            Accuracy.Index index = Accuracy.Index.of(library);
            List<Trial> trials = new ArrayList<>(Trial.positives(corpus, library, true, EACH, 17 + size));
            trials.addAll(Trial.unknown(corpus, true, NEGATIVES, 18 + size));
            trials.addAll(Trial.ordinary(corpus, true, NEGATIVES, 19 + size));
            for (Trial t : trials) {
                List<Recogniser.Explanation> all = index.recogniser().explain(Accuracy.query(t.text())).stream()
                        .limit(MOST)
                        .toList();
                if (all.isEmpty()) {
                    continue;
                }
                if (names.isEmpty()) {
                    names.addAll(all.get(0).numbers().keySet());
                }
                int right = -1;
                for (int i = 0; i < all.size() && t.known() != null; i++) {
                    if (all.get(i).error().equals(t.known().key())) {
                        right = i;
                    }
                }
                if (t.known() != null && right < 0) {
                    continue; // not among the candidates: no weight can help
                }
                choices.add(new Choice(
                        all.stream()
                                .map(e -> e.numbers().values().stream()
                                        .mapToDouble(Double::doubleValue)
                                        .toArray())
                                .toArray(double[][]::new),
                        right));
            }
        }
        double[] w = fit(choices, names.size());
        Path file = Path.of(System.getenv("MENDAK_ROOT"), "bench", "target", "weights.txt");
        write(file, w, names);
        System.out.println("weights: " + file);
    }

    private static void write(Path file, double[] w, List<String> names) throws IOException {
        int size = names.size();
        List<String> lines = new ArrayList<>();
        lines.add(
                "# made by ./mendak bench fitting: the linear part, then the combinations, each behind its weight in the sum");
        lines.add("# " + String.join(", ", names));
        lines.add(numbers(w, 0, size));
        for (int h = 0; h < HIDDEN; h++) {
            lines.add(numbers(w, size + h * (size + 1), size + 1));
        }
        Files.write(file, lines);
    }

    private static String numbers(double[] w, int from, int count) {
        StringBuilder s = new StringBuilder();
        for (int i = from; i < from + count; i++) {
            s.append(i == from ? "" : " ").append(String.format(Locale.ROOT, "%.3f", w[i]));
        }
        return s.toString();
    }

    /** Stochastic gradient with momentum and scaling: D. P. Kingma, J. Ba, "Adam", ICLR 2015. */
    private static double[] fit(List<Choice> choices, int size) {
        Random random = new Random(5);
        int all = size + HIDDEN * (size + 1);
        double[] w = new double[all];
        for (int i = size; i < all; i++) {
            w[i] = 0.3 * random.nextGaussian() / ((i - size) % (size + 1) == 0 ? 1 : Math.sqrt(size) / 2);
        }
        double[] m = new double[all];
        double[] v = new double[all];
        int step = 0;
        List<Choice> order = new ArrayList<>(choices);
        for (int epoch = 0; epoch < EPOCHS; epoch++) {
            Collections.shuffle(order, random);
            double rate = 0.01 * Math.pow(1 - epoch / (double) EPOCHS, 1.5) + 1e-5;
            double likelihood = 0;
            for (int at = 0; at < order.size(); at += BATCH) {
                double[] g = new double[all];
                int end = Math.min(order.size(), at + BATCH);
                for (int i = at; i < end; i++) {
                    likelihood += gradient(order.get(i), w, size, g);
                }
                step++;
                for (int i = 0; i < all; i++) {
                    double slope = g[i] / (end - at) - RIDGE * w[i];
                    m[i] = 0.9 * m[i] + 0.1 * slope;
                    v[i] = 0.999 * v[i] + 0.001 * slope * slope;
                    w[i] += rate
                            * (m[i] / (1 - Math.pow(0.9, step)))
                            / (Math.sqrt(v[i] / (1 - Math.pow(0.999, step))) + 1e-8);
                }
            }
            if (epoch % 10 == 9) {
                System.out.printf(
                        Locale.ROOT, "epoch %d, mean log-likelihood %.4f%n", epoch + 1, likelihood / order.size());
            }
        }
        return w;
    }

    private static double gradient(Choice c, double[] w, int size, double[] g) {
        int n = c.features().length;
        double[] s = new double[n];
        double[][] hidden = new double[n][HIDDEN];
        double top = 0;
        for (int i = 0; i < n; i++) {
            double[] f = c.features()[i];
            for (int k = 0; k < size; k++) {
                s[i] += w[k] * f[k];
            }
            for (int h = 0; h < HIDDEN; h++) {
                int at = size + h * (size + 1);
                double t = 0;
                for (int k = 0; k < size; k++) {
                    t += w[at + 1 + k] * f[k];
                }
                hidden[i][h] = Math.tanh(t);
                s[i] += w[at] * hidden[i][h];
            }
            top = Math.max(top, s[i]);
        }
        double sum = Math.exp(-top);
        for (double x : s) {
            sum += Math.exp(x - top);
        }
        for (int i = 0; i < n; i++) {
            double[] f = c.features()[i];
            double off = (i == c.right() ? 1 : 0) - Math.exp(s[i] - top) / sum;
            if (Math.abs(off) < 1e-6) {
                continue;
            }
            for (int k = 0; k < size; k++) {
                g[k] += off * f[k];
            }
            for (int h = 0; h < HIDDEN; h++) {
                int at = size + h * (size + 1);
                g[at] += off * hidden[i][h];
                double back = off * w[at] * (1 - hidden[i][h] * hidden[i][h]);
                for (int k = 0; k < size; k++) {
                    g[at + 1 + k] += back * f[k];
                }
            }
        }
        return (c.right() < 0 ? 0 : s[c.right()]) - top - Math.log(sum);
    }

    /** In how many of 100,000 messages of the fitting part a word stands. */
    private static void commonWords(Corpus corpus, Path folder) throws IOException, InterruptedException {
        Map<String, Integer> spread = Catalogues.spread(folder);
        Map<String, Integer> in = new TreeMap<>();
        List<Message> messages = corpus.known().stream()
                .filter(Corpus.Known::fitting)
                .map(Corpus.Known::message)
                .toList();
        for (Message m : messages) {
            m.bag().keySet().stream()
                    .filter(k -> k.chars().allMatch(ch -> ch >= 'a' && ch <= 'z'))
                    .forEach(k -> in.merge(k, 1, Integer::sum));
        }
        Path file = Path.of(System.getenv("MENDAK_ROOT"), "bench", "target", "common-words.txt");
        List<String> lines =
                new ArrayList<>(List.of("# word, messages of 100,000 that have it; made by ./mendak bench fitting"));
        in.entrySet().stream()
                .filter(e -> e.getValue() * RARELY >= messages.size())
                .filter(e -> e.getKey().length() > 1 && spread.getOrDefault(e.getKey(), 0) >= WIDELY)
                .sorted(Map.Entry.<String, Integer>comparingByValue().reversed())
                .limit(COMMON)
                .forEach(e -> lines.add(e.getKey() + " " + Math.round(e.getValue() * 100_000.0 / messages.size())));
        Files.write(file, lines);
        System.out.println(
                "common words: " + file + Arrays.toString(lines.subList(1, 8).toArray()));
    }
}
