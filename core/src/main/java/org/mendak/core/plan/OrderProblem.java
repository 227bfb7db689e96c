package org.mendak.core.plan;

import java.util.List;
import java.util.function.LongToDoubleFunction;
import org.mendak.core.evidence.CauseModel;

/**
 * The question put to the order search. Sets of fixes and of set-ups are bit masks.
 *
 * @param model the chances, those of fixes that may not apply taken times how likely they do
 * @param moves what can still be done, none of it among {@code failed}
 * @param setUpMinutes what each set-up costs, once a case
 * @param askMinutes what each question costs, once a case
 * @param failed the fixes that have failed already
 * @param handOver minutes that handing over costs, 0 or more
 * @param mayStop whether one may hand over before everything was tried
 */
record OrderProblem(
        CauseModel model,
        List<Move> moves,
        double[] setUpMinutes,
        double[] askMinutes,
        Standing standing,
        long failed,
        double handOver,
        boolean mayStop) {

    OrderProblem {
        moves = List.copyOf(moves);
    }

    int size() {
        return moves.size();
    }

    /**
     * Minutes that a move costs after {@code tried}, from a place of {@link #standing}: its own, those of set-ups and
     * questions not paid yet, and those of bringing the device into the state it needs.
     */
    double cost(int m, long tried, int place) {
        return cost(m, paid(tried, true), paid(tried, false), place);
    }

    double cost(int m, long setUpsPaid, long asksPaid, int place) {
        Move move = moves.get(m);
        double setUps = sum(move.setUps() & ~setUpsPaid, setUpMinutes) + standing.minutes()[place][m];
        return move.minutes() + move.applies() * setUps + sum(move.asks() & ~asksPaid, askMinutes);
    }

    /** The minutes of a move's set-ups, questions and states that are not paid yet, if it applies: multiplied by no chance. */
    double beside(int m, long tried, int place) {
        Move move = moves.get(m);
        return sum(move.setUps() & ~paid(tried, true), setUpMinutes)
                + standing.minutes()[place][m]
                + sum(move.asks() & ~paid(tried, false), askMinutes);
    }

    private long paid(long tried, boolean setUps) {
        long paid = 0;
        for (Move m : moves) {
            paid |= (m.fixes() & tried) != 0 ? setUps ? m.setUps() : m.asks() : 0;
        }
        return paid;
    }

    private static double sum(long set, double[] minutes) {
        double sum = 0;
        for (long left = set; left != 0; left &= left - 1) {
            sum += minutes[Long.numberOfTrailingZeros(left)];
        }
        return sum;
    }

    boolean isOpen(int m, long tried) {
        Move move = moves.get(m);
        return (move.fixes() & tried) == 0 && (move.before() & ~tried) == 0;
    }

    /**
     * Which moves may follow {@code tried}, as a set of moves. Careful ones only once no open harmless one promises more
     * hand-over minutes saved than it costs; after a careful one only careful ones.
     *
     * @param gPlus the chance that all of a set of fixes fail, with the bonus for what is little tried
     */
    long next(long tried, int place, LongToDoubleFunction gPlus) {
        long harmless = 0;
        long risky = 0;
        boolean afterCareful = false;
        for (int m = 0; m < moves.size(); m++) {
            if (isOpen(m, tried)) {
                if (moves.get(m).careful()) {
                    risky |= 1L << m;
                } else {
                    harmless |= 1L << m;
                }
            }
            afterCareful |= moves.get(m).careful() && (tried & moves.get(m).fixes()) != 0;
        }
        if (afterCareful) {
            return risky == 0 && !mayStop ? harmless : risky;
        }
        if (harmless == 0 || risky == 0) {
            return harmless | risky;
        }
        double here = gPlus.applyAsDouble(tried);
        for (int m = 0; m < moves.size(); m++) {
            if ((harmless & (1L << m)) != 0) {
                double after = gPlus.applyAsDouble(tried | moves.get(m).fixes());
                double chance = here <= 0 ? 0 : 1 - after / here;
                if (chance * handOver > cost(m, tried, place)) {
                    return harmless;
                }
            }
        }
        return harmless | risky;
    }

    /** Expected minutes of these moves in this order and handing over after the first {@code upTo}, under the mean. */
    double expected(int[] order, int upTo) {
        return expectations(model, order)[upTo];
    }

    /** {@link #expected} by the chances of {@code by}, for every place to hand over from 0 to the order's length. */
    private double[] expectations(CauseModel by, int[] order) {
        double[] each = new double[order.length + 1];
        double before = by.allFail(failed);
        if (before <= 0) {
            return each;
        }
        long tried = failed;
        long setUps = 0;
        long asks = 0;
        int place = 0;
        double here = 1;
        double sum = 0;
        each[0] = handOver;
        for (int k = 0; k < order.length; k++) {
            Move move = moves.get(order[k]);
            sum += here * cost(order[k], setUps, asks, place);
            tried |= move.fixes();
            setUps |= move.setUps();
            asks |= move.asks();
            place = standing.next()[place][order[k]];
            here = by.allFail(tried) / before;
            each[k + 1] = sum + here * handOver;
        }
        return each;
    }

    /** How many moves of this order follow the rule for careful ones; what is listed behind them is not proposed. */
    int proposed(int[] order) {
        long tried = failed;
        int place = 0;
        for (int k = 0; k < order.length; k++) {
            if ((next(tried, place, model::allFailOptimistic) & (1L << order[k])) == 0) {
                return k;
            }
            tried |= moves.get(order[k]).fixes();
            place = standing.next()[place][order[k]];
        }
        return order.length;
    }

    /** After how many moves of this order, at most {@code upTo}, handing over costs least; the earliest of equals. */
    int bestStop(int[] order, int upTo) {
        return leastAt(expectations(model, order), upTo);
    }

    /**
     * After how many moves a plan hands over: by the chances with the bonus, like its order. By the mean, what was never tried
     * behind that place would never be tried (docs/decisions/0015).
     */
    int plannedStop(int[] order, int upTo) {
        return leastAt(expectations(model.optimist(), order), upTo);
    }

    private int leastAt(double[] each, int upTo) {
        int best = mayStop ? 0 : upTo;
        for (int k = best + 1; k <= upTo; k++) {
            best = each[k] < each[best] - 1e-12 ? k : best;
        }
        return best;
    }

    /** Expected minutes of this order with the best place to hand over. */
    double expectedAtBest(int[] order) {
        return expected(order, bestStop(order, order.length));
    }
}
