package org.mendak.core.evidence;

import java.util.function.ToLongFunction;

/**
 * Finds things by the number that each of them has, without an object for each: a table in which a thing stands at the place that its
 * number hashes to, or at the next that is free (D. E. Knuth, The Art of Computer Programming 3, 6.4, algorithms L and R).
 */
final class ByNumber<T> {

    private static final int LEAST = 4;

    private final ToLongFunction<T> number;
    private Object[] table = new Object[LEAST];
    private int size;

    ByNumber(ToLongFunction<T> number) {
        this.number = number;
    }

    /** Puts in what has a number that nothing here has. */
    void add(T thing) {
        if (3 * (size + 1) > 2 * table.length) {
            grow();
        }
        place(thing);
        size++;
    }

    /** Takes out what has this number; null if there is none. */
    T remove(long wanted) {
        int at = home(wanted);
        while (true) {
            T found = at(at);
            if (found == null) {
                return null;
            }
            if (number.applyAsLong(found) == wanted) {
                close(at);
                size--;
                return found;
            }
            at = next(at);
        }
    }

    /** Moves what stands behind a gap into it, unless it would stand before the place it belongs to. */
    private void close(int gap) {
        for (int at = next(gap); table[at] != null; at = next(at)) {
            int home = home(number.applyAsLong(at(at)));
            int mask = table.length - 1;
            if ((at - home & mask) >= (at - gap & mask)) {
                table[gap] = table[at];
                gap = at;
            }
        }
        table[gap] = null;
    }

    private void grow() {
        Object[] before = table;
        table = new Object[2 * before.length];
        for (Object thing : before) {
            if (thing != null) {
                place(cast(thing));
            }
        }
    }

    private void place(T thing) {
        int at = home(number.applyAsLong(thing));
        while (table[at] != null) {
            at = next(at);
        }
        table[at] = thing;
    }

    /** Numbers that follow one another are scattered, by the golden ratio (Knuth, the same, 6.4). */
    private int home(long wanted) {
        long scattered = wanted * 0x9E3779B97F4A7C15L;
        return (int) (scattered >>> 32) & table.length - 1;
    }

    private int next(int at) {
        return at + 1 & table.length - 1;
    }

    private T at(int at) {
        return cast(table[at]);
    }

    @SuppressWarnings("unchecked") // only add puts any in
    private T cast(Object thing) {
        return (T) thing;
    }
}
