package org.mendak.server.find;

import java.util.Arrays;
import java.util.List;
import java.util.Set;

/**
 * What is looked for.
 *
 * @param words as they were typed; the last one may be only begun
 * @param kinds of these kinds; of all if empty
 * @param product of this product; of any if empty
 * @param phase of this phase; of any if empty
 * @param state of this state; of any if empty
 * @param health of this health; of any if null
 */
public record Asked(
        List<String> words, Set<Entry.Kind> kinds, String product, String phase, String state, Health health) {

    /**
     * How documents are.
     *
     * @param well whether those are meant that are in need of nothing
     * @param ailing the others, as {@code fixes/restart-device}
     */
    public record Health(boolean well, Set<String> ailing) {
        public Health {
            ailing = Set.copyOf(ailing);
        }
    }

    /** As many words are looked at; what is typed behind them changes nothing. */
    public static final int MOST_WORDS = 12;

    private static final int LONGEST_WORD = 100;

    public Asked {
        words = List.copyOf(words);
        kinds = Set.copyOf(kinds);
    }

    /** These words, wherever they stand. */
    public static Asked of(String typed) {
        return of(typed, Set.of(), "", "", "", null);
    }

    public static Asked of(
            String typed, Set<Entry.Kind> kinds, String product, String phase, String state, Health health) {
        List<String> words = Arrays.stream(typed.strip().split("\\s+"))
                .filter(w -> !w.isEmpty())
                .map(w -> w.length() <= LONGEST_WORD ? w : w.substring(0, LONGEST_WORD))
                .limit(MOST_WORDS)
                .toList();
        return new Asked(words, kinds, product, phase, state, health);
    }
}
