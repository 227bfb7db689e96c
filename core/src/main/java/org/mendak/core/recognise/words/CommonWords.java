package org.mendak.core.recognise.words;

import java.util.HashMap;
import java.util.Map;
import java.util.Set;

/**
 * How often a word stands in messages of programs at large. A library of fifty errors cannot tell from itself that "cannot open"
 * says little; this table can.
 */
public final class CommonWords {

    /** As many messages of the world at large speak beside those of the library. */
    public static final double WORLD = 3_000;

    private static final double ELSEWHERE = 1.0 / 40_000;
    private static final Map<String, Float> SHARE = read();

    private CommonWords() {}

    /** The share of messages with this word, in (0, 1]; a small one for words that the table lacks. */
    public static double share(String word) {
        Float share = SHARE.get(word);
        return share == null ? ELSEWHERE : share;
    }

    /** The words that the table has. */
    static Set<String> words() {
        return SHARE.keySet();
    }

    /** One line a word: the word and in how many of 100,000 messages it stands. */
    private static Map<String, Float> read() {
        Map<String, Float> share = new HashMap<>();
        for (String line : TableText.lines("common-words.txt")) {
            int blank = line.indexOf(' ');
            share.put(line.substring(0, blank), Integer.parseInt(line.substring(blank + 1)) / 100_000f);
        }
        return share;
    }
}
