package org.mendak.core.recognise.codes;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.mendak.core.recognise.words.EverydayWords;
import org.mendak.core.recognise.words.Words;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Signature;

/**
 * Codes as people give them: in words, in groups, without their letters or leading zeros. Each is a guess, since any number in a
 * text could be meant as something else. For short texts; linear in their words.
 */
public final class SaidCodes {

    /** Words before figures that may be letters of the code. */
    private static final int MOST_LETTERS = 4;

    private static final int LONGEST_LETTERS = 8;
    private static final int LONGEST_FIGURES = 12;
    /** Known errors that may have a number before it says nothing. */
    private static final int MOST_OWNERS = 12;

    private static final int MOST = 40;

    /** What a number counts that says no code. */
    private static final Set<String> COUNTED = Set.of(
            "mb",
            "gb",
            "kb",
            "tb",
            "bytes",
            "byte",
            "megs",
            "meg",
            "megabytes",
            "gigs",
            "gig",
            "gigabytes",
            "seconds",
            "second",
            "secs",
            "sec",
            "s",
            "ms",
            "minutes",
            "minute",
            "mins",
            "min",
            "hours",
            "hour",
            "days",
            "day",
            "weeks",
            "times",
            "percent",
            "of",
            "point",
            "bit",
            "bits",
            "euros",
            "pieces",
            "files",
            "am",
            "pm",
            "th",
            "st",
            "nd",
            "rd",
            "oclock");

    /** What stands before a number that says no code. */
    private static final Set<String> PLACES = Set.of(
            "line",
            "page",
            "port",
            "version",
            "block",
            "row",
            "column",
            "pid",
            "process",
            "room",
            "platform",
            "window",
            "release",
            "than",
            "after",
            "about",
            "only",
            "has",
            "had",
            "needs",
            "need",
            "v",
            "point");

    /**
     * A code that was said, with an error that has it.
     *
     * @param letters whether its letters were said too
     * @param strength less if several errors have it, in (0, 1]
     * @param ofText the part of the text's words, everyday ones aside, that it is, in (0, 1]
     */
    public record Said(CodeHit hit, KnownError error, boolean letters, float strength, float ofText) {}

    private record Owner(KnownError error, String code) {}

    /** By letters and figures without leading zeros: {@code BL440}. */
    private final Map<String, List<Owner>> whole = new HashMap<>();
    /** By figures alone, without leading zeros. */
    private final Map<String, List<Owner>> figures = new HashMap<>();

    public SaidCodes(Iterable<KnownError> errors) {
        for (KnownError e : errors) {
            for (Signature s : e.signatures()) {
                if (s.kind() == Signature.Kind.CODE && !s.text().regionMatches(true, 0, "0x", 0, 2)) {
                    index(e, s.text());
                }
            }
        }
    }

    private void index(KnownError error, String code) {
        StringBuilder letters = new StringBuilder();
        StringBuilder digits = new StringBuilder();
        for (char c : code.toUpperCase(Locale.ROOT).toCharArray()) {
            if (c >= '0' && c <= '9') {
                digits.append(c);
            } else if (Character.isLetter(c)) {
                if (!digits.isEmpty()) {
                    return; // letters behind figures are not said this way
                }
                letters.append(c);
            }
        }
        String number = bare(digits.toString());
        if (number.isEmpty() || number.length() > LONGEST_FIGURES || letters.length() > LONGEST_LETTERS) {
            return;
        }
        Owner owner = new Owner(error, code);
        whole.computeIfAbsent(letters + number, k -> new ArrayList<>(1)).add(owner);
        figures.computeIfAbsent(number, k -> new ArrayList<>(1)).add(owner);
    }

    private static String bare(String digits) {
        int i = 0;
        while (i < digits.length() && digits.charAt(i) == '0') {
            i++;
        }
        return digits.substring(i);
    }

    /** The codes that could be meant in a text, in its order. */
    public List<Said> read(String raw, List<Words.Word> words) {
        List<Said> said = new ArrayList<>();
        int i = 0;
        while (i < words.size() && said.size() < MOST && !figures.isEmpty()) {
            SpokenNumbers number = new SpokenNumbers();
            int end = i;
            int solid = i;
            while (end < words.size()
                    && (end == i || near(raw, words, end))
                    && number.take(words.get(end).text())) {
                end++;
                solid = number.isDangling() ? solid : end;
            }
            String digits = bare(number.figures());
            if (solid > i
                    && !digits.isEmpty()
                    && digits.length() <= LONGEST_FIGURES
                    && !isPartOfWord(raw, words, i, solid)) {
                if (!withLetters(raw, words, i, solid, digits, said)) {
                    alone(raw, words, i, solid, digits, said);
                }
            }
            i = Math.max(solid, i + 1);
        }
        return said;
    }

