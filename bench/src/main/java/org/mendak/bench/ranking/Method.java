package org.mendak.bench.ranking;

import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import org.mendak.core.evidence.Basis;
import org.mendak.core.evidence.CauseModel;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.FixTally;
import org.mendak.core.evidence.Interval;
import org.mendak.core.evidence.LoggedCase;
import org.mendak.core.plan.Orders;
import org.mendak.core.simulate.HiddenError;

/** Ways to put fixes into an order by a log. */
enum Method {
    AUTHORED("author's order"),
    RATE("success rate"),
    RATE_PER_MINUTE("rate / minutes"),
    WILSON("Wilson bound / minutes"),
    INDEPENDENT("Beta-Binomial, same planner"),
    MENDAK("this method"),
    /** The order together with the place where the plan itself hands over, which none of the others has to find. */
    MENDAK_WHOLE("  with its own hand-over");

    final String title;

    Method(String title) {
        this.title = title;
    }

    /** What every way is given: the truth's costs but for minutes, which are those that the log shows. */
    record Desk(HiddenError error, Orders.Costs costs, Evidence evidence) {
        static Desk of(HiddenError error, Orders.Costs truth, List<LoggedCase> log, Basis.FirstPicks picks) {
            List<String> keys =
                    error.fixes().stream().map(HiddenError.HiddenFix::key).toList();
            List<Double> authored =
                    error.fixes().stream().map(HiddenError.HiddenFix::authored).toList();
            Evidence e = Evidence.of(new Basis(keys, authored, log, null, List.of(), picks));
            double[] minutes =
                    e.tallies().stream().mapToDouble(FixTally::minutes).toArray();
            return new Desk(error, truth.taking(minutes), e);
        }
    }

    /**
     * The order and where to hand over. But for the last, each is told by the truth where handing over is best for its order,
     * so that orders alone are compared: most of these ways have no chances of their own to tell it.
     */
    Orders.Policy policy(Desk desk, CauseModel truth, Orders.Costs costs) {
        return switch (this) {
            case AUTHORED -> Orders.stopping(truth, costs, order(desk, i -> -i));
            case RATE -> Orders.stopping(truth, costs, order(desk, i -> rate(desk, i)));
            case RATE_PER_MINUTE ->
                Orders.stopping(
                        truth,
                        costs,
                        order(desk, i -> rate(desk, i) / desk.costs().minutes()[i]));
            case WILSON ->
                Orders.stopping(
                        truth,
                        costs,
                        order(desk, i -> bound(desk, i) / desk.costs().minutes()[i]));
            case INDEPENDENT -> Orders.stopping(truth, costs, independent(desk).order());
            case MENDAK -> Orders.stopping(truth, costs, mendak(desk).order());
            case MENDAK_WHOLE -> mendak(desk);
        };
    }

    private static Orders.Policy mendak(Desk desk) {
        if (!desk.evidence().enoughToMeasure()) {
            int[] authored = order(desk, i -> -i);
            return new Orders.Policy(authored, authored.length); // an unmeasured plan says nothing of handing over
        }
        return Orders.best(
                desk.evidence().knowing(java.util.Map.of(), Evidence.AS_PLANNED).model(), desk.costs());
    }

    private static Orders.Policy independent(Desk desk) {
        int n = desk.costs().minutes().length;
        double[][] chances = new double[n][1];
        for (int i = 0; i < n; i++) {
            chances[i][0] = rate(desk, i);
        }
        return Orders.best(CauseModel.given(new double[] {1}, chances), desk.costs());
    }

    /** With one success and one failure added, so that what was never tried has a rate. */
    private static double rate(Desk desk, int i) {
        FixTally t = desk.evidence().tallies().get(i);
        return (t.held() + 1.0) / (t.tried() + 2.0);
    }

    private static double bound(Desk desk, int i) {
        FixTally t = desk.evidence().tallies().get(i);
        return t.tried() == 0
                ? 0
                : Interval.wilson((double) t.held() / t.tried(), t.tried(), Interval.Z_80)
                        .low();
    }

    /** By falling worth, each fix moved back behind what it must follow. */
    private static int[] order(Desk desk, java.util.function.IntToDoubleFunction worth) {
        int n = desk.costs().minutes().length;
        List<Integer> left = new java.util.ArrayList<>(IntStream.range(0, n)
                .boxed()
                .sorted(Comparator.comparingDouble((Integer i) -> -worth.applyAsDouble(i)))
                .toList());
        int[] order = new int[n];
        for (int at = 0; at < n; at++) {
            long waiting = left.stream().mapToLong(i -> 1L << i).sum();
            Integer next = left.stream()
                    .filter(i -> (desk.costs().after()[i] & waiting) == 0)
                    .findFirst()
                    .orElseThrow();
            left.remove(next);
            order[at] = next;
        }
        return order;
    }
}
