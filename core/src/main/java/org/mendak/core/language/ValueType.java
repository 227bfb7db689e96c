package org.mendak.core.language;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;

/** The type of a placeholder: what the variable part of a message may look like. */
public enum ValueType {
    /** Anything on one line, white space included. */
    TEXT(400),
    /** One run of characters without white space. */
    WORD(120),
    /** A file system path; may hold blanks. */
    PATH(400),
    /** A file name or path. */
    FILE(260),
    /** A whole or decimal number, perhaps signed or grouped. */
    NUMBER(40),
    /** A number with a unit of bytes. */
    SIZE(40),
    /** Dotted numbers, perhaps with a suffix. */
    VERSION(60),
    /** Hexadecimal digits, perhaps after 0x. */
    HEX(40),
    /** A code as programs print them: letters, digits, dashes, underscores. */
    CODE(60),
    /** An address with a scheme. */
    URL(400),
    /** A host name or address, perhaps with a port. */
    HOST(260),
    /** Hexadecimal digits in the 8-4-4-4-12 grouping, braces allowed. */
    GUID(40),
    /** A number with a unit of time. */
    DURATION(40),
    /** Several values with commas or semicolons between them. */
    LIST(800);

    private final int longest;

    ValueType(int longest) {
        this.longest = longest;
    }

    /** The most characters a captured value of this type may have. */
    public int longest() {
        return longest;
    }

    /** The name as authors write it, in lower case. */
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** The type of that name, or empty if there is none; lower case only. */
    public static Optional<ValueType> named(String word) {
        for (ValueType t : values()) {
            if (t.word().equals(word)) {
                return Optional.of(t);
            }
        }
        return Optional.empty();
    }

    /** The names of all types, for a message. */
    public static String words() {
        return Arrays.stream(values()).map(ValueType::word).collect(Collectors.joining(", "));
    }

    /** Whether values of this type may hold white space. */
    public boolean mayHoldBlanks() {
        return switch (this) {
            case TEXT, LIST, PATH, FILE, SIZE, DURATION -> true;
            default -> false;
        };
    }

    /**
     * Whether a value could be of this type. Linear in its length.
     *
     * @param value the value as it stood in the text; an empty one fits nothing
     */
    public boolean fits(String value) {
        String v = value.strip();
        if (v.isEmpty() || v.length() > longest) {
            return false;
        }
        return switch (this) {
            case TEXT, LIST -> true;
            case WORD -> v.chars().noneMatch(Character::isWhitespace);
            case PATH ->
                v.length() > 1 && v.chars().anyMatch(c -> c == '/' || c == '\\' || c == ':' || c == '.')
                        || v.chars().noneMatch(Character::isWhitespace);
            case FILE -> v.chars().noneMatch(c -> c == '"' || c == '<' || c == '>' || c == '|' || c == '\n');
            case NUMBER -> startsNumeric(v) && v.chars().allMatch(c -> isDigit(c) || ".,+-'_ ".indexOf(c) >= 0);
            case SIZE ->
                Quantity.size(v).isPresent()
                        || startsNumeric(v) && Quantity.number(v).isPresent();
            case VERSION -> Version.parse(v).isPresent();
            case HEX -> fitsHex(v);
            case CODE ->
                v.chars().allMatch(c -> Character.isLetterOrDigit(c) || c == '-' || c == '_' || c == '.')
                        && v.chars().anyMatch(c -> isDigit(c) || Character.isUpperCase(c) || c == '_');
            case URL -> v.indexOf("://") > 0 && v.chars().noneMatch(Character::isWhitespace);
            case HOST -> v.chars().allMatch(c -> Character.isLetterOrDigit(c) || ".-:[]_".indexOf(c) >= 0);
            case GUID -> fitsGuid(v);
            case DURATION ->
                Quantity.duration(v).isPresent() || Quantity.number(v).isPresent();
        };
    }

    private static boolean isDigit(int c) {
        return c >= '0' && c <= '9';
    }

    private static boolean startsNumeric(String v) {
        char c = v.charAt(0);
        return isDigit(c) || (c == '-' || c == '+' || c == '.') && v.length() > 1 && isDigit(v.charAt(1));
    }

    private static boolean fitsHex(String v) {
        String digits = v.startsWith("0x") || v.startsWith("0X") ? v.substring(2) : v;
        return !digits.isEmpty() && digits.chars().allMatch(c -> Character.digit(c, 16) >= 0);
    }

    private static boolean fitsGuid(String v) {
        String bare = v.startsWith("{") && v.endsWith("}") ? v.substring(1, v.length() - 1) : v;
        if (bare.length() != 36) {
            return false;
        }
        for (int i = 0; i < 36; i++) {
            boolean dash = i == 8 || i == 13 || i == 18 || i == 23;
            if (dash ? bare.charAt(i) != '-' : Character.digit(bare.charAt(i), 16) < 0) {
                return false;
            }
        }
        return true;
    }
}
