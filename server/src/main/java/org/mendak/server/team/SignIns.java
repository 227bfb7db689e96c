package org.mendak.server.team;

import java.time.Clock;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.DbException;
import org.mendak.server.platform.Identities;
import org.mendak.server.platform.LocalDoor;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Secrets;
import org.mendak.server.platform.Tx;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;

/** The rules of coming in: by password, by token, by a one-time address. */
@Service
class SignIns implements Identities {

    private static final String NOT_TOGETHER = "This sign-in and password do not belong together.";
    private static final String NOT_OPEN = "This address was used already, is over, or is not right.";
    private static final Logger LOG = LoggerFactory.getLogger(SignIns.class);
    private static final Caller STRANGER = new Caller(0, "stranger", "stranger", Role.AGENT, Set.of());

    private final Db db;
    private final TeamStore store;
    private final TokenStore tokens;
    private final InvitationStore invitations;
    private final PeopleRules rules;
    private final Access access;
    private final PasswordEncoder encoder;
    private final SignInThrottle throttle;
    private final LocalDoor localDoor;
    private final AuditStore audit;
    private final Clock clock;
    private final KnownBrowsers browsers;
    private final SignInNews news;
    private final String nobodysHash;

    SignIns(
            Db db,
            TeamStore store,
            TokenStore tokens,
            InvitationStore invitations,
            PeopleRules rules,
            Access access,
            PasswordEncoder encoder,
            SignInThrottle throttle,
            LocalDoor localDoor,
            AuditStore audit,
            Clock clock,
            KnownBrowsers browsers,
            SignInNews news) {
        this.db = db;
        this.store = store;
        this.tokens = tokens;
        this.invitations = invitations;
        this.rules = rules;
        this.access = access;
        this.encoder = encoder;
        this.throttle = throttle;
        this.localDoor = localDoor;
        this.audit = audit;
        this.clock = clock;
        this.browsers = browsers;
        this.news = news;
        this.nobodysHash = encoder.encode(Secrets.random());
    }

    /**
     * Whoever has this sign-in and password. Takes equally long whether the sign-in exists or not.
     *
     * @param known what this browser keeps; see {@link KnownBrowsers}
     */
    Arrival signIn(String login, String password, String known) {
        String key = login.strip().toLowerCase(Locale.ROOT);
        if (key.length() > PeopleRules.LONGEST_LOGIN) {
            throw Refusal.unauthorized(NOT_TOGETHER);
        }
        boolean isKnown = browsers.isKnown(key, known);
        String who = key + "|" + (isKnown ? known : "");
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
        Person p = person.get();
        Caller caller = asNow(p);
        List<SignInNews.News> told = db.tx(tx -> news.of(tx, p));
        String anew = encoder.upgradeEncoding(hash) ? encoder.encode(password) : null;
        note(caller, "signed-in", target(p), SignInNews.how(isKnown || p.signedInAt() == null, false), tx -> {
            store.signedIn(tx, p.id(), clock.instant());
            if (anew != null) {
                store.password(tx, p.id(), anew);
            }
        });
        return new Arrival(caller, told);
    }

    /** Who came in, and what they are told. */
    record Arrival(Caller caller, List<SignInNews.News> news) {}

    static String target(Person p) {
        return p.who().toString();
    }

    /** Names that nobody has are not kept: strangers would fill the journal with them. */
    private void refused(Optional<Person> person) {
        person.ifPresent(p -> {
            LOG.info("a sign-in of person {} was refused", p.id());
            note(STRANGER, "sign-in-refused", target(p), "", tx -> {});
        });
    }

    /** While nothing can be stored people still come in, to read. */
    private void note(Caller caller, String what, String target, String detail, Consumer<Tx> more) {
        try {
            db.run(tx -> {
                more.accept(tx);
                audit.write(tx, caller, what, target, detail);
            });
        } catch (Refusal | DbException e) {
            LOG.warn("{} of person {} could not be written into the journal", what, caller.id());
        }
    }

    private static Caller caller(Person p, Set<Scope> scopes, int signIns) {
        return new Caller(p.id(), p.login(), p.name(), p.role(), scopes, signIns, Role.LEAD);
    }

