package org.mendak.core.drafting;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.mendak.core.drafting.WorkedCase.Done;
import org.mendak.core.evidence.Outcome;
import org.mendak.core.recognise.Recogniser;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.ParsedDocument;
import org.mendak.core.runbook.Problem;
import org.mendak.core.runbook.RunbookParser;

class DraftingTest {

    private static Done did(String did, String command, String output) {
        return new Done(did, command, output, "", "", null);
    }

    private static Done then(Done d, Outcome o) {
        return new Done(d.did(), d.command(), d.output(), d.aim(), d.putBack(), o);
    }

    /** A berth plan with a hole, mended by asking who holds it and letting it go. */
    private static WorkedCase hole(long number, int deck, int pid, boolean solved) {
        return new WorkedCase(
                number,
                List.of("BB-0714 berth plan of deck " + deck + " has a hole, installation ends"),
                "Berthbook",
                "install",
                List.of(
                        then(did("Restarted the helper", "berthctl helper restart", "helper: up"), Outcome.NO_CHANGE),
                        did(
                                "Asked who holds the plan",
                                "berthctl plan holder --deck " + deck,
                                "plan " + deck + "\nheld by berthd pid " + pid),
                        new Done(
                                "Let it go",
                                "berthctl plan release " + pid + " --deck " + deck,
                                "released",
                                "Free the berth plan",
                                "lock the plan again",
                                solved ? Outcome.WORKED : Outcome.NO_CHANGE)),
                solved,
                11);
    }

    private static ParsedDocument read(Drafted.Document d) {
        ParsedDocument p = RunbookParser.parse(d.kind(), d.key(), d.text());
        assertThat(p.problems().stream().filter(x -> x.severity() == Problem.Severity.ERROR))
                .as(d.text())
                .isEmpty();
        return p;
    }

    private static Drafted draft(WorkedCase... cases) {
        return Drafting.of(List.of(cases), (kind, key) -> false);
    }

    @Test
    void twoCasesOfAShapeBecomeARunbookWithWhatWorked() {
        Drafted d = draft(hole(12, 4, 4411, true), hole(15, 11, 902, true));
        assertThat(d.error().text()).isEqualTo("""
                ---
                error: berthbook-bb-0714-berth-plan-of-deck-has-a-hole
                title: "Berthbook: BB-0714 berth plan of deck … has a hole, installation ends"
                phases: [install]
                products: [Berthbook]
                ---
                Met in cases 12, 15. Without effect: Restarted the helper (cases 12, 15).

                - To check: how one sees that it is mended.

                ## Recognise
                - Code: `BB-0714`
                - Message: `BB-0714 berth plan of deck {deck:number} has a hole, installation ends`
                - Sample: `BB-0714 berth plan of deck 4 has a hole, installation ends`
                - Sample: `BB-0714 berth plan of deck 11 has a hole, installation ends`

                ## Try
                1. [Free the berth plan](../fixes/free-the-berth-plan.md)
                   - With: `deck = {deck}`

                ## Verify
                1. Install Berthbook again.
                   - Required: the message does not come again
                """);
        assertThat(d.fixes()).hasSize(1);
        assertThat(d.fixes().get(0).text()).isEqualTo("""
                ---
                fix: free-the-berth-plan
                title: "Free the berth plan"
                minutes: 11
                risk: safe
                kind: lasting
                parameters: {deck: number}
                ---
                It ended cases 12, 15.

                - To check: the risk, the minutes and what it needs are guessed.

                ## Asked who holds the plan
                ```sh
                berthctl plan holder --deck {deck}
                ```
                - Capture: `held by berthd pid {pid:number}`

                ## Let it go
                ```sh
                berthctl plan release {pid} --deck {deck}
                ```
                - Expect: `released`
                - Put back: lock the plan again
                """);
        read(d.error());
        read(d.fixes().get(0));
    }

