package org.mendak.core.plan;

import java.util.HashMap;
import java.util.Map;
import org.mendak.core.language.Facts;
import org.mendak.core.runbook.KnownError;

/**
 * How often the conditions of an error's fixes held in past cases, for weighing those that are not known to hold now.
 *
 * @param counts by the fix's key; a fix without a condition, or whose condition was never known, is missing
 */
public record PastConditions(Map<String, Count> counts) {

    /** Nothing is known of past cases. */
    public static final PastConditions NONE = new PastConditions(Map.of());

    /** In how many cases a condition held, and in how many it did not. */
    public record Count(int held, int failed) {}

    public PastConditions {
        counts = Map.copyOf(counts);
    }

    /**
     * Counts over what was known of past cases. O(what differs among them · conditions).
     *
     * @param cases how many cases there were of which the same was known
     */
    public static PastConditions of(KnownError error, Map<Map<String, String>, Integer> cases) {
        Map<String, Count> counts = new HashMap<>();
        for (KnownError.TryItem t : error.tries()) {
            if (t.when() != null) {
                int held = 0;
                int failed = 0;
                for (Map.Entry<Map<String, String>, Integer> c : cases.entrySet()) {
                    switch (t.when().evaluate(new Facts(c.getKey()))) {
                        case YES -> held += c.getValue();
                        case NO -> failed += c.getValue();
                        default -> {
                            // not known there either
                        }
                    }
                }
                if (held + failed > 0) {
                    counts.put(t.fix(), new Count(held, failed));
                }
            }
        }
        return new PastConditions(counts);
    }

    /** How likely a fix's condition holds where that is not known, in (0, 1): one half if no past case says. */
    double share(String fix) {
        Count c = counts.get(fix);
        return c == null ? 0.5 : (c.held() + 1.0) / (c.held() + c.failed() + 2);
    }
}
