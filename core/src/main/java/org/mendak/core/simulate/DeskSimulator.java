package org.mendak.core.simulate;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import org.mendak.core.evidence.LoggedAttempt;
import org.mendak.core.evidence.Outcome;

/** Works cases the way a desk does: mostly in the author's order, sometimes in another, giving up now and then. */
public final class DeskSimulator {

    /**
     * How the desk behaves; all shares in [0, 1].
     *
     * @param shuffled share of cases that are worked in a random order
     * @param givesUp chance after each failure that the case is handed over
     * @param couldNotApply chance that a fix could not be applied
     * @param comesBack chance that a mended case comes back
     * @param releases how many product releases follow each other over the span
     */
    public record Habits(
            double shuffled,
            double givesUp,
            double couldNotApply,
            double comesBack,
            int agents,
            int devices,
            int releases) {}

    private static final double OWN_EFFECT = 0.85;
    private static final double MINUTES_SPREAD = 0.35;

    private final List<HiddenError> errors;
    private final Habits habits;
    private final Random random;

    private DeskSimulator(List<HiddenError> errors, Habits habits, long seed) {
        this.errors = List.copyOf(errors);
        this.habits = habits;
        this.random = new Random(seed);
    }

    /** So many cases in the order they were opened. Equal arguments give equal cases. O(cases · fixes). */
    public static List<SimulatedCase> run(List<HiddenError> errors, Habits habits, int cases, long seed) {
        DeskSimulator desk = new DeskSimulator(errors, habits, seed);
        List<SimulatedCase> log = new ArrayList<>();
        for (int i = 0; i < cases; i++) {
            log.add(desk.work());
        }
        log.sort(Comparator.comparingDouble(SimulatedCase::opened));
        return log;
    }

    private SimulatedCase work() {
        HiddenError error = pick();
        int cause = cause(error);
        double opened = random.nextDouble();
        List<LoggedAttempt> attempts = new ArrayList<>();
        boolean solved = false;
        for (int i : order(error)) {
            HiddenError.HiddenFix fix = error.fixes().get(i);
            double minutes = Math.max(
                    0.5, Math.round(2 * fix.minutes() * Math.exp(MINUTES_SPREAD * random.nextGaussian())) / 2.0);
            if (random.nextDouble() < habits.couldNotApply()) {
                attempts.add(new LoggedAttempt(fix.key(), Outcome.COULD_NOT_APPLY, false, false, Math.min(minutes, 2)));
                continue;
            }
            double effect = cause == error.fixes().size() ? 0 : cause == i ? OWN_EFFECT : error.overlap();
            solved = random.nextDouble() < effect;
            attempts.add(
                    new LoggedAttempt(fix.key(), solved ? Outcome.WORKED : Outcome.NO_CHANGE, false, false, minutes));
            if (solved || random.nextDouble() < habits.givesUp()) {
                break;
            }
        }
        boolean back = solved && random.nextDouble() < habits.comesBack();
        int release = Math.min(habits.releases() - 1, (int) (opened * habits.releases() + random.nextDouble() * 0.4));
        return new SimulatedCase(
                error.key(),
                opened,
                random.nextInt(habits.agents()),
                random.nextInt(habits.devices()),
                release,
                attempts,
                solved,
                back);
    }

    private HiddenError pick() {
        double total = errors.stream().mapToDouble(HiddenError::often).sum();
        double at = random.nextDouble() * total;
        for (HiddenError e : errors) {
            at -= e.often();
            if (at < 0) {
                return e;
            }
        }
        return errors.get(errors.size() - 1);
    }

    /** The index of the fix whose cause it is; the number of fixes if nothing here helps. */
    private int cause(HiddenError error) {
        double total = error.noneShare()
                + error.fixes().stream()
                        .mapToDouble(HiddenError.HiddenFix::share)
                        .sum();
        double at = random.nextDouble() * total;
        for (int i = 0; i < error.fixes().size(); i++) {
            at -= error.fixes().get(i).share();
            if (at < 0) {
                return i;
            }
        }
        return error.fixes().size();
    }

    private List<Integer> order(HiddenError error) {
        List<Integer> order = new ArrayList<>();
        for (int i = 0; i < error.fixes().size(); i++) {
            order.add(i);
        }
        if (random.nextDouble() < habits.shuffled()) {
            Collections.shuffle(order, random);
        }
        return order;
    }
}
