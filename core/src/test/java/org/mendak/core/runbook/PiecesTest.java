package org.mendak.core.runbook;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

/** Nothing that somebody wrote is left out: what the language has no word for stands in its place as it was written. */
class PiecesTest {

    private static final String HEAD = """
            ---
            fix: f
            title: "F"
            minutes: 1
            ---
            """;

    private static ParsedDocument fix(String body) {
        return RunbookParser.parse(DocumentKind.FIX, "f", HEAD + body);
    }

    private static List<Piece> step(String body) {
        return fix("## Do it\n" + body).fix().steps().get(0).pieces();
    }

    private static ParsedDocument error(String body) {
        return RunbookParser.parse(DocumentKind.ERROR, "e", """
                ---
                error: e
                title: "E"
                phases: [update]
                products: ["Skerry Till"]
                ---
                """ + body);
    }

    @Test
    void aBulletWithoutAMeaningStandsWhereItWasWrittenAndSaysWhatItMayBeMeantFor() {
        ParsedDocument d = fix("""
                ## Clear it
                Look first.
                - Warning: never on the archive server
                ```sh
                plotctl clear
                ```
                - Note: it takes a while
                - Expect: `cleared`
                """);
        assertThat(d.fix().steps().get(0).pieces())
                .containsExactly(
                        new Piece.Words("Look first.", 7),
                        new Piece.Words("- Warning: never on the archive server", 8),
                        new Piece.Command(),
                        new Piece.Words("- Note: it takes a while", 12),
                        new Piece.Clause("Expect"));
        assertThat(d.fix().steps().get(0).prose()).contains("never on the archive server", "it takes a while");
        assertThat(d.problems()).singleElement().satisfies(p -> {
            assertThat(p.severity()).isEqualTo(Problem.Severity.HINT);
            assertThat(p.line()).isEqualTo(8);
            assertThat(p.remedy()).contains("Caution:");
        });
    }

    @Test
    void numberedListsKeepTheirNumbersAndTheirPlace() {
        assertThat(step("1. Open it.\n   - slowly\n2. Close it.\n\n- Expect: `shut`\n"))
                .containsExactly(
                        new Piece.Words("1. Open it.\n   - slowly\n2. Close it.", 7), new Piece.Clause("Expect"));
    }

    @Test
    void whatStandsUnderOrBehindAClauseStays() {
        assertThat(step("- Caution: mind the gap\n  - and the step\n\n  Twice.\n"))
                .containsExactly(new Piece.Clause("Caution"), new Piece.Words("- and the step\n\nTwice.", 7));
        assertThat(step("- When: `wet = yes`, but only on the pier\n"))
                .containsExactly(new Piece.Clause("When"), new Piece.Words("but only on the pier", 7));
        assertThat(step("- Minutes: 3\n- Minutes: 5\n"))
                .containsExactly(new Piece.Clause("Minutes"), new Piece.Words("- Minutes: 5", 8));
    }

    @Test
    void whatCannotBeReadIsShownAsItStands() {
        assertThat(step("- For each: something\n")).containsExactly(new Piece.Words("- For each: something", 7));
    }

    @Test
    void aFixKeepsWhatStandsBeforeItsSteps() {
        Fix f =
                fix("It helps.\n\n1. One\n2. Two\n\n```sh\nls\n```\n- Side effect: noise\n- Warning: loud\n\n## Do it\n")
                        .fix();
        assertThat(f.pieces()).hasSize(5);
        assertThat(f.intro()).contains("It helps.", "1. One\n2. Two", "```sh\nls\n```", "- Warning: loud");
        assertThat(f.sideEffects()).containsExactly("noise");
    }

    @Test
    void anErrorKeepsItsSectionsInTheirOrder() {
        ParsedDocument d = error("""
                Why.
                - Warning: not at night

                ## Background
                It began in March.

                ## Try
                Begin with the cheap one.

                1. [Clear it](../fixes/clear.md), if nobody looks
                   - When: `wet = yes`
                   - Seen: on three piers

                   It takes long.
                2. nothing to link

                ## Recognise
                - Code: `PD-1` on old tills
                - Warning: the code alone is not enough

                ## Ruled out
                - Everything else
                - [Restart](../fixes/restart.md): it comes back

                ## Verify
                1. Look.
                   - Required: light
                   - Otherwise: dark
                   - Otherwise: grey
                """);
        List<KnownError.Section> s = d.error().sections();
        assertThat(s)
                .extracting(KnownError.Section::title)
                .containsExactly("", "Background", "Try", "Recognise", "Ruled out", "Verify");
        assertThat(s.get(0).pieces())
                .extracting(p -> ((Piece.Words) p).text())
                .containsExactly("Why.", "- Warning: not at night");
        assertThat(s.get(1).pieces()).containsExactly(new Piece.Words("It began in March.", 11));
        assertThat(s.get(2).pieces())
                .containsExactly(
                        new Piece.Words("Begin with the cheap one.", 14),
                        new Piece.Item(
                                0,
                                List.of(
                                        new Piece.Words("if nobody looks", 16),
                                        new Piece.Clause("When"),
                                        new Piece.Words("- Seen: on three piers", 18),
                                        new Piece.Words("It takes long.", 20))),
                        new Piece.Words("2. nothing to link", 21));
        assertThat(s.get(3).pieces())
                .containsExactly(
                        new Piece.Clause("Code"),
                        new Piece.Words("on old tills", 24),
                        new Piece.Words("- Warning: the code alone is not enough", 25));
        assertThat(s.get(4).pieces())
                .containsExactly(new Piece.Words("- Everything else", 28), new Piece.Item(0, List.of()));
        assertThat(s.get(5).pieces())
                .containsExactly(new Piece.Item(
                        0,
                        List.of(
                                new Piece.Clause("Required"),
                                new Piece.Clause("Otherwise"),
                                new Piece.Words("- Otherwise: grey", 35))));
        assertThat(d.error().verify().get(0).otherwise()).isEqualTo("dark");
    }

    /** Words are shown before a gate is open: no command may stand among them where something is destroyed. */
    @Test
    void aCommandAmongTheWordsOfAFixThatDestroysIsShownNowhere() {
        String body = """
                It wipes.

                ```sh
                wipectl early
                ```

                ## Look
                1. Type this:
                   ```sh
                   wipectl in-list
                   ```
                2. Wait.
                - Caution: mind it
                  ```sh
                  wipectl under-clause
                  ```

                > ```sh
                > wipectl quoted
                > ```

                ~~~
                wipectl own
                ~~~

                ## Wipe it
                ```sh
                wipectl now
                ```
                """;
        ParsedDocument d = fix(body + "- Destroys: all of {disk}\n");
        assertThat(d.fix().intro() + d.fix().steps().get(0).prose())
                .contains("It wipes.", "Type this:", "2. Wait.")
                .doesNotContain("wipectl");
        assertThat(d.problems().stream().filter(p -> p.message().contains("held back")))
                .hasSize(4)
                .allMatch(Problem::stopsPublishing);
        // its own commands are the steps'
        assertThat(d.fix().steps().get(0).fences()).hasSize(1);
        assertThat(fix(body).fix().steps().get(0).prose()).contains("wipectl in-list", "wipectl quoted");
    }
}
