package org.mendak.server.team;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.function.Function;
import org.mendak.server.custody.ErasedBytes;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.FromCaller;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Secrets;
import org.mendak.server.platform.Turns;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;

/** What leads do about people. There is always one who is a lead and can sign in. */
@Service
class PeopleService {

    /** How long a one-time address holds. */
    private static final Duration ADDRESS = Duration.ofHours(24);

    private final Db db;
    private final TeamStore store;
    private final TokenStore tokens;
    private final InvitationStore invitations;
    private final PeopleRules rules;
    private final Access access;
    private final OpenSessions sessions;
    private final Directory directory;
    private final AuditStore audit;
    private final ApplicationEventPublisher events;
    private final ErasedBytes bytes;
    private final Turns turns;
    private final Clock clock;

    PeopleService(
            Db db,
            TeamStore store,
            TokenStore tokens,
            InvitationStore invitations,
            PeopleRules rules,
            Access access,
            OpenSessions sessions,
            Directory directory,
            AuditStore audit,
            ApplicationEventPublisher events,
            ErasedBytes bytes,
            Turns turns,
            Clock clock) {
        this.db = db;
        this.store = store;
        this.tokens = tokens;
        this.invitations = invitations;
        this.rules = rules;
        this.access = access;
        this.sessions = sessions;
        this.directory = directory;
        this.audit = audit;
        this.events = events;
        this.bytes = bytes;
        this.turns = turns;
        this.clock = clock;
    }

    /**
     * Somebody, as leads see them.
     *
     * @param shown the name, with what tells them from others who are called the same
     * @param byAccount whether they sign in with an account from elsewhere
     * @param sessions how many browsers they are signed in at
     * @param mine whether it is the one who asks
     */
    record Listed(
            long id,
            @OrNull String login,
            String name,
            String shown,
            Role role,
            boolean active,
            @OrNull Instant signedInAt,
            @OrNull Instant erasedAt,
            boolean byAccount,
            int sessions,
            boolean mine) {}

    List<Listed> people(Caller caller) {
        mayChange(caller, "see the team");
        return db.tx(store::all).stream().map(p -> listed(caller, p)).toList();
    }

    private Listed listed(Caller caller, Person p) {
        return new Listed(
                p.id(),
                p.login(),
                p.name(),
                directory.of(p.who()),
                p.role(),
                p.active(),
                p.signedInAt(),
                p.erasedAt(),
                p.byAccount(),
                sessions.count(p.id()),
                caller.who().equals(p.who()));
    }

    private static void mayChange(Caller caller, String act) {
        caller.may(Role.LEAD, Scope.ADMIN, act);
    }

    /** Somebody new; {@code password} is null if they choose it by a one-time address. */
    @FromCaller
    record NewPerson(String login, String name, String role, String password) {}

    Listed add(Caller caller, NewPerson p) {
        mayChange(caller, "add people");
        if (p.login() == null || p.name() == null) {
            throw Refusal.invalid("A person needs login, name and role.");
        }
        Role role = PeopleRules.role(p.role());
        return listed(caller, db.tx(tx -> rules.add(tx, caller, p.login(), p.name(), role, p.password())));
    }

    /** What to change; what is null stays. A sign-in is given only to who has none. */
    @FromCaller
    record Change(String login, String name, String role, Boolean active, String password) {}

    Listed change(Caller caller, long id, Change c) {
        mayChange(caller, "change people");
        Role role = c.role() == null ? null : PeopleRules.role(c.role());
        // one after the other, so that two leads cannot take each other's place
        return turns.take(() -> listed(caller, db.tx(tx -> change(tx, caller, id, role, c))), "people");
    }

    private Person change(Tx tx, Caller caller, long id, Role role, Change c) {
        Person p = existing(tx, id);
        if (p.erased()) {
            throw Refusal.conflict("This person was erased.");
        }
        if (p.byAccount() && role != null && role != p.role()) {
            throw Refusal.conflict("The role of whoever signs in with an account comes with it. Change it there.");
        }
        Person named = c.login() == null ? p : signInGiven(tx, p, c.login());
        Person changed = named.with(
                c.name() == null ? p.name() : PeopleRules.name(c.name()),
                role == null ? p.role() : role,
                c.active() == null ? named.active() : c.active());
        if (changed.login() == null && changed.active()) {
            throw Refusal.invalid("Somebody without a sign-in cannot come in. Give one first: login.");
        }
        staysLed(tx, p, changed);
        store.update(tx, changed);
        if (c.password() != null) {
            rules.newPassword(tx, changed, c.password());
        }
        boolean renamed = !changed.name().equals(p.name());
        if (renamed || !Objects.equals(changed.login(), p.login())) {
            directory.changed(tx);
        }
        if (renamed) {
            events.publishEvent(new PersonRenamed(tx, p.who(), p.name(), changed.name()));
        }
        if (c.password() != null || changed.role() != p.role() || changed.active() != p.active()) {
            access.end(tx, id, null);
        }
        audit.write(tx, caller, "person-changed", SignIns.target(p), said(p, changed, c.password() != null));
        return changed;
    }

