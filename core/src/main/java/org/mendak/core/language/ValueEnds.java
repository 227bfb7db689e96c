package org.mendak.core.language;

/** Where a value with blanks in it begins and ends in a raw text: at its quotation marks, at brackets in pairs, and where prose goes on. */
public final class ValueEnds {

    private static final String CLOSING = ".,;:!?)]}<>|";
    private static final String MARKS = "\"'`\u2018\u201c\u201a\u201e\u00ab";
    private static final String OTHER_MARKS = "\"''\u2019\u201d\u2018\u201c\u00bb";
    private static final String OPEN = "([{";
    private static final String CLOSE = ")]}";

    private ValueEnds() {}

    /** Whether the last character of a stretch is punctuation behind the value: a bracket that was opened in it is none. */
    public static boolean isBehind(CharSequence s, int from, int last) {
        char c = s.charAt(last);
        if (CLOSING.indexOf(c) < 0) {
            return false;
        }
        int kind = CLOSE.indexOf(c);
        if (kind < 0) {
            return true;
        }
        int open = 0;
        for (int i = from; i < last; i++) {
            open += s.charAt(i) == OPEN.charAt(kind) ? 1 : s.charAt(i) == c && open > 0 ? -1 : 0;
        }
        return open == 0;
    }

    /** Where the mark stands that closes the one before a place, on the same line; -1 if no mark stands there or none closes it. */
    public static int closing(String raw, int place) {
        int mark = place == 0 ? -1 : MARKS.indexOf(raw.charAt(place - 1));
        if (mark < 0) {
            return -1;
        }
        int line = raw.indexOf('\n', place);
        int at = raw.indexOf(OTHER_MARKS.charAt(mark), place);
        return at > place && (line < 0 || at < line) ? at : -1;
    }

    /** Where the mark stands that opened what the mark at a place closes, on the same line; -1 if there is none. */
    public static int opening(String raw, int place) {
        int mark = place >= raw.length() ? -1 : OTHER_MARKS.indexOf(raw.charAt(place));
        if (mark < 0) {
            return -1;
        }
        int line = raw.lastIndexOf('\n', place);
        int at = raw.lastIndexOf(MARKS.charAt(mark), place - 1);
        return at > line && at < place - 1 ? at : -1;
    }

    /** Whether prose goes on behind a blank that follows this place: behind a sign, or in brackets at the line's end. */
    public static boolean proseFollows(String raw, int place, int next) {
        char before = raw.charAt(place);
        char after = raw.charAt(next);
        if (before == ',' || before == ';' || before == ':' || before == '.' && Character.isUpperCase(after)) {
            return true;
        }
        boolean dash = after == '-' || after == '\u2013' || after == '\u2014' || after == '|';
        if (dash && next + 1 < raw.length() && Character.isWhitespace(raw.charAt(next + 1))) {
            return true;
        }
        int kind = OPEN.indexOf(after);
        if (kind < 0) {
            return false;
        }
        int close = raw.indexOf(CLOSE.charAt(kind), next);
        if (close < 0) {
            return true;
        }
        int behind = close + 1;
        while (behind < raw.length() && ".,:;".indexOf(raw.charAt(behind)) >= 0) {
            behind++;
        }
        return behind == raw.length() || Character.isWhitespace(raw.charAt(behind));
    }

    /**
     * Where a path begins in the part of a line: the first drive, share, root or home folder that stands at a blank or a mark; -1 if
     * there is none.
     */
    public static int pathStart(String raw, int from, int to) {
        for (int i = from; i < to; i++) {
            boolean apart =
                    i == from || Character.isWhitespace(raw.charAt(i - 1)) || MARKS.indexOf(raw.charAt(i - 1)) >= 0;
            if (apart
                    && (raw.startsWith("\\\\", i)
                            || raw.charAt(i) == '/'
                            || raw.startsWith("~/", i)
                            || i + 2 < to
                                    && Character.isLetter(raw.charAt(i))
                                    && raw.charAt(i + 1) == ':'
                                    && (raw.charAt(i + 2) == '\\' || raw.charAt(i + 2) == '/'))) {
                return i;
            }
        }
        return -1;
    }
}
