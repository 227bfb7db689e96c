package org.mendak.server.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnTestDesk;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Every case with all that is kept of it, in one line each; by HTTP. */
class WholeCasesTest extends OnTestDesk {

    private List<JsonNode> lines() {
        Api.Answer a = api.get("/api/cases/export.jsonl").expect(200);
        assertThat(a.header("Content-Type")).startsWith("application/x-ndjson");
        List<JsonNode> all = new ArrayList<>();
        a.text().lines().forEach(l -> all.add(JsonMapper.shared().readTree(l)));
        assertThat(a.header("Mendak-Cases")).isEqualTo(String.valueOf(all.size()));
        return all;
    }

    @Test
    void textsNotesStepsAndWhatWasTriedAreInItsLine() {
        String text = "first line\nsecond \"line\" with ü and \u2028 in it";
        long n = api.openCase(Map.of("text", text, "product", "Berthbook", "phase", "launch", "requester", "Tove"));
        api.post("/api/cases/" + n + "/notes", Map.of("text", "called back\ntwice"))
                .expect(200);
        api.post(
                        "/api/cases/" + n + "/free-steps",
                        Map.of("clientId", UUID.randomUUID().toString(), "did", "Pulled the plug", "output", "dark"))
                .expect(200);
        api.close(n, "withdrawn").expect(200);
        JsonNode line = lines().stream()
                .filter(l -> l.path("number").asLong() == n)
                .findFirst()
                .orElseThrow();
        assertThat(line.path("texts").path(0).path("text").asString()).isEqualTo(text);
        assertThat(line.path("notes").path(0).path("text").asString()).isEqualTo("called back\ntwice");
        assertThat(line.path("offTheScript").path(0).path("did").asString()).isEqualTo("Pulled the plug");
        assertThat(line.path("status").asString()).isEqualTo("withdrawn");
        assertThat(line.path("requester").asString()).isEqualTo("Tove");
        assertThat(line.path("caseKey").asString()).contains(String.valueOf(n));
    }

    @Test
    void itIsForLeadsAndWrittenDown() {
        agent("whole-agent", "Whole Agent").get("/api/cases/export.jsonl").refused(403, "lead");
        List<Long> numbers =
                lines().stream().map(l -> l.path("number").asLong()).toList();
        assertThat(numbers).isSorted().doesNotHaveDuplicates();
    }
}
