package org.mendak.core.recognise;

import java.util.Map;
import org.mendak.core.language.Template;

/** Reads values out of a command's output. */
public final class TextCapture {

    private TextCapture() {}

    /** The values of a template's placeholders where it first matches, or empty if it does not. Work is bounded. */
    public static Map<String, String> find(Template template, String output) {
        ExactTemplate exact = ExactTemplate.of(template);
        for (PreparedText.Leave leave : PreparedText.Leave.values()) {
            ExactMatcher.Match m = ExactMatcher.find(exact, PreparedText.of(output, leave));
            if (m != null) {
                return m.values();
            }
        }
        return Map.of();
    }
}
