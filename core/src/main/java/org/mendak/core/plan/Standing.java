package org.mendak.core.plan;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.ToDoubleFunction;

/**
 * How the device stands between two moves, as far as it costs something: which state was left behind, and which set-up is
 * still there only because the move before used it ("in the recovery environment"). Found by following every move from the
 * start, so only what can come about is counted.
 *
 * @param next by place and move, the place one is in after it; place 0 is the start
 * @param minutes by place and move, what bringing the device into the state costs
 */
record Standing(int[][] next, double[][] minutes) {

    /** Places beyond this many are taken for the start; so many states are more than a person keeps apart, too. */
    static final int MOST = 64;

    /**
     * What a fix asks of the device's standing.
     *
     * @param needs fact to value: the states that it needs
     * @param leaves fact to value: the states that it leaves behind; what it needs and does not leave otherwise stays
     * @param lasting set-ups that last only while each fix uses them
     */
    record Demands(Map<String, String> needs, Map<String, String> leaves, List<String> lasting) {

        Demands {
            needs = Map.copyOf(needs);
            leaves = Map.copyOf(leaves);
            lasting = List.copyOf(lasting);
        }
    }

    private record Place(Map<String, String> states, List<String> lasting) {}

    /** Nothing stands in any way: {@code moves} moves that ask for nothing. */
    static Standing none(int moves) {
        return new Standing(new int[1][moves], new double[1][moves]);
    }

    /**
     * Follows the moves.
     *
     * @param moves for each move what its fixes ask for, in the order in which they are done
     * @param start fact to value as known now
     * @param lasting set-ups that are there now
     * @param price what bringing about a state, or fetching a lasting set-up, costs; a state is called {@code fact = value}
     */
    static Standing of(
            List<List<Demands>> moves,
            Map<String, String> start,
            List<String> lasting,
            ToDoubleFunction<String> price) {
        Map<Place, Integer> known = new LinkedHashMap<>();
        List<int[]> next = new ArrayList<>();
        List<double[]> minutes = new ArrayList<>();
        ArrayDeque<Place> open = new ArrayDeque<>();
        Place first = new Place(relevant(moves, start), List.copyOf(lasting));
        known.put(first, 0);
        open.add(first);
        while (!open.isEmpty()) {
            Place at = open.remove();
            int[] to = new int[moves.size()];
            double[] pay = new double[moves.size()];
            for (int m = 0; m < to.length; m++) {
                Place after = at;
                for (Demands d : moves.get(m)) {
                    pay[m] += pay(after, d, price);
                    after = after(after, d);
                }
                if (!known.containsKey(after) && known.size() < MOST) {
                    known.put(after, known.size());
                    open.add(after);
                }
                to[m] = known.getOrDefault(after, 0);
            }
            next.add(to);
            minutes.add(pay);
        }
        return new Standing(next.toArray(int[][]::new), minutes.toArray(double[][]::new));
    }

    /** Only states that some fix needs can cost anything. */
    private static Map<String, String> relevant(List<List<Demands>> moves, Map<String, String> start) {
        Map<String, String> kept = new TreeMap<>();
        moves.forEach(m -> m.forEach(d -> d.needs().keySet().stream()
                .filter(start::containsKey)
                .forEach(fact -> kept.put(fact, start.get(fact)))));
        return kept;
    }

    private static double pay(Place at, Demands d, ToDoubleFunction<String> price) {
        double pay = 0;
        for (Map.Entry<String, String> need : d.needs().entrySet()) {
            if (!need.getValue().equalsIgnoreCase(at.states().getOrDefault(need.getKey(), ""))) {
                pay += price.applyAsDouble(need.getKey() + " = " + need.getValue());
            }
        }
        for (String need : d.lasting()) {
            pay += at.lasting().contains(need) ? 0 : price.applyAsDouble(need);
        }
        return pay;
    }

    private static Place after(Place at, Demands d) {
        Map<String, String> states = new TreeMap<>(at.states());
        states.putAll(d.needs());
        states.putAll(d.leaves());
        return new Place(states, d.lasting());
    }

    int places() {
        return next.length;
    }
}
