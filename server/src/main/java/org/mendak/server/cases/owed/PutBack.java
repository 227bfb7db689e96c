package org.mendak.server.cases.owed;

import java.time.Instant;
import java.util.Set;
import java.util.function.Consumer;
import org.mendak.server.platform.Who;

/**
 * Something owed.
 *
 * @param step the step that owes it, from 0
 * @param item the item of a repeated step that it is for; null if of none
 * @param fence the language of its command
 * @param ifNotKnown what to do where the value that it was is not known; may be empty
 * @param passedTo who is to do it; null while it is nobody else's
 * @param dueAt when it is due once passed on; null if not said
 * @param decidedBy who decided that it stays; null unless it is kept
 */
public record PutBack(
        long id,
        long number,
        long attempt,
        int step,
        Kind kind,
        String item,
        String text,
        String command,
        String fence,
        After after,
        String ifNotKnown,
        State state,
        String passedTo,
        Who taker,
        Instant dueAt,
        String decidedBy) {

    /** What is owed. */
    public enum Kind {
        PUT_BACK,
        FOLLOW_UP,
        /** Mending for good what was only got going. */
        DEBT
    }

    /** After what outcome of its fix it is owed. */
    public enum After {
        ALWAYS,
        SUCCESS,
        FAILURE
    }

    /** How it stands. */
    public enum State {
        OPEN,
        FOR_NOW,
        DONE,
        NO_LONGER_APPLIES,
        KEPT,
        PASSED_TO;

        /** Whether a case cannot end while something stands so. */
        public boolean holdsTheCase() {
            return this == OPEN || this == FOR_NOW;
        }
    }

    /** What stands so is still to do, or stays: whoever goes on must know. */
    public static final Set<State> LASTING = Set.of(State.OPEN, State.FOR_NOW, State.PASSED_TO, State.KEPT);

    private static final int LONGEST_TEXT = 1_000;

    /** Something that a step of an attempt owes now. */
    public static PutBack owed(long number, long attempt, Kind kind, String text, Consumer<Draft> change) {
        Draft d = new Draft();
        change.accept(d);
        String said = text.length() > LONGEST_TEXT ? text.substring(0, LONGEST_TEXT - 1) + "…" : text;
        return new PutBack(
                0,
                number,
                attempt,
                d.step,
                kind,
                d.item,
                said,
                d.command,
                d.fence,
                d.after,
                d.ifNotKnown,
                d.taker == null ? State.OPEN : State.PASSED_TO,
                null,
                d.taker,
                d.dueAt,
                null);
    }

    /** What may be said of something owed. */
    public static final class Draft {
        public int step;
        public String item;
        public String command = "";
        public String fence = "";
        public After after = After.ALWAYS;
        public String ifNotKnown = "";
        public Who taker;
        public Instant dueAt;

        private Draft() {}
    }
}
