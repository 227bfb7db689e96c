package org.mendak.server.cases;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.mendak.core.language.Titles;
import org.mendak.core.reading.How;
import org.mendak.core.reading.Reading;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.core.runbook.WorkedStep;
import tools.jackson.databind.json.JsonMapper;

/** An attempt as it is put together from what was recorded, today's entries and those of before. */
class WorkedAttemptTest {

    private static final StepReadings READINGS = new StepReadings(new JsonMapper());
    private static final Fix FIX =
            RunbookParser.parse(DocumentKind.FIX, "f", """
            ---
            fix: f
            title: "F"
            minutes: 1
            ---
            Why.

            ## Stop it
            ```sh
            plotctl stop
            ```
            - Capture before: `mode {mode:word}`
            - Put back: start it, `plotctl start --mode {mode}`

            ## Go on
            """).fix();

    private static AttemptStore.Step entry(StepWhat what, String output, String readings) {
        return new AttemptStore.Step("k" + what, 0, what, "", output, null, null, readings, Instant.EPOCH, "Liv");
    }

    private static WorkedAttempt of(AttemptStore.Step... entries) {
        return WorkedAttempt.of(
                FIX, WorkedStep.of(FIX, k -> Optional.empty()), Map.of(), List.of(entries), READINGS, Titles.NONE);
    }

    /** A case that was open when readings began to be kept still knows what was before the change. */
    @Test
    void outputsOfBeforeAreReadAsTheyWere() {
        assertThat(of(entry(StepWhat.OUTPUT, "mode quiet", null)).values().values(0, null))
                .containsEntry("mode", "quiet");
        assertThat(of(entry(StepWhat.OUTPUT, "mode quiet\nmode loud", null))
                        .values()
                        .open(0, null))
                .containsExactly(0);
        assertThat(of(entry(StepWhat.OUTPUT, "mode quiet", "[]")).values().open(0, null))
                .containsExactly(0);
    }

    @Test
    void readingsAreKeptAsTheyAre() {
        List<Reading> all = List.of(
                new Reading(0, How.SEEN, List.of(Map.of("mode", "quiet \"one\""))),
                new Reading(Reading.CHOICE, How.NOT_KNOWN, List.of()));
        assertThat(READINGS.read(READINGS.write(all, false))).isEqualTo(all);
        assertThat(READINGS.write(List.of(), false)).isNull();
        assertThat(READINGS.write(List.of(), true)).isEqualTo("[]");
    }

    @Test
    void theStepToDoNowIsTheFirstThatNobodyEnded() {
        assertThat(of().current()).isZero();
        assertThat(of(entry(StepWhat.DONE, null, null)).current()).isEqualTo(1);
        assertThat(of(entry(StepWhat.OFF_PAGE, null, null)).current()).isEqualTo(1);
        assertThat(of(entry(StepWhat.DONE, null, null), entry(StepWhat.UNDONE, null, null))
                        .current())
                .isZero();
    }
}
