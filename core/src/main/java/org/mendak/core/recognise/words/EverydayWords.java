package org.mendak.core.recognise.words;

import java.util.Arrays;
import java.util.HashSet;
import java.util.Set;
import java.util.stream.Collectors;

/** Words that people put around what a screen said: {@code everyday-words.txt}. */
public final class EverydayWords {

    /** As often as this they stand in what callers say. */
    static final double SHARE = 0.05;

    public static final Set<String> ALL = TableText.lines("everyday-words.txt").stream()
            .flatMap(line -> Arrays.stream(line.split(" ")))
            .collect(Collectors.toUnmodifiableSet());

    private EverydayWords() {}

    /** Whether a word is one of the language as far as the tables know it. */
    public static boolean isKnown(String word) {
        return ALL.contains(word) || CommonWords.words().contains(word) || Synonyms.has(word);
    }

    /** The single words that {@link #isKnown} knows by the tables, synonyms apart. */
    public static Set<String> known() {
        Set<String> known = new HashSet<>(ALL);
        known.addAll(CommonWords.words());
        return known;
    }
}
