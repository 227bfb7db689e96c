package org.mendak.server.cases;

import java.time.Instant;
import java.util.Set;

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

    /** The endings of a case. */
    public static final Set<String> ENDINGS =
            Set.of("solved", "worked-around", "handed-over", "withdrawn", "duplicate");

    /** Whether it is still being worked. */
    public boolean open() {
        return status.equals("open");
    }

    /** The same case, about another known error; an order put by hand was one of the other's fixes. */
    CaseRow under(String error) {
        return new CaseRow(
                number,
                error,
                product,
                productVersion,
                phase,
                device,
                reference,
                requester,
                reached,
                status,
                waitsFor,
                waitsUntil,
                believedFix,
                limitation,
                agent,
                openedAt,
                closedAt,
                recurredAt,
                follows,
                "");
    }

    /** The same case, ended so, or opened again with the status "open"; it waits for nobody else. */
    CaseRow ended(String how, String believed, String limits, Instant at, Instant recurred) {
        return new CaseRow(
                number,
                errorKey,
                product,
                productVersion,
                phase,
                device,
                reference,
                requester,
                reached,
                how,
                "me",
                null,
                believed,
                limits,
                agent,
                openedAt,
                at,
                recurred,
                follows,
                pinned);
    }

    /** A new case that follows this one: the same error at the same place. */
    CaseRow next(String by, Instant at) {
        return new CaseRow(
                0,
                errorKey,
                product,
                productVersion,
                phase,
                device,
                reference,
                requester,
                reached,
                "open",
                "me",
                null,
                null,
                null,
                by,
                at,
                null,
                null,
                number,
                "");
    }
}
