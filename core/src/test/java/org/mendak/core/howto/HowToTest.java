package org.mendak.core.howto;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.mendak.core.drafting.Drafted.Document;
import org.mendak.core.drafting.Naming;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Problem;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.core.runbook.Signature;

class HowToTest {

    private static HowTo.Made read(String text) {
        return HowTo.read("plotter.txt", text, List.of("Leadline", "Purserdesk"), new Naming((kind, key) -> false));
    }

    private static KnownError error(HowTo.Made made) {
        return RunbookParser.parse(
                        DocumentKind.ERROR, made.error().key(), made.error().text())
                .error();
    }

    private static Fix fix(HowTo.Made made, int i) {
        Document d = made.fixes().get(i);
        return RunbookParser.parse(DocumentKind.FIX, d.key(), d.text()).fix();
    }

    private static List<String> texts(KnownError e, Signature.Kind kind) {
        return e.signatures().stream()
                .filter(s -> s.kind() == kind)
                .map(Signature::text)
                .toList();
    }

    private static List<String> commands(Fix.Step s) {
        return s.fences().stream().map(Fix.Fence::text).toList();
    }

    private static final String MAIL = """
            Subject: Plotter does not start, tracks full

            Hi all,

            we had this again on Leadline. The screen says:

                Track store /srv/tracks holds 5000 tracks, limit 5000 reached

            (code LL-712)

            What helps: clear the old tracks (6 min):
              1) Stop the plotter
                   plotctl stop --wait
              2) Clear the folder
                   plotctl clear /srv/tracks
                 Careful: leave the folder itself in place.
            If that does not help, give the tracks more room:
              1) Fetch the big card list from https://shore.example/cards
              2) Run plotctl grow --to 9000 and wait 10 minutes.
            As a last resort, re-image the panel.

            Afterwards check: the chart shows.

            Regards
            Oda
            """;

    @Test
    void aMailBecomesAKnownErrorAndItsFixes() {
        HowTo.Made made = read(MAIL);
        KnownError e = error(made);
        assertThat(e.title()).isEqualTo("Plotter does not start, tracks full");
        assertThat(texts(e, Signature.Kind.CODE)).containsExactly("LL-712");
        assertThat(texts(e, Signature.Kind.MESSAGE))
                .containsExactly("Track store {store:path} holds {holds:number} tracks, limit {limit:number} reached");
        assertThat(e.samples().get(0).text()).startsWith("Track store /srv/tracks holds 5000");
        assertThat(e.products()).hasToString("[Leadline]");
        assertThat(e.verify().get(0).text()).isEqualTo("The chart shows.");
        assertThat(made.fixes().stream().map(Document::title))
                .containsExactly("Clear the old tracks", "Give the tracks more room", "Re-image the panel");
        assertThat(e.tries().stream().map(KnownError.TryItem::lastResort)).containsExactly(false, false, true);

        Fix clear = fix(made, 0);
        assertThat(clear.minutes()).isEqualTo(6);
        assertThat(clear.steps().stream().map(Fix.Step::title)).containsExactly("Stop the plotter", "Clear the folder");
        assertThat(commands(clear.steps().get(0))).containsExactly("plotctl stop --wait");
        assertThat(clear.steps().get(1).cautions()).containsExactly("leave the folder itself in place.");
        Fix grow = fix(made, 1);
        assertThat(grow.steps().get(0).gets().get(0).address()).isEqualTo("https://shore.example/cards");
        assertThat(commands(grow.steps().get(1))).containsExactly("plotctl grow --to 9000");
        assertThat(grow.steps().get(1).waitMinutes()).isEqualTo(10);
    }

    @Test
    void whatTheMessageNamesIsFilledIntoTheCommands() {
        HowTo.Made made = read(MAIL);
        assertThat(commands(fix(made, 0).steps().get(1))).containsExactly("plotctl clear {store}");
        assertThat(error(made).tries().get(0).with()).hasToString("{store={store}}");
        HowTo.Made told = read("# Renew a seal\n\n1. Run `sealctl renew <name of the seal> --now`\n");
        assertThat(told.error()).isNull();
        assertThat(commands(fix(told, 0).steps().get(0))).containsExactly("sealctl renew {name_of_the_seal} --now");
        assertThat(told.fixes().get(0).text()).contains("To check: nobody knows where name_of_the_seal comes from");
    }

