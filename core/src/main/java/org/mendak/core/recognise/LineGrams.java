package org.mendak.core.recognise;

import java.util.Arrays;

/**
 * Which runs of three bytes stand in a line, as a set that may say yes wrongly and never no. Made in one pass of the line's bytes.
 *
 * <p>Source: B. H. Bloom, "Space/Time Trade-offs in Hash Coding with Allowable Errors", Comm. ACM 13 (1970), pp. 422-426, with one
 * hash.
 */
final class LineGrams {

    /** Bits of a gram's number. */
    static final int BITS = 12;

    private final long[] bits = new long[1 << BITS - 6];

    /** The number of three bytes, from 0; ASCII letters count whatever their case. */
    static int of(byte a, byte b, byte c) {
        return hash((a | 0x20) << 16 & 0xFF0000 | (b | 0x20) << 8 & 0xFF00 | (c | 0x20) & 0xFF);
    }

    private static int hash(int threeFolded) {
        return threeFolded * 0x9E3779B1 >>> 32 - BITS;
    }

    /** Takes another line. */
    void read(byte[] buffer, int from, int to) {
        Arrays.fill(bits, 0);
        if (to - from < 3) {
            return;
        }
        int v = (buffer[from] | 0x20) << 8 & 0xFF00 | (buffer[from + 1] | 0x20) & 0xFF;
        for (int i = from + 2; i < to; i++) {
            v = (v << 8 | (buffer[i] | 0x20) & 0xFF) & 0xFFFFFF;
            int h = hash(v);
            bits[h >>> 6] |= 1L << h;
        }
    }

    boolean has(int gram) {
        return (bits[gram >>> 6] >>> gram & 1) != 0;
    }
}
