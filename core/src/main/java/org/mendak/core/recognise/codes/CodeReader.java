package org.mendak.core.recognise.codes;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.function.Predicate;

/**
 * Reads codes in any notation. One pass over the text, word by word; linear. What is said about them stands in {@link CodeFacts}.
 */
public final class CodeReader {

    private static final int MOST_CODES = 200;
    private static final Set<String> SAYS_CODE = Set.of(
            "error", "code", "err", "errno", "fault", "result", "status", "rc", "errorcode", "nr", "no", "number");
    private static final Set<String> SAYS_EXIT = Set.of("exit", "exited", "exitcode", "returned");
    private static final Set<String> SAYS_ERRNO = Set.of("errno", "oserror");
    private static final Set<String> FILLERS = Set.of("with", "code", "status", "is", "was", "value", "number", "by");

    private final String text;
    private final Predicate<String> known;
    private final List<CodeHit> hits = new ArrayList<>();
    /** The three words before the one at hand, nearest first, lower-cased; empty if there is none. */
    private String before = "";

    private String beforeThat = "";
    private String third = "";

    private CodeReader(String text, Predicate<String> known) {
        this.text = text;
        this.known = known;
    }

    /** The codes of a text. {@code known} are keys that count as codes however they are written. */
    public static List<CodeHit> read(String text, Predicate<String> known) {
        return new CodeReader(text, known).run();
    }

    /** The key of a code as an author wrote it: in whatever notation, or the text itself. */
    public static String keyOfSignature(String written) {
        String t = written.strip();
        List<CodeHit> hits = read(t, k -> false);
        boolean whole = hits.size() == 1 && hits.get(0).to() == t.length();
        return whole ? hits.get(0).key() : CodeHit.keyOf(t);
    }

    /** All keys by which a code is looked up: figures that could be hex as well are both. */
    public static List<String> keysOfSignature(String written) {
        String key = keyOfSignature(written);
        String t = written.strip();
        boolean hex = (t.length() == 7 || t.length() == 8) && isDigits(t);
        return hex
                ? List.of(key, CodeHit.keyOf(String.format(Locale.ROOT, "0x%08X", Long.parseLong(t, 16))))
                : List.of(key);
    }

    private List<CodeHit> run() {
        int i = 0;
        while (i < text.length() && hits.size() < MOST_CODES) {
            if (!isWordChar(text.charAt(i))) {
                if (text.charAt(i) == '\n') {
                    before = "";
                    beforeThat = "";
                    third = "";
                }
                i++;
                continue;
            }
            int end = i;
            while (end < text.length() && (isWordChar(text.charAt(end)) || joins(end))) {
                end++;
            }
            word(i, end);
            third = beforeThat;
            beforeThat = before;
            before = text.substring(i, end).toLowerCase(Locale.ROOT);
            i = end;
        }
        return hits;
    }

    private static boolean isWordChar(char c) {
        return c < 128 ? Character.isLetterOrDigit(c) || c == '_' : Character.isLetterOrDigit(c);
    }

    /** A dash belongs to a word if letters or digits stand on both of its sides. */
    private boolean joins(int at) {
        return text.charAt(at) == '-'
                && at > 0
                && at + 1 < text.length()
                && isWordChar(text.charAt(at - 1))
                && isWordChar(text.charAt(at + 1));
    }

    private void word(int from, int to) {
        String w = text.substring(from, to);
        if (w.length() > 60 || isPartOfPath(from, to)) {
            return;
        }
        if (isDigits(w) && apart(from, to) || named(w, from, to) || numbered(w, from, to)) {
            return;
        }
        boolean minus = from > 0 && text.charAt(from - 1) == '-' && (from == 1 || !isWordChar(text.charAt(from - 2)));
        if (isDigits(w) && (minus || !isHexOfFigures(w))) {
            decimal(w, minus ? from - 1 : from, to, minus);
        } else if (isHex(w)) {
            long value = Long.parseLong(hexDigits(w), 16);
            if (value >= 0x10000 || w.regionMatches(true, 0, "0x", 0, 2)) {
                hit(w, value, CodeHit.Kind.HEX, from, to);
            }
        } else if (isGrouped(w) && saysCode()) {
            hits.add(new CodeHit(w, w, CodeHit.Kind.DECIMAL, "a number in groups", from, to));
        } else if (isSymbolic(w)) {
            hits.add(new CodeHit(w, w.toUpperCase(Locale.ROOT), CodeHit.Kind.SYMBOLIC, "", from, to));
        }
    }

