package org.mendak.server.cases;

import org.mendak.server.platform.Who;

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
        Who agent,
        Long before,
        int most) {}
