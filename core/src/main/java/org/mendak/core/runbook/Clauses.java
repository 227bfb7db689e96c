package org.mendak.core.runbook;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.mendak.core.language.Quantity;

/** What stands after a keyword, read in the ways that several keywords share. */
final class Clauses {

    private static final Pattern LINK = Pattern.compile("\\[[^\\]\\n]{0,300}\\]\\(([^)\\s]{1,300})\\)");

    private Clauses() {}

    /** A code span: its content, where that starts, and where the closing backticks end, all from 0. */
    record Span(String content, int from, int end) {}

    /**
     * The first code span from a place on, by CommonMark 6.1: between runs of as many backticks; one blank is taken from each end
     * where both have one and not all is blank.
     */
    static Optional<Span> span(String value, int start) {
        int open = value.indexOf('`', start);
        if (open < 0) {
            return Optional.empty();
        }
        int n = ticksAt(value, open);
        String fence = "`".repeat(n);
        int close = value.indexOf(fence, open + n);
        while (close >= 0 && ticksAt(value, close) != n) {
            close = value.indexOf(fence, close + ticksAt(value, close));
        }
        if (close < 0) {
            return Optional.empty();
        }
        String raw = value.substring(open + n, close);
        boolean padded = raw.length() > 1 && raw.startsWith(" ") && raw.endsWith(" ") && !raw.isBlank();
        return Optional.of(
                new Span(padded ? raw.substring(1, raw.length() - 1) : raw, open + n + (padded ? 1 : 0), close + n));
    }

    /** The first code span's content, or the whole value if there is none. */
    static String codeOr(Body.Clause c) {
        return c.value().matches("`+") ? "" : code(c.value()).orElse(c.value());
    }

    /** The column, from 1, at which {@link #codeOr} starts. */
    static int codeColumn(Body.Clause c) {
        return c.valueColumn() + span(c.value(), 0).map(Span::from).orElse(0);
    }

    /** The content of the first code span. */
    static Optional<String> code(String value) {
        return span(value, 0).map(Span::content);
    }

    /** The value without its first code span and the comma or colon before it. */
    static String withoutCode(String value) {
        Optional<Span> span = span(value, 0);
        if (span.isEmpty()) {
            return value;
        }
        String before = value.substring(0, value.indexOf('`')).replaceFirst("\\s*[,:]?\\s*$", "");
        return (before + value.substring(span.get().end())).strip();
    }

    /** The contents of all code spans, in order. */
    static List<String> codes(String value) {
        List<String> all = new ArrayList<>();
        for (Optional<Span> s = span(value, 0);
                s.isPresent();
                s = span(value, s.get().end())) {
            all.add(s.get().content());
        }
        return all;
    }

    /** The author's sentence for a condition: what stands behind {@code ; in words}; empty if nothing does. */
    static String inWords(String value) {
        return parts(value).stream()
                .filter(Clauses::areWords)
                .map(p -> p.substring(8).replaceFirst("^\\s*[:,]?\\s*", ""))
                .findFirst()
                .orElse("");
    }

    /** The value without that sentence. */
    static String withoutWords(String value) {
        return String.join("; ", parts(value).stream().filter(p -> !areWords(p)).toList());
    }

    private static boolean areWords(String part) {
        return part.startsWith("in words");
    }

    /** What stands behind the last code span, without the sign and the word "otherwise" that join it. */
    static String behindCode(String value, String word) {
        int last = value.lastIndexOf('`');
        String rest = last < 0 ? "" : value.substring(last + 1);
        String bare = rest.replaceFirst("^\\s*[;,:.]?\\s*", "");
        return bare.replaceFirst("(?i)^" + word + "\\b\\s*,?\\s*", "").strip();
    }

    private static int ticksAt(String value, int at) {
        int n = 0;
        while (at + n < value.length() && value.charAt(at + n) == '`') {
            n++;
        }
        return n;
    }

    static List<String> commaList(String value) {
        return Arrays.stream(value.split(","))
                .map(String::strip)
                .filter(s -> !s.isEmpty())
                .toList();
    }

    /** Minutes such as {@code 5}, {@code 5 minutes}, {@code 1 h}; 1 with a problem if it cannot be read. */
    static double minutes(Body.Clause c, Problems problems) {
        String v = codeOr(c);
        Optional<Double> minutes = Quantity.duration(v)
                .map(d -> d.toMillis() / 60_000.0)
                .or(() -> Quantity.number(v).map(java.math.BigDecimal::doubleValue));
        if (minutes.isEmpty() || minutes.get() < 0 || minutes.get() > 100_000) {
            problems.error(c.line(), c.valueColumn(), "\"" + v + "\" is not a time", "write for example 5 minutes");
            return 1;
        }
        return minutes.get();
    }

    /** The document's key in a link such as {@code ../fixes/empty-staging.md}; empty if it is no such link. */
    static String keyOfLink(String destination) {
        int slash = destination.lastIndexOf('/');
        return destination.endsWith(".md") && destination.contains("fixes/")
                ? destination.substring(slash + 1, destination.length() - 3)
                : "";
    }

    /** The key of the fix that a heading links to, if the heading is that link and nothing else; else empty. */
    static String keyOfOnlyLink(String heading) {
        Matcher m = LINK.matcher(heading.strip());
        if (!m.matches()) {
            return "";
        }
        String target = m.group(1);
        return target.endsWith(".md") && !target.contains("errors/")
                ? target.substring(target.lastIndexOf('/') + 1, target.length() - 3)
                : "";
    }

    /** The text of a heading that is a link. */
    static String linkText(String heading) {
        return heading.strip().replaceFirst("^\\[([^\\]]*)\\].*$", "$1");
    }

    /** Reads {@code name = value} into a map. */
    static void with(Body.Clause c, Map<String, String> with, Problems problems) {
        String text = codeOr(c);
        int equals = text.indexOf('=');
        if (equals < 1) {
            problems.error(c.line(), c.valueColumn(), "With needs a name and a value", "write `area = {stage}`");
            return;
        }
        with.put(text.substring(0, equals).strip(), text.substring(equals + 1).strip());
    }

    /** The parts of a value between semicolons that do not stand in a code span; at least one, which may be empty. */
    static List<String> parts(String value) {
        List<String> parts = new ArrayList<>();
        StringBuilder part = new StringBuilder();
        boolean code = false;
        for (char c : value.toCharArray()) {
            code ^= c == '`';
            if (c == ';' && !code) {
                parts.add(part.toString().strip());
                part.setLength(0);
            } else {
                part.append(c);
            }
        }
        parts.add(part.toString().strip());
        return parts;
    }

    static List<String> keysOfLinks(String markdown) {
        List<String> keys = new ArrayList<>();
        Matcher m = LINK.matcher(markdown);
        while (m.find()) {
            String key = keyOfLink(m.group(1));
            if (!key.isEmpty()) {
                keys.add(key);
            }
        }
        return keys;
    }
}
