package org.mendak.bench.recognition;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.mendak.core.recognise.Recogniser;
import org.mendak.core.runbook.KnownError;

/**
 * Fits the model's weights at three sizes of library, by gradient ascent on the conditional log-likelihood with "none of these" among
 * the choices, on three sources of texts: ours, the noisy texts of others, and retellings by hand. Each source is left out once and
 * tested on, so that it shows what the model makes of noise that it has not seen. Counts how common words are, too.
 */
public final class Fitting {

    private static final int[] SIZES = {20_000, 1_000, 50};
    private static final int EACH = 500;
    private static final int NEGATIVES = 1_500;
    private static final int COMMON = 1_500;
    /** A word in fewer than one of so many messages is as rare as any. */
    private static final int RARELY = 2_500;

    /** Catalogues in which a word must stand to be language and no name. */
    private static final int WIDELY = 24;

    /** Libraries of each size in which texts of others are looked for, since few of their errors are in a small one. */
    private static final int[] LIBRARIES = {1, 2, 6};

    private static final String OURS = "ours";
    private static final String NOISY = "noisy texts of others";
    private static final String RETOLD = "retellings by hand";

    private Fitting() {}

    /**
     * Prints what the model makes of the source that was left out, and writes the weights.
     *
     * @param folder where the corpus of our own is built
     * @param others the folder with texts of others; null if there is none
     */
    public static void run(Path folder, Path others) throws IOException, InterruptedException {
        Corpus corpus = Corpus.build(folder);
        commonWords(corpus, folder);
        List<Choice> fitting = new ArrayList<>();
        List<Choice> testing = new ArrayList<>();
        for (int size : SIZES) {
            ours(corpus, size, true, fitting);
            ours(corpus, size, false, testing);
        }
        if (others == null) {
            System.out.println("no folder with texts of others was named; fitted on our own alone");
        } else {
            ApartCorpus apart = ApartCorpus.read(others);
            apart(apart, NOISY, apart.texts(), fitting);
            apart(apart, RETOLD, apart.retold(), fitting);
            System.out.println("| left out | library | noise | first | first three | recognised | of those right |\n"
                    + "|---|---|---|---|---|---|---|");
            for (String left : List.of(OURS, NOISY, RETOLD)) {
                Model m = Model.fit(
                        fitting.stream().filter(c -> !c.source().equals(left)).toList(), Fitting::counts);
                print(
                        left,
                        m,
                        (left.equals(OURS) ? testing : fitting)
                                .stream().filter(c -> c.source().equals(left)).toList());
            }
        }
        Model m = Model.fit(fitting, Fitting::counts);
        testing.addAll(fitting.stream().filter(c -> !c.source().equals(OURS)).toList());
        for (String in : List.of(OURS, NOISY, RETOLD)) {
            print(
                    "nothing",
                    m,
                    testing.stream().filter(c -> c.source().equals(in)).toList());
        }
        Path file = Path.of(System.getenv("MENDAK_ROOT"), "bench", "target", "weights.txt");
        Files.write(file, m.lines());
        System.out.println("weights: " + file);
    }

    /**
     * The others' texts count twice, since there are few. Our unknown errors count less: they come from the very programs whose
     * messages are known, and differ from one of them by a word, more often than what a desk meets; ordinary lines count more.
     */
    private static double counts(Choice c) {
        double source = c.source().equals(OURS) ? 1 : 2;
        return switch (c.noise()) {
            case "unknown" -> 0.2 * source;
            case "ordinary", "negative_log" -> 2 * source;
            default -> source;
        };
    }

    private static void ours(Corpus corpus, int size, boolean fitting, List<Choice> into) {
        List<Corpus.Known> library = corpus.sample(size);
        Accuracy.Index index = Accuracy.Index.of(library);
        Recogniser r = index.recogniser();
        for (Trial t : Trial.positives(corpus, library, fitting, EACH, 17 + size)) {
            add(
                    Choice.of(
                            OURS,
                            t.noise().name(),
                            size,
                            r,
                            t.text(),
                            true,
                            e -> Accuracy.asGood(index.byKey().get(e), t)),
                    into);
        }
        for (Trial t : Trial.unknown(corpus, fitting, NEGATIVES, 18 + size)) {
            add(Choice.of(OURS, "unknown", size, r, t.text(), false, e -> false), into);
        }
        for (Trial t : Trial.ordinary(corpus, fitting, NEGATIVES, 19 + size)) {
            add(Choice.of(OURS, "ordinary", size, r, t.text(), false, e -> false), into);
        }
    }

    private static void apart(ApartCorpus apart, String source, List<ApartCorpus.Row> rows, List<Choice> into) {
        for (int s = 0; s < SIZES.length; s++) {
            for (int seed = 0; seed < LIBRARIES[s]; seed++) {
                List<KnownError> library = apart.library(SIZES[s], rows, 10L * seed + 3);
                Set<String> in = library.stream().map(KnownError::key).collect(Collectors.toSet());
                Recogniser r = Recogniser.of(library);
                for (ApartCorpus.Row row : rows) {
                    boolean negative = row.expected() == null;
                    if (negative ? seed == 0 : in.contains(row.expected())) {
                        add(Choice.of(source, row.noise(), SIZES[s], r, row.text(), !negative, row::isRight), into);
                    }
                }
            }
        }
    }

    private static void add(Choice c, List<Choice> into) {
        if (c.candidates().length > 0) {
            into.add(c);
        }
    }

    /** A line for each size and noise. */
    private static void print(String left, Model m, List<Choice> choices) {
        Map<String, int[]> counts = new TreeMap<>();
        for (Choice c : choices) {
            int[] n = counts.computeIfAbsent(
                    String.format(Locale.ROOT, "%,d | %s", c.size(), c.noise()), k -> new int[5]);
            double[] p = m.probabilities(c);
            Integer[] order = new Integer[p.length];
            Arrays.setAll(order, i -> i);
            Arrays.sort(order, (a, b) -> Double.compare(p[b], p[a]));
            boolean first = c.right()[order[0]];
            boolean three = Arrays.stream(order).limit(3).anyMatch(i -> c.right()[i]);
            boolean yes = p[order[0]] >= 0.85;
            int[] add = {1, first ? 1 : 0, three ? 1 : 0, yes ? 1 : 0, yes && first ? 1 : 0};
            for (int i = 0; i < n.length; i++) {
                n[i] += add[i];
            }
        }
        counts.forEach((name, n) -> System.out.printf(
                Locale.ROOT,
                "| %s | %s | %.1f | %.1f | %.1f | %.1f |%n",
                left,
                name,
                100.0 * n[1] / n[0],
                100.0 * n[2] / n[0],
                100.0 * n[3] / n[0],
                n[3] == 0 ? 0 : 100.0 * n[4] / n[3]));
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
