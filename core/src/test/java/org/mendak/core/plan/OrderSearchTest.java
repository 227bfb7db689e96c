package org.mendak.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.random.RandomGenerator;
import java.util.random.RandomGeneratorFactory;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.mendak.core.evidence.CauseModel;
import org.mendak.core.evidence.GoldenExample;

class OrderSearchTest {

    private static RandomGenerator random(long seed) {
        return RandomGeneratorFactory.of("L64X128MixRandom").create(seed);
    }

    private static OrderProblem golden(double handOver, boolean mayStop, int careful) {
        return new OrderProblem(
                GoldenExample.model(),
                IntStream.range(0, 3)
                        .mapToObj(i -> Move.of(i, GoldenExample.MINUTES[i], 0, i == careful, 0))
                        .toList(),
                new double[0],
                new double[0],
                Standing.none(3),
                0,
                handOver,
                mayStop);
    }

    @Test
    void ordersTheGoldenExampleAsTheMethodDoes() {
        OrderProblem p = golden(0, false, -1);
        int[] order = OrderSearch.order(p);
        assertThat(order).containsExactly(0, 1, 2);
        assertThat(p.expected(order, 3)).isCloseTo(23.6925, within(1e-3));
    }

    @Test
    void handsTheGoldenExampleOverAfterTwoWhenThatCostsForty() {
        OrderProblem p = golden(40, true, -1);
        int[] order = OrderSearch.order(p);
        assertThat(order).containsExactly(0, 1, 2);
        assertThat(p.bestStop(order, 3)).isEqualTo(2);
        assertThat(p.expected(order, 2)).isCloseTo(27.6799, within(1e-3));
    }

    /** The least over all orders and all places to stop, each order costed one move after the other. */
    @Test
    void findsWhatTryingAllOrdersFindsWithConstraintsGroupsAndStopping() {
        RandomGenerator random = random(4711);
        int stopped = 0;
        int moved = 0;
        for (int round = 0; round < 1_000; round++) {
            OrderProblem p = RandomProblems.of(random, 2 + random.nextInt(6));
            double best = least(p, p.failed(), 0);
            int[] order = OrderSearch.order(p);
            double[] walked = walked(p, order);
            double found = p.mayStop() ? Arrays.stream(walked).min().orElseThrow() : walked[walked.length - 1];
            assertThat(found).as("round %d", round).isCloseTo(best, within(1e-9));
            stopped += p.mayStop() && found < walked[walked.length - 1] ? 1 : 0;
            moved += p.standing().places() > 1 ? 1 : 0;
        }
        assertThat(stopped).isGreaterThan(100);
        assertThat(moved).isGreaterThan(300);
    }

    /** Expected minutes with the bonus after each allowed prefix: what the search makes least. */
    private static double[] walked(OrderProblem p, int[] order) {
        int proposed = p.proposed(order);
        double[] each = new double[proposed + 1];
        long tried = p.failed();
        int place = 0;
        double sum = 0;
        for (int k = 0; ; k++) {
            double here = p.model().allFailOptimistic(tried);
            each[k] = sum + here * p.handOver();
            if (k == proposed) {
                return each;
            }
            sum += here * p.cost(order[k], tried, place);
            tried |= p.moves().get(order[k]).fixes();
            place = p.standing().next()[place][order[k]];
        }
    }

    private static double least(OrderProblem p, long tried, int place) {
        double here = p.model().allFailOptimistic(tried);
        long next = p.next(tried, place, p.model()::allFailOptimistic);
        double best = p.mayStop() || next == 0 ? here * p.handOver() : Double.MAX_VALUE;
        for (int m = 0; m < p.size(); m++) {
            if ((next & (1L << m)) != 0) {
                double then =
                        least(p, tried | p.moves().get(m).fixes(), p.standing().next()[place][m]);
                best = Math.min(best, here * p.cost(m, tried, place) + then);
            }
        }
        return best;
    }

