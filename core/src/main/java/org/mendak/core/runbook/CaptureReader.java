package org.mendak.core.runbook;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.mendak.core.language.Template;
import org.mendak.core.language.ValueType;

/** Reads what stands behind {@code Capture:}: a template, or columns of a table, and what the values are called. */
final class CaptureReader {

    private static final Pattern UNDER = Pattern.compile("\\s*,?\\s*`([^`]+)`\\s+under\\s+`([^`]+)`");
    private static final Pattern WHERE = Pattern.compile("\\s*,?\\s*where\\s+`([^`]+)`\\s+is\\s+`([^`]+)`\\s*");
    private static final int MOST_COLUMNS = 8;

    private CaptureReader() {}

    /** What is captured; null with a problem if it cannot be read. */
    static Capture read(Body.Clause c, Problems problems) {
        boolean every = c.keyword().equals("Capture every");
        boolean before = c.keyword().equals("Capture before");
        List<String> parts = Clauses.parts(c.value());
        List<String> called = called(c, parts, problems);
        if (UNDER.matcher(parts.get(0)).lookingAt()) {
            return table(c, parts.get(0), before, every, called, problems);
        }
        if (Clauses.codes(parts.get(0)).size() > 1) {
            problems.error(
                    c.line(),
                    c.valueColumn(),
                    "more than one code span, and no \"under\" between them: the rest would be lost",
                    "write one template, or `{size:size}` under `Size`, each between backticks of its own");
            return null;
        }
        Template t = problems.take(Template.parse(Clauses.codeOr(c)), c.line(), Clauses.codeColumn(c));
        if (t == null) {
            return null;
        }
        if (t.names().isEmpty()) {
            problems.error(
                    c.line(),
                    Clauses.codeColumn(c),
                    "nothing is read here: there is no {name:type} in it",
                    "write for example `free {free:size}`, or - Expect: for what should show");
            return null;
        }
        tooMany(c, called, t.names().size(), problems);
        return new Capture(t, List.of(), null, before, every, called);
    }

    /** What stands beside the template and what its values are called; empty if nothing. */
    static String rest(Body.Clause c) {
        List<String> parts = Clauses.parts(c.value());
        List<String> rest = new ArrayList<>();
        if (!UNDER.matcher(parts.get(0)).lookingAt()) {
            rest.add(Clauses.behindCode(parts.get(0), ""));
        }
        parts.stream().skip(1).filter(p -> !p.startsWith("called ")).forEach(rest::add);
        rest.removeIf(String::isBlank);
        return String.join("; ", rest);
    }

    /** What values are called, from what stands behind the first semicolon. */
    static List<String> called(Body.Clause c, List<String> parts, Problems problems) {
        List<String> called = new ArrayList<>();
        for (String part : parts.subList(1, parts.size())) {
            if (part.startsWith("called ")) {
                called.addAll(Clauses.commaList(part.substring(7)));
            } else if (!part.isBlank()) {
                problems.warning(
                        c.line(),
                        c.valueColumn(),
                        "\"" + part + "\" says nothing about what is read",
                        "write ; called and what people call it");
            }
        }
        return called;
    }

    static void tooMany(Body.Clause c, List<String> called, int names, Problems problems) {
        if (called.size() > names) {
            problems.warning(
                    c.line(),
                    c.valueColumn(),
                    called.size() + " names for " + (names == 1 ? "one value" : names + " values"),
                    "write one for each value, in their order");
        }
    }

    private static Capture table(
            Body.Clause c, String text, boolean before, boolean every, List<String> called, Problems problems) {
        List<Capture.Column> columns = new ArrayList<>();
        Matcher m = UNDER.matcher(text);
        int at = 0;
        while (m.find(at) && m.start() == at) {
            Template one = problems.take(Template.parse(m.group(1)), c.line(), c.valueColumn() + m.start(1));
            if (one == null) {
                return null;
            }
            if (one.parts().size() != 1 || one.names().size() != 1) {
                problems.error(
                        c.line(),
                        c.valueColumn() + m.start(1),
                        "under a heading stands one value",
                        "write `{size:size}` under `Size`");
                return null;
            }
            Map.Entry<String, ValueType> value =
                    one.names().entrySet().iterator().next();
            if (columns.stream().anyMatch(x -> x.name().equals(value.getKey()))) {
                problems.error(
                        c.line(),
                        c.valueColumn() + m.start(1),
                        "{" + value.getKey() + "} stands under two headings",
                        "give each its own name");
                return null;
            }
            columns.add(new Capture.Column(
                    value.getKey(), value.getValue(), m.group(2).strip()));
            at = m.end();
        }
        Capture.Row row = null;
        String rest = text.substring(at);
        Matcher where = WHERE.matcher(rest);
        if (where.matches()) {
            row = new Capture.Row(where.group(1).strip(), where.group(2).strip());
        } else if (!rest.isBlank()) {
            problems.error(
                    c.line(),
                    c.valueColumn() + at,
                    "\"" + rest.strip() + "\" is not understood",
                    "write where `Name` is `{name}`, or nothing");
            return null;
        }
        if (columns.size() > MOST_COLUMNS) {
            problems.error(
                    c.line(), c.valueColumn(), "more than " + MOST_COLUMNS + " columns", "read what is used below");
            return null;
        }
        tooMany(c, called, columns.size(), problems);
        return new Capture(null, columns, row, before, every, called);
    }
}
