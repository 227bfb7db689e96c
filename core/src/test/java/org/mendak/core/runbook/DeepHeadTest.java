package org.mendak.core.runbook;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Heads whose lists and keys stand thousands deep in each other are refused by line and column, and take nothing with them. */
class DeepHeadTest {

    /** Wherever a sign of two units falls in the reader's buffers, and a half of one at the end. */
    @Test
    void signsOfTwoUnitsAreReadWhereverTheyStand() {
        for (int at = 980; at < 1_060; at++) {
            String text = "facts:\n  - id: sea\n    title: \"" + "x".repeat(at) + "😀\"\n";
            assertThat(RunbookParser.vocabulary(text).problems())
                    .noneMatch(p -> p.message().contains("cannot be read"));
        }
        assertThat(RunbookParser.vocabulary("facts: \ud83d").problems()).isNotEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"{", "[", "- ", "a: [", "? ", "{a: "})
    void aHeadNestedThousandsDeepIsAProblemAndNoMishap(String nesting) {
        String deep = nesting.repeat(20_000);
        List<Problem> ofFix = RunbookParser.parse(DocumentKind.FIX, "k", "---\nfix: " + deep + "\n---\n")
                .problems();
        List<Problem> ofWords = RunbookParser.vocabulary("facts:\n  - " + deep).problems();
        assertThat(ofFix).anyMatch(p -> p.severity() == Problem.Severity.ERROR && p.line() == 2);
        assertThat(ofWords).anyMatch(p -> p.severity() == Problem.Severity.ERROR);
    }
}
