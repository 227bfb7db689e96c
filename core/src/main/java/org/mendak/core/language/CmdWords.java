package org.mendak.core.language;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;

/**
 * The same for the cmd family. Within double quotation marks it takes {@code & | < > ( ) ^} as they are, but per cent signs are read there
 * too, and no sign escapes a quotation mark; so a value with any of these is refused, and so is a place where the words are read twice.
 *
 * <p>Source: Windows Commands reference, "cmd": remarks on special characters, quotation marks and delayed expansion; and "The C runtime's
 * parsing of arguments" for a backslash before a closing quotation mark.
 */
final class CmdWords {

    /** What reads its words again, gives them another meaning, or takes the first quoted one for a title. */
    private static final Pattern READ_AGAIN = Pattern.compile(
            "(?i)^(?:@?\\s*)(?:cmd(?:\\.exe)?|call|for|if|set|setx|start|echo|goto|powershell(?:\\.exe)?|pwsh(?:\\.exe)?)\\b");

    private static final Pattern COMMENT = Pattern.compile("(?i)^@?\\s*(?:rem\\b|::)");
    private static final String PARTS = "&|(";

    private CmdWords() {}

    /** Why a place can take no value, by where it begins. O(length). */
    static Map<Integer, String> refusals(String text, List<Places.Place> places) {
        Map<Integer, String> refused = new HashMap<>();
        for (Places.Place p : places) {
            String why = refusal(text, p);
            if (!why.isEmpty()) {
                refused.put(p.from(), why);
            }
        }
        return refused;
    }

    private static String refusal(String text, Places.Place p) {
        int line = text.lastIndexOf('\n', p.from() - 1) + 1;
        boolean quoted = false;
        boolean escaped = false;
        int statement = line;
        for (int i = line; i < p.from(); i++) {
            char c = text.charAt(i);
            if (c == '"') {
                quoted = !quoted;
            } else if (!quoted && !escaped && PARTS.indexOf(c) >= 0) {
                statement = i + 1;
            }
            escaped = !quoted && !escaped && c == '^';
        }
        String before = text.substring(statement, p.from());
        char last = before.isEmpty() ? ' ' : before.charAt(before.length() - 1);
        if (quoted) {
            return "the place stands within quotation marks";
        }
        if (COMMENT.matcher(text.substring(line, p.from())).find()) {
            return "the place stands in a comment";
        }
        if (escaped) {
            return "a caret stands before the place";
        }
        if (before.isBlank() || before.strip().equals("@")) {
            return "the value would be the name of a command";
        }
        // a parenthesis may belong to a "for" or an "if" that the line began with
        boolean again = READ_AGAIN.matcher(before.stripLeading()).find()
                || READ_AGAIN
                        .matcher(text.substring(line, p.from()).stripLeading())
                        .find();
        if (again) {
            return "this command reads its words in its own way";
        }
        if (last == '%'
                || last == '!'
                || last == '"'
                || before.stripTrailing().endsWith(">")
                || before.stripTrailing().endsWith("<")) {
            return "the place belongs to a sign before it";
        }
        char next = p.to() < text.length() ? text.charAt(p.to()) : ' ';
        return "%!\"^".indexOf(next) >= 0 ? "the place belongs to a sign behind it" : "";
    }

    /** Why a value can stand nowhere in this language; empty if it can. */
    static String refusal(String value) {
        if (value.indexOf('"') >= 0 || value.indexOf('%') >= 0 || value.indexOf('!') >= 0) {
            return "the value holds a quotation mark, a per cent sign or an exclamation mark, which this language reads within quotation"
                    + " marks too";
        }
        if (value.startsWith("/")) {
            return "the value begins with a slash and would be read as an option";
        }
        return value.endsWith("\\") && !isPlain(value)
                ? "the value ends with a backslash, which would take the closing quotation mark with it"
                : "";
    }

    static String quote(String value) {
        return isPlain(value) ? value : '"' + value + '"';
    }

    private static boolean isPlain(String value) {
        return value.chars().allMatch(c -> c < 128 && (Character.isLetterOrDigit(c) || "\\/._-:".indexOf(c) >= 0));
    }
}
