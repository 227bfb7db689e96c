package org.mendak.bench.recognition;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.mendak.core.recognise.Recogniser;
import org.mendak.core.runbook.KnownError;

/** Recognition at three sizes of library: of our own corpus, of texts that others made, and of calls about the demo. */
public final class Accuracy {

    private static final int EACH = 500;
    private static final int NEGATIVES = 2_000;
    private static final long SEED = 91;
    private static final int[] SIZES = {20_000, 1_000, 50};

    private Accuracy() {}

    /** Prints the tables of our own corpus, its test part. */
    public static void measure(Path folder) throws IOException, InterruptedException {
        Corpus corpus = Corpus.build(folder);
        for (int size : SIZES) {
            List<Corpus.Known> library = corpus.sample(size);
            List<KnownError> errors = library.stream().map(Corpus.Known::error).toList();
            System.out.printf(Locale.ROOT, "%n### Our own noise, %,d known errors, test part%n%n", library.size());
            Recogniser recogniser = weighed(errors);
            Index index = new Index(recogniser, library.stream().collect(Collectors.toMap(Corpus.Known::key, k -> k)));
            List<Trial> trials = new ArrayList<>(Trial.positives(corpus, library, false, EACH, SEED));
            trials.addAll(Trial.unknown(corpus, false, NEGATIVES, SEED));
            trials.addAll(Trial.ordinary(corpus, false, NEGATIVES, SEED));
            Measured.print(
                    errors,
                    recogniser,
                    trials.stream().map(t -> Sample.of(t, index)).toList());
        }
    }

    /** Prints the tables of texts that others made; says so where they are missing. */
    public static void apart(Path folder) throws IOException {
        Optional<ApartCorpus> found = ApartCorpus.find(folder);
        if (found.isEmpty()) {
            return;
        }
        ApartCorpus apart = found.get();
        for (int size : SIZES) {
            part(apart, size, "Noisy texts of others", apart.texts());
            part(apart, size, "Retellings by hand", apart.retold());
        }
    }

    private static void part(ApartCorpus apart, int size, String title, List<ApartCorpus.Row> rows) throws IOException {
        List<KnownError> library = apart.library(size, rows, 1);
        Set<String> in = library.stream().map(KnownError::key).collect(Collectors.toSet());
        System.out.printf(Locale.ROOT, "%n### %s, %,d known errors%n%n", title, library.size());
        Measured.print(
                library,
                weighed(library),
                rows.stream()
                        .filter(r -> r.expected() == null || in.contains(r.expected()))
                        .map(Sample::of)
                        .toList());
    }

    /** Makes the index and says how long that took and what it weighs beside the known errors themselves. */
    private static Recogniser weighed(List<KnownError> errors) {
        long before = used();
        long begun = System.nanoTime();
        Recogniser recogniser = Recogniser.of(errors);
        double seconds = (System.nanoTime() - begun) / 1e9;
        System.out.printf(
                Locale.ROOT, "index made in %.2f s (cold), %.1f MB of heap%n%n", seconds, (used() - before) / 1e6);
        return recogniser;
    }

    private static long used() {
        for (int i = 0; i < 3; i++) {
            System.gc();
        }
        Runtime r = Runtime.getRuntime();
        return r.totalMemory() - r.freeMemory();
    }

    /** A library, indexed, with what is needed to judge answers. */
    record Index(Recogniser recogniser, Map<String, Corpus.Known> byKey) {

        static Index of(List<Corpus.Known> library) {
            Map<String, Corpus.Known> byKey = new HashMap<>();
            library.forEach(k -> byKey.put(k.key(), k));
            return new Index(
                    Recogniser.of(library.stream().map(Corpus.Known::error).toList()), byKey);
        }
    }

    /**
     * Whether the words left in the text cannot tell the two apart: the found message has all words of the right one that stand in
     * the text, and misses no more of its own.
     */
    static boolean asGood(Corpus.Known found, Trial t) {
        if (found == null || t.known() == null) {
            return false;
        }
        if (found.key().equals(t.known().key())
                || !found.code().isEmpty()
                        && found.code().equals(t.known().code())
                        && (t.noise() == Noise.CODE || t.noise() == Noise.SAID)) {
            return true;
        }
        Set<String> text = new HashSet<>(Message.wordsOf(t.text()));
        Set<String> right = new HashSet<>(t.known().message().words());
        Set<String> other = new HashSet<>(found.message().words());
        int missing = (int) other.stream().filter(w -> !text.contains(w)).count();
        int missingOfRight = (int) right.stream().filter(w -> !text.contains(w)).count();
        right.retainAll(text);
        return other.containsAll(right) && missing <= missingOfRight;
    }

    static Recogniser.Query query(String text) {
        return new Recogniser.Query(text, null, null, null);
    }
}
