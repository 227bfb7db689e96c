package org.mendak.server.platform;

import java.util.Optional;

/** Finds out who somebody is. Told by the team, asked by security. */
public interface Identities {

    /** The person as they are now, or empty if they may not come in any more. */
    Optional<Caller> byId(long id);

    /** Who holds this bearer token, or empty if nobody does. */
    Optional<Caller> byToken(String token);
}
