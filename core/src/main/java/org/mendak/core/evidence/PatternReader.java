package org.mendak.core.evidence;

import java.util.ArrayList;
import java.util.List;
import java.util.TreeMap;

/** Reduces a case's attempts to a {@link Pattern} by the credit rules: only what was retested counts. */
final class PatternReader {

    /** How much a failure counts that somebody else saw before the case was opened. */
    static final double TRIED_BEFORE = 0.3;

    private PatternReader() {}

    static Pattern read(List<String> fixes, LoggedCase c) {
        TreeMap<Integer, Double> failed = new TreeMap<>();
        List<Integer> waiting = new ArrayList<>();
        List<Integer> ended = new ArrayList<>();
        for (LoggedAttempt a : c.attempts()) {
            int i = fixes.indexOf(a.fix());
            if (i < 0) {
                if (a.held()) {
                    break; // solved by something outside this list: for this list the case is unresolved
                }
                continue;
            }
            double share = a.triedBefore() ? TRIED_BEFORE : 1;
            if (a.outcome() == Outcome.NOT_RETESTED) {
                waiting.add(i);
            } else if (a.failed()) {
                waiting.forEach(j -> failed.merge(j, 1.0, Math::max));
                waiting.clear();
                failed.merge(i, share, Math::max);
            } else if (a.held()) {
                ended.addAll(waiting);
                ended.add(i);
                break;
            }
        }
        List<Integer> credited = ended.stream().distinct().sorted().toList();
        credited.forEach(failed::remove); // it helped at the second try
        return new Pattern(List.copyOf(failed.keySet()), List.copyOf(failed.values()), credited);
    }
}
