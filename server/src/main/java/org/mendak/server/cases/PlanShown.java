package org.mendak.server.cases;

import org.mendak.server.platform.Tx;

/** The plan that somebody had before them when they started a fix; made by whoever plans. */
public interface PlanShown {

    /**
     * A plan as it was shown.
     *
     * @param plan as JSON, kept with the attempt
     * @param first the fix that it would have begun with had nobody put an order by hand; null if none
     */
    record Shown(String plan, String first) {}

    /** The plan of a case as its page shows it, or as it is now if it was not shown since it changed; null if it has none. It takes a while: not to be asked for while a case is locked. */
    Shown now(long number);

    /** Keeps it with the attempt that was started by it. */
    void keep(Tx tx, long attempt, Shown shown);
}
