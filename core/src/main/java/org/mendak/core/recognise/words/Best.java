package org.mendak.core.recognise.words;

import java.util.Arrays;

/** Keeps the places with the highest values, above 0; of the same value those that came first. O(log n) for each that is kept. */
public final class Best {

    private final long[] heap; // the least on top
    private int size;

    public Best(int most) {
        heap = new long[most];
    }

    /** Takes a place into account; NaN and what is not above 0 is left out. */
    public void add(float value, int place) {
        if (!(value > 0)) {
            return;
        }
        long key = (long) Float.floatToIntBits(value) << 32 | (Integer.MAX_VALUE - place);
        if (size < heap.length) {
            heap[size++] = key;
            if (size == heap.length) {
                Arrays.sort(heap); // sorted is a heap
            }
        } else if (heap.length > 0 && key > heap[0]) {
            sink(key);
        }
    }

    /** What a value must be above of to be kept. */
    public float least() {
        return size < heap.length ? 0 : Float.intBitsToFloat((int) (heap[0] >> 32));
    }

    /** The places kept, that of the highest value first. */
    public int[] order() {
        long[] sorted = Arrays.copyOf(heap, size);
        Arrays.sort(sorted);
        int[] places = new int[size];
        for (int i = 0; i < size; i++) {
            places[i] = Integer.MAX_VALUE - (int) sorted[size - 1 - i];
        }
        return places;
    }

    /** Replaces the least. */
    private void sink(long key) {
        int at = 0;
        while (2 * at + 1 < heap.length) {
            int child = 2 * at + 1;
            if (child + 1 < heap.length && heap[child + 1] < heap[child]) {
                child++;
            }
            if (heap[child] >= key) {
                break;
            }
            heap[at] = heap[child];
            at = child;
        }
        heap[at] = key;
    }
}
