package org.mendak.core.recognise;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.mendak.core.language.ValueType;

/**
 * A text made ready for matching: its words with their places, and its characters without white space and quotation marks
 * in lower case, each with its place in the raw text. Line breaks vanish, so a message wrapped anywhere matches; log
 * prefixes are left out, so it matches though each of its lines has one.
 */
final class PreparedText {

    /** A word; positions in UTF-16 units of the raw text. */
    record Word(String text, int from, int to) {}

    final String raw;
    /** The squeezed characters. */
    final String squeezed;
    /** For each squeezed character its position in the raw text. */
    final int[] places;

    final List<Word> words;

    private PreparedText(String raw, String squeezed, int[] places, List<Word> words) {
        this.raw = raw;
        this.squeezed = squeezed;
        this.places = places;
        this.words = words;
    }

    /** With log prefixes left out, or with the whole text. */
    static PreparedText of(String raw, boolean withoutPrefixes) {
        StringBuilder squeezed = new StringBuilder(raw.length());
        int[] places = new int[raw.length()];
        List<Word> words = new ArrayList<>();
        int line = 0;
        while (line < raw.length()) {
            int end = raw.indexOf('\n', line);
            end = end < 0 ? raw.length() : end;
            int from = withoutPrefixes ? LogPrefix.end(raw, line, end) : line;
            for (int i = from; i < end; i++) {
                char c = fold(raw.charAt(i));
                if (c != 0) {
                    places[squeezed.length()] = i;
                    squeezed.append(c);
                }
            }
            words(raw, from, end, words);
            line = end + 1;
        }
        return new PreparedText(raw, squeezed.toString(), java.util.Arrays.copyOf(places, squeezed.length()), words);
    }

    /** The squeezed form of a literal. */
    static String squeeze(String literal) {
        StringBuilder s = new StringBuilder();
        for (int i = 0; i < literal.length(); i++) {
            char c = fold(literal.charAt(i));
            if (c != 0) {
                s.append(c);
            }
        }
        return s.toString();
    }

    /** The words of a literal, lower-cased. */
    static List<String> wordsOf(String literal) {
        List<Word> words = new ArrayList<>();
        words(literal, 0, literal.length(), words);
        return words.stream().map(Word::text).toList();
    }

    private static void words(String raw, int from, int end, List<Word> into) {
        int i = from;
        while (i < end) {
            if (!Character.isLetterOrDigit(raw.charAt(i))) {
                i++;
                continue;
            }
            int to = i;
            while (to < end && Character.isLetterOrDigit(raw.charAt(to))) {
                to++;
            }
            into.add(new Word(raw.substring(i, to).toLowerCase(Locale.ROOT), i, to));
            i = to;
        }
    }

    /** A character for comparing: lower case, plain dashes; 0 for white space, quotation marks and what is invisible. */
    private static char fold(char c) {
        if (Character.isWhitespace(c) || Character.isISOControl(c) || c == '\u00a0' || c == '\ufeff' || c == '\u00ad') {
            return 0;
        }
        return switch (c) {
            case '"', '\'', '`', '\u2018', '\u2019', '\u201a', '\u201c', '\u201d', '\u201e', '\u00ab', '\u00bb' -> 0;
            case '\u2010', '\u2011', '\u2012', '\u2013', '\u2014', '\u2212' -> '-';
            default -> Character.toLowerCase(c);
        };
    }

    private static boolean hasBlank(String gap) {
        return gap.chars().anyMatch(c -> isBlank((char) c));
    }

    private static boolean isBlank(char c) {
        return c == ' ' || c == '\t' || c == '\u00a0';
    }

    /** The raw value between two squeezed positions: line breaks and prefixes out, inner blanks kept if the type has them. */
    String value(int from, int to, ValueType type) {
        boolean withUnit = type == ValueType.SIZE || type == ValueType.DURATION;
        StringBuilder v = new StringBuilder();
        for (int i = from; i < to; i++) {
            int place = places[i];
            if (type.mayHoldBlanks() && i > from) {
                int before = places[i - 1];
                String gap = raw.substring(before + 1, place);
                boolean broken = gap.indexOf('\n') >= 0;
                if (hasBlank(gap) && (!broken || isBlank(gap.charAt(0)))
                        || withUnit
                                && broken
                                && Character.isDigit(raw.charAt(before))
                                && Character.isLetter(raw.charAt(place))) {
                    v.append(' ');
                } else if (!broken) {
                    v.append(gap.strip());
                }
            }
            v.append(raw.charAt(place));
        }
        return v.toString();
    }
}
