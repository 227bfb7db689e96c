package org.mendak.core.recognise.scan;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;

/**
 * Counts a byte in a buffer eight at a time.
 *
 * <p>Source: H. S. Warren, Hacker's Delight, 2nd ed. (2012), 6-1 (find the zero bytes of a word).
 */
final class ByteRuns {

    private static final long SEVENS = 0x7F7F7F7F7F7F7F7FL;
    private static final long ONES = 0x0101010101010101L;
    private static final VarHandle LONGS = MethodHandles.byteArrayViewVarHandle(long[].class, ByteOrder.LITTLE_ENDIAN);

    private ByteRuns() {}

    /** How often a byte below 128 stands between two places. */
    static int count(byte[] buffer, int from, int to, int wanted) {
        int n = 0;
        int i = from;
        long all = ONES * wanted;
        for (; i + 8 <= to; i += 8) {
            long v = (long) LONGS.get(buffer, i) ^ all;
            n += Long.bitCount(~((v & SEVENS) + SEVENS | v | SEVENS));
        }
        for (; i < to; i++) {
            n += buffer[i] == wanted ? 1 : 0;
        }
        return n;
    }
}
