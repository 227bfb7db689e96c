package org.mendak.core.language;

import java.util.Collection;
import java.util.Comparator;
import java.util.Locale;
import java.util.Optional;

/** Names that were probably meant. */
public final class Near {

    private Near() {}

    /**
     * The known name that a misspelt one was probably meant for: at most one slip in four letters away, whatever the case; the nearest, of
     * several the first by the alphabet. Empty if none is near. Linear in the known names that are about as long.
     */
    public static Optional<String> of(String name, Collection<String> known) {
        String n = name.toLowerCase(Locale.ROOT);
        return known.stream()
                .filter(k -> Math.abs(k.length() - n.length()) <= slips(k))
                .filter(k -> distance(n, k.toLowerCase(Locale.ROOT)) <= slips(k))
                .min(Comparator.<String>comparingInt(k -> distance(n, k.toLowerCase(Locale.ROOT)))
                        .thenComparing(Comparator.naturalOrder()));
    }

    private static int slips(String known) {
        return Math.max(1, known.length() / 4);
    }

    /**
     * Edit distance with exchanged neighbours as one slip, O(a·b).
     *
     * <p>Source: F. J. Damerau, "A Technique for Computer Detection and Correction of Spelling Errors", CACM 7 (1964), pp.
     * 171-176.
     */
    static int distance(String a, String b) {
        int[][] d = new int[a.length() + 1][b.length() + 1];
        for (int i = 0; i <= a.length(); i++) {
            for (int j = 0; j <= b.length(); j++) {
                if (i == 0 || j == 0) {
                    d[i][j] = i + j;
                    continue;
                }
                int change = d[i - 1][j - 1] + (a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1);
                d[i][j] = Math.min(change, Math.min(d[i - 1][j], d[i][j - 1]) + 1);
                boolean exchanged =
                        i > 1 && j > 1 && a.charAt(i - 1) == b.charAt(j - 2) && a.charAt(i - 2) == b.charAt(j - 1);
                if (exchanged) {
                    d[i][j] = Math.min(d[i][j], d[i - 2][j - 2] + 1);
                }
            }
        }
        return d[a.length()][b.length()];
    }
}
