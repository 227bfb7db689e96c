package org.mendak.core.reading;

import java.util.ArrayList;
import java.util.List;

/** A line as people see it: without colour codes and line ends, with the place of each character in the whole output. */
final class ShownLine {

    /** What is behind this in one line is not looked at. */
    private static final int LONGEST = 4_000;

    private static final int MOST_LINES = 20_000;
    private static final char ESCAPE = 0x1b;

    final String text;
    private final int[] at;

    private ShownLine(String text, int[] at) {
        this.text = text;
        this.at = at;
    }

    boolean isBlank() {
        return text.isBlank();
    }

    /** Two lines as one, as they were before a narrow window wrapped them. */
    static ShownLine joined(ShownLine a, ShownLine b) {
        int[] at = java.util.Arrays.copyOf(a.at, a.text.length() + 1 + b.text.length());
        at[a.text.length()] = a.text.isEmpty() ? 0 : a.at[a.text.length() - 1] + 1;
        System.arraycopy(b.at, 0, at, a.text.length() + 1, b.text.length());
        return new ShownLine(a.text + " " + b.text, at);
    }

    /** The place in the output of its last sign that is no blank; -1 if there is none. */
    int last() {
        int i = text.length();
        while (i > 0 && Character.isWhitespace(text.charAt(i - 1))) {
            i--;
        }
        return i == 0 ? -1 : at[i - 1];
    }

    /** The place in the output of its first sign that is no blank; -1 if there is none. */
    int first() {
        int i = 0;
        while (i < text.length() && Character.isWhitespace(text.charAt(i))) {
            i++;
        }
        return i == text.length() ? -1 : at[i];
    }

    /** Where a stretch of the line stands in the output. */
    Place.Span span(String name, int from, int to) {
        return new Place.Span(name, at[from], at[to - 1] + 1);
    }

    /** The line without the blanks at its ends, not longer than can be shown beside others. */
    String shown() {
        String s = text.strip();
        return s.length() > 400 ? s.substring(0, 399) + "\u2026" : s;
    }

    /**
     * The lines of an output.
     *
     * @param joined whether a line that ends with what parts a list's items goes on in the next
     */
    static List<ShownLine> of(String output, boolean joined) {
        List<ShownLine> lines = new ArrayList<>();
        StringBuilder text = new StringBuilder();
        int[] at = new int[LONGEST];
        int i = 0;
        while (i <= output.length() && lines.size() < MOST_LINES) {
            char c = i < output.length() ? output.charAt(i) : '\n';
            if (c == ESCAPE) {
                i = behindCode(output, i);
                continue;
            }
            if (c == '\n' || c == '\r' && (i + 1 >= output.length() || output.charAt(i + 1) != '\n')) {
                if (joined && goesOn(text) && i < output.length()) {
                    i = behindBlanks(output, i + 1);
                    continue;
                }
                lines.add(new ShownLine(text.toString(), java.util.Arrays.copyOf(at, text.length())));
                text.setLength(0);
            } else if (c != '\r' && text.length() < LONGEST) {
                at[text.length()] = i;
                text.append(c == '\u00a0' ? ' ' : c);
            }
            i++;
        }
        return lines;
    }

    private static boolean goesOn(StringBuilder text) {
        int end = text.length();
        while (end > 0 && Character.isWhitespace(text.charAt(end - 1))) {
            end--;
        }
        boolean more = end > 0 && (text.charAt(end - 1) == ',' || text.charAt(end - 1) == ';');
        if (more && end == text.length() && end < LONGEST - 1) {
            // the next item stands behind a blank, as it would on one line
            return true;
        }
        return more;
    }

    private static int behindBlanks(String output, int from) {
        int i = from;
        while (i < output.length() && (output.charAt(i) == ' ' || output.charAt(i) == '\t')) {
            i++;
        }
        // the last blank stays, to part the items; a line that begins without one is parted by its sign alone
        return i > from ? i - 1 : i;
    }

    /** Behind a control sequence (ECMA-48, 5.4): ESC [, parameters, and one final character. */
    private static int behindCode(String output, int escape) {
        int i = escape + 1;
        if (i >= output.length() || output.charAt(i) != '[') {
            return i;
        }
        i++;
        while (i < output.length() && output.charAt(i) >= 0x20 && output.charAt(i) < 0x40) {
            i++;
        }
        return Math.min(output.length(), i + 1);
    }
}
