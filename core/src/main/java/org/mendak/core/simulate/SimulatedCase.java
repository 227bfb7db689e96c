package org.mendak.core.simulate;

import java.util.List;
import java.util.Map;
import org.mendak.core.evidence.LoggedAttempt;
import org.mendak.core.evidence.LoggedCase;

/**
 * A case that a simulated desk has worked.
 *
 * @param opened when, as share of the simulated span, in [0, 1)
 * @param agent who, from 0
 * @param device on which device, from 0
 * @param release under which product release, from 0, the oldest first
 * @param attempts as they were written down
 * @param facts what was known of it, what was tried first among it
 * @param solved whether an attempt ended it; else it was handed over
 * @param cameBack whether it came back within the holding time
 */
public record SimulatedCase(
        String error,
        double opened,
        int agent,
        int device,
        int release,
        List<LoggedAttempt> attempts,
        Map<String, String> facts,
        boolean solved,
        boolean cameBack) {
    public SimulatedCase {
        attempts = List.copyOf(attempts);
        facts = Map.copyOf(facts);
    }

    /** The case as evidence reads it; a success that came back is marked. */
    public LoggedCase logged(long number) {
        List<LoggedAttempt> told = attempts.stream()
                .map(a -> new LoggedAttempt(
                        a.fix(),
                        a.outcome(),
                        cameBack && a.outcome().ended(),
                        a.triedBefore(),
                        a.minutes(),
                        a.otherFix()))
                .toList();
        String month = String.format("2026-%02d", 1 + (int) (opened * 12));
        return new LoggedCase(number, (release + 1) + ".0", month, told, facts);
    }
}
