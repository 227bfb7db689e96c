package org.mendak.server.gaps;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnTestDesk;
import tools.jackson.databind.JsonNode;

/** An error is unknown once: steps off the script, drafts, and what the next case of the shape is told, by HTTP. */
class TaughtByCasesTest extends OnTestDesk {

    private static String hole(int deck) {
        return "TB-0714 berth plan of deck " + deck + " has a hole, installation ends";
    }

    private long unknown(String text) {
        return api.openCase(Map.of("text", text, "product", "Berthbook", "phase", "install"));
    }

    private static Api.Answer step(Api by, long n, String... fields) {
        Map<String, Object> body =
                new HashMap<>(Map.of("clientId", UUID.randomUUID().toString()));
        for (int i = 0; i < fields.length; i += 2) {
            body.put(fields[i], fields[i + 1]);
        }
        return by.post("/api/cases/" + n + "/free-steps", body);
    }

    private static List<String> did(JsonNode c) {
        List<String> did = new ArrayList<>();
        c.path("freeSteps").forEach(s -> {
            if (!s.path("undone").asBoolean()) {
                did.add(s.path("did").asString());
            }
        });
        return did;
    }

    private Api.Answer change(long n, long id, Map<String, Object> body) {
        return api.patch("/api/cases/" + n + "/free-steps/" + id, body);
    }

    @Test
    void stepsAreKeptCorrectedReorderedAndTakenBack() {
        long n = unknown("the plan of the berths flickers, nobody knows why 1");
        step(api, n, "did", "Looked at the lamp").expect(200);
        step(api, n, "did", "Asked the helper", "command", "berthctl ask", "output", "it is fine")
                .expect(200);
        JsonNode c = step(api, n, "did", "Pulled the plug").expect(200).json();
        assertThat(did(c)).containsExactly("Looked at the lamp", "Asked the helper", "Pulled the plug");
        long last = c.path("freeSteps").path(2).path("id").asLong();
        c = change(n, last, Map.of("place", 1)).expect(200).json();
        assertThat(did(c)).containsExactly("Pulled the plug", "Looked at the lamp", "Asked the helper");
        c = change(n, last, Map.of("did", "Pulled the plug for a minute", "undone", true))
                .expect(200)
                .json();
        assertThat(did(c)).containsExactly("Looked at the lamp", "Asked the helper");
        c = change(n, last, Map.of("undone", false)).expect(200).json();
        assertThat(did(c)).containsExactly("Pulled the plug for a minute", "Looked at the lamp", "Asked the helper");
        change(n, last, Map.of("place", 4)).refused(422, "from 1 to 3");
        change(n, last, Map.of("colour", "red")).refused(400, "colour");
        change(n, last, Map.of("outcome", "skipped")).refused(422, "no outcome here");
        change(n, last, Map.of("did", "", "command", "")).refused(422, "what was done");
        step(api, n, "did", " ").refused(422, "what was done");
        api.patch("/api/cases/" + n + "/free-steps/999999", Map.of("did", "x")).expect(404);
    }

    @Test
    void theSameStepTwiceIsOneAndWhatSomebodyElseChangedIsNotOverwritten() {
        long n = unknown("the plan of the berths flickers, nobody knows why 2");
        Map<String, Object> body = Map.of("clientId", "once", "did", "Looked at the lamp");
        api.post("/api/cases/" + n + "/free-steps", body).expect(200);
        JsonNode c =
                api.post("/api/cases/" + n + "/free-steps", body).expect(200).json();
        assertThat(did(c)).hasSize(1);
        long id = c.path("freeSteps").path(0).path("id").asLong();
        change(n, id, Map.of("did", "theirs")).expect(200);
        api.patch("/api/cases/" + n + "/free-steps/" + id, Map.of("did", "mine"), "\"v1\"")
                .refused(412, "changed meanwhile");
        assertThat(did(api.get("/api/cases/" + n).json())).containsExactly("theirs");
    }

