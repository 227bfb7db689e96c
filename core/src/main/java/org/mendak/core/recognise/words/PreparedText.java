package org.mendak.core.recognise.words;

import java.util.Arrays;
import org.mendak.core.language.ValueType;

/**
 * A text made ready for matching to the letter: its characters without white space and quotation marks in lower case, each with
 * its place in the raw text. Line breaks vanish, so a message wrapped anywhere matches; log
 * prefixes are left out, so it matches though each of its lines has one.
 */
public final class PreparedText {

    /** Columns that a window has at least. */
    private static final int NARROWEST = 16;

    private static final char[] ASCII = new char[128];

    static {
        for (char c = 0; c < ASCII.length; c++) {
            ASCII[c] = foldAny(c);
        }
    }

    public final String raw;
    /** The squeezed characters. */
    public final String squeezed;
    /** For each squeezed character its position in the raw text. */
    public final int[] places;

    private PreparedText(String raw, String squeezed, int[] places) {
        this.raw = raw;
        this.squeezed = squeezed;
        this.places = places;
    }

    /** What is left out of lines. */
    public enum Leave {
        /** The log prefix with the program's name. */
        PREFIX,
        /** What is a log prefix for sure. */
        STAMP,
        NOTHING
    }

    /** With log prefixes left out, or with the whole text. */
    public static PreparedText of(String raw, Leave leave) {
        Squeezed s = new Squeezed(raw.length());
        int line = 0;
        while (line < raw.length()) {
            int end = raw.indexOf('\n', line);
            end = end < 0 ? raw.length() : end;
            s.take(raw, leave == Leave.NOTHING ? line : LogPrefix.end(raw, line, end, leave == Leave.PREFIX), end);
            line = end + 1;
        }
        return s.of(raw);
    }

    /** A text of one line, of which what stands before {@code from} is left out. */
    public static PreparedText of(String raw, int from) {
        Squeezed s = new Squeezed(raw.length());
        s.take(raw, from, raw.length());
        return s.of(raw);
    }

    /** A prepared text in the making. */
    private static final class Squeezed {
        private final char[] characters;
        private final int[] places;
        private int size;

        Squeezed(int most) {
            characters = new char[most];
            places = new int[most];
        }

        void take(String raw, int from, int to) {
            int n = size;
            for (int i = from; i < to; i++) {
                char c = fold(raw.charAt(i));
                places[n] = i;
                characters[n] = c;
                n += c == 0 ? 0 : 1;
            }
            size = n;
        }

        PreparedText of(String raw) {
            return new PreparedText(raw, new String(characters, 0, size), Arrays.copyOf(places, size));
        }
    }

    /** The squeezed form of a literal. */
    public static String squeeze(String literal) {
        StringBuilder s = new StringBuilder();
        for (int i = 0; i < literal.length(); i++) {
            char c = fold(literal.charAt(i));
            if (c != 0) {
                s.append(c);
            }
        }
        return s.toString();
    }

    /** A character for comparing: lower case, plain dashes; 0 for white space, quotation marks and what is invisible. */
    private static char fold(char c) {
        return c < ASCII.length ? ASCII[c] : foldAny(c);
    }

    /** Whether a character counts for nothing. */
    public static boolean isLeftOut(char c) {
        return fold(c) == 0;
    }

    private static char foldAny(char c) {
        if (Character.isWhitespace(c) || Character.isISOControl(c) || c == '\u00a0' || c == '\ufeff' || c == '\u00ad') {
            return 0;
        }
        return switch (c) {
            case '"', '\'', '`', '\u2018', '\u2019', '\u201a', '\u201c', '\u201d', '\u201e', '\u00ab', '\u00bb' -> 0;
            case '\u2010', '\u2011', '\u2012', '\u2013', '\u2014', '\u2212' -> '-';
            default -> Character.toLowerCase(c);
        };
    }

    /**
     * Whether the line's end behind a squeezed character was put in by a window's edge: its line is as long as the one before or
     * behind it, and the next has no log prefix and is not indented.
     */
    public boolean wrapsBehind(int squeezedAt) {
        int at = places[squeezedAt];
        int end = raw.indexOf('\n', at);
        if (end < 0) {
            return false;
        }
        int start = raw.lastIndexOf('\n', at) + 1;
        int nextEnd = raw.indexOf('\n', end + 1);
        nextEnd = nextEnd < 0 ? raw.length() : nextEnd;
        int length = end - start;
        boolean likeNext = nextEnd - end - 1 == length;
        boolean likeLast = start > 0 && start - 1 - (raw.lastIndexOf('\n', start - 2) + 1) == length;
        boolean indented = end + 2 < nextEnd && isBlank(raw.charAt(end + 1)) && isBlank(raw.charAt(end + 2));
        return length >= NARROWEST
                && nextEnd > end + 1
                && !indented
                && (likeNext || likeLast)
                && LogPrefix.end(raw, end + 1, nextEnd, true) == end + 1;
    }

    private static boolean hasBlank(String gap) {
        for (int i = 0; i < gap.length(); i++) {
            if (isBlank(gap.charAt(i))) {
                return true;
            }
        }
        return false;
    }

    private static boolean isBlank(char c) {
        return c == ' ' || c == '\t' || c == '\u00a0';
    }

    /** The raw value between two squeezed positions: line breaks and prefixes out, inner blanks kept if the type has them. */
    public String value(int from, int to, ValueType type) {
        boolean withUnit = type == ValueType.SIZE || type == ValueType.DURATION;
        boolean blanks = type.mayHoldBlanks();
        StringBuilder v = new StringBuilder();
        for (int i = from; i < to; i++) {
            int place = places[i];
            if (blanks && i > from && place > places[i - 1] + 1) {
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