    /** Of a browser that came in by a password. */
    private Caller byPassword(Tx tx, Person p) {
        return new Caller(
                p.id(), p.login(), p.name(), p.role(), Caller.EVERYTHING, store.signIns(tx, p.id()), rules.most(false));
    }

    private Caller asNow(Person p) {
        return db.tx(tx -> byPassword(tx, p));
    }

    @Override
    public Optional<Caller> byId(long id) {
        return db.tx(tx -> store.byId(tx, id)
                .filter(Person::active)
                .map(p -> caller(p, Caller.EVERYTHING, store.signIns(tx, id))));
    }

    /** By what somebody can sign in, and whether they are a lead, however they came in. */
    record Ways(boolean password, boolean account, boolean lead) {}

    Ways ways(long id) {
        return db.tx(tx -> {
            Optional<Person> p = store.byId(tx, id);
            return new Ways(
                    store.passwordHash(tx, id).isPresent(),
                    p.map(Person::byAccount).orElse(false),
                    p.filter(x -> x.role() == Role.LEAD).isPresent());
        });
    }

    @Override
    public Optional<Caller> byToken(String token) {
        return localDoor
                .open(token)
                .or(() -> db.tx(tx -> tokens.holder(tx, Secrets.hash(token), clock.instant())
                        .flatMap(h -> store.byId(tx, h.person())
                                .filter(Person::active)
                                .map(p -> caller(p, withRead(h.scopes()), store.signIns(tx, p.id()))))));
    }

    private static Set<Scope> withRead(List<Scope> scopes) {
        Set<Scope> all = EnumSet.of(Scope.READ);
        all.addAll(scopes);
        return all;
    }

    /**
     * Somebody's own new password; all other sign-ins and tokens of theirs end. Whoever they are then.
     *
     * @param session the key of the session that stays; null if none does
     */
    Caller changeOwnPassword(Caller caller, String old, String password, String session) {
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
            rules.newPassword(tx, p, password);
            access.end(tx, p.id(), session);
            audit.write(tx, caller, "password-changed", target(p), "");
            throttle.succeeded("password|" + caller.id());
            return byPassword(tx, p);
        });
    }

    /**
     * What a one-time address is for.
     *
     * @param open whether it still holds
     * @param login whose password is chosen by it; null if it makes the first lead
     */
    record Welcome(
            boolean open, @OrNull String login, @OrNull String name) {}

    Welcome invitation(String code) {
        return db.tx(tx -> invited(tx, code)
                .map(i -> i.person() == null
                        ? new Welcome(true, null, null)
                        : new Welcome(true, i.person().login(), i.person().name()))
                .orElse(new Welcome(false, null, null)));
    }

    /** Who may come in by an address; {@code person} is null for the first lead. */
    private record Invited(Person person) {}

    private Optional<Invited> invited(Tx tx, String code) {
        return invitations.open(tx, Secrets.hash(code), clock.instant()).flatMap(i -> {
            if (i.person() == null) {
                return store.count(tx) == 0 ? Optional.of(new Invited(null)) : Optional.empty();
            }
            return store.byId(tx, i.person()).filter(Person::active).map(Invited::new);
        });
    }

    /** Makes the first lead, or gives somebody the password that they chose; the address is used up by it. */
    Caller welcome(String code, String login, String name, String password) {
        return db.tx(tx -> {
            Invited i = invited(tx, code).orElseThrow(() -> Refusal.notFound(NOT_OPEN));
            if (invitations.use(tx, Secrets.hash(code), clock.instant()) == 0) {
                throw Refusal.notFound(NOT_OPEN);
            }
            Person p = i.person();
            if (p == null) {
                Caller nobody = new Caller(0, "first-lead", name, Role.LEAD, Caller.EVERYTHING);
                p = rules.add(tx, nobody, login, name, Role.LEAD, password);
            } else {
                rules.newPassword(tx, p, password);
                access.end(tx, p.id(), null);
                audit.write(tx, caller(p, Set.of(), 0), "password-chosen", target(p), "by a one-time address");
            }
            store.signedIn(tx, p.id(), clock.instant());
            return byPassword(tx, p);
        });
    }
}