    @Test
    void aPageBecomesTheSame() {
        HowTo.Made made = read("""
                <html><head><title>x</title><style>p { color: red }</style><script>alert("never shown")</script></head><body>
                <h1>Plotter does not start</h1><h2>Symptom</h2><p>It says:</p>
                <pre>Track store /srv/tracks holds 5000 tracks, limit 5000 reached</pre>
                <h2>Solution 1: Clear the old tracks</h2>
                <ol><li>Stop the plotter.<br><code>plotctl stop --wait</code><div class="note-warning">Not at sea.</div></li>
                <li>Get the <a href="https://shore.example/list">card list</a></li></ol>
                <h2>Solution 2: Grow</h2><pre>$ plotctl grow
                grown: 9000</pre></body></html>""");
        assertThat(texts(error(made), Signature.Kind.MESSAGE)).hasSize(1);
        Fix clear = fix(made, 0);
        assertThat(commands(clear.steps().get(0))).containsExactly("plotctl stop --wait");
        assertThat(clear.steps().get(0).cautions()).containsExactly("Not at sea.");
        assertThat(clear.steps().get(1).gets().get(0).name()).isEqualTo("card list");
        Fix grow = fix(made, 1);
        assertThat(commands(grow.steps().get(0))).containsExactly("plotctl grow");
        assertThat(grow.steps().get(0).expect()).hasToString("[`grown: 9000`]");
        assertThat(made.documents().toString()).doesNotContain("never shown").doesNotContain("color: red");
    }

    @Test
    void whatAnAuthorHasToCheckIsSaid() {
        HowTo.Made made = read(
                "# Plotter hangs\n\n## Solution\n\n1. Delete it: `rm -rf /srv/tracks`\n\n## Problem\n\nIt hangs.\n");
        assertThat(made.fixes().get(0).text()).contains("To check: a command seems to destroy something");
        assertThat(made.error().text())
                .contains("To check: no message and no code was found in it")
                .contains("To check: how one sees that it is mended")
                .contains("Symptom: It hangs.");
    }

    @Test
    void wordsThatMeanSomethingInADocumentMeanNothingHere() {
        HowTo.Made made = read("""
                # Plotter: "a" \\ b

                ## Problem

                It hangs.

                ## Cause

                - Code: not this one
                - Restart: never
                --- *who* [knows](nothing) <b>at</b> all & `more {name}
                #tag 1. first

                ## Solution: Stop {it}

                1. Stop it. Restart: yes
                2. Type `stopctl {it} --now`
                """);
        assertThat(made.documents()).allSatisfy(HowToTest::isReadWithoutErrors);
        assertThat(texts(error(made), Signature.Kind.CODE)).isEmpty();
        assertThat(fix(made, 0).steps()).hasSize(2);
        assertThat(fix(made, 0).restarts()).isFalse();
        lost(made, "knows nothing who at all more name tag first Code not this one Restart never");
    }

