package org.mendak.core.evidence;

import java.util.ArrayList;
import java.util.List;
import java.util.TreeMap;

/** Reduces a case's attempts to a {@link Pattern} by the credit rules: only what was retested counts. */
final class PatternReader {

    private PatternReader() {}

    static Pattern read(List<String> fixes, LoggedCase c) {
        TreeMap<Integer, Double> failed = new TreeMap<>();
        TreeMap<Integer, Double> waiting = new TreeMap<>();
        List<Integer> ended = new ArrayList<>();
        double endedShare = 1;
        for (LoggedAttempt a : c.attempts()) {
            int i = fixes.indexOf(a.fix());
            if (i < 0) {
                if (a.held()) {
                    break; // solved by something outside this list: for this list the case is unresolved
                }
                continue;
            }
            if (a.outcome() == Outcome.NOT_RETESTED) {
                waiting.put(i, a.counts());
            } else if (a.failed()) {
                waiting.forEach((j, share) -> failed.merge(j, share, Math::max));
                waiting.clear();
                failed.merge(i, a.counts(), Math::max);
            } else if (a.held()) {
                endedShare = waiting.values().stream().reduce(a.counts(), Math::min);
                ended.addAll(waiting.keySet());
                ended.add(i);
                break;
            }
        }
        List<Integer> credited = ended.stream().distinct().sorted().toList();
        credited.forEach(failed::remove); // it helped at the second try
        return new Pattern(List.copyOf(failed.keySet()), List.copyOf(failed.values()), credited, endedShare, List.of());
    }
}
