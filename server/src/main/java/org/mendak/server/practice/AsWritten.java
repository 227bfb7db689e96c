package org.mendak.server.practice;

import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** How somebody who does exactly what a document says takes what it leaves to people: hands, prompts, rows, and what should be seen. */
final class AsWritten {

    private static final Pattern QUOTED = Pattern.compile("`([^`]+)`");
    /** Shorter words say nothing of what is meant. */
    private static final int SHORTEST = 3;

    private AsWritten() {}

    /** What hands do who read this; empty if nothing that can be done has a word of it. */
    static Optional<String> hand(String title, List<String> hands) {
        Set<String> told = words(title);
        return hands.stream()
                .max(Comparator.comparingLong(h -> inCommon(h, told)))
                .filter(h -> inCommon(h, told) > 0);
    }

    private static Set<String> words(String text) {
        return Set.copyOf(new HashSet<>(List.of(text.toLowerCase(Locale.ROOT).split("[^a-z]+"))));
    }

    private static long inCommon(String hand, Set<String> told) {
        return words(hand).stream()
                .filter(w -> w.length() >= SHORTEST && told.contains(w))
                .count();
    }

    /** What is typed as the answer that a document gives; reasons behind a comma are for people. */
    static String answer(String written) {
        return written.split(",")[0];
    }

    /** The row that is meant, by a word in capitals that stands in it; -1 if none is. */
    static int row(String told, List<String> rows) {
        List<String> words = List.of(told.split("[^A-Za-z0-9]+"));
        for (int row = 0; row < rows.size(); row++) {
            String values = rows.get(row);
            boolean isMeant = words.stream()
                    .anyMatch(
                            w -> w.length() >= SHORTEST && w.equals(w.toUpperCase(Locale.ROOT)) && values.contains(w));
            if (isMeant) {
                return row;
            }
        }
        return -1;
    }

    /** What should be seen, word for word, and is not. */
    static List<String> unseen(String expected, String output) {
        Matcher m = QUOTED.matcher(expected);
        return m.results()
                .filter(q -> !expected.substring(0, q.start()).endsWith("without "))
                .map(q -> q.group(1))
                .filter(q -> !output.contains(q))
                .toList();
    }
}
