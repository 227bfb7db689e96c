package org.mendak.server.hooks;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Arrays;
import java.util.Locale;
import java.util.stream.Collectors;
import org.mendak.server.platform.Refusal;

/** What others can be told of. */
enum Happening {
    /** Readers see a revision of a document. */
    PUBLISHED,
    /** Something comes in far more often than usual. */
    SURGING,
    /** A case has ended. */
    CASE_CLOSED,
    /** Nothing happened: it is tried whether the address hears. */
    TRIED;

    /** The word on the wire and in the database. */
    @JsonValue
    String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    @JsonCreator
    static Happening of(String word) {
        return Arrays.stream(values())
                .filter(h -> h.word().equals(word) && h != TRIED)
                .findFirst()
                .orElseThrow(() -> Refusal.invalid("\"" + word + "\" is nothing that can be told; write "
                        + Arrays.stream(values())
                                .filter(h -> h != TRIED)
                                .map(Happening::word)
                                .collect(Collectors.joining(", "))));
    }
}
