package org.mendak.core.recognise.scan;

import java.util.List;

/**
 * Finds many fragments in bytes without decoding them, whatever the case of ASCII letters. Every third place of the text is looked
 * at, with one look at a bit array for each way of finding fragments, by their length:
 *
 * <ul>
 *   <li>ten bytes or more: the eight bytes there, hashed; one of three neighbouring stretches of eight lies at such a place
 *   <li>eight and nine: six bytes, likewise
 *   <li>six and seven: four bytes, likewise
 *   <li>four and five: four bytes there too, of which one before or behind the fragment may be any
 * </ul>
 *
 * <p>The places that pass are gathered, the memory that is needed for them is asked for all at once, and then they are compared. So the speed hangs little on how many fragments there are, and much on
 * how rarely their rarest bytes stand in the text.
 *
 * <p>Source of the idea: R. M. Karp, M. O. Rabin, "Efficient Randomized Pattern-Matching Algorithms", IBM J. Res. Dev. 31 (1987),
 * pp. 249-260, with sampled positions and a set of patterns behind a bit array (B. H. Bloom, Comm. ACM 13 (1970), pp. 422-426, with
 * two hashes, both in one word of the array, as F. Putze, P. Sanders, J. Singler, "Cache-, Hash- and Space-Efficient Bloom
 * Filters", WEA 2007, pp. 108-121, have it).
 */
final class Fragments {

    /** Shorter fragments cannot be looked for. */
    static final int SHORTEST = 4;

    static final int LONGEST = 60;

    static final int MIDDLE_FROM = 6;
    static final int LONG_FROM = 8;
    static final int LONGER_FROM = 10;
    static final int STRIDE = 3;
    /** Places that are gathered before they are compared. */
    private static final int BLOCK = 4_096;

    private static final int NONE = -1;
    private static final int WORDS = 16; // bits of a word's number: 512 KB
    private static final int PATTERNS = 8; // bits of a pattern's number
    /** Words with two bits set. */
    private static final long[] PATTERN = new long[1 << PATTERNS];

    static {
        for (int i = 0; i < PATTERN.length; i++) {
            PATTERN[i] = 1L << i | 1L << i * 5 / 4 + 1 + (i >>> 6) * 7;
        }
    }

    /** Told of what was found. */
    interface Sink {
        /**
         * Called for a few kilobytes at a time.
         *
         * @param found what stands there, in the order of lines; the same may be in it twice. It is used again afterwards
         */
        void found(Occurrences found);
    }

    private final long[] bits = new long[1 << WORDS];
    private final FragmentTable table;
    private boolean hasShort;

    /**
     * For these fragments, in lower case, of {@link #SHORTEST} to {@link #LONGEST} bytes.
     *
     * @param rarity where in each fragment the rarest bytes are
     */
    Fragments(List<byte[]> list, Rarity rarity) {
        byte[][] fragments = list.toArray(new byte[0][]);
        table = new FragmentTable(fragments);
        for (int i = 0; i < fragments.length; i++) {
            byte[] f = fragments[i];
            if (f.length < SHORTEST || f.length > LONGEST) {
                throw new IllegalArgumentException(f.length + " bytes, must be in " + SHORTEST + ".." + LONGEST);
            }
            if (f.length >= LONGER_FROM) {
                add(i, f, 8, rarity);
            } else if (f.length >= LONG_FROM) {
                add(i, f, 6, rarity);
            } else if (f.length >= MIDDLE_FROM) {
                add(i, f, 4, rarity);
            } else {
                int h = hash(first(4, FragmentTable.key(f, 0)));
                set(h);
                table.add(h, i, 0);
                setWithAny(FragmentTable.key(f, 0) << 8, 0);
                setWithAny(FragmentTable.key(f, 1), f.length == SHORTEST ? 3 : NONE);
                hasShort = true;
            }
        }
        table.complete();
    }

    private void add(int i, byte[] f, int length, Rarity rarity) {
        int at = rarity.rarest(f, length);
        for (int offset = at; offset < at + STRIDE; offset++) {
            int h = hash(first(length, FragmentTable.key(f, offset)));
            set(h);
            table.add(h, i, offset);
        }
    }

