package org.mendak.core.runbook;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.mendak.core.language.Template;
import org.mendak.core.language.Titles;
import org.mendak.core.language.ValueType;

/**
 * What to read out of something that a device shows: by a template that lines fit, or out of a table's columns.
 *
 * @param template what a line looks like; null if a table is read
 * @param columns which columns of a table; empty if lines are read
 * @param row which of the table's rows; null if any may be the right one
 * @param before whether it is read before the step changes it
 * @param every whether every place is read, as a list of rows, and not one
 * @param called what the values are called, in the order of {@link #names}; may be shorter, the rest is named after itself
 */
public record Capture(
        Template template, List<Column> columns, Row row, boolean before, boolean every, List<String> called) {

    /** A value that stands under a heading. */
    public record Column(String name, ValueType type, String heading) {}

    /** The row that has a text in a column; {@code wanted} may hold {@code {name}}s of values that are known. */
    public record Row(String heading, String wanted) {}

    public Capture {
        columns = List.copyOf(columns);
        called = List.copyOf(called);
        if ((template == null) == columns.isEmpty()) {
            throw new IllegalArgumentException("a template or columns");
        }
    }

    /** Lines that fit a template, of which one is meant. */
    public static Capture line(Template template) {
        return new Capture(template, List.of(), null, false, false, List.of());
    }

    /** The names and types of what is read, in the order written; never empty for a template with a placeholder. */
    public Map<String, ValueType> names() {
        if (template != null) {
            return template.names();
        }
        Map<String, ValueType> names = new LinkedHashMap<>();
        columns.forEach(c -> names.putIfAbsent(c.name(), c.type()));
        return names;
    }

    /** What each value is called; every name of {@link #names} has a title. */
    public Map<String, String> titles() {
        Map<String, String> titles = new LinkedHashMap<>();
        int i = 0;
        for (String name : names().keySet()) {
            titles.put(name, i < called.size() ? called.get(i) : Titles.inWords(name));
            i++;
        }
        return titles;
    }

    /** As an author writes it behind the keyword, without what the values are called. */
    public String source() {
        if (template != null) {
            return template.source();
        }
        String under = columns.stream()
                .map(c -> "`{" + c.name() + ":" + c.type().word() + "}` under `" + c.heading() + "`")
                .collect(Collectors.joining(", "));
        return under + (row == null ? "" : " where `" + row.heading() + "` is `" + row.wanted() + "`");
    }

    /** The keyword that it stands behind. */
    public String keyword() {
        return every ? "Capture every" : before ? "Capture before" : "Capture";
    }
}
