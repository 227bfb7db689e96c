package org.mendak.core.evidence;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * A retested attempt, as it stands behind a fix's counts.
 *
 * @param caseNumber the case's
 * @param version the product version; null if unknown
 * @param first whether it was the case's first attempt
 * @param held whether the error stayed away
 * @param minutes NaN if not known
 */
public record Try(
        String fix, long caseNumber, String month, String version, boolean first, boolean held, double minutes) {

    /**
     * The tries of some fixes in a log, the newest case first.
     *
     * @param fixes all of the known error's, whose tries tell what had failed before
     * @param wanted those of them that are asked for
     * @param log oldest first
     * @param most so many at most
     */
    public static List<Try> newest(List<String> fixes, List<String> wanted, List<LoggedCase> log, int most) {
        Map<String, Integer> indices = new HashMap<>();
        for (int i = 0; i < fixes.size(); i++) {
            indices.put(fixes.get(i), i);
        }
        List<Try> newest = new ArrayList<>();
        for (int at = log.size() - 1; at >= 0 && newest.size() < most; at--) {
            LoggedCase c = log.get(at);
            List<Retest> retests = new ArrayList<>(Retest.of(indices, c));
            Collections.reverse(retests);
            retests.stream()
                    .filter(r -> r.counted() && wanted.contains(fixes.get(r.fix())))
                    .map(r -> new Try(
                            fixes.get(r.fix()),
                            c.number(),
                            c.month(),
                            c.productVersion(),
                            r.first(),
                            r.attempt().held(),
                            r.attempt().minutes()))
                    .forEach(newest::add);
        }
        return newest.size() > most ? newest.subList(0, most) : newest;
    }
}
