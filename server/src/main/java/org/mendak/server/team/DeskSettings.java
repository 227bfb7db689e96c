package org.mendak.server.team;

import java.time.Clock;
import java.util.Map;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.FromCaller;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Service;

/** What leads have set for the desk; kept in memory, read once. */
@Service
public class DeskSettings {

    private static final String COLLEAGUES = "colleagues-figures";

    /**
     * How the desk is set.
     *
     * @param colleaguesFigures whether those who are no leads may choose evidence by who worked the cases; off at first
     */
    public record Values(boolean colleaguesFigures) {}

    /** What to set; null stays. */
    @FromCaller
    record Change(Boolean colleaguesFigures) {}

    private final Db db;
    private final DeskSettingStore store;
    private final AuditStore audit;
    private final Clock clock;
    private volatile Values values;

    DeskSettings(Db db, DeskSettingStore store, AuditStore audit, Clock clock) {
        this.db = db;
        this.store = store;
        this.audit = audit;
        this.clock = clock;
    }

    /** How the desk is set now. */
    public Values values() {
        Values v = values;
        return v == null ? read() : v;
    }

    private synchronized Values read() {
        values = db.tx(this::read);
        return values;
    }

    private Values read(Tx tx) {
        Map<String, String> all = store.all(tx);
        return new Values("true".equals(all.get(COLLEAGUES)));
    }

    Values change(Caller caller, Change c) {
        caller.may(Role.LEAD, Scope.ADMIN, "change the desk's settings");
        return db.tx(tx -> {
            if (c.colleaguesFigures() != null) {
                set(tx, caller, COLLEAGUES, c.colleaguesFigures().toString());
            }
            tx.afterCommit(this::read);
            return read(tx);
        });
    }

    private void set(Tx tx, Caller caller, String name, String value) {
        store.set(tx, name, value, caller.who(), clock.instant());
        audit.write(tx, caller, "setting-changed", name, value);
    }
}
