package org.mendak.core.recognise;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import org.mendak.core.recognise.match.SpokenIndex;
import org.mendak.core.recognise.words.Best;
import org.mendak.core.recognise.words.EverydayWords;
import org.mendak.core.recognise.words.SpokenTerms;
import org.mendak.core.recognise.words.SpokenWords;
import org.mendak.core.recognise.words.Words;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Signature;

/**
 * The desk's own words: texts of its cases, and which known errors those that ended say something of. Immutable.
 *
 * <p>A text is likened to texts; of each error the likest counts most, the next half of that, and so on: one case that ended as the
 * wrong error says little against several that ended as the right one.
 *
 * <p>Source: T. Cover, P. Hart, "Nearest Neighbor Pattern Classification", IEEE Transactions on Information Theory 13 (1967), pp.
 * 21-27; neighbours weighed as in S. Dudani, "The Distance-Weighted k-Nearest-Neighbor Rule", IEEE Transactions on Systems, Man, and
 * Cybernetics 6 (1976), pp. 325-327, here by halves.
 */
final class OwnWords {

    /** Cases of one error that are learned from, the newest. */
    static final int MOST_OF_ERROR = 20;
    /** Texts in all. */
    private static final int MOST = 50_000;
    /** The first words of a text that count. */
    private static final int MOST_WORDS = 100;
    /** Lines of a text that somebody typed. */
    private static final int MOST_LINES = 12;
    /** Neighbours of one error that count. */
    private static final int NEIGHBOURS = 4;
    /** Errors that are looked at closely. */
    private static final int MOST_ERRORS = 12;

    private static final double SHARED = 1 / 50.0;
    // fitted on simulated desks: docs/measurements.md
    private static final double BY_LIKENESS = 0.5;
    private static final double BY_BEING_AHEAD = 2;

    /** Less than this, in nats, is no reason. */
    private static final double SAYS_SOMETHING = 0.5;

    /** The part of a text that a text alike has. */
    private static final double ALIKE = 0.35;

    private static final int SHORT_MESSAGE = 3;

    private static final Comparator<CaseText> NEWEST = Comparator.comparingDouble(CaseText::weight)
            .thenComparingLong(CaseText::number)
            .reversed();

    /** Nothing was heard yet. */
    static final OwnWords NONE = new OwnWords(List.of(), key -> null, null);

    /**
     * What the desk's cases say of one known error.
     *
     * @param says in nats, above 0
     * @param nearest the case whose text is likest
     */
    record Heard(KnownError error, double says, long nearest) {}

    private final List<CaseText> texts;
    /** By text its error's place in {@link #errors}; -1 if it teaches nothing. */
    private final int[] errorOf;

    private final List<KnownError> errors = new ArrayList<>();
    private final SpokenIndex index;

    /**
     * @param given texts of cases, in any order
     * @param errors the known error of a key, or null
     * @param library what terms are worth otherwise; null if nothing is known
     */
    OwnWords(Collection<CaseText> given, Function<String, KnownError> errors, SpokenIndex library) {
        texts = given.stream().sorted(NEWEST).limit(MOST).toList();
        errorOf = new int[texts.size()];
        List<long[]> terms = new ArrayList<>(texts.size());
        Map<String, Integer> places = new HashMap<>();
        Map<String, Integer> taught = new HashMap<>();
        for (int i = 0; i < errorOf.length; i++) {
            CaseText text = texts.get(i);
            List<String> words = words(text.text());
            terms.add(SpokenTerms.of(words));
            errorOf[i] = -1;
            KnownError e = text.endedAs() == null ? null : errors.apply(text.endedAs());
            if (e != null
                    && isSaying(text.text(), words, e)
                    && taught.merge(e.key(), 1, Integer::sum) <= MOST_OF_ERROR) {
                errorOf[i] = places.computeIfAbsent(e.key(), k -> {
                    this.errors.add(e);
                    return this.errors.size() - 1;
                });
            }
        }
        index = new SpokenIndex(terms, library);
    }

    /** Whether somebody put an error in their own words here: a log, or what says no more than the message, teaches nothing. */
    static boolean isSaying(String text, KnownError e) {
        return isSaying(text, words(text), e);
    }

