package org.mendak.server.custody;

import java.time.Clock;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Secrets;
import org.springframework.stereotype.Service;

/** Which desk this is, wherever its file is carried. What it exports bears its name, and is known again by it. */
@Service
public class DeskIdentity {

    private final Db db;
    private final CustodyStore store;
    private final Clock clock;
    private volatile String id;

    DeskIdentity(Db db, CustodyStore store, Clock clock) {
        this.db = db;
        this.store = store;
        this.clock = clock;
    }

    /** Sixteen hexadecimal digits; made the first time that it is asked for. */
    public synchronized String id() {
        if (id == null) {
            id = db.tx(tx -> store.id(tx).orElseGet(() -> {
                String fresh = Secrets.random().substring(0, 16);
                store.name(tx, fresh, clock.instant());
                return fresh;
            }));
        }
        return id;
    }

    /** The name under which a case that was opened here is known elsewhere. */
    public String caseKey(long number) {
        return "mendak-" + id() + "-" + number;
    }
}
