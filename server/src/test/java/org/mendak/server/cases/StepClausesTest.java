package org.mendak.server.cases;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.mendak.server.OnDesk;
import tools.jackson.databind.JsonNode;

/** What a step's clauses make of a case, by HTTP: where it applies, for what it is repeated, what is judged when output is there. */
class StepClausesTest extends OnDesk {

    private static final String ERROR = """
            ---
            error: parts-gone
            title: "The roster finds its parts no longer"
            phases: [launch]
            products: ["Watchbill Desk"]
            ---
            Some parts are gone.

            ## Recognise
            - Message: `The roster lacks {part:file} and more`

            ## Ask
            1. How is the device reached?
               - Sets: `way`
               - Choices: remote, there

            ## Try
            1. [Bring them back](../fixes/bring-parts.md)

            ## Verify
            1. Start it again.
            """;
    private static final String FIX = """
            ---
            fix: bring-parts
            title: "Bring the parts back"
            minutes: 6
            ---
            One by one.

            ## Go there
            - When: `way = there`

            ## Look
            ```sh
            partctl list --gone
            ```
            - Capture: `gone: {gone:list}`
            - Only if: `count(gone) > 0`; otherwise nothing to do
            - Check: `count(gone) <= 3`; more than three mean a damaged disk

            ## Bring it
            ```sh
            partctl bring {one}
            ```
            - For each: `one` in `gone`
            - Answer: `Overwrite? [y/N]` with `y`; only the damaged copy goes
            - Nothing shows: half a minute
            - Wait: 3 minutes
            """;

    @BeforeAll
    void start() {
        api.publish("fixes/bring-parts", FIX);
        api.publish("errors/parts-gone", ERROR);
    }

    private long open() {
        return api.openCase(Map.of("text", "The roster lacks rota.wbl and more", "error", "parts-gone"));
    }

    private JsonNode step(long number, int index) {
        return api.get("/api/cases/" + number + "/fixes/bring-parts")
                .expect(200)
                .json()
                .path("steps")
                .path(index);
    }

    private long begin(long number) {
        return api.post("/api/cases/" + number + "/attempts", Map.of("fix", "bring-parts"))
                .expect(201)
                .json()
                .path("id")
                .asLong();
    }

    private void printed(long number, long attempt, String output) {
        api.post(
                        "/api/cases/" + number + "/attempts/" + attempt + "/steps",
                        Map.of("clientId", "o" + output.hashCode(), "step", 1, "what", "output", "output", output))
                .expect(200);
    }

    private static String text(JsonNode command) {
        StringBuilder s = new StringBuilder();
        command.path("pieces").forEach(p -> s.append(p.path("text").asString()));
        return s.toString();
    }

    @Test
    void aStepAppliesOnceTheFactIsKnown() {
        long number = open();
        assertThat(step(number, 0).path("applies").asString()).isEqualTo("depends");
        api.post("/api/cases/" + number + "/facts", Map.of("way", "remote")).expect(200);
        assertThat(step(number, 0).path("applies").asString()).isEqualTo("no");
        api.post("/api/cases/" + number + "/facts", Map.of("way", "there")).expect(200);
        assertThat(step(number, 0).path("applies").asString()).isEqualTo("yes");
        assertThat(step(number, 0).path("when").asString()).isEqualTo("the way is there");
    }

    @Test
    void threeMissingPartsAreBroughtOneByOne() {
        long number = open();
        assertThat(step(number, 2).path("items").isEmpty()).isTrue();
        assertThat(step(number, 2).path("commands").path(0).path("pieces").toString())
                .contains("\"blank\"");
        printed(number, begin(number), "gone: rota.wbl, crew list.wbl; $(halt).wbl");
        JsonNode step = step(number, 2);
        List<String> commands = new ArrayList<>();
        step.path("commands").forEach(c -> commands.add(c.path("item").asString() + ": " + text(c)));
        assertThat(commands)
                .containsExactly(
                        "rota.wbl: partctl bring rota.wbl",
                        "crew list.wbl: partctl bring 'crew list.wbl'",
                        "$(halt).wbl: partctl bring '$(halt).wbl'");
        assertThat(step.path("answers").path(0).path("answer").asString()).isEqualTo("y");
        assertThat(step.path("nothingShows").asString()).isEqualTo("half a minute");
        assertThat(step.path("waitMinutes").asDouble()).isEqualTo(3);
        JsonNode check = step(number, 1).path("checks").path(0);
        assertThat(check.path("state").asString()).isEqualTo("yes");
        assertThat(check.path("seen").path("gone").asString()).startsWith("rota.wbl");
    }

