package org.mendak.server.recognition;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import org.mendak.core.privacy.SecretFinder;
import org.mendak.core.recognise.Recognition;
import org.mendak.core.runbook.Phase;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.FromCaller;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Refusal;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** {@code POST /api/recognitions}. */
@RestController
class RecognitionController {

    @FromCaller
    record Request(
            String text,
            String product,
            String productVersion,
            String phase,
            Map<String, String> facts,
            @OrNull List<String> denied) {}

    record Code(String raw, String canonical, String kind, String explained, List<Integer> span) {}

    /** A reason; {@code span} is empty if it does not stand in the text. */
    record Reason(String kind, String text, List<Integer> span) {}

    /** A known error that it may be; {@code called} says what its values are called, by their names. */
    record Candidate(
            String error,
            String title,
            double probability,
            String band,
            List<Reason> reasons,
            Map<String, String> captures,
            Map<String, String> called) {}

    /** An answer, and the known errors that it speaks for. */
    record Favours(String value, List<String> favours) {}

    /**
     * What would separate close candidates: a code, product or phase to enter, a word that it says or (an empty value) does not say,
     * or the authors' remark.
     */
    record Ask(String kind, List<Favours> answers, double saves) {}

    /** Something that is masked before the text is stored. */
    record Secret(String kind, List<Integer> span) {}

    record FirstAid(String error, String title) {}

    record Answer(
            List<Code> codes,
            List<Candidate> candidates,
            List<Ask> asks,
            List<Secret> secrets,
            @OrNull FirstAid firstAid,
            long micros) {}

    private static final int MOST_DENIED = 20;
    private static final int LONGEST_DENIED = 64;

    private final RecognitionService recognition;

    RecognitionController(RecognitionService recognition) {
        this.recognition = recognition;
    }

    @PostMapping("/api/recognitions")
    Answer recognise(Caller caller, @RequestBody Request body) {
        if (body.text() == null) {
            throw Refusal.invalid("The text is missing.");
        }
        Phase phase = phase(body.phase());
        long start = System.nanoTime();
        RecognitionService.Answer answer =
                recognition.answer(body.text(), body.product(), body.productVersion(), phase, denied(body.denied()));
        Recognition r = answer.recognition();
        long micros = (System.nanoTime() - start) / 1_000;
        FirstAid aid = body.product() == null || body.product().isBlank()
                ? null
                : recognition
                        .firstAid(body.product(), phase)
                        .map(e -> new FirstAid(e.key(), e.title()))
                        .orElse(null);
        return new Answer(
                r.codes().stream()
                        .map(c -> new Code(
                                c.raw(), c.canonical(), lower(c.kind()), c.explained(), List.of(c.from(), c.to())))
                        .toList(),
                r.candidates().stream().map(this::candidate).toList(),
                answer.asks().stream()
                        .map(a -> new Ask(
                                lower(a.kind()),
                                a.answers().stream()
                                        .map(x -> new Favours(x.value(), x.favours()))
                                        .toList(),
                                a.saves()))
                        .toList(),
                SecretFinder.find(body.text()).stream()
                        .map(x -> new Secret(lower(x.kind()), List.of(x.from(), x.to())))
                        .toList(),
                aid,
                micros);
    }

    private static List<String> denied(List<String> words) {
        if (words == null) {
            return List.of();
        }
        if (words.size() > MOST_DENIED || words.stream().anyMatch(w -> w == null || w.length() > LONGEST_DENIED)) {
            throw Refusal.invalid(
                    "\"denied\" has at most " + MOST_DENIED + " words of at most " + LONGEST_DENIED + " characters.");
        }
        return words;
    }

    private static Phase phase(String word) {
        if (word == null || word.isBlank()) {
            return null;
        }
        return Phase.named(word)
                .orElseThrow(
                        () -> Refusal.invalid("\"" + word + "\" is not a phase; write install, update or launch."));
    }

    private Candidate candidate(Recognition.Candidate c) {
        return new Candidate(
                c.error(),
                c.title(),
                c.probability(),
                lower(c.band()),
                c.reasons().stream()
                        .map(x -> new Reason(
                                lower(x.kind()), x.text(), x.from() < 0 ? List.of() : List.of(x.from(), x.to())))
                        .toList(),
                new TreeMap<>(c.captures()),
                recognition.called(c));
    }

    private static String lower(Enum<?> e) {
        return e.name().toLowerCase(Locale.ROOT);
    }
}
