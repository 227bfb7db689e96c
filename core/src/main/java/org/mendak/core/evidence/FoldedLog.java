package org.mendak.core.evidence;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Patterns laid out for the rounds of a fit: what many share is computed once a round. What failed first is shared like the paths of a tree,
 * whose nodes are a fix more that failed.
 */
final class FoldedLog {

    /** A fix that failed, after those of the node above; {@code share} is how much that counts. */
    private record Node(int above, int fix, double share) {}

    /** What ended a case, and how much that counts. */
    record Ending(int[] fixes, double share) {}

    /** The root of the tree: nothing failed. */
    static final int ROOT = 0;

    /** Of each node the one above it, the fix that failed, and how much that counts. */
    private final int[] above;

    private final int[] fix;
    private final double[] share;
    private final List<Ending> endings = new ArrayList<>();
    private final List<int[]> known = new ArrayList<>();
    /** Of each distinct pattern its node, ending and answers, and what its cases weigh. */
    private final int[] node;

    private final int[] ending;
    private final int[] answers;
    private final double[] weight;
    private final double total;

    FoldedLog(Folded log) {
        int n = log.size();
        node = new int[n];
        ending = new int[n];
        answers = new int[n];
        weight = new double[n];
        List<Node> nodes = new ArrayList<>(List.of(new Node(-1, -1, 1)));
        Map<Node, Integer> nodeOf = new HashMap<>();
        Map<List<Object>, Integer> endingOf = new HashMap<>();
        Map<List<Integer>, Integer> knownOf = new HashMap<>();
        int at = 0;
        for (Map.Entry<Pattern, Double> f : log.weights().entrySet()) {
            Pattern p = f.getKey();
            node[at] = node(p, nodes, nodeOf);
            ending[at] = endingOf.computeIfAbsent(List.of(p.ended(), p.endedShare()), k -> {
                endings.add(new Ending(ints(p.ended()), p.endedShare()));
                return endings.size() - 1;
            });
            answers[at] = knownOf.computeIfAbsent(p.answers(), k -> {
                known.add(ints(p.answers()));
                return known.size() - 1;
            });
            weight[at++] = f.getValue();
        }
        above = nodes.stream().mapToInt(Node::above).toArray();
        fix = nodes.stream().mapToInt(Node::fix).toArray();
        share = nodes.stream().mapToDouble(Node::share).toArray();
        total = Arrays.stream(weight).sum();
    }

    private static int node(Pattern p, List<Node> nodes, Map<Node, Integer> nodeOf) {
        int last = ROOT;
        for (int j = 0; j < p.failed().size(); j++) {
            Node next = new Node(last, p.failed().get(j), p.shares().get(j));
            last = nodeOf.computeIfAbsent(next, k -> {
                nodes.add(k);
                return nodes.size() - 1;
            });
        }
        return last;
    }

    private static int[] ints(List<Integer> list) {
        return list.stream().mapToInt(i -> i).toArray();
    }

    double totalWeight() {
        return total;
    }

    int size() {
        return weight.length;
    }

    int node(int pattern) {
        return node[pattern];
    }

    int ending(int pattern) {
        return ending[pattern];
    }

    int answers(int pattern) {
        return answers[pattern];
    }

    double weight(int pattern) {
        return weight[pattern];
    }

    int nodes() {
        return above.length;
    }

    /** The node above, which always has the smaller number. */
    int above(int node) {
        return above[node];
    }

    int fix(int node) {
        return fix[node];
    }

    double share(int node) {
        return share[node];
    }

    List<Ending> endings() {
        return endings;
    }

    /** What was known, by number: for each variable the value's index, or -1. */
    List<int[]> known() {
        return known;
    }
}
