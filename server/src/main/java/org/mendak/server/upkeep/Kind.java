package org.mendak.server.upkeep;

import com.fasterxml.jackson.annotation.JsonValue;
import org.mendak.server.platform.Words;

/** Why something wants looking after, those that cost callers most first. */
enum Kind {
    DRIFTING,
    FLAGGED,
    LEFT_BEHIND,
    HARDLY_HELPS,
    CONTRADICTING,
    TOO_GENERAL,
    PROBLEM,
    MINUTES,
    UNUSED,
    ALIKE,
    NEVER_MATCHED,
    STALE,
    UNCONFIRMED;

    @JsonValue
    String word() {
        return Words.word(this);
    }
}
