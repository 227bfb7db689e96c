package org.mendak.core.simulate;

import java.util.List;
import org.mendak.core.evidence.LoggedAttempt;

/**
 * A case that a simulated desk has worked.
 *
 * @param opened when, as share of the simulated span, in [0, 1)
 * @param agent who, from 0
 * @param device on which device, from 0
 * @param release under which product release, from 0, the oldest first
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
        boolean solved,
        boolean cameBack) {
    public SimulatedCase {
        attempts = List.copyOf(attempts);
    }
}
