package org.mendak.core.recognise.words;

import java.util.Locale;
import java.util.Set;

/** Finds where the message of a log line begins: behind time stamps, levels, process names and brackets. */
public final class LogPrefix {

    private static final Set<String> LEVELS = Set.of(
            "TRACE",
            "DEBUG",
            "INFO",
            "NOTICE",
            "WARN",
            "WARNING",
            "ERROR",
            "FATAL",
            "SEVERE",
            "CRITICAL",
            "ERR",
            "CRIT");
    private static final Set<String> MONTHS =
            Set.of("jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec");
    private static final int MOST_WORDS = 9;

    /** Levels of lines that report no failure, whatever words they have. */
    private static final Set<String> QUIET = Set.of("TRACE", "DEBUG", "INFO", "NOTICE", "VERBOSE", "FINE");

    private LogPrefix() {}

    /** Whether the prefix of a line, up to where its message begins, names a level at which nothing has failed. */
    public static boolean isQuiet(String line, int message) {
        int i = 0;
        while (i < message) {
            int end = i;
            while (end < message && (Character.isLetter(line.charAt(end)) || line.charAt(end) == '-')) {
                end++;
            }
            if (end > i && QUIET.contains(line.substring(i, end).toUpperCase(Locale.ROOT))) {
                return true;
            }
            i = end + 1;
        }
        return false;
    }

    /**
     * The position at which the message starts; the line's start if there is no prefix. Looks at nine words at most.
     *
     * @param from the line's first character
     * @param to behind its last
     * @param names whether a name with a colon behind a time stamp belongs to it: a program's name, or a file's, that the message
     *     begins with
     */
    public static int end(String raw, int from, int to, boolean names) {
        int message = from;
        int at = from;
        boolean stamped = false;
        boolean levelled = false;
        int plain = 0; // words since the last that surely belongs to the prefix
        for (int n = 0; n < MOST_WORDS && at < to; n++) {
            int start = skipBlanks(raw, at, to);
            int end = start;
            while (end < to && !Character.isWhitespace(raw.charAt(end))) {
                end++;
            }
            if (end == start) {
                break;
            }
            String word = raw.substring(start, Math.min(end, start + 80));
            boolean process = isProcess(word, names && stamped && plain < 2);
            boolean time = isTime(word);
            boolean level = !time && isLevel(word, stamped);
            boolean sure =
                    process || time || level || isBracketed(word) || isNamed(raw, end, to, word, stamped || levelled);
            if (sure) {
                stamped |= time;
                levelled |= level;
                plain = 0;
                message = skipBlanks(raw, end, to);
                if (process && word.endsWith(":")) {
                    break;
                }
            } else if (message == at && isMark(word)) {
                message = skipBlanks(raw, end, to);
            } else if (levelled || ++plain > 2 || !stamped && !isMonth(word, n)) {
                break; // a plain word before any time stamp or behind the level: here the message begins
            }
            at = skipBlanks(raw, end, to);
        }
        return Math.min(message, to);
    }

    private static int skipBlanks(String raw, int at, int to) {
        while (at < to && Character.isWhitespace(raw.charAt(at))) {
            at++;
        }
        return at;
    }

    private static boolean isMark(String w) {
        return w.equals("|") || w.equals(">") || w.equals("-") || w.equals(":") || w.equals("--");
    }

    /** The first two words of a stamp such as "Mar 3 08:41:09". */
    private static boolean isMonth(String w, int n) {
        return n == 0 && MONTHS.contains(w.toLowerCase(Locale.ROOT))
                || n == 1 && w.length() <= 2 && Character.isDigit(w.charAt(0));
    }

    /** Digits with colons or dashes such as 08:41:09.123, 2026-03-04T08:41:09Z, 2026-03-04, [08:41:09]. */
    private static boolean isTime(String w) {
        String t = trim(w, "[(", "]),:");
        if (t.length() < 5 || !Character.isDigit(t.charAt(0))) {
            return false;
        }
        int digits = 0;
        int signs = 0;
        for (int i = 0; i < t.length(); i++) {
            char c = t.charAt(i);
            if (Character.isDigit(c)) {
                digits++;
            } else if (":-/".indexOf(c) >= 0) {
                signs++;
            } else if (".,TZ+".indexOf(c) < 0) {
                return false;
            }
        }
        boolean clock = t.length() > 4 && (t.charAt(2) == ':' || t.indexOf('T') > 0);
        boolean date = t.length() > 7 && (t.charAt(4) == '-' || t.charAt(4) == '/' || t.charAt(2) == '/');
        return digits >= 4 && signs >= 1 && (clock || date);
    }

    private static String trim(String w, String first, String last) {
        int from = !w.isEmpty() && first.indexOf(w.charAt(0)) >= 0 ? 1 : 0;
        int to = w.length();
        while (to > from && last.indexOf(w.charAt(to - 1)) >= 0) {
            to--;
        }
        return w.substring(from, to);
    }

    private static boolean isBracketed(String w) {
        return w.length() > 2
                && (w.charAt(0) == '[' || w.charAt(0) == '<')
                && w.length() < 60
                && (w.endsWith("]") || w.endsWith("]:") || w.endsWith(">"));
    }

    private static boolean isLevel(String w, boolean stamped) {
        if (!Character.isUpperCase(w.charAt(0))) {
            return false;
        }
        String level = trim(w, "", ":|-/");
        return LEVELS.contains(level) || stamped && level.length() == 1 && "EWIDFV".contains(level);
    }

    /** core.sync - : a name with a dash behind it, after a time stamp or level. */
    private static boolean isNamed(String raw, int end, int to, String w, boolean begun) {
        return begun && end + 2 < to && raw.startsWith(" - ", end) && isName(w, 0, w.length(), ".-_$");
    }

    /** stager[2210]: or, behind a time stamp, stager: */
    private static boolean isProcess(String w, boolean stamped) {
        int open = w.indexOf('[');
        String bare = w.endsWith(":") ? w.substring(0, w.length() - 1) : w;
        if (open > 0 && bare.endsWith("]")) {
            return isNumber(bare, open + 1, bare.length() - 1);
        }
        return stamped && w.endsWith(":") && bare.length() > 1 && isName(bare, 0, bare.length(), "-_.");
    }

    private static boolean isName(String w, int from, int to, String signs) {
        for (int i = from; i < to; i++) {
            char c = w.charAt(i);
            if (!Character.isLetterOrDigit(c) && signs.indexOf(c) < 0) {
                return false;
            }
        }
        return true;
    }

    private static boolean isNumber(String w, int from, int to) {
        for (int i = from; i < to; i++) {
            if (!Character.isDigit(w.charAt(i))) {
                return false;
            }
        }
        return true;
    }
}
