package org.mendak.server.team;

import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Names;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.springframework.stereotype.Component;

/**
 * What everybody is called, kept in memory: a name stands in every line of every list. Read anew when somebody comes, is renamed or erased. Its size
 * is the number of people that a desk ever had.
 */
@Component
class Directory implements Names {

    /** Whoever was erased, or is not known. */
    static final String SOMEBODY = "somebody";

    private static final String COMMAND_LINE = "Command line";

    private final Db db;
    private final TeamStore store;
    private volatile Map<Long, String> names;

    Directory(Db db, TeamStore store) {
        this.db = db;
        this.store = store;
        // whoever asks first may hold a connection, and many may ask at once: nobody waits for another one then
        names = named(db.tx(store::all));
    }

    @Override
    public String of(Who who) {
        return who.equals(Who.NOBODY) ? COMMAND_LINE : names.getOrDefault(who.id(), SOMEBODY);
    }

    private synchronized void read() {
        names = named(db.tx(store::all));
    }

    /** Reads them anew once this is committed. */
    void changed(Tx tx) {
        tx.afterCommit(this::read);
    }

    /** What each is shown as: who shares a name is told apart by the sign-in, or by the number where there is none. */
    static Map<Long, String> named(List<Person> people) {
        Map<String, Integer> called = new HashMap<>();
        people.forEach(p -> called.merge(folded(p), 1, Integer::sum));
        Map<Long, String> named = new HashMap<>();
        for (Person p : people) {
            boolean alone = p.erased() || called.get(folded(p)) == 1;
            String apart = p.login() == null ? "no. " + p.id() : p.login();
            named.put(p.id(), alone ? p.name() : p.name() + " (" + apart + ")");
        }
        return named;
    }

    private static String folded(Person p) {
        return p.name().toLowerCase(Locale.ROOT);
    }
}
