package org.mendak.bench.recognition;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.function.ToDoubleFunction;
import org.mendak.core.recognise.Recogniser;
import org.mendak.core.runbook.KnownError;

/**
 * What product, phase and frequency are worth beside a text, on simulated desks: every error gets a product (one of twelve), a phase and
 * a frequency (the n-th as often as 1/n); callers retell errors as often as they are met, and the agent has chosen the product and
 * phase, a part of them wrongly. The weights that make the right answers likeliest are looked for on the one half of the callers, and
 * beside them what those of the product make of the other half.
 */
public final class CircumstancesFit {

    private static final int PRODUCTS = 12;
    private static final int PHASES = 3;
    private static final int CALLS = 1_500;
    private static final double[] WRONGLY = {0.05, 0.15, 0.3};
    private static final int[] SIZES = {1_000, 20_000};
    /** What the desk's counts know of how often an error is met: logarithms with this much chance in them. */
    private static final double COUNTED_BADLY = 0.5;

    private static final String[] NAMES = {"product fits", "other product", "phase fits", "other phase", "tenfold often"
    };
    /** Those of {@code core.recognise.Circumstances}. */
    static final double[] OURS = {0.3, -1.8, 0.3, -1.0, 0.25};

    private static final double MOST_OFTEN = 0.6;

    private CircumstancesFit() {}

    /** A candidate: its score by the text alone, whether product and phase fit, how often it is met (log of the ratio). */
    private record Seen(double score, boolean product, boolean phase, double often, boolean right) {}

    /** Prints what the best weights are, and what they and ours make of the callers that they were not fitted on. */
    public static void measure(Path apartFolder) throws IOException {
        Optional<ApartCorpus> found = ApartCorpus.find(apartFolder);
        if (found.isEmpty()) {
            return;
        }
        ApartCorpus apart = found.get();
        System.out.println("| known errors | chosen wrongly | best: " + String.join(", ", NAMES)
                + " | right first: text alone | ours | best | of none, at least perhaps: text alone | ours | best |\n"
                + "|---|---|---|---|---|---|---|---|---|");
        for (int size : SIZES) {
            Map<ApartCorpus.Row, List<Recogniser.Explanation>> read = new HashMap<>();
            List<ApartCorpus.Row> rows = apart.retellings();
            List<KnownError> library = apart.library(size, rows, 1);
            Set<String> in = new HashSet<>();
            library.forEach(e -> in.add(e.key()));
            rows.removeIf(r -> r.expected() != null && !in.contains(r.expected()));
            Recogniser recogniser = Recogniser.of(library);
            rows.forEach(r -> read.put(r, recogniser.explain(Accuracy.query(r.text()))));
            for (double wrongly : WRONGLY) {
                row(library, rows, read, wrongly);
            }
        }
    }

    private static void row(
            List<KnownError> library,
            List<ApartCorpus.Row> rows,
            Map<ApartCorpus.Row, List<Recogniser.Explanation>> read,
            double wrongly) {
        Random random = new Random(7);
        Map<String, double[]> of = new HashMap<>();
        for (KnownError e : library) {
            // a place on the list of those that are met, and so how often
            double often = -Math.log(1 + random.nextInt(library.size())) + Math.log(library.size()) - 1;
            of.put(e.key(), new double[] {random.nextInt(PRODUCTS), random.nextInt(PHASES), often});
        }
        double[] upTo = new double[rows.size()];
        double sum = 0;
        for (int i = 0; i < upTo.length; i++) {
            String expected = rows.get(i).expected();
            sum += expected == null ? 1 : Math.exp(of.get(expected)[2]);
            upTo[i] = sum;
        }
        List<List<Seen>> fitting = new ArrayList<>();
        List<List<Seen>> testing = new ArrayList<>();
        for (int i = 0; i < CALLS; i++) {
            int at = Arrays.binarySearch(upTo, random.nextDouble() * sum);
            int which = Math.min(at < 0 ? -at - 1 : at, rows.size() - 1);
            ApartCorpus.Row r = rows.get(which);
            (which % 2 == 0 ? fitting : testing).add(call(r, read.get(r), of, wrongly, random));
        }
        double[] best = fit(fitting);
        ToDoubleFunction<double[]> first = w -> share(testing, true, s -> isFirst(s, w));
        ToDoubleFunction<double[]> loud = w -> share(testing, false, s -> isPerhaps(s, w));
        double[] none = new double[OURS.length];
        System.out.printf(
                Locale.ROOT,
                "| %,d | %.0f %% | %s | %.1f | %.1f | %.1f | %.1f | %.1f | %.1f |%n",
                library.size(),
                100 * wrongly,
                String.join(
                        ", ",
                        Arrays.stream(best)
                                .mapToObj(x -> String.format(Locale.ROOT, "%.2f", x))
                                .toList()),
                first.applyAsDouble(none),
                first.applyAsDouble(OURS),
                first.applyAsDouble(best),
                loud.applyAsDouble(none),
                loud.applyAsDouble(OURS),
                loud.applyAsDouble(best));
    }

