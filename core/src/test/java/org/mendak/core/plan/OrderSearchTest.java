package org.mendak.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.random.RandomGenerator;
import java.util.random.RandomGeneratorFactory;
import org.junit.jupiter.api.Test;
import org.mendak.core.evidence.CauseModel;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.GoldenExample;
import org.mendak.core.evidence.LoggedAttempt;
import org.mendak.core.evidence.LoggedCase;
import org.mendak.core.evidence.Outcome;

class OrderSearchTest {

    private static OrderProblem golden(double handOver, boolean mayStop) {
        return new OrderProblem(
                GoldenExample.model(),
                GoldenExample.MINUTES,
                new long[3],
                new boolean[3],
                new long[3],
                new double[0],
                7,
                0,
                handOver,
                mayStop);
    }

    @Test
    void ordersTheGoldenExampleAsTheMethodDoes() {
        OrderProblem p = golden(0, false);
        int[] order = OrderSearch.order(p);
        assertThat(order).containsExactly(0, 1, 2);
        assertThat(p.expected(order, 3)).isCloseTo(23.6925, within(1e-3));
    }

    @Test
    void handsTheGoldenExampleOverAfterTwoWhenThatCostsForty() {
        OrderProblem p = golden(40, true);
        int[] order = OrderSearch.order(p);
        assertThat(order).containsExactly(0, 1, 2);
        assertThat(p.bestStop(order, 3)).isEqualTo(2);
        assertThat(p.expected(order, 2)).isCloseTo(27.6799, within(1e-3));
    }

    @Test
    void findsWhatTryingAllOrdersFinds() {
        RandomGenerator random = RandomGeneratorFactory.of("L64X128MixRandom").create(4711);
        for (int round = 0; round < 200; round++) {
            OrderProblem p = randomProblem(random);
            double[] best = {Double.MAX_VALUE};
            search(p, new ArrayList<>(), best);
            int[] order = OrderSearch.order(p);
            double least = Double.MAX_VALUE;
            for (int k = 0; k <= p.proposed(order); k++) {
                least = Math.min(least, optimistic(p, order, k));
            }
            assertThat(least).as("round %d", round).isCloseTo(best[0], within(1e-9));
        }
    }

    /** Expected minutes with the bonus, which is what the search minimises. */
    private static double optimistic(OrderProblem p, int[] order, int upTo) {
        long tried = p.failed();
        double sum = 0;
        for (int k = 0; k < upTo; k++) {
            sum += p.model().allFailOptimistic(tried) * p.cost(order[k], tried);
            tried |= 1L << order[k];
        }
        return sum + p.model().allFailOptimistic(tried) * p.handOver();
    }

    private static void search(OrderProblem p, List<Integer> order, double[] best) {
        int[] sofar = order.stream().mapToInt(i -> i).toArray();
        best[0] = Math.min(best[0], optimistic(p, sofar, sofar.length));
        long tried = p.failed() | order.stream().mapToLong(i -> 1L << i).sum();
        long next = p.next(tried, p.model()::allFailOptimistic);
        for (int i = 0; i < p.fixes(); i++) {
            if ((next & (1L << i)) != 0) {
                order.add(i);
                search(p, order, best);
                order.remove(order.size() - 1);
            }
        }
    }

    private static OrderProblem randomProblem(RandomGenerator random) {
        int n = 2 + random.nextInt(5);
        List<String> keys = new ArrayList<>();
        double[] minutes = new double[n];
        long[] before = new long[n];
        boolean[] careful = new boolean[n];
        long[] setUps = new long[n];
        for (int i = 0; i < n; i++) {
            keys.add("f" + i);
            minutes[i] = 1 + random.nextDouble() * 30;
            careful[i] = random.nextInt(5) == 0;
            before[i] = i > 0 && random.nextInt(4) == 0 ? 1L << random.nextInt(i) : 0;
            setUps[i] = random.nextInt(4);
        }
        long failed = random.nextInt(3) == 0 ? 1 : 0;
        return new OrderProblem(
                randomModel(random, keys, minutes),
                minutes,
                before,
                careful,
                setUps,
                new double[] {6, 11},
                (1L << n) - 1,
                failed,
                5 + random.nextDouble() * 60,
                true);
    }

    private static CauseModel randomModel(RandomGenerator random, List<String> keys, double[] minutes) {
        List<LoggedCase> log = new ArrayList<>();
        for (int c = 0; c < 30; c++) {
            List<LoggedAttempt> attempts = new ArrayList<>();
            for (String key : keys) {
                boolean ended = random.nextInt(3) == 0;
                attempts.add(
                        new LoggedAttempt(key, ended ? Outcome.WORKED : Outcome.NO_CHANGE, false, false, Double.NaN));
                if (ended) {
                    break;
                }
            }
            log.add(new LoggedCase("" + c, null, "2026-01", attempts));
        }
        return Evidence.of(keys, minutes, log, null).model();
    }

    @Test
    void reachesAReimageWhereNothingHarmlessPaysAndNeverGoesBackToHarmlessOnes() {
        OrderProblem p = golden(60, true);
        OrderProblem careful = new OrderProblem(
                p.model(),
                p.minutes(),
                p.before(),
                new boolean[] {false, false, true},
                p.setUps(),
                p.setUpMinutes(),
                7,
                0,
                60,
                true);
        assertThat(OrderSearch.order(careful)).containsExactly(0, 1, 2);
        assertThat(careful.next(0, careful.model()::allFailOptimistic)).isEqualTo(0b011);
        assertThat(careful.next(0b100, careful.model()::allFailOptimistic)).isZero();
    }

    @Test
    void plansMoreThanEighteenFixesGreedilyAndKeepsPrecedence() {
        RandomGenerator random = RandomGeneratorFactory.of("L64X128MixRandom").create(7);
        int n = 26;
        List<String> keys =
                java.util.stream.IntStream.range(0, n).mapToObj(i -> "f" + i).toList();
        double[] minutes = random.doubles(n, 1, 40).toArray();
        long[] before = new long[n];
        before[3] = 1L << 20;
        OrderProblem p = new OrderProblem(
                randomModel(random, keys, minutes),
                minutes,
                before,
                new boolean[n],
                new long[n],
                new double[0],
                (1L << n) - 1,
                0,
                45,
                true);
        List<Integer> order =
                java.util.Arrays.stream(OrderSearch.order(p)).boxed().toList();
        assertThat(order).hasSize(n).doesNotHaveDuplicates();
        assertThat(order.indexOf(20)).isLessThan(order.indexOf(3));
    }
}
