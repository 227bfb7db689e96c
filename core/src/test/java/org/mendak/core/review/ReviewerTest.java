package org.mendak.core.review;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.mendak.core.DemoLibrary;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.ParsedDocument;
import org.mendak.core.runbook.Problem;
import org.mendak.core.runbook.RunbookParser;

class ReviewerTest {

    private static Shelf demo() {
        Map<String, KnownError> errors = new HashMap<>();
        DemoLibrary.errors().forEach(e -> errors.put(e.key(), e));
        return new Shelf(DemoLibrary.fixes(), errors, DemoLibrary.vocabulary());
    }

    @Test
    void theDemoLibraryHasNothingToMend() {
        for (DocumentKind kind : DocumentKind.values()) {
            for (ParsedDocument d : DemoLibrary.documents(kind)) {
                assertThat(Reviewer.review(d, demo()))
                        .as(d.key())
                        .allMatch(p -> p.message().contains("no plain restart stands before it"));
            }
        }
    }

    @Test
    void noDocumentOfTheDemoHoldsWhatLooksLikeASecret() throws java.io.IOException {
        for (DocumentKind kind : DocumentKind.values()) {
            try (var files = java.nio.file.Files.list(java.nio.file.Path.of("..", "demo", kind.folder()))) {
                for (java.nio.file.Path f : files.toList()) {
                    assertThat(Reviewer.secrets(java.nio.file.Files.readString(f)))
                            .as(f.toString())
                            .isEmpty();
                }
            }
        }
    }

    @Test
    void whatLooksLikeASecretIsNamedByLineAndColumn() {
        List<Problem> problems = Reviewer.secrets("# a\n\nlog in with `tillctl --password Gu11s!` first\n");
        expect(problems, Problem.Severity.WARNING, 3, "looks like a password");
        assertThat(problems.get(0).column()).isEqualTo(33);
    }

    private static List<Problem> review(DocumentKind kind, String text) {
        return Reviewer.review(RunbookParser.parse(kind, "k", text), demo());
    }

    private static void expect(List<Problem> problems, Problem.Severity severity, int line, String message) {
        assertThat(problems).anySatisfy(p -> {
            assertThat(p.message()).contains(message);
            assertThat(p.severity()).isEqualTo(severity);
            assertThat(p.line()).isEqualTo(line);
        });
    }

    /** The planner and the estimator take the same number of fixes. */
    @Test
    void moreFixesThanCanBeOrderedAreAnError() {
        assertThat(KnownError.MOST_TRIES).isEqualTo(org.mendak.core.evidence.CauseModel.MOST_FIXES);
        StringBuilder text = new StringBuilder("---\nerror: k\ntitle: \"K\"\n---\n## Try\n");
        for (int i = 0; i <= KnownError.MOST_TRIES; i++) {
            text.append(i + 1).append(". [X](../fixes/x").append(i).append(".md)\n");
        }
        expect(
                review(DocumentKind.ERROR, text.toString()),
                Problem.Severity.ERROR,
                6 + KnownError.MOST_TRIES,
                "at most 60 fixes, this one 61");
    }

    @Test
    void aFixThatReadersDoNotSeeIsSaidToBeUnpublished() {
        String text = "---\nerror: k\ntitle: \"K\"\n---\n## Try\n1. [X](../fixes/x1.md)\n2. [Y](../fixes/y1.md)\n";
        Shelf shelf = new Shelf(Map.of(), Map.of(), org.mendak.core.runbook.Vocabulary.EMPTY, java.util.Set.of("x1"));
        List<Problem> problems = Reviewer.review(RunbookParser.parse(DocumentKind.ERROR, "k", text), shelf);
        expect(problems, Problem.Severity.ERROR, 6, "the fix \"x1\" is not published");
        expect(problems, Problem.Severity.MISSING, 7, "there is no fix \"y1\"");
    }

