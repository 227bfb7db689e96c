package org.mendak.server.platform;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.zaxxer.hikari.HikariDataSource;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Map;
import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendak.server.RunningApp;
import org.mendak.server.Texts;

/** A desk of an earlier version keeps its records when it is brought to this one. */
class MigrationTest {

    private static void migrate(String url, String target) {
        Flyway.configure()
                .dataSource(url, "sa", "")
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
    void whatWasRecordedUnderVersionTwoIsThereUnderThree(@TempDir Path folder) throws SQLException {
        String url = "jdbc:h2:file:" + folder.resolve("earlier").toAbsolutePath();
        migrate(url, "2");
        try (Connection c = DriverManager.getConnection(url, "sa", "");
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
        }
        migrate(url, "3");
        try (Connection c = DriverManager.getConnection(url, "sa", "");
                Statement s = c.createStatement()) {
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

    @Test
    void notesThatWereStepsAreStepsUnderVersionEleven(@TempDir Path folder) throws SQLException {
        String url = "jdbc:h2:file:" + folder.resolve("earlier").toAbsolutePath();
        migrate(url, "10");
        try (Connection c = DriverManager.getConnection(url, "sa", "");
                Statement s = c.createStatement()) {
            String now = "timestamp with time zone '2026-11-01 08:00:00+00'";
            s.execute("insert into desk_case (status, agent, opened_at) values ('open', 'Liv', " + now + ")");
            for (String[] n :
                    new String[][] {{"step", "pulled the plug"}, {"note", "called back"}, {"step", "waited"}}) {
                s.execute("insert into case_note (number, text, kind, at, agent) values (1, '" + n[1] + "', '" + n[0]
                        + "', " + now + ", 'Liv')");
            }
        }
        migrate(url, "11");
        try (Connection c = DriverManager.getConnection(url, "sa", "");
                Statement s = c.createStatement()) {
            assertThat(one(s, "select listagg(text, '; ') from case_note")).isEqualTo("called back");
            assertThat(
                            one(
                                    s,
                                    "select listagg(position || ' ' || did, '; ') within group (order by position) from free_step"))
                    .isEqualTo("1 pulled the plug; 2 waited");
        }
    }

    @Test
    void underVersionTwelveOneSaysTheSameOfAStepOnce(@TempDir Path folder) throws SQLException {
        String url = "jdbc:h2:file:" + folder.resolve("earlier").toAbsolutePath();
        migrate(url, "11");
        String now = "timestamp with time zone '2026-11-01 08:00:00+00'";
        try (Connection c = DriverManager.getConnection(url, "sa", "");
                Statement s = c.createStatement()) {
            s.execute("insert into desk_case (status, agent, opened_at) values ('open', 'Liv', " + now + ")");
        }
        migrate(url, "12");
        try (Connection c = DriverManager.getConnection(url, "sa", "");
                Statement s = c.createStatement()) {
            String flag =
                    "insert into step_flag (number, worked, step, fix_key, title, kind, text, person_id, person, at)"
                            + " values (1, 'f', 0, 'f', 't', '%s', '', 7, 'Liv', " + now + ")";
            s.execute(flag.formatted("wrong"));
            assertThat(one(s, "select agent || ' ' || kind from desk_case c join step_flag f on f.number = c.number"))
                    .isEqualTo("Liv wrong");
            assertThatThrownBy(() -> s.execute(flag.formatted("wrong"))).isInstanceOf(SQLException.class);
            assertThatThrownBy(() -> s.execute(flag.formatted("ugly"))).isInstanceOf(SQLException.class);
        }
    }

    @Test
    void underVersionFourteenLinesOfLogsAreKeptAndACaseIsOnceInAnAct(@TempDir Path folder) throws SQLException {
        String url = "jdbc:h2:file:" + folder.resolve("earlier").toAbsolutePath();
        migrate(url, "13");
        String now = "timestamp with time zone '2026-11-01 08:00:00+00'";
        try (Connection c = DriverManager.getConnection(url, "sa", "");
                Statement s = c.createStatement()) {
            s.execute("insert into desk_case (status, agent, opened_at, closed_at) values ('solved', 'Liv', " + now
                    + ", " + now + ")");
        }
        migrate(url, "14");
        try (Connection c = DriverManager.getConnection(url, "sa", "");
                Statement s = c.createStatement()) {
            String filed =
                    "insert into case_filed (filing, number, error_key, agent, at) values ('f', %d, 'hole', 'Liv', "
                            + now + ")";
            s.execute(filed.formatted(1));
            assertThatThrownBy(() -> s.execute(filed.formatted(1))).isInstanceOf(SQLException.class);
            assertThatThrownBy(() -> s.execute(filed.formatted(2))).isInstanceOf(SQLException.class);
            String line = "insert into log_line (log, text, lines, agent, at) values ('a.log', 'dark', %d, 'Liv', "
                    + now + ")";
            s.execute(line.formatted(3));
            assertThatThrownBy(() -> s.execute(line.formatted(0))).isInstanceOf(SQLException.class);
            assertThat(one(s, "select agent from desk_case where error_key is null"))
                    .isEqualTo("Liv");
        }
    }

    @Test
    void underVersionThirteenOneThingIsToldOnceAndGoesWithItsHook(@TempDir Path folder) throws SQLException {
        String url = "jdbc:h2:file:" + folder.resolve("earlier").toAbsolutePath();
        migrate(url, "12");
        String now = "timestamp with time zone '2026-11-01 08:00:00+00'";
        try (Connection c = DriverManager.getConnection(url, "sa", "");
                Statement s = c.createStatement()) {
            s.execute("insert into desk_case (status, agent, opened_at, closed_at) values ('solved', 'Liv', " + now
                    + ", " + now + ")");
        }
        migrate(url, "13");
        try (Connection c = DriverManager.getConnection(url, "sa", "");
                Statement s = c.createStatement()) {
            assertThat(one(s, "select agent from desk_case where closed_at <= " + now))
                    .isEqualTo("Liv");
            s.execute(
                    "insert into hook (address, events, secret, person, at, until) values ('http://a', 'published', 's', 'Liv', "
                            + now + ", " + now + ")");
            String call =
                    "insert into hook_call (hook_id, event, about, body, at, state) values (1, 'published', 'x', '{}', "
                            + now + ", 'waiting')";
            s.execute(call);
            assertThatThrownBy(() -> s.execute(call)).isInstanceOf(SQLException.class);
            s.execute("delete from hook");
            assertThat(one(s, "select cast(count(*) as varchar) from hook_call"))
                    .isEqualTo("0");
            s.execute("insert into how_to (name, text, person, at) values ('a.txt', 'words', 'Liv', " + now + ")");
            s.execute("insert into how_to_document (kind, doc_key, how_to_id) values ('fix', 'f', 1)");
            assertThatThrownBy(() ->
                            s.execute("insert into how_to_document (kind, doc_key, how_to_id) values ('fix', 'f', 1)"))
                    .isInstanceOf(SQLException.class);
        }
    }

    @Test
    void whatIsOwedUnderVersionSixIsOwedUnderSeven(@TempDir Path folder) throws SQLException {
        String url = "jdbc:h2:file:" + folder.resolve("earlier").toAbsolutePath();
        migrate(url, "6");
        String now = "timestamp with time zone '2026-11-01 08:00:00+00'";
        try (Connection c = DriverManager.getConnection(url, "sa", "");
                Statement s = c.createStatement()) {
            s.execute("insert into desk_case (status, agent, opened_at, waits_for) values ('open', 'Liv', " + now
                    + ", 'me')");
            s.execute("insert into attempt (number, fix_key, position, agent, started_at) values (1, 'f', 1, 'Liv', "
                    + now + ")");
            s.execute(
                    "insert into attempt_step (attempt_id, client_id, step, what, note, output, at, agent) values (1, 'k', 0, 'output', '',"
                            + " 'mode quiet', " + now + ", 'Liv')");
            for (String owed : new String[] {"'t', 'c', 'sh', true, 'open'", "'u', 'c', 'sh', false, 'kept'"}) {
                s.execute(
                        "insert into put_back (number, attempt_id, step, text, command, fence, after_success, state, at) values (1, 1, 0, "
                                + owed + ", " + now + ")");
            }
        }
        migrate(url, "7");
        try (Connection c = DriverManager.getConnection(url, "sa", "");
                Statement s = c.createStatement()) {
            assertThat(one(s, "select due_after || ' ' || state from put_back where text = 't'"))
                    .isEqualTo("success open");
            assertThat(one(s, "select due_after || ' ' || state from put_back where text = 'u'"))
                    .isEqualTo("always kept");
            assertThat(one(s, "select what || ' ' || output from attempt_step")).isEqualTo("output mode quiet");
            s.execute("update put_back set state = 'for-now'");
            s.execute("update attempt_step set what = 'off-page', readings = '[]'");
            assertThatThrownBy(() -> s.execute("update put_back set due_after = 'never'"))
                    .isInstanceOf(SQLException.class);
            assertThatThrownBy(() -> s.execute("update put_back set state = 'eaten'"))
                    .isInstanceOf(SQLException.class);
        }
    }

    @Test
    void whatWasPublishedBeforeVersionTenIsNotedWithItsDates(@TempDir Path folder) throws SQLException {
        String url = "jdbc:h2:file:" + folder.resolve("earlier").toAbsolutePath();
        migrate(url, "9");
        try (Connection c = DriverManager.getConnection(url, "sa", "");
                Statement s = c.createStatement()) {
            for (String d : new String[] {"'fix', 'reviewed'", "'fix', 'imported'", "'error', 'draft'"}) {
                s.execute("insert into document (kind, doc_key, title, status, latest, published) values (" + d
                        + ", 't', " + (d.contains("draft") ? "'draft', 3, null" : "'published', 3, 3") + ")");
                for (int n = 1; n <= 3; n++) {
                    s.execute("insert into revision (kind, doc_key, number, text, author, note, at) values (" + d + ", "
                            + n + ", 't', 'Liv', '', timestamp with time zone '2026-10-0" + n + " 08:00:00+00')");
                }
            }
            String audit =
                    "insert into audit (at, who, what, target, detail) values (timestamp with time zone '2026-10-1";
            s.execute(audit + "1 08:00:00+00', 'odd', 'document-published', 'fix/reviewed', 'revision 1 first')");
            s.execute(audit + "2 08:00:00+00', 'odd', 'document-published', 'fix/reviewed', 'revision 3 ')");
            s.execute(audit + "2 09:00:00+00', 'odd', 'document-published', 'fix/reviewed', 'revision 9 gone')");
            s.execute(audit + "2 10:00:00+00', 'odd', 'document-published', 'fix/reviewed', 'nobody knows')");
            s.execute(audit + "3 08:00:00+00', 'odd', 'document-saved', 'error/draft', 'revision 2')");
        }
        migrate(url, "10");
        try (Connection c = DriverManager.getConnection(url, "sa", "");
                Statement s = c.createStatement()) {
            assertThat(one(
                            s,
                            "select listagg(doc_key || ' ' || revision || ' ' || day_of_month(at at time zone 'UTC'), ', ')"
                                    + " within group (order by doc_key, revision) from publication"))
                    .isEqualTo("imported 3 3, reviewed 1 11, reviewed 3 12");
        }
    }

    /** The pool replaces its connections every half an hour; what is stored then must still be taken. */
    @Test
    void aDeskThatWasJustMadeOutlivesTheConnectionsOfItsFirstMinutes() {
        try (RunningApp app = RunningApp.empty()) {
            Texts.publish(app.lead());
            app.bean(HikariDataSource.class).getHikariPoolMXBean().softEvictConnections();
            long number = app.lead().openCase(Map.of("text", "it said LL-712", "error", "tracks-full"));
            assertThat(app.lead()
                            .get("/api/cases/" + number)
                            .expect(200)
                            .json()
                            .path("status")
                            .asString())
                    .isEqualTo("open");
        }
    }

    @Test
    void underVersionSeventeenPeopleAreNumbers(@TempDir Path folder) throws SQLException {
        String url = "jdbc:h2:file:" + folder.resolve("earlier").toAbsolutePath();
        migrate(url, "16");
        String now = "timestamp with time zone '2026-11-01 08:00:00+00'";
        try (Connection c = DriverManager.getConnection(url, "sa", "");
                Statement s = c.createStatement()) {
            for (String[] p : new String[][] {{"liv", "Liv Aune"}, {"liv2", "Liv Aune"}, {"odd", "Odd Vik"}}) {
                s.execute("insert into person (login, name, role, password_hash, created_at) values ('" + p[0] + "', '"
                        + p[1] + "', 'lead', 'h', " + now + ")");
            }
            for (String agent : new String[] {"Liv Aune", "Gone Long Ago", "Command line"}) {
                s.execute("insert into desk_case (status, agent, opened_at) values ('open', '" + agent + "', " + now
                        + ")");
            }
            s.execute(
                    "insert into attempt (number, fix_key, position, agent, started_at) values (1, 'f', 1, 'Liv Aune', "
                            + now + ")");
            s.execute(
                    "insert into put_back (number, attempt_id, step, text, command, fence, state, passed_to, at) values"
                            + " (1, 1, 0, 't', '', 'sh', 'passed-to', 'Odd Vik', " + now + ")");
            s.execute(
                    "insert into put_back (number, attempt_id, step, text, command, fence, state, passed_to, at) values"
                            + " (1, 1, 0, 'u', '', 'sh', 'passed-to', 'requester', " + now + ")");
            for (String[] a : new String[][] {
                {"odd", "signed-in", "odd"},
                {"odd", "case-opened", "1"},
                {"command-line", "library-imported", "library"}
            }) {
                s.execute("insert into audit (at, who, what, target, detail) values (" + now + ", '" + a[0] + "', '"
                        + a[1] + "', '" + a[2] + "', '')");
            }
        }
        migrate(url, "17");
        try (Connection c = DriverManager.getConnection(url, "sa", "");
                Statement s = c.createStatement()) {
            assertThat(one(s, "select cast(agent as varchar) from desk_case where number = 1"))
                    .as("of namesakes the first")
                    .isEqualTo("1");
            assertThat(
                            one(
                                    s,
                                    "select p.name || ' ' || p.active from desk_case c join person p on p.id = c.agent where number = 2"))
                    .isEqualTo("Gone Long Ago FALSE");
            assertThat(one(s, "select login from person where name = 'Gone Long Ago'"))
                    .isNull();
            assertThat(one(s, "select cast(agent as varchar) from desk_case where number = 3"))
                    .isEqualTo("0");
            assertThat(one(s, "select cast(ended_by as varchar) from attempt")).isNull();
            assertThat(one(s, "select passed_to_id || ' ' || coalesce(passed_to, '-') from put_back where text = 't'"))
                    .isEqualTo("3 -");
            assertThat(one(s, "select passed_to from put_back where text = 'u'"))
                    .isEqualTo("requester");
            assertThat(one(s, "select person || who || ' ' || target from audit where what = 'signed-in'"))
                    .isEqualTo("3 person 3");
            assertThat(one(s, "select person || ' ' || target from audit where what = 'case-opened'"))
                    .isEqualTo("3 1");
            assertThat(one(s, "select person || who from audit where what = 'library-imported'"))
                    .isEqualTo("0command-line");
        }
    }
}
