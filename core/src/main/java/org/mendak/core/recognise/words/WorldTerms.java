package org.mendak.core.recognise.words;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * How often a term stands in messages and in what callers say at large: what a small library cannot know of itself. From the tables
 * of common and everyday words.
 */
public final class WorldTerms {

    private static final Map<Long, Float> SHARE = new HashMap<>();

    static {
        Set<String> words = new HashSet<>(EverydayWords.ALL);
        words.addAll(CommonWords.words());
        Map<String, Double> stems = new HashMap<>();
        for (String w : words) {
            double share = Math.max(CommonWords.share(w), EverydayWords.ALL.contains(w) ? EverydayWords.SHARE : 0);
            stems.merge(Words.stem(w), share, Math::max);
        }
        stems.forEach((stem, share) -> {
            for (long term : SpokenTerms.of(List.of(stem))) {
                SHARE.merge(term, share.floatValue(), (a, b) -> Math.min(1, a + b));
            }
        });
    }

    private WorldTerms() {}

    /** The share of texts with this term, in [0, 1]. */
    public static float share(long term) {
        return SHARE.getOrDefault(term, 0f);
    }
}
