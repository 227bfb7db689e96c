package org.mendak.core.plan;

/**
 * Finds the order with the least expected minutes: exact dynamic programming over sets of moves up to {@value #EXACT} open
 * ones, and {@link OrderHeuristic} beyond.
 *
 * <p>The state is what was tried and the place of {@link Standing} one is in. Sources: M. Held, R. M. Karp, "A Dynamic
 * Programming Approach to Sequencing Problems", J. SIAM 10 (1962), pp. 196-210; D. Heckerman, J. S. Breese, K. Rommelse,
 * "Decision-Theoretic Troubleshooting", CACM 38 (1995), pp. 49-57. O(2^m m p) time, 8·2^m·(p + 2) bytes for m open moves and p
 * places, and a table of set-ups where there are any.
 */
final class OrderSearch {

    static final int EXACT = 18;

    /** The most numbers that the exact search keeps: twelve megabytes of least minutes beside its two tables. */
    private static final long MOST_NUMBERS = 6L << EXACT;

    private final OrderProblem p;
    private final int m;
    private final long[] fixes;
    private final double[] g;
    private final double[][] least;
    private final int[] before;
    private final boolean careful;
    private final long[] setUpsPaid;
    private final long[] asksPaid;

    private OrderSearch(OrderProblem p) {
        this.p = p;
        m = p.size();
        fixes = p.moves().stream().mapToLong(Move::fixes).toArray();
        g = p.model().tableOptimistic(p.failed(), fixes);
        least = new double[p.standing().places()][1 << m];
        before = new int[m];
        for (int i = 0; i < m; i++) {
            for (int j = 0; j < m; j++) {
                before[i] |= (p.moves().get(i).before() & fixes[j]) != 0 ? 1 << j : 0;
            }
        }
        careful = p.moves().stream().anyMatch(Move::careful);
        setUpsPaid = paid(p.moves().stream().mapToLong(Move::setUps).toArray());
        asksPaid = paid(p.moves().stream().mapToLong(Move::asks).toArray());
    }

    /** All moves in the proposed order, those behind the best place to hand over included. */
    static int[] order(OrderProblem p) {
        boolean fits = p.size() <= EXACT && (long) p.standing().places() << p.size() <= MOST_NUMBERS;
        return fits ? new OrderSearch(p).exact() : OrderHeuristic.order(p);
    }

    /** By set of moves, what they have paid for; null where nothing is ever paid. */
    private long[] paid(long[] each) {
        long any = 0;
        for (long e : each) {
            any |= e;
        }
        if (any == 0) {
            return null;
        }
        long[] paid = new long[1 << m];
        for (int s = 1; s < paid.length; s++) {
            paid[s] = paid[s & (s - 1)] | each[Integer.numberOfTrailingZeros(s)];
        }
        return paid;
    }

    private int[] exact() {
        for (int place = 0; place < least.length; place++) {
            // sets of moves are worked downwards, all places of a set before the next
            least[place][(1 << m) - 1] = g[(1 << m) - 1] * p.handOver();
        }
        for (int s = (1 << m) - 2; s >= 0; s--) {
            for (int place = 0; place < least.length; place++) {
                least[place][s] = best(s, place);
            }
        }
        return follow();
    }

    private double best(int s, int place) {
        int next = next(s, place);
        double best = p.mayStop() || next == 0 ? g[s] * p.handOver() : Double.MAX_VALUE;
        int[] to = p.standing().next()[place];
        for (int left = next; left != 0; left &= left - 1) {
            int i = Integer.numberOfTrailingZeros(left);
            best = Math.min(best, g[s] * cost(i, s, place) + least[to[i]][s | 1 << i]);
        }
        return best;
    }

    private double cost(int i, int s, int place) {
        return p.cost(i, setUpsPaid == null ? 0 : setUpsPaid[s], asksPaid == null ? 0 : asksPaid[s], place);
    }

    /** {@link OrderProblem#next} on this search's tables. */
    private int next(int s, int place) {
        int open = 0;
        int risky = 0;
        boolean afterCareful = false;
        for (int i = 0; i < m; i++) {
            if ((s & 1 << i) != 0) {
                afterCareful |= careful && p.moves().get(i).careful();
            } else if ((before[i] & ~s) == 0) {
                open |= 1 << i;
                risky |= careful && p.moves().get(i).careful() ? 1 << i : 0;
            }
        }
        int harmless = open & ~risky;
        if (afterCareful) {
            return risky == 0 && !p.mayStop() ? harmless : risky;
        }
        if (harmless == 0 || risky == 0) {
            return open;
        }
        for (int left = harmless; left != 0; left &= left - 1) {
            int i = Integer.numberOfTrailingZeros(left);
            double chance = g[s] <= 0 ? 0 : 1 - g[s | 1 << i] / g[s];
            if (chance * p.handOver() > cost(i, s, place)) {
                return harmless;
            }
        }
        return open;
    }

    /** Walks along the best next move, past the place where handing over would be chosen. */
    private int[] follow() {
        int[] order = new int[m];
        int s = 0;
        int place = 0;
        for (int at = 0; at < m; at++) {
            int best = -1;
            double bestCost = Double.MAX_VALUE;
            for (int left = next(s, place); left != 0; left &= left - 1) {
                int i = Integer.numberOfTrailingZeros(left);
                double cost = g[s] * cost(i, s, place) + least[p.standing().next()[place][i]][s | 1 << i];
                if (cost < bestCost - 1e-12) {
                    bestCost = cost;
                    best = i;
                }
            }
            if (best < 0) {
                best = firstLeft(p, order, at); // harmless ones behind a careful one are listed, by the author's order
            }
            order[at] = best;
            s |= 1 << best;
            place = p.standing().next()[place][best];
        }
        return order;
    }

    /** The first move, in the author's order, that may follow the first so many of an order. */
    static int firstLeft(OrderProblem p, int[] order, int done) {
        long tried = p.failed();
        for (int k = 0; k < done; k++) {
            tried |= p.moves().get(order[k]).fixes();
        }
        for (int i = 0; i < p.size(); i++) {
            if (p.isOpen(i, tried)) {
                return i;
            }
        }
        throw new IllegalStateException("the fixes wait for each other in a ring");
    }
}
