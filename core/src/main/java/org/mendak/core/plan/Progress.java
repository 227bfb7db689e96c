package org.mendak.core.plan;

import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.Outcome;

/**
 * What has been done on a case so far.
 *
 * @param failed keys of fixes that were retested and did not help, those tried before the case included
 * @param setAside keys of fixes that are out of the question now, with how they ended
 * @param firstPick what was tried first, see {@link Evidence#FIRST_PICK}; as planned while nothing was tried
 */
public record Progress(Set<String> failed, Map<String, Outcome> setAside, String firstPick) {

    /** Nothing done yet. */
    public static final Progress NONE = new Progress(Set.of(), Map.of());

    public Progress {
        failed = Set.copyOf(failed);
        setAside = Map.copyOf(setAside);
        Objects.requireNonNull(firstPick);
    }

    /** What was done by the plan. */
    public Progress(Set<String> failed, Map<String, Outcome> setAside) {
        this(failed, setAside, Evidence.AS_PLANNED);
    }
}
