package org.mendak.server.team;

import java.time.Instant;
import java.util.List;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Scope;

/** A token as it is listed; the secret itself is shown once, when it is made. */
public record ApiToken(
        long id,
        String name,
        List<Scope> scopes,
        Instant createdAt,
        @OrNull Instant expiresAt) {}
