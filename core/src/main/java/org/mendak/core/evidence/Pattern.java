package org.mendak.core.evidence;

import java.util.List;

/**
 * What a case teaches: the fixes that failed, then what ended it. Fixes are indices by the author's position.
 *
 * @param failed the fixes that did not help, each once, ascending
 * @param shares for each failed fix how much the failure counts, in (0, 1]
 * @param ended the fix that ended it, or the fixes of a bundle that did; empty if nothing did
 * @param endedShare how much the ending counts, in (0, 1]
 * @param answers for each variable the value's index, or -1 if it was not known
 */
record Pattern(
        List<Integer> failed, List<Double> shares, List<Integer> ended, double endedShare, List<Integer> answers) {
    Pattern {
        failed = List.copyOf(failed);
        shares = List.copyOf(shares);
        ended = List.copyOf(ended);
        answers = List.copyOf(answers);
    }

    boolean isEmpty() {
        return failed.isEmpty() && ended.isEmpty();
    }

    boolean solved() {
        return !ended.isEmpty();
    }

    /** The same with what was known of the case. */
    Pattern knowing(List<Integer> answers) {
        return new Pattern(failed, shares, ended, endedShare, answers);
    }
}