    @Test
    void whatIsSeenDecidesWhetherThereIsAnythingToDo() {
        long number = open();
        assertThat(step(number, 1).path("onlyIf").path("state").asString()).isEqualTo("depends");
        printed(number, begin(number), "gone: rota.wbl");
        assertThat(step(number, 1).path("onlyIf").path("state").asString()).isEqualTo("yes");
        // looked for, and not there: a list of nothing
        api.post(
                        "/api/cases/" + number + "/attempts/" + begin(number) + "/steps",
                        Map.of(
                                "clientId",
                                "none",
                                "step",
                                1,
                                "what",
                                "value",
                                "read",
                                Map.of("clause", 0, "none", "not-there")))
                .expect(200);
        JsonNode onlyIf = step(number, 1).path("onlyIf");
        assertThat(onlyIf.path("state").asString()).isEqualTo("no");
        assertThat(onlyIf.path("then").asString()).isEqualTo("nothing to do");
        assertThat(onlyIf.path("expected").asString()).isEqualTo("at least one of the gone is listed");
        assertThat(onlyIf.path("why").asString()).isEqualTo("none of the gone is listed");
    }

    @Test
    void aCaseWaitsForItsTimeAndNothingElse() {
        long number = open();
        JsonNode c = api.patchCase(number, Map.of("waitsFor", "time", "waitsUntil", "2026-11-25T12:00:00Z"))
                .expect(200)
                .json();
        assertThat(c.path("waitsFor").asString()).isEqualTo("time");
        api.patchCase(number, Map.of("waitsFor", "weather")).refused(422, "waitsFor");
    }

    @Test
    void theSheetOfAFixReadsLikeItsDocument() {
        String sheet = api.get("/api/fixes/bring-parts").expect(200).text();
        assertThat(sheet)
                .contains("the way is there")
                .contains("\"For each\",\"text\":\"gone\"")
                .doesNotContain("way = there", "{one}", "{gone")
                .contains("otherwise nothing to do")
                .contains("`Overwrite? [y/N]` with `y`");
    }

    /** What the language has no word for is read in a case where it was written: before its command, behind it, and where a part begins. */
    @Test
    void wordsAreReadWhereTheyWereWritten() {
        api.publish("fixes/small-part", """
                ---
                fix: small-part
                title: "Small part"
                minutes: 1
                ---
                A part of its own.

                ## Only step
                """);
        api.publish("fixes/wordy", """
                ---
                fix: wordy
                title: "Wordy"
                minutes: 2
                ---
                Why.

                ## Do both
                Look first.
                ```sh
                partctl one
                ```
                - Warning: never on the archive server

                1. Open it.
                2. Wait.

                ```sh
                partctl two
                ```
                Then it hums.

                ## [Small part](small-part.md)
                Do this slowly.
                - Caution: mind the gap
                """);
        api.publish("errors/wordy-error", """
                ---
                error: wordy-error
                title: "Wordy error"
                phases: [update]
                products: ["Tidewall"]
                ---
                ## Recognise
                - Message: `The words run over`

                ## Try
                1. [Wordy](../fixes/wordy.md)

                ## Verify
                1. Look.
                """);
        long n = api.openCase(Map.of("text", "The words run over", "error", "wordy-error"));
        JsonNode steps =
                api.get("/api/cases/" + n + "/fixes/wordy").expect(200).json().path("steps");
        JsonNode both = steps.path(0);
        assertThat(both.path("prose").asString()).isEqualTo("Look first.");
        assertThat(both.path("commands").path(0).path("before").asString()).isEmpty();
        assertThat(both.path("commands").path(1).path("before").asString())
                .isEqualTo("- Warning: never on the archive server\n\n1. Open it.\n2. Wait.");
        assertThat(both.path("behind").asString()).isEqualTo("Then it hums.");
        assertThat(steps.path(1).path("prose").asString()).isEqualTo("Do this slowly.\n\nA part of its own.");
        assertThat(steps.path(1).path("cautions").toString()).contains("mind the gap");
    }
}
