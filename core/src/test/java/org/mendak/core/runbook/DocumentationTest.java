package org.mendak.core.runbook;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.mendak.core.language.Condition;

/** What docs/runbook-documents.md shows is read as it says, and it names everything that the grammar has. */
class DocumentationTest {

    private static String text;

    @BeforeAll
    static void read() throws IOException {
        text = Files.readString(Path.of("..", "docs", "runbook-documents.md"));
    }

    private static List<String> fences(String language) {
        return fences(text, language);
    }

    private static List<String> fences(String text, String language) {
        List<String> all = new ArrayList<>();
        Matcher m =
                Pattern.compile("(?ms)^(`{3,})" + language + "\\n(.*?)^\\1$").matcher(text);
        while (m.find()) {
            all.add(m.group(2));
        }
        return all;
    }

    @Test
    void itsDocumentsHaveNoProblems() {
        List<String> documents = fences("markdown");
        assertThat(documents).hasSizeGreaterThanOrEqualTo(2);
        for (String d : documents) {
            String second = d.split("\n")[1];
            DocumentKind kind = second.startsWith("fix") ? DocumentKind.FIX : DocumentKind.ERROR;
            assertThat(RunbookParser.parse(kind, second.split(": ")[1], d).problems())
                    .as(d)
                    .isEmpty();
        }
    }

    /** What an author learns to write in ten minutes has no problems either, and what it names in its table is read. */
    @Test
    void theGuideForAuthorsIsTrue() throws IOException {
        String guide = Files.readString(Path.of("..", "docs", "writing.md"));
        List<String> documents = fences(guide, "markdown");
        assertThat(documents).hasSize(2);
        for (String d : documents) {
            String second = d.split("\n")[1];
            DocumentKind kind = second.startsWith("fix") ? DocumentKind.FIX : DocumentKind.ERROR;
            assertThat(RunbookParser.parse(kind, second.split(": ")[1], d).problems())
                    .as(d)
                    .isEmpty();
        }
        Matcher m = Pattern.compile("(?m)\\| ``(- .+?) ?`` \\|").matcher(guide);
        int seen = 0;
        while (m.find()) {
            ParsedDocument d = RunbookParser.parse(
                    DocumentKind.FIX,
                    "shown",
                    "---\nfix: shown\ntitle: \"Shown\"\nminutes: 1\n---\nWhy.\n\n## Step\n" + m.group(1) + "\n");
            assertThat(d.problems()).as(m.group(1)).isEmpty();
            assertThat(d.fix().steps().get(0).pieces())
                    .as(m.group(1))
                    .allMatch(Piece.Clause.class::isInstance)
                    .hasSize(1);
            seen++;
        }
        assertThat(seen).isEqualTo(5);
    }

    @Test
    void itsVocabularyHasNoProblems() {
        assertThat(fences("yaml")).hasSize(1).allSatisfy(y -> {
            Vocabulary.Read read = RunbookParser.vocabulary(y);
            assertThat(read.problems()).isEmpty();
            assertThat(read.vocabulary().fact("device.image").orElseThrow().ofDevice())
                    .isTrue();
        });
    }

    /** Clauses that stand alone in a table are put into a step of their own. */
    @Test
    void itsClausesAreRead() {
        Matcher m = Pattern.compile("(?m)^\\| ``- (.+?) ?`` \\|").matcher(text);
        int seen = 0;
        while (m.find()) {
            String clause = m.group(1).replace("a condition", "`a = 1`");
            ParsedDocument d = RunbookParser.parse(
                    DocumentKind.FIX,
                    "shown",
                    "---\nfix: shown\ntitle: \"Shown\"\nminutes: 1\nparameters: {items: list}\n---\nWhy.\n\n## Step\n- "
                            + clause + "\n");
            assertThat(d.problems()).as(clause).isEmpty();
            assertThat(RunbookPrinter.print(d.fix()).split("## Step")[1])
                    .as(clause)
                    .isNotBlank();
            seen++;
        }
        assertThat(seen).isGreaterThanOrEqualTo(6);
    }

    @Test
    void itsConditionsAreRead() {
        assertThat(Condition.parse("device.image >= 7.0 and other_packages != yes")
                        .ok())
                .isTrue();
        assertThat(text).contains("`device.image >= 7.0 and other_packages != yes`");
    }

    @Test
    void everyKeywordAndKeyIsNamed() {
        TreeSet<String> names = new TreeSet<>();
        names.addAll(Keywords.RECOGNISE);
        names.addAll(Keywords.ASK);
        names.addAll(Keywords.TRY);
        names.addAll(Keywords.VERIFY);
        names.addAll(Keywords.FIX_INTRO);
        names.addAll(Keywords.STEP);
        names.addAll(FixReader.KEYS);
        names.addAll(ErrorReader.KEYS);
        assertThat(names).allSatisfy(n -> assertThat(text).containsPattern("`" + n + "[`:]"));
    }
}
