package org.mendak.core.recognise.words;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * Cuts a text into words: runs of letters and digits, folded for comparing. Signs of scripts that write without blanks are words
 * of their own. One pass; linear.
 *
 * <p>Folding is compatibility decomposition without combining marks, in lower case (Unicode Standard Annex #15, form NFKD).
 */
public final class Words {

    private static final int LONGEST = 64;

    /** A word; {@code from} and {@code to} in UTF-16 units of the text, end exclusive. */
    public record Word(String text, int from, int to) {}

    private Words() {}

    /** The words of a text, folded. */
    public static List<String> of(String text) {
        List<Word> words = new ArrayList<>();
        read(text, 0, text.length(), words);
        return words.stream().map(Word::text).toList();
    }

    /** Adds the words between two places. */
    public static void read(String raw, int from, int to, List<Word> into) {
        int i = from;
        while (i < to) {
            int c = raw.codePointAt(i);
            int length = Character.charCount(c);
            if (i + length > to || !inWord(c)) {
                i += length;
                continue;
            }
            int end = i + length;
            if (!standsAlone(c)) {
                while (end < to) {
                    int next = raw.codePointAt(end);
                    int more = Character.charCount(next);
                    if (end + more > to || !inWord(next) && !isMark(next) || standsAlone(next)) {
                        break;
                    }
                    end += more;
                }
            }
            String word = fold(raw, i, end);
            if (!word.isEmpty()) {
                into.add(new Word(word, i, end));
            }
            i = end;
        }
    }

    public static boolean inWord(int c) {
        if (c < 128) {
            return c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c >= '0' && c <= '9';
        }
        return Character.isLetterOrDigit(c);
    }

    private static boolean isMark(int c) {
        int type = c < 128 ? 0 : Character.getType(c);
        return type == Character.NON_SPACING_MARK || type == Character.COMBINING_SPACING_MARK;
    }

    private static boolean standsAlone(int c) {
        return c >= 0x0E00 && (Character.isIdeographic(c) || isKana(c) || c <= 0x0EFF);
    }

    private static boolean isKana(int c) {
        return c >= 0x3040 && c <= 0x30FF;
    }

    private static String fold(String raw, int from, int to) {
        int end = Math.min(to, from + LONGEST);
        if (end < to && Character.isHighSurrogate(raw.charAt(end - 1))) {
            end--;
        }
        String word = raw.substring(from, end);
        boolean plain = true;
        for (int i = 0; i < word.length(); i++) {
            char c = word.charAt(i);
            if (c >= 128) {
                plain = false;
                break;
            }
        }
        if (plain) {
            return word.toLowerCase(Locale.ROOT);
        }
        String apart = Normalizer.normalize(word, Normalizer.Form.NFKD).toLowerCase(Locale.ROOT);
        StringBuilder kept = new StringBuilder(apart.length());
        apart.codePoints().filter(c -> !isMark(c)).limit(LONGEST).forEach(kept::appendCodePoint);
        return kept.toString();
    }

    /**
     * The word without the commonest English endings, for words that differ in number or tense only.
     *
     * <p>The plural part follows D. Harman, "How Effective Is Suffixing?", J. Am. Soc. Inf. Sci. 42 (1991), pp. 7-15 (the "S"
     * stemmer); -ed and -ing are cut where four letters stay.
     */
    public static String stem(String word) {
        int n = word.length();
        if (n < 4 || !isAsciiLetter(word.charAt(n - 1))) {
            return word;
        }
        if (word.endsWith("ies") && n > 4) {
            return word.substring(0, n - 3) + "y";
        }
        if (word.endsWith("ing") && n >= 7) {
            return word.substring(0, n - 3);
        }
        if (word.endsWith("ed") && n >= 6) {
            return word.substring(0, n - 2);
        }
        if (word.endsWith("s") && !word.endsWith("ss") && !word.endsWith("us")) {
            String one = word.substring(0, n - 1);
            return one.endsWith("e") && one.length() > 4 ? one.substring(0, one.length() - 1) : one;
        }
        return n > 4 && word.endsWith("e") ? word.substring(0, n - 1) : word;
    }

    private static boolean isAsciiLetter(char c) {
        return c >= 'a' && c <= 'z';
    }
}
