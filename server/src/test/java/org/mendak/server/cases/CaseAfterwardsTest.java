package org.mendak.server.cases;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.InputStreamReader;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Base64;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnTestDesk;
import tools.jackson.databind.JsonNode;

/** What becomes of cases in other hands or later, by HTTP. */
class CaseAfterwardsTest extends OnTestDesk {

    private static final byte[] PNG = Base64.getDecoder()
            .decode("iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg==");
    private static final String PARTS = "Board part clock.wbl not found";

    private Desk solved(String device) {
        Desk d = Desk.open(api, "parts-gone", PARTS, Map.of("device", device));
        d.start("bring-parts").outcome("worked").close("solved").expect(200);
        return d;
    }

    private int held() {
        return api.get("/api/errors/parts-gone/evidence")
                .expect(200)
                .json()
                .path("fixes")
                .path(0)
                .path("held")
                .asInt();
    }

    @Test
    void theSameErrorOnTheSameDeviceIsProposedAsARecurrence() {
        Desk old = solved("board-1");
        int before = held();
        assertThat(Desk.open(api, "parts-gone", PARTS, Map.of("device", "board-2"))
                        .see()
                        .path("earlier")
                        .isNull())
                .isTrue();
        Desk again = Desk.open(api, "parts-gone", PARTS, Map.of("device", "Board-1"));
        assertThat(again.see().path("earlier").path("number").asLong()).isEqualTo(old.number);
        assertThat(again.see().path("earlier").path("fix").asString()).isEqualTo("bring-parts");
        again.post("/recurrence", Map.of("of", 1_000_000, "again", true)).refused(409, "no earlier case");
        again.post("/recurrence", Map.of("of", old.number)).refused(422, "again");
        JsonNode c = again.post("/recurrence", Map.of("of", old.number, "again", true))
                .expect(200)
                .json();
        assertThat(c.path("follows").asLong()).isEqualTo(old.number);
        assertThat(c.path("earlier").isNull()).isTrue();
        assertThat(old.see().path("recurredAt").isNull()).isFalse();
        assertThat(old.see().path("attempts").path(0).path("cameBack").asBoolean())
                .isTrue();
        assertThat(held()).isEqualTo(before - 1);
    }

    @Test
    void anAnswerNoIsNotAskedForAgain() {
        Desk old = solved("board-3");
        Desk other = Desk.open(api, "parts-gone", PARTS, Map.of("device", "board-3"));
        other.post("/recurrence", Map.of("of", old.number, "again", false)).expect(200);
        assertThat(other.see().path("earlier").isNull()).isTrue();
        assertThat(old.see().path("attempts").path(0).path("cameBack").asBoolean())
                .isFalse();
    }

    @Test
    void silenceAfterTheHoldingTimeCountsAsHeld() {
        Desk d = solved("board-4");
        assertThat(d.see().path("heldSince").isNull()).isTrue();
        app.clock().forward(Duration.ofDays(11));
        assertThat(d.see().path("heldSince").isNull()).isFalse();
        assertThat(d.textFor("ticket", "plain")).contains("solved, and it held");
        assertThat(Desk.open(api, "parts-gone", PARTS, Map.of("device", "board-4"))
                        .see()
                        .path("earlier")
                        .isNull())
                .isTrue();
    }

    @Test
    void aCaseHandedOverAsksOnceWhatCuredItAndLearns() {
        Desk d = Desk.open(api, "board-goes-dark", "TW-31", Map.of());
        d.start("load-table").outcome("no-change").close("handed-over").expect(200);
        assertThat(uncured()).contains("\"number\":" + d.number);
        int worked = evidence("start-dimmer");
        assertThat(d.post("/findings", Map.of("curedBy", "start-dimmer"))
                        .expect(200)
                        .json()
                        .path("curedBy")
                        .asString())
                .isEqualTo("start-dimmer");
        assertThat(evidence("start-dimmer")).isEqualTo(worked + 1);
        assertThat(uncured()).doesNotContain("\"number\":" + d.number + ",");
        d.post("/findings", Map.of("curedBy", "a new panel")).refused(409, "known already");
        Desk solved = solved("board-9");
        solved.post("/findings", Map.of("curedBy", "x")).refused(409, "was not handed over");
    }

