package org.mendak.core.runbook;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;
import org.mendak.core.language.ValueType;

class RunbookParserTest {

    private static final String ERROR = """
            ---
            error: till-staging-full
            title: "Till update stops, staging area full"
            phases: [update]
            products: ["Purserdesk >= 5.2", "Quayscan 3.x"]
            ---
            What happens.

            ## Recognise
            - Code: `PD-4012`
            - Message: `Not enough room in {stage:path} for {package:file}`
            - Sample: `Not enough room in /var/stage for till.pkg`

            ## Ask
            1. Does another package update?
               - Sets: `other_packages`
               - Choices: yes, no
               - Minutes: 2

            ## Try
            1. [Empty it](../fixes/empty-staging.md)
               - With: `area = {stage}`
            2. [Move it](../fixes/move-staging.md)
               - When: `device.image >= 7.0`
               - After: [Empty it](../fixes/empty-staging.md)
            3. [Re-image](../fixes/reimage-till.md)
               - Last resort

            ## Ruled out
            - [Driver](../fixes/driver.md): nothing to do with staging.

            ## Verify
            1. Run it again.
               - Required: it ends without a message
            """;

    private static final String FIX = """
            ---
            fix: empty-staging
            title: "Empty the staging area"
            kind: lasting
            minutes: 4
            risk: safe
            needs: [local-admin]
            parameters: {area: path}
            ---
            Why it works.

            - Side effect: the next update is slow.

            ## Stop the helper
            Tell the caller to wait.

            ```sh
            tillctl helper stop --wait
            ```
            - Expect: `helper: stopped`
            - Capture before: `start type {was:word}`
            - Put back: start the helper, `tillctl helper start --type {was}`

            ## Restart the till
            - Restart: 5 minutes
            - Done when: the sign-in page is back
            """;

    private static ParsedDocument error(String text) {
        return RunbookParser.parse(DocumentKind.ERROR, "till-staging-full", text);
    }

    @Test
    void readsAKnownError() {
        ParsedDocument d = error(ERROR);
        assertThat(d.problems()).isEmpty();
        KnownError e = d.error();
        assertThat(e.title()).isEqualTo("Till update stops, staging area full");
        assertThat(e.phases()).containsExactly(Phase.UPDATE);
        assertThat(e.products()).hasSize(2);
        assertThat(e.intro()).isEqualTo("What happens.");
        assertThat(e.signatures())
                .extracting(Signature::kind)
                .containsExactly(Signature.Kind.CODE, Signature.Kind.MESSAGE);
        assertThat(e.questions().get(0).choices()).containsExactly("yes", "no");
        assertThat(e.questions().get(0).minutes()).isEqualTo(2);
        assertThat(e.tries())
                .extracting(KnownError.TryItem::fix)
                .containsExactly("empty-staging", "move-staging", "reimage-till");
        assertThat(e.tries().get(0).with()).containsEntry("area", "{stage}");
        assertThat(e.tries().get(1).when()).isNotNull();
        assertThat(e.tries().get(1).after()).containsExactly("empty-staging");
        assertThat(e.tries().get(2).lastResort()).isTrue();
        assertThat(e.ruledOut()).singleElement().satisfies(r -> {
            assertThat(r.fix()).isEqualTo("driver");
            assertThat(r.title()).isEqualTo("Driver");
            assertThat(r.reason()).isEqualTo("nothing to do with staging.");
        });
        assertThat(e.verify().get(0).required()).isEqualTo("it ends without a message");
    }

    @Test
    void readsAFix() {
        ParsedDocument d = RunbookParser.parse(DocumentKind.FIX, "empty-staging", FIX);
        assertThat(d.problems()).isEmpty();
        Fix f = d.fix();
        assertThat(f.minutes()).isEqualTo(4);
        assertThat(f.needs()).containsExactly("local-admin");
        assertThat(f.parameters()).containsEntry("area", ValueType.PATH);
        assertThat(f.sideEffects()).containsExactly("the next update is slow.");
        assertThat(f.steps()).extracting(Fix.Step::title).containsExactly("Stop the helper", "Restart the till");
        Fix.Step stop = f.steps().get(0);
        assertThat(stop.prose()).isEqualTo("Tell the caller to wait.");
        assertThat(stop.fences()).containsExactly(new Fix.Fence("sh", "tillctl helper stop --wait", 18));
        assertThat(stop.captures()).singleElement().matches(Capture::before);
        assertThat(stop.putBacks())
                .containsExactly(
                        new Fix.PutBack("start the helper", "tillctl helper start --type {was}", Fix.Due.ALWAYS, ""));
        assertThat(f.steps().get(1).restartMinutes()).isEqualTo(5);
        assertThat(f.steps().get(1).doneWhen()).isEqualTo("the sign-in page is back");
    }

