package org.mendak.bench.recognition;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.mendak.core.privacy.SecretFinder;
import org.mendak.core.recognise.CaseText;
import org.mendak.core.recognise.Recogniser;
import org.mendak.core.recognise.Recognition;

/**
 * A million texts that nobody would paste: random bytes and characters, messages cut up and glued together, one word a thousand
 * times, lines without end. Every one must be answered without an exception, with positions inside the text and values that are
 * bounded. The longest answer by length of text is printed; it is wall time on a machine that does other things too.
 */
public final class Fuzzing {

    private static final int INPUTS = 1_000_000;
    private static final int LIBRARY = 1_000;
    private static final int KINDS = 8;
    private static final int CASES = 5_000;
    private static final int[] LENGTHS = {300, 3_000, 30_000, 200_000};

    private Fuzzing() {}

    /** Prints what was tried and the longest answers; throws what an input throws, with the seed of that input. */
    public static void run(Path folder) throws Exception {
        Corpus corpus = Corpus.build(folder);
        List<Corpus.Known> library = corpus.sample(LIBRARY);
        Recogniser recogniser = taught(library);
        int hands = Runtime.getRuntime().availableProcessors();
        ExecutorService pool = Executors.newFixedThreadPool(hands);
        List<Future<double[]>> parts = new ArrayList<>();
        long begun = System.nanoTime();
        for (int h = 0; h < hands; h++) {
            int first = h;
            Callable<double[]> part = () -> {
                double[] longest = new double[LENGTHS.length];
                for (int seed = first; seed < INPUTS; seed += hands) {
                    one(recogniser, library, seed, longest);
                }
                return longest;
            };
            parts.add(pool.submit(part));
        }
        double[] longest = new double[LENGTHS.length];
        for (Future<double[]> f : parts) {
            double[] one = f.get();
            for (int i = 0; i < longest.length; i++) {
                longest[i] = Math.max(longest[i], one[i]);
            }
        }
        pool.shutdown();
        System.out.printf(
                Locale.ROOT,
                "%,d inputs in %.0f s: no exception, all positions inside the text%n",
                INPUTS,
                (System.nanoTime() - begun) / 1e9);
        for (int i = 0; i < longest.length; i++) {
            System.out.printf(Locale.ROOT, "up to %,7d characters: longest answer %.1f ms%n", LENGTHS[i], longest[i]);
        }
    }

    /** One that has learned from texts of the same kind. */
    private static Recogniser taught(List<Corpus.Known> library) {
        List<CaseText> cases = new ArrayList<>();
        for (int i = 0; i < CASES; i++) {
            Random random = new Random(-1L - i);
            String error = library.get(random.nextInt(library.size())).key();
            String text = text(random, library, random.nextInt(LENGTHS[0]) + 1);
            cases.add(new CaseText(i, i % 5 == 0 ? null : error, text, CaseText.weightAfter(random.nextInt(900))));
        }
        return Recogniser.of(library.stream().map(Corpus.Known::error).toList()).knowing(cases);
    }

    private static void one(Recogniser recogniser, List<Corpus.Known> library, int seed, double[] longest) {
        Random random = new Random(seed);
        // one in a hundred is long, one in ten thousand as long as a text may be
        int size = seed % 10_000 == 0 ? 3 : seed % 1_000 == 0 ? 2 : seed % 100 == 0 ? 1 : 0;
        String text = text(random, library, random.nextInt(LENGTHS[size]) + 1);
        try {
            long begun = System.nanoTime();
            Recognition r = recogniser.recognise(new Recogniser.Query(text, null, null, null));
            longest[size] = Math.max(longest[size], (System.nanoTime() - begun) / 1e6);
            check(r, text);
            SecretFinder.mask(text, java.util.Set.of());
        } catch (RuntimeException e) {
            throw new IllegalStateException("input " + seed, e);
        }
    }

    private static void check(Recognition r, String text) {
        for (Recognition.Candidate c : r.candidates()) {
            for (Recognition.Reason reason : c.reasons()) {
                require(
                        reason.from() >= -1 && reason.from() <= reason.to() && reason.to() <= text.length(),
                        "a reason outside the text: " + reason);
            }
            c.captures().values().forEach(v -> require(v.length() <= 1_000, "a value of " + v.length()));
            require(c.probability() > 0 && c.probability() <= 1, "a probability of " + c.probability());
        }
        r.codes()
                .forEach(c -> require(
                        c.from() >= 0 && c.from() < c.to() && c.to() <= text.length(),
                        "a code outside the text: " + c));
    }

    private static void require(boolean holds, String otherwise) {
        if (!holds) {
            throw new IllegalStateException(otherwise);
        }
    }

    private static String text(Random random, List<Corpus.Known> library, int length) {
        StringBuilder s = new StringBuilder();
        int kind = random.nextInt(KINDS);
        while (s.length() < length) {
            switch (kind) {
                case 0 -> s.append(bytes(random, 40));
                case 1 -> s.appendCodePoint(random.nextInt(0x110000));
                case 2 -> s.append((char) (32 + random.nextInt(95)));
                case 3 -> s.append(piece(message(random, library), random));
                case 4 -> s.append(message(random, library)).append(random.nextInt(3) == 0 ? "\n" : " ");
                case 5 -> s.append(word(library, length)).append(' ');
                case 6 -> s.append("0x8F12-3456 137 -1 E_STAGE ".charAt(random.nextInt(27)));
                default -> s.append("aaab".charAt(random.nextInt(4)));
            }
        }
        return s.substring(0, Math.min(length, s.length()));
    }

    private static String message(Random random, List<Corpus.Known> library) {
        return library.get(random.nextInt(library.size()))
                .message()
                .fill(random)
                .text();
    }

    /** One word of one message, the same throughout a text. */
    private static String word(List<Corpus.Known> library, int length) {
        List<String> words = library.get(length % library.size()).message().words();
        return words.get(length % words.size());
    }

    private static String piece(String text, Random random) {
        int from = random.nextInt(text.length());
        return text.substring(from, from + random.nextInt(text.length() - from) + 1);
    }

    private static String bytes(Random random, int count) {
        byte[] b = new byte[count];
        random.nextBytes(b);
        return new String(b, random.nextBoolean() ? StandardCharsets.UTF_8 : StandardCharsets.UTF_16LE);
    }
}
