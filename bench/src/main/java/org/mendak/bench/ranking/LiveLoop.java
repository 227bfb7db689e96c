package org.mendak.bench.ranking;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.stream.IntStream;
import org.mendak.core.evidence.Basis;
import org.mendak.core.evidence.CauseModel;
import org.mendak.core.evidence.LoggedCase;
import org.mendak.core.plan.Orders;
import org.mendak.core.simulate.DeskSimulator;
import org.mendak.core.simulate.Habits;
import org.mendak.core.simulate.HiddenError;
import org.mendak.core.simulate.RandomErrors;

/** The method's own plan makes the log: does it find the order by itself, and does it find a new fix that is the best? */
final class LiveLoop {

    private static final int[] LOOKS = {25, 50, 100, 200, 400};
    private static final int REFIT = 5;
    private static final int NEW_AFTER = 200;
    private static final int MOST = 200;

    private LiveLoop() {}

    static void measure(long seed, int errors) {
        System.out.println(
                "\n### Live loop: each case is worked by the plan of that moment, badly authored at the start");
        Mean[] byLook = new Mean[2 * LOOKS.length];
        Arrays.setAll(byLook, i -> new Mean());
        IntStream.range(0, errors)
                .parallel()
                .mapToObj(n -> loop(seed, n))
                .toList()
                .forEach(r -> IntStream.range(0, r.length).forEach(i -> byLook[i].add(r[i])));
        for (int i = 0; i < LOOKS.length; i++) {
            System.out.printf(
                    "after %d cases: %s %%, its order alone %s %%%n",
                    LOOKS[i], byLook[i].text(), byLook[LOOKS.length + i].text());
        }
        List<Integer> found = IntStream.range(0, errors)
                .parallel()
                .mapToObj(n -> newFix(seed + 7, n))
                .sorted()
                .toList();
        System.out.printf(
                Locale.ROOT,
                "a new fix that is the best, added at the end after %d cases: planned where it truly belongs after %d cases"
                        + " (median), %d (nine in ten)%n",
                NEW_AFTER,
                found.get(found.size() / 2),
                found.get(found.size() * 9 / 10));
    }

    private static double[] loop(long seed, int n) {
        Random random = new Random(seed * 1_000_003 + n);
        HiddenError error = RandomErrors.draw(new RandomErrors.Kind(4, 10, Ranking.overlap(n), true, false), random);
        Orders.Costs costs = error.costs(new double[0], Ranking.handOver());
        CauseModel truth = error.truth(0);
        double least = Orders.expected(truth, costs, Orders.best(truth, costs));
        double[] regrets = new double[2 * LOOKS.length];
        List<LoggedCase> log = new ArrayList<>();
        Orders.Policy policy = policy(error, costs, log);
        for (int look = 0; look < LOOKS.length; look++) {
            while (log.size() < LOOKS[look]) {
                log.add(work(error, policy, log.size(), random));
                policy = log.size() % REFIT == 0 ? policy(error, costs, log) : policy;
            }
            Orders.Policy now = policy(error, costs, log);
            regrets[look] = 100 * (Orders.expected(truth, costs, now) / least - 1);
            regrets[LOOKS.length + look] =
                    100 * (Orders.expected(truth, costs, Orders.stopping(truth, costs, now.order())) / least - 1);
        }
        return regrets;
    }

    private static LoggedCase work(HiddenError error, Orders.Policy policy, int number, Random random) {
        List<Integer> plan = Arrays.stream(policy.order(), 0, Math.max(1, policy.stop()))
                .boxed()
                .toList();
        return DeskSimulator.one(error, Habits.EXACT.givingUp(0.05), 0, plan, random)
                .logged(number);
    }

    private static Orders.Policy policy(HiddenError error, Orders.Costs costs, List<LoggedCase> log) {
        Method.Desk desk = Method.Desk.of(error, costs, log, Basis.FirstPicks.WHEN_TELLING);
        return Method.MENDAK_WHOLE.policy(desk, error.truth(0), costs);
    }

    /** After how many cases with the new fix in the list it is planned as early as the truth would have it. */
    private static int newFix(long seed, int n) {
        Random random = new Random(seed * 1_000_003 + n);
        HiddenError drawn = RandomErrors.draw(new RandomErrors.Kind(4, 8, Ranking.overlap(n), false, false), random);
        int last = drawn.fixes().size();
        List<HiddenError.HiddenFix> fixes = new ArrayList<>(drawn.fixes());
        fixes.add(HiddenError.HiddenFix.plain("new", 4));
        double[][] effects = new double[last + 1][last + 2];
        double[] shares = Arrays.copyOf(drawn.shares(), last + 2);
        shares[last + 1] = shares[last];
        shares[last] = 0.001;
        for (int i = 0; i < last; i++) {
            System.arraycopy(drawn.effects()[i], 0, effects[i], 0, last);
        }
        Arrays.fill(effects[last], 0, last + 1, 0.8); // it ends nearly every case, whatever the cause
        HiddenError error = new HiddenError("new", 1, fixes, shares, effects, List.of());
        Orders.Costs costs = error.costs(new double[0], Ranking.handOver());
        int belongs = place(Orders.best(error.truth(0), costs), last);
        List<LoggedCase> log = new ArrayList<>();
        List<Integer> old = IntStream.range(0, last).boxed().toList();
        for (int c = 0; c < NEW_AFTER; c++) {
            log.add(DeskSimulator.one(error, Habits.EXACT.givingUp(0.2), 0, old, random)
                    .logged(c));
        }
        for (int since = 0; since < MOST; since++) {
            Orders.Policy policy = policy(error, costs, log);
            if (place(policy, last) <= belongs) {
                return since;
            }
            log.add(work(error, policy, log.size(), random));
        }
        return MOST;
    }

    private static int place(Orders.Policy policy, int fix) {
        return Arrays.stream(policy.order()).boxed().toList().indexOf(fix);
    }
}
