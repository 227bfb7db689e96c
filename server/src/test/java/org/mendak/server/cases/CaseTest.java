package org.mendak.server.cases;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.mendak.server.OnDesk;
import org.mendak.server.Texts;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Limits;
import tools.jackson.databind.JsonNode;

/** The rules of a case over HTTP. */
class CaseTest extends OnDesk {

    private static final String TEXT = "Track store /srv/tracks/nor holds 5012 tracks, limit 5000 reached";

    @BeforeAll
    void start() {
        Texts.publish(api);
        api.publish("errors/board-blank", """
                ---
                error: board-blank
                title: "Board stays blank"
                phases: [launch]
                products: ["Tidewall"]
                ---
                Text.

                ## Recognise
                - Message: `Board {name:word} got no lines for {minutes:number} minutes`
                - Sample: `Board B3 got no lines for 12 minutes`

                ## Try
                1. [Give the tracks more room](../fixes/grow-tracks.md)

                ## Verify
                1. Look at the board.
                """);
    }

    private long open() {
        return api.openCase(Map.of("text", TEXT, "error", "tracks-full"));
    }

    private JsonNode view(long n) {
        return api.get("/api/cases/" + n).expect(200).json();
    }

    private JsonNode step(long n, long attempt, String id, int step, String what, String output) {
        Map<String, Object> entry = new HashMap<>(Map.of("clientId", id, "step", step, "what", what));
        if (output != null) {
            entry.put("output", output);
        }
        return api.post("/api/cases/" + n + "/attempts/" + attempt + "/steps", entry)
                .expect(200)
                .json();
    }

    private JsonNode plan(long n) {
        return api.get("/api/cases/" + n + "/plan").expect(200).json();
    }

    private static List<String> keys(JsonNode list) {
        return StreamSupport.stream(list.spliterator(), false)
                .map(x -> x.path("key").asString())
                .toList();
    }

    @Test
    void whatTheTextSaysIsCapturedAsFacts() {
        JsonNode c = view(open());
        Map<String, String> facts = new HashMap<>();
        c.path("facts")
                .forEach(f -> facts.put(
                        f.path("name").asString(),
                        f.path("source").asString() + " " + f.path("value").asString()));
        assertThat(facts).containsEntry("folder", "captured /srv/tracks/nor").containsEntry("count", "captured 5012");
    }

    @Test
    void productAndPhaseAreKnownWhereTheKnownErrorLeavesNoChoice() {
        JsonNode c = view(open());
        assertThat(c.path("product").asString()).isEqualTo("Leadline");
        assertThat(c.path("phase").asString()).isEqualTo("launch");
        long said = api.openCase(Map.of("text", TEXT, "error", "tracks-full", "product", "Leadline Pro"));
        assertThat(view(said).path("product").asString()).isEqualTo("Leadline Pro");
        assertThat(view(api.openCase(Map.of("text", "it hums"))).path("product").isNull())
                .isTrue();
    }

    @Test
    void aFixStartedTwiceIsOneAttempt() {
        long n = open();
        assertThat(api.begin(n, "clear-tracks")).isEqualTo(api.begin(n, "clear-tracks"));
        assertThat(view(n).path("attempts").size()).isEqualTo(1);
        api.post("/api/cases/" + n + "/attempts", Map.of("fix", "no-such")).refused(422, "no-such");
    }

    @Test
    void aStepSentTwiceIsOneEntryAndItsOutputIsRead() {
        long n = open();
        long a = api.begin(n, "clear-tracks");
        JsonNode first = step(n, a, "c-1", 0, "output", "mode: quiet\nplotter: stopped\nmode quiet");
        assertThat(first.path("captured").path("mode").asString()).isEqualTo("quiet");
        step(n, a, "c-1", 0, "output", "something else");
        assertThat(view(n).path("attempts").path(0).path("steps").size()).isEqualTo(1);
        api.post(
                        "/api/cases/" + n + "/attempts/" + a + "/steps",
                        Map.of("clientId", "bad id!", "step", 0, "what", "done"))
                .refused(422, "clientId");
        api.post("/api/cases/" + n + "/attempts/" + a + "/steps", Map.of("clientId", "x", "step", 0, "what", "danced"))
                .refused(422, "must be one of confirmed, done");
    }

