package org.mendak.core.language;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A message with its variable parts named: literal text and {@code {name:type}}. Literal braces are doubled. The same
 * syntax recognises, captures and fills.
 *
 * @param source the template as written
 * @param parts literals and placeholders in order; no two literals follow each other
 */
public record Template(String source, List<Part> parts) {

    private static final int LONGEST = 4_000;

    /** A piece of a template. */
    public sealed interface Part {}

    /** Text that stands in every message; never empty. */
    public record Literal(String text) implements Part {}

    /**
     * A part that differs from message to message.
     *
     * @param name what to call the value; letters, digits, {@code _}, {@code .} and {@code -}
     * @param type what it looks like
     * @param offset where the placeholder starts in the source, in UTF-16 units from 0
     */
    public record Placeholder(String name, ValueType type, int offset) implements Part {}

    public Template {
        parts = List.copyOf(parts);
    }

    /** Reads a template. Names that repeat must have one type; two placeholders need text between them. */
    public static Parsed<Template> parse(String source) {
        if (source.length() > LONGEST) {
            return Parsed.wrong(
                    LONGEST, "the template has more than " + LONGEST + " characters", "keep what identifies it");
        }
        List<Part> parts = new ArrayList<>();
        Map<String, ValueType> types = new LinkedHashMap<>();
        StringBuilder literal = new StringBuilder();
        int i = 0;
        while (i < source.length()) {
            char c = source.charAt(i);
            boolean doubled = i + 1 < source.length() && source.charAt(i + 1) == c;
            if ((c == '{' || c == '}') && doubled) {
                literal.append(c);
                i += 2;
            } else if (c == '}') {
                return Parsed.wrong(i, "a closing brace without an opening one", "write }} for a brace in the message");
            } else if (c == '{') {
                int end = source.indexOf('}', i);
                if (end < 0) {
                    return Parsed.wrong(
                            i, "the placeholder is never closed", "add }, or write {{ for a brace in the message");
                }
                Optional<Placeholder> p = placeholder(source.substring(i + 1, end), i);
                if (p.isEmpty()) {
                    return Parsed.wrong(
                            i,
                            "{" + source.substring(i + 1, end) + "} is not a placeholder",
                            "write {name:type}; types are " + typeWords());
                }
                ValueType before = types.putIfAbsent(p.get().name(), p.get().type());
                if (before != null && before != p.get().type()) {
                    return Parsed.wrong(
                            i,
                            "{" + p.get().name() + "} was " + before.word() + " before",
                            "give it one type throughout");
                }
                if (literal.isEmpty() && !parts.isEmpty()) {
                    return Parsed.wrong(i, "two placeholders touch", "put the text that stands between them");
                }
                flush(literal, parts);
                parts.add(p.get());
                i = end + 1;
            } else {
                literal.append(c);
                i++;
            }
        }
        flush(literal, parts);
        return parts.isEmpty()
                ? Parsed.wrong(0, "the template is empty", "write the message as it appears")
                : Parsed.of(new Template(source, parts));
    }

    private static void flush(StringBuilder literal, List<Part> parts) {
        if (!literal.isEmpty()) {
            parts.add(new Literal(literal.toString()));
            literal.setLength(0);
        }
    }

    private static Optional<Placeholder> placeholder(String inner, int offset) {
        int colon = inner.indexOf(':');
        String name = colon < 0 ? inner : inner.substring(0, colon);
        Optional<ValueType> type =
                colon < 0 ? Optional.of(ValueType.TEXT) : ValueType.named(inner.substring(colon + 1));
        return name.matches("[A-Za-z_][A-Za-z0-9_.-]*")
                ? type.map(t -> new Placeholder(name, t, offset))
                : Optional.empty();
    }

    private static String typeWords() {
        List<String> words = new ArrayList<>();
        for (ValueType t : ValueType.values()) {
            words.add(t.word());
        }
        return String.join(", ", words);
    }

    /** The placeholders' names and types, in order of first appearance. */
    public Map<String, ValueType> names() {
        Map<String, ValueType> names = new LinkedHashMap<>();
        for (Part p : parts) {
            if (p instanceof Placeholder h) {
                names.putIfAbsent(h.name(), h.type());
            }
        }
        return names;
    }

    /** The literal text alone, placeholders as one blank. */
    public String literals() {
        StringBuilder s = new StringBuilder();
        for (Part p : parts) {
            s.append(p instanceof Literal l ? l.text() : " ");
        }
        return s.toString();
    }

    /** The text with the values put in; a value that is missing stays as {@code {name}}. */
    public String fill(Map<String, String> values) {
        StringBuilder s = new StringBuilder();
        for (Part p : parts) {
            if (p instanceof Literal l) {
                s.append(l.text());
            } else if (p instanceof Placeholder h) {
                String v = values.get(h.name());
                s.append(v == null ? "{" + h.name() + "}" : v);
            }
        }
        return s.toString();
    }
}
