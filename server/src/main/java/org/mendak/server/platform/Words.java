package org.mendak.server.platform;

import java.util.Arrays;
import java.util.EnumSet;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** Enums as words: on the wire, in the desk's file and in what a refusal lists; {@code WORKED_AROUND} is worked-around. */
public final class Words {

    private Words() {}

    /** The word of a constant; null stays null. */
    public static String word(Enum<?> constant) {
        return constant == null
                ? null
                : constant.name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** The constant of a word; empty if it is none, or null. */
    public static <E extends Enum<E>> Optional<E> named(Class<E> type, String word) {
        return Arrays.stream(type.getEnumConstants())
                .filter(e -> word(e).equals(word))
                .findFirst();
    }

    /** The constant of a word that is stored; null stays null. Fails on a word that nobody here wrote. */
    public static <E extends Enum<E>> E stored(Class<E> type, String word) {
        return word == null
                ? null
                : named(type, word)
                        .orElseThrow(() -> new IllegalStateException(
                                "the desk's file says \"" + word + "\", which is no " + type.getSimpleName()));
    }

    /**
     * The constant of a word that somebody said.
     *
     * @param what what the word is for, as a refusal calls it
     */
    public static <E extends Enum<E>> E said(Class<E> type, String word, String what) {
        return said(EnumSet.allOf(type), word, what);
    }

    /** The same, of some constants only. */
    public static <E extends Enum<E>> E said(Set<E> allowed, String word, String what) {
        return allowed.stream()
                .filter(e -> word(e).equals(word))
                .findFirst()
                .orElseThrow(() -> Refusal.invalid(what + " is " + (word == null ? "missing" : "\"" + word + "\"")
                        + ", must be one of "
                        + allowed.stream().map(Words::word).sorted().collect(Collectors.joining(", ")) + "."));
    }

    /** The same, where nothing said means what is given. */
    public static <E extends Enum<E>> E said(Class<E> type, String word, E otherwise, String what) {
        return word == null ? otherwise : said(type, word, what);
    }
}