    @Test
    void aDoneStepOwesItsPutBackWithTheOriginalValueAndTheCaseDoesNotCloseOverIt() {
        long n = open();
        long a = api.begin(n, "clear-tracks");
        // what it was before is read, or said to be unknown, before the step is done
        api.post("/api/cases/" + n + "/attempts/" + a + "/steps", Map.of("clientId", "s-0", "step", 0, "what", "done"))
                .refused(422, "Not read yet: mode");
        assertThat(view(n).path("putBacks").isEmpty()).isTrue();
        step(n, a, "s-2", 0, "output", "mode quiet");
        step(n, a, "s-1", 0, "done", null);
        JsonNode owed = view(n).path("putBacks").path(0);
        StringBuilder command = new StringBuilder();
        owed.path("command").forEach(p -> command.append(p.path("text").asString()));
        assertThat(command).hasToString("plotctl start --mode quiet");

        api.patch("/api/cases/" + n + "/attempts/" + a, Map.of("outcome", "worked"))
                .expect(200);
        JsonNode refused = api.close(n, "solved").refused(409, "put back").json();
        assertThat(refused.path("putBacks").toString()).contains("start the plotter");
        api.post("/api/cases/" + n + "/put-backs/" + owed.path("id").asLong(), Map.of("state", "passed-to"))
                .refused(422, "who");
        api.post("/api/cases/" + n + "/put-backs/" + owed.path("id").asLong(), Map.of("state", "done"))
                .expect(200);
        JsonNode closed = api.close(n, "solved").expect(200).json();
        assertThat(closed.path("status").asString()).isEqualTo("solved");
        assertThat(closed.path("believedFix").asString()).isEqualTo("clear-tracks");
    }

    @Test
    void aStepTakenBackOwesNothing() {
        long n = open();
        long a = api.begin(n, "clear-tracks");
        step(n, a, "t-0", 0, "output", "mode quiet");
        step(n, a, "t-1", 0, "done", null);
        step(n, a, "t-2", 0, "undone", null);
        assertThat(view(n).path("putBacks").toString()).doesNotContain("\"state\":\"open\"");
    }

    @Test
    void whatFailedLeavesThePlanAndComesBackWhenTheOutcomeIsTakenBack() {
        long n = open();
        long a = api.attempt(n, "clear-tracks", "no-change", 5);
        assertThat(keys(plan(n).path("ordered"))).containsExactly("grow-tracks");
        Map<String, Object> none = new HashMap<>();
        none.put("outcome", null);
        JsonNode again = api.recordOver(n, a, none).expect(200).json();
        assertThat(again.path("attempts").path(0).path("outcome").isNull()).isTrue();
        assertThat(keys(plan(n).path("ordered"))).containsExactly("clear-tracks", "grow-tracks");
        api.patch("/api/cases/" + n + "/attempts/" + a, Map.of("outcome", "splendid"))
                .refused(422, "splendid");
        api.patch("/api/cases/" + n + "/attempts/" + a, Map.of("minutes", -1)).refused(422, "minutes");
        api.patch("/api/cases/" + n + "/attempts/" + a, Map.of("colour", "blue"))
                .refused(400, "colour");
    }

    @Test
    void couldNotApplyExcludesWithItsReasonAndIsNoEvidenceAgainstTheFix() {
        JsonNode before = evidence("tracks-full", "clear-tracks");
        long n = open();
        api.attempt(n, "clear-tracks", "could-not-apply", 2);
        JsonNode plan = plan(n);
        assertThat(plan.path("excluded").path(0).path("key").asString()).isEqualTo("clear-tracks");
        assertThat(plan.path("excluded").path(0).path("reason").toString()).contains("could-not-apply");
        assertThat(evidence("tracks-full", "clear-tracks").path("tried").asInt())
                .isEqualTo(before.path("tried").asInt());
    }

    private JsonNode evidence(String error, String fix) {
        for (JsonNode f : api.get("/api/errors/" + error + "/evidence").json().path("fixes")) {
            if (f.path("key").asString().equals(fix)) {
                return f;
            }
        }
        throw new AssertionError(fix);
    }

    @Test
    void whatWasTriedBeforeIsNotProposed() {
        long n = api.openCase(Map.of("text", TEXT, "error", "tracks-full", "triedBefore", List.of("clear-tracks")));
        assertThat(keys(plan(n).path("ordered"))).containsExactly("grow-tracks");
        assertThat(view(n).path("attempts").path(0).path("triedBefore").asBoolean())
                .isTrue();
        api.post("/api/cases", Map.of("text", TEXT, "error", "tracks-full", "triedBefore", List.of("none-such")))
                .refused(422, "none-such");
    }

