package org.mendak.core.recognise;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;
import java.util.List;

/**
 * Finds many fragments in bytes without decoding them, whatever the case of ASCII letters. Every third place of the text is looked
 * at: six bytes there are hashed and looked up in a bitmap that fits the second-level cache; only what passes is compared. A
 * fragment of eight bytes or more has one such place in it wherever it stands. Shorter ones, from four bytes on, are looked for at
 * every place by four bytes.
 *
 * <p>Source of the idea: R. M. Karp, M. O. Rabin, "Efficient Randomized Pattern-Matching Algorithms", IBM J. Res. Dev. 31 (1987),
 * pp. 249-260, with sampled positions and a set of patterns behind one bit array (B. H. Bloom, Comm. ACM 13 (1970), pp. 422-426,
 * with one hash).
 */
final class Fragments {

    /** Shorter fragments cannot be looked for. */
    static final int SHORTEST = 4;

    static final int LONG_FROM = 8;
    private static final int STRIDE = 3;
    private static final int FIGURES = 100_000;
    private static final int LONG_BITS = 22; // 512 KB
    private static final int SHORT_BITS = 20; // 128 KB
    private static final long SIX_BYTES = 0xFFFFFFFFFFFFL;
    private static final long FOUR_BYTES = 0xFFFFFFFFL;
    private static final long ALL_LOWER = 0x2020202020202020L;
    private static final VarHandle LONGS = MethodHandles.byteArrayViewVarHandle(long[].class, ByteOrder.LITTLE_ENDIAN);
    private static final byte[] LOWER = new byte[256];

    static {
        for (int i = 0; i < 256; i++) {
            LOWER[i] = (byte) (i >= 'A' && i <= 'Z' ? i + 32 : i);
        }
    }

    /** Told of every occurrence. */
    interface Sink {
        /**
         * A fragment occurs.
         *
         * @param fragment its number in the list
         * @param from where it begins in the buffer
         */
        void found(int fragment, int from);
    }

    private final byte[][] fragments;
    private final long[] longBits = new long[1 << LONG_BITS - 6];
    private final long[] shortBits = new long[1 << SHORT_BITS - 6];
    private final Table longTable;
    private final Table shortTable;

    /** The fragments in lower case; each has four bytes at least. */
    Fragments(List<byte[]> list) {
        fragments = list.toArray(new byte[0][]);
        longTable = new Table(fragments.length * STRIDE);
        shortTable = new Table(fragments.length);
        char[] longUse = use(true);
        char[] shortUse = use(false);
        for (int i = 0; i < fragments.length; i++) {
            byte[] f = fragments[i];
            if (f.length < SHORTEST) {
                throw new IllegalArgumentException(f.length + " bytes, must be " + SHORTEST + " or more");
            }
            if (f.length >= LONG_FROM) {
                int at = rarest(f, LONG_FROM, longUse, true);
                for (int offset = at; offset < at + STRIDE; offset++) {
                    int h = longHash(bytes(f, offset, 6));
                    longBits[h >>> 6] |= 1L << h;
                    longTable.add(h, bytes(f, offset, 6) | ALL_LOWER & SIX_BYTES, i, offset);
                }
            } else {
                int at = rarest(f, SHORTEST, shortUse, false);
                int h = shortHash((int) bytes(f, at, 4));
                shortBits[h >>> 6] |= 1L << h;
                shortTable.add(h, bytes(f, at, 4) | ALL_LOWER & FOUR_BYTES, i, at);
            }
        }
    }

    /** How often each hash occurs in all fragments. */
    private char[] use(boolean six) {
        char[] use = new char[1 << (six ? LONG_BITS : SHORT_BITS)];
        for (byte[] f : fragments) {
            for (int i = 0; i + (six ? 6 : 4) <= f.length; i++) {
                int h = six ? longHash(bytes(f, i, 6)) : shortHash((int) bytes(f, i, 4));
                use[h] += use[h] < Character.MAX_VALUE ? 1 : 0;
            }
        }
        return use;
    }

    private static boolean figures(byte[] f, int from, int length) {
        int figures = 0;
        for (int i = from; i < from + length; i++) {
            figures += f[i] >= '0' && f[i] <= '9' ? 1 : 0;
        }
        return figures >= length - 1;
    }

