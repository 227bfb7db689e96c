package org.mendak.core.runbook;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What authors get wrong, each with its place, its severity and a remedy. */
class BadDocumentsTest {

    private static final String ERROR = """
            ---
            error: winch-stuck
            title: "Winch stuck"
            phases: [launch]
            products: ["Tidewall >= 4.0"]
            ---
            Prose.

            ## Recognise
            - Code: `TW-17`
            - Message: `Winch {name:word} stuck at {turns:number} turns`
            - Sample: `Winch W2 stuck at 12 turns`

            ## Ask
            1. Is it wet?
               - Sets: `wet`
               - Choices: yes, no

            ## Try
            1. [Oil it](../fixes/oil-winch.md)
               - With: `name = {name}`
            2. [Turn it](../fixes/turn-winch.md)
               - After: [Oil it](../fixes/oil-winch.md)

            ## Verify
            1. Turn it once.
            """;

    private static final String FIX = """
            ---
            fix: oil-winch
            title: "Oil it"
            minutes: 4
            parameters: {name: word}
            ---
            Prose.

            ## Oil
            ```sh
            winchctl oil {name}
            ```
            - Expect: `smooth`
            - Minutes: 2
            """;

    private static List<Problem> error(String from, String to) {
        assertThat(ERROR).contains(from);
        return RunbookParser.parse(DocumentKind.ERROR, "winch-stuck", ERROR.replace(from, to))
                .problems();
    }

    private static List<Problem> fix(String from, String to) {
        assertThat(FIX).contains(from);
        return RunbookParser.parse(DocumentKind.FIX, "oil-winch", FIX.replace(from, to))
                .problems();
    }

    @Test
    void theGoodOnesHaveNoProblems() {
        assertThat(error("Prose.", "Prose.")).isEmpty();
        assertThat(fix("Prose.", "Prose.")).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "title: \"Winch stuck\"         | title: [a, b]                 | 3  | ERROR   | text",
                "phases: [launch]               | phases: [lunch]               | 4  | ERROR   | lunch",
                "products: [\"Tidewall >= 4.0\"] | products: [\"Tidewall >> 4\"] | 5  | ERROR   | ",
                "phases: [launch]               | colour: blue                  | 4  | WARNING | colour",
                "error: winch-stuck             | error: other-key              | 2  | ERROR   | ",
                "- Code: `TW-17`                | - Code: ``                    | 10 | ERROR   | empty",
                "- Code: `TW-17`                | - Cdoe: `TW-17`               | 10 | WARNING | Cdoe",
                "{turns:number}                 | {turns:dozen}                 | 11 | ERROR   | dozen",
                "{turns:number}                 | {turns                        | 11 | ERROR   | ",
                "## Ask                         | ## Aks                        | 14 | WARNING | Aks",
                "[Oil it](../fixes/oil-winch.md)| Oil it                        | 20 | ERROR   | link",
                "`name = {name}`                | `name {name}`                 | 21 | ERROR   | With",
                "[Turn it](../fixes/turn-winch.md)|[Turn](../fixes/oil-winch.md)| 22 | ERROR   | twice",
            })
    void aKnownErrorsMistakesAreNamedWhereTheyStand(
            String from, String to, int line, Problem.Severity severity, String says) {
        List<Problem> problems = error(from.strip(), to.strip());
        assertThat(problems)
                .as(problems.toString())
                .anyMatch(p -> p.line() == line
                        && p.severity() == severity
                        && (says == null || (p.message() + p.remedy()).contains(says.strip())));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "minutes: 4           | minutes: four         | 4  | ERROR   | four",
                "minutes: 4           | minutes: -1           | 4  | ERROR   | above 0",
                "minutes: 4           | minuets: 4            | 4  | WARNING | minuets",
                "minutes: 4           | risk: high            | 4  | ERROR   | high",
                "{name: word}         | {name: parrot}        | 5  | ERROR   | duration",
                "fix: oil-winch       | fix: other            | 2  | ERROR   | ",
                "- Expect: `smooth`   | - Expekt: `smooth`    | 13 | WARNING | Expekt",
                "- Minutes: 2         | - Minutes: a few      | 14 | ERROR   | a few",
            })
    void aFixsMistakesAreNamedWhereTheyStand(String from, String to, int line, Problem.Severity severity, String says) {
        List<Problem> problems = fix(from.strip(), to.strip());
        assertThat(problems)
                .as(problems.toString())
                .anyMatch(p -> p.line() == line
                        && p.severity() == severity
                        && (says == null || (p.message() + p.remedy()).contains(says.strip())));
    }

    @Test
    void aClauseBesideTheItemsInsteadOfUnderOneIsNotLostWithoutAWord() {
        assertThat(error("   - Choices: yes, no", "- Choices: yes, no"))
                .anyMatch(p -> p.line() == 17
                        && p.severity() == Problem.Severity.WARNING
                        && p.message().contains("no item"));
    }

    @Test
    void aKeyThatStandsTwiceIsRefused() {
        assertThat(fix("minutes: 4", "minutes: 4\nminutes: 5"))
                .anyMatch(
                        p -> p.stopsPublishing() && p.line() == 5 && p.message().contains("twice"));
    }

    @Test
    void aHeadThatIsNoYamlStillGivesTheBody() {
        ParsedDocument d =
                RunbookParser.parse(DocumentKind.FIX, "oil-winch", FIX.replace("title: \"Oil it\"", "title: \"Oil it"));
        assertThat(d.publishable()).isFalse();
        assertThat(d.problems())
                .anyMatch(p -> p.stopsPublishing() && p.message().contains("head"));
    }

    @Test
    void columnsCountFromOneInTheRawLine() {
        Problem p = error("   - With: `name = {name}`", "   - Wiht: `name = {name}`")
                .get(0);
        assertThat(p.line()).isEqualTo(21);
        assertThat(p.column()).isEqualTo(6);
        assertThat(p.remedy()).contains("With");
    }
}
