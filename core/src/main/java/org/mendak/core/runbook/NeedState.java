package org.mendak.core.runbook;

import java.util.Optional;

/**
 * A need that is a state, or a state that a fix leaves behind: {@code installer = closed}.
 *
 * @param fact the fact that holds the state
 * @param value the state that is wanted, or left
 */
public record NeedState(String fact, String value) {

    /** The state that a need names; empty for a need that is a thing. */
    public static Optional<NeedState> of(String need) {
        int equals = need.indexOf('=');
        if (equals < 1) {
            return Optional.empty();
        }
        String fact = need.substring(0, equals).strip();
        String value = need.substring(equals + 1).strip();
        return fact.matches("[A-Za-z_][A-Za-z0-9_.-]{0,79}") && !value.isEmpty()
                ? Optional.of(new NeedState(fact, value))
                : Optional.empty();
    }
}
