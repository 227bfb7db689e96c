package org.mendak.core.recognise.scan;

import java.util.Arrays;
import org.mendak.core.recognise.words.Words;

/**
 * Which runs of three bytes and which words of one or two stand in a line, as a set that may say yes wrongly and never no. Made in
 * one pass of the line's bytes.
 *
 * <p>Source: B. H. Bloom, "Space/Time Trade-offs in Hash Coding with Allowable Errors", Comm. ACM 13 (1970), pp. 422-426, with one
 * hash.
 */
final class LineGrams {

    /** Bits of a gram's number. */
    static final int BITS = 12;

    /** A byte that cannot be part of a gram of letters, so that short words have numbers of their own. */
    private static final int SHORT_WORD = 0x010000;

    private static final boolean[] IN_WORD = new boolean[256];

    static {
        for (int i = 0; i < 256; i++) {
            IN_WORD[i] = i >= 128 || Words.inWord(i);
        }
    }

    private final long[] bits = new long[1 << BITS - 6];

    /** The number of three bytes, from 0; ASCII letters count whatever their case. */
    static int of(byte a, byte b, byte c) {
        return hash((a | 0x20) << 16 & 0xFF0000 | (b | 0x20) << 8 & 0xFF00 | (c | 0x20) & 0xFF);
    }

    /** The number of a word of one or two ASCII letters or figures. */
    static int ofWord(String word) {
        int first = word.charAt(0) | 0x20;
        return hash(word.length() == 1 ? SHORT_WORD | first : SHORT_WORD | first << 8 | word.charAt(1) | 0x20);
    }

    private static int hash(int threeFolded) {
        return threeFolded * 0x9E3779B1 >>> 32 - BITS;
    }

    /** Takes another line. */
    void read(byte[] buffer, int from, int to) {
        Arrays.fill(bits, 0);
        int v = 0;
        int length = 0;
        for (int i = from; i < to; i++) {
            int b = buffer[i] & 0xFF;
            v = (v << 8 | b | 0x20) & 0xFFFFFF;
            set(hash(v));
            if (IN_WORD[b]) {
                length++;
            } else {
                word(v >>> 8, length);
                length = 0;
            }
        }
        word(v, length);
    }

    private void word(int behind, int length) {
        if (length == 1) {
            set(hash(SHORT_WORD | behind & 0xFF));
        } else if (length == 2) {
            set(hash(SHORT_WORD | behind & 0xFFFF));
        }
    }

    private void set(int gram) {
        bits[gram >>> 6] |= 1L << gram;
    }

    boolean has(int gram) {
        return (bits[gram >>> 6] >>> gram & 1) != 0;
    }
}
