package org.mendak.core.runbook;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import org.assertj.core.api.recursive.comparison.RecursiveComparisonConfiguration;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.mendak.core.DemoLibrary;

/** What is printed is read back as the same model; only the lines on which things stand differ. */
class RunbookPrinterTest {

    private static final RecursiveComparisonConfiguration BUT_FOR_PLACES = RecursiveComparisonConfiguration.builder()
            .withIgnoredFieldsMatchingRegexes("(.*\\.)?(line|offset|pieces|sections)")
            .build();

    private static Object model(ParsedDocument d) {
        return d.kind() == DocumentKind.ERROR ? d.error() : d.fix();
    }

    private static String printed(ParsedDocument d) {
        return d.kind() == DocumentKind.ERROR ? RunbookPrinter.print(d.error()) : RunbookPrinter.print(d.fix());
    }

    private static void sameAgain(ParsedDocument d) {
        String text = printed(d);
        ParsedDocument again = RunbookParser.parse(d.kind(), d.key(), text);
        assertThat(again.problems().stream().filter(p -> p.severity() == Problem.Severity.ERROR))
                .as(text)
                .isEmpty();
        assertThat(model(again))
                .as(text)
                .usingRecursiveComparison(BUT_FOR_PLACES)
                .isEqualTo(model(d));
        assertThat(printed(again)).isEqualTo(text);
    }

    @ParameterizedTest
    @EnumSource(
            value = DocumentKind.class,
            names = {"ERROR", "FIX"})
    void generatedDocumentsAreReadBackAsTheyWere(DocumentKind kind) {
        GeneratedDocuments generated = new GeneratedDocuments(77);
        for (int n = 0; n < 200; n++) {
            String text = kind == DocumentKind.ERROR ? generated.error("d" + n) : generated.fix("d" + n);
            ParsedDocument d = RunbookParser.parse(kind, "d" + n, text);
            assertThat(d.problems().stream().filter(p -> p.severity() == Problem.Severity.ERROR))
                    .as(text)
                    .isEmpty();
            sameAgain(d);
        }
    }

    @ParameterizedTest
    @EnumSource(
            value = DocumentKind.class,
            names = {"ERROR", "FIX"})
    void soAreTheDemosDocuments(DocumentKind kind) {
        assertThat(DemoLibrary.documents(kind)).isNotEmpty().allSatisfy(RunbookPrinterTest::sameAgain);
    }

    @Test
    void textsForTheHeadAreQuotedWhereTheyMustBe() {
        assertThat(HeadText.quoted("local-admin")).isEqualTo("local-admin");
        assertThat(HeadText.quoted("a \"b\" \\ c\nd\u0001")).isEqualTo("\"a \\\"b\\\" \\\\ c\\nd\\x01\"");
        assertThat(HeadText.quoted("3.10")).isEqualTo("\"3.10\"");
    }

    @Test
    void theVocabularyIsReadBackAsItWas() {
        Vocabulary v = DemoLibrary.vocabulary();
        Vocabulary.Read again = RunbookParser.vocabulary(RunbookPrinter.print(v));
        assertThat(again.problems()).isEmpty();
        assertThat(again.vocabulary()).isEqualTo(v);
        assertThat(RunbookParser.vocabulary(RunbookPrinter.print(Vocabulary.EMPTY))
                        .vocabulary())
                .isEqualTo(Vocabulary.EMPTY);
    }

    @Test
    void whatAHeadSaysForJudgingIsKept() {
        Fix f = RunbookParser.parse(DocumentKind.FIX, "start-it", """
                        ---
                        fix: start-it
                        title: "Start it"
                        minutes: 2
                        reversible: true
                        opposite-of: stop-it
                        substantial: 2026-03-14
                        ---
                        ## Start
                        """).fix();
        assertThat(f.traits())
                .isEqualTo(new Fix.Traits(true, false, false, "", List.of("stop-it"), LocalDate.of(2026, 3, 14), null));
    }
}
