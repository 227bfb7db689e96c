package org.mendak.core.runbook;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A document's text with the places of its lines; lines and columns from 1, offsets from 0. */
final class Source {

    private static final Pattern LINE_END = Pattern.compile("\r\n|\n|\r");

    private final String text;
    private final List<Integer> from = new ArrayList<>();
    private final List<Integer> to = new ArrayList<>();
    private final String lineEnd;

    Source(String text) {
        this.text = text;
        from.add(text.startsWith("\uFEFF") ? 1 : 0);
        Matcher m = LINE_END.matcher(text);
        String first = null;
        while (m.find()) {
            first = first == null ? m.group() : first;
            to.add(m.start());
            from.add(m.end());
        }
        to.add(text.length());
        lineEnd = first == null ? "\n" : first;
    }

    String text() {
        return text;
    }

    int lines() {
        return from.size();
    }

    /** The line without its ending. */
    String line(int line) {
        return text.substring(from.get(line - 1), to.get(line - 1));
    }

    boolean isBlank(int line) {
        return line(line).isBlank();
    }

    /** Where this place is; no further than the end of its line. */
    int at(int line, int column) {
        return Math.min(from.get(line - 1) + column - 1, to.get(line - 1));
    }

    /** The line that this offset is on. */
    int lineOf(int offset) {
        int line = 1;
        while (line < lines() && from.get(line) <= offset) {
            line++;
        }
        return line;
    }

    /** The start of a line. */
    int startOf(int line) {
        return from.get(line - 1);
    }

    /** The end of a line, its ending left out. */
    int endOf(int line) {
        return to.get(line - 1);
    }

    String between(int from, int to) {
        return text.substring(from, to);
    }

    /** The text with another one in this range, its line ends like those of the document. */
    String with(int from, int to, String other) {
        return text.substring(0, from) + asHere(other) + text.substring(to);
    }

    String asHere(String other) {
        return other.replaceAll("\r\n|\n|\r", Matcher.quoteReplacement(lineEnd));
    }

    /** The lines as {@link Body} reads them: those up to this one blanked out. */
    String[] behind(int line) {
        String[] all = new String[lines()];
        for (int i = 1; i <= all.length; i++) {
            all[i - 1] = i <= line ? "" : line(i);
        }
        return all;
    }

    /** The line of the second {@code ---}; -1 if there is no head. */
    int endOfHead() {
        for (int i = 1; i <= lines(); i++) {
            boolean rule = line(i).stripTrailing().equals("---");
            if (i == 1 && !rule) {
                return -1;
            }
            if (i > 1 && rule) {
                return i;
            }
        }
        return -1;
    }
}
