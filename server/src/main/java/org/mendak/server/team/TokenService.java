package org.mendak.server.team;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.TreeSet;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.FromCaller;
import org.mendak.server.platform.Live;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Secrets;
import org.springframework.stereotype.Service;

/** Everybody's own tokens and sign-ins, and those of others for leads. */
@Service
class TokenService {

    private static final int MOST_TOKENS = 50;

    /** How long a token lives at most, and unless something else is said. */
    private static final int TOKEN_DAYS = 365;

    private final Db db;
    private final TeamStore people;
    private final TokenStore store;
    private final OpenSessions sessions;
    private final AuditStore audit;
    private final Live live;
    private final Clock clock;

    TokenService(
            Db db,
            TeamStore people,
            TokenStore store,
            OpenSessions sessions,
            AuditStore audit,
            Live live,
            Clock clock) {
        this.db = db;
        this.people = people;
        this.store = store;
        this.sessions = sessions;
        this.audit = audit;
        this.live = live;
        this.clock = clock;
    }

    /** What a token is to be; {@code days} is how long it lives, 1 to 365, a year if null. */
    @FromCaller
    record Wanted(String name, List<Scope> scopes, Integer days) {}

    /** A new token and its secret, which is never shown again. */
    record NewToken(long id, String token) {}

    NewToken make(Caller caller, Wanted w) {
        caller.may(Role.AGENT, Scope.ADMIN, "make tokens");
        if (caller.id() == 0) {
            throw Refusal.forbidden("The command line has no tokens of its own.");
        }
        if (caller.most() != Role.LEAD
                && db.tx(tx -> people.byId(tx, caller.id())).orElseThrow().role() == Role.LEAD) {
            throw Refusal.forbidden("A lead makes tokens when signed in with a second factor.");
        }
        String name = w.name() == null ? "" : w.name().strip();
        List<Scope> scopes = w.scopes() == null ? List.of() : w.scopes();
        if (name.isBlank() || name.length() > 120 || scopes.isEmpty() || scopes.contains(null)) {
            throw Refusal.invalid("A token needs a name of up to 120 characters and at least one scope.");
        }
        if (!caller.scopes().containsAll(scopes) || scopes.contains(Scope.ADMIN) && caller.role() != Role.LEAD) {
            throw Refusal.forbidden("A token cannot do more than the one who makes it.");
        }
        Integer days = w.days();
        if (days != null && (days < 1 || days > TOKEN_DAYS)) {
            throw Refusal.invalid("days is " + days + ", must be 1 to " + TOKEN_DAYS + ".");
        }
        String token = "mdk_" + Secrets.random();
        Instant now = clock.instant();
        Instant until = now.plus(Duration.ofDays(days == null ? TOKEN_DAYS : days));
        long id = db.tx(tx -> {
            if (store.of(tx, caller.id(), now).size() >= MOST_TOKENS) {
                throw Refusal.conflict("You have " + MOST_TOKENS + " tokens. Revoke one first.");
            }
            long made = store.add(
                    tx, caller.id(), name, Secrets.hash(token), List.copyOf(new TreeSet<>(scopes)), now, until);
            audit.write(tx, caller, "token-made", "token " + made, new TreeSet<>(scopes).toString());
            return made;
        });
        return new NewToken(id, token);
    }

    List<ApiToken> mine(Caller caller) {
        caller.may(Role.AGENT, Scope.ADMIN, "see tokens");
        return db.tx(tx -> store.of(tx, caller.id(), clock.instant()));
    }

    /** Ends one; what it listens to ends with it. */
    void revoke(Caller caller, long person, long id) {
        caller.may(person == caller.id() ? Role.AGENT : Role.LEAD, Scope.ADMIN, "revoke tokens");
        db.run(tx -> {
            if (store.revoke(tx, person, id, clock.instant()) == 0) {
                throw Refusal.notFound("There is no such token.");
            }
            audit.write(tx, caller, "token-revoked", "token " + id, "");
            // of a person all streams: those that may go on open anew at once
            tx.afterCommit(() -> live.end(person));
        });
    }

    /** The browsers that somebody is signed in at. */
    List<OpenSessions.Open> sessions(Caller caller, String current) {
        caller.may(Role.AGENT, Scope.ADMIN, "see sign-ins");
        return sessions.list(caller.id(), current);
    }

    /** Ends one sign-in in a browser. */
    void endSession(Caller caller, long person, String key) {
        caller.may(person == caller.id() ? Role.AGENT : Role.LEAD, Scope.ADMIN, "end sign-ins");
        if (!sessions.end(person, key)) {
            throw Refusal.notFound("There is no such sign-in; it has ended already.");
        }
        live.end(person);
        db.run(tx -> audit.write(tx, caller, "session-ended", "person " + person, ""));
    }
}
