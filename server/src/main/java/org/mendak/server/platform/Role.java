package org.mendak.server.platform;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;

/** What a person may do: an agent works cases, an author also writes, a lead also publishes, imports and manages people. */
public enum Role {
    AGENT,
    AUTHOR,
    LEAD;

    /** The word on the wire and in the database. */
    @JsonValue
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** The role of that word. */
    public static Role of(String word) {
        return valueOf(word.toUpperCase(Locale.ROOT));
    }
}