    @Test
    void movedTakesTheAttemptsAlongAndGoingOnDoesNot() {
        long n = open();
        api.attempt(n, "grow-tracks", "no-change", 3);
        JsonNode moved = api.post("/api/cases/" + n + "/moved", Map.of("error", "board-blank"))
                .expect(200)
                .json();
        assertThat(moved.path("attempts").path(0).path("error").asString()).isEqualTo("board-blank");

        long m = open();
        api.attempt(m, "grow-tracks", "different-error", 3);
        api.post("/api/cases/" + m + "/texts", Map.of("text", "Board B7 got no lines for 4 minutes"))
                .expect(200);
        JsonNode on =
                api.patchCase(m, Map.of("error", "board-blank")).expect(200).json();
        assertThat(on.path("error").asString()).isEqualTo("board-blank");
        assertThat(on.path("attempts").path(0).path("error").asString()).isEqualTo("tracks-full");
        assertThat(on.path("facts").toString()).contains("B7");
        assertThat(keys(plan(m).path("ordered"))).containsExactly("grow-tracks");
        assertThat(api.get("/api/cases/" + m + "/sheet").json().path("title").asString())
                .isEqualTo("Board stays blank");
    }

    @Test
    void aCaseKeepsTheRevisionsItStartedWith() {
        long n = open();
        String etag = api.get("/api/documents/fixes/grow-tracks?revision=draft").header("ETag");
        api.put("fixes/grow-tracks", Texts.GROW_FIX.replace("--by 2GB", "--by 9GB"), "If-Match", etag)
                .expect(200);
        api.transition("fixes/grow-tracks", "published").expect(200);
        String fixed = api.get("/api/cases/" + n + "/fixes/grow-tracks").text();
        assertThat(fixed).contains("2GB").doesNotContain("9GB");
        assertThat(view(n).path("newerRevisions").toString()).contains("fix/grow-tracks");
        assertThat(api.get("/api/cases/" + open() + "/fixes/grow-tracks").text())
                .contains("9GB");
    }

    @Test
    void withinTheHoldingTimeTheSameCaseOpensLaterANewOneFollows() {
        long n = open();
        api.attempt(n, "grow-tracks", "worked", 3);
        api.close(n, "solved").expect(200);
        api.attemptRefused(n);
        app.clock().forward(Duration.ofDays(13));
        JsonNode same =
                api.post("/api/cases/" + n + "/reopen", Map.of()).expect(200).json();
        assertThat(same.path("number").asLong()).isEqualTo(n);
        assertThat(same.path("attempts").path(0).path("cameBack").asBoolean()).isTrue();
        api.post("/api/cases/" + n + "/reopen", Map.of()).refused(409, "open already");
        api.close(n, "handed-over").expect(200);
        app.clock().forward(Duration.ofDays(15));
        JsonNode next =
                api.post("/api/cases/" + n + "/reopen", Map.of()).expect(200).json();
        assertThat(next.path("number").asLong()).isGreaterThan(n);
        assertThat(next.path("follows").asLong()).isEqualTo(n);
        assertThat(next.path("facts").toString()).contains("/srv/tracks/nor");
        assertThat(next.path("attempts").size()).isZero();
    }

    @Test
    void endingsAndBelievedFixesAreChecked() {
        long n = open();
        api.close(n, "vanished").refused(422, "vanished");
        api.post("/api/cases/" + n + "/close", Map.of("outcome", "solved", "believedFix", "grow-tracks"))
                .refused(422, "was not tried");
        JsonNode around = api.post(
                        "/api/cases/" + n + "/close",
                        Map.of("outcome", "worked-around", "limitation", "prints only in black", "note", "told them"))
                .expect(200)
                .json();
        assertThat(around.path("limitation").asString()).isEqualTo("prints only in black");
        assertThat(around.path("notes").path(0).path("text").asString()).isEqualTo("told them");
    }

    @Test
    void needsThatAreNotToBeHadExclude() {
        api.publish(
                "fixes/with-need",
                Texts.GROW_FIX.replace("fix: grow-tracks", "fix: with-need").replace("needs: []", "needs: [yard-key]"));
        String text = Texts.ERROR
                .replace("error: tracks-full", "error: needs-key")
                .replace("LL-712", "LL-713")
                .replace("0x8FA30041", "0x8FA30042")
                .replace("Track store", "Yard store")
                .replace("grow-tracks", "with-need");
        api.publish("errors/needs-key", text);
        long n = api.openCase(Map.of("text", "Yard store /a holds 1 tracks, limit 1 reached", "error", "needs-key"));
        assertThat(plan(n).path("ordered").path(1).path("missingNeeds").toString())
                .contains("yard-key");
        api.post("/api/cases/" + n + "/facts", Map.of("need.yard-key", "no")).expect(200);
        assertThat(plan(n).path("excluded").path(0).path("reason").toString()).contains("yard-key");
    }