    /** Sets the bits of the first four bytes, whatever the one of this number is. */
    private void setWithAny(long folded, int number) {
        if (number == NONE) {
            set(hash(first(4, folded)));
            return;
        }
        for (long any = 0x20; any < 256; any++) {
            if ((any & 0x20) != 0) {
                set(hash(first(4, folded & ~(0xFFL << 8 * number) | any << 8 * number)));
            }
        }
    }

    /** The first bytes of eight, as the upper ones of a long. */
    private static long first(int bytes, long folded) {
        return folded << 64 - 8 * bytes;
    }

    /** A pattern's number in the lower bits, a word's above them. */
    private static int hash(long bytes) {
        return (int) (bytes * 0x9E3779B97F4A7C15L >>> 64 - WORDS - PATTERNS);
    }

    private void set(int h) {
        bits[h >>> PATTERNS] |= PATTERN[h & PATTERN.length - 1];
    }

    /** 0 if both bits are set; the masks of the arrays' lengths spare the checks of bounds. */
    private static long missing(long[] bits, long[] pattern, long bytes) {
        int h = hash(bytes);
        return ~bits[h >>> PATTERNS & bits.length - 1] & pattern[h & pattern.length - 1];
    }

    /** What is on its way in one scan; may be used for the next chunk again. */
    static final class Work {
        /** Places at which something passes. */
        final int[] passed = new int[BLOCK];
        /** Places to compare, and where in the table. */
        final int[] places = new int[6 * BLOCK];

        final int[] slots = new int[6 * BLOCK];
        final Occurrences found = new Occurrences();
        int size;
        long touched;

        void add(int place, int slot) {
            places[size] = place;
            slots[size++] = slot;
        }
    }

    /**
     * Looks through the buffer from {@code from} to {@code to}; {@link #LONGEST} more bytes behind that must exist, whatever they
     * hold.
     */
    void scan(byte[] buffer, int from, int to, Work work, Sink sink) {
        Occurrences found = work.found;
        for (int p = from; p < to; p += STRIDE * BLOCK) {
            int n = pass(buffer, p, Math.min(to, p + STRIDE * BLOCK), work.passed);
            work.size = 0;
            for (int i = 0; i < n; i++) {
                gather(buffer, work.passed[i], work);
            }
            work.touched += table.touch(work.slots, work.size);
            found.count = 0;
            for (int i = 0; i < work.size; i++) {
                table.check(work.slots[i], buffer, work.places[i], from, to, found);
            }
            work.touched += table.touch(found);
            int stand = 0;
            for (int i = 0; i < found.count; i++) {
                if (table.stands(found.fragments[i], buffer, found.places[i])) {
                    found.fragments[stand] = found.fragments[i];
                    found.places[stand++] = found.places[i];
                }
            }
            found.count = stand;
            if (stand > 0) {
                sink.found(found);
            }
        }
    }

    /** Gathers the places at which something passes: the inner loop of all scanning. */
    private int pass(byte[] buffer, int from, int to, int[] passed) {
        long[] set = bits;
        long[] pattern = PATTERN;
        int n = 0;
        for (int p = from; p < to; p += STRIDE) {
            long v = FragmentTable.folded(buffer, p);
            if (missing(set, pattern, v) == 0
                    || missing(set, pattern, first(6, v)) == 0
                    || missing(set, pattern, first(4, v)) == 0) {
                passed[n++] = p;
            }
        }
        return n;
    }

    private void gather(byte[] buffer, int p, Work work) {
        long v = FragmentTable.folded(buffer, p);
        gather(v, p, work);
        gather(first(6, v), p, work);
        gather(first(4, v), p, work);
        if (hasShort && missing(bits, PATTERN, first(4, v)) == 0) {
            gather(first(4, v >>> 8), p + 1, work);
            if (p > 0) {
                gather(first(4, FragmentTable.folded(buffer, p - 1)), p - 1, work);
            }
        }
    }

    private void gather(long bytes, int p, Work work) {
        if (missing(bits, PATTERN, bytes) == 0) {
            work.add(p, table.slot(hash(bytes)));
        }
    }
}
