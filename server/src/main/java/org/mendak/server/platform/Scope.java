package org.mendak.server.platform;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;

/** What a token may be used for; a browser's session may do all that its person may. */
public enum Scope {
    READ,
    CASES,
    LIBRARY,
    ADMIN;

    /** The word on the wire and in the database. */
    @JsonValue
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** The scope of that word. */
    @JsonCreator
    public static Scope of(String word) {
        try {
            return valueOf(word.toUpperCase(Locale.ROOT));
        } catch (IllegalArgumentException e) {
            throw Refusal.invalid("\"" + word + "\" is not a scope; write read, cases, library or admin");
        }
    }
}
