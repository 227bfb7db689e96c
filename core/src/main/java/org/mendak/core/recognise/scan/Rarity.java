package org.mendak.core.recognise.scan;

/**
 * How often stretches of bytes stand in what a library's messages say, which is the language of logs as far as it is known. Used to
 * choose the bytes by which a fragment is looked for.
 */
final class Rarity {

    private static final int BITS = 18;
    /** Logs are full of figures: stretches of nothing else are the last to be chosen. */
    private static final int FIGURES = 100_000;

    /** By hash of four bytes and of six. */
    private final char[] four = new char[1 << BITS];

    private final char[] six = new char[1 << BITS];

    /** Counts the stretches of a text; ASCII letters in lower case. */
    void count(byte[] text) {
        for (int i = 0; i + 4 <= text.length; i++) {
            bump(four, hash(text, i, 4));
            if (i + 6 <= text.length) {
                bump(six, hash(text, i, 6));
            }
        }
    }

    private static void bump(char[] counts, int h) {
        counts[h] += counts[h] < Character.MAX_VALUE ? 1 : 0;
    }

    private static int hash(byte[] text, int from, int length) {
        long v = FragmentTable.key(text, from) & (1L << 8 * length) - 1;
        return (int) (v * 0x9E3779B97F4A7C15L >>> 64 - BITS);
    }

    /** Where in a fragment the rarest {@link Fragments#STRIDE} neighbouring stretches of so many bytes begin; four, six or eight. */
    int rarest(byte[] f, int length) {
        int best = 0;
        int least = Integer.MAX_VALUE;
        for (int at = 0; at + length + Fragments.STRIDE - 1 <= f.length; at++) {
            int n = 0;
            for (int k = at; k < at + Fragments.STRIDE; k++) {
                n += often(f, k, length);
            }
            if (n < least) {
                least = n;
                best = at;
            }
        }
        return best;
    }

    /** A stretch of eight is as rare as the rarer of its two halves of six. */
    private int often(byte[] f, int from, int length) {
        if (isFigures(f, from, length)) {
            return FIGURES;
        }
        return switch (length) {
            case 4 -> four[hash(f, from, 4)];
            case 6 -> six[hash(f, from, 6)];
            default -> Math.min(six[hash(f, from, 6)], six[hash(f, from + 2, 6)]);
        };
    }

    private static boolean isFigures(byte[] f, int from, int length) {
        int figures = 0;
        for (int i = from; i < from + length; i++) {
            figures += f[i] >= '0' && f[i] <= '9' ? 1 : 0;
        }
        return figures >= length - 1;
    }
}