    @Test
    void judgesAKnownErrorBesideTheLibrary() {
        List<Problem> problems = review(DocumentKind.ERROR, """
                ---
                error: k
                title: "K"
                ---
                ## Recognise
                - Code: `PD-4012`
                - Message: `Sails are {state:word} today`
                - Sample: `Something else altogether`

                ## Try
                1. [Nowhere](../fixes/nowhere.md)
                2. [Empty it](../fixes/empty-staging.md)
                   - With: `depth = {fathoms}`
                   - When: `moon = full`
                """);
        expect(problems, Problem.Severity.WARNING, 8, "no signature of this error matches");
        expect(problems, Problem.Severity.MISSING, 11, "there is no fix \"nowhere\"");
        expect(problems, Problem.Severity.WARNING, 12, "{fathoms} is never captured");
        expect(problems, Problem.Severity.WARNING, 12, "has no parameter \"depth\"");
        expect(problems, Problem.Severity.WARNING, 12, "wants \"area\"");
        expect(problems, Problem.Severity.WARNING, 12, "\"moon\" is never set");
        expect(problems, Problem.Severity.HINT, 6, "has this code too");
        expect(problems, Problem.Severity.WARNING, 1, "how to verify");
    }

    @Test
    void judgesAFix() {
        List<Problem> problems = review(DocumentKind.FIX, """
                ---
                fix: k
                title: "K"
                minutes: 3
                risk: weakens
                needs: [a-long-ladder]
                ---
                ## Write over it
                ```sh
                deckctl wipe {deck}
                ```
                - Destroys: the deck
                """);
        expect(problems, Problem.Severity.WARNING, 10, "{deck} is not declared");
        expect(problems, Problem.Severity.ERROR, 8, "the head does not say so");
        expect(problems, Problem.Severity.WARNING, 1, "never puts it back");
        expect(problems, Problem.Severity.HINT, 2, "a-long-ladder");
    }

    /** Whether a step is done cannot hang on what only the step itself prints; whether to go on can. */
    @Test
    void aStepsOwnOutputComesTooLateForItsWhen() {
        List<Problem> problems = review(DocumentKind.FIX, """
                ---
                fix: k
                title: "K"
                minutes: 3
                ---
                ## Look
                - Capture: `holds {crates:list}`
                - When: `count(crates) > 0`
                - Only if: `count(crates) > 1`

                ## Carry
                - For each: `one` in `crates`
                - Check: `tide = low`
                """);
        expect(problems, Problem.Severity.WARNING, 6, "\"crates\" is not known in this step");
        expect(problems, Problem.Severity.WARNING, 11, "\"tide\" is not known in this step");
        assertThat(problems)
                .filteredOn(p -> p.severity() == Problem.Severity.WARNING)
                .hasSize(2);
    }

    /** A library of the documents given, each named by its first word after "fix:" or "error:". */
    private static List<Problem> among(String judged, String... others) {
        Map<String, Fix> fixes = new HashMap<>();
        Map<String, KnownError> errors = new HashMap<>();
        for (String text : others) {
            ParsedDocument d = parse(text);
            if (d.fix() != null) {
                fixes.put(d.key(), d.fix());
            } else {
                errors.put(d.key(), d.error());
            }
        }
        return Reviewer.review(parse(judged), new Shelf(fixes, errors, DemoLibrary.vocabulary()));
    }

    private static ParsedDocument parse(String text) {
        String second = text.split("\n")[1];
        DocumentKind kind = second.startsWith("fix") ? DocumentKind.FIX : DocumentKind.ERROR;
        return RunbookParser.parse(kind, second.split(": ")[1], text);
    }

    private static String fix(String key, String head, String steps) {
        return "---\nfix: " + key + "\ntitle: \"" + key + "\"\nminutes: 4\n" + head + "---\nWhy.\n\n" + steps;
    }

    private static String error(String key, String recognise, String tries) {
        return "---\nerror: " + key + "\ntitle: \"" + key + "\"\n---\nWhy.\n\n## Recognise\n" + recognise + "\n## Try\n"
                + tries + "\n## Verify\n1. Again.\n";
    }

