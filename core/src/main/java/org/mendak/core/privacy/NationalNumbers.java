package org.mendak.core.privacy;

import java.util.List;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Numbers that states give to people, known by their shape and, where there is one, by their check digit: those of the United States (areas
 * as the Social Security Administration issues them), the United Kingdom, Norway (two check digits modulo 11), Sweden (modulo 10), Denmark,
 * Finland (modulo 31), Poland (weights 1, 3, 7, 9), Spain (modulo 23), France (modulo 97) and Italy. Others are found by the word before
 * them.
 */
final class NationalNumbers {

    private static final int LONGEST = 24;
    private static final String SPANISH = "TRWAGMYFPDXBNJZSQVHLCKE";
    private static final String FINNISH = "0123456789ABCDEFHJKLMNPRSTUVWXY";
    private static final int[] NORWEGIAN_FIRST = {3, 7, 6, 1, 8, 9, 4, 5, 2};
    private static final int[] NORWEGIAN_SECOND = {5, 4, 3, 2, 7, 6, 5, 4, 3, 2};
    private static final int[] POLISH = {1, 3, 7, 9, 1, 3, 7, 9, 1, 3};

    private record Shape(Pattern pattern, Predicate<String> holds) {}

    private static Shape shape(String pattern, Predicate<String> holds) {
        return new Shape(Pattern.compile("(?:" + pattern + ")(?![\\p{L}\\p{N}]|[.,-]\\d)"), holds);
    }

    private static final List<Shape> SHAPES = List.of(
            shape("\\d{3}-\\d{2}-\\d{4}", NationalNumbers::american),
            shape("[A-CEGHJ-PR-TW-Z][A-CEGHJ-NPR-TW-Z] ?\\d{2} ?\\d{2} ?\\d{2} ?[A-D]", n -> true),
            shape("\\d{6} ?\\d{5}", NationalNumbers::elevenFigures),
            shape("(?:\\d{2})?\\d{6}[-+]\\d{4}", NationalNumbers::nordic),
            shape("\\d{6}[-+A]\\d{3}[0-9A-Y]", NationalNumbers::finnish),
            shape("\\d{8}-?[A-Z]", NationalNumbers::spanish),
            shape("[12] ?\\d{2} ?\\d{2} ?\\d{2} ?\\d{3} ?\\d{3} ?\\d{2}", NationalNumbers::french),
            shape("[A-Z]{6}\\d{2}[A-EHLMPRST]\\d{2}[A-Z]\\d{3}[A-Z]", n -> true));

    private NationalNumbers() {}

    static void find(Reading text, PersonalNumbers.Told told) {
        List<Matcher> matchers = SHAPES.stream()
                .map(s -> s.pattern().matcher(text).useTransparentBounds(true))
                .toList();
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            boolean begins = c >= '0' && c <= '9' || c >= 'A' && c <= 'Z';
            if (begins && (i == 0 || !isWithin(text.charAt(i - 1)))) {
                i = Math.max(i, number(text, i, matchers, told) - 1);
            }
        }
    }

    private static boolean isWithin(char before) {
        return Character.isLetterOrDigit(before) || ".,:/-".indexOf(before) >= 0;
    }

    /** Where the number ends that begins here, or 0. */
    private static int number(Reading text, int from, List<Matcher> matchers, PersonalNumbers.Told told) {
        int to = Math.min(text.length(), from + LONGEST);
        for (int s = 0; s < matchers.size(); s++) {
            Matcher m = matchers.get(s).region(from, to);
            if (m.lookingAt() && SHAPES.get(s).holds().test(m.group())) {
                told.at(from, m.end());
                return m.end();
            }
        }
        return 0;
    }

    private static boolean american(String n) {
        String area = n.substring(0, 3);
        return !area.equals("000")
                && !area.equals("666")
                && area.charAt(0) != '9'
                && !n.substring(4, 6).equals("00")
                && !n.endsWith("0000");
    }

    private static String figures(String n) {
        return n.replaceAll("[^0-9]", "");
    }

    private static int sum(String figures, int[] weights) {
        int sum = 0;
        for (int i = 0; i < weights.length; i++) {
            sum += weights[i] * (figures.charAt(i) - '0');
        }
        return sum;
    }

    static boolean elevenFigures(String n) {
        String f = figures(n);
        return norwegian(f) || polish(f);
    }

    private static boolean norwegian(String f) {
        int day = Integer.parseInt(f.substring(0, 2));
        int first = (11 - sum(f, NORWEGIAN_FIRST) % 11) % 11;
        int second = (11 - sum(f, NORWEGIAN_SECOND) % 11) % 11;
        return day >= 1
                && day <= 71
                && month(f.substring(2, 4))
                && first == f.charAt(9) - '0'
                && second == f.charAt(10) - '0';
    }

    private static boolean polish(String f) {
        return month(String.valueOf(Integer.parseInt(f.substring(2, 4)) % 20))
                && day(f.substring(4, 6))
                && (10 - sum(f, POLISH) % 10) % 10 == f.charAt(10) - '0';
    }

    private static boolean month(String m) {
        int n = Integer.parseInt(m);
        return n >= 1 && n <= 12;
    }

    private static boolean day(String d) {
        int n = Integer.parseInt(d);
        return n >= 1 && n <= 31;
    }

    /** Sweden: year, month, day and a check digit; Denmark: day, month, year. */
    private static boolean nordic(String n) {
        String f = figures(n);
        String ten = f.substring(f.length() - 10);
        boolean swedish = month(ten.substring(2, 4)) && day(ten.substring(4, 6)) && PersonalNumbers.luhn(ten);
        boolean danish = f.length() == 10 && day(ten.substring(0, 2)) && month(ten.substring(2, 4));
        return swedish || danish;
    }

    private static boolean finnish(String n) {
        int value = Integer.parseInt(n.substring(0, 6) + n.substring(7, 10));
        return day(n.substring(0, 2)) && month(n.substring(2, 4)) && FINNISH.charAt(value % 31) == n.charAt(10);
    }

    private static boolean spanish(String n) {
        return SPANISH.charAt(Integer.parseInt(n.substring(0, 8)) % 23) == n.charAt(n.length() - 1);
    }

    private static boolean french(String n) {
        String f = figures(n);
        return Long.parseLong(f.substring(13)) == 97 - Long.parseLong(f.substring(0, 13)) % 97;
    }
}
