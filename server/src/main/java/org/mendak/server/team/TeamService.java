package org.mendak.server.team;

import java.time.Clock;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Secrets;
import org.mendak.server.platform.Turns;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;

/** Who there is, for other rooms. */
@Service
public class TeamService {

    private final Db db;
    private final TeamStore store;
    private final InvitationStore invitations;
    private final Directory directory;
    private final PasswordEncoder encoder;
    private final Turns turns;
    private final Clock clock;

    TeamService(
            Db db,
            TeamStore store,
            InvitationStore invitations,
            Directory directory,
            PasswordEncoder encoder,
            Turns turns,
            Clock clock) {
        this.db = db;
        this.store = store;
        this.invitations = invitations;
        this.directory = directory;
        this.encoder = encoder;
        this.turns = turns;
        this.clock = clock;
    }

    /** A colleague who may sign in; {@code name} is what they are shown as. */
    public record Colleague(long id, String login, Who name) {}

    /** Those who may sign in. */
    public List<Colleague> colleagues(Tx tx) {
        return store.all(tx).stream()
                .filter(Person::active)
                .map(p -> new Colleague(p.id(), p.login(), p.who()))
                .toList();
    }

    /**
     * The colleague of that sign-in, or of that name or shown name; empty if there is none.
     *
     * @throws Refusal if several are called so
     */
    public Optional<Who> colleague(Tx tx, String said) {
        return one(store.all(tx).stream().filter(Person::active).toList(), said);
    }

    private Optional<Who> one(List<Person> among, String said) {
        List<Person> meant = among.stream()
                .filter(p -> said.equalsIgnoreCase(p.login()) || said.equalsIgnoreCase(directory.of(p.who())))
                .toList();
        if (meant.isEmpty()) {
            meant = among.stream().filter(p -> said.equalsIgnoreCase(p.name())).toList();
        }
        if (meant.size() > 1) {
            throw Refusal.invalid(meant.size() + " people are called \"" + said + "\": say the sign-in, "
                    + meant.stream()
                            .map(p -> p.login() == null ? directory.of(p.who()) : p.login())
                            .collect(Collectors.joining(" or "))
                    + ".");
        }
        return meant.stream().findFirst().map(Person::who);
    }

    /**
     * Finds people by what a file calls them; who is not known yet stands in records by that name alone from then on. What was found once is
     * remembered as long as the function is.
     *
     * @return refuses a name that several share
     */
    public Function<String, Who> known() {
        Map<String, Who> found = new HashMap<>();
        return name -> {
            String key = name.toLowerCase(Locale.ROOT);
            Who who = found.get(key);
            if (who == null) {
                who = turns.take(() -> db.tx(tx -> known(tx, name)), "people");
                found.put(key, who);
            }
            return who;
        };
    }

    private Who known(Tx tx, String name) {
        List<Person> all = store.all(tx).stream().filter(p -> !p.erased()).toList();
        return one(all, name).orElseGet(() -> {
            Who made = new Who(store.add(tx, null, name, Role.AGENT, null, clock.instant()));
            directory.changed(tx);
            return made;
        });
    }

    /** Those who can read documents of others: authors and leads who may sign in. */
    public List<Person> authors(Tx tx) {
        return store.all(tx).stream()
                .filter(p -> p.active() && p.role().compareTo(Role.AUTHOR) >= 0)
                .toList();
    }

    /** A fresh one-time code for making the first lead; empty if somebody is there already. */
    public Optional<String> invite() {
        return db.tx(tx -> {
            if (store.count(tx) > 0) {
                return Optional.empty();
            }
            String code = Secrets.random();
            invitations.forFirstLead(tx, Secrets.hash(code), clock.instant());
            return Optional.of(code);
        });
    }

    /** Makes a sign-in without any check of who asks; for filling an empty desk. Who has it, then or already. */
    public Who plant(String login, String name, Role role, String password) {
        return db.tx(tx -> store.byLogin(tx, login).map(Person::who).orElseGet(() -> {
            Who made = new Who(store.add(tx, login, name, role, encoder.encode(password), clock.instant()));
            directory.changed(tx);
            return made;
        }));
    }
}
