package org.mendak.core.language;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What in a text from a screen is likely to differ from case to case, so that a message can be made of it. Rules of our own on how values
 * look and on the word before them; who writes corrects it word by word.
 */
public final class Proposal {

    /** As many lines of a text as are looked at; the rest is left out. */
    public static final int MOST_LINES = 40;

    private static final int LONGEST = 500;

    /**
     * A piece of a line; all of them one behind the other are the line.
     *
     * @param varies whether it is proposed as a value
     * @param code whether it is a code that names the error by itself
     * @param name what the value would be called in the message
     * @param type what it would be; empty for blanks and signs, which are no values
     */
    public record Token(String text, boolean varies, boolean code, String name, String type) {}

    /**
     * A line of the text.
     *
     * @param tells whether it seems to be the one that says what went wrong
     */
    public record Line(List<Token> tokens, boolean tells) {
        public Line {
            tokens = List.copyOf(tokens);
        }
    }

    private static final Pattern STAMP = Pattern.compile(
            "^\\s*\\[?\\d{4}-\\d{2}-\\d{2}[T ]\\d{2}:\\d{2}(:\\d{2})?([.,]\\d+)?(Z|[+-]\\d{2}:?\\d{2})?\\]?\\s*");
    private static final Pattern WORD = Pattern.compile("\\S+");
    private static final Pattern EDGES =
            Pattern.compile("^([\"'`(\\[{<«“‘]*)(.*?)([\"'`)\\]}>»”’.,;:!?…]*)$", Pattern.DOTALL);
    private static final Pattern UNIT =
            Pattern.compile("(?i)([kmgt]i?b|b|bytes|ms|s|sec|seconds|min|minutes|h|hours|days)");
    private static final Pattern NUMBER = Pattern.compile("[+-]?\\d+(?:[.,]\\d+)*");
    private static final Pattern CODE =
            Pattern.compile("0x[0-9A-Fa-f]{6,}|[A-Z]{2,8}[-_]?\\d{2,6}|[A-Z]{2,}(?:[-_][A-Z0-9]+)+");
    private static final Pattern FILE = Pattern.compile("[\\w.-]*\\w\\.[A-Za-z][A-Za-z0-9]{1,4}");
    private static final Pattern VERSION = Pattern.compile("v?\\d+(?:\\.\\d+){1,4}(?:-[\\w.]+)?");
    private static final Pattern HOST = Pattern.compile(
            "(?:[A-Za-z][\\w-]*\\.){2,}[A-Za-z][\\w-]*(?::\\d+)?|(?:\\d{1,3}\\.){3}\\d{1,3}(?::\\d+)?|[A-Za-z][\\w.-]*:\\d{2,5}");
    private static final Pattern HEX =
            Pattern.compile("(?:0x)?(?=[0-9A-Fa-f]*\\d)(?=[0-9A-Fa-f]*[A-Fa-f])[0-9A-Fa-f]{6,}");
    private static final Set<String> NAMES_A_CODE = Set.of("error", "code", "status", "event", "fault", "exit");
    private static final Set<String> VERSIONED = Set.of("version", "release", "image", "build");
    private static final Set<String> NO_NAMES = Set.of(
            "the", "for", "from", "into", "with", "and", "not", "was", "were", "has", "have", "are", "this", "that",
            "than", "but", "only", "after", "before", "over", "under", "within", "about", "its", "can", "could", "did",
            "does", "more", "less", "all", "any", "per", "out", "off");

    private Proposal() {}

    /**
     * The lines of a text that say anything, each in its tokens.
     *
     * @param text what the screen said; linear in its length, at most {@link #MOST_LINES} lines
     */
    public static List<Line> of(String text) {
        List<List<Token>> lines = new ArrayList<>();
        text.lines()
                .map(Proposal::bare)
                .filter(l -> !l.isBlank())
                .limit(MOST_LINES)
                .forEach(l -> lines.add(tokens(l)));
        int best = -1;
        for (int i = 0; i < lines.size(); i++) {
            if (best < 0 || telling(lines.get(i)) > telling(lines.get(best))) {
                best = i;
            }
        }
        List<Line> all = new ArrayList<>();
        for (int i = 0; i < lines.size(); i++) {
            all.add(new Line(lines.get(i), i == best));
        }
        return all;
    }

    private static String bare(String line) {
        String l = STAMP.matcher(line).replaceFirst("").strip();
        return l.length() > LONGEST ? l.substring(0, LONGEST) : l;
    }