    private Person signInGiven(Tx tx, Person p, String login) {
        if (p.login() != null) {
            throw Refusal.conflict("This person has the sign-in \"" + p.login() + "\" already.");
        }
        String key = rules.login(tx, login);
        return new Person(p.id(), key, p.name(), p.role(), true, p.signedInAt(), null, p.byAccount());
    }

    private void staysLed(Tx tx, Person was, Person becomes) {
        if (rules.leavesNoLead(tx, was, becomes)) {
            throw Refusal.conflict("This is the last lead; make somebody else a lead first.");
        }
    }

    /** What was changed; no name stands in the journal. */
    private static String said(Person was, Person now, boolean password) {
        StringBuilder said = new StringBuilder();
        append(said, was.role() != now.role(), now.role().word());
        append(said, was.active() && !now.active(), "shut out");
        append(said, !was.active() && now.active(), "let in");
        append(said, !was.name().equals(now.name()), "renamed");
        append(said, !Objects.equals(was.login(), now.login()), "sign-in given");
        append(said, password, "new password");
        return said.toString();
    }

    private static void append(StringBuilder said, boolean is, String word) {
        if (is) {
            said.append(said.isEmpty() ? "" : ", ").append(word);
        }
    }

    private Person existing(Tx tx, long id) {
        return store.byId(tx, id).orElseThrow(() -> Refusal.notFound("There is nobody with this number."));
    }

    /** A one-time address; {@code path} is what stands behind the desk's own address. */
    record Address(String path, Instant until) {}

    /** An address by which somebody chooses a password, once. What let them in so far does until then. */
    Address address(Caller caller, long id) {
        mayChange(caller, "give out addresses");
        String code = Secrets.random();
        Instant until = clock.instant().plus(ADDRESS);
        db.run(tx -> {
            Person p = existing(tx, id);
            if (!p.active()) {
                throw Refusal.conflict("Somebody who cannot come in needs no password. Let them in first.");
            }
            invitations.forPassword(tx, Secrets.hash(code), id, clock.instant(), until);
            audit.write(tx, caller, "address-made", SignIns.target(p), "");
        });
        return new Address("welcome/" + code, until);
    }

    /** From now on somebody signs in with a password again, and has the role that a lead gives them. */
    Listed untie(Caller caller, long id) {
        mayChange(caller, "untie accounts");
        return listed(caller, db.tx(tx -> {
            if (!existing(tx, id).byAccount()) {
                throw Refusal.conflict("This person signs in with no account.");
            }
            store.account(tx, id, null);
            access.end(tx, id, null);
            audit.write(tx, caller, "account-untied", new Who(id).toString(), "");
            return existing(tx, id);
        }));
    }

    /** What lets somebody in just now. */
    record LetIn(List<OpenSessions.Open> sessions, List<ApiToken> tokens) {}

    /** @param session the key of the session that asks; null if none does */
    LetIn access(Caller caller, long id, String session) {
        mayChange(caller, "see sign-ins");
        return db.tx(tx -> letIn(tx, existing(tx, id), session));
    }

    private LetIn letIn(Tx tx, Person p, String current) {
        return new LetIn(sessions.list(p.id(), current), tokens.of(tx, p.id(), clock.instant()));
    }

    /** Ends all that lets somebody in; they may come in anew. */
    void endAccess(Caller caller, long id) {
        mayChange(caller, "end sign-ins");
        db.run(tx -> {
            Person p = existing(tx, id);
            access.end(tx, id, null);
            audit.write(tx, caller, "access-ended", SignIns.target(p), "all sessions and tokens");
        });
    }

    /**
     * Takes away what says who somebody was; what they did stays, as somebody's. It cannot be undone.
     *
     * @return whom there is in their place
     */
    Listed erase(Caller caller, long id) {
        mayChange(caller, "erase people");
        if (caller.id() == id) {
            throw Refusal.conflict("Nobody erases themselves. Ask another lead.");
        }
        Function<Tx, Person> erasing = tx -> {
            Person p = existing(tx, id);
            if (p.erased()) {
                return p;
            }
            staysLed(tx, p, p.with(p.name(), p.role(), false));
            access.end(tx, id, null);
            tokens.erase(tx, id);
            bytes.remain();
            store.erase(tx, id, Directory.SOMEBODY, clock.instant());
            directory.changed(tx);
            events.publishEvent(new PersonErased(tx, p.who(), p.name(), Directory.SOMEBODY));
            audit.write(tx, caller, "person-erased", SignIns.target(p), "");
            return existing(tx, id);
        };
        return turns.take(() -> listed(caller, db.tx(erasing)), "people");
    }
}
