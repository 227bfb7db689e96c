package org.mendak.server.cases.owed;

import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import org.mendak.server.cases.owed.PutBack.State;
import org.mendak.server.platform.FromCaller;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.mendak.server.platform.Words;

/**
 * How something owed is settled, checked.
 *
 * @param to who it passes to; null unless it does
 * @param dueAt when it is due then; null unless it passes to somebody
 * @param decidedBy who decided that it stays; null unless it is kept
 */
public record Settling(State state, String to, Instant dueAt, String decidedBy) {

    private static final LocalTime MORNING = LocalTime.of(8, 0);
    private static final int LONGEST_NAME = 120;

    /**
     * The same as somebody said it.
     *
     * @param state a word of {@link State}
     * @param to who it passes to; only with passed-to
     * @param dueAt when it is due then; tomorrow morning if null
     * @param decidedBy who decided that it stays as it is; only with kept
     */
    @FromCaller
    public record Said(String state, String to, Instant dueAt, String decidedBy) {}

    /** Reads what somebody said; refuses what says too little. */
    public static Settling of(Said said, Instant now, ZoneId zone) {
        State state = Words.said(State.class, said.state(), "state");
        boolean passed = state == State.PASSED_TO;
        boolean kept = state == State.KEPT;
        return new Settling(
                state,
                passed ? name(said.to(), "who it passes to") : null,
                !passed ? null : said.dueAt() == null ? tomorrowMorning(now, zone) : said.dueAt(),
                kept ? name(said.decidedBy(), "who decided that it stays") : null);
    }

    private static String name(String said, String what) {
        if (said == null || said.isBlank() || said.strip().length() > LONGEST_NAME) {
            throw Refusal.invalid("Say " + what + ", in up to " + LONGEST_NAME + " characters; nothing was stored.");
        }
        return said.strip();
    }

    /** Eight o'clock on the next day. */
    public static Instant tomorrowMorning(Instant now, ZoneId zone) {
        return now.atZone(zone)
                .toLocalDate()
                .plusDays(1)
                .atTime(MORNING)
                .atZone(zone)
                .toInstant();
    }

    /** Whether it may be said of this one while its case has ended: only what was passed on is still to be settled then. */
    public boolean mayFollow(PutBack p) {
        return p.state() == State.PASSED_TO && state != State.OPEN;
    }

    /**
     * Settles it.
     *
     * @param taker the colleague whom it passes to; null if that is nobody of the desk
     */
    public void store(Tx tx, OwedStore store, PutBack p, Who taker) {
        store.settle(tx, p.number(), p.id(), this, taker);
    }
}
