package org.mendak.core.evidence;

import java.util.Comparator;
import java.util.Locale;

/** The part of a version within which fixes are taken to behave alike. */
public final class Release {

    /** By the numbers in it, so that 7.10 comes after 7.9; what is no number comes before what is one. */
    static final Comparator<String> ORDER = Release::compare;

    private Release() {}

    /** Whether two versions are of different releases; what is null is not known to differ. */
    static boolean differ(String a, String b) {
        return a != null && b != null && !of(a).equals(of(b));
    }

    /** The first two parts; what is no version is compared whole. */
    public static String of(String version) {
        String[] parts = version.strip().toLowerCase(Locale.ROOT).split("\\.", 3);
        return parts.length < 2 ? parts[0] + ".0" : parts[0] + "." + parts[1].replaceFirst("^0+(?=\\d)", "");
    }

    private static int compare(String a, String b) {
        String[] x = a.split("\\.");
        String[] y = b.split("\\.");
        for (int i = 0; i < Math.min(x.length, y.length); i++) {
            boolean one = isNumber(x[i]);
            boolean two = isNumber(y[i]);
            int c = one && two
                    ? Integer.compare(Integer.parseInt(x[i]), Integer.parseInt(y[i]))
                    : one != two ? (one ? 1 : -1) : x[i].compareTo(y[i]);
            if (c != 0) {
                return c;
            }
        }
        return Integer.compare(x.length, y.length);
    }

    private static boolean isNumber(String part) {
        return !part.isEmpty() && part.length() <= 9 && part.chars().allMatch(c -> c >= '0' && c <= '9');
    }
}