    @Test
    void whatIsGuessedIsSaidAndTellsWhereItStands() {
        Drafted d = draft(hole(12, 4, 4411, true));
        List<Problem> told = read(d.error()).problems();
        assertThat(told)
                .filteredOn(p -> p.message().startsWith("to be checked:"))
                .hasSize(2)
                .allMatch(p -> !p.mends().isEmpty() && p.severity() == Problem.Severity.WARNING);
        assertThat(read(d.fixes().get(0)).fix().steps()).hasSize(2);
    }

    @Test
    void whatWorkedMoreOftenStandsFirst() {
        WorkedCase other = new WorkedCase(
                20,
                List.of("BB-0714 berth plan of deck 7 has a hole, installation ends"),
                "Berthbook",
                "install",
                List.of(
                        then(did("Let it go", "berthctl plan release 3 --deck 7", "held"), Outcome.NO_CHANGE),
                        then(did("Made the plan anew", "berthctl plan build --deck 7", "built"), Outcome.WORKED)),
                true,
                4);
        WorkedCase again = new WorkedCase(
                21,
                List.of("BB-0714 berth plan of deck 9 has a hole, installation ends"),
                "Berthbook",
                "install",
                List.of(then(did("Made the plan anew", "berthctl plan build --deck 9", "built"), Outcome.WORKED)),
                true,
                4);
        Drafted d = draft(hole(12, 4, 4411, true), other, again);
        assertThat(d.fixes())
                .extracting(Drafted.Document::key)
                .containsExactly("made-the-plan-anew", "free-the-berth-plan");
    }

    @Test
    void aValueThatNobodyKnowsTheSourceOfIsAskedFor() {
        Done one = then(did("Made the plan anew", "berthctl plan build --seed north", ""), Outcome.WORKED);
        Done two = then(did("Made the plan anew", "berthctl plan build --seed south", ""), Outcome.WORKED);
        Drafted d = draft(
                new WorkedCase(1, List.of("plan of the berths is gone"), null, null, List.of(one), true, Double.NaN),
                new WorkedCase(2, List.of("plan of the berths is gone"), null, null, List.of(two), true, Double.NaN));
        assertThat(d.fixes().get(0).text())
                .contains("berthctl plan build --seed {seed}\n", "parameters: {seed: word}")
                .contains("- To check: nobody knows where seed comes from; it was north, south.");
        assertThat(d.error().text()).doesNotContain("With:");
    }

    @Test
    void aCaseWithoutStepsTeachesWhatItSaid() {
        Drafted d = draft(new WorkedCase(
                3,
                List.of("gong file refused: rate 44100 is not spoken here"),
                "Quaycall",
                "launch",
                List.of(),
                false,
                0));
        assertThat(d.fixes()).isEmpty();
        assertThat(read(d.error()).error().signatures()).hasSize(1);
        assertThat(d.error().text()).contains("nothing that was tried is known to have ended it");
    }

    @Test
    void keysThatOthersHaveAreLeftToThem() {
        Drafted d = Drafting.of(
                List.of(hole(12, 4, 4411, true)), (kind, key) -> kind == DocumentKind.FIX && !key.endsWith("-3"));
        assertThat(d.fixes().get(0).key()).isEqualTo("free-the-berth-plan-3");
    }

    /** Found again with other values, as agents will meet it. */
    @Test
    void theNextTextOfTheShapeIsRecognisedAndItsValueRead() {
        KnownError made = read(draft(hole(12, 4, 4411, true), hole(15, 11, 902, true))
                        .error())
                .error();
        var found = Recogniser.of(List.of(made))
                .recognise(new Recogniser.Query(
                        "BB-0714 berth plan of deck 23 has a hole, installation ends", null, null, null))
                .candidates();
        assertThat(found.get(0).recognised()).isTrue();
        assertThat(found.get(0).captures()).containsEntry("deck", "23");
    }

