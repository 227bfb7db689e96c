package org.mendak.server.custody;

import java.nio.file.Path;
import java.time.Instant;
import java.util.Optional;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** The table {@code desk}, and what is asked of the database as a whole. */
@Component
class CustodyStore {

    /** Writes the database as it is committed now into a zip, while it serves. */
    void backupTo(Tx tx, Path zip) {
        tx.outside("backup to '" + zip.toString().replace("'", "''") + "'");
    }

    /** The desk's name, and the secret that its seals are made with. */
    record Desk(String id, String secret) {}

    Optional<Desk> desk(Tx tx) {
        return tx.one("select id, secret from desk", r -> new Desk(r.getString("id"), r.getString("secret")));
    }

    void name(Tx tx, Desk desk, Instant at) {
        tx.run("insert into desk (id, secret, made_at) values (?, ?, ?)", desk.id(), desk.secret(), at);
    }

    /** The number of the journal's last entry; 0 if it has none. */
    long journal(Tx tx) {
        return tx.one("select coalesce(max(id), 0) from audit", r -> r.getLong(1))
                .orElse(0L);
    }

    /** Asks something that only a database that is open can answer. */
    void answer(Tx tx) {
        tx.one("select count(*) from (select id from person limit 1)", r -> r.getInt(1));
    }
}