    @Test
    void readsTheSameWithAnyLineEnding() {
        assertThat(error(ERROR.replace("\n", "\r\n")).error())
                .isEqualTo(error(ERROR).error());
        assertThat(error("\uFEFF" + ERROR).error()).isEqualTo(error(ERROR).error());
    }

    private static void expect(String text, int line, int column, String inMessage) {
        assertThat(error(text).problems()).anySatisfy(p -> {
            assertThat(p.message()).contains(inMessage);
            assertThat(p.line()).as(p.message()).isEqualTo(line);
            assertThat(p.column()).as(p.message()).isEqualTo(column);
        });
    }

    @Test
    void namesLineAndColumnOfWhatIsWrong() {
        expect(ERROR.replace("{stage:path}", "{stage:pfad}"), 11, 32, "{stage:pfad} is not a placeholder");
        expect(ERROR.replace(">= 7.0`", ">= `"), 24, 29, "a value is missing");
        expect(ERROR.replace("phases: [update]", "phases: [update, boot]"), 4, 18, "\"boot\" is not a phase");
        expect(ERROR.replace("error: till-staging-full", "error: other"), 2, 8, "the file is called");
        expect(ERROR.replace("phases:", "title: twice\nphases:"), 4, 1, "stands here twice");
        expect(ERROR.replace("../fixes/reimage-till.md", "somewhere"), 26, 1, "does not link to a fix");
        expect(ERROR.replace("fixes/move-staging", "fixes/empty-staging"), 23, 1, "twice");
        expect(ERROR.replace("- Code: `PD", "- Coed: `PD"), 10, 3, "\"Coed\" has no meaning here");
        expect("no head", 1, 1, "the head is missing");
        expect(ERROR.replace("products: [\"", "products: [\"\" \""), 5, 15, "cannot be read");
    }

    @Test
    void findsRingsOfFixesThatWaitForEachOther() {
        String ring = ERROR.replace("   - With: `area = {stage}`", "   - After: [Move it](../fixes/move-staging.md)");
        expect(ring, 21, 1, "in a ring");
    }

    @Test
    void keepsScalarsAsTyped() {
        ParsedDocument d = error(ERROR.replace("phases: [update]", "aliases: [3.10, no, 1e3]"));
        assertThat(d.error().aliases()).containsExactly("3.10", "no", "1e3");
    }

    @Test
    void halfTypedDocumentsStillHaveAModel() {
        for (int end = 0; end < ERROR.length(); end += 3) {
            ParsedDocument d = error(ERROR.substring(0, end));
            assertThat(d.publishable())
                    .isEqualTo(d.problems().stream().noneMatch(Problem::stopsPublishing) && d.error() != null);
        }
    }

    @Property(tries = 300, seed = "20261125")
    void anyTextIsReadWithoutFailing(@ForAll @StringLength(max = 300) String body) {
        List<Problem> problems =
                error("---\nerror: till-staging-full\n---\n" + body).problems();
        assertThat(problems).isNotEmpty();
    }

    @Test
    void readsTheVocabulary() {
        Vocabulary.Read read = RunbookParser.vocabulary("""
                format: 1
                products:
                  Purserdesk:
                    versions: ["5.2", 5.10]
                needs:
                  local-admin: {title: Local administrator, minutes: 2}
                settings:
                  hand-over-minutes: 40
                """);
        assertThat(read.problems()).isEmpty();
        assertThat(read.vocabulary().products().get(0).versions()).containsExactly("5.2", "5.10");
        assertThat(read.vocabulary().need("local-admin").orElseThrow().minutes())
                .isEqualTo(2);
        assertThat(read.vocabulary().handOverMinutes()).isEqualTo(40);
        assertThat(read.vocabulary().holdingDays()).isEqualTo(14);
    }

    /** A message's values have titles like what is captured; what else stands behind it says nothing, and is told so. */
    @Test
    void aMessageSaysWhatItsValuesAreCalled() {
        String doc = """
                ---
                error: e
                title: "E"
                phases: [update]
                products: ["Skerry Till"]
                ---
                Why.

                ## Recognise
                - Message: `{package:file} needs {need:size}; the disk has {free:size}`; called package, room it needs
                - Supporting: `put off {why:text}` on most days
                """;
        ParsedDocument p = RunbookParser.parse(DocumentKind.ERROR, "e", doc);
        Signature message = p.error().signatures().get(0);
        assertThat(message.titles())
                .containsExactly(Map.entry("package", "package"), Map.entry("need", "room it needs"));
        assertThat(RunbookTitles.of(Vocabulary.EMPTY, p.error(), List.of()).of("need"))
                .isEqualTo("room it needs");
        assertThat(p.problems()).extracting(Problem::line).contains(11);
        assertThat(RunbookPrinter.print(p.error())).contains("has {free:size}`; called package, room it needs\n");
    }
}
