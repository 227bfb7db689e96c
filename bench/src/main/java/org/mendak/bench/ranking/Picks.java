package org.mendak.bench.ranking;

import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.mendak.core.evidence.Basis;
import org.mendak.core.evidence.CauseModel;
import org.mendak.core.evidence.LoggedCase;
import org.mendak.core.plan.Orders;
import org.mendak.core.simulate.Habits;
import org.mendak.core.simulate.HiddenError;
import org.mendak.core.simulate.RandomErrors;

/** Whether taking the first pick off the plan for a sign helps, and whether the rule for when to do so harms. */
final class Picks {

    private static final int[] SIZES = {100, 500, 2_000};

    private Picks() {}

    static void measure(long seed, int errors) {
        System.out.println(
                "\n### First picks off the plan, % over the optimum: ignored / when they tell / always taken");
        Habits base = Habits.EXACT.givingUp(0.2);
        print("agents see symptoms (30 %)", base.seeingSymptoms(0.3), seed, errors);
        print("agents pick at random (15 %)", base.shuffling(0.15), seed, errors);
        print("both", base.seeingSymptoms(0.2).shuffling(0.15), seed, errors);
    }

    private static void print(String title, Habits habits, long seed, int errors) {
        System.out.printf("%-30s", title);
        for (int size : SIZES) {
            StringBuilder cell = new StringBuilder();
            for (Basis.FirstPicks picks : Basis.FirstPicks.values()) {
                Mean mean = new Mean();
                IntStream.range(0, errors)
                        .parallel()
                        .mapToDouble(n -> regret(habits, seed, n, size, picks))
                        .boxed()
                        .toList()
                        .forEach(mean::add);
                cell.append(cell.isEmpty() ? "" : " / ").append(mean.text());
            }
            System.out.printf("  %d: %s", size, cell);
        }
        System.out.println();
    }

    private static double regret(Habits habits, long seed, int n, int size, Basis.FirstPicks picks) {
        Random random = new Random(seed * 1_000_003 + n);
        HiddenError error = RandomErrors.draw(new RandomErrors.Kind(4, 10, Ranking.overlap(n), false, false), random);
        Orders.Costs costs = error.costs(new double[0], Ranking.handOver());
        CauseModel truth = error.truth(0);
        List<LoggedCase> log = Ranking.log(error, habits, size, random);
        Method.Desk desk = Method.Desk.of(error, costs, log, picks);
        double least = Orders.expected(truth, costs, Orders.best(truth, costs));
        return 100 * (Orders.expected(truth, costs, Method.MENDAK.policy(desk, truth, costs)) / least - 1);
    }
}
