package org.mendak.server.team;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.mendak.server.custody.DeskIdentity;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.DbException;
import org.mendak.server.platform.Identities;
import org.mendak.server.platform.Live;
import org.mendak.server.platform.LocalDoor;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Secrets;
import org.mendak.server.platform.Turns;
import org.mendak.server.platform.Tx;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;

/** The rules about people: who may come in, who may let others in. */
@Service
public class TeamService implements Identities {

    private static final String NOT_TOGETHER = "This sign-in and password do not belong together.";
    private static final Logger LOG = LoggerFactory.getLogger(TeamService.class);
    private static final int LONGEST_LOGIN = 60;
    private static final int MOST_TOKENS = 50;

    /** How long a token lives at most, and unless something else is said. */
    private static final int TOKEN_DAYS = 365;

    private final Db db;
    private final TeamStore store;
    private final PasswordEncoder encoder;
    private final SignInThrottle throttle;
    private final LocalDoor localDoor;
    private final AuditStore audit;
    private final Clock clock;
    private final DeskIdentity desk;
    private final Live live;
    private final Turns turns;
    private final String nobodysHash;

    TeamService(
            Db db,
            TeamStore store,
            PasswordEncoder encoder,
            SignInThrottle throttle,
            LocalDoor localDoor,
            AuditStore audit,
            Clock clock,
            DeskIdentity desk,
            Live live,
            Turns turns) {
        this.turns = turns;
        this.desk = desk;
        this.live = live;
        this.db = db;
        this.store = store;
        this.encoder = encoder;
        this.throttle = throttle;
        this.localDoor = localDoor;
        this.audit = audit;
        this.clock = clock;
        this.nobodysHash = encoder.encode(Secrets.random());
    }

    /**
     * Whoever has this sign-in and password. Takes equally long whether the sign-in exists or not.
     *
     * @param known the seal of this browser, if the person signed in there before; see {@link #knownBrowser}
     */
    Caller signIn(String login, String password, String known) {
        String key = login.strip().toLowerCase(Locale.ROOT);
        if (key.length() > LONGEST_LOGIN) {
            throw Refusal.unauthorized(NOT_TOGETHER);
        }
        String who = key + "|" + (isKnown(key, known) ? known : "");
        throttle.begin(who);
        Optional<Person> person = db.tx(tx -> store.byLogin(tx, key)).filter(Person::active);
        String hash =
                person.flatMap(p -> db.tx(tx -> store.passwordHash(tx, p.id()))).orElse(nobodysHash);
        boolean readable = Passwords.readable(password);
        boolean right = encoder.matches(readable ? password : "", hash) && readable;
        if (person.isEmpty() || !right) {
            refused(person);
            throw Refusal.unauthorized(NOT_TOGETHER);
        }
        throttle.succeeded(who);
        Caller caller = asNow(person.get());
        note(caller, "signed-in", key);
        return caller;
    }

    /** What a browser keeps once somebody has signed in there: guessing by others does not slow them down. */
    Optional<String> knownBrowser(Caller caller) {
        try {
            String nonce = Secrets.random();
            return Optional.of(nonce + "." + desk.seal(caller.login() + "|" + nonce));
        } catch (Refusal cannotBeStoredNow) {
            return Optional.empty();
        }
    }

    private boolean isKnown(String login, String known) {
        int dot = known.indexOf('.');
        return dot > 0
                && known.length() <= 200
                && desk.isSealed(login + "|" + known.substring(0, dot), known.substring(dot + 1));
    }

    /** Names that nobody has are not kept: strangers would fill the journal with them. */
    private void refused(Optional<Person> person) {
        person.ifPresent(p -> {
            LOG.info("a sign-in of person {} was refused", p.id());
            note(new Caller(0, "stranger", "stranger", Role.AGENT, Set.of()), "sign-in-refused", "person " + p.id());
        });
    }

    /** While nothing can be stored people still come in, to read. */
    private void note(Caller caller, String what, String target) {
        try {
            db.run(tx -> audit.write(tx, caller, what, target, ""));
        } catch (Refusal | DbException e) {
            LOG.warn("{} of person {} could not be written into the journal", what, caller.id());
        }
    }

    private static Caller caller(Person p, Set<Scope> scopes, int signIns) {
        return new Caller(p.id(), p.login(), p.name(), p.role(), scopes, signIns);
    }

    private Caller asNow(Person p) {
        return caller(p, Caller.EVERYTHING, db.tx(tx -> store.signIns(tx, p.id())));
    }

    @Override
    public Optional<Caller> byId(long id) {
        return db.tx(tx -> store.byId(tx, id)).filter(Person::active).map(this::asNow);
    }

