package org.mendak.practice;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.mendak.core.language.Condition;
import org.mendak.core.language.Facts;
import org.mendak.core.language.Truth;

/** How a device stands: values by name, and tables of rows that begin with what a row is called. */
final class State {

    private static final Pattern PLACE = Pattern.compile("\\{(#?)([a-z][a-z0-9_.-]*)\\}");

    private final Map<String, String> values = new TreeMap<>();
    private final Map<String, List<Map<String, String>>> tables = new LinkedHashMap<>();

    State copy() {
        State s = new State();
        s.values.putAll(values);
        tables.forEach((name, rows) -> s.tables.put(name, new ArrayList<>(rows)));
        return s;
    }

    void set(String name, String value) {
        values.put(name, value);
    }

    /** The value under a name; empty text if there is none. */
    String get(String name) {
        return values.getOrDefault(name, "");
    }

    void table(String name, List<Map<String, String>> rows) {
        tables.put(name, new ArrayList<>(rows));
    }

    List<Map<String, String>> rows(String table) {
        return tables.getOrDefault(table, List.of());
    }

    /** Takes the rows away whose first value is this. */
    void drop(String table, String first) {
        List<Map<String, String>> rows = tables.get(table);
        if (rows != null) {
            rows.removeIf(r -> r.values().iterator().next().equalsIgnoreCase(first));
        }
    }

    /** Whether a condition holds; what is not known is compared as not there. {@code #name} counts a table's rows as {@code count.name}. */
    boolean holds(Condition condition, Map<String, String> typed) {
        Map<String, String> all = new LinkedHashMap<>();
        tables.forEach((name, rows) -> all.put("count." + name, String.valueOf(rows.size())));
        values.forEach((name, value) -> {
            if (!value.isBlank()) {
                all.put(name, value);
            }
        });
        all.putAll(typed);
        return condition == null || condition.evaluate(new Facts(all)) == Truth.YES;
    }

    /** A text with values in its places; {@code {#name}} is how many rows a table has. What is not known is a dash. */
    String fill(String text, Map<String, String> typed) {
        Matcher m = PLACE.matcher(text);
        StringBuilder filled = new StringBuilder();
        while (m.find()) {
            String name = m.group(2);
            String value = m.group(1).isEmpty()
                    ? typed.getOrDefault(name, values.getOrDefault(name, "-"))
                    : String.valueOf(rows(name).size());
            m.appendReplacement(filled, Matcher.quoteReplacement(value));
        }
        return m.appendTail(filled).toString();
    }

    /** What differs from another state of the same device: the name of each value and table, with how it was and is. */
    Map<String, String> differences(State before) {
        Map<String, String> all = new TreeMap<>();
        values.forEach((name, value) -> {
            if (!value.equals(before.get(name))) {
                all.put(name, before.get(name) + " \u2192 " + value);
            }
        });
        tables.forEach((name, rows) -> {
            if (!rows.equals(before.rows(name))) {
                all.put(name, before.rows(name).size() + " \u2192 " + rows.size());
            }
        });
        return all;
    }
}