    /** Only blanks, a dash or a comma stand before the word. */
    private static boolean near(String raw, List<Words.Word> words, int at) {
        for (int i = words.get(at - 1).to(); i < words.get(at).from(); i++) {
            char c = raw.charAt(i);
            if (c != ' ' && c != '-' && c != ',' && c != '\u2011' && c != '\u2013') {
                return false;
            }
        }
        return true;
    }

    /** Figures in a version, a time, an amount, an address or a path are no code. */
    private static boolean isPartOfWord(String raw, List<Words.Word> words, int from, int to) {
        int left = words.get(from).from() - 1;
        int right = words.get(to - 1).to();
        return left >= 0 && isGlue(raw.charAt(left)) && left > 0 && Words.inWord(raw.charAt(left - 1))
                || right + 1 < raw.length() && isGlue(raw.charAt(right)) && Words.inWord(raw.charAt(right + 1))
                || left >= 0 && (raw.charAt(left) == '/' || raw.charAt(left) == '\\');
    }

    private static boolean isGlue(char c) {
        return c == '.' || c == ':' || c == '/' || c == '\\' || c == '@' || c == '%' || c == '_' || c == '=';
    }

    private boolean withLetters(String raw, List<Words.Word> words, int from, int to, String digits, List<Said> said) {
        String letters = "";
        for (int i = from - 1; i >= 0 && i >= from - MOST_LETTERS && near(raw, words, i + 1); i--) {
            String w = words.get(i).text();
            if (w.equals("double") && letters.startsWith("U")) {
                letters = "W" + letters.substring(1);
            } else {
                letters = SpokenLetters.letters(w) + letters;
            }
            if (letters.length() > LONGEST_LETTERS) {
                break;
            }
            List<Owner> owners = whole.get(letters + digits);
            if (owners != null && !(i > 0 && words.get(i - 1).text().equals("double") && letters.startsWith("U"))) {
                add(raw, words, i, to, owners, true, digits.length(), said);
                return true;
            }
        }
        return false;
    }

    private void alone(String raw, List<Words.Word> words, int from, int to, String digits, List<Said> said) {
        List<Owner> owners = figures.get(digits);
        String before = from > 0 ? words.get(from - 1).text() : "";
        String after = to < words.size() ? words.get(to).text() : "";
        if (owners != null
                && owners.size() <= MOST_OWNERS
                && !COUNTED.contains(after)
                && !PLACES.contains(before)
                && !isSmall(words, from, to)) {
            add(raw, words, from, to, owners, false, digits.length(), said);
        }
    }

    /** One small word such as "one" or "two" counts things. */
    private static boolean isSmall(List<Words.Word> words, int from, int to) {
        return to - from == 1
                && !SpokenNumbers.isFigures(words.get(from).text())
                && words.size() > 3
                && !(from > 0
                        && Set.of("number", "no", "nr", "code", "error")
                                .contains(words.get(from - 1).text()));
    }

    private static void add(
            String raw,
            List<Words.Word> words,
            int from,
            int to,
            List<Owner> owners,
            boolean letters,
            int digits,
            List<Said> said) {
        int start = words.get(from).from();
        int end = words.get(to - 1).to();
        long telling = words.stream()
                .filter(w -> !EverydayWords.ALL.contains(w.text()))
                .count();
        float ofText = Math.min(1, (to - from) / (float) Math.max(1, telling));
        // a figure or two stand everywhere
        float strength = (float) (Math.min(1, (letters ? 4 : digits) / 4.0) / Math.sqrt(owners.size()));
        for (Owner o : owners) {
            CodeHit hit = new CodeHit(
                    raw.substring(start, end),
                    o.code(),
                    CodeHit.Kind.SAID,
                    o.code() + (letters ? " in other words" : " without its letters"),
                    start,
                    end);
            said.add(new Said(hit, o.error(), letters, strength, ofText));
        }
    }
}
