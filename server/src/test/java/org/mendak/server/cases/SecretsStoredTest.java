package org.mendak.server.cases;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.mendak.server.OnDesk;
import org.mendak.server.Texts;
import org.mendak.server.platform.Db;
import tools.jackson.databind.JsonNode;

/** Wherever somebody types or pastes a secret, it is masked before it is stored. */
class SecretsStoredTest extends OnDesk {

    private static final String SECRET = "Gu11s-and-w1nd";

    @BeforeAll
    void start() {
        Texts.publish(api);
    }

    @Test
    void noWayOfTypingStoresIt() {
        String said = "the password is " + SECRET;
        Map<String, Object> opening = new HashMap<>(Map.of(
                "text",
                said,
                "error",
                "tracks-full",
                "device",
                "till 3, pw: " + SECRET,
                "requester",
                "liv.aune@skerry.example",
                "reference",
                "password=" + SECRET,
                "facts",
                Map.of("hint", said)));
        long n = api.openCase(opening);
        String path = "/api/cases/" + n;
        api.post(path + "/texts", Map.of("text", said)).expect(200);
        api.post(path + "/notes", Map.of("text", said)).expect(200);
        api.post(path + "/facts", Map.of("other", said)).expect(200);
        long a = api.post(path + "/attempts", Map.of("fix", "clear-tracks"))
                .expect(201)
                .json()
                .path("id")
                .asLong();
        api.post(
                        path + "/attempts/" + a + "/steps",
                        Map.of(
                                "clientId",
                                "k1",
                                "step",
                                0,
                                "what",
                                "output",
                                "output",
                                said,
                                "note",
                                said,
                                "heard",
                                said))
                .expect(200);
        api.patch(path + "/attempts/" + a, Map.of("outcome", "no-change", "note", said))
                .expect(200);
        api.patchCase(n, Map.of("device", "till, password: " + SECRET)).expect(200);
        api.post(path + "/close", Map.of("outcome", "worked-around", "limitation", said, "cause", said, "note", said))
                .expect(200);
        api.post(path + "/findings", Map.of("cause", said)).expect(200);
        JsonNode c = api.get(path).expect(200).json();
        assertThat(c.toString()).doesNotContain(SECRET).contains("[password]");
        assertThat(c.path("requester").asString()).isEqualTo("liv.aune@skerry.example");
        List<String> columns = List.of(
                "select text from case_text",
                "select value_ from case_fact",
                "select text from case_note",
                "select note from attempt",
                "select coalesce(output, '') || note || coalesce(heard, '') from attempt_step",
                "select value_ from case_correction",
                "select coalesce(device, '') || coalesce(limitation, '') || coalesce(reference, '') from desk_case");
        for (String sql : columns) {
            List<String> stored = app.bean(Db.class).tx(tx -> tx.list(sql, r -> r.getString(1)));
            assertThat(stored).as(sql).isNotEmpty().noneMatch(s -> s.contains(SECRET));
        }
    }

    @Test
    void importedRowsAndDocumentsAreCovered() {
        String csv =
                "case,error,opened_at,status,fact.hint\r\ns-1,tracks-full,2026-02-01T08:00:00Z,open,the password is "
                        + SECRET + "\r\n";
        api.csv(csv).expect(200);
        assertThat(api.get("/api/cases/export.csv").text()).doesNotContain(SECRET);
        JsonNode checked = api.post(
                        "/api/documents/problems",
                        Map.of(
                                "kind",
                                "fix",
                                "key",
                                "f",
                                "text",
                                Texts.GROW_FIX.replace("plotctl grow", "plotctl --password " + SECRET)))
                .expect(200)
                .json();
        assertThat(checked.path("problems").toString()).contains("looks like a password");
    }

    @Test
    void aMegabyteOfPromisesHoldsNobodyUp() {
        long n = api.openCase(Map.of("text", "x", "error", "tracks-full"));
        api.post("/api/cases/" + n + "/texts", Map.of("text", "password ".repeat(110_000)))
                .expect(200);
        api.post("/api/cases/" + n + "/texts", Map.of("text", "a@b.".repeat(249_000)))
                .expect(200);
        api.post("/api/recognitions", Map.of("text", "x", "phase", "launch")).expect(200);
    }
}
