package org.mendak.server.team;

import java.time.Clock;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.DbException;
import org.mendak.server.platform.Identities;
import org.mendak.server.platform.LocalDoor;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Secrets;
import org.mendak.server.platform.Tx;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;

/** The rules about people: who may come in, who may let others in. */
@Service
public class TeamService implements Identities {

    private static final Logger LOG = LoggerFactory.getLogger(TeamService.class);
    private static final int SHORTEST_PASSWORD = 10;
    private static final int LONGEST_PASSWORD = 64;

    private final Db db;
    private final TeamStore store;
    private final PasswordEncoder encoder;
    private final SignInThrottle throttle;
    private final LocalDoor localDoor;
    private final AuditStore audit;
    private final Clock clock;
    private final String nobodysHash;

    TeamService(
            Db db,
            TeamStore store,
            PasswordEncoder encoder,
            SignInThrottle throttle,
            LocalDoor localDoor,
            AuditStore audit,
            Clock clock) {
        this.db = db;
        this.store = store;
        this.encoder = encoder;
        this.throttle = throttle;
        this.localDoor = localDoor;
        this.audit = audit;
        this.clock = clock;
        this.nobodysHash = encoder.encode(Secrets.random());
    }

    /** Whoever has this sign-in and password. Takes equally long whether the sign-in exists or not. */
    Caller signIn(String login, String password) {
        String key = login.strip().toLowerCase(Locale.ROOT);
        throttle.check(key);
        Optional<Person> person = db.tx(tx -> store.byLogin(tx, key)).filter(Person::active);
        String hash =
                person.flatMap(p -> db.tx(tx -> store.passwordHash(tx, p.id()))).orElse(nobodysHash);
        boolean right = password.length() <= LONGEST_PASSWORD && encoder.matches(password, hash);
        if (person.isEmpty() || !right) {
            throttle.failed(key);
            throw Refusal.unauthorized("This sign-in and password do not belong together.");
        }
        throttle.succeeded(key);
        Caller caller = caller(person.get(), Caller.EVERYTHING);
        note(caller, key);
        return caller;
    }

    /** While nothing can be stored people still come in, to read. */
    private void note(Caller caller, String key) {
        try {
            db.run(tx -> audit.write(tx, caller, "signed-in", key, ""));
        } catch (Refusal | DbException e) {
            LOG.warn("a sign-in of person {} could not be written into the audit", caller.id());
        }
    }

    private static Caller caller(Person p, Set<Scope> scopes) {
        return new Caller(p.id(), p.login(), p.name(), p.role(), scopes);
    }

    @Override
    public Optional<Caller> byId(long id) {
        return db.tx(tx -> store.byId(tx, id)).filter(Person::active).map(p -> caller(p, Caller.EVERYTHING));
    }

    @Override
    public Optional<Caller> byToken(String token) {
        return localDoor
                .open(token)
                .or(() -> db.tx(tx -> store.holder(tx, Secrets.hash(token)))
                        .map(h -> caller(h.person(), withRead(h.scopes()))));
    }

    private static Set<Scope> withRead(List<Scope> scopes) {
        Set<Scope> all = EnumSet.of(Scope.READ);
        all.addAll(scopes);
        return all;
    }

    /** The names of those who may sign in. */
    public List<String> colleagues(Tx tx) {
        return store.all(tx).stream().filter(Person::active).map(Person::name).toList();
    }

    /** The name of the active person of that sign-in or name; empty if there is none. */
    public Optional<String> colleague(Tx tx, String loginOrName) {
        return store.all(tx).stream()
                .filter(Person::active)
                .filter(p -> p.login().equalsIgnoreCase(loginOrName) || p.name().equalsIgnoreCase(loginOrName))
                .map(Person::name)
                .findFirst();
    }

    List<Person> people(Caller caller) {
        caller.may(Role.LEAD, Scope.ADMIN, "see the team");
        return db.tx(store::all);
    }

    Person add(Caller caller, String login, String name, Role role, String password) {
        caller.may(Role.LEAD, Scope.ADMIN, "add people");
        return db.tx(tx -> add(tx, caller, login, name, role, password));
    }

    private Person add(Tx tx, Caller by, String login, String name, Role role, String password) {
        String key = login.strip().toLowerCase(Locale.ROOT);
        if (!key.matches("[a-z0-9][a-z0-9._-]{0,59}")) {
            throw Refusal.invalid("A sign-in is 1 to 60 letters, digits, dots, dashes or underscores.");
        }
        if (name.isBlank() || name.length() > 120) {
            throw Refusal.invalid("A name has 1 to 120 characters.");
        }
        checkPassword(password);
        if (store.byLogin(tx, key).isPresent()) {
            throw Refusal.conflict("The sign-in \"" + key + "\" is taken.");
        }
        long id = store.add(tx, key, name.strip(), role, encoder.encode(password), clock.instant());
        audit.write(tx, by, "person-added", key, role.word());
        return new Person(id, key, name.strip(), role, true);
    }

