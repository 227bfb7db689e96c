package org.mendak.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;

/** On a desk of twenty thousand cases, half of them about one known error, no statement looks at more than what it is asked for. */
class SqlAtSizeTest extends OnDesk {

    private static final int CASES = 20_000;

    /** Rows that a statement may look at: lists are pages, and the evidence of one error is read a page at a time at the most. */
    private static final long MOST = 2_500;

    /** How the statements begin that may look at more. */
    private static final List<String> MAY = List.of(
            // twice a day, by a thread of its own, from an index alone
            "select error_key from desk_case use index (case_by_error) where error_key is not null group by error_key",
            // how often an error is met, where its cases changed; from an index alone
            "select error_key, count(*) as cases, max(opened_at) as last from desk_case use index (case_by_error)",
            // what was measured of each revision is counted over all tries of one document, where its author looks at
            // it
            "select doc_key, rev, count(*) as tried",
            // the newest texts, so many at most
            "select t.id, c.error_key, substring(t.text, 1, 8000) as said from case_text t join desk_case c",
            // a word that the cases of one case in fifty begin with: the newest are soon found among all
            "select number from desk_case use index (case_");

    private final Looked looked = new Looked();

    @Override
    protected RunningApp begun() {
        Path data = PreparedDesks.copy("desk of years", folder -> {
            try (RunningApp small = RunningApp.on(folder)) {
                Texts.publish(small.lead());
            }
            fill(folder);
        });
        return RunningApp.watched(data, looked);
    }

    private static void fill(Path folder) {
        String url = "jdbc:h2:file:" + folder.resolve("mendak").toAbsolutePath() + ";TIME ZONE=UTC;IFEXISTS=TRUE";
        try (Connection c = DriverManager.getConnection(url, "mendak", "");
                Statement s = c.createStatement()) {
            for (String sql : lines("/desk-of-years.sql", ";\n")) {
                s.execute(sql.replace("{cases}", String.valueOf(CASES)));
            }
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    private static List<String> lines(String resource, String between) {
        try (var in = SqlAtSizeTest.class.getResourceAsStream(resource)) {
            return List.of(new String(in.readAllBytes(), StandardCharsets.UTF_8).split(between));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** What changes a case, to its end, and back. */
    private void work(Api liv, long n) {
        String at = "/api/cases/" + n;
        liv.post(at + "/notes", Map.of("text", "rings again")).expect(200);
        liv.post(at + "/facts", Map.of("image", "8.1")).expect(200);
        liv.post(at + "/texts", Map.of("text", "it says LL-712 again")).expect(200);
        liv.post(at + "/free-steps", Map.of("clientId", "f1", "did", "turned the lantern"))
                .expect(200);
        long attempt = liv.attempt(n, "grow-tracks", "worked", 4);
        assertThat(attempt).isPositive();
        liv.post(at + "/close", Map.of("outcome", "solved")).expect(200);
        liv.post(at + "/reopen", Map.of()).expect(200);
        liv.post(at + "/close", Map.of("outcome", "handed-over")).expect(200);
        api.csv(
                        "case,error,opened_at,closed_at,status,position,fix,outcome\nold-1,tracks-full,2026-01-03T08:00:00Z,2026-01-03T08:30:00Z,solved,1,clear-tracks,worked\n")
                .expect(200);
        liv.get("/api/errors/tracks-full/evidence").expect(200);
        liv.get("/api/in-hand").expect(200);
    }

    @Test
    void noStatementLooksAtMoreThanItIsAskedFor() {
        // what cases say is read once after a start, and then only what changed
        while (!api.get("/api/evidence/desk").expect(200).json().path("reading").isNull()) {
            Thread.onSpinWait();
        }
        api.get("/api/evidence").expect(200);
        looked.watch();
        Api liv = agent("liv", "Liv Aune");
        long n = liv.openCase(Map.of(
                "text",
                "LL-712",
                "error",
                "tracks-full",
                "device",
                "dev-77",
                "requester",
                "Caller 7",
                "reference",
                "SK-9"));
        liv.attempt(n, "clear-tracks", "no-change", 3);
        for (String path : lines("/calls-at-size.txt", "\n")) {
            if (!path.isBlank()) {
                api.get(path.replace("{n}", String.valueOf(n))).expect(200);
            }
        }
        work(liv, n);
        Map<String, Long> tooMany = new TreeMap<>();
        looked.most().forEach((sql, rows) -> {
            if (rows > MOST && MAY.stream().noneMatch(sql::startsWith)) {
                tooMany.put(sql, rows);
            }
        });
        assertThat(tooMany).as("rows looked at, by statement").isEmpty();
    }
}
