package org.mendak.server.custody;

import java.io.IOException;
import java.nio.file.Path;
import java.sql.SQLException;
import org.mendak.server.TestDay;

/** Earlier desks and backups for tests of other rooms. */
public final class DesksOfBefore {

    private DesksOfBefore() {}

    /** A desk of this schema with so many cases. */
    public static void make(Path data, int schema, int cases) throws SQLException {
        OldDesk.make(data, schema, cases);
    }

    public static void backup(Path data, Path target) throws IOException {
        Custody.backup(data, target, new TestDay.Ahead(), s -> {});
    }
}
