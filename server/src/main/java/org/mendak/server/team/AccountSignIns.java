package org.mendak.server.team;

import java.time.Clock;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.mendak.server.account.Account;
import org.mendak.server.account.AccountRefused;
import org.mendak.server.account.AccountRefused.Why;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.DbException;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Turns;
import org.mendak.server.platform.Tx;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;

/**
 * Who an account from elsewhere is at this desk. The first sign-in makes a person; the role is what the account says now. Whoever has a password here
 * already is never taken for an account that is called like them: they tie it to themselves while they are signed in.
 */
@Service
class AccountSignIns {

    private static final Logger LOG = LoggerFactory.getLogger(AccountSignIns.class);
    private static final int LONGEST_STEM = 50;
    private static final int LONGEST_NAME = 120;

    private final Db db;
    private final TeamStore store;
    private final PeopleRules rules;
    private final Directory directory;
    private final Access access;
    private final KnownBrowsers browsers;
    private final SignInNews news;
    private final AuditStore audit;
    private final Turns turns;
    private final Clock clock;

    AccountSignIns(
            Db db,
            TeamStore store,
            PeopleRules rules,
            Directory directory,
            Access access,
            KnownBrowsers browsers,
            SignInNews news,
            AuditStore audit,
            Turns turns,
            Clock clock) {
        this.db = db;
        this.store = store;
        this.rules = rules;
        this.directory = directory;
        this.access = access;
        this.browsers = browsers;
        this.news = news;
        this.audit = audit;
        this.turns = turns;
        this.clock = clock;
    }

    /**
     * Who came in; made if they come for the first time.
     *
     * @param browser what this browser keeps; see {@link KnownBrowsers}
     * @throws AccountRefused if they have no role, were shut out, or are new while nothing can be stored
     */
    SignIns.Arrival enter(Account account, String browser) {
        if (account.role() == null) {
            LOG.info("an account without a role here was refused");
            throw new AccountRefused(Why.ROLELESS);
        }
        try {
            // in the turn of whoever changes people: two of one account make one person, and the last lead stays
            return turns.take(() -> db.tx(tx -> entered(tx, account, browser)), "people");
        } catch (Refusal | DbException cannotBeStoredNow) {
            return toRead(account).orElseThrow(() -> new AccountRefused(Why.NOT_STORED));
        }
    }

    /** While nothing can be stored whoever is known comes in to read, as what they are here or what the account says now, whichever is less. */
    private Optional<SignIns.Arrival> toRead(Account account) {
        return db.tx(tx -> store.byAccount(tx, account.key())
                .filter(Person::active)
                .map(p -> {
                    Caller c = caller(tx, p, account.secondFactor());
                    Role most = account.role().compareTo(c.most()) < 0 ? account.role() : c.most();
                    LOG.warn("signed-in of person {} could not be written into the journal", p.id());
                    return new SignIns.Arrival(
                            new Caller(c.id(), c.login(), c.name(), c.role(), c.scopes(), c.signIns(), most),
                            List.of());
                }));
    }

    private SignIns.Arrival entered(Tx tx, Account account, String browser) {
        Optional<Person> known = store.byAccount(tx, account.key());
        Person p = known.map(k -> following(tx, k, account.role())).orElseGet(() -> made(tx, account));
        List<SignInNews.News> told = news.of(tx, p);
        store.signedIn(tx, p.id(), clock.instant());
        Caller caller = caller(tx, p, account.secondFactor());
        String how = SignInNews.how(p.signedInAt() == null || browsers.isKnown(p.login(), browser), true);
        audit.write(tx, caller, "signed-in", SignIns.target(p), how);
        return new SignIns.Arrival(caller, told);
    }

    private Caller caller(Tx tx, Person p, boolean second) {
        return new Caller(
                p.id(),
                p.login(),
                p.name(),
                p.role(),
                Caller.EVERYTHING,
                store.signIns(tx, p.id()),
                rules.most(second));
    }

    /** The role that the account has now; what was signed in with another one ends. The last lead stays one: nobody could do anything about it. */
    private Person following(Tx tx, Person p, Role role) {
        if (!p.active()) {
            LOG.info("a sign-in of person {} was refused", p.id());
            throw new AccountRefused(Why.SHUT_OUT);
        }
        if (role == p.role()) {
            return p;
        }
        Person changed = p.with(p.name(), role, true);
        if (rules.leavesNoLead(tx, p, changed)) {
            audit.write(tx, caller(tx, p, true), "person-changed", SignIns.target(p), "stays the last lead");
            return p;
        }
        store.update(tx, changed);
        access.end(tx, p.id(), null);
        audit.write(tx, caller(tx, changed, true), "person-changed", SignIns.target(p), role.word() + ", by account");
        return changed;
    }

    private Person made(Tx tx, Account account) {
        String login = freeLogin(tx, account.login());
        String said = account.name().isBlank() ? login : account.name();
        String plain = said.replaceAll("\\p{Cntrl}", " ").strip();
        String name = plain.substring(0, Math.min(LONGEST_NAME, plain.length())).strip();
        long id = store.add(tx, login, name, account.role(), null, clock.instant());
        store.account(tx, id, account.key());
        directory.changed(tx);
        Person p = store.byId(tx, id).orElseThrow();
        audit.write(
                tx,
                caller(tx, p, true),
                "person-added",
                SignIns.target(p),
                p.role().word() + ", by account");
        return p;
    }

    /** Like what the account is called, and nobody's yet. */
    private String freeLogin(Tx tx, String said) {
        String plain = said.toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9._-]+", "-")
                .replaceAll("^[^a-z0-9]+|[^a-z0-9]+$", "");
        String stem = plain.isEmpty() ? "account" : plain.substring(0, Math.min(LONGEST_STEM, plain.length()));
        String login = stem;
        for (int n = 2; store.byLogin(tx, login).isPresent(); n++) {
            login = stem + "-" + n;
        }
        return login;
    }

    /**
     * From now on this person signs in with that account. Their role follows it from the next time on.
     *
     * @throws AccountRefused if it is somebody else's
     */
    void tie(Caller caller, Account account) {
        turns.take(
                () -> {
                    db.run(tx -> {
                        if (store.byAccount(tx, account.key())
                                .filter(p -> p.id() != caller.id())
                                .isPresent()) {
                            throw new AccountRefused(Why.TAKEN);
                        }
                        store.account(tx, caller.id(), account.key());
                        audit.write(tx, caller, "account-tied", caller.who().toString(), "");
                    });
                    return true;
                },
                "people");
    }
}
