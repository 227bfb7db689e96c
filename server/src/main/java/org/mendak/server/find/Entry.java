package org.mendak.server.find;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.List;
import java.util.Objects;
import org.mendak.server.platform.Words;

/**
 * Something that can be found.
 *
 * @param id what it is, once in the index
 * @param title what it is called
 * @param keys what it is known by beside its title: numbers, codes, devices, callers, tickets; separated by line ends
 * @param body whatever else is said in it
 * @param products its products, the first to be shown
 * @param phases the words of its phases, separated by spaces; empty if it has none
 * @param state open, solved or another word for how it stands; empty if it has none
 * @param at when it was new, in seconds since 1970; of what fits alike the newer stands first; 0 if that does not matter
 */
public record Entry(
        String id,
        Kind kind,
        String title,
        String keys,
        String body,
        List<String> products,
        String phases,
        String state,
        long at) {

    /** What can be found. */
    public enum Kind {
        ERROR,
        FIX,
        STEP,
        CASE;

        @JsonValue
        String word() {
            return Words.word(this);
        }
    }

    public Entry {
        Objects.requireNonNull(id);
        Objects.requireNonNull(kind);
        products = List.copyOf(products);
    }
}
