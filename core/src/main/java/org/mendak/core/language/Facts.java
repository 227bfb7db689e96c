package org.mendak.core.language;

import java.util.Map;
import java.util.Optional;

/**
 * What is known of a case, by the fact's name. A fact that is absent is unknown; {@link #DONT_KNOW} is an answer of its
 * own ("asked, and they don't know"), and so is {@link #NOT_THERE} ("looked for, and not there").
 *
 * @param values name to value as typed or captured; neither null nor blank
 */
public record Facts(Map<String, String> values) {

    /** The answer of somebody who was asked and does not know. */
    public static final String DONT_KNOW = "dont-know";

    /** What a look at the device says of a value that it looked for and that is not there. */
    public static final String NOT_THERE = "not-there";

    /** Nothing known. */
    public static final Facts NONE = new Facts(Map.of());

    public Facts {
        values = Map.copyOf(values);
    }

    /** The value of a fact, or empty if it is unknown. */
    public Optional<String> get(String name) {
        return Optional.ofNullable(values.get(name));
    }

    /** Whether a fact's text is a value in truth, and not word of why there is none; null is none. */
    public static boolean isValue(String text) {
        return text != null && !text.equals(DONT_KNOW) && !text.equals(NOT_THERE);
    }
}
