package org.mendak.core.runbook;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;

/** A YAML mapping while it is printed, one key a line. */
final class HeadText {
    private final List<String> lines = new ArrayList<>();

    HeadText plain(String key, String value) {
        lines.add(key + ": " + value);
        return this;
    }

    HeadText text(String key, String value) {
        return plain(key, quoted(value));
    }

    HeadText textIfSaid(String key, String value) {
        return value.isEmpty() ? this : text(key, value);
    }

    HeadText list(String key, List<String> values) {
        return values.isEmpty()
                ? this
                : plain(key, values.stream().map(HeadText::quoted).collect(Collectors.joining(", ", "[", "]")));
    }

    HeadText map(String key, List<String> entries) {
        return entries.isEmpty() ? this : plain(key, "{" + String.join(", ", entries) + "}");
    }

    HeadText yes(String key, boolean yes) {
        return yes ? plain(key, "true") : this;
    }

    HeadText day(String key, LocalDate day) {
        return day == null ? this : plain(key, day.toString());
    }

    /** As it is where that is plain, else in double quotes (YAML 1.2, 7.3.1). */
    static String quoted(String value) {
        if (value.matches("[A-Za-z][A-Za-z0-9-]*")) {
            return value;
        }
        StringBuilder s = new StringBuilder("\"");
        for (char c : value.toCharArray()) {
            switch (c) {
                case '"' -> s.append("\\\"");
                case '\\' -> s.append("\\\\");
                case '\n' -> s.append("\\n");
                case '\t' -> s.append("\\t");
                default -> s.append(c < ' ' || c == 0x7f ? String.format("\\x%02x", (int) c) : String.valueOf(c));
            }
        }
        return s.append('"').toString();
    }

    List<String> lines() {
        return lines;
    }
}
