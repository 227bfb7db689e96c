package org.mendak.server.cases;

import java.time.Instant;
import java.util.List;
import java.util.Optional;

/**
 * An attempt's row.
 *
 * @param outcome its word; null while it is being worked
 * @param minutes null if not known
 * @param agent who began it
 * @param version rises with every change of what was recorded
 * @param endedBy who recorded how it ended; null if nobody has, or it is not known
 * @param cameBack whether a correction says that its success did not last
 */
public record AttemptRow(
        long id,
        long number,
        String errorKey,
        String fixKey,
        int position,
        String outcome,
        String bundle,
        boolean triedBefore,
        Double minutes,
        String note,
        String agent,
        Instant startedAt,
        Instant endedAt,
        boolean cameBack,
        int version,
        String endedBy) {

    /** An attempt as it is first written down. */
    public AttemptRow(
            long id,
            long number,
            String errorKey,
            String fixKey,
            int position,
            String outcome,
            String bundle,
            boolean triedBefore,
            Double minutes,
            String note,
            String agent,
            Instant startedAt,
            Instant endedAt,
            boolean cameBack) {
        this(
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
                1,
                outcome == null ? null : agent);
    }

    /** The same attempt, recorded so by somebody. */
    AttemptRow recorded(String how, Double took, String remark, Instant at, String by) {
        return new AttemptRow(
                id,
                number,
                errorKey,
                fixKey,
                position,
                how,
                bundle,
                triedBefore,
                took,
                remark,
                agent,
                startedAt,
                at,
                cameBack,
                version,
                by);
    }

    /** The same attempt as it was stored under a case. */
    AttemptRow stored(long newId, long caseNumber) {
        return new AttemptRow(
                newId,
                caseNumber,
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

    /** The success that a recurrence takes away: the last one of a case's attempts. */
    static Optional<AttemptRow> lastSuccess(List<AttemptRow> attempts) {
        return attempts.stream()
                .filter(a -> "worked".equals(a.outcome()) && !a.cameBack())
                .reduce((first, last) -> last);
    }
}
