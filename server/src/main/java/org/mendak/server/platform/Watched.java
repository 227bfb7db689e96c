package org.mendak.server.platform;

/** Who may hear of a case's changes, as the room that knows cases says. */
public interface Watched {

    /** @throws Refusal as if there were no such case */
    void refuseOthers(Caller caller, long number);
}
