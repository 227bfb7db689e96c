package org.mendak.server.team;

import java.util.Locale;
import java.util.Set;
import org.mendak.server.platform.Refusal;

/** Which passwords are taken: long enough, and not among those that everybody tries first. */
final class Passwords {

    static final int SHORTEST = 12;

    static final int LONGEST = 128;

    private static final int LEAST_DIFFERENT = 5;
    private static final int LEAST_BESIDE_THE_NAME = 5;

    /** What is tried first, as whole passwords or with digits and signs around. */
    private static final Set<String> COMMON = Set.of(
            "password",
            "passwort",
            "passord",
            "motdepasse",
            "contrasena",
            "wachtwoord",
            "haslo",
            "parola",
            "senha",
            "qwerty",
            "qwertyuiop",
            "qwertzuiop",
            "azertyuiop",
            "asdfghjkl",
            "yxcvbnm",
            "zxcvbnm",
            "letmein",
            "welcome",
            "willkommen",
            "iloveyou",
            "administrator",
            "admin",
            "changeme",
            "default",
            "secret",
            "sunshine",
            "princess",
            "football",
            "baseball",
            "superman",
            "trustno",
            "dragon",
            "monkey",
            "master",
            "michael",
            "summer",
            "winter",
            "spring",
            "autumn",
            "january",
            "february",
            "october",
            "november",
            "december",
            "monday",
            "servicedesk",
            "helpdesk",
            "mendak",
            "login",
            "abcdefgh",
            "abcdefghij",
            "qazwsx",
            "passphrase",
            "hello");

    private static final String ROWS = "01234567890 abcdefghijklmnopqrstuvwxyz qwertyuiop qwertzuiop asdfghjkl";

    private Passwords() {}

    /** Whether it is worth hashing; what is longer is nobody's password. */
    static boolean readable(String password) {
        return password.length() <= 2 * LONGEST;
    }

    /**
     * Refuses a password that would be guessed.
     *
     * @param login and {@code name} whose it is to be
     */
    static void check(String password, String login, String name) {
        // several blanks count as one (OWASP ASVS 4.0.3, 2.1.1)
        String counted = password.replaceAll("\\s+", " ");
        if (counted.codePointCount(0, counted.length()) < SHORTEST
                || password.codePointCount(0, password.length()) > LONGEST) {
            throw Refusal.invalid("A password has at least " + SHORTEST + " characters, and at most " + LONGEST + ".");
        }
        String low = password.toLowerCase(Locale.ROOT);
        String letters = low.replaceAll("[^\\p{L}]", "");
        if (COMMON.contains(letters) || COMMON.contains(spelled(low)) || isRow(low)) {
            throw Refusal.invalid("This password is among those that are tried first. Take another one.");
        }
        if (low.codePoints().distinct().count() < LEAST_DIFFERENT || isRepeated(low)) {
            throw Refusal.invalid("This password repeats itself. Take one with more to it.");
        }
        String beside = low;
        for (String part : (login + " " + name).toLowerCase(Locale.ROOT).split("[\\s._-]+")) {
            beside = part.length() >= 3 ? beside.replace(part, "") : beside;
        }
        if (beside.length() < LEAST_BESIDE_THE_NAME) {
            throw Refusal.invalid("This password is little more than the name. Take another one.");
        }
    }

    /** With the digits that stand for letters read as those. */
    private static String spelled(String low) {
        return low.replace('0', 'o')
                .replace('1', 'i')
                .replace('3', 'e')
                .replace('4', 'a')
                .replace('5', 's')
                .replace('7', 't')
                .replace('@', 'a')
                .replace('$', 's')
                .replaceAll("[^\\p{L}]", "");
    }

    private static boolean isRow(String low) {
        for (String row : ROWS.split(" ")) {
            String twice = row + row;
            String back = new StringBuilder(twice).reverse().toString();
            if (twice.contains(low) || back.contains(low)) {
                return true;
            }
        }
        return false;
    }

    /** Whether it is one short piece again and again. */
    private static boolean isRepeated(String low) {
        for (int piece = 1; piece <= low.length() / 2; piece++) {
            String again = low.substring(0, piece).repeat(low.length() / piece + 1);
            if (again.startsWith(low)) {
                return true;
            }
        }
        return false;
    }
}
