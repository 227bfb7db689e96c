package org.mendak.server.cases;

import java.time.Instant;

/** A case's own row; what is null is not known. {@code pinned} is fix keys separated by commas. */
public record CaseRow(
        long number,
        String errorKey,
        String product,
        String productVersion,
        String phase,
        String device,
        String reference,
        String requester,
        String reached,
        String status,
        String waitsFor,
        Instant waitsUntil,
        String believedFix,
        String limitation,
        String agent,
        Instant openedAt,
        Instant closedAt,
        Instant recurredAt,
        Long follows,
        String pinned) {

    /** Whether it is still being worked. */
    public boolean open() {
        return status.equals("open");
    }
}
