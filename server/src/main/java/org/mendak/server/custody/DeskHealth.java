package org.mendak.server.custody;

import java.util.List;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.DbException;
import org.mendak.server.platform.DeskState;
import org.mendak.server.platform.ReadyCheck;
import org.springframework.boot.health.contributor.Health;
import org.springframework.boot.health.contributor.HealthIndicator;
import org.springframework.boot.health.contributor.Status;
import org.springframework.stereotype.Component;

/** UP only while the database answers, what is published can be read and, in the demo, the people and the library are in. */
@Component
class DeskHealth implements HealthIndicator {

    /** It can be read and nothing can be stored; still worth asking, so it is answered with 200. */
    private static final Status READ_ONLY = new Status("READ_ONLY");

    private final Db db;
    private final CustodyStore store;
    private final DeskState state;
    private final List<ReadyCheck> parts;

    DeskHealth(Db db, CustodyStore store, DeskState state, List<ReadyCheck> parts) {
        this.db = db;
        this.store = store;
        this.state = state;
        this.parts = List.copyOf(parts);
    }

    @Override
    public Health health() {
        try {
            db.run(store::answer);
        } catch (DbException e) {
            return Health.down().build();
        }
        return switch (state.told().trouble()) {
            case FULL -> Health.status(READ_ONLY).build();
            case CLOSED, DAMAGED -> Health.down().build();
            case NONE ->
                parts.stream().allMatch(p -> p.missing().isEmpty())
                        ? Health.up().build()
                        : Health.down().build();
        };
    }
}
