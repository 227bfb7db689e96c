package org.mendak.core.recognise;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.mendak.core.language.ProductRange;
import org.mendak.core.language.Template;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Phase;
import org.mendak.core.runbook.Signature;

class SeparationTest {

    private static KnownError error(String key, List<Phase> phases, String message) {
        return KnownError.recognisedBy(
                key,
                phases,
                List.of(new Signature(
                        Signature.Kind.MESSAGE, message, Template.parse(message).value(), 1)));
    }

    private static KnownError of(String key, String product) {
        KnownError e = error(key, List.of(), "gangway");
        return new KnownError(
                e.key(),
                e.title(),
                e.phases(),
                List.of(ProductRange.parse(product).orThrow()),
                e.aliases(),
                e.firstAid(),
                e.intro(),
                e.signatures(),
                e.samples(),
                e.confusions(),
                e.questions(),
                e.tries(),
                e.ruledOut(),
                e.verify(),
                e.tells(),
                e.confirmed(),
                e.sections());
    }

    private final Map<String, KnownError> errors = new LinkedHashMap<>();
    private final List<Recognition.Candidate> candidates = new ArrayList<>();

    private void candidate(KnownError e, double probability) {
        errors.put(e.key(), e);
        candidates.add(new Recognition.Candidate(e.key(), e.title(), probability, List.of(), Map.of()));
    }

    private List<Separation.Ask> asks(Recogniser.Query query) {
        return Separation.of(query, new Recognition(List.of(), candidates), errors);
    }

    private static Recogniser.Query query(String text, String... denied) {
        return new Recogniser.Query(text, null, null, null, Prior.NONE, List.of(denied));
    }

    @Test
    void aQuestionThatPartsTwoEqualOnesSavesATenthOfAKey() {
        candidate(error("a", List.of(Phase.UPDATE), "quay {n:word}"), 0.3);
        candidate(error("b", List.of(Phase.LAUNCH), "quay {n:number}"), 0.3);
        assertThat(asks(query("quay"))).singleElement().satisfies(ask -> {
            assertThat(ask.kind()).isEqualTo(Separation.Kind.PHASE);
            // in their order 0.5 · 1 + 0.5 · 4; asked, (0.5 · 1 + 0.5 · 0.15 · 4) / 0.575 and the question's own
            assertThat(ask.saves()).isCloseTo(2.5 - 1 - 0.8 / 0.575, within(1e-9));
        });
    }

    @Test
    void nothingIsAskedWhereTheFirstIsClear() {
        candidate(error("a", List.of(Phase.UPDATE), "quay {n:word}"), 0.7);
        candidate(error("b", List.of(Phase.LAUNCH), "berth {n:word}"), 0.1);
        assertThat(asks(query("quay"))).isEmpty();
        candidates.remove(1);
        assertThat(asks(query("quay"))).isEmpty();
    }

    @Test
    void aWordThatHalfOfThemHaveIsAskedForAndNoSecondOne() {
        candidate(error("a", List.of(), "gangway closed by crane"), 0.2);
        candidate(error("b", List.of(), "gangway closed by crane {n:word}"), 0.2);
        candidate(error("c", List.of(), "gangway flooded"), 0.2);
        candidate(error("d", List.of(), "gangway iced"), 0.2);
        Separation.Ask ask = asks(query("the gangway")).get(0);
        assertThat(ask.kind()).isEqualTo(Separation.Kind.WORD);
        assertThat(ask.answers())
                .containsExactly(
                        new Separation.Answer("closed", List.of("a", "b")),
                        new Separation.Answer("", List.of("c", "d")));
        assertThat(asks(query("the gangway", "closed"))).isEmpty();
    }

    @Test
    void ofFiveProductsTheFourLikeliestAreAsked() {
        double chance = 0.3;
        for (String product : List.of("Tidewall", "Quaycall", "Leadline", "Berthbook", "Brinelink")) {
            candidate(of("of-" + product, product), chance);
            chance -= 0.01;
        }
        assertThat(asks(query("gangway"))).singleElement().satisfies(ask -> {
            assertThat(ask.kind()).isEqualTo(Separation.Kind.PRODUCT);
            assertThat(ask.answers().stream().map(Separation.Answer::value))
                    .containsExactly("Tidewall", "Quaycall", "Leadline", "Berthbook");
        });
    }

    @Test
    void whatTheTextSaysAlreadyIsNotAsked() {
        candidate(error("a", List.of(), "gangway closed"), 0.3);
        candidate(error("b", List.of(), "gangway open"), 0.3);
        assertThat(asks(query("gangway closed or open, closes"))).isEmpty();
    }
}
