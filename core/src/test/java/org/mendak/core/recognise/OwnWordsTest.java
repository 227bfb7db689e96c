package org.mendak.core.recognise;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.mendak.core.language.Template;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Signature;

class OwnWordsTest {

    private static final List<KnownError> LIBRARY = List.of(
            error("seal-refused", "Seal of {package:file} was not accepted: {reason:text}"),
            error("shape-four", "Boarding list has shape {found:number}, {wanted:number} is wanted"),
            error("no-room", "Not enough room in {area:path}: {needed:number} MB needed"),
            error("port-taken", "Board service could not claim port {port:number}"),
            error("queue-full", "Queue for {place:word} holds {n:number} parcels"));
    private static final Recogniser UNTAUGHT = Recogniser.of(LIBRARY);

    private static KnownError error(String key, String message) {
        return KnownError.recognisedBy(
                key,
                List.of(),
                List.of(new Signature(
                        Signature.Kind.MESSAGE, message, Template.parse(message).value(), 1)));
    }

    private static CaseText ended(long number, String error, String text) {
        return new CaseText(number, error, text, 1);
    }

    private static List<Recognition.Candidate> shown(Recogniser r, String text) {
        return Recognition.shown(
                r.recognise(new Recogniser.Query(text, null, null, null)).candidates());
    }

    private static List<String> keys(Recogniser r, String text) {
        return shown(r, text).stream().map(Recognition.Candidate::error).toList();
    }

    @Test
    void whatWasOnceSaidIsFoundAgainWithTheCaseAsItsReason() {
        String said = "the gangway gadget keeps blinking purple";
        assertThat(keys(UNTAUGHT, said)).isEmpty();
        Recogniser taught = UNTAUGHT.knowing(List.of(
                ended(41, "shape-four", "gadget at the gangway blinks purple all day"),
                ended(42, "no-room", "the kiosk says it is stuffed")));
        List<Recognition.Candidate> shown = shown(taught, said);
        assertThat(shown.get(0).error()).isEqualTo("shape-four");
        assertThat(shown.get(0).reasons()).contains(new Recognition.Reason(Recognition.ReasonKind.CASE, "41", -1, -1));
    }

    @Test
    void itIsNeverEnoughToCallAnErrorRecognised() {
        String said = "the gangway gadget keeps blinking purple";
        Collection<CaseText> hundred = IntStream.range(0, 100)
                .mapToObj(i -> ended(i, "shape-four", said))
                .toList();
        Recognition.Candidate first = shown(UNTAUGHT.knowing(hundred), said).get(0);
        assertThat(first.band()).isEqualTo(Recognition.Band.PERHAPS);
        assertThat(first.probability()).isLessThanOrEqualTo(5 / 6.0);
    }

    @Test
    void itPullsNoMessageAwayFromItsError() {
        String message = "Not enough room in /var/stage: 812 MB needed";
        List<CaseText> wrong = new ArrayList<>();
        for (int i = 0; i < 20; i++) {
            wrong.add(ended(i, "queue-full", message));
        }
        Recogniser mistaught = UNTAUGHT.knowing(wrong);
        assertThat(shown(mistaught, message)).isEqualTo(shown(UNTAUGHT, message));
        assertThat(shown(mistaught, message).get(0).recognised()).isTrue();
        // also where the message alone does not make it certain: it stays first
        Recogniser twice = Recogniser.of(List.of(
                        error("a", "Chart of {place:word} is not here"),
                        error("b", "Chart of {place:word} is not here"),
                        error("c", "Tide table is late")))
                .knowing(List.of(
                        ended(1, "c", "Chart of Mornay is not here"), ended(2, "c", "Chart of Mornay is not here")));
        assertThat(keys(twice, "Chart of Mornay is not here").subList(0, 2)).containsExactlyInAnyOrder("a", "b");
    }

