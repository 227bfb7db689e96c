package org.mendak.core.plan;

import java.util.Map;
import java.util.Set;

/**
 * What has been done on a case so far.
 *
 * @param failed keys of fixes that were retested and did not help, those tried before the case included
 * @param setAside keys of fixes that are out of the question now, with the reason in words
 */
public record Progress(Set<String> failed, Map<String, String> setAside) {

    /** Nothing done yet. */
    public static final Progress NONE = new Progress(Set.of(), Map.of());

    public Progress {
        failed = Set.copyOf(failed);
        setAside = Map.copyOf(setAside);
    }
}