    @Test
    void partsMustExistTakeWhatTheyGetAndNotRunInARing() {
        String part = fix("part", "parameters: {area: path}\nrisk: interrupts\n", "## Do\n");
        List<Problem> problems = among(
                fix(
                        "k",
                        "",
                        "## [Nowhere](nowhere.md)\n\n## [Part](part.md)\n- With: `depth = 3`\n\n## [Itself](k.md)\n\n## [Ring](ring.md)\n"),
                part,
                fix("ring", "", "## [Back](k.md)\n"));
        expect(problems, Problem.Severity.MISSING, 8, "there is no fix \"nowhere\"");
        expect(problems, Problem.Severity.WARNING, 10, "has no parameter \"depth\"");
        expect(problems, Problem.Severity.WARNING, 10, "wants \"area\"");
        expect(problems, Problem.Severity.WARNING, 10, "\"part\" interrupts, the head says less");
        expect(problems, Problem.Severity.ERROR, 13, "in a ring");
        expect(problems, Problem.Severity.ERROR, 15, "in a ring");
    }

    @Test
    void whatIsReadFromTheDeviceGoesWhereItMay() {
        String text = """
                ## See the packs
                - Capture every: `pack {pack.name:word}`

                ## Ask each
                - For each: `p` in `pack`
                - Capture: `seal {seal:code}`

                ## Free one
                ```sh
                packctl free {seal}
                ```

                ## Free those of another list
                ```sh
                packctl free {q} {seal}
                ```
                - For each: `q` in `a, b`

                ## Free each
                ```sh
                packctl free {p.name} {seal}
                ```
                - For each: `p` in `pack`

                ## Choose
                - Choose: `spare` from `disk`

                ## Wipe
                - Destroys: all on {spare}

                ## Burn
                - Destroys: everything

                ## Sink
                - Destroys: all on {pack.name}

                ## Nothing to read
                - Capture: `free 3 GB`
                """;
        List<Problem> problems = among(fix("shown", "risk: destroys\n", text));
        expect(
                problems,
                Problem.Severity.ERROR,
                18,
                "{seal} is read for each item of \"pack\", and this step is done once");
        expect(problems, Problem.Severity.ERROR, 23, "and this step is repeated for \"a, b\"");
        assertThat(problems).noneMatch(p -> p.line() > 25 && p.line() < 32);
        expect(problems, Problem.Severity.ERROR, 33, "\"disk\" is no list that an earlier step reads");
        expect(problems, Problem.Severity.ERROR, 36, "{spare} is not read from the device");
        expect(problems, Problem.Severity.WARNING, 39, "shown nowhere");
        expect(problems, Problem.Severity.ERROR, 42, "{pack.name} is not read from the device");
        expect(problems, Problem.Severity.ERROR, 46, "nothing is read here");
    }

    /** Met while trying it as somebody who does not know the grammar: what would be lost without a word is said. */
    @Test
    void whatIsWrittenAlmostRightIsNotLostWithoutAWord() {
        List<Problem> problems = among(fix("shown", "", """
                ## Look
                - Capture every: `{lamp.no:number} under `No`, `{lamp.name:text}` under `Name`
                - Capture: `free {free:size}`; named room left

                ## Load
                - Put back: load them, `lampctl load {free}`; if unknown: ask
                - Choose: `spare` of lamps
                - For each: `l` in
                """));
        for (String said : List.of(
                "more than one code span",
                "\"named room left\" says nothing about what is read",
                "\"if unknown: ask\" says nothing here",
                "Choose needs a name for what is chosen, and a list",
                "For each needs an item and a list")) {
            assertThat(problems).anyMatch(p -> p.message().contains(said));
        }
    }

