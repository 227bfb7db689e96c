package org.mendak.core.review;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.mendak.core.DemoLibrary;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.ParsedDocument;
import org.mendak.core.runbook.Problem;
import org.mendak.core.runbook.RunbookParser;

class ReviewerTest {

    private static Reviewer.Shelf demo() {
        Map<String, KnownError> errors = new HashMap<>();
        DemoLibrary.errors().forEach(e -> errors.put(e.key(), e));
        return new Reviewer.Shelf(DemoLibrary.fixes(), errors, DemoLibrary.vocabulary());
    }

    @Test
    void theDemoLibraryHasNothingToMend() {
        for (DocumentKind kind : DocumentKind.values()) {
            for (ParsedDocument d : DemoLibrary.documents(kind)) {
                assertThat(Reviewer.review(d, demo())).as(d.key()).isEmpty();
            }
        }
    }

    private static List<Problem> review(DocumentKind kind, String text) {
        return Reviewer.review(RunbookParser.parse(kind, "k", text), demo());
    }

    private static void expect(List<Problem> problems, Problem.Severity severity, int line, String message) {
        assertThat(problems).anySatisfy(p -> {
            assertThat(p.message()).contains(message);
            assertThat(p.severity()).isEqualTo(severity);
            assertThat(p.line()).isEqualTo(line);
        });
    }

    @Test
    void judgesAKnownErrorBesideTheLibrary() {
        List<Problem> problems = review(DocumentKind.ERROR, """
                ---
                error: k
                title: "K"
                ---
                ## Recognise
                - Code: `PD-4012`
                - Message: `Sails are {state:word} today`
                - Sample: `Something else altogether`

                ## Try
                1. [Nowhere](../fixes/nowhere.md)
                2. [Empty it](../fixes/empty-staging.md)
                   - With: `depth = {fathoms}`
                   - When: `moon = full`
                """);
        expect(problems, Problem.Severity.WARNING, 8, "no signature of this error matches");
        expect(problems, Problem.Severity.ERROR, 11, "there is no fix \"nowhere\"");
        expect(problems, Problem.Severity.WARNING, 12, "{fathoms} is never captured");
        expect(problems, Problem.Severity.WARNING, 12, "has no parameter \"depth\"");
        expect(problems, Problem.Severity.WARNING, 12, "wants \"area\"");
        expect(problems, Problem.Severity.WARNING, 12, "\"moon\" is never set");
        expect(problems, Problem.Severity.HINT, 6, "has this code too");
        expect(problems, Problem.Severity.WARNING, 1, "how to verify");
    }

    @Test
    void judgesAFix() {
        List<Problem> problems = review(DocumentKind.FIX, """
                ---
                fix: k
                title: "K"
                minutes: 3
                risk: weakens
                needs: [a-long-ladder]
                ---
                ## Write over it
                ```sh
                deckctl wipe {deck}
                ```
                - Destroys: the deck
                """);
        expect(problems, Problem.Severity.WARNING, 10, "{deck} is not declared");
        expect(problems, Problem.Severity.ERROR, 8, "the head does not say so");
        expect(problems, Problem.Severity.WARNING, 1, "never puts it back");
        expect(problems, Problem.Severity.HINT, 2, "a-long-ladder");
    }

    /** Whether a step is done cannot hang on what only the step itself prints; whether to go on can. */
    @Test
    void aStepsOwnOutputComesTooLateForItsWhen() {
        List<Problem> problems = review(DocumentKind.FIX, """
                ---
                fix: k
                title: "K"
                minutes: 3
                ---
                ## Look
                - Capture: `holds {crates:list}`
                - When: `count(crates) > 0`
                - Only if: `count(crates) > 1`

                ## Carry
                - For each: `one` in `crates`
                - Check: `tide = low`
                """);
        expect(problems, Problem.Severity.WARNING, 6, "\"crates\" is not known in this step");
        expect(problems, Problem.Severity.WARNING, 11, "\"tide\" is not known in this step");
        assertThat(problems).hasSize(2);
    }
}
