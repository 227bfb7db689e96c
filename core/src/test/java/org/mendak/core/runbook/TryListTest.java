package org.mendak.core.runbook;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.mendak.core.DemoLibrary;

class TryListTest {

    private static KnownError read(String text) {
        return RunbookParser.parse(DocumentKind.ERROR, "e", text).error();
    }

    private static List<String> keys(KnownError e) {
        return e.tries().stream().map(KnownError.TryItem::fix).toList();
    }

    private static String document(int fixes) {
        StringBuilder text = new StringBuilder(
                "---\nerror: e\ntitle: \"T\"\nphases: [update]\n---\nProse stays.\n\n## Recognise\n- Code: `PD-1`\n\n## Try\nTry these.\n\n");
        for (int i = 1; i <= fixes; i++) {
            String indent = " ".repeat((i + ". ").length());
            text.append(i)
                    .append(". [Fix ")
                    .append(i)
                    .append("](../fixes/f")
                    .append(i)
                    .append(".md)\n");
            text.append(indent).append("- When: `lamp = on`\n");
            if (i == 2) {
                text.append(indent).append("- With: `a = b`\n\n");
            }
        }
        return text + "\n## Verify\n1. Do it again.\n";
    }

    @Test
    void putsFixesIntoAnotherOrderAndLeavesTheRest() {
        String text = document(3);
        String turned = TryList.reordered(text, read(text), List.of("f3", "f1", "f2"));
        KnownError e = read(turned);
        assertThat(keys(e)).containsExactly("f3", "f1", "f2");
        assertThat(e.tries().get(2).with()).containsEntry("a", "b");
        assertThat(e.tries()).allSatisfy(t -> assertThat(t.whenText()).isEqualTo("lamp = on"));
        assertThat(turned)
                .contains("Prose stays.", "Try these.\n\n1. [Fix 3]", "\n2. [Fix 1]", "## Verify\n1. Do it again.\n");
    }

    @Test
    void aFixThatGetsAWiderNumberKeepsItsClauses() {
        String text = document(12);
        for (String ends : List.of("\n", "\r\n")) {
            String with = text.replace("\n", ends);
            List<String> order = new ArrayList<>(keys(read(with)));
            Collections.shuffle(order, new Random(4));
            String turned = TryList.reordered(with, read(with), order);
            KnownError e = read(turned);
            assertThat(keys(e)).containsExactlyElementsOf(order);
            assertThat(e.tries()).allSatisfy(t -> assertThat(t.whenText()).isEqualTo("lamp = on"));
            assertThat(turned.replace(ends, "")).doesNotContain("\n", "\r");
        }
    }

    @Test
    void turningBackGivesTheSameDocumentForTheWholeDemo() {
        for (ParsedDocument d : DemoLibrary.documents(DocumentKind.ERROR)) {
            String text = RunbookPrinter.print(d.error());
            KnownError e = read(text);
            List<String> order = new ArrayList<>(keys(e));
            Collections.reverse(order);
            String turned = TryList.reordered(text, e, order);
            assertThat(keys(read(turned))).containsExactlyElementsOf(order);
            assertThat(TryList.reordered(turned, read(turned), keys(e))).isEqualTo(text);
        }
    }

    @Test
    void movesAFixToWhatIsRuledOut() {
        String text = document(3);
        String out = TryList.ruledOut(text, read(text), "f2", "tried 40 times, never helped");
        KnownError e = read(out);
        assertThat(keys(e)).containsExactly("f1", "f3");
        assertThat(e.ruledOut()).hasSize(1);
        assertThat(e.ruledOut().get(0).reason()).isEqualTo("tried 40 times, never helped");
        String twice = TryList.ruledOut(out, e, "f1", "nor did this");
        assertThat(read(twice).ruledOut()).hasSize(2);
        assertThat(keys(read(twice))).containsExactly("f3");
    }

    @Test
    void refusesAnOrderOfOtherFixes() {
        String text = document(3);
        for (List<String> wrong : List.of(List.of("f1", "f2"), List.of("f1", "f2", "f2"), List.of("f1", "f2", "x"))) {
            assertThatThrownBy(() -> TryList.reordered(text, read(text), wrong))
                    .isInstanceOf(IllegalArgumentException.class)
                    .hasMessageContaining("f3");
        }
        assertThatThrownBy(() -> TryList.ruledOut(text, read(text), "x", "y"))
                .isInstanceOf(IllegalArgumentException.class);
    }
}
