package org.mendak.core.recognise;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.mendak.core.language.Template;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Phase;
import org.mendak.core.runbook.Signature;

/** Several texts, close candidates, and a library that changes. */
class SeveralTextsTest {

    private static KnownError error(String key, List<Phase> phases, String... signatures) {
        List<Signature> all = new ArrayList<>();
        for (String s : signatures) {
            all.add(
                    s.startsWith("#")
                            ? new Signature(Signature.Kind.CODE, s.substring(1), null, 1)
                            : new Signature(
                                    Signature.Kind.MESSAGE, s, Template.parse(s).orThrow(), 1));
        }
        return KnownError.recognisedBy(key, phases, all);
    }

    private static final KnownError POINTER =
            error("pointer", List.of(), "The crossing could not be booked. See the log at {log:path}");
    private static final KnownError REASON =
            error("reason", List.of(), "tide table {table:word} ends before {day:word}", "#TD-7712");
    private static final KnownError LAUNCH = error("launch", List.of(Phase.LAUNCH), "#XK-5501");
    private static final KnownError UPDATE = error("update", List.of(Phase.UPDATE), "#XK-5501");

    private static Map<String, KnownError> byKey(KnownError... errors) {
        Map<String, KnownError> all = new LinkedHashMap<>();
        Arrays.stream(errors).forEach(e -> all.put(e.key(), e));
        return all;
    }

    private static Recogniser.Query query(String text) {
        return new Recogniser.Query(text, null, null, null);
    }

    private static List<String> keys(List<Recognition.Candidate> candidates) {
        return candidates.stream().map(Recognition.Candidate::error).toList();
    }

    @Test
    void theReasonLeadsWhenALaterTextNamesIt() {
        Recogniser r = Recogniser.of(List.of(POINTER, REASON));
        Recognition popup =
                r.recognise(query("The crossing could not be booked. See the log at /var/log/crossing.log"));
        Recognition line = r.recognise(query("08:41:09 ERROR tide table T9 ends before Thursday"));
        Map<String, KnownError> errors = byKey(POINTER, REASON);
        assertThat(keys(SeveralTexts.of(List.of(popup), errors))).containsExactly("pointer");
        List<Recognition.Candidate> both = SeveralTexts.of(List.of(popup, line), errors);
        assertThat(keys(both)).containsExactly("reason", "pointer");
        assertThat(both.get(1).reasons()).anyMatch(x -> x.text().contains("the log names: reason"));
        assertThat(both.get(0).captures()).containsEntry("table", "T9");
    }

    @Test
    void valuesOfSeveralTextsAddUp() {
        Recogniser r = Recogniser.of(List.of(REASON));
        List<Recognition.Candidate> both = SeveralTexts.of(
                List.of(
                        r.recognise(query("ended with TD-7712")),
                        r.recognise(query("tide table T9 ends before Thursday"))),
                byKey(REASON));
        assertThat(both).singleElement().satisfies(c -> assertThat(c.captures()).containsEntry("day", "Thursday"));
    }

    @Test
    void whatSharesACodeIsPerhapsAndAskedApart() {
        Recogniser r = Recogniser.of(List.of(LAUNCH, UPDATE));
        Recognition found = r.recognise(query("it ended with XK-5501"));
        assertThat(keys(found.candidates())).containsExactlyInAnyOrder("launch", "update");
        assertThat(found.candidates()).noneMatch(Recognition.Candidate::recognised);
        List<Separation.Ask> asks = Separation.of(query("it ended with XK-5501"), found, byKey(LAUNCH, UPDATE));
        assertThat(asks).singleElement().satisfies(a -> {
            assertThat(a.kind()).isEqualTo(Separation.Kind.PHASE);
            assertThat(a.answers()).contains(new Separation.Answer("launch", List.of("launch")));
        });
        Recogniser.Query answered = new Recogniser.Query("it ended with XK-5501", null, null, Phase.LAUNCH);
        assertThat(r.recognise(answered).candidates().get(0).error()).isEqualTo("launch");
    }

    @Test
    void whatIsMetOftenComesFirstAmongEquals() {
        Recogniser r = Recogniser.of(List.of(LAUNCH, UPDATE));
        Prior often = (error, product, phase) -> error.equals("update") ? 8 : 0.2;
        Recognition found = r.recognise(new Recogniser.Query("XK-5501", null, null, null, often));
        assertThat(found.candidates().get(0).error()).isEqualTo("update");
    }

    @Test
    void aChangedLibraryIsRecognisedAsOneBuiltAnew() {
        KnownError changed = error("reason", List.of(), "tide table {table:word} is upside down");
        Recogniser before = Recogniser.of(List.of(POINTER, REASON));
        Recogniser after = before.with(List.of(changed, LAUNCH), java.util.Map.of());
        assertThat(after.behind()).isPositive();
        for (String text : List.of(
                "tide table T9 is upside down",
                "tide table T9 ends before Thursday",
                "TD-7712",
                "XK-5501",
                "The crossing could not be booked. See the log at /var/log/crossing.log")) {
            Recogniser anew = Recogniser.of(List.of(changed, LAUNCH));
            assertThat(keys(after.recognise(query(text)).candidates()))
                    .as(text)
                    .isEqualTo(keys(anew.recognise(query(text)).candidates()));
        }
        assertThat(before.recognise(query("TD-7712")).candidates()).hasSize(1);
        assertThat(after.scan().fragments()).contains("xk-5501").doesNotContain("td-7712");
    }
}
