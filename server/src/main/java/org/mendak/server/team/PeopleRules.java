package org.mendak.server.team;

import java.time.Clock;
import java.util.Locale;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Settings;
import org.mendak.server.platform.Tx;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;

/** What somebody's sign-in, name and password may be. */
@Component
class PeopleRules {

    static final int LONGEST_LOGIN = 60;

    private final TeamStore store;
    private final Directory directory;
    private final PasswordEncoder encoder;
    private final AuditStore audit;
    private final Settings settings;
    private final Clock clock;

    PeopleRules(
            TeamStore store,
            Directory directory,
            PasswordEncoder encoder,
            AuditStore audit,
            Settings settings,
            Clock clock) {
        this.settings = settings;
        this.store = store;
        this.directory = directory;
        this.encoder = encoder;
        this.audit = audit;
        this.clock = clock;
    }

    /** The role of that word. */
    static Role role(String word) {
        try {
            return Role.of(String.valueOf(word));
        } catch (IllegalArgumentException e) {
            throw Refusal.invalid("\"" + word + "\" is not a role; write agent, author or lead.");
        }
    }

    static String name(String said) {
        if (said.isBlank() || said.strip().length() > 120) {
            throw Refusal.invalid("A name has 1 to 120 characters.");
        }
        return said.strip();
    }

    /** A sign-in that nobody has. */
    String login(Tx tx, String said) {
        String key = said.strip().toLowerCase(Locale.ROOT);
        if (!key.matches("[a-z0-9][a-z0-9._-]{0,59}")) {
            throw Refusal.invalid("A sign-in is 1 to 60 letters, digits, dots, dashes or underscores.");
        }
        if (store.byLogin(tx, key).isPresent()) {
            throw Refusal.conflict("The sign-in \"" + key + "\" is taken.");
        }
        return key;
    }

    /** The highest role that a sign-in gives; {@code second} is whether a second factor was asked for. */
    Role most(boolean second) {
        return second || !settings.leadsNeedSecondFactor() ? Role.LEAD : Role.AUTHOR;
    }

    /** Whether nobody would be a lead any more who can sign in. Asked in the turn of "people". */
    boolean leavesNoLead(Tx tx, Person was, Person becomes) {
        boolean lead = was.role() == Role.LEAD && was.active();
        boolean stays = becomes.role() == Role.LEAD && becomes.active();
        return lead && !stays && store.leads(tx) == 1;
    }

    /** @param password null for somebody who chooses it by a one-time address */
    Person add(Tx tx, Caller by, String login, String name, Role role, String password) {
        String called = name(name);
        String key = login(tx, login);
        if (password != null) {
            Passwords.check(password, key, called);
        }
        long id = store.add(tx, key, called, role, password == null ? null : encoder.encode(password), clock.instant());
        directory.changed(tx);
        Person p = store.byId(tx, id).orElseThrow();
        audit.write(tx, by, "person-added", SignIns.target(p), role.word());
        return p;
    }

    void newPassword(Tx tx, Person p, String password) {
        Passwords.check(password, p.login(), p.name());
        if (store.passwordHash(tx, p.id())
                .filter(h -> encoder.matches(password, h))
                .isPresent()) {
            throw Refusal.invalid("This is the password of before. Take another one.");
        }
        store.password(tx, p.id(), encoder.encode(password));
    }
}