    private static boolean isSaying(String text, List<String> words, KnownError e) {
        boolean some = words.stream().anyMatch(w -> !EverydayWords.ALL.contains(w));
        return some && text.lines().limit(MOST_LINES + 1L).count() <= MOST_LINES && !isMessage(words, e);
    }

    private static List<String> words(String text) {
        List<String> words = SpokenWords.of(text);
        return words.size() > MOST_WORDS ? words.subList(0, MOST_WORDS) : words;
    }

    /** Whether all of the error's own message is there. */
    private static boolean isMessage(List<String> words, KnownError e) {
        Set<String> stems = new HashSet<>();
        words.forEach(w -> stems.add(Words.stem(w)));
        return e.signatures().stream()
                .filter(s -> s.kind() == Signature.Kind.MESSAGE)
                .map(s -> SpokenWords.of(s.words()))
                .anyMatch(m -> m.size() >= SHORT_MESSAGE && m.stream().allMatch(w -> stems.contains(Words.stem(w))));
    }

    boolean isEmpty() {
        return texts.isEmpty();
    }

    /** The known errors whose cases sound like this, most first, up to twelve. O(postings of the text's terms + texts). */
    List<Heard> find(SpokenWords.Text spoken) {
        SpokenIndex.TextTerms asked = index.ask(SpokenTerms.of(spoken.words()));
        float[] scores = asked.scores();
        int[][] nearest = nearest(scores);
        float[] merits = new float[nearest.length];
        Best best = new Best(MOST_ERRORS);
        for (int e = 0; e < nearest.length; e++) {
            float part = 1;
            for (int k = 0; k < NEIGHBOURS && nearest[e] != null && nearest[e][k] >= 0; k++) {
                merits[e] += part * merit(scores, nearest[e][k]);
                part /= 2;
            }
            best.add(merits[e], e);
        }
        int[] order = best.order();
        List<Heard> heard = new ArrayList<>();
        for (int i = 0; i < order.length; i++) {
            int e = order[i];
            float other = order.length == 1 ? 0 : merits[order[i == 0 ? 1 : 0]];
            double ahead = Math.max(0, (merits[e] - other) / merits[order[0]]);
            int likest = nearest[e][0];
            double says = merits[e] * SHARED * ofText(asked, likest) * (BY_LIKENESS + BY_BEING_AHEAD * ahead);
            if (says >= SAYS_SOMETHING) {
                heard.add(new Heard(errors.get(e), says, texts.get(likest).number()));
            }
        }
        return heard;
    }

    /** By error its likest texts, the likest first, -1 behind the last; null if none is like it. */
    private int[][] nearest(float[] scores) {
        int[][] nearest = new int[errors.size()][];
        for (int d = 0; d < scores.length; d++) {
            int e = errorOf[d];
            if (e < 0 || !(scores[d] > 0)) {
                continue;
            }
            if (nearest[e] == null) {
                nearest[e] = new int[] {-1, -1, -1, -1};
            }
            int place = d;
            for (int k = 0; k < NEIGHBOURS && place >= 0; k++) {
                int there = nearest[e][k];
                if (there < 0 || merit(scores, place) > merit(scores, there)) {
                    nearest[e][k] = place;
                    place = there;
                }
            }
        }
        return nearest;
    }

    private float merit(float[] scores, int text) {
        return scores[text] * (float) texts.get(text).weight();
    }

    private static double ofText(SpokenIndex.TextTerms asked, int text) {
        return asked.common(new int[] {text}, new float[] {1}).ofText();
    }

    /** Cases with a text that has a good part of this one's terms, the likest first, each once. */
    List<Long> alike(SpokenWords.Text spoken, int most) {
        SpokenIndex.TextTerms asked = index.ask(SpokenTerms.of(spoken.words()));
        float[] scores = asked.scores();
        Best best = new Best(most * 2);
        for (int d = 0; d < scores.length; d++) {
            best.add(scores[d], d);
        }
        List<Long> alike = new ArrayList<>();
        for (int d : best.order()) {
            long number = texts.get(d).number();
            if (alike.size() < most && !alike.contains(number) && ofText(asked, d) >= ALIKE) {
                alike.add(number);
            }
        }
        return alike;
    }
}
