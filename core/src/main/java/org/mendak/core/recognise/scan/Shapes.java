package org.mendak.core.recognise.scan;

import java.util.HashMap;
import java.util.Map;

/** Groups lines by shape: what differs in figures, paths and quoted parts only is one. Keeps a bounded number of shapes. */
final class Shapes {

    private static final int MOST = 5_000;
    private static final int LONGEST = 240;

    private final Map<String, LinesOfKind> byShape = new HashMap<>();
    private long more;

    /** The group of a message, or null if there are too many shapes already. */
    LinesOfKind of(String message) {
        String shape = shape(message);
        LinesOfKind f = byShape.get(shape);
        if (f == null) {
            if (byShape.size() >= MOST) {
                more++;
                return null;
            }
            f = new LinesOfKind("", shape);
            byShape.put(shape, f);
        }
        return f;
    }

    long more() {
        return more;
    }

    Iterable<LinesOfKind> all() {
        return byShape.values();
    }

    /** The message with a point of ellipsis for every word that has figures in it, every path and everything quoted. */
    static String shape(String message) {
        StringBuilder s = new StringBuilder();
        int i = 0;
        while (i < message.length() && s.length() < LONGEST) {
            char c = message.charAt(i);
            int end = quoted(message, i, c);
            if (end > 0) {
                dots(s);
                i = end;
            } else if (Character.isWhitespace(c)) {
                if (!s.isEmpty() && s.charAt(s.length() - 1) != ' ') {
                    s.append(' ');
                }
                i++;
            } else {
                end = i;
                boolean varies = false;
                while (end < message.length() && !Character.isWhitespace(message.charAt(end))) {
                    char w = message.charAt(end);
                    varies |= w >= '0' && w <= '9' || w == '/' || w == '\\' || w == '@';
                    end++;
                }
                if (varies) {
                    dots(s);
                } else {
                    s.append(message, i, end);
                }
                i = end;
            }
        }
        return s.toString().strip();
    }

    private static int quoted(String s, int at, char c) {
        char closing = switch (c) {
            case '"' -> '"';
            case '\u201c' -> '\u201d';
            case '\'' -> at == 0 || s.charAt(at - 1) == ' ' ? '\'' : 0;
            default -> 0;
        };
        int end = closing == 0 ? -1 : s.indexOf(closing, at + 1);
        return end > 0 && end - at < 200 ? end + 1 : -1;
    }

    private static void dots(StringBuilder s) {
        if (s.isEmpty() || s.charAt(s.length() - 1) != '\u2026') {
            s.append('\u2026');
        }
    }
}
