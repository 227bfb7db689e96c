package org.mendak.server.find;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendak.server.Api;
import org.mendak.server.RunningApp;
import org.mendak.server.Texts;
import tools.jackson.databind.JsonNode;

/** What was read before a start is not read again, and nothing that changed is missed, whatever ended the run before. */
class FoundAgainTest {

    @TempDir
    private Path folder;

    private static long found(Api api, String word) {
        JsonNode answer;
        do {
            answer = api.get("/api/find?q=" + word + "&kind=case").expect(200).json();
        } while (!answer.path("reading").isNull());
        return answer.path("total").asLong();
    }

    /** What a person does to the records while nobody serves them. */
    private void behindItsBack(String sql) throws SQLException {
        try (Connection c = DriverManager.getConnection(
                        "jdbc:h2:file:" + folder.resolve("mendak") + ";TIME ZONE=UTC;IFEXISTS=TRUE", "mendak", "");
                Statement s = c.createStatement()) {
            s.execute(sql);
        }
    }

    @Test
    void aStartReadsWhatIsUnreadAndAllIfTheRecordsHaveAnotherMark() throws SQLException {
        long number;
        try (RunningApp app = RunningApp.on(folder)) {
            Api api = app.lead();
            Texts.publish(api);
            number = api.openCase(Map.of("text", "the gannet is loose", "error", "tracks-full"));
            while (found(api, "gannet") != 1) {
                Thread.onSpinWait();
            }
        }
        // had it been read anew, it would be found
        behindItsBack("insert into case_note (number, text, at, agent) values (" + number
                + ", 'a puffin too', current_timestamp, 1)");
        try (RunningApp app = RunningApp.on(folder)) {
            Api api = app.lead();
            assertThat(found(api, "gannet")).isEqualTo(1);
            assertThat(found(api, "puffin")).isZero();
        }
        behindItsBack("insert into find_unread (number) values (" + number + ")");
        try (RunningApp app = RunningApp.on(folder)) {
            Api api = app.lead();
            while (found(api, "puffin") != 1) {
                Thread.onSpinWait();
            }
        }
        behindItsBack("insert into case_note (number, text, at, agent) values (" + number
                + ", 'and a skua', current_timestamp, 1)");
        behindItsBack("update find_mark set mark = 'of an older backup'");
        try (RunningApp app = RunningApp.on(folder)) {
            Api api = app.lead();
            while (found(api, "skua") != 1) {
                Thread.onSpinWait();
            }
        }
    }
}
