package org.mendak.bench.recognition;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/** What came of the samples of one kind. */
final class Tally {

    private final int[] counts = new int[What.values().length];
    private final List<Long> nanos = new ArrayList<>();

    /** What is counted. */
    enum What {
        ALL,
        RANKED_FIRST,
        RANKED_THREE,
        SHOWN_FIRST,
        SHOWN_THREE,
        RECOGNISED,
        RECOGNISED_RIGHT,
        PERHAPS,
        GUESSED,
        VALUES,
        VALUES_RIGHT,
        WORDS_FIRST,
        WORDS_THREE,
        PIECES_FIRST,
        PIECES_THREE
    }

    void count(What what, boolean yes) {
        counts[what.ordinal()] += yes ? 1 : 0;
    }

    void time(long time) {
        nanos.add(time);
    }

    void add(Tally other) {
        for (int i = 0; i < counts.length; i++) {
            counts[i] += other.counts[i];
        }
        nanos.addAll(other.nanos);
    }

    private String percent(What part, What of) {
        int all = counts[of.ordinal()];
        return all == 0 ? "–" : String.format(Locale.ROOT, "%.1f", 100.0 * counts[part.ordinal()] / all);
    }

    private String two(What first, What three) {
        return percent(first, What.ALL) + " · " + percent(three, What.ALL);
    }

    static String head() {
        return "| noise | texts | ranked 1 · 3 | shown 1 · 3 | recognised · right | values | BM25 words | BM25 stems and pieces |"
                + " p50 · p95 ms |\n|---|---|---|---|---|---|---|---|---|";
    }

    String row(String name) {
        return String.format(
                Locale.ROOT,
                "| %s | %d | %s | %s | %s · %s | %s | %s | %s | %s |",
                name,
                counts[What.ALL.ordinal()],
                two(What.RANKED_FIRST, What.RANKED_THREE),
                two(What.SHOWN_FIRST, What.SHOWN_THREE),
                percent(What.RECOGNISED, What.ALL),
                percent(What.RECOGNISED_RIGHT, What.RECOGNISED),
                percent(What.VALUES_RIGHT, What.VALUES),
                two(What.WORDS_FIRST, What.WORDS_THREE),
                two(What.PIECES_FIRST, What.PIECES_THREE),
                times());
    }

    static String headOfNone() {
        return "| of no known error | texts | recognised | perhaps | guessed | p50 · p95 ms |\n|---|---|---|---|---|---|";
    }

    String rowOfNone(String name) {
        return String.format(
                Locale.ROOT,
                "| %s | %d | %s | %s | %s | %s |",
                name,
                counts[What.ALL.ordinal()],
                percent(What.RECOGNISED, What.ALL),
                percent(What.PERHAPS, What.ALL),
                percent(What.GUESSED, What.ALL),
                times());
    }

    private String times() {
        long[] sorted = nanos.stream().mapToLong(Long::longValue).sorted().toArray();
        return String.format(Locale.ROOT, "%.2f · %.2f", quantile(sorted, 0.5), quantile(sorted, 0.95));
    }

    private static double quantile(long[] sorted, double q) {
        return sorted.length == 0 ? 0 : sorted[(int) Math.min(sorted.length - 1, Math.floor(q * sorted.length))] / 1e6;
    }

    static String reliability(double[] probability, boolean[] right) {
        StringBuilder out = new StringBuilder("| said | texts | mean said | right |\n|---|---|---|---|\n");
        for (int bin = 0; bin < 10; bin++) {
            double low = bin / 10.0;
            double high = bin == 9 ? 1.01 : low + 0.1;
            int[] in = java.util.stream.IntStream.range(0, right.length)
                    .filter(i -> probability[i] >= low && probability[i] < high)
                    .toArray();
            double mean =
                    Arrays.stream(in).mapToDouble(i -> probability[i]).average().orElse(Double.NaN);
            double share = Arrays.stream(in)
                    .mapToDouble(i -> right[i] ? 1 : 0)
                    .average()
                    .orElse(Double.NaN);
            out.append(String.format(
                    Locale.ROOT, "| %.1f–%.1f | %d | %.2f | %.2f |%n", low, Math.min(1, high), in.length, mean, share));
        }
        return out.toString();
    }
}
