package org.mendak.server.cases;

import java.time.Instant;

/**
 * An attempt's row.
 *
 * @param outcome its word; null while it is being worked
 * @param minutes null if not known
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
        boolean cameBack) {}
