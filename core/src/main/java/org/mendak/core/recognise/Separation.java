package org.mendak.core.recognise;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.mendak.core.language.ProductRange;
import org.mendak.core.recognise.codes.CodeHit;
import org.mendak.core.recognise.words.EverydayWords;
import org.mendak.core.recognise.words.SpokenWords;
import org.mendak.core.recognise.words.Words;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Phase;
import org.mendak.core.runbook.Signature;

/**
 * What to ask when several known errors are about as likely: the one question whose answer saves most keys on the way to the right
 * case, if it saves more than the key that it costs.
 *
 * <p>The keys are those of the taking-in page: one opens a candidate; a wrong one costs {@value #WRONG} more, which are saying that
 * it is another error, choosing that, and confirming it. Before anything is asked, candidates are tried in their order.
 */
public final class Separation {

    static final int WRONG = 3;

    /** What an answer takes from those that it speaks against, as a factor of their probability. */
    private static final double AGAINST = 0.15;

    /** Chances of close candidates are too even, on texts of others; so much sharper they ask what pays (docs/measurements.md). */
    private static final double SHARPER = 1.3;

    /** Keys that a question must save beyond its own. */
    private static final double WORTH_ASKING = 0.1;

    /** The share of the first from which on no remark is needed. */
    private static final double MOST_SURE = 0.8;

    private static final int MOST_ANSWERS = 4;
    private static final int MOST_CANDIDATES = 5;

    /** What is asked for. */
    public enum Kind {
        CODE,
        PRODUCT,
        PHASE,
        /** Whether it also says a word; the answer for no has no value. */
        WORD,
        /** The authors' own remark on what tells them apart: to be read, not answered. */
        REMARK
    }

    /**
     * An answer.
     *
     * @param value what it says: a code, a product, a phase, a word; empty for no; the remark itself
     * @param favours keys of the known errors that it speaks for
     */
    public record Answer(String value, List<String> favours) {
        public Answer {
            favours = List.copyOf(favours);
        }
    }

    /**
     * Something to ask, with the answers that separate.
     *
     * @param saves how many keys it saves on average, its own counted; 0 for a remark
     */
    public record Ask(Kind kind, List<Answer> answers, double saves) {
        public Ask {
            answers = List.copyOf(answers);
        }
    }

    private final Recogniser.Query query;
    private final List<KnownError> close = new ArrayList<>();
    private final List<Double> chances = new ArrayList<>();
    private Ask best;

    private Separation(Recogniser.Query query, Recognition found, Map<String, KnownError> errors) {
        this.query = query;
        double sum = 0;
        for (Recognition.Candidate c : found.candidates()) {
            KnownError e = errors.get(c.error());
            if (e != null && close.size() < MOST_CANDIDATES) {
                close.add(e);
                double chance = Math.pow(c.probability(), SHARPER);
                chances.add(chance);
                sum += chance;
            }
        }
        double all = sum;
        chances.replaceAll(p -> p / all);
    }

    /**
     * The question to ask, if any is worth it, and the authors' remarks on what tells the candidates apart.
     *
     * @param found what is shown, the likeliest first
     * @param errors the known errors by key
     */
    public static List<Ask> of(Recogniser.Query query, Recognition found, Map<String, KnownError> errors) {
        Separation s = new Separation(query, found, errors);
        if (s.close.size() < 2) {
            return List.of();
        }
        if (found.codes().stream().allMatch(CodeHit::isBare)) {
            s.consider(Kind.CODE, Separation::codes);
        }
        if (query.product() == null || query.product().isBlank()) {
            s.consider(
                    Kind.PRODUCT,
                    e -> e.products().stream()
                            .map(ProductRange::product)
                            .distinct()
                            .toList());
        }
        if (query.phase() == null) {
            s.consider(Kind.PHASE, e -> e.phases().stream().map(Phase::word).toList());
        }
        if (query.denied().isEmpty()) {
            s.words(); // a second word asked for costs more keys than it saves
        }
        List<Ask> asks = new ArrayList<>();
        if (s.best != null && s.best.saves() >= WORTH_ASKING) {
            asks.add(s.best);
        }
        s.remarks().ifPresent(asks::add);
        return asks;
    }

