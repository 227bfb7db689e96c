package org.mendak.core.language;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * Text for reading out over the phone: short chunks, every character with a name, and the comparison with what was read back.
 *
 * <p>Source of the letters' names: International Telecommunication Union, Radio Regulations, Appendix 14, phonetic alphabet.
 */
public final class Spelling {

    /** As many characters as people keep in mind while they type them. */
    private static final int LONGEST = 8;

    private static final String[] LETTERS = {
        "Alfa",
        "Bravo",
        "Charlie",
        "Delta",
        "Echo",
        "Foxtrot",
        "Golf",
        "Hotel",
        "India",
        "Juliett",
        "Kilo",
        "Lima",
        "Mike",
        "November",
        "Oscar",
        "Papa",
        "Quebec",
        "Romeo",
        "Sierra",
        "Tango",
        "Uniform",
        "Victor",
        "Whiskey",
        "X-ray",
        "Yankee",
        "Zulu"
    };
    private static final String[] DIGITS = {
        "zero", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine"
    };
    private static final Map<Character, String> SIGNS = Map.ofEntries(
            Map.entry('-', "dash"),
            Map.entry('_', "underscore"),
            Map.entry('.', "dot"),
            Map.entry(',', "comma"),
            Map.entry(':', "colon"),
            Map.entry(';', "semicolon"),
            Map.entry('/', "slash"),
            Map.entry('\\', "backslash"),
            Map.entry('|', "upright bar"),
            Map.entry('\'', "single quote"),
            Map.entry('"', "double quote"),
            Map.entry('`', "backtick"),
            Map.entry('(', "round bracket opens"),
            Map.entry(')', "round bracket closes"),
            Map.entry('[', "square bracket opens"),
            Map.entry(']', "square bracket closes"),
            Map.entry('{', "brace opens"),
            Map.entry('}', "brace closes"),
            Map.entry('<', "less-than sign"),
            Map.entry('>', "greater-than sign"),
            Map.entry('=', "equals sign"),
            Map.entry('+', "plus sign"),
            Map.entry('*', "star"),
            Map.entry('&', "ampersand"),
            Map.entry('%', "per cent sign"),
            Map.entry('$', "dollar sign"),
            Map.entry('#', "hash"),
            Map.entry('@', "at sign"),
            Map.entry('!', "exclamation mark"),
            Map.entry('?', "question mark"),
            Map.entry('~', "tilde"),
            Map.entry('^', "caret"));

    private Spelling() {}

    /**
     * One chunk.
     *
     * @param text its characters; never blank
     * @param said their names, separated by commas
     * @param spaceAfter whether a blank follows it
     * @param endsLine whether it is the last of its line
     */
    public record Chunk(String text, String said, boolean spaceAfter, boolean endsLine) {}

    /** The chunks of a text of one or more lines, in order: cut at blanks, behind signs and after eight characters. */
    public static List<Chunk> chunks(String text) {
        List<Chunk> chunks = new ArrayList<>();
        for (String line : text.split("\\R")) {
            String[] words = line.strip().split("\\s+");
            for (int w = 0; w < words.length; w++) {
                List<String> pieces = pieces(words[w]);
                for (int i = 0; i < pieces.size(); i++) {
                    boolean lastOfWord = i == pieces.size() - 1;
                    boolean lastWord = w == words.length - 1;
                    chunks.add(new Chunk(
                            pieces.get(i), said(pieces.get(i)), lastOfWord && !lastWord, lastOfWord && lastWord));
                }
            }
        }
        return chunks;
    }

    private static List<String> pieces(String word) {
        List<String> pieces = new ArrayList<>();
        int from = 0;
        while (word.length() - from > LONGEST) {
            // even pieces, so that no single character is left over; a sign is the better place to break behind
            int rest = word.length() - from;
            int parts = (rest + LONGEST - 1) / LONGEST;
            int to = from + (rest + parts - 1) / parts;
            for (int i = from + LONGEST; i > from + LONGEST / 2; i--) {
                if (!Character.isLetterOrDigit(word.charAt(i - 1)) && word.length() - i != 1) {
                    to = i;
                    break;
                }
            }
            if (Character.isHighSurrogate(word.charAt(to - 1))) {
                to++;
            }
            pieces.add(word.substring(from, to));
            from = to;
        }
        if (from < word.length()) {
            pieces.add(word.substring(from));
        }
        return pieces;
    }

    /** The names of a text's characters, separated by commas; a character without a common name is called by its Unicode name. */
    public static String said(String text) {
        List<String> names = new ArrayList<>();
        text.codePoints().forEach(c -> names.add(name(c)));
        return String.join(", ", names);
    }

    private static String name(int c) {
        if (c >= 'a' && c <= 'z') {
            return LETTERS[c - 'a'].toLowerCase(java.util.Locale.ROOT);
        }
        if (c >= 'A' && c <= 'Z') {
            return "capital " + LETTERS[c - 'A'];
        }
        if (c >= '0' && c <= '9') {
            return DIGITS[c - '0'];
        }
        if (c == ' ') {
            return "space";
        }
        String sign = c < 128 ? SIGNS.get((char) c) : null;
        String unicode = sign == null ? Character.getName(c) : sign;
        return unicode == null ? "an unnamed character" : unicode.toLowerCase(java.util.Locale.ROOT);
    }

    /**
     * Whether what somebody read out is what was meant: case, blanks and dashes do not count, since they are not heard; everything
     * else does, leading zeros too.
     */
    public static boolean heardSame(String meant, String heard) {
        return bare(meant).equals(bare(heard)) && !bare(meant).isEmpty();
    }

    /** The place, from 1, of the first character that differs, blanks and dashes not counted; 0 if none does. */
    public static int differsAt(String meant, String heard) {
        String a = bare(meant);
        String b = bare(heard);
        int same = 0;
        while (same < a.length() && same < b.length() && a.charAt(same) == b.charAt(same)) {
            same++;
        }
        return a.equals(b) ? 0 : same + 1;
    }

    private static String bare(String s) {
        return s.replaceAll("[\\s\\p{Pd}]", "").toLowerCase(java.util.Locale.ROOT);
    }
}
