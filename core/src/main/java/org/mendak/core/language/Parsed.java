package org.mendak.core.language;

import java.util.List;
import java.util.Objects;

/**
 * What came of reading a text in one of the small languages: a value, or the mistakes that prevented it.
 *
 * @param value the value; null exactly if there are mistakes
 * @param mistakes what is wrong, in the order of the text; never null
 */
public record Parsed<T>(T value, List<Mistake> mistakes) {

    /**
     * One mistake.
     *
     * @param offset where it is, in UTF-16 units from the start of the text, from 0 to its length
     * @param message what is wrong, for the author
     * @param remedy what to write instead
     */
    public record Mistake(int offset, String message, String remedy) {}

    public Parsed {
        mistakes = List.copyOf(mistakes);
        if ((value == null) == mistakes.isEmpty()) {
            throw new IllegalArgumentException("either a value or mistakes are needed, not both or neither");
        }
    }

    static <T> Parsed<T> of(T value) {
        return new Parsed<>(Objects.requireNonNull(value), List.of());
    }

    static <T> Parsed<T> wrong(int offset, String message, String remedy) {
        return new Parsed<>(null, List.of(new Mistake(offset, message, remedy)));
    }

    /** Whether there is a value. */
    public boolean ok() {
        return value != null;
    }

    /**
     * The value, for callers that have checked the text before.
     *
     * @throws IllegalArgumentException with the first mistake, if there is no value
     */
    public T orThrow() {
        if (value == null) {
            Mistake first = mistakes.get(0);
            throw new IllegalArgumentException(first.message() + " (at " + first.offset() + "); " + first.remedy());
        }
        return value;
    }
}
