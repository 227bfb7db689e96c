package org.mendak.core.recognise.scan;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.List;

/**
 * Which fragments have given bytes, and where in them. A look-up costs one cache line: a hash table with open addressing whose
 * entries, of four longs each, lie in one array and decide nearly alone. Bytes are folded for comparing by setting one bit, which makes capital letters
 * small; it also makes a few signs alike, so what looks the same is compared once more letter by letter.
 *
 * <p>Source: D. E. Knuth, The Art of Computer Programming, vol. 3, 2nd ed. (1998), 6.4, algorithm L (linear probing).
 */
final class FragmentTable {

    private static final long ALL_LOWER = 0x2020202020202020L;
    private static final VarHandle LONGS = MethodHandles.byteArrayViewVarHandle(long[].class, ByteOrder.LITTLE_ENDIAN);
    private static final byte[] LOWER = new byte[256];

    static {
        for (int i = 0; i < 256; i++) {
            LOWER[i] = (byte) (i >= 'A' && i <= 'Z' ? i + 32 : i);
        }
    }

    private static final int ENTRY = 4;
    private static final int NONE = 63;

    private record Entry(int hash, int fragment, int offset) {}

    private final byte[][] fragments;
    /** All fragments behind one another, and where each begins; one more for the end. */
    private final byte[] pool;

    private final int[] begins;
    private final List<Entry> entries = new ArrayList<>();
    /**
     * Of an entry: the folded bytes that must stand there; eight more of the fragment that are far from them; then, from the lowest
     * bit, how many the first are (4 bits, 0 is free), where they begin (6), where the others do (6, 63 if there are none); the
     * fragment (from bit 32).
     */
    private long[] table;

    private int mask;

    FragmentTable(byte[][] fragments) {
        this.fragments = fragments;
        begins = new int[fragments.length + 1];
        for (int i = 0; i < fragments.length; i++) {
            begins[i + 1] = begins[i] + fragments[i].length;
        }
        pool = new byte[begins[fragments.length]];
        for (int i = 0; i < fragments.length; i++) {
            System.arraycopy(fragments[i], 0, pool, begins[i], fragments[i].length);
        }
    }

    /** Eight bytes of the buffer, the first lowest, folded. */
    static long folded(byte[] buffer, int at) {
        return (long) LONGS.get(buffer, at) | ALL_LOWER;
    }

    /** Up to eight bytes of a fragment, folded; what lies behind its end is as if it were blanks. */
    static long key(byte[] f, int from) {
        long v = 0;
        for (int i = 0; i < 8 && from + i < f.length; i++) {
            v |= (f[from + i] & 0xFFL) << 8 * i;
        }
        return v | ALL_LOWER;
    }

    /** Adds a fragment whose hashed bytes begin at {@code offset}, below 64. */
    void add(int hash, int fragment, int offset) {
        entries.add(new Entry(hash, fragment, offset));
    }

    private static long first(int bytes) {
        return -1L >>> 64 - 8 * bytes;
    }

    /** To be called once, behind the last that was added. */
    void complete() {
        int slots = Integer.highestOneBit(Math.max(16, entries.size() * 3 / 2)) * 2;
        mask = slots - 1;
        table = new long[ENTRY * slots];
        for (Entry e : entries) {
            int at = slot(e.hash());
            while (table[at + 2] != 0) {
                at = ENTRY * (at / ENTRY + 1 & mask);
            }
            byte[] f = fragments[e.fragment()];
            int counts = Math.min(8, f.length - e.offset());
            int other = f.length < 8 ? NONE : e.offset() >= 8 ? 0 : f.length - 8;
            table[at] = key(f, e.offset()) & first(counts);
            table[at + 1] = other == NONE ? 0 : key(f, other);
            table[at + 2] = counts | e.offset() << 4 | other << 10 | (long) e.fragment() << 32;
        }
        entries.clear();
    }

    /** Where the entries of a hash begin. */
    int slot(int hash) {
        return ENTRY * (hash >>> 3 & mask);
    }

    /**
     * Brings the entries near. The loads wait for memory together, where comparing one after another would wait for each.
     *
     * @return something that hangs on every load, so that none is left out
     */
    long touch(int[] slots, int count) {
        long all = 0;
        for (int i = 0; i < count; i++) {
            all += table[slots[i]];
        }
        return all;
    }

    /**
     * Adds every fragment whose hashed bytes are at {@code p}, as far as its entry can tell. Nothing before {@code from} and behind
     * {@code to} counts.
     */
    void check(int slot, byte[] buffer, int p, int from, int to, Occurrences found) {
        int at = slot;
        long folded = folded(buffer, p);
        for (long what = table[at + 2]; what != 0; what = table[at + 2]) {
            if (((folded ^ table[at]) & first((int) what & 15)) == 0) {
                int start = p - ((int) what >>> 4 & 63);
                int other = (int) what >>> 10 & 63;
                if (start >= from && (other == NONE || folded(buffer, start + other) == table[at + 1])) {
                    int fragment = (int) (what >>> 32);
                    if (start + begins[fragment + 1] - begins[fragment] <= to) {
                        found.add(fragment, start);
                    }
                }
            }
            at = ENTRY * (at / ENTRY + 1 & mask);
        }
    }

    /** Brings the letters of fragments near, as {@link #touch}. */
    long touch(Occurrences found) {
        long all = 0;
        for (int i = 0; i < found.count; i++) {
            all += pool[begins[found.fragments[i]]];
        }
        return all;
    }

    /** Whether a fragment stands there letter by letter. */
    boolean stands(int fragment, byte[] buffer, int start) {
        int end = begins[fragment + 1];
        for (int k = begins[fragment], i = start; k < end; k++, i++) {
            if (LOWER[buffer[i] & 0xFF] != pool[k]) {
                return false;
            }
        }
        return true;
    }
}
