package org.mendak.core.evidence;

import java.util.Arrays;
import java.util.Comparator;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * How often each of some things was seen. For the few that a rare error has it takes a third of what a tree takes, and there are many
 * thousands of rare errors. Adding is O(log n) for what is there, and O(n) for what is new.
 */
final class SortedCounts<K> {

    private static final Object[] NO_KEYS = {};
    private static final int[] NO_COUNTS = {};

    private final Comparator<? super K> order;
    private Object[] keys = NO_KEYS;
    private int[] counts = NO_COUNTS;
    private int size;

    SortedCounts(Comparator<? super K> order) {
        this.order = order;
    }

    /** Adds to a count, which is not kept at 0. */
    void add(K key, int more) {
        int at = find(key);
        if (at < 0) {
            insert(-1 - at, key, more);
        } else if (counts[at] + more == 0) {
            take(at);
        } else {
            counts[at] += more;
        }
    }

    @SuppressWarnings("unchecked") // only add puts any in
    private int find(K key) {
        return Arrays.binarySearch((K[]) keys, 0, size, key, order);
    }

    private void insert(int at, K key, int count) {
        if (size == keys.length) {
            int room = size + size / 2 + 1;
            keys = Arrays.copyOf(keys, room);
            counts = Arrays.copyOf(counts, room);
        }
        System.arraycopy(keys, at, keys, at + 1, size - at);
        System.arraycopy(counts, at, counts, at + 1, size - at);
        keys[at] = key;
        counts[at] = count;
        size++;
    }

    private void take(int at) {
        size--;
        System.arraycopy(keys, at + 1, keys, at, size - at);
        System.arraycopy(counts, at + 1, counts, at, size - at);
        keys[size] = null;
    }

    /** All of them, as they are now. */
    @SuppressWarnings("unchecked") // only add puts any in
    SortedMap<K, Integer> asMap() {
        SortedMap<K, Integer> all = new TreeMap<>(order);
        for (int i = 0; i < size; i++) {
            all.put((K) keys[i], counts[i]);
        }
        return all;
    }
}
