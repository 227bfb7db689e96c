package org.mendak.bench.recognition;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.mendak.core.recognise.Recogniser;
import org.mendak.core.recognise.Recognition;
import org.mendak.core.runbook.KnownError;

/** Recognition on the test part of the corpus, per noise and at three sizes of library. */
public final class Accuracy {

    private static final int EACH = 500;
    private static final int NEGATIVES = 2_000;
    private static final long SEED = 91;
    private static final int[] SIZES = {20_000, 1_000, 50};

    private Accuracy() {}

    /** Prints the tables. */
    public static void measure(Path folder) throws IOException, InterruptedException {
        Corpus corpus = Corpus.build(folder);
        for (int size : SIZES) {
            List<Corpus.Known> library = corpus.sample(size);
            System.out.printf(Locale.ROOT, "%n### %,d known errors, test part%n%n", library.size());
            Index index = weighed(library);
            mendak(corpus, library, index);
            fullText(corpus, library, index);
        }
    }

    /** Makes the index and says how long that took and what it weighs beside the known errors themselves. */
    private static Index weighed(List<Corpus.Known> library) {
        List<KnownError> errors = library.stream().map(Corpus.Known::error).toList();
        long before = used();
        long begun = System.nanoTime();
        Recogniser recogniser = Recogniser.of(errors);
        double seconds = (System.nanoTime() - begun) / 1e9;
        double weight = (used() - before) / 1e6;
        System.out.printf(Locale.ROOT, "index made in %.2f s (cold), %.1f MB of heap%n%n", seconds, weight);
        Map<String, Corpus.Known> byKey = new HashMap<>();
        library.forEach(k -> byKey.put(k.key(), k));
        return new Index(recogniser, byKey);
    }

    private static long used() {
        for (int i = 0; i < 3; i++) {
            System.gc();
        }
        Runtime r = Runtime.getRuntime();
        return r.totalMemory() - r.freeMemory();
    }

    /** The same texts by BM25: no captures, no probability; "yes" is a score that keeps nine in ten right hits. */
    private static void fullText(Corpus corpus, List<Corpus.Known> library, Index index) throws IOException {
        Bm25 bm25 = new Bm25(library);
        List<Trial> positives = Trial.positives(corpus, library, false, EACH, SEED);
        positives.stream().limit(1_500).forEach(t -> bm25.search(t.text(), 3));
        Map<Noise, Tally> tallies = new EnumMap<>(Noise.class);
        List<Float> right = new ArrayList<>();
        for (Trial t : positives) {
            long begun = System.nanoTime();
            List<Bm25.Hit> hits = bm25.search(t.text(), 3);
            long time = System.nanoTime() - begun;
            boolean lenient =
                    !hits.isEmpty() && asGood(index.byKey().get(hits.get(0).key()), t);
            boolean strict =
                    !hits.isEmpty() && hits.get(0).key().equals(t.known().key());
            boolean three = hits.stream().anyMatch(h -> asGood(index.byKey().get(h.key()), t));
            tallies.computeIfAbsent(t.noise(), n -> new Tally()).add(strict, lenient, three, false, time);
            if (lenient) {
                right.add(hits.get(0).score());
            }
        }
        right.sort(null);
        float threshold = right.get(right.size() / 10);
        System.out.println("BM25 over words and codes, the same texts\n\n" + Tally.head());
        Tally all = new Tally();
        tallies.forEach((noise, tally) -> {
            System.out.println(tally.row(noise.name().toLowerCase(Locale.ROOT)));
            all.add(tally);
        });
        System.out.println(all.row("all"));
        System.out.printf(
                Locale.ROOT,
                "BM25 at the score that keeps 90 %% of right hits: unknown errors %.1f %%, ordinary lines %.1f %%%n",
                above(bm25, threshold, Trial.unknown(corpus, false, NEGATIVES, SEED)),
                above(bm25, threshold, Trial.ordinary(corpus, false, NEGATIVES, SEED)));
    }