    /** Where in a fragment the stretch of so many bytes begins whose hashes are used least. */
    private static int rarest(byte[] f, int length, char[] use, boolean six) {
        int best = 0;
        int least = Integer.MAX_VALUE;
        for (int at = 0; at + length <= f.length; at++) {
            int most = figures(f, at, length) ? FIGURES : 0; // logs are full of figures
            for (int offset = at; offset < at + (six ? STRIDE : 1); offset++) {
                most += use[six ? longHash(bytes(f, offset, 6)) : shortHash((int) bytes(f, offset, 4))];
            }
            if (most < least) {
                least = most;
                best = at;
            }
        }
        return best;
    }

    private static long bytes(byte[] f, int from, int count) {
        long v = 0;
        for (int i = 0; i < count; i++) {
            v |= (f[from + i] & 0xFFL) << 8 * i;
        }
        return v;
    }

    private static int longHash(long sixBytes) {
        return (int) (((sixBytes | ALL_LOWER) & SIX_BYTES) * 0x9E3779B97F4A7C15L >>> 64 - LONG_BITS);
    }

    private static int shortHash(int fourBytes) {
        return (fourBytes | (int) ALL_LOWER) * 0x9E3779B1 >>> 32 - SHORT_BITS;
    }

    /** Looks through the buffer from {@code from} to {@code to}; eight more bytes behind that must exist, whatever they hold. */
    void scan(byte[] buffer, int from, int to, Sink sink) {
        for (int p = from; p < to; p += STRIDE) {
            long v = (long) LONGS.get(buffer, p);
            int h = longHash(v);
            if ((longBits[h >>> 6] & 1L << h) != 0) {
                longTable.check(h, (v | ALL_LOWER) & SIX_BYTES, buffer, p, from, to, sink);
            }
            int s = shortHash((int) v);
            if ((shortBits[s >>> 6] & 1L << s) != 0) {
                shortTable.check(s, (v | ALL_LOWER) & FOUR_BYTES, buffer, p, from, to, sink);
            }
            s = shortHash((int) (v >>> 8));
            if ((shortBits[s >>> 6] & 1L << s) != 0) {
                shortTable.check(s, (v >>> 8 | ALL_LOWER) & FOUR_BYTES, buffer, p + 1, from, to, sink);
            }
            s = shortHash((int) (v >>> 16));
            if ((shortBits[s >>> 6] & 1L << s) != 0) {
                shortTable.check(s, (v >>> 16 | ALL_LOWER) & FOUR_BYTES, buffer, p + 2, from, to, sink);
            }
        }
    }

    /** Which fragments have a hash, and at which of their bytes. */
    private final class Table {
        private final int mask;
        private final int[] first;
        private final int[] next;
        /** The folded bytes that were hashed, so that others with the same hash are told apart at once. */
        private final long[] key;

        private final int[] fragment;
        private final byte[] offset;
        private int size;

        Table(int capacity) {
            int slots = Integer.highestOneBit(Math.max(16, capacity)) * 4;
            mask = slots - 1;
            first = new int[slots];
            next = new int[capacity];
            key = new long[capacity];
            fragment = new int[capacity];
            offset = new byte[capacity];
        }

        void add(int h, long folded, int f, int at) {
            key[size] = folded;
            fragment[size] = f;
            offset[size] = (byte) at;
            next[size] = first[h & mask];
            first[h & mask] = ++size; // 0 is none
        }

        void check(int h, long folded, byte[] buffer, int p, int from, int to, Sink sink) {
            for (int e = first[h & mask]; e != 0; e = next[e - 1]) {
                if (key[e - 1] != folded) {
                    continue;
                }
                int start = p - offset[e - 1];
                byte[] f = fragments[fragment[e - 1]];
                if (start >= from && start + f.length <= to && same(f, buffer, start)) {
                    sink.found(fragment[e - 1], start);
                }
            }
        }
    }

    private static boolean same(byte[] f, byte[] buffer, int start) {
        for (int k = 0; k < f.length; k++) {
            if (LOWER[buffer[start + k] & 0xFF] != f[k]) {
                return false;
            }
        }
        return true;
    }
}
