package org.mendak.server.cases;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.mendak.core.language.Titles;
import org.mendak.core.reading.How;
import org.mendak.core.reading.Reading;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.core.runbook.WorkedStep;
import org.mendak.server.platform.Who;
import org.mendak.server.platform.Words;
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
        return new AttemptStore.Step("k" + what, 0, what, "", output, null, null, readings, Instant.EPOCH, new Who(1));
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

    private static final Fix OF_THE_TABLE =
            RunbookParser.parse(DocumentKind.FIX, "t", """
            ---
            fix: t
            title: "T"
            minutes: 1
            ---
            Why.

            ## Once

            ## Each
            - For each: `lane` in `lanes`

            ## Never
            - When: `wet = yes`

            ## At last
            """).fix();

    static Stream<String> table() throws IOException {
        return Files.readString(Path.of("..", "web", "src", "case", "currentStep.txt"))
                .lines()
                .filter(l -> !l.isBlank() && !l.startsWith("#"));
    }

    /** The page works the same out, held to the same table by a test of its own. */
    @ParameterizedTest
    @MethodSource("table")
    void theStepToDoNowIsAsTheTableSays(String line) {
        String[] sides = line.split("=>");
        List<AttemptStore.Step> entries = new ArrayList<>();
        for (String e : sides[0].isBlank() ? new String[0] : sides[0].strip().split("; ")) {
            String[] w = e.split(" ");
            entries.add(new AttemptStore.Step(
                    "k" + entries.size(),
                    Integer.parseInt(w[0]),
                    Words.stored(StepWhat.class, w[1]),
                    "",
                    null,
                    w.length > 2 ? w[2] : null,
                    null,
                    null,
                    Instant.EPOCH,
                    new Who(1)));
        }
        WorkedAttempt w = WorkedAttempt.of(
                OF_THE_TABLE,
                WorkedStep.of(OF_THE_TABLE, k -> Optional.empty()),
                Map.of("lanes", "a, b", "wet", "no"),
                entries,
                READINGS,
                Titles.NONE);
        assertThat(w.current()).isEqualTo(Integer.parseInt(sides[1].strip()));
    }
}
