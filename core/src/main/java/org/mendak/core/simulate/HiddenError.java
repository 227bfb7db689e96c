package org.mendak.core.simulate;

import java.util.List;

/**
 * The truth about one known error that the desk does not see.
 *
 * @param often how often it occurs, relative to the others; above 0
 * @param fixes its fixes in the author's order
 * @param noneShare how much weight "nothing here helps" has beside the fixes' shares; 0 or more
 * @param overlap the chance that a fix ends a case of another one's cause, in [0, 1]
 */
public record HiddenError(String key, double often, List<HiddenFix> fixes, double noneShare, double overlap) {

    /**
     * The truth about one fix.
     *
     * @param share how often its cause is the true one, relative to the others; 0 or more
     * @param minutes median of the minutes it takes, above 0
     */
    public record HiddenFix(String key, double share, double minutes) {}

    public HiddenError {
        fixes = List.copyOf(fixes);
        if (fixes.isEmpty() || !(often > 0) || overlap < 0 || overlap > 1) {
            throw new IllegalArgumentException(key + ": needs fixes, often above 0 and an overlap in 0..1");
        }
    }
}