    private static List<Seen> call(
            ApartCorpus.Row r,
            List<Recogniser.Explanation> candidates,
            Map<String, double[]> of,
            double wrongly,
            Random random) {
        double[] truth = r.expected() == null ? null : of.get(r.expected());
        double product = truth == null || random.nextDouble() < wrongly ? random.nextInt(PRODUCTS) : truth[0];
        double phase = truth == null || random.nextDouble() < wrongly ? random.nextInt(PHASES) : truth[1];
        List<Seen> seen = new ArrayList<>();
        for (Recogniser.Explanation c : candidates) {
            double[] own = of.get(c.error());
            double counted = own[2] + COUNTED_BADLY * random.nextGaussian();
            seen.add(new Seen(c.score(), own[0] == product, own[1] == phase, counted, r.isRight(c.error())));
        }
        return seen;
    }

    private static double score(Seen s, double[] w) {
        double often = Math.max(-MOST_OFTEN, Math.min(MOST_OFTEN, w[4] * s.often()));
        return s.score() + (s.product() ? w[0] : w[1]) + (s.phase() ? w[2] : w[3]) + often;
    }

    /** The chance of the right answer, "none" being one. */
    private static double likelihood(List<Seen> call, double[] w) {
        double all = 1;
        double right = call.stream().anyMatch(Seen::right) ? 0 : 1;
        for (Seen s : call) {
            double p = Math.exp(Math.min(30, score(s, w)));
            all += p;
            right += s.right() ? p : 0;
        }
        return right / all;
    }

    private static double loss(List<List<Seen>> calls, double[] w) {
        double sum = 0;
        for (List<Seen> call : calls) {
            sum -= Math.log(Math.max(1e-6, likelihood(call, w)));
        }
        // a little towards saying nothing
        return sum / calls.size() + 1e-3 * Arrays.stream(w).map(x -> x * x).sum();
    }

    /** Coordinates by turns, with steps that grow smaller. */
    private static double[] fit(List<List<Seen>> calls) {
        double[] best = OURS.clone();
        double least = loss(calls, best);
        for (double step = 0.8; step > 0.02; step /= 2) {
            for (boolean better = true; better; ) {
                better = false;
                for (int i = 0; i < best.length; i++) {
                    for (double d : new double[] {step, -step}) {
                        double[] other = best.clone();
                        other[i] += d;
                        double l = loss(calls, other);
                        if (l < least - 1e-6) {
                            best = other;
                            least = l;
                            better = true;
                        }
                    }
                }
            }
        }
        return best;
    }

    private interface Is {
        boolean so(List<Seen> call);
    }

    private static double share(List<List<Seen>> calls, boolean positive, Is is) {
        List<List<Seen>> of = calls.stream()
                .filter(c -> c.stream().anyMatch(Seen::right) == positive)
                .toList();
        return 100.0 * of.stream().filter(is::so).count() / of.size();
    }

    private static boolean isFirst(List<Seen> call, double[] w) {
        Seen first = call.get(0);
        for (Seen s : call) {
            first = score(s, w) > score(first, w) ? s : first;
        }
        return first.right();
    }

    private static boolean isPerhaps(List<Seen> call, double[] w) {
        double all = 1;
        double most = 0;
        for (Seen s : call) {
            double p = Math.exp(Math.min(30, score(s, w)));
            all += p;
            most = Math.max(most, p);
        }
        return most / all >= 0.35;
    }
}
