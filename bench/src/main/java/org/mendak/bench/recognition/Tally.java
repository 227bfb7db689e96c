package org.mendak.bench.recognition;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/** What came of the trials of one kind. */
final class Tally {

    private int count;
    private int strict;
    private int lenient;
    private int three;
    private int captures;
    private int capturesRight;
    private int hits;
    private int hitsYes;
    private final List<Long> nanos = new ArrayList<>();

    /** One trial: the keys found in their order, whether the first is as good as right, whether "yes" was said. */
    void add(boolean isStrict, boolean isLenient, boolean inThree, boolean yes, long time) {
        count++;
        strict += isStrict ? 1 : 0;
        lenient += isLenient ? 1 : 0;
        three += inThree ? 1 : 0;
        hits += isLenient ? 1 : 0;
        hitsYes += isLenient && yes ? 1 : 0;
        nanos.add(time);
    }

    void captured(boolean right) {
        captures++;
        capturesRight += right ? 1 : 0;
    }

    void add(Tally other) {
        count += other.count;
        strict += other.strict;
        lenient += other.lenient;
        three += other.three;
        captures += other.captures;
        capturesRight += other.capturesRight;
        hits += other.hits;
        hitsYes += other.hitsYes;
        nanos.addAll(other.nanos);
    }

    private static String percent(int part, int of) {
        return of == 0 ? "    –" : String.format(Locale.ROOT, "%5.1f", 100.0 * part / of);
    }

    double keptHits() {
        return hits == 0 ? 0 : (double) hitsYes / hits;
    }

    String row(String name) {
        long[] sorted = nanos.stream().mapToLong(Long::longValue).sorted().toArray();
        return String.format(
                Locale.ROOT,
                "| %-10s | %5d | %s | %s | %s | %s | %s | %7.2f | %7.2f |",
                name,
                count,
                percent(strict, count),
                percent(lenient, count),
                percent(three, count),
                percent(capturesRight, captures),
                percent(hitsYes, hits),
                quantile(sorted, 0.5),
                quantile(sorted, 0.95));
    }

    static String head() {
        return "| noise      | texts | strict | lenient | top-3 | captures | hits kept | p50 ms | p95 ms |\n"
                + "|---|---|---|---|---|---|---|---|---|";
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
