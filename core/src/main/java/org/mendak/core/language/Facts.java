package org.mendak.core.language;

import java.util.Map;
import java.util.Optional;

/**
 * What is known of a case, by the fact's name. A fact that is absent is unknown; {@link #DONT_KNOW} is an answer of its
 * own ("asked, and they don't know").
 *
 * @param values name to value as typed or captured; neither null nor blank
 */
public record Facts(Map<String, String> values) {

    /** The answer of somebody who was asked and does not know. */
    public static final String DONT_KNOW = "dont-know";

    /** Nothing known. */
    public static final Facts NONE = new Facts(Map.of());

    public Facts {
        values = Map.copyOf(values);
    }

    /** The value of a fact, or empty if it is unknown. */
    public Optional<String> get(String name) {
        return Optional.ofNullable(values.get(name));
    }
}
