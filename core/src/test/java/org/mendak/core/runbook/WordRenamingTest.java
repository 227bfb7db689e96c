package org.mendak.core.runbook;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class WordRenamingTest {

    private static String renamed(DocumentKind kind, String text, String group, String from, String to) {
        Editing.Edited e = WordRenaming.apply(kind, text, group, from, to);
        assertThat(e.refused()).isEmpty();
        return e.text();
    }

    private static final String ERROR = """
            ---
            error: jib-stuck
            title: "The moored boat's jib is stuck"
            phases: [update]
            products: ["Leadline >= 8.0", "Leadline Pro", "Tidewall"]
            tells: [moored]
            ---
            Whether it is moored matters.

            ## Recognise
            - Message: `Sail {moored:word} cannot be set`

            ## Ask
            1. Is it moored?
               - Sets: `moored`
               - Choices: moored, adrift

            ## Try
            1. [A](../fixes/a.md)
               - When: `moored = moored and product = "Leadline" and need.key is known`
               - With: `moored = {moored}`
            """;

    @Test
    void aFactIsRenamedWhereItIsReadAsOneAndNowhereElse() {
        String now = renamed(DocumentKind.ERROR, ERROR, "facts", "moored", "tied_up");
        assertThat(now)
                .contains("title: \"The moored boat's jib is stuck\"")
                .contains("tells: [\"tied_up\"]")
                .contains("Whether it is moored matters.")
                .contains("`Sail {tied_up:word} cannot be set`")
                .contains("1. Is it moored?\n   - Sets: `tied_up`\n   - Choices: moored, adrift")
                .contains("`tied_up = moored and product")
                .contains("With: `moored = {tied_up}`");
        assertThat(WordRenaming.uses(DocumentKind.ERROR, now, "facts", "moored"))
                .isFalse();
        assertThat(WordRenaming.uses(DocumentKind.ERROR, now, "facts", "tied_up"))
                .isTrue();
    }

    @Test
    void aProductIsRenamedWithItsVersionsAndOneWithALongerNameStays() {
        String now = renamed(DocumentKind.ERROR, ERROR, "products", "Leadline", "Sounding Book");
        assertThat(now)
                .contains("products: [\"Sounding Book >= 8.0\", \"Leadline Pro\", Tidewall]")
                .contains("product = \"Sounding Book\"");
    }

    @Test
    void aNeedIsRenamedInHeadsAndConditions() {
        assertThat(renamed(DocumentKind.ERROR, ERROR, "needs", "key", "brass-key"))
                .contains("need.brass-key is known");
        String fix = """
                ---
                fix: a
                title: "A"
                needs: [key, lamp]
                leaves: [key]
                parameters: {moored: word}
                ---
                Why.

                ## Do it
                ```sh
                sailctl --state {moored} --why {other}
                ```
                - When: `moored = yes`
                - Get: [key list](shore://keys) from the shore; when `need.key is known and moored = yes`
                - Expect: `{moored} done`
                """;
        assertThat(renamed(DocumentKind.FIX, fix, "needs", "key", "brass-key"))
                .contains("needs: [brass-key, lamp]")
                .contains("leaves: [brass-key]")
                .contains("when `need.brass-key is known and");
        // what a fix is given is its own, whatever a fact is called
        assertThat(renamed(DocumentKind.FIX, fix, "facts", "moored", "tied_up"))
                .contains("parameters: {moored: word}")
                .contains("--state {moored}")
                .contains("`{moored} done`");
    }

    /** Every word of the demo, in every document: nothing is left of it, nothing else has moved, and back again it is the same. */
    @Test
    void everyWordOfTheDemoThereAndBack() throws IOException {
        String words = Files.readString(Path.of("..", "demo", "library.yaml"));
        VocabularyOutline o = VocabularyOutline.of(words);
        Set<String> used = new TreeSet<>();
        for (DocumentKind kind : DocumentKind.values()) {
            List<Path> files;
            try (Stream<Path> all = Files.list(Path.of("..", "demo", kind.folder()))) {
                files = all.collect(Collectors.toList());
            }
            for (Path f : files) {
                String text = Files.readString(f);
                for (VocabularyOutline.Group g : o.groups()) {
                    for (VocabularyOutline.Word w : g.words()) {
                        if (!text.contains(w.name())) {
                            continue;
                        }
                        String other = g.name().equals("products") ? "Oarlock Book" : "oar_lock";
                        String there = renamed(kind, text, g.name(), w.name(), other);
                        assertThat(WordRenaming.uses(kind, there, g.name(), w.name()))
                                .as(f + " " + w.name())
                                .isFalse();
                        if (!there.equals(text)) {
                            used.add(g.name());
                            String back = renamed(kind, there, g.name(), other, w.name());
                            assertThat(printed(kind, back))
                                    .as(f + " " + w.name())
                                    .isEqualTo(printed(kind, text));
                            assertThat(back.lines().count())
                                    .isEqualTo(text.lines().count());
                        }
                    }
                }
            }
        }
        assertThat(used).containsExactlyInAnyOrder("products", "facts", "needs");
    }

    private static String printed(DocumentKind kind, String text) {
        ParsedDocument d = RunbookParser.parse(kind, "k", text);
        return kind == DocumentKind.FIX ? RunbookPrinter.print(d.fix()) : RunbookPrinter.print(d.error());
    }
}
