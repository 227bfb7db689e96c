package org.mendak.core.review;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.mendak.core.DemoLibrary;
import org.mendak.core.language.Near;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Problem;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.core.runbook.Vocabulary;

/** What is wrong and could only have been meant in one way is mended by one press: the change is told with the problem. */
class MendingTest {

    /** Without other errors: what one of them asks for is known everywhere. */
    private static Shelf shelf(Vocabulary vocabulary) {
        return new Shelf(DemoLibrary.fixes(), Map.of(), vocabulary);
    }

    private static List<Problem> judged(DocumentKind kind, String text, Vocabulary v) {
        return Reviewer.review(RunbookParser.parse(kind, "k", text), shelf(v), text);
    }

    /** As the page does it. */
    private static String mended(String text, Problem p) {
        Problem.Mend m = p.mends().get(0);
        int start = 0;
        for (int line = 1; line < m.line(); line++) {
            start = text.indexOf('\n', start) + 1;
        }
        int from = start + m.column() - 1;
        return text.substring(0, from) + m.text() + text.substring(from + m.length());
    }

    private static final String ERROR = """
            ---
            error: k
            title: "Staging is short of room"
            phases: [update]
            products: ["Quayscan >= 3.0", "Purserdesk"]
            tells: [other_packages]
            ---
            Why.

            ## Recognise
            - Message: `Not enough room in {stage:path} at all`

            ## Try
            1. [Empty the staging area](../fixes/empty-staging.md)
               - With: `area = {stage}`
               - When: `other_packages = no`

            ## Verify
            1. Update again.
            """;

    @ParameterizedTest
    @CsvSource({
        "Purserdesk, Pursedesk, the product, did you mean",
        "tells: [other_packages], tells: [other_package], tells nothing, did you mean",
        "`other_packages = no`, `other_pakcages = no`, is never set, did you mean",
        "{stage}, {stange}, is never captured, did you mean",
        "empty-staging.md, empty-stageing.md, there is no fix, write it first; or did you mean",
        "With: `area =, With: `aera =, has no parameter, did you mean"
    })
    void aSlipIsTakenBack(String right, String wrong, String message, String remedy) {
        Vocabulary v = DemoLibrary.vocabulary();
        String text = ERROR.replace(right, wrong);
        assertThat(text).isNotEqualTo(ERROR);
        Problem p = judged(DocumentKind.ERROR, text, v).stream()
                .filter(x -> x.message().contains(message) && !x.mends().isEmpty())
                .findFirst()
                .orElseThrow();
        assertThat(p.remedy()).startsWith(remedy);
        assertThat(mended(text, p).replaceAll("[\\[\\]\"]", "")).isEqualTo(ERROR.replaceAll("[\\[\\]\"]", ""));
    }

    @Test
    void whatIsCalledOtherwiseTodayIsSaidAndPutRight() {
        Vocabulary v = DemoLibrary.vocabulary();
        Vocabulary renamed = RunbookParser.vocabulary(org.mendak.core.runbook.RunbookPrinter.print(v)
                        .replace("  \"other_packages\":", "  \"packages_beside\":\n    formerly: [\"other_packages\"]"))
                .vocabulary();
        assertThat(renamed.fact("packages_beside")).isPresent();
        Problem p = judged(DocumentKind.ERROR, ERROR, renamed).stream()
                .filter(x ->
                        x.message().contains("other_packages") && !x.mends().isEmpty())
                .findFirst()
                .orElseThrow();
        assertThat(p.remedy()).isEqualTo("it is called \"packages_beside\" now");
        String now = mended(ERROR, p);
        assertThat(now).doesNotContain("other_packages");
        assertThat(judged(DocumentKind.ERROR, now, renamed))
                .noneMatch(x -> x.message().contains("packages_beside"));
    }

    @Test
    void aHeadThatSaysLessThanItsStepsAndANeedThatIsMisspelt() {
        String fix = """
                ---
                fix: k
                title: "Wipe it"
                needs: [lokal-admin]
                ---
                Why.

                ## Wipe
                ```sh
                tillctl wipe
                ```
                - Destroys: the till
                """;
        List<Problem> problems = judged(DocumentKind.FIX, fix, DemoLibrary.vocabulary());
        Problem risk = problems.stream()
                .filter(x -> x.message().contains("destroys data"))
                .findFirst()
                .orElseThrow();
        assertThat(mended(fix, risk)).contains("risk: destroys").contains("needs: [lokal-admin]");
        Problem need = problems.stream()
                .filter(x -> x.message().contains("lokal-admin"))
                .findFirst()
                .orElseThrow();
        assertThat(mended(fix, need)).contains("needs: [local-admin]");
    }