    @Test
    void secretsInStepsAreMasked() {
        long n = unknown("the plan of the berths flickers, nobody knows why 3");
        JsonNode c = step(api, n, "did", "Signed in", "command", "berthctl login", "output", "password=Tr0ub4dor")
                .expect(200)
                .json();
        assertThat(c.path("freeSteps").path(0).path("output").asString()).doesNotContain("Tr0ub4dor");
    }

    @Test
    void whatMustBePutBackHoldsTheCaseOpen() {
        long n = unknown("the plan of the berths flickers, nobody knows why 4");
        JsonNode c = step(api, n, "did", "Stopped the guard", "putBack", "start the guard", "outcome", "worked")
                .expect(200)
                .json();
        api.post("/api/cases/" + n + "/close", Map.of("outcome", "solved")).refused(409, "put back first");
        long id = c.path("freeSteps").path(0).path("id").asLong();
        change(n, id, Map.of("putBackDone", true)).expect(200);
        api.post("/api/cases/" + n + "/close", Map.of("outcome", "solved")).expect(200);
        step(api, n, "did", "late").refused(409, "closed");
        c = api.post("/api/cases/" + n + "/reopen", Map.of()).expect(200).json();
        assertThat(c.path("freeSteps").path(0).path("cameBack").asBoolean()).isTrue();
    }

    private long solved(int deck, int pid) {
        long n = unknown(hole(deck));
        step(api, n, "did", "Restarted the helper", "command", "berthctl helper restart", "outcome", "no-change")
                .expect(200);
        step(
                        api,
                        n,
                        "did",
                        "Asked who holds the plan",
                        "command",
                        "berthctl plan holder --deck " + deck,
                        "output",
                        "held by berthd pid " + pid)
                .expect(200);
        step(
                        api,
                        n,
                        "did",
                        "Let it go",
                        "command",
                        "berthctl plan release " + pid + " --deck " + deck,
                        "aim",
                        "Free the berth plan",
                        "outcome",
                        "worked")
                .expect(200);
        api.post("/api/cases/" + n + "/close", Map.of("outcome", "solved")).expect(200);
        return n;
    }

    @Test
    void theNextCaseOfAShapeIsToldWhatEndedTheFirstAndADraftMakesItKnown() {
        long first = solved(4, 4411);
        long second = unknown(hole(9));
        JsonNode alike = api.get("/api/cases/" + second + "/alike").expect(200).json();
        assertThat(alike.path("count").asInt()).isEqualTo(1);
        assertThat(alike.path("solved").path(0).path("number").asLong()).isEqualTo(first);
        assertThat(alike.path("solved").path(0).path("endedBy").asString()).isEqualTo("Free the berth plan");
        assertThat(alike.path("solved")
                        .path(0)
                        .path("steps")
                        .path(0)
                        .path("command")
                        .asString())
                .isEqualTo("berthctl plan holder --deck 9");
        JsonNode before =
                api.post("/api/alike", Map.of("text", hole(31))).expect(200).json();
        assertThat(before.path("count").asInt()).isEqualTo(2);
        assertThat(before.path("open").path(0).path("number").asLong()).isEqualTo(second);

        JsonNode gap = gap(second);
        assertThat(gap.path("message").asString())
                .isEqualTo("TB-0714 berth plan of deck {deck:number} has a hole, installation ends");
        assertThat(gap.path("count").asInt()).isEqualTo(2);

        JsonNode made = agent("siv", "Siv")
                .post("/api/drafts", Map.of("cases", List.of(first, second)))
                .expect(201)
                .json();
        String error = made.path("error").path("key").asString();
        api.post("/api/drafts", Map.of("cases", List.of(second))).refused(409, error);
        String fix = made.path("fixes").path(0).path("key").asString();
        assertThat(fix).isEqualTo("free-the-berth-plan");
        assertThat(api.get("/api/cases/" + first).json().path("draft").asString())
                .isEqualTo(error);
        assertThat(gap(second).path("draft").asString()).isEqualTo(error);

        api.transition("fixes/" + fix, "published").expect(200);
        api.transition("errors/" + error, "published").expect(200);
        JsonNode found = api.post("/api/recognitions", Map.of("text", hole(23)))
                .expect(200)
                .json();
        assertThat(found.path("candidates").path(0).path("error").asString()).isEqualTo(error);
        // what has a runbook is no gap any more
        assertThat(api.get("/api/gaps").json().toString()).doesNotContain("TB-0714");
        long third = api.openCase(Map.of("text", hole(23), "error", error));
        JsonNode filled =
                api.get("/api/cases/" + third + "/fixes/" + fix).expect(200).json();
        String command = StreamSupport.stream(
                        filled.path("steps")
                                .path(0)
                                .path("commands")
                                .path(0)
                                .path("pieces")
                                .spliterator(),
                        false)
                .map(p -> p.path("text").asString())
                .reduce("", String::concat);
        assertThat(command.strip()).isEqualTo("berthctl plan holder --deck 23");
    }

