package org.mendak.core.evidence;

import java.util.Collection;
import java.util.Comparator;
import java.util.List;

/**
 * Which of many alarms are told, so that of those told no more than a given share is false in the long run, however many are looked at and
 * however they hang together.
 *
 * <p>The e-BH procedure: R. Wang, A. Ramdas, "False discovery rate control with e-values", J. R. Stat. Soc. B 84 (2022), pp. 822-852. A
 * Bayes factor is an e-value where its "nothing has changed" is as it was assumed to be.
 */
public final class Alarms {

    /** Of the alarms that are told at most this share is false, on average. */
    public static final double FALSE_RATE = 0.1;

    private Alarms() {}

    /**
     * The least evidence that is told.
     *
     * @param evidence of everything that was looked at, each at least 0; what shows no change counts too
     * @param rate the share of false ones that is borne, in (0, 1)
     * @return infinite if nothing is to be told; cost: sorting
     */
    public static double bar(Collection<Double> evidence, double rate) {
        List<Double> falling =
                evidence.stream().sorted(Comparator.reverseOrder()).toList();
        int all = falling.size();
        double bar = Double.POSITIVE_INFINITY;
        for (int k = 1; k <= all; k++) {
            double wanted = all / (rate * k);
            if (falling.get(k - 1) >= wanted) {
                bar = wanted;
            }
        }
        return bar;
    }
}
