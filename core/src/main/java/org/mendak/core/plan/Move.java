package org.mendak.core.plan;

import java.util.List;

/**
 * What can be done next as one: a fix, or fixes that are done together before one retest. Sets are bit masks.
 *
 * @param order the fixes by index, in the order in which they are done
 * @param fixes the same as a set
 * @param minutes working minutes, above 0; where it is not known whether the fix applies, times how likely it does
 * @param before fixes that must have been tried before
 * @param careful whether it destroys something or is a last resort
 * @param setUps what it needs that is paid once a case
 * @param applies how likely it applies; its set-ups are paid with it
 * @param asks what must be asked before it is known whether it applies, paid once a case
 */
record Move(
        List<Integer> order,
        long fixes,
        double minutes,
        long before,
        boolean careful,
        long setUps,
        double applies,
        long asks) {
    Move {
        order = List.copyOf(order);
    }

    /** One fix that needs nothing. */
    static Move of(int fix, double minutes, long before, boolean careful, long setUps) {
        return new Move(List.of(fix), 1L << fix, minutes, before, careful, setUps, 1, 0);
    }
}
