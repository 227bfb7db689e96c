package org.mendak.core.plan;

import java.util.Arrays;

/**
 * Finds the order with the least expected minutes: exact dynamic programming over sets of fixes up to {@value #EXACT}
 * open ones, greedy by chance per minute beyond.
 *
 * <p>Sources: M. Held, R. M. Karp, "A Dynamic Programming Approach to Sequencing Problems", J. SIAM 10 (1962), pp. 196-210;
 * D. Heckerman, J. S. Breese, K. Rommelse, "Decision-Theoretic Troubleshooting", CACM 38 (1995), pp. 49-57. Exact part:
 * O(2^n n²) time with set-ups, O(2^n) memory, n open fixes.
 */
final class OrderSearch {

    static final int EXACT = 18;

    private OrderSearch() {}

    /** All open fixes in the proposed order, those behind the best place to hand over included. */
    static int[] order(OrderProblem p) {
        return Long.bitCount(p.open()) <= EXACT && p.fixes() <= 24 ? exact(p) : greedy(p);
    }

    private static int[] exact(OrderProblem p) {
        int[] open = indices(p.open());
        double[] table = p.model().tableOptimistic();
        double[] least = new double[1 << open.length];
        for (int sub = least.length - 1; sub >= 0; sub--) {
            long tried = p.failed() | spread(sub, open);
            double here = table[(int) tried];
            long next = p.next(tried, s -> table[(int) s]);
            boolean stop = p.mayStop() || next == 0;
            double best = stop ? here * p.handOver() : Double.MAX_VALUE;
            for (int b = 0; b < open.length; b++) {
                if ((next & (1L << open[b])) != 0) {
                    best = Math.min(best, here * p.cost(open[b], tried) + least[sub | 1 << b]);
                }
            }
            least[sub] = best;
        }
        return follow(p, open, table, least);
    }

    /** Walks along the best next fix, past the place where handing over would be chosen. */
    private static int[] follow(OrderProblem p, int[] open, double[] table, double[] least) {
        int[] order = new int[open.length];
        int sub = 0;
        for (int place = 0; place < open.length; place++) {
            long tried = p.failed() | spread(sub, open);
            long next = p.next(tried, s -> table[(int) s]);
            int best = -1;
            double bestCost = Double.MAX_VALUE;
            for (int b = 0; b < open.length; b++) {
                if ((next & (1L << open[b])) != 0) {
                    double cost = table[(int) tried] * p.cost(open[b], tried) + least[sub | 1 << b];
                    if (cost < bestCost - 1e-12) {
                        bestCost = cost;
                        best = b;
                    }
                }
            }
            if (best < 0) {
                best = firstLeft(
                        p, open, sub, tried); // harmless ones behind a careful one are listed, by the author's order
            }
            order[place] = open[best];
            sub |= 1 << best;
        }
        return order;
    }

    private static int firstLeft(OrderProblem p, int[] open, int sub, long tried) {
        for (int b = 0; b < open.length; b++) {
            if ((sub & 1 << b) == 0 && p.isOpen(open[b], tried)) {
                return b;
            }
        }
        throw new IllegalStateException("the fixes wait for each other in a ring");
    }

    private static int[] greedy(OrderProblem p) {
        int[] order = new int[Long.bitCount(p.open())];
        long tried = p.failed();
        for (int place = 0; place < order.length; place++) {
            long next = p.next(tried, p.model()::allFailOptimistic);
            double here = p.model().allFailOptimistic(tried);
            int best = -1;
            double bestRate = -1;
            for (int i = 0; i < p.fixes(); i++) {
                boolean may = next == 0 ? p.isOpen(i, tried) : (next & (1L << i)) != 0;
                double rate = may ? (here - p.model().allFailOptimistic(tried | (1L << i))) / p.cost(i, tried) : -1;
                if (may && rate > bestRate) {
                    bestRate = rate;
                    best = i;
                }
            }
            if (best < 0) {
                throw new IllegalStateException("the fixes wait for each other in a ring");
            }
            order[place] = best;
            tried |= 1L << best;
        }
        return order;
    }

    private static int[] indices(long set) {
        return java.util.stream.IntStream.range(0, 64)
                .filter(i -> (set & (1L << i)) != 0)
                .toArray();
    }

    private static long spread(int sub, int[] open) {
        return Arrays.stream(indices(sub)).mapToLong(b -> 1L << open[b]).reduce(0, (a, b) -> a | b);
    }
}
