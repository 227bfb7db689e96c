package org.mendak.core.evidence;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Patterns folded: equal ones are one, with the weight of all.
 *
 * @param weights of each distinct pattern what its cases weigh together, 0 or more
 */
record Folded(Map<Pattern, Double> weights) {

    /** What is left out of the heavy ones weighs less than this share of all. */
    private static final double LEFT_OUT = 0.02;

    static Folded of(List<Pattern> patterns, double[] weights) {
        Map<Pattern, Double> folded = new LinkedHashMap<>();
        for (int p = 0; p < weights.length; p++) {
            folded.merge(patterns.get(p), weights[p], Double::sum);
        }
        return new Folded(folded);
    }

    int size() {
        return weights.size();
    }

    /**
     * The heaviest patterns, all but {@value #LEFT_OUT} of the weight: years of a desk bring thousands of rare ones that weigh next to
     * nothing together. Of patterns that weigh the same all are in it or none.
     */
    Folded heavy() {
        double[] ascending =
                weights.values().stream().mapToDouble(w -> w).sorted().toArray();
        double total = 0;
        for (double w : ascending) {
            total += w;
        }
        double left = 0;
        int at = 0;
        while (at < ascending.length && left + ascending[at] <= LEFT_OUT * total) {
            left += ascending[at++];
        }
        double least = at == ascending.length ? 0 : ascending[at];
        Map<Pattern, Double> heavy = new LinkedHashMap<>();
        weights.forEach((p, w) -> {
            if (w >= least) {
                heavy.put(p, w);
            }
        });
        return new Folded(heavy);
    }
}
