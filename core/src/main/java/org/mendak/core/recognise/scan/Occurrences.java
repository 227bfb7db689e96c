package org.mendak.core.recognise.scan;

import java.util.Arrays;

/** A list of places at which fragments stand; grows as needed and is used again. */
final class Occurrences {

    /** Numbers of fragments, and where in the buffer each begins; the first {@link #count} of them count. */
    int[] fragments = new int[256];

    int[] places = new int[256];
    int count;

    void add(int fragment, int place) {
        if (count == fragments.length) {
            fragments = Arrays.copyOf(fragments, 2 * count);
            places = Arrays.copyOf(places, 2 * count);
        }
        fragments[count] = fragment;
        places[count++] = place;
    }
}
