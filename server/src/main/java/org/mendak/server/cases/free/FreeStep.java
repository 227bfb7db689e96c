package org.mendak.server.cases.free;

import java.time.Instant;
import java.util.function.Consumer;
import org.mendak.core.evidence.Outcome;
import org.mendak.server.platform.Who;

/**
 * A step that no runbook has.
 *
 * @param clientId what the client called it, so that the same call twice is one step
 * @param position its place among the case's steps, from 1
 * @param did what was done, in words
 * @param command what was typed; empty if nothing was
 * @param output what it printed; null if nobody kept it
 * @param aim what it was tried for; may be empty
 * @param putBack what must be put back; empty if nothing
 * @param outcome what came of trying again behind it; null if nobody tried
 * @param cameBack whether the error came back although it had worked
 * @param undone whether it was taken back
 */
public record FreeStep(
        long id,
        long number,
        String clientId,
        int position,
        String did,
        String command,
        String output,
        String aim,
        String putBack,
        boolean putBackDone,
        Outcome outcome,
        boolean cameBack,
        boolean undone,
        int version,
        Who agent,
        Instant at) {

    /** The same with some of it changed, one version on. */
    public FreeStep with(Consumer<Draft> change) {
        Draft d = new Draft(this);
        change.accept(d);
        return new FreeStep(
                id,
                number,
                clientId,
                d.position,
                d.did,
                d.command,
                d.output,
                d.aim,
                d.putBack,
                d.putBackDone,
                d.outcome,
                d.cameBack,
                d.undone,
                version + 1,
                agent,
                at);
    }

    /** The same step in this case. */
    public FreeStep of(long other) {
        return new FreeStep(
                id,
                other,
                clientId,
                position,
                did,
                command,
                output,
                aim,
                putBack,
                putBackDone,
                outcome,
                cameBack,
                undone,
                version,
                agent,
                at);
    }

    /** Whether it holds its case open. */
    public boolean owes() {
        return !undone && !putBack.isEmpty() && !putBackDone;
    }

    /** Whether it ended what the case is about, as far as anybody knows. */
    public boolean mended() {
        return !undone && outcome == Outcome.WORKED && !cameBack;
    }

    /** A step while it is changed. */
    public static final class Draft {
        public int position;
        public String did;
        public String command;
        public String output;
        public String aim;
        public String putBack;
        public boolean putBackDone;
        public Outcome outcome;
        public boolean cameBack;
        public boolean undone;

        private Draft(FreeStep s) {
            position = s.position;
            did = s.did;
            command = s.command;
            output = s.output;
            aim = s.aim;
            putBack = s.putBack;
            putBackDone = s.putBackDone;
            outcome = s.outcome;
            cameBack = s.cameBack;
            undone = s.undone;
        }
    }
}