    @Override
    public Optional<Caller> byToken(String token) {
        return localDoor
                .open(token)
                .or(() -> db.tx(tx -> store.holder(tx, Secrets.hash(token), clock.instant()))
                        .map(h -> caller(h.person(), withRead(h.scopes()), h.signIns())));
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

    /** Those who can read documents of others: authors and leads who may sign in. */
    public List<Person> authors(Tx tx) {
        return store.all(tx).stream()
                .filter(p -> p.active() && p.role().compareTo(Role.AUTHOR) >= 0)
                .toList();
    }

    List<Person> people(Caller caller) {
        caller.may(Role.LEAD, Scope.ADMIN, "see the team");
        return db.tx(store::all);
    }

    record NewPerson(String login, String name, String role, String password) {}

    Person add(Caller caller, NewPerson p) {
        caller.may(Role.LEAD, Scope.ADMIN, "add people");
        if (p.login() == null || p.name() == null || p.password() == null) {
            throw Refusal.invalid("A person needs login, name, role and password.");
        }
        Role role = role(p.role());
        return db.tx(tx -> add(tx, caller, p.login(), p.name(), role, p.password()));
    }

    private static Role role(String word) {
        try {
            return Role.of(String.valueOf(word));
        } catch (IllegalArgumentException e) {
            throw Refusal.invalid("\"" + word + "\" is not a role; write agent, author or lead.");
        }
    }

    private Person add(Tx tx, Caller by, String login, String name, Role role, String password) {
        String key = login.strip().toLowerCase(Locale.ROOT);
        if (!key.matches("[a-z0-9][a-z0-9._-]{0,59}")) {
            throw Refusal.invalid("A sign-in is 1 to 60 letters, digits, dots, dashes or underscores.");
        }
        if (name.isBlank() || name.length() > 120) {
            throw Refusal.invalid("A name has 1 to 120 characters.");
        }
        Passwords.check(password, key, name);
        if (store.byLogin(tx, key).isPresent()) {
            throw Refusal.conflict("The sign-in \"" + key + "\" is taken.");
        }
        long id = store.add(tx, key, name.strip(), role, encoder.encode(password), clock.instant());
        audit.write(tx, by, "person-added", key, role.word());
        return new Person(id, key, name.strip(), role, true);
    }

    /** Changes somebody; null leaves as it is. The last lead stays one. */
    Person change(Caller caller, long id, String roleWord, Boolean active, String password) {
        caller.may(Role.LEAD, Scope.ADMIN, "change people");
        Role role = roleWord == null ? null : role(roleWord);
        // one after the other, so that two leads cannot take each other's place
        return turns.take(() -> change(caller, id, role, active, password), "people");
    }

    private Person change(Caller caller, long id, Role role, Boolean active, String password) {
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
                newPassword(tx, p, password);
            }
            if (password != null || changed.role() != p.role() || changed.active() != p.active()) {
                end(tx, p);
            }
            audit.write(
                    tx, caller, "person-changed", p.login(), changed.role().word() + (changed.active() ? "" : " left"));
            return changed;
        });
    }

    private void newPassword(Tx tx, Person p, String password) {
        Passwords.check(password, p.login(), p.name());
        if (encoder.matches(password, store.passwordHash(tx, p.id()).orElse(""))) {
            throw Refusal.invalid("This is the password of before. Take another one.");
        }
        store.password(tx, p.id(), encoder.encode(password));
    }

    /** Whoever sits at any browser or program of this person must come in anew. */
    private void end(Tx tx, Person p) {
        store.endSignIns(tx, p.id(), clock.instant());
        tx.afterCommit(() -> live.end(p.id()));
    }

    /** Somebody's own new password; all other sign-ins and tokens of theirs end. Whoever they are then. */
    Caller changeOwnPassword(Caller caller, String old, String password) {
        caller.may(Role.AGENT, Scope.ADMIN, "change the password");
        if (caller.id() == 0) {
            throw Refusal.forbidden("The command line has no password.");
        }
        throttle.begin("password|" + caller.id());
        return db.tx(tx -> {
            Person p = store.byId(tx, caller.id()).orElseThrow(() -> Refusal.unauthorized("Please sign in first."));
            String hash = store.passwordHash(tx, p.id()).orElse(nobodysHash);
            if (!Passwords.readable(old) || !encoder.matches(old, hash)) {
                throw Refusal.invalid("This is not your password. Nothing was changed.");
            }
            newPassword(tx, p, password);
            end(tx, p);
            audit.write(tx, caller, "password-changed", p.login(), "");
            throttle.succeeded("password|" + caller.id());
            return caller(p, Caller.EVERYTHING, store.signIns(tx, p.id()));
        });
    }

    /** A new token and its secret, which is never shown again. */
    record NewToken(long id, String token) {}

    /** @param days how long it lives, 1 to 365; a year if null */
    NewToken makeToken(Caller caller, String name, List<Scope> scopes, Integer days) {
        caller.may(Role.AGENT, Scope.ADMIN, "make tokens");
        if (caller.id() == 0) {
            throw Refusal.forbidden("The command line has no tokens of its own.");
        }
        if (name.isBlank() || name.length() > 120 || scopes.isEmpty() || scopes.contains(null)) {
            throw Refusal.invalid("A token needs a name of up to 120 characters and at least one scope.");
        }
        if (!caller.scopes().containsAll(scopes) || scopes.contains(Scope.ADMIN) && caller.role() != Role.LEAD) {
            throw Refusal.forbidden("A token cannot do more than the one who makes it.");
        }
        if (days != null && (days < 1 || days > TOKEN_DAYS)) {
            throw Refusal.invalid("days is " + days + ", must be 1 to " + TOKEN_DAYS + ".");
        }
        String token = "mdk_" + Secrets.random();
        Instant now = clock.instant();
        Instant until = now.plus(Duration.ofDays(days == null ? TOKEN_DAYS : days));
        long id = db.tx(tx -> {
            if (store.tokens(tx, caller.id(), now).size() >= MOST_TOKENS) {
                throw Refusal.conflict("You have " + MOST_TOKENS + " tokens. Revoke one first.");
            }
            audit.write(tx, caller, "token-made", name, new TreeSet<>(scopes).toString());
            return store.addToken(
                    tx, caller.id(), name.strip(), Secrets.hash(token), List.copyOf(new TreeSet<>(scopes)), now, until);
        });
        return new NewToken(id, token);
    }

    List<ApiToken> tokens(Caller caller) {
        caller.may(Role.AGENT, Scope.ADMIN, "see tokens");
        return db.tx(tx -> store.tokens(tx, caller.id(), clock.instant()));
    }

    void revoke(Caller caller, long id) {
        caller.may(Role.AGENT, Scope.ADMIN, "revoke tokens");
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
            return caller(add(tx, nobody, login, name, Role.LEAD, password), Caller.EVERYTHING, 0);
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
