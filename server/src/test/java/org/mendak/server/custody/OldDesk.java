package org.mendak.server.custody;

import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import org.flywaydb.core.Flyway;
import org.mendak.server.platform.DeskFolder;

/** Desks as earlier versions of Mendak left them. */
final class OldDesk {

    static final int CASES = 60;

    private OldDesk() {}

    static String url(Path folder) {
        return DeskFile.url(folder.resolve(DeskFolder.DATABASE), "").replace(";IFEXISTS=TRUE", "");
    }

    /** A desk of this schema with some cases, each with a text and an attempt. */
    static void make(Path folder, int schema) throws SQLException {
        make(folder, schema, CASES);
    }

    static void make(Path folder, int schema, int cases) throws SQLException {
        Flyway.configure()
                .dataSource(url(folder), DeskFile.USER, "")
                .locations("classpath:db/migration")
                .target(String.valueOf(schema))
                .load()
                .migrate();
        try (Connection c = DriverManager.getConnection(url(folder), DeskFile.USER, "");
                Statement s = c.createStatement()) {
            if (schema < 15) {
                s.execute("insert into evidence_revision values ('till-full', 7)");
            }
            String liv = schema < 17 ? "'Liv'" : "1";
            String now = "timestamp with time zone '2026-11-01 08:00:00+00'";
            for (int i = 1; i <= cases; i++) {
                s.execute("insert into desk_case (status, agent, opened_at) values ('open', " + liv + ", " + now + ")");
                s.execute("insert into case_text (number, text, at, agent) values (" + i + ", 'it said " + i + "', "
                        + now + ", " + liv + ")");
                s.execute("insert into attempt (number, fix_key, position, agent, started_at) values (" + i
                        + ", 'f', 1, " + liv + ", " + now + ")");
            }
        }
    }

    static void run(Path folder, String sql) throws SQLException {
        try (Connection c = DriverManager.getConnection(url(folder), DeskFile.USER, "");
                Statement s = c.createStatement()) {
            s.execute(sql);
        }
    }
}
