package org.mendak.core.drafting;

import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;

/** Commands as texts: their words, what stands in them, and which are one command with other values. */
public final class Commands {

    private Commands() {}

    static List<String> words(String command) {
        return Stream.of(command.strip().split("\\s+"))
                .map(w -> w.replaceAll("^[\"'(]+|[\"');,]+$", ""))
                .filter(w -> !w.isEmpty())
                .toList();
    }

    /**
     * Whether two commands are one with other values: they begin alike, are as long, half of their words are the same, and what differs is
     * no word of the command itself.
     */
    static boolean same(String a, String b) {
        List<String> x = words(a);
        List<String> y = words(b);
        if (x.isEmpty() || x.size() != y.size() || !x.get(0).equals(y.get(0))) {
            return false;
        }
        int same = 1;
        for (int i = 1; i < x.size(); i++) {
            if (x.get(i).equals(y.get(i))) {
                same++;
            } else if (!x.get(i - 1).startsWith("-") && isVerb(x.get(i)) && isVerb(y.get(i))) {
                return false;
            }
        }
        return same * 2 >= x.size();
    }

    /** Whether a word may say what a command does: letters alone, and no value of an option. */
    private static boolean isVerb(String word) {
        return word.matches("-{0,2}\\p{L}[\\p{L}-]*");
    }

    /** Whether a value stands in a text as a whole: no letter or figure before or behind it. */
    public static boolean holds(String text, String value) {
        return place(text, value, 0) >= 0;
    }

    /** The text with something else wherever the value stands as a whole. */
    public static String replaced(String text, String value, String by) {
        StringBuilder s = new StringBuilder();
        int from = 0;
        for (int at = place(text, value, 0); at >= 0; at = place(text, value, from)) {
            s.append(text, from, at).append(by);
            from = at + value.length();
        }
        return s.append(text, from, text.length()).toString();
    }

    private static int place(String text, String value, int from) {
        if (value.isEmpty()) {
            return -1;
        }
        for (int at = text.indexOf(value, from); at >= 0; at = text.indexOf(value, at + 1)) {
            int end = at + value.length();
            boolean before = at > 0 && inWord(text.charAt(at - 1)) && inWord(value.charAt(0));
            boolean behind =
                    end < text.length() && inWord(text.charAt(end)) && inWord(value.charAt(value.length() - 1));
            if (!before && !behind) {
                return at;
            }
        }
        return -1;
    }

    private static boolean inWord(char c) {
        return Character.isLetterOrDigit(c) || c == '_' || c == '\u0001' || c == '\u0002';
    }

    /** The language that a command seems to be written in, as fences name it. */
    public static String language(String command) {
        String first = words(command).isEmpty() ? "" : words(command).get(0);
        if (first.matches("[A-Z][a-z]+-[A-Z]\\w+") || command.contains("$env:")) {
            return "powershell";
        }
        boolean drives = command.matches("(?s).*\\b[A-Za-z]:\\\\.*") || command.matches("(?s).*%[A-Za-z]+%.*");
        return drives || first.toLowerCase(Locale.ROOT).endsWith(".bat") ? "cmd" : "sh";
    }
}