    private static void checkPassword(String password) {
        if (password.length() < SHORTEST_PASSWORD || password.length() > LONGEST_PASSWORD) {
            throw Refusal.invalid("A password has " + SHORTEST_PASSWORD + " to " + LONGEST_PASSWORD + " characters.");
        }
    }

    /** Changes somebody; null leaves as it is. The last lead stays one. */
    Person change(Caller caller, long id, Role role, Boolean active, String password) {
        caller.may(Role.LEAD, Scope.ADMIN, "change people");
        return db.tx(tx -> {
            Person p = store.byId(tx, id).orElseThrow(() -> Refusal.notFound("There is nobody with this number."));
            Person changed = new Person(
                    id, p.login(), p.name(), role == null ? p.role() : role, active == null ? p.active() : active);
            boolean lead = p.role() == Role.LEAD && p.active();
            boolean stays = changed.role() == Role.LEAD && changed.active();
            if (lead && !stays && store.leads(tx) == 1) {
                throw Refusal.conflict("This is the last lead; make somebody else a lead first.");
            }
            store.update(tx, changed);
            if (password != null) {
                checkPassword(password);
                store.password(tx, id, encoder.encode(password));
            }
            audit.write(
                    tx, caller, "person-changed", p.login(), changed.role().word() + (changed.active() ? "" : " left"));
            return changed;
        });
    }

    /** A new token and its secret, which is never shown again. */
    record NewToken(long id, String token) {}

    NewToken makeToken(Caller caller, String name, List<Scope> scopes) {
        if (caller.id() == 0) {
            throw Refusal.forbidden("The command line has no tokens of its own.");
        }
        if (name.isBlank() || name.length() > 120 || scopes.isEmpty()) {
            throw Refusal.invalid("A token needs a name of up to 120 characters and at least one scope.");
        }
        if (!caller.scopes().containsAll(scopes) || scopes.contains(Scope.ADMIN) && caller.role() != Role.LEAD) {
            throw Refusal.forbidden("A token cannot do more than the one who makes it.");
        }
        String token = "mdk_" + Secrets.random();
        long id = db.tx(tx -> {
            audit.write(tx, caller, "token-made", name, scopes.toString());
            return store.addToken(tx, caller.id(), name.strip(), Secrets.hash(token), scopes, clock.instant());
        });
        return new NewToken(id, token);
    }

    List<ApiToken> tokens(Caller caller) {
        return db.tx(tx -> store.tokens(tx, caller.id()));
    }

    void revoke(Caller caller, long id) {
        db.run(tx -> {
            if (store.revoke(tx, caller.id(), id, clock.instant()) == 0) {
                throw Refusal.notFound("There is no such token of yours.");
            }
            audit.write(tx, caller, "token-revoked", String.valueOf(id), "");
        });
    }

    /** A fresh one-time code for making the first lead; empty if somebody is there already. */
    public Optional<String> invite() {
        return db.tx(tx -> {
            if (store.count(tx) > 0) {
                return Optional.empty();
            }
            String code = Secrets.random();
            store.addInvitation(tx, Secrets.hash(code), clock.instant());
            return Optional.of(code);
        });
    }

    boolean invitationIsOpen(String code) {
        return db.tx(tx -> store.invitationIsOpen(tx, Secrets.hash(code)) && store.count(tx) == 0);
    }

    /** Makes the first lead; the code is used up by it. */
    Caller welcome(String code, String login, String name, String password) {
        return db.tx(tx -> {
            if (store.count(tx) > 0 || store.useInvitation(tx, Secrets.hash(code), clock.instant()) == 0) {
                throw Refusal.notFound("This address was used already, or is not right.");
            }
            Caller nobody = new Caller(0, login, name, Role.LEAD, Caller.EVERYTHING);
            return caller(add(tx, nobody, login, name, Role.LEAD, password), Caller.EVERYTHING);
        });
    }

    /** Makes a sign-in without any check of who asks; for filling an empty desk. */
    public void plant(String login, String name, Role role, String password) {
        db.run(tx -> {
            if (store.byLogin(tx, login).isEmpty()) {
                store.add(tx, login, name, role, encoder.encode(password), clock.instant());
            }
        });
    }
}
