package org.mendak.bench.recognition;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.mendak.bench.howto.HowTos;
import org.mendak.core.shapes.Shapes;

/** How well texts that no runbook covers are grouped by the message that they are made of. */
public final class Grouping {

    private static final int MESSAGES = 2_000;
    /** As many shapes as a desk meets in a year. */
    private static final int SHAPES = 300;

    private Grouping() {}

    /** Texts and the message that each is of. */
    private record Labelled(List<String> texts, List<Integer> of) {

        Labelled shuffled(Random random) {
            List<Integer> order = new ArrayList<>();
            for (int i = 0; i < texts.size(); i++) {
                order.add(i);
            }
            Collections.shuffle(order, random);
            return new Labelled(
                    order.stream().map(texts::get).toList(),
                    order.stream().map(of::get).toList());
        }
    }

    /** Measures on messages that nothing was fitted to; with a file of lines "label, tab, text" on those too. */
    public static void measure(Path corpus, Path byHand) throws IOException, InterruptedException {
        List<Message> messages = messages(corpus, 1);
        Labelled some = made(messages, 20_000, new Random(11));
        report("messages of catalogues, not fitted to", some);
        stable(some);
        Labelled many = made(messages(corpus, 1), 100_000, new Random(12));
        long before = System.nanoTime();
        int groups = Shapes.group(many.texts()).size();
        System.out.printf(
                Locale.ROOT,
                "%,d texts in %.1f s, %,d groups%n",
                many.texts().size(),
                (System.nanoTime() - before) / 1e9,
                groups);
        if (byHand != null) {
            report("lines labelled by hand", read(byHand));
        }
        retold(corpus, 1);
        Drafted.measure(corpus);
    }

    /**
     * Messages as callers tell them, where a desk met half of the messages before: how many find their own shape, and how many another, or
     * one where none is right. Beside it the shape that shares most words.
     */
    private static void retold(Path corpus, int half) throws IOException, InterruptedException {
        List<Corpus.Known> all = Corpus.build(corpus).known().stream()
                .filter(k -> Math.floorMod(k.message().words().hashCode(), 2) == half)
                .limit(2 * SHAPES)
                .toList();
        Random random = new Random(21);
        int met = all.size() / 2;
        List<String> texts = new ArrayList<>();
        for (int m = 0; m < met; m++) {
            texts.add(all.get(m).message().fill(random).text());
        }
        Shapes shapes = Shapes.of(texts.stream().map(Shapes::read).toList());
        int[] group = labels(shapes.groups(), met);
        System.out.println(
                "| told | own shape | another | none met: told one | by words alone: own, another, none met |\n|---|---|---|---|---|");
        for (Noise how : List.of(Noise.CLEAN, Noise.RETOLD, Noise.TYPING, Noise.CUT)) {
            int[] n = new int[6];
            for (int m = 0; m < all.size(); m++) {
                Corpus.Known k = all.get(m);
                String said = how.apply(k, k.message().fill(random), List.of(), random)
                        .text();
                var sure = shapes.groupOf(Shapes.read(said));
                int found = (sure.isPresent() ? sure : shapes.meant(said, -1)).orElse(-1);
                int words = byWords(said, texts, group);
                int at = m >= met ? 2 : found == group[m] ? 0 : 1;
                n[at] += found >= 0 ? 1 : 0;
                n[m >= met ? 5 : words == group[m] ? 3 : 4] += words >= 0 ? 1 : 0;
            }
            System.out.printf(
                    Locale.ROOT,
                    "| %s | %.1f %% | %.1f %% | %.1f %% | %.1f, %.1f, %.1f %% |%n",
                    how.name().toLowerCase(Locale.ROOT),
                    100.0 * n[0] / met,
                    100.0 * n[1] / met,
                    100.0 * n[2] / (all.size() - met),
                    100.0 * n[3] / met,
                    100.0 * n[4] / met,
                    100.0 * n[5] / (all.size() - met));
        }
    }

    /** The alternative: whichever shares half of all words. */
    private static int byWords(String said, List<String> texts, int[] group) {
        Set<String> words = words(said);
        int best = -1;
        double most = 0.5;
        for (int t = 0; t < texts.size(); t++) {
            Set<String> there = words(texts.get(t));
            long shared = there.stream().filter(words::contains).count();
            double like = 2.0 * shared / (there.size() + words.size());
            if (like > most) {
                most = like;
                best = group[t];
            }
        }
        return best;
    }

    private static Set<String> words(String text) {
        return Set.copyOf(List.of(text.toLowerCase(Locale.ROOT).split("[^\\p{L}\\p{N}]+")));
    }

    /** The same on the half that it may be fitted to. */
    public static void fit(Path corpus) throws IOException, InterruptedException {
        retold(corpus, 0);
        Drafted.measure(corpus);
        report("messages for fitting", made(messages(corpus, 0), 20_000, new Random(7)));
    }

    private static List<Message> messages(Path corpus, int half) throws IOException, InterruptedException {
        List<Message> all = new ArrayList<>();
        Set<String> seen = new LinkedHashSet<>();
        for (String text : Catalogues.texts(corpus)) {
            Message.of(text)
                    .filter(m -> m.failure() && Math.floorMod(m.words().hashCode(), 2) == half)
                    .filter(m -> seen.add(String.join(" ", m.words())))
                    .ifPresent(all::add);
        }
        Collections.shuffle(all, new Random(3));
        return all.subList(0, Math.min(MESSAGES, all.size()));
    }

