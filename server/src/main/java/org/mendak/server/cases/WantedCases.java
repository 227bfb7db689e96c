package org.mendak.server.cases;

/**
 * Which cases to list, the newest first; what is null is not asked for.
 *
 * @param q what a device, a requester or a reference begins with
 * @param before only those with a smaller number
 * @param most at most so many
 */
record WantedCases(
        String q,
        String error,
        String device,
        String requester,
        String reference,
        String waits,
        String status,
        String agent,
        Long before,
        int most) {}