    @Test
    void severalCasesSayMoreThanOneThatEndedWrongly() {
        List<CaseText> texts = new ArrayList<>();
        texts.add(ended(1, "queue-full", "purple blinking on the gangway gadget"));
        for (int i = 2; i < 6; i++) {
            texts.add(ended(i, "shape-four", "gangway gadget blinks purple, number " + i));
        }
        assertThat(keys(UNTAUGHT.knowing(texts), "purple blinking on the gangway gadget"))
                .startsWith("shape-four", "queue-full");
    }

    @Test
    void aCaseThatIsTakenOutSaysNothing() {
        CaseText only = ended(7, "shape-four", "gadget at the gangway blinks purple");
        assertThat(keys(UNTAUGHT.knowing(List.of(only)), "gangway gadget blinking purple"))
                .contains("shape-four");
        assertThat(keys(UNTAUGHT.knowing(List.of(only)).knowing(List.of()), "gangway gadget blinking purple"))
                .isEmpty();
    }

    @Test
    void theTwentyNewestOfAnErrorTeach() {
        List<CaseText> texts = new ArrayList<>();
        texts.add(new CaseText(1, "shape-four", "gadget at the gangway blinks purple", CaseText.weightAfter(400)));
        for (int i = 0; i < 20; i++) {
            texts.add(new CaseText(100 + i, "shape-four", "nobody can board, number " + i, CaseText.weightAfter(i)));
        }
        assertThat(keys(UNTAUGHT.knowing(texts), "gangway gadget blinking purple"))
                .doesNotContain("shape-four");
        assertThat(keys(UNTAUGHT.knowing(texts), "nobody can board at all")).startsWith("shape-four");
    }

    @Test
    void oldCasesSayLess() {
        assertThat(CaseText.weightAfter(0)).isEqualTo(1);
        assertThat(CaseText.weightAfter(-3)).isEqualTo(1);
        assertThat(CaseText.weightAfter(365)).isCloseTo(0.5, within(1e-12));
        assertThat(CaseText.weightAfter(1e9)).isPositive();
        List<CaseText> both = List.of(
                new CaseText(1, "queue-full", "gadget blinks purple", CaseText.weightAfter(1_500)),
                new CaseText(2, "shape-four", "gadget blinks purple", CaseText.weightAfter(10)));
        assertThat(keys(UNTAUGHT.knowing(both), "the gadget blinks purple")).startsWith("shape-four");
        assertThatThrownBy(() -> new CaseText(1, "a", "b", 0)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new CaseText(1, "a", "b", Double.NaN)).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void errorsThatTheLibraryLacksTeachNothing() {
        Recogniser taught = UNTAUGHT.knowing(List.of(ended(1, "long-gone", "gangway gadget blinking purple")));
        assertThat(keys(taught, "gangway gadget blinking purple")).isEmpty();
        // and an error that is taken out of the library afterwards is not shown for its cases
        Recogniser learned = UNTAUGHT.knowing(List.of(ended(1, "shape-four", "gangway gadget blinking purple")));
        Recogniser smaller = learned.with(
                LIBRARY.stream().filter(e -> !e.key().equals("shape-four")).toList(), java.util.Map.of());
        assertThat(keys(smaller, "gangway gadget blinking purple")).isEmpty();
    }

    @Test
    void casesThatSoundAlikeAreFoundWhetherTheyEndedOrNot() {
        Recogniser r = UNTAUGHT.knowing(List.of(
                new CaseText(9, null, "gangway gadget blinking purple since six", 1),
                ended(8, "no-room", "kiosk full"),
                ended(7, "shape-four", "purple gadget")));
        assertThat(r.alike("purple blinking gadget on the gangway", 5))
                .startsWith(9L)
                .doesNotContain(8L);
        assertThat(r.alike("purple blinking gadget on the gangway", 1)).containsExactly(9L);
        assertThat(r.alike("", 5)).isEmpty();
        assertThat(UNTAUGHT.alike("purple", 5)).isEmpty();
    }
}
