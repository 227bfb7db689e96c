package org.mendak.core.recognise.words;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * What people of the trade say for each other: groups of words and phrases of up to four words, from {@code synonyms.txt}. A
 * phrase is found by the stems of its words.
 */
final class Synonyms {

    static final int LONGEST = 4;

    private static final Map<String, int[]> GROUPS = new HashMap<>();

    static {
        Map<String, List<Integer>> groups = new HashMap<>();
        int number = 0;
        for (String line : TableText.lines("synonyms.txt")) {
            for (String phrase : line.split(",")) {
                List<String> words = SpokenWords.of(phrase);
                if (words.isEmpty() || words.size() > LONGEST) {
                    throw new IllegalStateException("synonyms.txt: a phrase of " + words.size() + " words: " + phrase);
                }
                List<Integer> of = groups.computeIfAbsent(key(words, 0, words.size()), k -> new ArrayList<>(1));
                if (!of.contains(number)) {
                    of.add(number);
                }
            }
            number++;
        }
        groups.forEach((phrase, of) ->
                GROUPS.put(phrase, of.stream().mapToInt(Integer::intValue).toArray()));
    }

    private static final int[] NONE = {};

    private Synonyms() {}

    /** The groups that the words from one place to another belong to as one phrase; empty if to none. */
    static int[] groups(List<String> words, int from, int to) {
        return GROUPS.getOrDefault(key(words, from, to), NONE);
    }

    /** Whether the word alone is in a group. */
    static boolean has(String word) {
        return GROUPS.containsKey(Words.stem(word));
    }

    private static String key(List<String> words, int from, int to) {
        if (to - from == 1) {
            return Words.stem(words.get(from));
        }
        StringBuilder key = new StringBuilder();
        for (int i = from; i < to; i++) {
            key.append(i > from ? " " : "").append(Words.stem(words.get(i)));
        }
        return key.toString();
    }
}
