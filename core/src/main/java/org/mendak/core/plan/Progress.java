package org.mendak.core.plan;

import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.mendak.core.evidence.Evidence;

/**
 * What has been done on a case so far.
 *
 * @param failed keys of fixes that were retested and did not help, those tried before the case included
 * @param setAside keys of fixes that are out of the question now, with the reason in words
 * @param firstPick what was tried first, see {@link Evidence#FIRST_PICK}; as planned while nothing was tried
 */
public record Progress(Set<String> failed, Map<String, String> setAside, String firstPick) {

    /** Nothing done yet. */
    public static final Progress NONE = new Progress(Set.of(), Map.of());

    public Progress {
        failed = Set.copyOf(failed);
        setAside = Map.copyOf(setAside);
        Objects.requireNonNull(firstPick);
    }

    /** What was done by the plan. */
    public Progress(Set<String> failed, Map<String, String> setAside) {
        this(failed, setAside, Evidence.AS_PLANNED);
    }
}
