package org.mendak.core.evidence;

import java.util.Locale;
import java.util.Optional;

/** How an attempt ended. */
public enum Outcome {
    WORKED,
    NO_CHANGE,
    /** The first message is gone and another one came: this fix did its work. */
    DIFFERENT_ERROR,
    MADE_WORSE,
    COULD_NOT_APPLY,
    NOTHING_TO_DO,
    NOT_APPLICABLE,
    SKIPPED,
    NOT_RETESTED;

    /** The word on the wire and in CSV. */
    public String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** The outcome of that word, or empty. */
    public static Optional<Outcome> named(String word) {
        for (Outcome o : values()) {
            if (o.word().equals(word)) {
                return Optional.of(o);
            }
        }
        return Optional.empty();
    }

    /** Whether the original action was tried again and the error was gone. */
    public boolean ended() {
        return this == WORKED || this == DIFFERENT_ERROR;
    }

    /** Whether the original action was tried again and the error was still there. */
    public boolean failed() {
        return this == NO_CHANGE || this == MADE_WORSE;
    }

    /** Whether it is known what the fix did: only this is evidence by itself. */
    public boolean retested() {
        return ended() || failed();
    }
}
