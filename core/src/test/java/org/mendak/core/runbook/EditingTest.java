package org.mendak.core.runbook;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.mendak.core.runbook.Outline.Kind;

class EditingTest {

    private static final String EMPTY_ERROR = "---\nerror: drawer-shut\ntitle: \"\"\n---\n";

    private static Editing.Edited error(String text, Edit... edits) {
        return Editing.apply(DocumentKind.ERROR, text, List.of(edits));
    }

    private static Editing.Edited fix(String text, Edit... edits) {
        return Editing.apply(DocumentKind.FIX, text, List.of(edits));
    }

    private static Edit add(List<Integer> path, String what, String... fields) {
        Map<String, List<String>> map = new java.util.HashMap<>();
        for (int i = 0; i < fields.length; i += 2) {
            map.put(fields[i], List.of(fields[i + 1]));
        }
        return new Edit.Add(path, what, map);
    }

    private static Edit put(List<Integer> path, String field, String... values) {
        return new Edit.Put(path, field, List.of(values));
    }

    @Test
    void aKnownErrorIsWrittenFromNothingWithoutItsGrammar() {
        Editing.Edited e = error(
                EMPTY_ERROR,
                put(List.of(), "title", "Drawer \"A\" stays shut"),
                put(List.of(), "phases", "launch", "update"),
                put(List.of(), "products", "Purserdesk >= 5.2"),
                add(List.of(0), "Words", "words", "It falls asleep.\n\nSo it seems."),
                add(List.of(4), "Item", "fix", "wake-drawer", "title", "Wake the drawer"),
                add(List.of(1), "Message", "template", "drawer on {port:word} is shut", "called", "port"),
                add(List.of(1), "Code", "code", "PD-7781"),
                add(List.of(5), "Item", "text", "Open the drawer."));
        assertThat(e.refused()).isEmpty();
        assertThat(e.text()).isEqualTo("""
                ---
                error: drawer-shut
                title: "Drawer \\"A\\" stays shut"
                phases: [launch, update]
                products: ["Purserdesk >= 5.2"]
                ---
                It falls asleep.

                So it seems.

                ## Recognise
                - Message: `drawer on {port:word} is shut`; called port
                - Code: `PD-7781`

                ## Ruled out
                - [Wake the drawer](../fixes/wake-drawer.md)

                ## Verify
                1. Open the drawer.
                """);
    }

    @Test
    void numbersFollowTheirPlacesAndWhatStandsUnderAnItemGoesWithIt() {
        StringBuilder text = new StringBuilder("---\nerror: e\ntitle: \"E\"\n---\n\n## Try\n");
        for (int i = 1; i <= 10; i++) {
            String indent = " ".repeat(String.valueOf(i).length() + 2);
            text.append(i + ". [F" + i + "](../fixes/f" + i + ".md)\n" + indent + "- When: `a = " + i + "`\n");
        }
        Editing.Edited moved = error(text.toString(), new Edit.Move(List.of(3, 9), 7));
        assertThat(moved.refused()).isEmpty();
        assertThat(moved.at()).containsExactly(3, 7);
        assertThat(moved.text()).endsWith("""
                7. [F7](../fixes/f7.md)
                   - When: `a = 7`
                8. [F10](../fixes/f10.md)
                   - When: `a = 10`
                9. [F8](../fixes/f8.md)
                   - When: `a = 8`
                10. [F9](../fixes/f9.md)
                    - When: `a = 9`
                """);
        Editing.Edited gone = error(moved.text(), new Edit.Remove(List.of(3, 0)));
        assertThat(gone.text()).contains("\n1. [F2]", "\n9. [F9](../fixes/f9.md)\n   - When: `a = 9`\n");
        assertThat(RunbookParser.parse(DocumentKind.ERROR, "e", gone.text())
                        .error()
                        .tries())
                .hasSize(9)
                .allMatch(t -> t.guard() != null);
    }

    @Test
    void stepsChangePlacesWithAllThatStandsInThem() {
        String text = """
                ---
                fix: f
                title: "F"
                minutes: 1
                ---
                Why.

                ## One
                ```sh
                one
                ```
                - Expect: `1`

                Words of one.

                ## Two
                - Caution: not at night""";
        Editing.Edited e = fix(text, new Edit.Move(List.of(1), 2));
        assertThat(e.text()).isEqualTo("""
                ---
                fix: f
                title: "F"
                minutes: 1
                ---
                Why.

                ## Two
                - Caution: not at night

                ## One
                ```sh
                one
                ```
                - Expect: `1`

                Words of one.""");
        assertThat(fix(text, new Edit.Move(List.of(1), 0)).refused()).isNotEmpty();
    }

    @Test
    void aCommandWithFencesInItKeepsThemInside() {
        Editing.Edited e = fix(
                "---\nfix: f\ntitle: \"F\"\nminutes: 1\n---\n\n## Do\n",
                add(List.of(1), "Command", "language", "sh", "command", "echo '```'\n\necho done"),
                put(List.of(1, 0), "command", "echo '````'"),
                add(List.of(1), "Expect", "text", "done"));
        assertThat(e.refused()).isEmpty();
        Fix.Step step = RunbookParser.parse(DocumentKind.FIX, "f", e.text())
                .fix()
                .steps()
                .get(0);
        assertThat(step.fences())
                .singleElement()
                .satisfies(f -> assertThat(f.text()).isEqualTo("echo '````'"));
        assertThat(step.expect()).containsExactly("done");
    }

