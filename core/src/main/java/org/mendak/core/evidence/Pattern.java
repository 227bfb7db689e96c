package org.mendak.core.evidence;

import java.util.List;

/**
 * What a case teaches: the fixes that failed, then what ended it. Fixes are indices by the author's position.
 *
 * @param failed the fixes that did not help, each once, ascending
 * @param shares for each failed fix how much the failure counts, in (0, 1]
 * @param ended the fix that ended it, or the fixes of a bundle that did; empty if nothing did
 */
record Pattern(List<Integer> failed, List<Double> shares, List<Integer> ended) {
    Pattern {
        failed = List.copyOf(failed);
        shares = List.copyOf(shares);
        ended = List.copyOf(ended);
    }

    boolean isEmpty() {
        return failed.isEmpty() && ended.isEmpty();
    }

    boolean solved() {
        return !ended.isEmpty();
    }
}