    @Test
    void nearIsOneSlipInFourLetters() {
        List<String> known = List.of("Leadline", "Leadlink", "till", "box");
        assertThat(Near.of("leadlien", known)).contains("Leadline");
        assertThat(Near.of("Leadlins", known)).contains("Leadline");
        assertThat(Near.of("tills", known)).contains("till");
        assertThat(Near.of("boxing", known)).isEmpty();
        assertThat(Near.of("", List.of())).isEmpty();
    }

    @Test
    void aQuestionWhoseAnswerIsKeptNowhereIsMadeWhole() {
        String asks = ERROR.replace(
                "## Try", "## Ask\n1. Is the chart medium older than a year?\n2. What stands on it?\n\n## Try");
        List<Problem> told = judged(DocumentKind.ERROR, asks, DemoLibrary.vocabulary()).stream()
                .filter(p -> p.message().contains("kept nowhere"))
                .toList();
        assertThat(told).hasSize(2);
        String now = mended(asks, told.get(0));
        assertThat(now).contains("older than a year?\n   - Sets: `older_year`\n   - Choices: yes, no\n2. What");
        assertThat(mended(asks, told.get(1))).contains("What stands on it?\n   - Sets: `stands`\n\n## Try");
        assertThat(judged(DocumentKind.ERROR, now, DemoLibrary.vocabulary()))
                .filteredOn(p -> p.message().contains("kept nowhere"))
                .hasSize(1);
    }

    @Test
    void aValueThatNothingTellsIsHandedInOrWasMisspelt() {
        String fix = """
                ---
                fix: k
                title: "Write it again"
                minutes: 3
                parameters: {drive: path}
                ---
                Why.

                ## Look
                ```sh
                chartctl {medium} list {drive} {medium}
                ```
                - Capture: `label {label:word}`

                ## Write
                ```sh
                chartctl {medium} write --label {lable}
                ```
                """;
        List<Problem> told = judged(DocumentKind.FIX, fix, DemoLibrary.vocabulary()).stream()
                .filter(p -> p.message().contains("not declared"))
                .toList();
        assertThat(told).hasSize(3);
        String now = mended(fix, told.get(0));
        assertThat(now).contains("parameters: {drive: path, medium: word}");
        Problem slip = judged(DocumentKind.FIX, now, DemoLibrary.vocabulary()).stream()
                .filter(p -> p.message().contains("not declared"))
                .findFirst()
                .orElseThrow();
        assertThat(slip.remedy()).isEqualTo("did you mean {label}?");
        assertThat(mended(now, slip)).contains("write --label {label}").contains("label {label:word}");
    }

    @ParameterizedTest
    @CsvSource({
        "sh, chartctl medium x --format, format",
        "sh, shorectl till wipe --now, wipe",
        "sh, ls; rm -rf /panel/charts, rm",
        "sql, delete from crew, delete from crew",
        "sql, DROP  TABLE crew, DROP TABLE",
        "sh, chartctl list --output-format json, ",
        "sh, chartctl print --format=short, ",
        "sh, rm /tmp/lock, ",
        "sql, delete from crew where id = 7, ",
        "sh, tillctl area {area} --sweep, "
    })
    void aCommandThatDestroysInAFixThatCountsAsSafeIsTold(String language, String command, String word) {
        String fix = "---\nfix: k\ntitle: \"Do it\"\nminutes: 3\nparameters: {area: path}\n---\nWhy.\n\n## Do it\n```"
                + language + "\n" + command + "\n```\n";
        List<Problem> told = judged(DocumentKind.FIX, fix, DemoLibrary.vocabulary()).stream()
                .filter(p -> p.message().contains("mostly destroys"))
                .toList();
        if (word == null) {
            assertThat(told).isEmpty();
        } else {
            assertThat(told).singleElement().satisfies(p -> {
                assertThat(p.message()).startsWith('"' + word + '"');
                assertThat(mended(fix, p)).contains("risk: destroys");
            });
            assertThat(judged(
                            DocumentKind.FIX,
                            fix.replace("minutes: 3", "minutes: 3\nkeeps-data: true"),
                            DemoLibrary.vocabulary()))
                    .noneMatch(p -> p.message().contains("mostly destroys"));
        }
    }

    /** What mends is tried on the whole document: not for a hundred problems at each pause in typing. */
    @Test
    void ofManyProblemsTheFirstFewAreMended() {
        String fix = "---\nfix: k\ntitle: \"Do it\"\nminutes: 3\n---\nWhy.\n"
                + IntStream.range(0, 40)
                        .mapToObj(i -> "\n## Step " + i + "\n```sh\nrun {value_number_" + i + "}\n```\n")
                        .collect(Collectors.joining());
        List<Problem> told = judged(DocumentKind.FIX, fix, DemoLibrary.vocabulary()).stream()
                .filter(p -> p.message().contains("not declared"))
                .toList();
        assertThat(told).hasSize(40);
        assertThat(told.stream().filter(p -> !p.mends().isEmpty())).hasSize(8);
        assertThat(told.get(0).mends()).isNotEmpty();
    }
}