    /** Names that POSIX gives: ENOSPC, SIGKILL. */
    private boolean named(String w, int from, int to) {
        if (w.startsWith("SIG") && CodeFacts.number("signal", w.substring(3)) > 0) {
            exit(128 + CodeFacts.number("signal", w.substring(3)), from, to);
            return true;
        }
        if (w.charAt(0) == 'E' && CodeFacts.number("errno", w) > 0) {
            hits.add(new CodeHit(w, w, CodeHit.Kind.ERRNO, CodeFacts.errno(w), from, to));
            return true;
        }
        return false;
    }

    /** Numbers whose kind the words before them tell: errno 28, os error 28, signal 9, HTTP 503, SQLSTATE 08001. */
    private boolean numbered(String w, int from, int to) {
        boolean sql = before.equals("sqlstate") || FILLERS.contains(before) && beforeThat.equals("sqlstate");
        if (sql && w.length() == 5 && w.equals(w.toUpperCase(Locale.ROOT))) {
            hits.add(new CodeHit(w, "SQLSTATE " + w, CodeHit.Kind.SQLSTATE, CodeFacts.sqlState(w), from, to));
            return true;
        }
        if (!isDigits(w) || w.length() > 3) {
            return false;
        }
        int n = Integer.parseInt(w);
        String errno = CodeFacts.name("errno", n);
        boolean saysErrno = SAYS_ERRNO.contains(before) || before.equals("error") && beforeThat.equals("os");
        if (saysErrno && !errno.isEmpty()) {
            hits.add(new CodeHit(w, errno, CodeHit.Kind.ERRNO, CodeFacts.errno(errno), from, to));
            return true;
        }
        if (before.equals("signal") && !CodeFacts.name("signal", n).isEmpty()) {
            exit(128 + n, from, to);
            return true;
        }
        if (CodeFacts.isHttpFailure(n) && saysHttp()) {
            hits.add(new CodeHit(w, "HTTP " + w, CodeHit.Kind.HTTP, CodeFacts.http(n), from, to));
            return true;
        }
        return false;
    }

    private boolean saysHttp() {
        for (String word : new String[] {before, beforeThat, third}) {
            if (word.startsWith("http")) {
                return true;
            }
        }
        return false;
    }

    private void exit(int status, int from, int to) {
        hits.add(new CodeHit(
                text.substring(from, to), "exit " + status, CodeHit.Kind.EXIT, CodeFacts.exit(status), from, to));
    }

    /** PD 4012: a known code that has lost its dash. */
    private boolean apart(int from, int to) {
        if (before.isEmpty() || before.length() > 8 || from < before.length() + 1 || text.charAt(from - 1) != ' ') {
            return false;
        }
        int start = from - 1 - before.length();
        String whole = text.substring(start, from - 1) + "-" + text.substring(from, to);
        if (!known.test(CodeHit.keyOf(whole)) || !Character.isLetter(whole.charAt(0))) {
            return false;
        }
        hits.add(new CodeHit(
                text.substring(start, to), whole.toUpperCase(Locale.ROOT), CodeHit.Kind.SYMBOLIC, "", start, to));
        return true;
    }

    /** File names and addresses hold many things that look like codes. */
    private boolean isPartOfPath(int from, int to) {
        char left = from > 0 ? text.charAt(from - 1) : ' ';
        char right = to < text.length() ? text.charAt(to) : ' ';
        boolean dotted = right == '.' && to + 1 < text.length() && isWordChar(text.charAt(to + 1));
        return left == '/' || left == '\\' || left == '.' || right == '/' || right == '\\' || dotted;
    }

    private static boolean isDigits(String w) {
        for (int i = 0; i < w.length(); i++) {
            if (w.charAt(i) < '0' || w.charAt(i) > '9') {
                return false;
            }
        }
        return true;
    }