    private static double above(Bm25 bm25, float threshold, List<Trial> trials) {
        long yes = trials.stream()
                .filter(t -> {
                    List<Bm25.Hit> hits = bm25.search(t.text(), 1);
                    return !hits.isEmpty() && hits.get(0).score() >= threshold;
                })
                .count();
        return 100.0 * yes / trials.size();
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
                || !found.code().isEmpty() && found.code().equals(t.known().code()) && t.noise() == Noise.CODE) {
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

    private static void mendak(Corpus corpus, List<Corpus.Known> library, Index index) {
        List<Trial> positives = Trial.positives(corpus, library, false, EACH, SEED);
        List<Trial> negatives = new ArrayList<>(Trial.unknown(corpus, false, NEGATIVES, SEED));
        negatives.addAll(Trial.ordinary(corpus, false, NEGATIVES, SEED));
        for (int i = 0; i < 1_500; i++) {
            index.recogniser()
                    .recognise(query(positives.get(i % positives.size()).text()));
        }
        Map<Noise, Tally> tallies = new EnumMap<>(Noise.class);
        List<Double> said = new ArrayList<>();
        List<Boolean> right = new ArrayList<>();
        for (Trial t : positives) {
            Tally tally = tallies.computeIfAbsent(t.noise(), n -> new Tally());
            long begun = System.nanoTime();
            Recognition r = index.recogniser().recognise(query(t.text()));
            long time = System.nanoTime() - begun;
            List<Recogniser.Explanation> all = index.recogniser().explain(query(t.text()));
            Corpus.Known first =
                    all.isEmpty() ? null : index.byKey().get(all.get(0).error());
            boolean lenient = asGood(first, t);
            boolean strict = first != null && first.key().equals(t.known().key());
            boolean three =
                    all.stream().limit(3).anyMatch(e -> asGood(index.byKey().get(e.error()), t));
            boolean yes = !r.candidates().isEmpty() && r.candidates().get(0).recognised();
            tally.add(strict, lenient, three, yes, time);
            if (!all.isEmpty()) {
                said.add(all.get(0).probability());
                right.add(strict);
            }
            captures(r, t, tally);
        }
        double threshold = threshold(corpus, library, index);
        System.out.println(Tally.head());
        Tally all = new Tally();
        tallies.forEach((noise, tally) -> {
            System.out.println(tally.row(noise.name().toLowerCase(Locale.ROOT)));
            all.add(tally);
        });
        System.out.println(all.row("all"));
        for (boolean ordinary : new boolean[] {false, true}) {
            List<Trial> some =
                    negatives.stream().filter(t -> t.ordinary() == ordinary).toList();
            int yes = 0;
            int above = 0;
            int perhaps = 0;
            for (Trial t : some) {
                List<Recognition.Candidate> c =
                        index.recogniser().recognise(query(t.text())).candidates();
                boolean said85 = !c.isEmpty() && c.get(0).recognised();
                yes += said85 ? 1 : 0;
                perhaps += c.isEmpty() ? 0 : 1;
                List<Recogniser.Explanation> every = index.recogniser().explain(query(t.text()));
                above += !every.isEmpty() && every.get(0).probability() >= threshold ? 1 : 0;
                said.add(every.isEmpty() ? 0 : every.get(0).probability());
                right.add(false);
            }
            System.out.printf(
                    Locale.ROOT,
                    "%s: \"recognised\" %.1f %%, \"perhaps\" or more %.1f %% of %d; at the threshold %.3f that keeps 90 %% of right hits in the fitting part %.1f %%%n",
                    ordinary ? "ordinary lines" : "unknown errors",
                    100.0 * yes / some.size(),
                    100.0 * perhaps / some.size(),
                    some.size(),
                    threshold,
                    100.0 * above / some.size());
        }
        double[] p = said.stream().mapToDouble(Double::doubleValue).toArray();
        boolean[] ok = new boolean[p.length];
        for (int i = 0; i < ok.length; i++) {
            ok[i] = right.get(i);
        }
        System.out.println(Tally.reliability(p, ok));
    }

    /** The probability that nine in ten right hits of the fitting part reach. */
    private static double threshold(Corpus corpus, List<Corpus.Known> library, Index index) {
        List<Double> right = new ArrayList<>();
        for (Trial t : Trial.positives(corpus, library, true, EACH / 2, SEED + 1)) {
            List<Recogniser.Explanation> all = index.recogniser().explain(query(t.text()));
            if (!all.isEmpty() && asGood(index.byKey().get(all.get(0).error()), t)) {
                right.add(all.get(0).probability());
            }
        }
        right.sort(null);
        return right.get(right.size() / 10);
    }

    private static void captures(Recognition r, Trial t, Tally tally) {
        Map<String, String> found = r.candidates().stream()
                .filter(c -> c.error().equals(t.known().key()))
                .findFirst()
                .map(Recognition.Candidate::captures)
                .orElse(null);
        if (found == null) {
            return; // counted as not recognised already
        }
        t.values().forEach((name, value) -> tally.captured(bare(value).equals(bare(found.getOrDefault(name, "")))));
    }

    private static String bare(String value) {
        return value.replaceAll("\\s+", "");
    }

    static Recogniser.Query query(String text) {
        return new Recogniser.Query(text, null, null, null);
    }
}
