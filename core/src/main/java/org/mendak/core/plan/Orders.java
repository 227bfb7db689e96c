package org.mendak.core.plan;

import java.util.ArrayList;
import java.util.List;
import org.mendak.core.evidence.CauseModel;

/** Orders of fixes judged by chances that are given, without a case and its documents: for proving the planner. */
public final class Orders {

    /**
     * What is known of fixes beside their chances. Sets are bit masks.
     *
     * @param minutes of each, above 0
     * @param after for each, which fixes must have been tried before it
     * @param setUps for each, which set-ups it needs
     * @param setUpMinutes of each set-up, paid once
     * @param handOver what handing over costs
     */
    public record Costs(double[] minutes, long[] after, long[] setUps, double[] setUpMinutes, double handOver) {

        /** Fixes that need nothing. */
        public static Costs plain(double[] minutes, double handOver) {
            return new Costs(minutes, new long[minutes.length], new long[minutes.length], new double[0], handOver);
        }

        /** The same with other minutes. */
        public Costs taking(double[] other) {
            return new Costs(other, after, setUps, setUpMinutes, handOver);
        }
    }

    /** An order, and after how many of its fixes one hands over. */
    public record Policy(int[] order, int stop) {}

    private Orders() {}

    /** The order with the least expected minutes by this model, as a case's plan has it; exact up to 18 fixes. */
    public static Policy best(CauseModel model, Costs costs) {
        OrderProblem p = problem(model, costs);
        int[] order = OrderSearch.order(p);
        return new Policy(order, p.plannedStop(order, order.length));
    }

    /** The same by the heuristic, which plans more fixes than can be searched exactly. */
    public static Policy byHeuristic(CauseModel model, Costs costs) {
        OrderProblem p = problem(model, costs);
        int[] order = OrderHeuristic.order(p);
        return new Policy(order, p.plannedStop(order, order.length));
    }

    /** Where to hand over in a given order so that the expected minutes are least. */
    public static Policy stopping(CauseModel model, Costs costs, int[] order) {
        return new Policy(order, problem(model, costs).bestStop(order, order.length));
    }

    /** Expected minutes of a policy under a model, hand-over included. */
    public static double expected(CauseModel model, Costs costs, Policy policy) {
        return problem(model, costs).expected(policy.order(), policy.stop());
    }

    private static OrderProblem problem(CauseModel model, Costs costs) {
        List<Move> moves = new ArrayList<>();
        for (int i = 0; i < costs.minutes().length; i++) {
            moves.add(Move.of(i, costs.minutes()[i], costs.after()[i], false, costs.setUps()[i]));
        }
        return new OrderProblem(
                model,
                moves,
                costs.setUpMinutes(),
                new double[0],
                Standing.none(moves.size()),
                0,
                costs.handOver(),
                true);
    }
}
