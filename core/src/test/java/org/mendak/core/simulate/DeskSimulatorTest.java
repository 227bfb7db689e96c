package org.mendak.core.simulate;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.mendak.core.evidence.CauseModel;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.LoggedAttempt;
import org.mendak.core.evidence.LoggedCase;
import org.mendak.core.evidence.Outcome;
import org.mendak.core.plan.Orders;

class DeskSimulatorTest {

    private static final List<String> FIXES = List.of("popular", "neglected", "third");
    private static final HiddenError ERROR = HiddenError.of(
            "e",
            1,
            List.of(
                    HiddenError.HiddenFix.plain("popular", 5),
                    HiddenError.HiddenFix.plain("neglected", 5),
                    HiddenError.HiddenFix.plain("third", 20)),
            new double[] {10, 70, 15, 5},
            0.05,
            List.of(new HiddenFact("lamp", List.of("on", "off"), new double[][] {{1, 0}, {0, 1}, {.5, .5}, {.5, .5}})));
    private static final Habits HABITS =
            new Habits(0.15, 0, 0.1, 0.03, 0.03, Habits.Slips.NONE, new Habits.Size(8, 40, 2));

    private static List<LoggedCase> log(HiddenError error, Habits habits, int cases, long seed) {
        List<LoggedCase> log = new ArrayList<>();
        for (SimulatedCase c : DeskSimulator.run(List.of(error), habits, cases, seed)) {
            log.add(c.logged(log.size()));
        }
        return log;
    }

    @Test
    void equalSeedsGiveEqualDesks() {
        assertThat(DeskSimulator.run(List.of(ERROR), HABITS, 200, 3))
                .isEqualTo(DeskSimulator.run(List.of(ERROR), HABITS, 200, 3));
        assertThat(DeskSimulator.run(List.of(ERROR), HABITS, 200, 3))
                .isNotEqualTo(DeskSimulator.run(List.of(ERROR), HABITS, 200, 4));
    }

    @Test
    void theEstimatorFindsTheHiddenTruthAgain() {
        List<LoggedCase> log = log(ERROR, HABITS, 800, 11);
        Evidence e = Evidence.of(FIXES, new double[] {5, 5, 20}, log, null);
        CauseModel truth = ERROR.truth(0);
        for (int i = 0; i < 3; i++) {
            assertThat(e.model().chance(i, 0)).isCloseTo(truth.chance(i, 0), within(0.1));
        }
        assertThat(truth.chance(1, 0)).isCloseTo(0.7 * 0.85 + 0.25 * 0.05, within(1e-9));
    }

    @Test
    void theTruthKnowsTheMinutesOfAnyOrder() {
        Orders.Costs costs = ERROR.costs(new double[0], 45);
        double mean = Math.exp(0.35 * 0.35 / 2);
        double first = 0.7 * 0.85 + 0.25 * 0.05;
        assertThat(Orders.expected(ERROR.truth(0), costs, new Orders.Policy(new int[] {1, 0, 2}, 1)))
                .isCloseTo(5 * mean + (1 - first) * 45, within(1e-9));
        assertThat(Orders.best(ERROR.truth(0), costs).order()[0]).isEqualTo(1);
    }

    @Test
    void habitsShowInTheLog() {
        List<LoggedCase> log = log(ERROR, Habits.EXACT, 400, 5);
        assertThat(log).allSatisfy(c -> {
            assertThat(c.attempts().get(0).fix()).isEqualTo("popular");
            assertThat(c.facts()).containsEntry(Evidence.FIRST_PICK, Evidence.AS_PLANNED);
            assertThat(c.facts().get("lamp")).isIn("on", "off");
        });
        assertThat(log(ERROR, Habits.EXACT.givingUp(1), 100, 5))
                .allSatisfy(c -> assertThat(c.attempts()).hasSize(1));
        List<LoggedCase> led = log(ERROR, Habits.EXACT.seeingSymptoms(0.5), 400, 5);
        List<LoggedCase> jumped = led.stream()
                .filter(c -> c.attempts().get(0).fix().equals("neglected"))
                .toList();
        assertThat(jumped).hasSizeBetween(90, 190);
        assertThat(jumped).allSatisfy(c -> assertThat(c.facts()).containsEntry(Evidence.FIRST_PICK, "neglected"));
        double right = jumped.stream()
                .filter(c -> c.attempts().get(0).outcome() == Outcome.WORKED)
                .count();
        assertThat(right / jumped.size()).isGreaterThan(0.75);
        assertThat(log(ERROR, Habits.EXACT.slipping(new Habits.Slips(0.5, 0, 0)), 200, 5).stream()
                        .flatMap(c -> c.attempts().stream())
                        .map(LoggedAttempt::outcome))
                .contains(Outcome.NOT_RETESTED);
        assertThat(attempts(log(ERROR, Habits.EXACT.slipping(new Habits.Slips(0, 0.6, 0)), 400, 5)))
                .isLessThan(attempts(log));
    }

    private static long attempts(List<LoggedCase> log) {
        return log.stream().mapToLong(c -> c.attempts().size()).sum();
    }

    @Test
    void aReleaseBreaksAFixFromThenOn() {
        HiddenError broken = HiddenError.of(
                "e",
                1,
                List.of(
                        new HiddenError.HiddenFix("popular", 5, 5, 0, 0, 1, 0.25),
                        HiddenError.HiddenFix.plain("neglected", 5)),
                new double[] {90, 5, 5},
                0,
                List.of());
        assertThat(broken.truth(0).chance(0, 0)).isCloseTo(0.9 * 0.85, within(1e-9));
        assertThat(broken.truth(1).chance(0, 0)).isCloseTo(0.9 * 0.85 / 4, within(1e-9));
    }

    @Test
    void randomErrorsAreWhatTheirKindSays() {
        Random random = new Random(3);
        double overlap = 0;
        for (int round = 0; round < 300; round++) {
            RandomErrors.Kind kind = new RandomErrors.Kind(4, 10, 1, round % 2 == 0, round % 3 == 0);
            HiddenError e = RandomErrors.draw(kind, random);
            int n = e.fixes().size();
            assertThat(n).isBetween(4, 10);
            double sum = 0;
            for (double s : e.shares()) {
                sum += s;
            }
            assertThat(sum).isCloseTo(1, within(1e-9));
            for (int i = 0; i < n; i++) {
                assertThat(e.effects()[i][i]).isBetween(0.65, 0.95);
                assertThat(e.effects()[i][n]).isZero();
                for (int k = 0; k < n; k++) {
                    overlap += i != k && e.effects()[i][k] > 0 ? 1.0 / n : 0;
                }
            }
        }
        assertThat(overlap / 300).isCloseTo(1, within(0.1));
    }
}