    /** A line that tells has words that stay, and better some that differ; one of ten words tells more than one of two. */
    private static double telling(List<Token> tokens) {
        long words =
                tokens.stream().filter(t -> !t.type().isEmpty() && !t.varies()).count();
        long values = tokens.stream().filter(Token::varies).count();
        return Math.min(words, 12) + Math.min(values, 4) * 1.5;
    }

    private static List<Token> tokens(String line) {
        List<Token> tokens = new ArrayList<>();
        Set<String> names = new HashSet<>();
        Matcher m = WORD.matcher(line);
        String before = "";
        int at = 0;
        while (m.find(at)) {
            plain(line.substring(at, m.start()), tokens);
            Matcher e = EDGES.matcher(m.group());
            e.matches();
            String open = e.group(1);
            String core = e.group(2);
            String close = e.group(3);
            int end = m.end();
            if (core.isEmpty()) {
                plain(m.group(), tokens);
                at = end;
                continue;
            }
            ValueType type = type(core, before);
            // a number and its unit are one value
            Matcher unit = WORD.matcher(line);
            if (type == ValueType.NUMBER && close.isEmpty() && unit.find(end)) {
                Matcher u = EDGES.matcher(unit.group());
                u.matches();
                if (UNIT.matcher(u.group(2)).matches() && u.group(1).isEmpty() && unit.start() == end + 1) {
                    type = u.group(2).matches("(?i)[kmgt]i?b|b|bytes") ? ValueType.SIZE : ValueType.DURATION;
                    core = line.substring(
                            m.start() + open.length(), unit.start() + u.group(2).length());
                    close = u.group(3);
                    end = unit.end();
                }
            }
            boolean code = CODE.matcher(core).matches();
            boolean named = NAMES_A_CODE.contains(before.toLowerCase(Locale.ROOT));
            boolean quoted = open.matches(".*[\"'`«“‘]") && close.matches("[\"'`»”’].*");
            boolean varies = !code && (type != null && !named || quoted && !core.equals(core.toUpperCase(Locale.ROOT)));
            ValueType its = type == null ? ValueType.WORD : type;
            plain(open, tokens);
            tokens.add(new Token(core, varies, code, name(before, its, names, varies), its.word()));
            plain(close, tokens);
            before = core;
            at = end;
        }
        plain(line.substring(at), tokens);
        return tokens;
    }

    private static void plain(String text, List<Token> tokens) {
        if (!text.isEmpty()) {
            tokens.add(new Token(text, false, false, "", ""));
        }
    }

    /** What a word looks like; null if like a word. */
    private static ValueType type(String w, String before) {
        if (ValueType.GUID.fits(w)) {
            return ValueType.GUID;
        }
        if (w.contains("://")) {
            return ValueType.URL;
        }
        long slashes = w.chars().filter(c -> c == '/' || c == '\\').count();
        if (slashes > 1
                || slashes == 1
                        && (w.startsWith("/") && w.length() > 2
                                || w.matches("(?:\\.{1,2}|~)/.+")
                                || w.matches("[A-Za-z]:\\\\.*"))) {
            return ValueType.PATH;
        }
        if (NUMBER.matcher(w).matches()
                && !(VERSION.matcher(w).matches() && VERSIONED.contains(before.toLowerCase(Locale.ROOT)))) {
            return w.chars().filter(c -> c == '.').count() > 1 ? version(w) : ValueType.NUMBER;
        }
        if (HOST.matcher(w).matches() && !VERSION.matcher(w).matches()) {
            return ValueType.HOST;
        }
        if (VERSION.matcher(w).matches()) {
            return ValueType.VERSION;
        }
        if (FILE.matcher(w).matches()) {
            return ValueType.FILE;
        }
        if (HEX.matcher(w).matches()) {
            return ValueType.HEX;
        }
        // days, times and numbers in groups
        if (w.matches("\\d++(?:[-/:]\\d++)++")) {
            return ValueType.WORD;
        }
        return w.matches(".*\\d.*") && !w.equals(w.toUpperCase(Locale.ROOT)) ? ValueType.WORD : null;
    }

    private static ValueType version(String w) {
        return HOST.matcher(w).matches() ? ValueType.HOST : ValueType.VERSION;
    }

    /** The word before it if that names things, else its type; told apart by a number where it stands already. */
    private static String name(String before, ValueType type, Set<String> names, boolean taken) {
        String word = before.toLowerCase(Locale.ROOT);
        String base = word.matches("[a-z]{3,20}") && !NO_NAMES.contains(word) ? word : type.word();
        String name = base;
        for (int n = 2; names.contains(name); n++) {
            name = base + n;
        }
        if (taken) {
            names.add(name);
        }
        return name;
    }
}