    private String uncured() {
        return api.get("/api/in-hand").expect(200).json().path("uncured").toString();
    }

    private int evidence(String fix) {
        for (JsonNode f : api.get("/api/errors/board-goes-dark/evidence")
                .expect(200)
                .json()
                .path("fixes")) {
            if (f.path("key").asString().equals(fix)) {
                return f.path("worked").asInt();
            }
        }
        throw new AssertionError(fix);
    }

    @Test
    void causeAndBelievedFixCanBeCorrectedAndNothingIsOverwritten() {
        Desk d = Desk.open(api, "board-goes-dark", "TW-31", Map.of());
        d.start("start-dimmer").outcome("not-retested").start("load-table").outcome("worked");
        d.post("/findings", Map.of("cause", "x")).refused(409, "still open");
        d.close("solved", "cause", "the table was old", "note", "  ").expect(200);
        assertThat(d.see().path("cause").asString()).isEqualTo("the table was old");
        assertThat(d.see().path("believedFix").asString()).isEqualTo("load-table");
        // nobody knows which of the two did it
        assertThat(d.textFor("ticket", "plain"))
                .containsPattern("What did it: Load.*, or Start the dimmer, done with it before one retest");
        d.post("/findings", Map.of("believedFix", "stop-dimmer")).refused(422, "was not tried");
        d.post("/findings", Map.of("cause", " ")).refused(422, "cause is empty");
        d.post("/findings", Map.of("believedFix", "start-dimmer", "cause", "the dimmer stood"))
                .expect(200);
        assertThat(d.see().path("believedFix").asString()).isEqualTo("start-dimmer");
        assertThat(d.textFor("ticket", "markdown"))
                .contains("Cause: the dimmer stood", "What did it: Start the dimmer\n");
    }

    @Test
    void aDuplicateNamesItsCase() {
        Desk first = Desk.open(api, "parts-gone", PARTS, Map.of());
        Desk second = Desk.open(api, "parts-gone", PARTS, Map.of());
        second.close("duplicate").refused(422, "duplicateOf");
        second.close("duplicate", "duplicateOf", second.number).refused(422, "duplicateOf");
        second.close("duplicate", "duplicateOf", first.number).expect(200);
        assertThat(second.see().path("duplicateOf").asLong()).isEqualTo(first.number);
        assertThat(second.textFor("ticket", "plain")).contains("the same as case " + first.number);
    }

    @Test
    void picturesAreKeptByWhatTheyAreAndWithinLimits() {
        Desk d = Desk.open(api, "parts-gone", PARTS, Map.of());
        String path = "/api/cases/" + d.number + "/pictures";
        JsonNode kept = api.upload(path, "..\\..\\shot \"1\".png", "text/html", PNG)
                .expect(200)
                .json()
                .path("pictures")
                .path(0);
        assertThat(kept.path("name").asString()).doesNotContain("\\", "\"").endsWith(".png");
        assertThat(kept.path("type").asString()).isEqualTo("image/png");
        Api.Answer seen = api.get(path + "/" + kept.path("id").asLong()).expect(200);
        assertThat(seen.bytes()).isEqualTo(PNG);
        assertThat(seen.header("Content-Type")).isEqualTo("image/png");
        assertThat(seen.header("X-Content-Type-Options")).isEqualTo("nosniff");
        api.upload(path, "page.png", "image/png", "<script>".getBytes(StandardCharsets.UTF_8))
                .refused(422, "not a picture");
        byte[] huge = java.util.Arrays.copyOf(PNG, 5 * 1024 * 1024 + 1);
        api.upload(path, "huge.png", "image/png", huge).refused(413, "");
        for (int i = 1; i < 20; i++) {
            api.upload(path, "p" + i + ".png", "image/png", PNG).expect(200);
        }
        api.upload(path, "one-more.png", "image/png", PNG).refused(422, "at most 20 pictures");
        Api stranger = Api.browser(app.address());
        stranger.get("/api/session");
        stranger.get(path + "/" + kept.path("id").asLong()).refused(401, "sign in");
        api.delete(path + "/" + kept.path("id").asLong()).expect(200);
        api.get(path + "/" + kept.path("id").asLong()).refused(404, "no picture");
    }

