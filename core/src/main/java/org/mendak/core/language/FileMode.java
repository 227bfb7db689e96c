package org.mendak.core.language;

import java.util.Optional;

/**
 * File permissions as programs print them.
 *
 * <p>Source: IEEE Std 1003.1-2017 (POSIX), <i>ls</i>, "the file mode printed under the -l option", and <i>chmod</i>.
 */
final class FileMode {

    private static final String LETTERS = "rwxrwxrwx";

    private FileMode() {}

    /** Four octal digits for {@code -rwxr-x---}, {@code rwxr-x---}, {@code 750} or {@code 0750}; empty for anything else. */
    static Optional<String> octal(String text) {
        String t = text.strip();
        if (t.matches("[0-7]{3,4}")) {
            return Optional.of(t.length() == 3 ? "0" + t : t);
        }
        if (t.length() == 11 && "+.@".indexOf(t.charAt(10)) >= 0) {
            t = t.substring(0, 10); // an access list or label is there besides
        }
        if (t.length() == 10 && "-bcdlps".indexOf(t.charAt(0)) >= 0) {
            t = t.substring(1);
        }
        if (t.length() != LETTERS.length()) {
            return Optional.empty();
        }
        int bits = 0;
        int special = 0;
        for (int i = 0; i < t.length(); i++) {
            char c = t.charAt(i);
            boolean execute = i % 3 == 2;
            boolean set = c == LETTERS.charAt(i);
            if (execute && (i < 8 ? "sS" : "tT").indexOf(c) >= 0) {
                special |= 4 >> i / 3;
                set = Character.isLowerCase(c);
            } else if (!set && c != '-') {
                return Optional.empty();
            }
            bits = bits << 1 | (set ? 1 : 0);
        }
        return Optional.of(Integer.toOctalString(1 << 12 | special << 9 | bits).substring(1));
    }
}
