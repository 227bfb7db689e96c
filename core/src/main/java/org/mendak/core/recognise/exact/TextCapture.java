package org.mendak.core.recognise.exact;

import java.util.Map;
import org.mendak.core.language.Template;
import org.mendak.core.language.ValueType;
import org.mendak.core.recognise.words.PreparedText;

/** Reads values out of a command's output. */
public final class TextCapture {

    private TextCapture() {}

    /**
     * The values of a template's placeholders where it first matches, or empty if it does not. Work is bounded.
     *
     * <p>A program ends its lines where it means to, so a line is read by itself first: joined with the next one, as a message
     * wrapped by a box must be, a value at a line's end would grow by the first word of the next. A list goes on where a line ends
     * with what parts its items.
     */
    public static Map<String, String> find(Template template, String output) {
        ExactTemplate exact = ExactTemplate.of(template);
        String text = template.names().containsValue(ValueType.LIST)
                ? output.replaceAll("([,;])[ \\t]*\\R[ \\t]*", "$1 ")
                : output;
        for (String line : text.lines().toList()) {
            Map<String, String> values = line.isBlank() ? Map.of() : in(exact, line);
            if (!values.isEmpty()) {
                return values;
            }
        }
        return in(exact, text);
    }

    private static Map<String, String> in(ExactTemplate exact, String text) {
        for (PreparedText.Leave leave : PreparedText.Leave.values()) {
            ExactMatcher.Match m = ExactMatcher.find(exact, PreparedText.of(text, leave));
            if (m != null) {
                return m.values();
            }
        }
        return Map.of();
    }
}
