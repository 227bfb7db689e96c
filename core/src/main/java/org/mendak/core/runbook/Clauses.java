package org.mendak.core.runbook;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.mendak.core.language.Quantity;

/** What stands after a keyword, read in the ways that several keywords share. */
final class Clauses {

    private static final Pattern LINK = Pattern.compile("\\[[^\\]\\n]{0,300}\\]\\(([^)\\s]{1,300})\\)");

    private Clauses() {}

    /** The first code span's content, or the whole value if there is none. */
    static String codeOr(Body.Clause c) {
        return c.value().matches("`+") ? "" : code(c.value()).orElse(c.value());
    }

    /** The column, from 1, at which {@link #codeOr} starts. */
    static int codeColumn(Body.Clause c) {
        int tick = c.value().indexOf('`');
        return c.valueColumn() + (tick < 0 || code(c.value()).isEmpty() ? 0 : ticksAt(c.value(), tick) + tick);
    }

    /** The content of the first code span: by CommonMark 6.1, between runs of as many backticks. */
    static Optional<String> code(String value) {
        int open = value.indexOf('`');
        if (open < 0) {
            return Optional.empty();
        }
        int n = ticksAt(value, open);
        String fence = "`".repeat(n);
        int close = value.indexOf(fence, open + n);
        while (close >= 0 && ticksAt(value, close) != n) {
            close = value.indexOf(fence, close + ticksAt(value, close));
        }
        return close < 0 ? Optional.empty() : Optional.of(value.substring(open + n, close));
    }

    /** The value without its first code span and the comma or colon before it. */
    static String withoutCode(String value) {
        return code(value)
                .map(c -> value.replaceFirst("\\s*[,:]?\\s*`+" + Pattern.quote(c) + "`+", "")
                        .strip())
                .orElse(value);
    }

    /** The contents of all code spans, in order. */
    static List<String> codes(String value) {
        List<String> all = new ArrayList<>();
        String rest = value;
        for (Optional<String> c = code(rest); c.isPresent(); c = code(rest)) {
            all.add(c.get());
            int open = rest.indexOf('`');
            int n = ticksAt(rest, open);
            rest = rest.substring(rest.indexOf(c.get(), open + n) + c.get().length() + n);
        }
        return all;
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
