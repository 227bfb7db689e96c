package org.mendak.core.recognise.scan;

import java.util.List;

/**
 * Decides quickly, for most messages and lines, that the one cannot stand in the other: too many of its words are not there. All
 * that it needs of a message lies in one stretch of one array.
 */
final class QuickCheck {

    /** Parts of a nat. */
    private static final int PARTS = 1_000;

    /** By message, where its stretch begins: what may be missing in parts of a nat, then of words the weight above the gram. */
    private final int[] begins;

    private final int[] pool;

    QuickCheck(List<ScanMessage> messages) {
        begins = new int[messages.size() + 1];
        int[][] rows = new int[messages.size()][];
        for (int i = 0; i < rows.length; i++) {
            rows[i] = row(messages.get(i));
            begins[i + 1] = begins[i] + rows[i].length;
        }
        pool = new int[begins[rows.length]];
        for (int i = 0; i < rows.length; i++) {
            System.arraycopy(rows[i], 0, pool, begins[i], rows[i].length);
        }
    }

    private static int[] row(ScanMessage m) {
        int[] grams = m.grams();
        int[] row = new int[grams.length + 1];
        row[0] = (int) Math.ceil(m.mayMiss() * PARTS);
        int n = 1;
        for (int i = 0; i < grams.length; i++) {
            if (grams[i] >= 0) {
                row[n++] = (int) (m.weight(i) * PARTS) << LineGrams.BITS | grams[i];
            }
        }
        return java.util.Arrays.copyOf(row, n);
    }

    /** Brings what is needed of a message near; returns something that hangs on it. */
    int touch(int message) {
        return pool[begins[message]];
    }

    /** Whether as many of its words as must be there can be there. A few nanoseconds. */
    boolean mayStandIn(int message, LineGrams line) {
        int end = begins[message + 1];
        int left = pool[begins[message]];
        for (int i = begins[message] + 1; i < end; i++) {
            int word = pool[i];
            if (!line.has(word & (1 << LineGrams.BITS) - 1)) {
                left -= word >>> LineGrams.BITS;
                if (left < 0) {
                    return false;
                }
            }
        }
        return true;
    }
}
