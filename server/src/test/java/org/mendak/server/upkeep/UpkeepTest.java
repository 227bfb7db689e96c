package org.mendak.server.upkeep;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnTestDesk;
import org.mendak.server.Texts;
import org.mendak.server.cases.Desk;
import tools.jackson.databind.JsonNode;

/** What the desk's own records say against documents, by HTTP. */
class UpkeepTest extends OnTestDesk {

    private String said(String path) {
        return api.get("/api/upkeep/" + path).expect(200).text();
    }

    @Test
    void aSignatureThatSwallowsOthersCasesIsNamed() {
        api.publish(
                "errors/wide",
                Desk.text("errors/parts-gone")
                        .replace("error: parts-gone", "error: wide")
                        .replace("Board part {part:file} not found", "Board part {part:file} not")
                        .replace("- Sample: `Board part clock.wbl not found`\n", ""));
        assertThat(said("errors/wide")).doesNotContain("too general");
        for (int i = 0; i < 3; i++) {
            api.openCase(Map.of("text", "Board part p" + i + ".wbl not found", "error", "parts-gone"));
        }
        // both match, but the library takes it for the one that says more
        assertThat(said("errors/wide")).doesNotContain("too general");
        for (int i = 0; i < 3; i++) {
            api.openCase(Map.of("text", "Board part q" + i + ".wbl not dry", "error", "parts-gone"));
        }
        assertThat(said("errors/wide")).contains("too general: 3 of");
        assertThat(said("errors/parts-gone")).doesNotContain("too general");
    }

    @Test
    void minutesFarFromWhatWasMeasuredAreNamed() {
        for (int i = 0; i < 10; i++) {
            long n = api.openCase(Map.of("text", "TW-31", "error", "board-goes-dark"));
            api.attempt(n, "load-table", i % 2 == 0 ? "worked" : "no-change", 9 + i % 3);
        }
        assertThat(said("fixes/load-table")).contains("in the middle of 10 measured times, the head says 3.0");
        assertThat(said("fixes/start-dimmer")).doesNotContain("in the middle");
    }

    @Test
    void whatNobodyConfirmsOrMeetsIsNamed() {
        assertThat(said("errors/setup-stands-still")).isEqualTo("[]");
        app.clock().forward(Duration.ofDays(400));
        assertThat(said("errors/setup-stands-still")).contains("nobody has met it", "nobody has confirmed it since");
        app.clock().forward(Duration.ofDays(-400));
    }

    @Test
    void itIsForAuthors() {
        Api agent = agent("ag", "Ag");
        agent.get("/api/session");
        agent.signIn("ag", "a-long-password").expect(200);
        agent.get("/api/upkeep/errors/parts-gone").refused(403, "an author");
        api.get("/api/upkeep/errors/none").refused(404, "no published");
        api.get("/api/upkeep/fixes/none").refused(404, "no published");
    }

    private JsonNode item(String kind, String part) {
        for (JsonNode i : api.upkeep().path("items")) {
            if (i.path("kind").asString().equals(kind)
                    && i.path("item").asString().contains(part)) {
                return i;
            }
        }
        return null;
    }

    private static Map<String, Object> mark(JsonNode item, Object... fields) {
        Map<String, Object> body =
                new HashMap<>(Map.of("item", item.path("item").asString()));
        for (int i = 0; i < fields.length; i += 2) {
            body.put((String) fields[i], fields[i + 1]);
        }
        return body;
    }

    private static String lonely(String key) {
        return Desk.text("fixes/load-table").replace("fix: load-table", "fix: " + key);
    }

    @Test
    void oneListSaysWhatIsUnusedAlikeAndFlagged() {
        api.publish("fixes/lonely", lonely("lonely"));
        assertThat(item("unused", "fixes/lonely").path("why").asString())
                .contains("no known error tries it or rules it out");
        assertThat(item("alike", "lonely").path("why").asString()).contains("the same commands");
        long n = api.openCase(Map.of("text", "TW-31", "error", "board-goes-dark"));
        JsonNode flag = api.post(
                        "/api/cases/" + n + "/flags",
                        Map.of("fix", "start-dimmer", "step", 0, "kind", "wrong", "text", "it hums"))
                .expect(201)
                .json();
        String id = "/" + flag.path("id").asLong();
        JsonNode flagged = item("flagged", id);
        assertThat(flagged.path("why").asString()).contains("on case " + n, "wrong: “it hums”");
        assertThat(flagged.path("folder").asString()).isEqualTo("fixes");
        api.putJson("/api/flags/" + flag.path("id").asLong() + "/answer", Map.of("text", "It must hum."))
                .expect(200);
        assertThat(item("flagged", id)).isNull();
        api.transition("fixes/lonely", "retired").expect(200);
        assertThat(item("unused", "fixes/lonely")).isNull();
    }

