package org.mendak.server.cases;

import java.util.Optional;
import java.util.regex.Pattern;

/**
 * A value that stands nowhere on a page while the caller is to read it out: typed off the screen it would confirm nothing.
 *
 * @param value the value, or null if nothing is hidden
 */
record Hidden(Pattern value) {

    static final Hidden NOTHING = new Hidden(null);
    static final String MARK = "\u2022\u2022\u2022";

    /** The target of the step that is to be done now, while its gate is shut; nothing while another step is. */
    static Hidden of(WorkedAttempt w) {
        int now = w.current();
        return now >= w.steps().size()
                ? NOTHING
                : Gate.of(w, now)
                        .filter(g -> g.state() == Gate.State.COMPARE)
                        .flatMap(g -> Optional.of(new Hidden(Pattern.compile(
                                "(?<![\\p{L}\\p{N}])" + Pattern.quote(g.target()) + "(?![\\p{L}\\p{N}])",
                                Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE))))
                        .orElse(NOTHING);
    }

    /** The text with the value left out; null stays null. */
    String in(String text) {
        return value == null || text == null ? text : value.matcher(text).replaceAll(MARK);
    }

    boolean hides(String text) {
        return value != null && text != null && value.matcher(text).find();
    }
}
