package org.mendak.server.library;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;
import java.util.Optional;

/** Where a document's newest revision stands. */
public enum Status {
    DRAFT,
    IN_REVIEW,
    PUBLISHED,
    RETIRED;

    /** The word on the wire and in the database. */
    @JsonValue
    public String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    static Optional<Status> named(String word) {
        for (Status s : values()) {
            if (s.word().equals(word)) {
                return Optional.of(s);
            }
        }
        return Optional.empty();
    }
}
