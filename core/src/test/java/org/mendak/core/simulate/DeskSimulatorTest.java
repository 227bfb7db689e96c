package org.mendak.core.simulate;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.LoggedCase;

class DeskSimulatorTest {

    private static final HiddenError ERROR = new HiddenError(
            "e",
            1,
            List.of(
                    new HiddenError.HiddenFix("popular", 10, 5),
                    new HiddenError.HiddenFix("neglected", 70, 5),
                    new HiddenError.HiddenFix("third", 15, 20)),
            5,
            0.05);
    private static final DeskSimulator.Habits HABITS = new DeskSimulator.Habits(0.15, 0.1, 0.03, 0.03, 8, 40, 2);

    @Test
    void equalSeedsGiveEqualDesks() {
        assertThat(DeskSimulator.run(List.of(ERROR), HABITS, 200, 3))
                .isEqualTo(DeskSimulator.run(List.of(ERROR), HABITS, 200, 3));
        assertThat(DeskSimulator.run(List.of(ERROR), HABITS, 200, 3))
                .isNotEqualTo(DeskSimulator.run(List.of(ERROR), HABITS, 200, 4));
    }

    @Test
    void theEstimatorFindsTheHiddenTruthAgain() {
        List<SimulatedCase> cases = DeskSimulator.run(List.of(ERROR), HABITS, 800, 11);
        List<LoggedCase> log = cases.stream()
                .map(c -> new LoggedCase("" + c.opened(), null, "2026-01", c.attempts()))
                .toList();
        Evidence e = Evidence.of(List.of("popular", "neglected", "third"), new double[] {5, 5, 20}, log, null);
        assertThat(e.model().chance(1, 0)).isBetween(0.5, 0.72); // truly 0.7·0.85 + 0.25·0.05
        assertThat(e.model().chance(0, 0)).isBetween(0.05, 0.25); // truly 0.1·0.85 + 0.85·0.05
        assertThat(cases).isSortedAccordingTo(java.util.Comparator.comparingDouble(SimulatedCase::opened));
    }
}
