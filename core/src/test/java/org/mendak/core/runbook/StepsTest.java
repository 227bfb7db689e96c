package org.mendak.core.runbook;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.mendak.core.language.Facts;

/** The clauses of a step that decide whether, how often and how far it is done. */
class StepsTest {

    private static final String HEAD = """
            ---
            fix: load-parts
            title: "Load the missing parts"
            minutes: 6
            parameters: {required: list, present: list}
            ---
            Parts that are missing are loaded one by one.

            """;

    private static ParsedDocument parsed(String steps) {
        return RunbookParser.parse(DocumentKind.FIX, "load-parts", HEAD + steps);
    }

    private static Fix.Step only(String steps) {
        ParsedDocument d = parsed(steps);
        assertThat(d.problems()).isEmpty();
        return d.fix().steps().get(0);
    }

    @Test
    void aStepMayApplySometimesOnly() {
        Fix.Step s = only("## Go there\n- When: `access = at-device`\n");
        assertThat(s.when().text()).isEqualTo("access = at-device");
        assertThat(s.when().condition().evaluate(Facts.NONE)).hasToString("UNKNOWN");
    }

    @Test
    void aStepIsRepeatedForEveryItemOfAList() {
        Fix.Step s = only("## Load it\n```sh\npartctl load {part}\n```\n- For each: `part` in `required`\n");
        assertThat(s.each()).isEqualTo(new Fix.ForEach("part", "required"));
        assertThat(FixValues.items(s, Map.of("required", "fonts, layout; seal")))
                .containsExactly("fonts", "layout", "seal");
        assertThat(FixValues.items(s, Map.of())).isEmpty();
        assertThat(FixValues.items(s, Map.of("required", Facts.DONT_KNOW))).isEmpty();
        assertThat(FixValues.declared(
                        parsed("## Load it\n- For each: `part in required`\n").fix()))
                .contains("part", "required");
        assertThat(FixValues.items(only("## Once\n"), Map.of())).containsExactly("");
    }

    @Test
    void goingOnMayDependOnWhatWasSeen() {
        Fix.Step s = only("## Look\n- Only if: `count(missing(required, present)) > 0`; otherwise nothing to do\n");
        assertThat(s.onlyIf().otherwise()).isEqualTo("nothing to do");
        assertThat(s.onlyIf().guard().condition().names()).containsExactly("required", "present");
    }

    @Test
    void checksAndAnswersKeepTheirParts() {
        Fix.Step s = only("""
                ## Remove them
                - Check: `length(present) > 3`; then some are there
                - Answer: `Remove all? [y/N]` with `y`; it only removes copies
                - Nothing shows: up to a minute
                - Wait: 10 minutes
                """);
        assertThat(s.checks()).singleElement().satisfies(c -> {
            assertThat(c.guard().text()).isEqualTo("length(present) > 3");
            assertThat(c.meaning()).isEqualTo("some are there");
        });
        assertThat(s.answers()).containsExactly(new Fix.Answer("Remove all? [y/N]", "y", "it only removes copies"));
        assertThat(s.nothingShows()).isEqualTo("up to a minute");
        assertThat(s.waitMinutes()).isEqualTo(10);
        assertThat(s.notes()).isEmpty();
    }

    @Test
    void anAnswerMayBeWrittenAsItIsSpoken() {
        assertThat(only("## Clear\n- Answer: \"Really clear?\": yes; they come back\n")
                        .answers())
                .containsExactly(new Fix.Answer("Really clear?", "yes", "they come back"));
        assertThat(only("## Clear\n- Answer: \"Really clear?\": yes\n").answers())
                .containsExactly(new Fix.Answer("Really clear?", "yes", ""));
    }

    @Test
    void aCheckInWordsIsForReading() {
        Fix.Step s = only("## Count\n- Check: `pushed` equals the number that the purser names\n");
        assertThat(s.checks()).isEmpty();
        assertThat(s.notes())
                .containsExactly(new Fix.Note("Check", "`pushed` equals the number that the purser names"));
    }

    @Test
    void whatCannotBeReadIsSaidWithItsPlace() {
        List<Problem> problems = parsed("""
                ## Load it
                - When: `role =`
                - For each: part
                - Answer: `Go on?`
                - Only if: `free < 3`
                - Only if: `free < 4`
                """).problems();
        assertThat(problems)
                .extracting(Problem::message)
                .containsExactly(
                        "a value is missing at the end",
                        "For each needs an item and a list",
                        "Answer needs the prompt and what to answer",
                        "\"Only if\" stands twice in this step");
        assertThat(problems).extracting(Problem::line).containsExactly(10, 11, 12, 14);
        assertThat(problems).allMatch(p -> p.severity() == Problem.Severity.ERROR);
    }

    @Test
    void somethingMayHaveToBeFetched() {
        Fix.Step s = only(
                "## Fetch\n- Get: [till.pkg](stage://shore/till.pkg) from the shore store; 812 MB; as of 2026-09-01;"
                        + " when `device.image >= 7.0`\n- Get: [till-old.pkg](stage://shore/old.pkg)\n");
        Fix.Get first = s.gets().get(0);
        assertThat(first.name()).isEqualTo("till.pkg");
        assertThat(first.address()).isEqualTo("stage://shore/till.pkg");
        assertThat(first.origin()).isEqualTo("the shore store");
        assertThat(first.size()).isEqualTo("812 MB");
        assertThat(first.asOf()).isEqualTo("2026-09-01");
        assertThat(first.when().condition().evaluate(new Facts(Map.of("device.image", "6.2"))))
                .hasToString("NO");
        assertThat(s.gets().get(1).when()).isNull();
        assertThat(only("## Fetch\n- Get: it lies in the cupboard\n").notes())
                .containsExactly(new Fix.Note("Get", "it lies in the cupboard"));
    }

    @Test
    void aStepMayAskAndLeaveWorkForLater() {
        Fix.Step s = only(
                "## Look\n- Ask: Which lamp is on?; sets `lamp`; green, red\n- Ask: Does it hum?; sets `hums`\n- Follow up: order a"
                        + " lamp; by the store keeper\n- Follow up: look in again\n");
        assertThat(s.asks())
                .containsExactly(
                        new Fix.Ask("Which lamp is on?", "lamp", List.of("green", "red")),
                        new Fix.Ask("Does it hum?", "hums", List.of("yes", "no")));
        assertThat(s.followUps())
                .containsExactly(
                        new Fix.FollowUp("order a lamp", "the store keeper"), new Fix.FollowUp("look in again", ""));
    }

    @Test
    void whatCannotBeReadOfTheseIsNamed() {
        List<Problem> problems = parsed("""
                ## Fetch
                - Get: [the package] from the shelf
                - Get: [a](b); as of spring
                - Get: [a](b); bigger
                - Get: [a](b); when `a = `
                - Ask: Is it on?
                """).problems();
        assertThat(problems).extracting(Problem::line).containsExactly(10, 11, 12, 13, 14);
        assertThat(problems)
                .extracting(Problem::message)
                .contains("Get needs a name and an address", "\"spring\" is not a day");
    }
}