    @Test
    void aFixIsReadAtTheDeviceByItsCode() {
        Desk d = Desk.open(
                api,
                "till-store-damaged",
                "PD-9001 Store on SL-0042 damaged",
                Map.of("requester", "Tam Keel", "device", "till-4"));
        d.post("/shown", Map.of("fix", "no-such-fix")).refused(422, "no published fix");
        String code = d.post("/shown", Map.of("fix", "repair-store"))
                .expect(200)
                .json()
                .path("code")
                .asString();
        assertThat(code).matches("[2-9a-hj-km-np-z]{8}");
        Api stranger = Api.browser(app.address());
        Api.Answer page = stranger.get("/api/shown/" + code.toUpperCase(java.util.Locale.ROOT))
                .expect(200);
        assertThat(page.json().path("steps").asInt()).isEqualTo(3);
        assertThat(page.text()).doesNotContain("Tam Keel", "PD-9001 Store on", "till-4");
        stranger.get("/api/shown/22222222").refused(404, "new one");
        app.clock().forward(Duration.ofMinutes(121));
        stranger.get("/api/shown/" + code).refused(404, "ended this");
        int tries = 0;
        while (stranger.get("/api/shown/33333333").status() == 404) {
            assertThat(++tries).isLessThan(100);
        }
        stranger.get("/api/shown/33333333").refused(429, "wait a minute");
    }

    @Test
    void whatLeavesTheDeskIsMasked() {
        Desk d = Desk.open(
                api,
                "parts-gone",
                PARTS + " in /home/tkeel/board, serial number SKL-00417, asked for by Tam Keel",
                Map.of("requester", "Tam Keel"));
        for (String as : new String[] {"markdown", "plain"}) {
            assertThat(d.textFor("hand-over", as))
                    .contains("/home/[user]/board", "serial number [serial]", "by [user]")
                    .doesNotContain("tkeel", "00417", "Tam");
        }
        assertThat(d.textFor("hand-over", "markdown")).contains("```\n" + PARTS);
        assertThat(d.textFor("hand-over", "plain")).contains("    " + PARTS).doesNotContain("##", "```");
        api.get("/api/cases/" + d.number + "/texts/poem").refused(404, "no text");
        api.get("/api/cases/" + d.number + "/texts/ticket?as=pdf").refused(422, "markdown or plain");
    }

    @Test
    void aColleaguesStepIsHeardOfAtOnce() throws Exception {
        Desk d = Desk.open(api, "parts-gone", PARTS, Map.of());
        Api listening = agent("ear", "Ear");
        HttpResponse<java.io.InputStream> stream = HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(app.address() + "/api/live?case=" + d.number))
                                .header("Cookie", listening.cookies())
                                .build(),
                        HttpResponse.BodyHandlers.ofInputStream());
        d.start("bring-parts").done(1);
        try (BufferedReader in = new BufferedReader(new InputStreamReader(stream.body(), StandardCharsets.UTF_8))) {
            String line = in.readLine();
            while (line != null && !line.startsWith("data:")) {
                line = in.readLine();
            }
            assertThat(line).contains("\"number\":" + d.number);
        }
    }

    @Test
    void anOrderIsOverruledWithAReasonOrNone() {
        Desk d = Desk.open(api, "board-goes-dark", "TW-31", Map.of());
        d.patch(Map.of("pinned", java.util.List.of("load-table"), "because", "seen-sign"));
        assertThat(d.order().get(0)).isEqualTo("load-table");
        assertThat(d.planned("load-table").path("reasons").toString()).contains("by-hand");
        api.patchCase(d.number, Map.of("pinned", java.util.List.of("load-table"), "because", "a hunch"))
                .refused(422, "because");
        api.patchCase(d.number, Map.of("goal", "fame")).refused(422, "goal");
    }
}
