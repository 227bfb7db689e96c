package org.mendak.core.recognise;

import org.mendak.core.runbook.Phase;

/** How often known errors are met, from the desk's cases. */
public interface Prior {

    /** Nothing is known: all are met as often. */
    Prior NONE = (error, product, phase) -> 1;

    /**
     * How many times as often as the average known error this one is met, on this product and in this phase.
     *
     * @param product null if unknown
     * @param phase null if unknown
     * @return more than 0; 1 if there is no experience
     */
    double ratio(String error, String product, Phase phase);
}
