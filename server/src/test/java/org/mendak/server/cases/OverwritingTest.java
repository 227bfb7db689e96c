package org.mendak.server.cases;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnDesk;
import org.mendak.server.RunningApp;
import org.mendak.server.Texts;
import tools.jackson.databind.JsonNode;

/** Two people at one case: nobody overwrites what they have not seen, and who did what stays as it was. */
class OverwritingTest extends OnDesk {

    private Api liv;
    private Api per;
    private long number;
    private String path;

    @BeforeAll
    void start() {
        Texts.publish(api);
        liv = agent("liv", "Liv Aune");
        per = agent("per", "Per Sund");
    }

    @BeforeEach
    void open() {
        number = liv.openCase(Map.of("text", "it said LL-712", "error", "tracks-full"));
        path = "/api/cases/" + number;
    }

    private long started() {
        return liv.post(path + "/attempts", Map.of("fix", "clear-tracks"))
                .expect(201)
                .json()
                .path("id")
                .asLong();
    }

    private JsonNode attempt() {
        return api.get(path).json().path("attempts").path(0);
    }

    @Test
    void theSecondOutcomeOfAnAttemptIsRefusedAndSaysWhoWasFaster() {
        long id = started();
        String at = path + "/attempts/" + id;
        per.patch(at, Map.of("outcome", "no-change"), "\"v1\"").expect(200);
        Api.Answer late = liv.patch(at, Map.of("outcome", "worked", "minutes", 4), "\"v1\"");
        late.refused(412, "Per Sund recorded \"no-change\" of this fix meanwhile. Yours was not stored.");
        assertThat(late.json().path("by").asString()).isEqualTo("Per Sund");
        assertThat(late.json().path("theirs").asString()).isEqualTo("no-change");
        liv.patch(at, Map.of("outcome", "worked")).refused(412, "Per Sund");
        per.patch(at, Map.of("outcome", "worked")).refused(428, "If-Match");
        assertThat(attempt().path("outcome").asString()).isEqualTo("no-change");
        assertThat(attempt().path("agent").asString()).isEqualTo("Liv Aune");
        assertThat(attempt().path("endedBy").asString()).isEqualTo("Per Sund");

        // the same once more, because the answer was lost
        per.patch(at, Map.of("outcome", "no-change"), "\"v1\"").expect(200);
        // having seen it, one may
        liv.patch(at, Map.of("outcome", "worked"), "\"v2\"").expect(200);
        assertThat(attempt().path("endedBy").asString()).isEqualTo("Liv Aune");
        Map<String, Object> back = new HashMap<>();
        back.put("outcome", null);
        per.patch(at, back, "\"v2\"").refused(412, "Liv Aune");
        per.patch(at, back, "\"v3\"").expect(200);
        liv.patch(at, Map.of("outcome", "worked"), "\"v3\"").refused(412, "taken back");
        per.patch(at, Map.of("note", "x"), "v3").refused(400, "If-Match");
    }

    @Test
    void aFieldThatSomebodyElseChangedIsNotOverwrittenAndAnotherOneIs() {
        String seen = liv.get(path).header("ETag");
        liv.patch(path, Map.of("device", "T-1")).refused(428, "If-Match");
        per.patch(path, Map.of("device", "T-2"), seen).expect(200);
        Api.Answer late = liv.patch(path, Map.of("device", "T-1", "reference", "R-1"), seen);
        late.refused(412, "Per Sund changed the device meanwhile, to \"T-2\". Yours was not stored.");
        assertThat(late.json().path("field").asString()).isEqualTo("device");
        assertThat(api.get(path).json().path("reference").isNull()).isTrue();
        liv.patch(path, Map.of("reference", "R-1"), seen).expect(200);
        // what they both want is no quarrel
        liv.patch(path, Map.of("device", "T-2"), seen).expect(200);
        liv.patch(path, Map.of("device", "T-1"), liv.get(path).header("ETag")).expect(200);
    }

    @Test
    void answersHandoversAndWhichErrorItIsAreNotOverwrittenEither() {
        String seen = "\"v" + liv.get(path).json().path("version").asInt() + "\"";
        String[] header = {"Content-Type", "application/json", "If-Match", seen};
        byte[] theirs = "{\"image\":\"8.0\"}".getBytes(java.nio.charset.StandardCharsets.UTF_8);
        byte[] ours = "{\"image\":\"7.0\"}".getBytes(java.nio.charset.StandardCharsets.UTF_8);
        per.send("POST", path + "/facts", theirs, header).expect(200);
        liv.send("POST", path + "/facts", ours, header)
                .refused(412, "Per Sund changed \"image\" meanwhile, to \"8.0\"");
        liv.post(path + "/facts", Map.of("image", "7.5")).expect(200);

        per.post(path + "/handover", Map.of("to", "Per Sund", "note", "")).expect(200);
        byte[] toLead = "{\"to\":\"liv\",\"note\":\"\"}".getBytes(java.nio.charset.StandardCharsets.UTF_8);
        liv.send("POST", path + "/handover", toLead, header).refused(412, "whose case it is");
    }

    @Test
    void anAttemptCountsForNoErrorThatTheCaseIsNotAbout() {
        liv.post(path + "/attempts", Map.of("fix", "grow-tracks", "error", "never-heard-of"))
                .refused(422, "is not about");
        api.publish(
                "errors/another",
                Texts.ERROR
                        .replace("error: tracks-full", "error: another")
                        .replace("LL-712", "LL-999")
                        .replace("0x8FA30041", "0x8FA30042")
                        .replace("Track store", "Sail store"));
        liv.post(path + "/attempts", Map.of("fix", "grow-tracks", "error", "another"))
                .refused(422, "is not about");
        liv.post(path + "/attempts", Map.of("fix", "grow-tracks", "error", "tracks-full"))
                .expect(201);
        assertThat(api.get("/api/errors/another/evidence").json().path("cases").asInt())
                .isZero();
    }

    @Test
    void moreFactsThanACaseTakesAreRefusedAtOnce() {
        Map<String, String> many = new HashMap<>();
        for (int i = 0; i < 100_000; i++) {
            many.put("f" + i, "v");
        }
        liv.post(path + "/facts", many).refused(422, "at most 64 facts");
        assertThat(api.get(path).json().path("facts")).isEmpty();
    }

    @Test
    void aClockThatIsSetBackStopsNobody() {
        try (RunningApp other = RunningApp.empty()) {
            Api there = other.lead();
            Texts.publish(there);
            long n = there.openCase(Map.of("text", "x", "error", "tracks-full"));
            long a = there.post("/api/cases/" + n + "/attempts", Map.of("fix", "clear-tracks"))
                    .expect(201)
                    .json()
                    .path("id")
                    .asLong();
            other.clock().forward(Duration.ofHours(-1));
            JsonNode c = there.patch("/api/cases/" + n + "/attempts/" + a, Map.of("outcome", "worked"))
                    .expect(200)
                    .json();
            JsonNode done = c.path("attempts").path(0);
            assertThat(done.path("endedAt").asString())
                    .isEqualTo(done.path("startedAt").asString());
            assertThat(done.path("minutes").isNull()).isTrue();
            JsonNode closed = there.close(n, "solved").expect(200).json();
            assertThat(closed.path("closedAt").asString())
                    .isGreaterThanOrEqualTo(closed.path("openedAt").asString());
            there.post("/api/cases/" + n + "/reopen", Map.of()).expect(200);
            there.get("/api/errors/tracks-full/evidence").expect(200);
        }
    }
}
