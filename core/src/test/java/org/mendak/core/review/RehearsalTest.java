package org.mendak.core.review;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.function.Function;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.RunbookParser;

class RehearsalTest {

    private static KnownError error(String key, String recognise, String more) {
        return RunbookParser.parse(DocumentKind.ERROR, key, """
                ---
                error: %s
                title: "%s"
                ---

                ## Recognise
                %s
                ## Try
                1. [A](../fixes/a.md)
                %s""".formatted(key, key, recognise, more))
                .error();
    }

    private static final KnownError HAD = error("jib-stuck", "- Message: `Sail {name:word} cannot be set`\n", "");
    private static final KnownError OTHER = error("boom-bent", "- Symptom: the boom is bent\n", "");

    private static Rehearsal.Heard heard(
            KnownError edited, KnownError had, Function<String, List<KnownError>> rivals, List<Rehearsal.Past> texts) {
        return Rehearsal.of(edited, had, rivals, texts, () -> {});
    }

    private static Rehearsal.Past past(long n, String error, String text) {
        return new Rehearsal.Past(n, error, text);
    }

    @Test
    void whatIsCaughtTakenKeptAndLostIsToldApart() {
        KnownError edited = error("jib-stuck", "- Message: `The winch {side:word} is stuck`\n", "");
        Rehearsal.Heard heard = heard(
                edited,
                HAD,
                t -> List.of(HAD, OTHER),
                List.of(
                        past(6, "boom-bent", "The winch port is stuck"),
                        past(5, null, "The winch aft is stuck"),
                        past(4, "jib-stuck", "The winch fore is stuck"),
                        past(3, "jib-stuck", "Sail jib cannot be set"),
                        past(2, "boom-bent", "the boom is bent"),
                        past(1, null, "nothing of all this")));
        assertThat(heard.looked()).isEqualTo(6);
        assertThat(heard.kept()).isZero();
        assertThat(heard.stolen().newest()).extracting(Rehearsal.Told::number).containsExactly(6L);
        assertThat(heard.caught().newest()).extracting(Rehearsal.Told::number).containsExactly(5L, 4L);
        assertThat(heard.lost().newest()).extracting(Rehearsal.Told::number).containsExactly(3L);
        assertThat(heard(HAD, HAD, t -> List.of(OTHER), List.of(past(3, "jib-stuck", "Sail jib cannot be set")))
                        .kept())
                .isOne();
    }

    @Test
    void whatAnotherErrorSaysBetterStaysItsOwn() {
        KnownError exact = error("jib-exact", "- Message: `Sail jib cannot be set in this wind at all`\n", "");
        Rehearsal.Heard heard = heard(
                HAD,
                null,
                t -> List.of(exact),
                List.of(past(1, "jib-exact", "Sail jib cannot be set in this wind at all")));
        assertThat(heard.stolen().count()).isZero();
    }

    @Test
    void aValueThatNoTextTellsIsABlankAndOneThatIsAskedForIsNot() {
        String with = "   - With: `name = {name}`\n   - With: `port = {port}`\n   - With: `side = {side}`\n";
        String ask = "\n## Ask\n1. Which side?\n   - Sets: `side`\n";
        KnownError edited = error("jib-stuck", "- Message: `Sail {name:word} cannot be set`\n", with + ask);
        Rehearsal.Heard heard =
                heard(edited, HAD, t -> List.of(), List.of(past(1, "jib-stuck", "Sail jib cannot be set")));
        assertThat(heard.blanks()).containsOnlyKeys("port").containsEntry("port", 1);
    }

    @Test
    void manyAreCountedAndTheNewestNamed() {
        List<Rehearsal.Past> many = IntStream.range(0, 90)
                .mapToObj(i -> past(90 - i, null, "Sail s" + i + " cannot be set"))
                .toList();
        Rehearsal.Group caught = heard(HAD, null, t -> List.of(), many).caught();
        assertThat(caught.count()).isEqualTo(90);
        assertThat(caught.newest())
                .hasSize(Rehearsal.MOST_NAMED)
                .first()
                .satisfies(t -> assertThat(t.number()).isEqualTo(90));
    }

    @Test
    void whoStopsItHearsNoMore() {
        int[] told = {0};
        List<Rehearsal.Past> many = IntStream.range(0, 9)
                .mapToObj(i -> past(i, null, "Sail jib cannot be set"))
                .toList();
        assertThatThrownBy(() -> Rehearsal.of(HAD, null, t -> List.of(), many, () -> {
                    if (++told[0] == 4) {
                        throw new IllegalStateException("stopped");
                    }
                }))
                .hasMessage("stopped");
        assertThat(told[0]).isEqualTo(4);
    }

    @Test
    void theLikestTextsAreFoundByTheWordsOfTheSignaturesNowAndBefore() {
        KnownError edited = error("jib-stuck", "- Message: `The winch {side:word} is stuck`\n- Code: `JIB-7712`\n", "");
        List<String> texts = List.of(
                "nothing in common",
                "the winch port is stuck fast",
                "The deck is wet and the winch is fine",
                "Sail top cannot be set",
                "it says jib-7712");
        ByWords<String> by = ByWords.of(texts, t -> t);
        assertThat(by.near(edited.signatures())).containsExactlyInAnyOrder(texts.get(1), texts.get(4), texts.get(2));
        assertThat(by.near(Rehearsal.signatures(edited, HAD)))
                .contains(texts.get(3))
                .doesNotContain(texts.get(0));
        assertThat(by.size()).isEqualTo(5);
    }
}
