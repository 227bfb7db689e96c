package org.mendak.core.reading;

import java.util.Locale;
import java.util.Optional;

/** How a value came to be known, or why there is none. */
public enum How {
    /** One place of the output fits, and it was shown. */
    SEEN,
    /** One of several places, picked by whoever works the case. */
    CHOSEN,
    /** Typed as the caller said it. */
    HEARD,
    /** Several places fit, and none was picked yet. */
    SEVERAL,
    /** Looked for, and not there. */
    NOT_THERE,
    /** Nobody knows what the look showed. */
    NOT_KNOWN;

    /** As it is stored and told over HTTP. */
    public String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** The way of that word, or empty if there is none. */
    public static Optional<How> named(String word) {
        for (How h : values()) {
            if (h.word().equals(word)) {
                return Optional.of(h);
            }
        }
        return Optional.empty();
    }

    /** Whether there is a value. */
    public boolean hasValue() {
        return this == SEEN || this == CHOSEN || this == HEARD;
    }
}