    @Test
    void reachesAReimageWhereNothingHarmlessPaysAndNeverGoesBackToHarmlessOnes() {
        OrderProblem careful = golden(60, true, 2);
        assertThat(OrderSearch.order(careful)).containsExactly(0, 1, 2);
        assertThat(careful.next(0, 0, careful.model()::allFailOptimistic)).isEqualTo(0b011);
        assertThat(careful.next(0b100, 0, careful.model()::allFailOptimistic)).isZero();
    }

    /**
     * Two harmless fixes that hardly ever help and a re-image that nearly always does: it comes first, without junk before
     * it, and not never because handing over is cheap.
     */
    @Test
    void aReimageNeedsNoJunkBeforeItWhereTheHarmlessOnesDoNotPay() {
        CauseModel model = CauseModel.given(
                new double[] {0.02, 0.03, 0.95}, new double[][] {{0.9, 0, 0}, {0, 0.9, 0}, {0.9, 0.9, 0.95}});
        OrderProblem p = new OrderProblem(
                model,
                List.of(Move.of(0, 20, 0, false, 0), Move.of(1, 25, 0, false, 0), Move.of(2, 30, 0, true, 0)),
                new double[0],
                new double[0],
                Standing.none(3),
                0,
                45,
                true);
        int[] order = OrderSearch.order(p);
        assertThat(order[0]).isEqualTo(2);
        assertThat(p.bestStop(order, p.proposed(order))).isEqualTo(1);
    }

    /** A cheap state that each fix turns round is paid again and again; sorted by state it is paid once. */
    @Test
    void fixesThatWantTheSameStateStandTogether() {
        CauseModel model = CauseModel.given(
                new double[] {0.25, 0.25, 0.25, 0.25},
                new double[][] {{0.9, 0, 0, 0}, {0, 0.88, 0, 0}, {0, 0, 0.86, 0}, {0, 0, 0, 0.84}});
        List<List<Standing.Demands>> demands = List.of(
                List.of(new Standing.Demands(Map.of("service", "stopped"), Map.of(), List.of())),
                List.of(new Standing.Demands(Map.of("service", "running"), Map.of(), List.of())),
                List.of(new Standing.Demands(Map.of("service", "stopped"), Map.of(), List.of())),
                List.of(new Standing.Demands(Map.of("service", "running"), Map.of(), List.of())));
        OrderProblem p = new OrderProblem(
                model,
                IntStream.range(0, 4).mapToObj(i -> Move.of(i, 5, 0, false, 0)).toList(),
                new double[0],
                new double[0],
                Standing.of(demands, Map.of("service", "running"), List.of(), need -> 3),
                0,
                90,
                true);
        assertThat(OrderSearch.order(p)).containsExactly(1, 3, 0, 2);
        assertThat(p.cost(0, 0, 0)).isEqualTo(8);
        assertThat(p.cost(1, 0, 0)).isEqualTo(5);
    }

    @Test
    void theHeuristicKeepsPrecedenceAndComesCloseToTheExactOrder() {
        RandomGenerator random = random(7);
        double worst = 1;
        double sum = 0;
        for (int round = 0; round < 60; round++) {
            OrderProblem p = RandomProblems.of(random, 9);
            double exact = optimum(p, OrderSearch.order(p));
            int[] order = OrderHeuristic.order(p);
            assertThat(order).hasSize(p.size()).doesNotHaveDuplicates();
            long tried = p.failed();
            for (int m : order) {
                assertThat(p.isOpen(m, tried)).isTrue();
                tried |= p.moves().get(m).fixes();
            }
            double ratio = optimum(p, order) / exact;
            worst = Math.max(worst, ratio);
            sum += ratio;
        }
        assertThat(sum / 60).isLessThan(1.02);
        assertThat(worst).isLessThan(1.25);
    }

    private static double optimum(OrderProblem p, int[] order) {
        double[] walked = walked(p, order);
        return p.mayStop() ? Arrays.stream(walked).min().orElseThrow() : walked[walked.length - 1];
    }

    @Test
    void plansMoreThanCanBeSearchedExactly() {
        OrderProblem p = RandomProblems.plain(random(3), 40);
        assertThat(OrderSearch.order(p)).hasSize(40).doesNotHaveDuplicates();
    }
}
