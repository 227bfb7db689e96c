package org.mendak.core.privacy;

/** What a value looks like: nobody writes secrets as plain words, and nobody's paths and versions are secrets. */
final class Looks {

    private static final int SHORTEST = 4;

    private Looks() {}

    private static boolean digit(char c) {
        return c >= '0' && c <= '9';
    }

    /** Whether somebody made it up as a password: letters with figures or signs, or both cases within. */
    static boolean madeUp(String v) {
        if (v.length() < SHORTEST || v.contains("://") || path(v) || version(v) || date(v)) {
            return false;
        }
        boolean letters = false;
        boolean figures = false;
        boolean signs = false;
        boolean hump = false;
        for (int i = 0; i < v.length(); i++) {
            char c = v.charAt(i);
            letters |= Character.isLetter(c);
            figures |= digit(c);
            signs |= "!#$%^*+?~§@&|".indexOf(c) >= 0;
            hump |= i > 0 && Character.isUpperCase(c) && Character.isLowerCase(v.charAt(i - 1));
        }
        return letters && (figures || signs || hump) || figures && v.length() >= 6 && !signs && digits(v) == v.length();
    }

    private static boolean path(String v) {
        return v.indexOf('/') >= 0 && v.indexOf('/') < 3
                || v.startsWith("\\\\")
                || v.length() > 2 && v.charAt(1) == ':' && v.charAt(2) == '\\';
    }

    private static boolean version(String v) {
        return v.matches("v?\\d{1,5}(?:\\.\\d{1,6}){1,4}(?:[-+][\\w.]{1,20})?");
    }

    private static boolean date(String v) {
        return v.matches("\\d{1,4}[-./]\\d{1,2}[-./]\\d{1,4}|\\d{1,2}:\\d{2}(?::\\d{2}(?:[.,]\\d{1,9})?)?");
    }

    static int digits(String v) {
        int n = 0;
        for (int i = 0; i < v.length(); i++) {
            n += digit(v.charAt(i)) ? 1 : 0;
        }
        return n;
    }

    /** Whether it is a key as machines write them: sixteen or more of hexadecimal or base 64, or groups of letters and figures. */
    static boolean key(String v) {
        return hexadecimal(v) || base64(v) || groups(v);
    }

    private static boolean hexadecimal(String v) {
        return v.length() >= 16
                && v.matches("[0-9a-fA-F]+(?:[:-][0-9a-fA-F]+)*")
                && digits(v) >= 2
                && digits(v) < v.length();
    }

    private static boolean base64(String v) {
        return v.length() >= 16
                && v.matches("[A-Za-z0-9+/_-]+={0,2}")
                && digits(v) >= 2
                && v.chars().anyMatch(Character::isUpperCase)
                && v.chars().anyMatch(Character::isLowerCase);
    }

    private static boolean groups(String v) {
        return v.matches("[A-Z0-9]{4,8}(?:-[A-Z0-9]{4,8}){2,9}|[a-z0-9]{4,8}(?:-[a-z0-9]{4,8}){2,9}") && digits(v) > 0;
    }

    /** A code to type: figures alone, or short groups. */
    static boolean code(String v) {
        return v.matches("\\d{4,10}|\\d{3}[ -]\\d{3}")
                || groups(v)
                || v.matches("[A-Za-z0-9]{4,6}-[A-Za-z0-9]{4,6}") && digits(v) > 1;
    }

    /**
     * A run that nobody would write by hand: letters of both cases and figures mixed all along, no path, no plain hash. Looks at the
     * first 400 characters.
     */
    static boolean random(CharSequence text, int from, int to) {
        int lower = 0;
        int upper = 0;
        int figures = 0;
        int slashes = 0;
        int changes = 0;
        int last = 0;
        int end = Math.min(to, from + 400);
        for (int i = from; i < end; i++) {
            char c = text.charAt(i);
            int kind = Character.isLowerCase(c) ? 1 : Character.isUpperCase(c) ? 2 : Character.isDigit(c) ? 3 : 4;
            lower += kind == 1 ? 1 : 0;
            upper += kind == 2 ? 1 : 0;
            figures += kind == 3 ? 1 : 0;
            slashes += c == '/' || c == '.' ? 1 : 0;
            changes += kind != last ? 1 : 0;
            last = kind;
        }
        int n = end - from;
        return lower > 3 && upper > 3 && figures > 2 && changes > n / 4 && slashes < n / 12 + 1;
    }
}
