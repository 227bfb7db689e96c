package org.mendak.core.evidence;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * An attempt that was retested, or that was one of several before a retest that ended the case.
 *
 * @param fix the fix's index
 * @param failed which fixes had failed before it, as bit mask
 * @param first whether it was the case's first attempt
 * @param counted whether it counts as a try of this fix: not as one of several that ended a case together, where nobody knows which of
 *     them did it, and not if it was tried before the case
 */
record Retest(int fix, LoggedAttempt attempt, long failed, boolean first, boolean counted) {

    /** Those of one case, in the order in which they tell. */
    static List<Retest> of(Map<String, Integer> fixes, LoggedCase c) {
        List<Retest> retests = new ArrayList<>();
        List<LoggedAttempt> waiting = new ArrayList<>();
        long failed = 0;
        boolean first = true;
        for (LoggedAttempt a : c.attempts()) {
            Integer i = fixes.get(a.fix());
            if (i == null) {
                first = false;
                continue;
            }
            if (a.outcome() == Outcome.NOT_RETESTED) {
                waiting.add(a);
                first = false;
            }
            if (!a.outcome().retested()) {
                continue;
            }
            boolean together = a.outcome().ended() && !waiting.isEmpty();
            if (together) {
                for (LoggedAttempt w : waiting) {
                    retests.add(new Retest(fixes.get(w.fix()), w, failed, false, false));
                }
            }
            if (together || !a.triedBefore()) {
                retests.add(new Retest(i, a, failed, first, !together));
            }
            first = false;
            if (a.failed()) {
                // a bundle that failed fails all its fixes
                for (LoggedAttempt w : waiting) {
                    retests.add(new Retest(fixes.get(w.fix()), w, failed, false, true));
                }
                for (LoggedAttempt w : waiting) {
                    failed |= 1L << fixes.get(w.fix());
                }
                failed |= 1L << i;
            }
            waiting.clear();
        }
        return retests;
    }

    /** Whether its minutes are known, and are of this desk. */
    boolean timed() {
        return !Double.isNaN(attempt.minutes()) && !attempt.triedBefore();
    }
}