    @Test
    void anItemHasAnOwnerAndADateAndIsPutOff() {
        api.publish("fixes/lonely-too", lonely("lonely-too"));
        JsonNode it = item("unused", "lonely-too");
        api.post("/api/people", Map.of("login", "una", "name", "Una", "role", "author", "password", "a-long-password"))
                .expect(201);
        String me = "una";
        Api una = Api.browser(app.address());
        una.get("/api/session");
        una.signIn(me, "a-long-password").expect(200);
        LocalDate today = LocalDate.parse(app.clock().instant().toString().substring(0, 10));
        JsonNode mine = una.putJson(
                        "/api/upkeep/marks",
                        mark(it, "owner", me, "due", today.plusDays(3).toString()))
                .expect(200)
                .json();
        assertThat(mine.path("mine").asBoolean()).isTrue();
        assertThat(item("unused", "lonely-too").path("due").asString())
                .isEqualTo(today.plusDays(3).toString());
        // somebody who has not seen that it was taken does not take it away
        api.putJson("/api/upkeep/marks", mark(it)).refused(409, "has it by now");
        app.clock().forward(Duration.ofDays(5));
        assertThat(api.upkeep().path("items").path(0).path("overdue").asBoolean())
                .isTrue();
        app.clock().forward(Duration.ofDays(-5));

        api.putJson(
                        "/api/upkeep/marks",
                        mark(it, "owner", me, "snoozed", today.plusDays(30).toString()))
                .expect(200);
        assertThat(item("unused", "lonely-too")).isNull();
        assertThat(api.upkeep().path("snoozed").asInt()).isEqualTo(1);
        assertThat(api.get("/api/upkeep?snoozed=true").json().path("items")).hasSize(1);
        app.clock().forward(Duration.ofDays(31));
        assertThat(item("unused", "lonely-too")).isNotNull();
        app.clock().forward(Duration.ofDays(-31));
        api.putJson("/api/upkeep/marks", mark(it, "seenOwner", me)).expect(200);
        assertThat(item("unused", "lonely-too").path("owner").isNull()).isTrue();
        api.transition("fixes/lonely-too", "retired").expect(200);
    }

    @Test
    void whatCannotBeMarkedIsRefused() {
        api.publish("fixes/lonely-three", lonely("lonely-three"));
        JsonNode it = item("unused", "lonely-three");
        api.putJson("/api/upkeep/marks", mark(it, "owner", "nobody-here")).refused(422, "nobody who can look after");
        api.putJson("/api/upkeep/marks", mark(it, "due", "2001-01-01")).refused(422, "which is over");
        api.putJson("/api/upkeep/marks", mark(it, "snoozed", "2001-01-01")).refused(422, "within a year");
        api.putJson("/api/upkeep/marks", mark(it, "due", "soon")).expect(400);
        api.putJson("/api/upkeep/marks", Map.of("item", "unused/fixes/none")).refused(404, "nothing more");
        api.putJson("/api/upkeep/marks", Map.of()).refused(404, "nothing more");
        api.transition("fixes/lonely-three", "retired").expect(200);
    }

    @Test
    void whatIsLeftBehindIsToldAtItsCase() {
        Texts.publish(api);
        long n = api.openCase(Map.of("text", "tracks", "error", "tracks-full"));
        long a = api.post("/api/cases/" + n + "/attempts", Map.of("fix", "clear-tracks"))
                .json()
                .path("id")
                .asLong();
        String steps = "/api/cases/" + n + "/attempts/" + a + "/steps";
        api.post(steps, Map.of("clientId", "a", "step", 0, "what", "output", "output", "mode quiet"))
                .expect(200);
        api.post(steps, Map.of("clientId", "b", "step", 0, "what", "done")).expect(200);
        assertThat(item("left-behind", "cases/" + n + "/")).isNull();
        app.clock().forward(Duration.ofDays(8));
        JsonNode left = item("left-behind", "cases/" + n + "/");
        assertThat(left.path("title").asString()).contains("start the plotter");
        assertThat(left.path("number").asLong()).isEqualTo(n);
        assertThat(left.path("why").asString()).contains("has owed it since");
        app.clock().forward(Duration.ofDays(-8));
    }
}
