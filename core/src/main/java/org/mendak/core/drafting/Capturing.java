package org.mendak.core.drafting;

import java.util.List;
import java.util.Locale;
import java.util.Objects;
import org.mendak.core.language.ValueType;
import org.mendak.core.shapes.Common;

/**
 * How a value is read out of the line it stood in: by the words that always stand around it.
 *
 * @param name what it would be called
 */
record Capturing(String before, String name, ValueType type, String behind) {

    private static final int MOST_BEFORE = 60;
    private static final int MOST_BEHIND = 20;

    /**
     * Finds those words.
     *
     * @param lines the line each time, at least one
     * @param values what was read out of it each time
     */
    static Capturing of(List<String> lines, List<String> values) {
        Common c = Common.of(lines);
        for (int i = 0; i < c.pieces().size(); i++) {
            Common.Piece p = c.pieces().get(i);
            boolean its = p.isValue();
            for (int k = 0; k < values.size() && its; k++) {
                its = Objects.equals(p.values().getOrDefault(k, "").strip(), values.get(k));
            }
            if (its) {
                String before = i == 0 ? "" : c.pieces().get(i - 1).text();
                String behind =
                        i + 1 == c.pieces().size() ? "" : c.pieces().get(i + 1).text();
                return around(before, p.name(), p.type(), behind);
            }
        }
        // it looks like any word, or is a part of one: the words of the first line around it
        String line = lines.get(0);
        int at = line.indexOf(values.get(0));
        String before = line.substring(0, at);
        String word = before.replaceAll("^.*?([A-Za-z]*)[^A-Za-z]*$", "$1").toLowerCase(Locale.ROOT);
        return around(
                before,
                word.length() < 3 ? "value" : word,
                Common.typeOf(values),
                line.substring(at + values.get(0).length()));
    }

    private static Capturing around(String before, String name, ValueType type, String behind) {
        String lead = before.length() > MOST_BEFORE ? before.substring(before.length() - MOST_BEFORE) : before;
        String rest = behind.length() > MOST_BEHIND ? behind.substring(0, MOST_BEHIND) : behind;
        return new Capturing(lead.stripLeading(), name, type, rest.stripTrailing());
    }

    /** The clause's template with the value under this name. */
    String template(String called) {
        return Common.braced(before) + "{" + called + ":" + type.word() + "}" + Common.braced(behind);
    }

    /** What stands there in an output; empty if the words around it do not. */
    String read(String output) {
        String lead = before.strip();
        for (String line : (Iterable<String>) output.lines()::iterator) {
            int at = line.indexOf(lead);
            if (at < 0) {
                continue;
            }
            String rest = line.substring(at + lead.length()).strip();
            String tail = behind.strip();
            int end = tail.isEmpty() ? -1 : rest.indexOf(tail);
            String value =
                    (end < 0 ? rest.split("\\s", 2)[0].replaceAll("[,;.)]+$", "") : rest.substring(0, end)).strip();
            if (!value.isEmpty()) {
                return value;
            }
        }
        return "";
    }
}
