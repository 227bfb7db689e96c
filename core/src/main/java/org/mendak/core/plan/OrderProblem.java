package org.mendak.core.plan;

import java.util.Arrays;
import org.mendak.core.evidence.CauseModel;

/**
 * The question put to the order search. Sets of fixes and of set-ups are bit masks.
 *
 * @param minutes working minutes of each fix, above 0
 * @param before for each fix, what must have been tried before it
 * @param careful for each fix, whether it destroys something or is a last resort
 * @param setUps for each fix, which set-ups it needs
 * @param setUpMinutes what each set-up costs, once a case
 * @param allowed the fixes that may still be tried
 * @param failed the fixes that have failed already
 * @param handOver minutes that handing over costs, 0 or more
 * @param mayStop whether one may hand over before everything was tried
 */
record OrderProblem(
        CauseModel model,
        double[] minutes,
        long[] before,
        boolean[] careful,
        long[] setUps,
        double[] setUpMinutes,
        long allowed,
        long failed,
        double handOver,
        boolean mayStop) {

    int fixes() {
        return minutes.length;
    }

    /** Minutes that trying fix {@code i} costs after {@code tried}: its own and those of set-ups not paid yet. */
    double cost(int i, long tried) {
        long missing = setUps[i];
        if (missing != 0) {
            for (int j = 0; j < minutes.length; j++) {
                if ((tried & (1L << j)) != 0) {
                    missing &= ~setUps[j];
                }
            }
        }
        double cost = minutes[i];
        for (int s = 0; missing != 0; s++, missing >>= 1) {
            cost += (missing & 1) == 0 ? 0 : setUpMinutes[s];
        }
        return cost;
    }

    boolean isOpen(int i, long tried) {
        return (allowed & ~tried & (1L << i)) != 0 && (before[i] & ~tried) == 0;
    }

    /**
     * Which fixes may follow {@code tried}. Careful ones only once no open harmless one promises more hand-over minutes
     * saved than it costs; after a careful one only careful ones.
     *
     * @param gPlus the chance that all of a set fail, with the bonus for what is little tried
     */
    long next(long tried, java.util.function.LongToDoubleFunction gPlus) {
        long harmless = 0;
        long risky = 0;
        boolean afterCareful = false;
        for (int i = 0; i < minutes.length; i++) {
            if (isOpen(i, tried)) {
                if (careful[i]) {
                    risky |= 1L << i;
                } else {
                    harmless |= 1L << i;
                }
            }
            afterCareful |= careful[i] && (tried & (1L << i)) != 0;
        }
        if (afterCareful) {
            return risky == 0 && !mayStop ? harmless : risky;
        }
        if (harmless == 0) {
            return risky;
        }
        if (risky == 0) {
            return harmless;
        }
        double here = gPlus.applyAsDouble(tried);
        for (int i = 0; i < minutes.length; i++) {
            if ((harmless & (1L << i)) != 0) {
                double chance = here <= 0 ? 0 : 1 - gPlus.applyAsDouble(tried | (1L << i)) / here;
                if (chance * handOver > cost(i, tried)) {
                    return harmless;
                }
            }
        }
        return harmless | risky;
    }

    /** The fixes that are asked about: allowed and not yet failed. */
    long open() {
        return allowed & ~failed;
    }

    /**
     * Expected minutes of working these fixes in this order and handing over after the first {@code upTo}.
     *
     * @param order fixes by index, none of them failed yet
     */
    double expected(int[] order, int upTo) {
        double before = model.allFail(failed);
        if (before <= 0) {
            return 0;
        }
        long tried = failed;
        double sum = 0;
        for (int i : Arrays.copyOf(order, upTo)) {
            sum += model.allFail(tried) / before * cost(i, tried);
            tried |= 1L << i;
        }
        return sum + model.allFail(tried) / before * handOver;
    }

    /** How many fixes of this order follow the rule for careful fixes; what is listed behind them is not proposed. */
    int proposed(int[] order) {
        long tried = failed;
        for (int k = 0; k < order.length; k++) {
            if ((next(tried, model::allFailOptimistic) & (1L << order[k])) == 0) {
                return k;
            }
            tried |= 1L << order[k];
        }
        return order.length;
    }

    /**
     * After how many fixes of this order, at most {@code upTo}, handing over costs least; the earliest of equals.
     */
    int bestStop(int[] order, int upTo) {
        if (!mayStop) {
            return order.length;
        }
        int best = 0;
        double least = Double.MAX_VALUE;
        for (int k = 0; k <= upTo; k++) {
            double e = expected(order, k);
            if (e < least - 1e-12) {
                least = e;
                best = k;
            }
        }
        return best;
    }

    /** Expected minutes of this order with the best place to hand over. */
    double expectedAtBest(int[] order) {
        return expected(order, bestStop(order, order.length));
    }
}
