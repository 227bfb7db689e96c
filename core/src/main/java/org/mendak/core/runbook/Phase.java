package org.mendak.core.runbook;

import java.util.Locale;
import java.util.Optional;

/** When software fails: while it is installed, updated or launched. */
public enum Phase {
    INSTALL,
    UPDATE,
    LAUNCH;

    /** The word used in documents and on the wire. */
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** The phase of that word, or empty. */
    public static Optional<Phase> named(String word) {
        for (Phase p : values()) {
            if (p.word().equals(word)) {
                return Optional.of(p);
            }
        }
        return Optional.empty();
    }
}
