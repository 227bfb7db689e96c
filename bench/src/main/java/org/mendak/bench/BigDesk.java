package org.mendak.bench;

import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.Random;
import org.mendak.core.runbook.KnownError;

/** Fills the file of a desk that is not running with many more cases and documents, as if years had gone by. */
final class BigDesk {

    private static final String[] PIERS = {
        "norrholm",
        "mornay",
        "ekkeroy",
        "sundvik",
        "tarnskar",
        "lyngoy",
        "hestvik",
        "grimsay",
        "ronsay",
        "oddskar",
        "kvitholm"
    };
    private static final String[] THINGS = {
        "ramp", "winch", "lantern", "ledger", "horn", "ferry", "locker", "hatch", "buoy", "rope", "anchor", "ticket",
        "stamp", "mooring", "tide", "chart", "cabin", "galley", "crate", "pulley"
    };
    private static final String[] DOES = {
        "sticks",
        "fades",
        "is lost",
        "stays shut",
        "comes twice",
        "is refused",
        "ends early",
        "stands still",
        "is too old",
        "is locked"
    };

    private BigDesk() {}

    static void fill(Path data, int cases, int documents) throws SQLException {
        try (Connection c = DriverManager.getConnection(
                        "jdbc:h2:file:" + data.resolve("mendak").toAbsolutePath() + ";TIME ZONE=UTC;IFEXISTS=TRUE",
                        "mendak",
                        "");
                Statement s = c.createStatement()) {
            // nobody is told of what is written here: its words are read anew as a whole
            s.execute("delete from find_mark");
            documents(c, documents);
            errors(c);
            s.execute(
                    "insert into desk_case (error_key, product, phase, device, reference, requester, status, agent, opened_at,"
                            + " closed_at, import_key) select e.error_key, e.product, e.phase, 'dev-' || e.pier || '-' || mod(x * 7919, 5000),"
                            + " 'SK-9' || x, 'Caller ' || mod(x * 104729, 20000), 'solved', 1 + mod(x, 14),"
                            + " dateadd('SECOND', mod(x * 7907, 40000000), timestamp with time zone '2025-07-01 08:00:00+00'),"
                            + " dateadd('SECOND', mod(x * 7907, 40000000) + 900, timestamp with time zone '2025-07-01 08:00:00+00'),"
                            + " 'big' || x from system_range(1, " + cases
                            + ") r(x) join big_error e on e.id = mod(x, (select count(*) from big_error))");
            s.execute(
                    "insert into case_text (number, text, at, agent) select c.number, e.said || ' job ' || mod(c.number * 7919, 1000000),"
                            + " c.opened_at, c.agent from desk_case c join big_error e on e.error_key = c.error_key and e.pier ="
                            + " regexp_substr(c.device, '[a-z]+', 1, 2) where c.import_key like 'big%'");
            s.execute("drop table big_error");
        }
    }

    private static void errors(Connection c) throws SQLException {
        List<KnownError> errors = DemoDocuments.read().errors().stream()
                .filter(e -> !e.firstAid())
                .toList();
        try (Statement s = c.createStatement()) {
            s.execute(
                    "create table big_error (id int primary key, error_key varchar, product varchar, phase varchar, pier varchar,"
                            + " said varchar)");
        }
        try (PreparedStatement p = c.prepareStatement("insert into big_error values (?, ?, ?, ?, ?, ?)")) {
            int id = 0;
            for (String pier : PIERS) {
                for (KnownError e : errors) {
                    p.setInt(1, id++);
                    p.setString(2, e.key());
                    p.setString(
                            3,
                            e.products().isEmpty() ? null : e.products().get(0).product());
                    p.setString(
                            4, e.phases().isEmpty() ? null : e.phases().get(0).word());
                    p.setString(5, pier);
                    p.setString(
                            6,
                            e.samples().isEmpty()
                                    ? e.title()
                                    : e.samples().get(0).text());
                    p.addBatch();
                }
            }
            p.executeBatch();
        }
    }

    private static void documents(Connection c, int documents) throws SQLException {
        Random random = new Random(11);
        try (PreparedStatement d = c.prepareStatement(
                        "insert into document (kind, doc_key, title, status, latest, published) values (?, ?, ?, 'published', 1, 1)");
                PreparedStatement r =
                        c.prepareStatement("insert into revision (kind, doc_key, number, text, author, note, at) values"
                                + " (?, ?, 1, ?, 1, '', timestamp with time zone '2026-06-01 08:00:00+00')")) {
            for (int i = 0; i < documents / 2; i++) {
                String thing = THINGS[random.nextInt(THINGS.length)];
                String does = DOES[random.nextInt(DOES.length)];
                String other = THINGS[random.nextInt(THINGS.length)];
                String key = thing + "-" + i;
                add(d, r, "fix", key, "Free the " + thing + " " + i, """
                        ---
                        fix: %1$s
                        title: "Free the %2$s %3$d"
                        minutes: 3
                        ---
                        The %2$s hangs on the %4$s.

                        ## Let the %2$s go
                        ```sh
                        %2$sctl free --%4$s %3$d
                        ```
                        - Expect: `free`
                        """.formatted(key, thing, i, other));
                add(d, r, "error", key, "The " + thing + " " + does + " " + i, """
                        ---
                        error: %1$s
                        title: "The %2$s %5$s %3$d"
                        phases: [launch]
                        products: ["Tidewall"]
                        ---
                        The %2$s and the %4$s.

                        ## Recognise
                        - Code: `XX-%3$05d`
                        - Message: `%2$s {name:word} %5$s at %4$s %3$d`

                        ## Try
                        1. [Free the %2$s %3$d](../fixes/%1$s.md)

                        ## Verify
                        1. Look at it.
                        """.formatted(
                                key, thing, i, other, does));
            }
            d.executeBatch();
            r.executeBatch();
        }
    }

    private static void add(
            PreparedStatement d, PreparedStatement r, String kind, String key, String title, String text)
            throws SQLException {
        d.setString(1, kind);
        d.setString(2, key);
        d.setString(3, title);
        d.addBatch();
        r.setString(1, kind);
        r.setString(2, key);
        r.setString(3, text);
        r.addBatch();
    }
}
