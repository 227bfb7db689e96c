package org.mendak.core.recognise.codes;

import java.util.HashMap;
import java.util.Locale;
import java.util.Map;

/**
 * Letters as people say them: by their English names as one hears them written, and by the spelling alphabet of radio.
 *
 * <p>Source of the spelling alphabet: ITU Radio Regulations, appendix 14.
 */
final class SpokenLetters {

    private static final String ALPHABET =
            "alfa bravo charlie delta echo foxtrot golf hotel india juliett kilo lima mike"
                    + " november oscar papa quebec romeo sierra tango uniform victor whiskey xray yankee zulu";
    private static final String[] NAMES = {
        "ay", "bee", "cee see sea", "dee", "ee", "eff ef", "gee", "aitch haitch", "eye", "jay", "kay", "ell el", "em",
        "en", "oh", "pee", "cue queue", "ar are", "ess es", "tee tea", "you", "vee", "doubleu", "ex", "why wye",
                "zed zee"
    };
    private static final Map<String, Character> LETTERS = new HashMap<>();

    static {
        String[] words = ALPHABET.split(" ");
        for (int i = 0; i < words.length; i++) {
            LETTERS.put(words[i], (char) ('A' + i));
            LETTERS.put(String.valueOf((char) ('a' + i)), (char) ('A' + i));
            for (String name : NAMES[i].split(" ")) {
                LETTERS.put(name, (char) ('A' + i));
            }
        }
        LETTERS.put("alpha", 'A');
        LETTERS.put("juliet", 'J');
        LETTERS.put("whisky", 'W');
    }

    private SpokenLetters() {}

    /** The letter that a word, folded, names; 0 if it names none. */
    static char letter(String word) {
        return LETTERS.getOrDefault(word, (char) 0);
    }

    /** Letters as they could stand in a code: the letter that a word names, else the word itself in capitals. */
    static String letters(String word) {
        char c = letter(word);
        return c == 0 ? word.toUpperCase(Locale.ROOT) : String.valueOf(c);
    }
}
