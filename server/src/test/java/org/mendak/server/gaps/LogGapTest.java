package org.mendak.server.gaps;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnTestDesk;
import tools.jackson.databind.JsonNode;

/** What logs said and nothing recognised is a gap like what callers said. */
class LogGapTest extends OnTestDesk {

    private void scanned(String name, String log) {
        String id = api.upload("/api/scans", name, "text/plain", log.getBytes(StandardCharsets.UTF_8))
                .expect(202)
                .json()
                .path("id")
                .asString();
        for (int i = 0; i < 2_000; i++) {
            String state =
                    api.get("/api/scans/" + id).expect(200).json().path("state").asString();
            if (state.equals("done")) {
                return;
            }
            assertThat(state).isIn("waiting", "running");
        }
        throw new AssertionError("the log is still being read");
    }

    private static JsonNode holding(Api.Answer answer, String word) {
        List<JsonNode> found = StreamSupport.stream(answer.expect(200).json().spliterator(), false)
                .filter(s -> s.path("message").asString().contains(word))
                .toList();
        return found.isEmpty() ? null : found.get(0);
    }

    private JsonNode lamp(boolean hidden) {
        return holding(api.get("/api/gaps/logs?hidden=" + hidden), "lamp");
    }

    private static String lamp(int deck) {
        return "2026-03-01 10:00:0" + deck + " ERROR lampd: cannot light lamp on deck " + deck + ", fuse is gone\n";
    }

    @Test
    void linesThatNobodyCouldNameAreShapesOfLogsUntilACaseSaysThem() {
        scanned(
                "lamps.log",
                "all is well\n" + lamp(1) + lamp(2) + "2026-03-01 10:00:03 ERROR login password=Tr0ub4dor\n");
        scanned("other.log", lamp(7));
        scanned("other.log", lamp(7));
        JsonNode shape = lamp(false);
        assertThat(shape.path("message").asString())
                .isEqualTo("lampd: cannot light lamp on deck {deck:number}, fuse is gone");
        assertThat(shape.path("logs").toString()).isEqualTo("[\"other.log\",\"lamps.log\"]");
        assertThat(shape.path("lines").asLong()).isEqualTo(3);
        assertThat(api.get("/api/gaps/logs").expect(200).json().toString()).doesNotContain("Tr0ub4dor");

        long id = shape.path("id").asLong();
        int hiddenBefore = api.get("/api/gaps").json().path("hidden").asInt();
        agent("ola", "Ola")
                .post("/api/gaps/logs/" + id + "/hidden", Map.of("reason", "x"))
                .expect(403);
        api.post("/api/gaps/logs/" + id + "/hidden", Map.of("reason", "x".repeat(1_001)))
                .refused(422, "at most 1000");
        api.post("/api/gaps/logs/" + id + "/hidden", Map.of("reason", "a test lamp"))
                .expect(204);
        assertThat(lamp(false)).isNull();
        assertThat(lamp(true).path("hiddenFor").asString()).isEqualTo("a test lamp");
        assertThat(api.get("/api/gaps").json().path("hidden").asInt()).isEqualTo(hiddenBefore + 1);
        // the same message in a log of tomorrow stays hidden
        scanned("tomorrow.log", lamp(9));
        assertThat(lamp(false)).isNull();
        api.post("/api/gaps/logs/" + id + "/hidden", Map.of("reason", "")).expect(204);
        assertThat(lamp(false)).isNotNull();

        long n = api.openCase(Map.of("text", "lampd: cannot light lamp on deck 5, fuse is gone"));
        assertThat(lamp(false)).isNull();
        JsonNode gap = StreamSupport.stream(
                        api.get("/api/gaps").json().path("shapes").spliterator(), false)
                .filter(s -> s.path("number").asLong() == n)
                .findFirst()
                .orElseThrow();
        assertThat(gap.path("logs").asInt()).isEqualTo(3);
        api.post("/api/gaps/logs/" + id + "/draft", Map.of()).refused(404, "a case said it");
    }

    @Test
    void aDraftIsMadeOfWhatOnlyLogsSaid() {
        scanned(
                "winch.log",
                "ERROR winchd: rope of winch 4 is wet, hoisting ends\nERROR winchd: rope of winch 9 is wet, hoisting ends\n");
        JsonNode shape = holding(api.get("/api/gaps/logs"), "winch");
        String path = "/api/gaps/logs/" + shape.path("id").asLong() + "/draft";
        JsonNode made = agent("liv", "Liv").post(path, Map.of()).expect(201).json();
        String key = made.path("error").path("key").asString();
        assertThat(api.get("/api/documents/errors/" + key + "?revision=draft").text())
                .contains("rope of winch {winch:number} is wet, hoisting ends")
                .contains("To check:");
        assertThat(holding(api.get("/api/gaps/logs"), "winch").path("draft").asString())
                .isEqualTo(key);
        api.post(path, Map.of()).refused(409, key);
    }
}
