package org.mendak.core.language;

import java.util.Locale;
import java.util.Optional;

/** What people call the facts and values that a condition compares. Never null; a name that nobody titled is put into words. */
public interface Titles {

    /** Titles of facts that have none: their names in words. */
    Titles NONE = name -> Optional.empty();

    /** What a fact or value is called; empty if nobody said. */
    Optional<String> titleOf(String name);

    /** A sentence for a fact being a value, such as "another package updates"; empty if nobody wrote one. */
    default Optional<String> sentence(String name, String value) {
        return Optional.empty();
    }

    /** The one other answer that a fact may have; empty if it has not just two. */
    default Optional<String> other(String name, String value) {
        return Optional.empty();
    }

    /** What a fact or value is called on every screen. */
    default String of(String name) {
        return titleOf(name).orElseGet(() -> inWords(name));
    }

    /** A name in words: {@code till_name}, {@code disk.number}, {@code startType} become "till name", "disk number", "start type". */
    static String inWords(String name) {
        return name.replaceAll("([a-z0-9])([A-Z])", "$1 $2")
                .replaceAll("[_.-]+", " ")
                .strip()
                .toLowerCase(Locale.ROOT);
    }
}
