package org.mendak.core.privacy;

import java.util.Locale;

/** What goes along with a call: headers with credentials, cookies, signed tokens, user:password pairs, long random runs. */
final class Credentials {

    private static final int LONG_TOKEN = 28;
    private static final int SHORTEST_TOKEN = 6;

    private final Reading text;
    private final SecretFinder.Told told;

    Credentials(Reading text, SecretFinder.Told told) {
        this.text = text;
        this.told = told;
    }

    void all() {
        header("authorization");
        header("cookie");
        runs();
    }

    /** The rest of the line behind the name and its colon; of a cookie that is set its value alone. */
    private void header(String name) {
        char first = name.charAt(0);
        for (int i = 0; i + name.length() < text.length(); i++) {
            char c = text.charAt(i);
            if (c != first && c != Character.toUpperCase(first) || !text.goesOnWith(i, name)) {
                continue;
            }
            int at = i + name.length();
            while (at < text.length() && "\"' ".indexOf(text.charAt(at)) >= 0 && at < i + name.length() + 3) {
                at++;
            }
            if (!text.is(at, ':') && !text.is(at, '=')) {
                continue;
            }
            boolean set = i >= 4 && text.goesOnWith(i - 4, "set-");
            i = name.equals("cookie") ? cookie(at + 1, set) : credentials(at + 1);
        }
    }

    private int blanks(int from) {
        int at = from;
        while (at < text.length() && (text.charAt(at) == ' ' || text.charAt(at) == '"' || text.charAt(at) == '\'')) {
            at++;
        }
        return at;
    }

    /** A scheme such as Basic stays, so that one sees what it was. */
    private int credentials(int from) {
        int at = blanks(from);
        int end = Math.min(valueLineEnd(at), at + 8_192);
        int space = at;
        while (space < end && Character.isLetter(text.charAt(space)) && space - at < 20) {
            space++;
        }
        int value = text.is(space, ' ') && space > at && space + 1 < end ? space + 1 : at;
        if (end - value >= SHORTEST_TOKEN && !Labels.NO_VALUE.contains(firstWord(value, end))) {
            told.at(SecretFinder.Kind.TOKEN, value, end);
        }
        return Math.max(end, from);
    }

    private String firstWord(int from, int to) {
        int end = from;
        while (end < to && end - from < 20 && !Character.isWhitespace(text.charAt(end))) {
            end++;
        }
        return text.part(from, end).toLowerCase(Locale.ROOT);
    }

    private int cookie(int from, boolean set) {
        int at = blanks(from);
        int end = Math.min(valueLineEnd(at), at + 8_192);
        int equals = at;
        while (equals < end && text.charAt(equals) != '=') {
            equals++;
        }
        if (equals >= end - 1 || equals - at > 80 || text.part(at, equals).indexOf(' ') >= 0) {
            return Math.max(at, from);
        }
        int last = equals + 1;
        while (last < end && (!set || text.charAt(last) != ';')) {
            last++;
        }
        told.at(SecretFinder.Kind.TOKEN, equals + 1, last);
        return Math.max(end, from);
    }

    /** To the end of the line, or to the quotation mark that closes an argument. */
    private int valueLineEnd(int from) {
        int end = from;
        while (end < text.length() && "\n\r\"'".indexOf(text.charAt(end)) < 0) {
            end++;
        }
        return end;
    }

    private static boolean inToken(char c) {
        return c < 128 && (Character.isLetterOrDigit(c) || "_-.+/=~".indexOf(c) >= 0);
    }

    /** Long random runs, signed tokens, and what follows the word bearer. */
    private void runs() {
        int i = 0;
        while (i < text.length()) {
            if (!inToken(text.charAt(i))) {
                i++;
                continue;
            }
            int end = i;
            while (end < text.length() && inToken(text.charAt(end))) {
                end++;
            }
            boolean signed = end - i >= LONG_TOKEN
                    && text.goesOnWith(i, "eyj")
                    && text.part(i, Math.min(end, i + 2_000)).indexOf('.') > 0;
            if (signed || end - i >= LONG_TOKEN && Looks.random(text, i, end)) {
                told.at(SecretFinder.Kind.TOKEN, i, end);
            } else if (end - i == 6 && text.goesOnWith(i, "bearer") && text.is(end, ' ')) {
                int value = end + 1;
                int last = value;
                while (last < text.length() && inToken(text.charAt(last))) {
                    last++;
                }
                if (last - value >= 12) {
                    told.at(SecretFinder.Kind.TOKEN, value, last);
                }
                end = Math.max(end, last);
            }
            i = end;
        }
    }
}
