package org.mendak.server.platform;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.Test;

/** A desk of an earlier version keeps its records when it is brought to this one. */
class MigrationTest {

    private static final String URL = "jdbc:h2:mem:earlier;DB_CLOSE_DELAY=-1";

    private static void migrate(String target) {
        Flyway.configure()
                .dataSource(URL, "sa", "")
                .locations("classpath:db/migration")
                .target(target)
                .load()
                .migrate();
    }

    private static String one(Statement s, String sql) throws SQLException {
        try (ResultSet r = s.executeQuery(sql)) {
            assertThat(r.next()).isTrue();
            return r.getString(1);
        }
    }

    @Test
    void whatWasRecordedUnderVersionTwoIsThereUnderThree() throws SQLException {
        migrate("2");
        try (Connection c = DriverManager.getConnection(URL, "sa", "");
                Statement s = c.createStatement()) {
            String now = "timestamp with time zone '2026-11-01 08:00:00+00'";
            s.execute("insert into desk_case (status, agent, opened_at, waits_for) values ('open', 'Liv', " + now
                    + ", 'time')");
            s.execute(
                    "insert into case_fact (number, name, value_, source, at, agent) values (1, 'area', '/var', 'output', "
                            + now + ", 'Liv')");
            s.execute("insert into case_note (number, text, at, agent) values (1, 'a note', " + now + ", 'Liv')");
            s.execute("insert into attempt (number, fix_key, position, agent, started_at) values (1, 'f', 1, 'Liv', "
                    + now + ")");
            s.execute(
                    "insert into attempt_step (attempt_id, client_id, step, what, note, at, agent) values (1, 'k', 2, 'skipped', '', "
                            + now + ", 'Liv')");
            s.execute(
                    "insert into put_back (number, attempt_id, step, text, command, fence, after_success, at) values (1, 1, 0, 't', 'c',"
                            + " 'sh', false, " + now + ")");

            migrate("3");

            assertThat(one(s, "select goal || ' ' || waits_for from desk_case")).isEqualTo("mend time");
            assertThat(one(s, "select source from case_fact")).isEqualTo("output");
            assertThat(one(s, "select kind from case_note")).isEqualTo("note");
            assertThat(one(s, "select what || ' ' || step from attempt_step")).isEqualTo("skipped 2");
            assertThat(one(s, "select kind || ' ' || state from put_back")).isEqualTo("put-back open");
            s.execute("update case_fact set source = 'device'");
            s.execute("update attempt_step set what = 'confirmed'");
            assertThatThrownBy(() -> s.execute("update case_fact set source = 'rumour'"))
                    .isInstanceOf(SQLException.class);
            assertThatThrownBy(() -> s.execute("update attempt_step set what = 'dreamt'"))
                    .isInstanceOf(SQLException.class);
        }
    }
}