    /** Keys to the right case, tried in their order, if these are the chances. */
    private static double keys(List<Double> chances) {
        List<Double> order =
                chances.stream().sorted((a, b) -> Double.compare(b, a)).toList();
        double sum = 0;
        double keys = 0;
        for (int i = 0; i < order.size(); i++) {
            sum += order.get(i);
            keys += order.get(i) * (1 + WRONG * i);
        }
        return sum == 0 ? 0 : keys / sum;
    }

    private static List<String> codes(KnownError e) {
        return e.signatures().stream()
                .filter(x -> x.kind() == Signature.Kind.CODE)
                .map(Signature::text)
                .limit(1)
                .toList();
    }

    /** Takes a question into account; an error without a value fits every answer. */
    private void consider(Kind kind, Function<KnownError, List<String>> has) {
        Map<String, List<String>> favours = new LinkedHashMap<>();
        for (KnownError e : close) {
            for (String value : has.apply(e)) {
                favours.computeIfAbsent(value, k -> new ArrayList<>()).add(e.key());
            }
        }
        if (favours.size() < 2) {
            return;
        }
        weigh(
                kind,
                favours.entrySet().stream()
                        .map(f -> new Answer(f.getKey(), f.getValue()))
                        .limit(MOST_ANSWERS)
                        .toList());
    }

    private void weigh(Kind kind, List<Answer> answers) {
        Set<String> any = answers.stream().flatMap(a -> a.favours().stream()).collect(Collectors.toSet());
        double after = 0;
        for (Answer a : answers) {
            double share = 0;
            List<Double> then = new ArrayList<>();
            for (int i = 0; i < close.size(); i++) {
                String key = close.get(i).key();
                long of =
                        answers.stream().filter(x -> x.favours().contains(key)).count();
                boolean fits = a.favours().contains(key) || !any.contains(key);
                share += !any.contains(key)
                        ? chances.get(i) / answers.size()
                        : a.favours().contains(key) ? chances.get(i) / of : 0;
                then.add(chances.get(i) * (fits ? 1 : AGAINST));
            }
            after += share * keys(then);
        }
        double saves = keys(chances) - 1 - after;
        if (best == null || saves > best.saves()) {
            best = new Ask(kind, answers, saves);
        }
    }

    /** Words that some of the messages have, and the text has not, nor anything like it. */
    private void words() {
        Set<String> said = stems(query.text());
        Map<String, List<String>> with = new LinkedHashMap<>();
        Map<String, String> names = new HashMap<>();
        for (KnownError e : close) {
            Set<String> seen = new HashSet<>();
            for (String w : SpokenWords.of(e)) {
                if (w.length() > 2
                        && !EverydayWords.ALL.contains(w)
                        && !said.contains(Words.stem(w))
                        && seen.add(Words.stem(w))) {
                    String shown = names.computeIfAbsent(Words.stem(w), k -> w);
                    with.computeIfAbsent(shown, k -> new ArrayList<>()).add(e.key());
                }
            }
        }
        with.forEach((word, keys) -> {
            List<String> without = close.stream()
                    .map(KnownError::key)
                    .filter(k -> !keys.contains(k))
                    .toList();
            if (!without.isEmpty()) {
                weigh(Kind.WORD, List.of(new Answer(word, keys), new Answer("", without)));
            }
        });
    }

    private static Set<String> stems(String text) {
        return SpokenWords.of(text).stream().map(Words::stem).collect(Collectors.toCollection(HashSet::new));
    }

    private Optional<Ask> remarks() {
        Set<String> titles = close.stream().map(KnownError::title).collect(Collectors.toSet());
        List<Answer> remarks = new ArrayList<>();
        for (KnownError e : close) {
            e.confusions().stream()
                    .filter(text -> titles.stream().anyMatch(t -> !t.equals(e.title()) && text.contains(t)))
                    .limit(1)
                    .forEach(text -> remarks.add(new Answer(text, List.of(e.key()))));
        }
        return remarks.isEmpty() || chances.get(0) > MOST_SURE
                ? Optional.empty()
                : Optional.of(new Ask(Kind.REMARK, remarks, 0));
    }
}
