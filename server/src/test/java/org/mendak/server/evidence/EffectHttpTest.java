package org.mendak.server.evidence;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.mendak.server.OnDesk;
import org.mendak.server.Texts;
import tools.jackson.databind.JsonNode;

/** What was measured of a document is told apart by the revision that a case went by. */
class EffectHttpTest extends OnDesk {

    private static final String FIX = "fixes/grow-tracks";
    private static final String ERROR = "tracks-full";

    @BeforeEach
    void library() {
        if (api.get("/api/errors/" + ERROR).status() == 404) {
            Texts.publish(api);
        }
    }

    private long open() {
        return api.openCase(Map.of("text", "whatever it said", "error", ERROR));
    }

    private void ended(long number, String outcome, String ending) {
        api.attempt(number, "grow-tracks", outcome, 4);
        api.close(number, ending).expect(200);
    }

    private JsonNode effects(String path) {
        return api.get("/api/evidence/effects/" + path).expect(200).json();
    }

    private void publishAgain(String path, String change) {
        String text = api.get("/api/documents/" + path).text();
        String tag = api.get("/api/documents/" + path + "?revision=draft").header("ETag");
        api.put(path, text + change, "If-Match", tag).expect(200);
        api.transition(path, "published").expect(200);
    }

    /** The newest are counted of each revision's time: a busy one does not take the others' cases out of sight. */
    @Test
    void manyCasesOfOneRevisionHideNoneOfAnother() {
        String key = "tracks-busy";
        api.publish("errors/" + key, Texts.named(key, "LL-715"));
        for (int i = 0; i < 3; i++) {
            long n = api.openCase(Map.of("text", "whatever it said", "error", key));
            api.attempt(n, "grow-tracks", "worked", 4);
            api.close(n, "solved").expect(200);
        }
        app.clock().forward(Duration.ofHours(1));
        publishAgain("errors/" + key, "\n");
        Instant since = app.clock().instant();
        app.clock().forward(Duration.ofHours(1));
        StringBuilder csv = new StringBuilder("case,error,opened_at,closed_at,status,position,fix,outcome\n");
        for (int i = 0; i < 2_100; i++) {
            csv.append("busy-%d,%s,%s,%s,solved,1,grow-tracks,worked%n"
                    .formatted(i, key, since.plusSeconds(60), since.plusSeconds(120)));
        }
        api.csv(csv.toString()).expect(200);
        JsonNode revisions = effects("errors/" + key).path("revisions");
        assertThat(revisions.path(0).path("tried").asInt()).isEqualTo(2_000);
        assertThat(revisions.path(1).path("tried").asInt()).isEqualTo(3);
    }

    @Test
    void eachCaseCountsForTheRevisionThatItWentBy() {
        int revision = effects(FIX).path("revisions").path(0).path("revision").asInt();
        for (int i = 0; i < 10; i++) {
            ended(open(), "no-change", "handed-over");
        }
        // somebody is at work with the old one while the new one is published
        long between = open();
        api.post("/api/cases/" + between + "/attempts", Map.of("fix", "clear-tracks"))
                .expect(201);
        publishAgain(FIX, "\n## Look again\nIt hums.\n");
        publishAgain("errors/" + ERROR, "\n");
        for (int i = 0; i < 12; i++) {
            ended(open(), "worked", "solved");
        }
        JsonNode e = effects(FIX);
        JsonNode now = e.path("revisions").path(0);
        JsonNode before = e.path("revisions").path(1);
        assertThat(now.path("revision").asInt()).isEqualTo(revision + 1);
        assertThat(now.path("tried").asInt()).isEqualTo(12);
        assertThat(now.path("held").asInt()).isEqualTo(12);
        assertThat(now.path("minutes").asDouble()).isEqualTo(4);
        assertThat(now.path("plausible").path("low").asDouble()).isBetween(0.8, 0.95);
        assertThat(before.path("revision").asInt()).isEqualTo(revision);
        assertThat(before.path("tried").asInt()).isEqualTo(10);
        assertThat(before.path("held").asInt()).isZero();
        assertThat(e.path("since").path("verdict").asString()).isEqualTo("better");
        JsonNode ofError = effects("errors/" + ERROR);
        assertThat(ofError.path("revisions").path(0).path("held").asInt()).isEqualTo(12);
        assertThat(ofError.path("revisions").path(1).path("tried").asInt()).isEqualTo(10);
        assertThat(ofError.path("since").path("verdict").asString()).isEqualTo("better");
    }

    @Test
    void withOneRevisionThereIsNothingToCompareAndWhatIsNoKindIsRefused() {
        assertThat(effects("fixes/clear-tracks").path("since").isNull()).isTrue();
        assertThat(effects("fixes/never-written").path("revisions")).isEmpty();
        api.get("/api/evidence/effects/words/x").refused(404, "write errors or fixes");
    }
}
