package org.mendak.core.recognise;

import java.util.HashSet;
import java.util.Set;
import org.mendak.core.recognise.words.EverydayWords;
import org.mendak.core.recognise.words.Words;

/** Which words messages at large are made of, as far as the tables of recognition know them; all others are names or terms of a trade. */
public final class LanguageWords {

    private static final Set<String> STEMS = stems();

    private LanguageWords() {}

    /** Whether a word, in lower case, is one of the language, in whatever form. */
    public static boolean has(String word) {
        return EverydayWords.isKnown(word) || STEMS.contains(Words.stem(word));
    }

    private static Set<String> stems() {
        Set<String> stems = new HashSet<>();
        EverydayWords.known().forEach(w -> stems.add(Words.stem(w)));
        return stems;
    }
}