    @Test
    void keysAreGivenOnce() {
        Naming naming = new Naming((kind, key) -> key.equals("stop-it"));
        List<String> keys = new ArrayList<>();
        for (int i = 0; i < 2; i++) {
            HowTo.read("a", "# Stop it\n\n1. Stop it.\n", List.of(), naming)
                    .fixes()
                    .forEach(f -> keys.add(f.key()));
        }
        assertThat(keys).containsExactly("stop-it-2", "stop-it-3");
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "  \n\t\n", "---\n***\n", "<html><body><script>x()</script><p> </p></body></html>"})
    void whatSaysNothingIsRefused(String text) {
        assertThatThrownBy(() -> read(text))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessage("it says nothing");
    }

    @Test
    void whatIsTooMuchIsRefused() {
        assertThatThrownBy(() -> read("a".repeat(HowTo.MOST_CHARACTERS + 1))).hasMessageContaining("characters");
        assertThatThrownBy(() -> read("a\n\n".repeat(HowTo.MOST_BLOCKS + 1))).hasMessageContaining("in parts");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "*a ",
                "`",
                "[a](",
                "<p>",
                "<li>",
                "'a ",
                "\"",
                "if it is not ",
                "> > > ",
                "- - - ",
                "1. ",
                "1.1 A ",
                "| a ",
                "a: ",
                "code 12 or ",
                "and then now ",
                "A. ",
                "\na",
                "\n> a",
                "{a}",
                "\\",
                "``` ",
                "  "
            })
    void hostileTextsAreReadToTheirEnd(String piece) {
        String text = piece.repeat(60_000 / piece.length());
        for (String t : List.of(
                text + " end",
                "x says: \"" + text + "\" end",
                "1. Run " + text + " end",
                "# T\n\n## Solution\n\n" + text + " end")) {
            HowTo.Made made = read(t);
            assertThat(made.documents()).isNotEmpty().allSatisfy(HowToTest::isReadWithoutErrors);
            lost(made, "end");
        }
    }

    /** As many as there may be, and nothing that tells where one ends: what is looked ahead for must not be looked for at each of them. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "Run it now, and then that",
                "it is so",
                "## it is so",
                "1. run it",
                "- it",
                "If that does not help, run it",
                "Fix 1: run"
            })
    void asManyPiecesAsMayBeAreReadToTheirEnd(String piece) {
        String text = "# T\n\nIt says \"no such track here\"\n\n## Solution\n\n"
                + (piece + "\n\n").repeat(HowTo.MOST_BLOCKS - 10) + "end\n";
        HowTo.Made made = read(text);
        lost(made, "end");
        made.fixes().stream().limit(3).forEach(HowToTest::isReadWithoutErrors);
    }

    @Test
    void aListOfWhatIsDoneBeginsWithItsFirstItemWhateverItsVerb() {
        HowTo.Made made = read(
                "Windlass jams\n\nIt says \"windlass 4 jams at link 12\"\n\n1. Grease the windlass.\n2. Run `windctl turn`\n");
        assertThat(made.fixes()).hasSize(1);
        assertThat(made.fixes().get(0).text())
                .contains("## Grease the windlass")
                .contains("windctl turn");
        // what one sees, numbered, is not done
        assertThat(
                        read("Windlass jams\n\nIt says \"windlass 4 jams at link 12\"\n\n1. The windlass hums.\n2. Nothing turns.\n")
                                .fixes())
                .isEmpty();
    }

    /** Found by many more tries than a build has time for. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "word\n# Plotter fails\n# Plotter fails\n1. Stop it.\n---\n---",
                "word  >aa\n- >",
                "word\n1. Stop it.\n## ---\n## #",
                "word\n## ##\n1. Stop it.\n- **--**"
            })
    void signsAloneAreNoHeading(String text) {
        HowTo.Made made = read(text);
        assertThat(made.documents()).isNotEmpty().allSatisfy(HowToTest::isReadWithoutErrors);
        lost(made, bare(text));
    }

    @Provide
    Arbitrary<String> howTos() {
        return Arbitraries.of(
                        "# Plotter fails",
                        "## Problem",
                        "## Solution",
                        "### Fix 2: Other way",
                        "## Verify",
                        "If that does not help, grow it:",
                        "1. Stop it.",
                        "2. Run `plotctl stop --wait`",
                        "   - Click OK",
                        "- To check: Code: `x`",
                        "   $ plotctl list\n   one, two",
                        "```sh\nplotctl grow\n```",
                        "    plotctl indented --all",
                        "> Warning: not at sea",
                        "Caution: mind *the* gap [here](https://shore.example/a)",
                        "It says \"Track 12 of 40 is 'bad'\" (code LL-712)",
                        "Takes 5 to 10 minutes",
                        "Wait 2 hours.",
                        "| Code | Message |\n|---|---|\n| LL-1 | no such track |",
                        "Q: Why? A: So.",
                        "",
                        "---",
                        "a_b*c`d[e]<f>{g}\\h&amp;#i",
                        "As a last resort, throw it away.",
                        "Restart: 5 minutes\nGet: it\nMinutes: x\nWhen: `y`",
                        "Subject: again\nRegards\nOda")
                .list()
                .ofMinSize(1)
                .ofMaxSize(25)
                .map(l -> "word\n" + String.join("\n", l));
    }

    /** The signs before items and titles, and the words that only warn, are what clauses and lists say instead. */
    private static String bare(String text) {
        return text.replaceAll("(?m)^\\s*(?:\\d[.)]|[QA]:|Subject:)\\s", " ")
                .replaceAll("(?m)```sh", " ")
                .replaceAll("(?i)\\b(?:warning|caution|subject)\\b", " ");
    }

    private static void lost(HowTo.Made made, String text) {
        List<String> there = new ArrayList<>(
                Words.of(made.documents().stream().map(Document::text).collect(Collectors.joining("\n"))));
        assertThat(Words.of(text).stream().filter(w -> !there.remove(w))).isEmpty();
    }

    private static void isReadWithoutErrors(Document d) {
        assertThat(RunbookParser.parse(d.kind(), d.key(), d.text()).problems().stream()
                        .filter(p -> p.severity() == Problem.Severity.ERROR)
                        .map(p -> p.line() + ": " + p.message()))
                .as(d.text())
                .isEmpty();
    }

    @Property(tries = 600)
    void everyWordIsInTheDraftAndItCanBeRead(@ForAll("howTos") String text) {
        HowTo.Made made = read(text);
        assertThat(made.documents()).isNotEmpty().allSatisfy(HowToTest::isReadWithoutErrors);
        lost(made, bare(text));
        assertThat(read(text)).isEqualTo(made);
    }

    @Property(tries = 300)
    void thatHoldsForAnythingTyped(@ForAll("typed") String text) {
        HowTo.Made made = read("word " + text);
        assertThat(made.documents()).isNotEmpty().allSatisfy(HowToTest::isReadWithoutErrors);
    }

    @Provide
    Arbitrary<String> typed() {
        return Arbitraries.strings()
                .withChars("ab1 .:\n\t-#*`'\"[](){}<>|>$\\/&_=~!?\u26a0\u00a0\u2028")
                .ofMaxLength(200);
    }
}