    /** A process number that another case read is never typed here. */
    @Test
    void whatIsFollowedHasTheValuesOfThisCaseAndBlanksForWhatIsNotReadYet() {
        List<Done> there = hole(12, 4, 4411, true).ended().steps();
        String here = "BB-0714 berth plan of deck 9 has a hole, installation ends";
        String said = hole(12, 4, 4411, true).texts().get(0);
        assertThat(Following.commands(there, said, here, List.of()))
                .containsExactly("berthctl plan holder --deck 9", "berthctl plan release \u2039pid\u203a --deck 9");
        Done asked = did("Asked", "berthctl plan holder --deck 9", "plan 9\nheld by berthd pid 77");
        assertThat(Following.commands(there, said, here, List.of(asked)))
                .containsExactly("berthctl plan holder --deck 9", "berthctl plan release 77 --deck 9");
        assertThat(Following.commands(List.of(), said, here, List.of())).isEmpty();
        Done own = did("Count", "berthctl list --deck 4 | awk '{print}'", "");
        assertThat(Following.commands(List.of(own), said, here, List.of()))
                .containsExactly("berthctl list --deck 9 | awk '{print}'");
    }

    private static final String[] NASTY = {
        "```",
        "`",
        "## x",
        "- Put back: y",
        "[a](../fixes/b.md)",
        "1. first\n2. second",
        "{deck}",
        "}{",
        "<b>",
        "\t",
        "---",
        "released",
        "\"quoted\"",
        "deck: 4",
        "# no",
        "\u202e",
        "- Destroys: all",
        "~~~",
        "|a|b|",
        "\\",
        "* star",
        "::",
        "berthctl plan",
        "&amp;",
        "!",
        "\u0000",
        "'"
    };

    /** Whatever agents and consoles wrote, the draft can be read, and no step is lost. */
    @Property(tries = 200)
    void hostileWordsMakeReadableDocuments(@ForAll long seed) {
        Random random = new Random(seed);
        List<WorkedCase> cases = new ArrayList<>();
        for (int c = 0; c < 1 + random.nextInt(3); c++) {
            List<Done> steps = new ArrayList<>();
            for (int s = 0; s < 1 + random.nextInt(3); s++) {
                steps.add(new Done(
                        words(random),
                        random.nextBoolean() ? words(random) : "",
                        words(random),
                        random.nextBoolean() ? words(random) : "",
                        random.nextBoolean() ? words(random) : "",
                        random.nextBoolean() ? Outcome.WORKED : null));
            }
            cases.add(new WorkedCase(c + 1, List.of(words(random)), words(random), null, steps, true, Double.NaN));
        }
        Drafted d = Drafting.of(cases, (kind, key) -> false);
        read(new Drafted.Document(
                DocumentKind.ERROR,
                d.error().key(),
                d.error().title(),
                d.error().text()));
        for (Drafted.Document f : d.fixes()) {
            Fix fix = read(f).fix();
            assertThat(fix.steps()).isNotEmpty();
        }
        if (cases.size() == 1) {
            // the first try that worked is written down as it was
            WorkedCase.Tried first = cases.get(0).tried().stream()
                    .filter(WorkedCase.Tried::worked)
                    .findFirst()
                    .orElseThrow();
            String all = d.fixes().stream().map(Drafted.Document::text).collect(Collectors.joining());
            first.steps().forEach(s -> assertThat(all).contains(bare(s.did())));
        }
    }

    /** The letters' words of a text that no sign touches. */
    private static List<String> bare(String text) {
        return Stream.of(text.split("\\s+")).filter(w -> w.matches("[a-z]{3,}")).toList();
    }

    private static String words(Random random) {
        StringBuilder s = new StringBuilder("word");
        for (int i = 0; i < 1 + random.nextInt(4); i++) {
            s.append(random.nextBoolean() ? " " : "\n").append(NASTY[random.nextInt(NASTY.length)]);
        }
        return s.toString();
    }
}