    /** Texts as a desk meets them: a few messages often, most of them seldom. */
    private static Labelled made(List<Message> messages, int count, Random random) {
        List<String> texts = new ArrayList<>();
        List<Integer> of = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            int m = (int) (messages.size() * Math.pow(random.nextDouble(), 2));
            texts.add(messages.get(m).fill(random).text());
            of.add(m);
        }
        return new Labelled(texts, of);
    }

    private static Labelled read(Path file) throws IOException {
        List<String> texts = new ArrayList<>();
        List<Integer> of = new ArrayList<>();
        Map<String, Integer> labels = new HashMap<>();
        for (String line : Files.readAllLines(file, StandardCharsets.UTF_8)) {
            int tab = line.indexOf('\t');
            of.add(labels.computeIfAbsent(line.substring(0, tab), l -> labels.size()));
            texts.add(line.substring(tab + 1));
        }
        return new Labelled(texts, of);
    }

    private static void report(String of, Labelled l) {
        System.out.printf(
                Locale.ROOT,
                "%s: %,d texts of %,d messages; %s; by %s alone %s%n",
                of,
                l.texts().size(),
                Set.copyOf(l.of()).size(),
                f1(Shapes.group(l.texts()), l.of()),
                "what varies by its looks",
                f1(byLooks(l.texts()), l.of()));
    }

    private static void stable(Labelled l) {
        double least = 1;
        int[] first = labels(Shapes.group(l.texts()), l.texts().size());
        for (int n = 1; n <= 5; n++) {
            List<Integer> order = new ArrayList<>();
            for (int i = 0; i < l.texts().size(); i++) {
                order.add(i);
            }
            Collections.shuffle(order, new Random(n));
            int[] there = labels(Shapes.group(order.stream().map(l.texts()::get).toList()), order.size());
            int[] here = new int[there.length];
            for (int i = 0; i < there.length; i++) {
                here[order.get(i)] = there[i];
            }
            least = Math.min(least, adjustedRand(first, here));
        }
        System.out.printf(Locale.ROOT, "the least adjusted Rand index over 5 shuffles: %.4f%n", least);
    }

    /** The alternative: whatever has a figure, a slash or quotation marks is a value. */
    private static List<List<Integer>> byLooks(List<String> texts) {
        Map<String, List<Integer>> groups = new HashMap<>();
        for (int i = 0; i < texts.size(); i++) {
            String bare = texts.get(i).replaceAll("\"[^\"]*\"|'[^']*'|\\S*[0-9/\\\\@]\\S*", "\u2026");
            groups.computeIfAbsent(bare, k -> new ArrayList<>()).add(i);
        }
        return List.copyOf(groups.values());
    }

    private static int[] labels(List<List<Integer>> groups, int n) {
        int[] labels = new int[n];
        for (int g = 0; g < groups.size(); g++) {
            for (int i : groups.get(g)) {
                labels[i] = g;
            }
        }
        return labels;
    }

    /** Precision, recall and their harmonic mean over pairs of texts. */
    private static String f1(List<List<Integer>> groups, List<Integer> of) {
        int[] found = labels(groups, of.size());
        int[] right = of.stream().mapToInt(Integer::intValue).toArray();
        double both = pairs(together(found, right).values());
        double precision = both / pairs(counts(found).values());
        double recall = both / pairs(counts(right).values());
        return String.format(
                Locale.ROOT,
                "F1 %.3f (precision %.3f, recall %.3f)",
                2 * precision * recall / (precision + recall),
                precision,
                recall);
    }

    /** L. Hubert, P. Arabie, "Comparing partitions", Journal of Classification 2 (1985), pp. 193-218. */
    private static double adjustedRand(int[] a, int[] b) {
        double both = pairs(together(a, b).values());
        double inA = pairs(counts(a).values());
        double inB = pairs(counts(b).values());
        double expected = inA * inB / (a.length * (a.length - 1) / 2.0);
        double most = (inA + inB) / 2;
        return most == expected ? 1 : (both - expected) / (most - expected);
    }

    private static Map<Long, Integer> together(int[] a, int[] b) {
        Map<Long, Integer> n = new HashMap<>();
        for (int i = 0; i < a.length; i++) {
            n.merge((long) a[i] << 32 | b[i], 1, Integer::sum);
        }
        return n;
    }

    private static Map<Integer, Integer> counts(int[] a) {
        Map<Integer, Integer> n = new HashMap<>();
        for (int x : a) {
            n.merge(x, 1, Integer::sum);
        }
        return n;
    }

    private static double pairs(Iterable<Integer> counts) {
        double all = 0;
        for (int c : counts) {
            all += c * (c - 1.0) / 2;
        }
        return all;
    }

    /** Messages for how-tos that nobody here wrote: those that no library of the benches knows, filled in. */
    public static void howTos(Path folder, int show, boolean heldOut) throws IOException, InterruptedException {
        Random random = new Random(9);
        HowTos.measure(
                Corpus.build(folder).unknown().stream()
                        .map(m -> m.fill(random).text())
                        .toList(),
                show,
                heldOut);
    }
}
