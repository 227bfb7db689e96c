package org.mendak.server.team;

import java.time.Clock;
import java.util.LinkedHashMap;
import java.util.Map;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.FromCaller;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Service;

/** What leads have set for the desk; kept in memory, read once. */
@Service
public class DeskSettings {

    /** Words are kept for good unless days are set; a hundred years at most. */
    private static final int MOST_DAYS = 36_500;

    /**
     * How the desk is set. Days count from the end of a case; null keeps for good.
     *
     * @param colleaguesFigures whether those who are no leads may choose evidence by who worked the cases; off at first
     * @param textDays how long pasted texts and notes are kept
     * @param outputDays how long what commands printed is kept
     * @param pictureDays how long pictures are kept
     * @param nameDays how long requesters' names are kept
     */
    public record Values(
            boolean colleaguesFigures,
            @OrNull Integer textDays,
            @OrNull Integer outputDays,
            @OrNull Integer pictureDays,
            @OrNull Integer nameDays) {}

    /** What to set; null stays as it is. Days from 1; 0 keeps for good. */
    @FromCaller
    record Change(
            Boolean colleaguesFigures, Integer textDays, Integer outputDays, Integer pictureDays, Integer nameDays) {}

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

    /** How the desk is set today. */
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
        return new Values(
                "true".equals(all.get("colleagues-figures")),
                days(all.get("text-days")),
                days(all.get("output-days")),
                days(all.get("picture-days")),
                days(all.get("name-days")));
    }

    private static Integer days(String set) {
        return set == null || set.equals("0") ? null : Integer.valueOf(set);
    }

    Values change(Caller caller, Change c) {
        caller.may(Role.LEAD, Scope.ADMIN, "change the desk's settings");
        Map<String, Object> wanted = new LinkedHashMap<>();
        wanted.put("colleagues-figures", c.colleaguesFigures());
        wanted.put("text-days", checked(c.textDays()));
        wanted.put("output-days", checked(c.outputDays()));
        wanted.put("picture-days", checked(c.pictureDays()));
        wanted.put("name-days", checked(c.nameDays()));
        return db.tx(tx -> {
            wanted.forEach((name, value) -> {
                if (value != null) {
                    store.set(tx, name, value.toString(), caller.who(), clock.instant());
                    audit.write(tx, caller, "setting-changed", name, value.toString());
                }
            });
            tx.afterCommit(this::read);
            return read(tx);
        });
    }

    private static Integer checked(Integer days) {
        if (days != null && (days < 0 || days > MOST_DAYS)) {
            throw Refusal.invalid("Days are 1 to " + MOST_DAYS + ", or 0 to keep for good; not " + days + ".");
        }
        return days;
    }
}
