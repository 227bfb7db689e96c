package org.mendak.server.team;

import java.time.Clock;
import java.time.Instant;
import org.mendak.server.platform.Live;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** What lets somebody in, ended: sessions, tokens, one-time addresses and live streams. */
@Component
class Access {

    private final TeamStore people;
    private final TokenStore tokens;
    private final InvitationStore invitations;
    private final OpenSessions sessions;
    private final Live live;
    private final Clock clock;

    Access(
            TeamStore people,
            TokenStore tokens,
            InvitationStore invitations,
            OpenSessions sessions,
            Live live,
            Clock clock) {
        this.people = people;
        this.tokens = tokens;
        this.invitations = invitations;
        this.sessions = sessions;
        this.live = live;
        this.clock = clock;
    }

    /**
     * Ends all of a person's: whoever sits at any browser or program of theirs must come in anew.
     *
     * @param but the key of a session that stays; null if none does
     */
    void end(Tx tx, long person, String but) {
        Instant now = clock.instant();
        people.endSignIns(tx, person);
        tokens.revokeAll(tx, person, now);
        invitations.forget(tx, person);
        tx.afterCommit(() -> {
            sessions.endAll(person, but);
            live.end(person);
        });
    }
}