    /** 12-34 or 30015-11: figures in groups with dashes between. */
    private static boolean isGrouped(String w) {
        return w.indexOf('-') > 0 && w.length() <= 20 && isDigits(w.replace("-", ""));
    }

    private static String hexDigits(String w) {
        return (w.regionMatches(true, 0, "0x", 0, 2) ? w.substring(2) : w)
                .replace("-", "")
                .replace("_", "");
    }

    /** Eight figures beside a word that says so, the first of them that of a failure: hex that happens to have no letter. */
    private boolean isHexOfFigures(String w) {
        return w.length() == 8 && w.charAt(0) == '8' && saysCode();
    }

    /**
     * 0x and up to eight digits; or eight digits, perhaps in two groups, among them a letter and a figure, unless a word beside
     * them says that it is a code.
     */
    private boolean isHex(String w) {
        String digits = hexDigits(w);
        if (digits.isEmpty() || digits.length() > 8 || !isAllHex(digits)) {
            return false;
        }
        if (w.regionMatches(true, 0, "0x", 0, 2)) {
            return true;
        }
        boolean grouped = w.length() == 8 || w.length() == 9 && !Character.isLetterOrDigit(w.charAt(4));
        boolean mixed =
                digits.chars().anyMatch(Character::isDigit) && digits.chars().anyMatch(Character::isLetter);
        return grouped && digits.length() == 8 && (mixed || saysCode());
    }

    private static boolean isAllHex(String w) {
        for (int i = 0; i < w.length(); i++) {
            if (Character.digit(w.charAt(i), 16) < 0) {
                return false;
            }
        }
        return true;
    }

    private boolean isSymbolic(String w) {
        if (known.test(CodeHit.keyOf(w))) {
            boolean letters = w.chars().anyMatch(Character::isLetter);
            return letters && (w.chars().anyMatch(Character::isDigit) || w.indexOf('_') > 0);
        }
        boolean upper = w.equals(w.toUpperCase(Locale.ROOT));
        if (!upper || !Character.isLetter(w.charAt(0))) {
            return false;
        }
        if (w.startsWith("E_") || w.startsWith("ERR_") || w.startsWith("ERROR_")) {
            return true;
        }
        int letters = 0;
        while (letters < w.length() && Character.isLetter(w.charAt(letters))) {
            letters++;
        }
        int digits = letters;
        if (digits < w.length() && (w.charAt(digits) == '-' || w.charAt(digits) == '_')) {
            digits++;
        }
        String rest = w.substring(digits);
        return letters >= 1 && letters <= 8 && rest.length() >= 2 && rest.length() <= 8 && isDigits(rest);
    }

    private void decimal(String w, int from, int to, boolean minus) {
        String digits = w;
        if (digits.length() > 10) {
            return;
        }
        long value = Long.parseLong(digits) * (minus ? -1 : 1);
        boolean large = value >= 0x80000000L && value <= 0xFFFFFFFFL || value < -0xFFFF && value >= Integer.MIN_VALUE;
        if (large) {
            hit(text.substring(from, to), value & 0xFFFFFFFFL, CodeHit.Kind.DECIMAL, from, to);
        } else if (saysExit() && value >= 0 && value < 256) {
            exit((int) value, from, to);
        } else if (saysCode()) {
            hits.add(new CodeHit(
                    text.substring(from, to),
                    (minus ? "-" : "") + digits,
                    CodeHit.Kind.DECIMAL,
                    "a number beside the word \"" + before + "\"",
                    from,
                    to));
        }
    }

    private boolean saysCode() {
        return SAYS_CODE.contains(before) || FILLERS.contains(before) && SAYS_CODE.contains(beforeThat);
    }

    private boolean saysExit() {
        return SAYS_EXIT.contains(before)
                || FILLERS.contains(before) && SAYS_EXIT.contains(beforeThat)
                || FILLERS.contains(before) && FILLERS.contains(beforeThat) && SAYS_EXIT.contains(third);
    }

    private void hit(String raw, long value, CodeHit.Kind kind, int from, int to) {
        String canonical = value < 0x10000 ? String.valueOf(value) : String.format(Locale.ROOT, "0x%08X", value);
        hits.add(new CodeHit(raw, canonical, kind, value < 0x10000 ? "" : CodeFacts.result(value), from, to));
    }
}
