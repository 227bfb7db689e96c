package org.mendak.server.custody;

import java.nio.file.Path;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** What is asked of the database as a whole. */
@Component
class CustodyStore {

    /** Writes the database as it is committed now into a zip, while it serves. */
    void backupTo(Tx tx, Path zip) {
        tx.outside("backup to '" + zip.toString().replace("'", "''") + "'");
    }

    /** Asks something that only a database that is open can answer. */
    void answer(Tx tx) {
        tx.one("select count(*) from (select id from person limit 1)", r -> r.getInt(1));
    }
}
