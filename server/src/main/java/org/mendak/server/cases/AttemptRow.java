package org.mendak.server.cases;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import org.mendak.core.evidence.Outcome;
import org.mendak.server.platform.Who;

/**
 * An attempt's row.
 *
 * @param outcome null while it is being worked
 * @param bundle what names the fixes that were retested together; null if it was retested alone
 * @param minutes null if not known
 * @param agent who began it
 * @param cameBack whether a correction says that its success did not last
 * @param version rises with every change of what was recorded
 * @param endedBy who recorded how it ended; null if nobody has, or it is not known
 */
public record AttemptRow(
        long id,
        long number,
        String errorKey,
        String fixKey,
        int position,
        Outcome outcome,
        String bundle,
        boolean triedBefore,
        Double minutes,
        String note,
        Who agent,
        Instant startedAt,
        Instant endedAt,
        boolean cameBack,
        int version,
        Who endedBy) {

    /** An attempt that somebody began; with an outcome it was recorded by the same person, at the same moment if none is said. */
    public static AttemptRow begun(String fix, Who agent, Instant at, Consumer<Draft> change) {
        Draft d = new Draft();
        d.fixKey = fix;
        d.agent = agent;
        d.startedAt = at;
        change.accept(d);
        if (d.outcome != null) {
            d.endedAt = d.endedAt == null ? at : d.endedAt;
            d.endedBy = d.endedBy == null ? agent : d.endedBy;
        }
        return d.row();
    }

    /** The same attempt with some of it changed. */
    AttemptRow with(Consumer<Draft> change) {
        Draft d = new Draft(this);
        change.accept(d);
        return d.row();
    }

    /** The same attempt as it was stored under a case. */
    AttemptRow stored(long newId, long caseNumber) {
        return with(d -> {
            d.id = newId;
            d.number = caseNumber;
        });
    }

    /** The same attempt, of which a correction says that its success did not last. */
    public AttemptRow lost() {
        return with(d -> d.cameBack = true);
    }

    /** Whether it is being worked. */
    public boolean running() {
        return outcome == null;
    }

    /** The success that a recurrence takes away: the last one of a case's attempts. */
    static Optional<AttemptRow> lastSuccess(List<AttemptRow> attempts) {
        return attempts.stream()
                .filter(a -> a.outcome() == Outcome.WORKED && !a.cameBack())
                .reduce((first, last) -> last);
    }

    /** The place of the next one. */
    static int next(List<AttemptRow> tried) {
        return tried.isEmpty() ? 1 : tried.get(tried.size() - 1).position() + 1;
    }

    /** An attempt's row while it is put together. */
    public static final class Draft {
        long id;
        public long number;
        public String errorKey;
        private String fixKey;
        public int position;
        public Outcome outcome;
        public String bundle;
        public boolean triedBefore;
        public Double minutes;
        public String note = "";
        private Who agent;
        private Instant startedAt;
        public Instant endedAt;
        private boolean cameBack;
        private int version = 1;
        Who endedBy;

        private Draft() {}

        private Draft(AttemptRow a) {
            id = a.id;
            number = a.number;
            errorKey = a.errorKey;
            fixKey = a.fixKey;
            position = a.position;
            outcome = a.outcome;
            bundle = a.bundle;
            triedBefore = a.triedBefore;
            minutes = a.minutes;
            note = a.note;
            agent = a.agent;
            startedAt = a.startedAt;
            endedAt = a.endedAt;
            cameBack = a.cameBack;
            version = a.version;
            endedBy = a.endedBy;
        }

        private AttemptRow row() {
            return new AttemptRow(
                    id,
                    number,
                    errorKey,
                    fixKey,
                    position,
                    outcome,
                    bundle,
                    triedBefore,
                    minutes,
                    note,
                    agent,
                    startedAt,
                    endedAt,
                    cameBack,
                    version,
                    endedBy);
        }
    }
}