    @Test
    void factsAreBoundedAndNamed() {
        long n = open();
        api.post("/api/cases/" + n + "/facts", Map.of("bad name", "x")).refused(422, "bad name");
        api.post("/api/cases/" + n + "/facts", Map.of("a", "x".repeat(1_001))).refused(422, "characters");
        Map<String, String> many = new HashMap<>();
        for (int i = 0; i <= Limits.FACTS; i++) {
            many.put("fact" + i, "1");
        }
        api.post("/api/cases/" + n + "/facts", many).refused(422, "at most " + Limits.FACTS);
        assertThat(view(n).path("facts").toString()).doesNotContain("fact1\"");
        api.post("/api/cases/" + n + "/notes", Map.of("text", " ")).refused(422, "note");
        api.post("/api/cases/" + n + "/texts", Map.of("text", "")).refused(422, "empty");
        api.patchCase(n, Map.of("reached", "by pigeon")).refused(422, "by pigeon");
        api.post("/api/cases", Map.of()).refused(422, "needs a text");
    }

    @Test
    void theHandsOrderComesFirstAndCanBeTakenBack() {
        long n = open();
        api.patchCase(n, Map.of("pinned", List.of("grow-tracks"))).expect(200);
        assertThat(keys(plan(n).path("ordered"))).containsExactly("grow-tracks", "clear-tracks");
        api.patchCase(n, Map.of("pinned", List.of())).expect(200);
        assertThat(keys(plan(n).path("ordered"))).containsExactly("clear-tracks", "grow-tracks");
    }

    @Test
    void thePlanThatWasShownIsKeptWithTheAttempt() {
        long n = open();
        long a = api.begin(n, "grow-tracks");
        String kept = app.bean(Db.class)
                .tx(tx -> tx.one("select plan from plan_shown where attempt_id = ?", r -> r.getString(1), a))
                .orElseThrow();
        assertThat(kept).contains("clear-tracks").contains("\"mode\"");
    }

    @Test
    void casesAreFoundByCallerDeviceAndReference() {
        long n = api.openCase(
                Map.of("text", TEXT, "device", "chart-hes-07", "requester", "Siv of Hestvik", "reference", "SL-88-17"));
        for (String query : List.of(
                "q=chart-hes", "q=siv%20of", "q=SL-88", "q=" + n, "device=chart-hes-07", "reference=SL-88-17")) {
            JsonNode found = api.get("/api/cases?" + query).expect(200).json();
            assertThat(found.path(0).path("number").asLong()).as(query).isEqualTo(n);
        }
        assertThat(api.get("/api/cases?q=nobody-of-that-name").json().size()).isZero();
        assertThat(api.get("/api/cases?waits=restart&device=chart-hes-07")
                        .json()
                        .size())
                .isZero();
        api.patchCase(n, Map.of("waitsFor", "restart", "waitsUntil", "2030-01-01T10:00:00Z"))
                .expect(200);
        JsonNode waiting =
                api.get("/api/cases?waits=restart&device=chart-hes-07").json();
        assertThat(waiting.path(0).path("waitsUntil").asString()).startsWith("2030-01-01T10:00:00");
    }

    @Test
    void aListTellsWhatWasTriedAndWhatIsOwedOfEachCase() {
        long n = api.openCase(Map.of("text", TEXT, "error", "tracks-full", "device", "list-device"));
        long m = api.openCase(Map.of("text", TEXT, "error", "tracks-full", "device", "list-device"));
        api.attempt(n, "grow-tracks", "no-change", 3);
        long a = api.begin(n, "clear-tracks");
        step(n, a, "l-0", 0, "output", "mode quiet");
        step(n, a, "l-1", 0, "done", null);
        JsonNode list = api.get("/api/cases?device=list-device").expect(200).json();
        assertThat(list.path(0).path("number").asLong()).isEqualTo(m);
        assertThat(list.path(0).path("outcomes").size()).isZero();
        assertThat(list.path(0).path("openPutBacks").asInt()).isZero();
        assertThat(list.path(1).path("outcomes").toString()).isEqualTo("[\"no-change\",\"\"]");
        assertThat(list.path(1).path("openPutBacks").asInt()).isEqualTo(1);
    }

    @Test
    void aCaseWithoutAKnownErrorHasAnEmptyPlanAndNoSheet() {
        long n = api.openCase(Map.of("text", "it only hums"));
        assertThat(plan(n).path("ordered").size()).isZero();
        api.get("/api/cases/" + n + "/sheet").refused(404, "yet");
    }
}
