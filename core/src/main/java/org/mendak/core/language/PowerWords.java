package org.mendak.core.language;

import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Pattern;

/**
 * The same for the PowerShell family: places in quotation marks, here-strings, sub-expressions and comments take no value, nor do those
 * whose statement reads its words as commands again.
 *
 * <p>Source: Windows PowerShell Language Specification 3.0, 2.2.3 Comments, 2.3.5.2 String literals, 7.1.1 Grouping and sub-expressions.
 */
final class PowerWords {

    private static final Pattern READ_AGAIN = Pattern.compile(
            "(?i)(?:^|[\\s|;({&])(?:iex|invoke-expression|invoke-command|icm|start-job|powershell(?:\\.exe)?|pwsh(?:\\.exe)?"
                    + "|cmd(?:\\.exe)?|add-type|set-alias|new-alias)\\b|\\[scriptblock\\]|-executioncontext|\\$executioncontext");

    private final String text;
    private final Map<Integer, Integer> places = new HashMap<>();
    private final Map<Integer, String> refused = new HashMap<>();

    private PowerWords(String text, List<Places.Place> all) {
        this.text = text;
        all.forEach(p -> places.put(p.from(), p.to()));
    }

    /** Why a place can take no value, by where it begins. O(length). */
    static Map<Integer, String> refusals(String text, List<Places.Place> places) {
        PowerWords w = new PowerWords(text, places);
        w.read();
        return w.refused;
    }

    private void read() {
        int statement = 0;
        boolean begins = true;
        int i = 0;
        while (i < text.length()) {
            char c = text.charAt(i);
            if (places.containsKey(i)) {
                if (begins) {
                    refused.put(i, "the value would be the name of a command");
                }
                begins = false;
                i = places.get(i);
            } else if (c == '`') {
                if (places.containsKey(i + 1)) {
                    refused.put(i + 1, "a backtick stands before the place");
                    i++;
                } else {
                    i += 2;
                }
            } else if (text.startsWith("<#", i)) {
                i = skipped(i, "#>", "the place stands in a comment");
            } else if (c == '#' && (i == 0 || Character.isWhitespace(text.charAt(i - 1)))) {
                i = skipped(i, "\n", "the place stands in a comment");
            } else if (text.startsWith("@'", i) || text.startsWith("@\"", i)) {
                i = skipped(i + 2, "\n" + text.charAt(i + 1) + "@", "the place stands in a text of several lines");
                begins = false;
            } else if (isQuote(c)) {
                i = quoted(i);
                begins = false;
            } else if (text.startsWith("$(", i)) {
                i = subExpression(i + 2);
                begins = false;
            } else {
                if (c == '\n' || c == ';') {
                    again(statement, i);
                    statement = i + 1;
                }
                begins = "\n;|&{(".indexOf(c) >= 0 || begins && (c == ' ' || c == '\t' || c == '.' && dotSource(i));
                i++;
            }
        }
        again(statement, text.length());
    }

    private boolean dotSource(int i) {
        return i + 1 < text.length() && text.charAt(i + 1) == ' ';
    }

    /** Typographic marks are quotation marks there too. */
    private static boolean isQuote(char c) {
        return c == '\'' || c == '"' || c >= '\u2018' && c <= '\u201b' || c >= '\u201c' && c <= '\u201e';
    }

    private static boolean isSingle(char c) {
        return c == '\'' || c >= '\u2018' && c <= '\u201b';
    }

    private int skipped(int from, String end, String why) {
        int close = text.indexOf(end, from);
        int last = close < 0 ? text.length() : close + end.length();
        for (int i = from; i < last; i++) {
            if (places.containsKey(i)) {
                refused.put(i, why);
            }
        }
        return last;
    }

    private int quoted(int from) {
        boolean single = isSingle(text.charAt(from));
        int i = from + 1;
        while (i < text.length()) {
            char c = text.charAt(i);
            if (places.containsKey(i)) {
                refused.put(i, "the author put quotation marks around the place");
                i = places.get(i);
            } else if (!single && c == '`') {
                i += 2;
            } else if (isQuote(c) && isSingle(c) == single) {
                if (i + 1 < text.length() && isQuote(text.charAt(i + 1)) && isSingle(text.charAt(i + 1)) == single) {
                    i += 2;
                } else {
                    return i + 1;
                }
            } else {
                i++;
            }
        }
        return text.length();
    }

    private int subExpression(int from) {
        int depth = 1;
        int i = from;
        while (i < text.length() && depth > 0) {
            char c = text.charAt(i);
            if (places.containsKey(i)) {
                refused.put(i, "the place stands in a command within the command");
                i = places.get(i);
            } else if (isQuote(c)) {
                i = quoted(i);
            } else {
                depth += c == '(' ? 1 : c == ')' ? -1 : 0;
                i++;
            }
        }
        return i;
    }

    private void again(int from, int to) {
        String statement = text.substring(from, to);
        var m = READ_AGAIN.matcher(statement);
        if (!m.find()) {
            return;
        }
        String what = m.group().strip().toLowerCase(Locale.ROOT).replaceAll("^[|;({&\\s]+", "");
        for (int i = from; i < to; i++) {
            if (places.containsKey(i)) {
                refused.putIfAbsent(i, "\"" + what + "\" reads its words as a command again");
            }
        }
    }
}
