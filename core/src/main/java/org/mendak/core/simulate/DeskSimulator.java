package org.mendak.core.simulate;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.LoggedAttempt;
import org.mendak.core.evidence.Outcome;

/** Works cases the way a desk does: by a plan, sometimes otherwise, giving up now and then. */
public final class DeskSimulator {

    private static final double MINUTES_SPREAD = 0.35;

    /** The mean of a lognormal over its median: exp(σ²/2). */
    static final double MEAN_OVER_MEDIAN = Math.exp(MINUTES_SPREAD * MINUTES_SPREAD / 2);

    private static final double LONGEST_LOOK = 2;

    private final Habits habits;
    private final Random random;

    private DeskSimulator(Habits habits, Random random) {
        this.habits = habits;
        this.random = random;
    }

    /**
     * So many cases in the order they were opened, each worked in the author's order but for what habits change. Equal
     * arguments give equal cases. O(cases · fixes).
     */
    public static List<SimulatedCase> run(List<HiddenError> errors, Habits habits, int cases, long seed) {
        DeskSimulator desk = new DeskSimulator(habits, new Random(seed));
        List<SimulatedCase> log = new ArrayList<>();
        for (int i = 0; i < cases; i++) {
            double opened = desk.random.nextDouble();
            HiddenError error = desk.pick(errors);
            log.add(desk.work(error, opened, authored(error)));
        }
        log.sort(Comparator.comparingDouble(SimulatedCase::opened));
        return log;
    }

    /**
     * One case of an error.
     *
     * @param opened when, as share of the span, in [0, 1)
     * @param plan the fixes by index in the order in which they are proposed
     */
    public static SimulatedCase one(
            HiddenError error, Habits habits, double opened, List<Integer> plan, Random random) {
        return new DeskSimulator(habits, random).work(error, opened, plan);
    }

    /** The author's order. */
    public static List<Integer> authored(HiddenError error) {
        return IntStream.range(0, error.fixes().size()).boxed().toList();
    }

    private SimulatedCase work(HiddenError error, double opened, List<Integer> plan) {
        int cause = choose(error.shares());
        int release = Math.min(
                habits.size().releases() - 1, (int) (opened * habits.size().releases() + random.nextDouble() * 0.4));
        List<Integer> order = order(error, plan, cause);
        Map<String, String> facts = new HashMap<>();
        facts.put(
                Evidence.FIRST_PICK,
                order.get(0).equals(plan.get(0))
                        ? Evidence.AS_PLANNED
                        : error.fixes().get(order.get(0)).key());
        for (HiddenFact f : error.facts()) {
            facts.put(f.name(), f.values().get(choose(f.chances()[cause])));
        }
        List<LoggedAttempt> attempts = new ArrayList<>();
        boolean solved = tryAll(error, order, cause, release, attempts);
        boolean back = solved && random.nextDouble() < habits.comesBack();
        return new SimulatedCase(
                error.key(),
                opened,
                random.nextInt(habits.size().agents()),
                random.nextInt(habits.size().devices()),
                release,
                attempts,
                facts,
                solved,
                back);
    }

    private boolean tryAll(
            HiddenError error, List<Integer> order, int cause, int release, List<LoggedAttempt> attempts) {
        boolean gone = false;
        for (int at = 0; at < order.size(); at++) {
            int i = order.get(at);
            HiddenError.HiddenFix fix = error.fixes().get(i);
            double minutes = minutes(fix);
            if (random.nextDouble() < habits.couldNotApply()) {
                attempts.add(new LoggedAttempt(
                        fix.key(), Outcome.COULD_NOT_APPLY, false, false, Math.min(minutes, LONGEST_LOOK)));
                continue;
            }
            gone |= random.nextDouble() < error.effect(i, cause, release);
            if (at + 1 < order.size() && random.nextDouble() < habits.slips().bundled()) {
                attempts.add(new LoggedAttempt(fix.key(), Outcome.NOT_RETESTED, false, false, minutes));
                continue;
            }
            boolean told = random.nextDouble() < habits.slips().wrongClick() ? !gone : gone;
            if (told || random.nextDouble() >= habits.slips().unlogged()) {
                attempts.add(
                        new LoggedAttempt(fix.key(), told ? Outcome.WORKED : Outcome.NO_CHANGE, false, false, minutes));
            }
            if (gone || told) {
                return told;
            }
            if (random.nextDouble() < habits.givesUp()) {
                return false;
            }
        }
        return false;
    }

    private double minutes(HiddenError.HiddenFix fix) {
        return Math.max(0.5, Math.round(2 * fix.minutes() * Math.exp(MINUTES_SPREAD * random.nextGaussian())) / 2.0);
    }

    private HiddenError pick(List<HiddenError> errors) {
        return errors.get(choose(errors.stream().mapToDouble(HiddenError::often).toArray()));
    }

    private int choose(double[] weights) {
        double total = 0;
        for (double w : weights) {
            total += w;
        }
        double at = random.nextDouble() * total;
        for (int i = 0; i < weights.length; i++) {
            at -= weights[i];
            if (at < 0) {
                return i;
            }
        }
        return weights.length - 1;
    }

    private List<Integer> order(HiddenError error, List<Integer> plan, int cause) {
        if (cause < error.fixes().size() && random.nextDouble() < habits.symptomLed()) {
            List<Integer> order = new ArrayList<>(List.of(cause));
            plan.stream().filter(i -> i != cause).forEach(order::add);
            return allowed(error, order);
        }
        if (random.nextDouble() < habits.shuffled()) {
            List<Integer> order = new ArrayList<>(plan);
            Collections.shuffle(order, random);
            return allowed(error, order);
        }
        return plan;
    }

    /** The order, each fix moved back behind what it must follow; what the plan leaves out is not waited for. */
    private static List<Integer> allowed(HiddenError error, List<Integer> wanted) {
        List<Integer> left = new ArrayList<>(wanted);
        List<Integer> order = new ArrayList<>();
        while (!left.isEmpty()) {
            long waiting = left.stream().mapToLong(i -> 1L << i).sum();
            Integer next = left.stream()
                    .filter(i -> (error.fixes().get(i).after() & waiting) == 0)
                    .findFirst()
                    .orElseThrow(() -> new IllegalArgumentException(error.key() + ": its fixes wait in a ring"));
            left.remove(next);
            order.add(next);
        }
        return order;
    }
}