    @Test
    void whatIsForAWhileIsPutBackWithWhatItWas() {
        expect(
                among(fix("k", "", "## Switch off the guard\n```sh\nguardctl off\n```\n")),
                Problem.Severity.WARNING,
                8,
                "nothing puts it back");
        expect(
                among(fix(
                        "k",
                        "",
                        "## Slow the line\n```sh\nlinectl speed 1\n```\n- Capture: `speed {was:number}`\n- Put back: `linectl speed"
                                + " {was}`\n")),
                Problem.Severity.WARNING,
                8,
                "the put-back wants what it was");
        assertThat(
                        among(
                                fix(
                                        "k",
                                        "",
                                        "## Switch off the guard\n- Capture before: `guard {was:word}`\n- Put back: `guardctl {was}`\n")))
                .noneMatch(p -> p.severity() == Problem.Severity.WARNING);
    }

    @Test
    void conditionsThatCanOnlyComeOutOneWayAreNamed() {
        expect(
                among(fix("k", "", "## Do\n- When: `device.image >= 7 and device.image < 6`\n")),
                Problem.Severity.WARNING,
                8,
                "can never hold");
        expect(
                among(
                        error(
                                "k",
                                "- Code: `K-1`\n",
                                "1. [A](../fixes/a.md)\n   - When: `worked_before = yes or worked_before != yes`\n"),
                        fix("a", "", "## Do\n")),
                Problem.Severity.WARNING,
                11,
                "always holds");
    }

    @Test
    void aSignatureMustNotSwallowAnothersSamples() {
        String wide = error("wide", "- Message: `Sail {name:word} cannot be set`\n", "1. [A](../fixes/a.md)\n");
        String narrow = error(
                "narrow", "- Symptom: the jib hangs\n- Sample: `Sail jib cannot be set`\n", "1. [A](../fixes/a.md)\n");
        String a = fix("a", "", "## Do\n");
        expect(
                among(wide, wide, narrow, a),
                Problem.Severity.WARNING,
                8,
                "a sample of \"narrow\" is recognised as this error");
        String told = wide.replace("\n## Try", "- Not to be confused with: [it](narrow.md)\n\n## Try");
        assertThat(among(told, told, narrow, a)).noneMatch(p -> p.message().contains("a sample of"));
        // whose own message says it better has the case
        String better = narrow.replace("Symptom: the jib hangs", "Message: `Sail jib cannot be set`");
        assertThat(among(wide, wide, better, a)).noneMatch(p -> p.message().contains("a sample of"));
    }

    @Test
    void whatIsTriedIsJudgedInItsOrder() {
        String stop = fix("stop", "opposite-of: start\n", "## Stop\n");
        String start = fix("start", "", "## Start\n");
        String around = fix("around", "kind: workaround\n", "## Go round\n");
        String deep = fix("deep", "", "## Mend\n\n## Then\n- Restart: 3 minutes\n");
        String plain = fix("plain", "", "## Restart\n- Restart: 3 minutes\n");
        String link = ". [x](../fixes/%s.md)\n";
        String tries = "1" + link.formatted("start") + "2" + link.formatted("around") + "3" + link.formatted("stop")
                + "4" + link.formatted("deep");
        List<Problem> problems = among(error("k", "- Code: `K-1`\n", tries), stop, start, around, deep, plain);
        expect(problems, Problem.Severity.WARNING, 13, "\"stop\" undoes what \"start\" does");
        expect(problems, Problem.Severity.HINT, 12, "\"around\" only works around it");
        expect(problems, Problem.Severity.HINT, 14, "no plain restart stands before it");
        List<Problem> better = among(
                error("k", "- Code: `K-1`\n", "1" + link.formatted("plain") + "2" + link.formatted("deep")),
                deep,
                plain);
        assertThat(better).isEmpty();
    }

    @Test
    void aFixThatNothingUsesIsToldOf() {
        String alone = fix("alone", "", "## Do\n");
        expect(among(alone, alone), Problem.Severity.HINT, 1, "no known error and no other fix uses it");
        assertThat(among(alone, alone, fix("outer", "", "## [Alone](alone.md)\n")))
                .isEmpty();
    }
}
