package org.mendak.core.evidence;

import java.util.Objects;

/**
 * Something known of a case that tells its causes apart.
 *
 * @param name the fact's name
 * @param asked whether somebody had to ask for it; what is always known is smoothed more
 */
public record Variable(String name, boolean asked) {

    /** The most that an author can name for one known error. */
    public static final int MOST = 3;

    private static final double STRENGTH_ASKED = 3;
    private static final double STRENGTH_KNOWN = 10;

    public Variable {
        Objects.requireNonNull(name);
    }

    /** How many cases the overall shares of its values are worth, beside those of a cause. */
    double strength() {
        return asked ? STRENGTH_ASKED : STRENGTH_KNOWN;
    }
}