    private String text(String folder, String key) {
        return api.get("/api/documents/" + folder + "/" + key + "?revision=draft")
                .expect(200)
                .text();
    }

    private JsonNode gap(long number) {
        return StreamSupport.stream(
                        api.get("/api/gaps").expect(200).json().path("shapes").spliterator(), false)
                .filter(s -> StreamSupport.stream(s.path("cases").spliterator(), false)
                        .anyMatch(c -> c.asLong() == number))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void aShapeIsHiddenForAReasonAndShownAgain() {
        long n = unknown("the gull on the mast 7 looks at the board in a strange way");
        agent("ola", "Ola")
                .post("/api/gaps/" + n + "/hidden", Map.of("reason", "a joke"))
                .expect(403);
        api.post("/api/gaps/" + n + "/hidden", Map.of("reason", "a joke")).expect(204);
        // the next of the shape is hidden with it
        unknown("the gull on the mast 8 looks at the board in a strange way");
        JsonNode hidden = api.get("/api/gaps?hidden=true").json();
        assertThat(hidden.path("shapes").path(0).path("hiddenFor").asString()).isEqualTo("a joke");
        assertThat(hidden.path("shapes").path(0).path("count").asInt()).isEqualTo(2);
        api.post("/api/gaps/" + n + "/hidden", Map.of()).expect(204);
        assertThat(gap(n).path("hiddenFor").isNull()).isTrue();
    }

    @Test
    void aShapeThatIsAKnownErrorInOtherWordsGoesIntoItsDraft() {
        long n = unknown("no part named clock.wbl anywhere near the board 12, says the shelf");
        assertThat(api.get("/api/gaps/" + n + "/near").expect(200).json().isArray())
                .isTrue();
        agent("eli", "Eli")
                .post("/api/gaps/" + n + "/is", Map.of("error", "parts-gone"))
                .expect(403);
        api.post("/api/gaps/" + n + "/is", Map.of("error", "parts-gone")).expect(200);
        assertThat(text("errors", "parts-gone")).contains("- Message: `no part named ");
        api.post("/api/gaps/" + n + "/is", Map.of("error", "parts-gone")).refused(409, "draft");
    }

    @Test
    void draftsOfNothingOrOfDifferentErrorsAreRefused() {
        long n = unknown("the winch 3 sings in the night");
        api.post("/api/drafts", Map.of("cases", List.of())).refused(422, "1 to 50");
        api.post("/api/drafts", Map.of("cases", List.of(999_999))).expect(404);
        long other = api.openCase(Map.of("text", "Board part clock.wbl not found", "error", "parts-gone"));
        api.post("/api/drafts", Map.of("cases", List.of(n, other))).refused(422, "different errors");
        api.post("/api/drafts", Map.of("cases", List.of(other))).refused(422, "Nothing was done");
        step(api, other, "did", "Brought the part by hand", "command", "partctl bring clock.wbl", "outcome", "worked")
                .expect(200);
        JsonNode made = api.post("/api/drafts", Map.of("cases", List.of(other)))
                .expect(201)
                .json();
        assertThat(made.path("error").isNull()).isTrue();
        assertThat(made.path("about").asString()).isEqualTo("parts-gone");
        assertThat(made.path("fixes").size()).isEqualTo(1);
    }
}
