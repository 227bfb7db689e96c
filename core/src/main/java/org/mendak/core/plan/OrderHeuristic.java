package org.mendak.core.plan;

import java.util.Arrays;

/**
 * A good order of more moves than can be searched exactly: greedy by chance per minute, a move taken together with what must
 * come before it, then blocks of up to {@value #LONGEST} moves shifted as long as that saves expected minutes. Harmless moves
 * are never shifted behind a careful one or the other way round, so the rule for careful ones holds throughout.
 *
 * <p>Within 0.1 % of the exact order where both can be had (measured, docs/measurements.md). O(m³) a pass, at most {@value
 * #MOST_PASSES} passes.
 */
final class OrderHeuristic {

    private static final int LONGEST = 4;
    private static final int MOST_PASSES = 6;
    private static final double WORTH_IT = 1e-9;

    private final OrderProblem p;
    private final int m;
    private final double[][] miss;
    private final long[] closure;

    private OrderHeuristic(OrderProblem p) {
        this.p = p;
        m = p.size();
        double[] start = p.model().survivingOptimistic(p.failed());
        miss = new double[m][start.length];
        closure = new long[m];
        for (int i = 0; i < m; i++) {
            Arrays.fill(miss[i], 1);
            for (int fix : p.moves().get(i).order()) {
                for (int k = 0; k < start.length; k++) {
                    miss[i][k] *= p.model().missOptimistic(fix, k);
                }
            }
            closure[i] = closure(i);
        }
    }

    static int[] order(OrderProblem p) {
        OrderHeuristic h = new OrderHeuristic(p);
        return h.improved(h.greedy());
    }

    /** The move and all that must come before it, as a set of moves. */
    private long closure(int move) {
        long set = 1L << move;
        boolean grown = true;
        while (grown) {
            grown = false;
            for (int i = 0; i < m; i++) {
                for (int j = 0; j < m; j++) {
                    if ((set & (1L << i)) != 0
                            && (set & (1L << j)) == 0
                            && (p.moves().get(i).before() & p.moves().get(j).fixes()) != 0) {
                        set |= 1L << j;
                        grown = true;
                    }
                }
            }
        }
        return set;
    }

    private int[] greedy() {
        int[] order = new int[m];
        long done = 0;
        long tried = p.failed();
        int place = 0;
        double[] t = p.model().survivingOptimistic(p.failed());
        for (int at = 0; at < m; at++) {
            int move = bestBlock(done, tried, place, t);
            if (move < 0) {
                move = OrderSearch.firstLeft(p, order, at);
            }
            order[at] = move;
            done |= 1L << move;
            tried |= p.moves().get(move).fixes();
            place = p.standing().next()[place][move];
            times(t, miss[move]);
        }
        return order;
    }

    /** The first move of the block that promises most for its minutes; -1 if none may follow. */
    private int bestBlock(long done, long tried, int place, double[] t) {
        long next = p.next(tried, place, set -> sum(p.model().survivingOptimistic(set)));
        double here = sum(t);
        int best = -1;
        double bestRate = -1;
        for (int goal = 0; goal < m; goal++) {
            long block = closure[goal] & ~done;
            if ((done & (1L << goal)) != 0 || (block & next) == 0) {
                continue;
            }
            int first = -1;
            double minutes = 0;
            double[] after = t.clone();
            long then = tried;
            int stands = place;
            for (long left = block; left != 0; ) {
                int move = firstOpen(left, then);
                if (move < 0 || first < 0 && (next & (1L << move)) == 0) {
                    minutes = Double.MAX_VALUE;
                    break;
                }
                first = first < 0 ? move : first;
                minutes += sum(after) * p.cost(move, then, stands);
                times(after, miss[move]);
                then |= p.moves().get(move).fixes();
                stands = p.standing().next()[stands][move];
                left &= ~(1L << move);
            }
            double rate = minutes == Double.MAX_VALUE ? -1 : (here - sum(after)) / minutes;
            if (rate > bestRate) {
                bestRate = rate;
                best = first;
            }
        }
        return best;
    }

    private int firstOpen(long among, long tried) {
        for (long left = among; left != 0; left &= left - 1) {
            int i = Long.numberOfTrailingZeros(left);
            if (p.isOpen(i, tried)) {
                return i;
            }
        }
        return -1;
    }

    private int[] improved(int[] order) {
        int[] best = order;
        int careful = m;
        for (int k = m - 1; k >= 0; k--) {
            careful = p.moves().get(order[k]).careful() ? k : careful;
        }
        double least = worth(best);
        for (int pass = 0; pass < MOST_PASSES; pass++) {
            double before = least;
            for (int length = 1; length <= LONGEST; length++) {
                for (int from = 0; from + length <= m; from++) {
                    for (int to = 0; to + length <= m; to++) {
                        if (to == from || from < careful != to < careful || crosses(from, to, length, careful)) {
                            continue;
                        }
                        int[] moved = moved(best, from, to, length);
                        if (keepsPrecedence(moved)) {
                            double w = worth(moved);
                            if (w < least - WORTH_IT) {
                                least = w;
                                best = moved;
                            }
                        }
                    }
                }
            }
            if (before - least < WORTH_IT) {
                break;
            }
        }
        return best;
    }

    private static boolean crosses(int from, int to, int length, int careful) {
        return from < careful && from + length > careful || to < careful && to + length > careful;
    }

    private static int[] moved(int[] order, int from, int to, int length) {
        int[] moved = new int[order.length];
        int at = 0;
        for (int k = 0; k < order.length; k++) {
            if (at == to) {
                System.arraycopy(order, from, moved, at, length);
                at += length;
            }
            if (k < from || k >= from + length) {
                moved[at++] = order[k];
            }
        }
        if (at == to) {
            System.arraycopy(order, from, moved, at, length);
        }
        return moved;
    }

    private boolean keepsPrecedence(int[] order) {
        long done = 0;
        for (int move : order) {
            if ((closure[move] & ~done & ~(1L << move)) != 0) {
                return false;
            }
            done |= 1L << move;
        }
        return true;
    }

    /** Expected minutes with the bonus and the best place to hand over. */
    private double worth(int[] order) {
        double[] t = p.model().survivingOptimistic(p.failed());
        long setUps = 0;
        long asks = 0;
        int place = 0;
        double sum = 0;
        double here = sum(t);
        double least = here * p.handOver();
        for (int move : order) {
            sum += here * p.cost(move, setUps, asks, place);
            setUps |= p.moves().get(move).setUps();
            asks |= p.moves().get(move).asks();
            place = p.standing().next()[place][move];
            times(t, miss[move]);
            here = sum(t);
            least = Math.min(least, sum + here * p.handOver());
        }
        return p.mayStop() ? least : sum + here * p.handOver();
    }

    private static void times(double[] t, double[] factors) {
        for (int k = 0; k < t.length; k++) {
            t[k] *= factors[k];
        }
    }

    private static double sum(double[] t) {
        double sum = 0;
        for (double x : t) {
            sum += x;
        }
        return sum;
    }
}