    @ParameterizedTest
    @CsvSource({
        "text, it ends; otherwise it does not",
        "text, [Wake](../fixes/wake.md)",
        "text, **strong** and `so`",
    })
    void whatIsTypedStandsThereToTheLetter(String field, String typed) {
        String text = "---\nfix: f\ntitle: \"F\"\nminutes: 1\n---\n\n## Do\n- Caution: old\n- Expect: `x`\n";
        Editing.Edited e = fix(text, put(List.of(1, 0), field, typed));
        assertThat(e.refused()).isEmpty();
        assertThat(RunbookParser.parse(DocumentKind.FIX, "f", e.text())
                        .fix()
                        .steps()
                        .get(0)
                        .cautions())
                .containsExactly(typed);
    }

    @Test
    void whatWouldBeReadAsSomethingElseIsRefusedAndNothingChanges() {
        String text =
                "---\nfix: f\ntitle: \"F\"\nminutes: 1\n---\nWhy.\n\n## Do\n- When: `a = 1`\n- Put back: as before\n";
        for (Edit e : List.of(
                put(List.of(0, 0), "words", "Fine.\n\n## A step of its own"),
                put(List.of(1, 0), "condition", ""),
                put(List.of(1, 0), "nothing-of-it", "x"),
                put(List.of(1, 1), "text", "as before; if not known: ask"),
                put(List.of(7), "title", "x"),
                put(List.of(), "no-such-key", "x"),
                add(List.of(1), "When", "condition", "b = 2"),
                add(List.of(1), "Sample", "sample", "x"),
                add(List.of(), "Recognise", "text", "x"),
                add(List.of(1), "Caution"),
                new Edit.Remove(List.of(0)),
                new Edit.Remove(List.of()),
                new Edit.Remove(List.of(1, 9)),
                new Edit.Move(List.of(1, 0), -1),
                new Edit.Move(List.of(1, 0), 1_000_000_000),
                new Edit.Move(List.of(), 1))) {
            Editing.Edited came = fix(text, put(List.of(), "title", "changed"), e);
            assertThat(came.refused()).as(e.toString()).isNotEmpty();
            assertThat(came.text()).as(e.toString()).isEqualTo(text);
        }
        assertThat(fix("no head", put(List.of(), "title", "x")).refused()).contains("head");
    }

    @Test
    void keysOfTheHeadAreWrittenChangedAndTakenAway() {
        String text = """
                ---
                fix: f # the name
                title: F
                needs:
                  - local-admin
                  - "installer = closed"
                minutes: 5 # measured
                ---
                """;
        Editing.Edited e = fix(
                text,
                put(List.of(), "needs", "shore-console"),
                put(List.of(), "minutes", "7"),
                put(List.of(), "parameters", "area: path", "port: word"),
                put(List.of(), "reversible", "true"));
        assertThat(e.refused()).isEmpty();
        assertThat(e.text()).isEqualTo("""
                ---
                fix: f # the name
                title: F
                needs: [shore-console]
                parameters: {area: path, port: word}
                reversible: true
                minutes: 7 # measured
                ---
                """);
        Editing.Edited less = fix(e.text(), put(List.of(), "parameters"), put(List.of(), "reversible"));
        assertThat(less.text()).doesNotContain("parameters", "reversible").contains("minutes: 7 # measured");
        assertThat(Outline.of(DocumentKind.FIX, less.text()).head())
                .anySatisfy(f -> assertThat(f.values()).containsExactly("shore-console"));
    }

    @Test
    void aSectionThatNobodyWroteIsOfferedWhereItBelongs() {
        Outline o = Outline.of(DocumentKind.ERROR, EMPTY_ERROR + "\n## Verify\n1. Look.\n\n## Notes\nMine.\n");
        assertThat(o.parts().stream().map(Outline.Part::keyword))
                .containsExactly("", "Recognise", "Ask", "Try", "Ruled out", "Verify", "Notes");
        assertThat(o.parts().get(1).line()).isZero();
        assertThat(o.parts().get(6).below())
                .singleElement()
                .satisfies(p -> assertThat(p.kind()).isEqualTo(Kind.WORDS));
        assertThat(o.parts().get(1).offers().stream().map(Outline.Offer::what)).contains("Code", "Message", "Symptom");
    }

    /** What grows with the square of its length takes minutes here. */
    @Test
    void longRunsOfBlanksAndSignsAreReadOnce() {
        for (String run : List.of(" ", "; ", "`", "` ", "x ; ", ", `")) {
            String value = "a" + run.repeat(120_000 / run.length()) + "b";
            String text = "---\nfix: f\ntitle: \"F\"\n---\n\n## Do" + " ".repeat(100_000) + "x\n- Put back: " + value
                    + "\n- Answer: `a` with " + value + "\n";
            assertThat(Outline.of(DocumentKind.FIX, text).parts()).as(run).hasSize(2);
            assertThat(fix(text, put(List.of(1), "title", "Do it")).text())
                    .as(run)
                    .contains("## Do it\n- Put back");
        }
    }

    @Test
    void aHeadingKeepsTheSignsThatCloseIt() {
        String text = "---\nfix: f\ntitle: \"F\"\n---\n\n##  Do ##  \n\n## C#\n";
        Editing.Edited e = fix(text, put(List.of(1), "title", "Do it"), put(List.of(2), "title", "F#"));
        assertThat(e.text()).isEqualTo("---\nfix: f\ntitle: \"F\"\n---\n\n##  Do it ##  \n\n## F#\n");
    }
}
