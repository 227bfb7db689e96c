package org.mendak.server.cases;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendak.server.Api;
import org.mendak.server.OnDesk;
import org.mendak.server.RunningApp;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Tx;
import tools.jackson.databind.JsonNode;

/** The page at the device: what it shows, what comes back from it, and what it refuses whoever has no business there. */
class ShownTest extends OnDesk {

    private static final String MESSAGE = "TW-8801 Pack north pier.pack not written to disk 7";
    private static final String HELD = "Pack     Holder\n----     ------\ntides    shelf\nmoon     board-2\n";
    private static final String DISKS = "Disk 7 64 GB NORTH PIER\nDisk 3 500 GB SPARE\n";
    private static final byte[] PICTURE = Base64.getDecoder()
            .decode("iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==");

    private int sent;

    @BeforeAll
    void publish() {
        Desk.publish(api);
    }

    /** A case that is worked, with somebody at its device. */
    private final class Line {
        final Desk desk = Desk.open(api, "packs-not-written", MESSAGE, Map.of("device", "board-9"))
                .start("write-pack-disk");
        final String code = show("write-pack-disk");
        final Api phone = Api.browser(app.address());

        String show(String fix) {
            return api.post("/api/cases/" + desk.number + "/shown", Map.of("fix", fix))
                    .expect(200)
                    .json()
                    .path("code")
                    .asString();
        }

        JsonNode page() {
            return phone.get("/api/shown/" + code).expect(200).json();
        }

        Api.Answer say(String kind, Object... more) {
            Map<String, Object> body = new HashMap<>();
            body.put("id", "answer-" + ++sent);
            body.put("kind", kind);
            for (int i = 0; i < more.length; i += 2) {
                body.put(String.valueOf(more[i]), more[i + 1]);
            }
            body.computeIfAbsent("step", k -> page().path("step").asInt());
            body.putIfAbsent("item", page().path("item").asString());
            return phone.post("/api/shown/" + code, body);
        }

        JsonNode waiting() {
            return api.get("/api/cases/" + desk.number + "/shown").expect(200).json();
        }

        Api.Answer settle(JsonNode answer, boolean take) {
            return api.post(
                    "/api/cases/" + desk.number + "/shown/" + answer.path("id").asLong(), Map.of("take", take));
        }

        /** One key of the agent's: whatever came first is taken. */
        JsonNode take() {
            JsonNode first = waiting().path("answers").path(0);
            settle(first, true).expect(200);
            return first;
        }

        Line answered(String kind, Object... more) {
            say(kind, more).expect(204);
            take();
            return this;
        }
    }

    @Test
    void oneStepAfterTheOtherIsShownAndWhatIsAnsweredIsReadByTheSameRules() {
        Line l = new Line();
        JsonNode page = l.page();
        assertThat(page.path("step").asInt()).isEqualTo(1);
        assertThat(page.path("steps").asInt()).isEqualTo(8);
        assertThat(page.path("wanted").toString()).contains("pack", "holder");
        // nothing of the case but this step
        assertThat(page.toString()).doesNotContain("board-9", "TW-8801", "not written", "Ask each pack");

        l.say("output", "text", HELD).expect(204);
        JsonNode came = l.waiting().path("answers").path(0);
        assertThat(came.path("kind").asString()).isEqualTo("output");
        assertThat(came.path("read").toString()).contains("tides", "moon");
        assertThat(came.path("marks").size()).isEqualTo(4);
        // by itself it changes nothing
        assertThat(l.desk.step(0).path("captures").path(0).path("how").asString())
                .isEmpty();
        assertThat(l.page().path("sent").path(0).path("state").asString()).isEqualTo("waiting");
        l.take();
        assertThat(l.desk.step(0).path("captures").path(0).path("how").asString())
                .isEqualTo("seen");
        assertThat(l.page().path("sent").path(0).path("state").asString()).isEqualTo("taken");
        l.answered("done");

        for (String seal : List.of("seal T-77", "seal M-12")) {
            assertThat(l.page().path("commands")).hasSize(1);
            l.answered("output", "text", seal).answered("done");
        }
        assertThat(l.page().path("step").asInt()).isEqualTo(3);
        assertThat(l.page().path("commands").path(0).path("text").asString())
                .isEqualTo("packctl free --pack tides --seal T-77");
        l.answered("done").answered("done");
        l.answered("output", "text", DISKS).answered("done");
        l.desk.enter(4, "value", Map.of("read", Map.of("clause", -1, "row", 1))).expect(200);
        l.answered("done").answered("output", "text", "room 12 GB").answered("done");
        // what was not read holds the step, and the answer waits on
        l.say("done").expect(204);
        l.settle(l.waiting().path("answers").path(0), true).refused(422, "Not read yet");
        l.desk.enter(6, "value", Map.of("read", Map.of("clause", 0, "none", "not-known")))
                .expect(200);
        l.take();

        // the gate: which disk it is stands nowhere, and is told from the device
        JsonNode gate = l.page();
        assertThat(gate.path("gate").asString()).isEqualTo("read-out");
        assertThat(gate.path("commands")).isEmpty();
        l.say("target", "text", "7").expect(204);
        JsonNode wrong = l.waiting().path("answers").path(0);
        assertThat(wrong.path("sameTarget").asBoolean()).isFalse();
        assertThat(wrong.path("text").asString()).isEmpty();
        l.settle(wrong, true).refused(422, "another target");
        l.settle(wrong, false).expect(200);
        assertThat(l.page().path("sent").path(0).path("state").asString()).isEqualTo("dropped");
        l.say("target", "text", "3").expect(204);
        assertThat(l.take().path("sameTarget").asBoolean()).isTrue();
        assertThat(l.page().path("commands").path(0).path("text").asString()).contains("--disk 3");
        l.say("works").refused(409, "There are steps before this");
        l.answered("done");

        JsonNode last = l.page();
        assertThat(last.path("step").asInt()).isEqualTo(9);
        assertThat(last.path("verify").toString()).contains("Let the boards update");
        l.say("done").refused(409, "All steps are done");
        l.say("output", "text", "late").refused(409, "All steps are done");
        l.answered("works");
        assertThat(l.desk.see().path("attempts").path(0).path("outcome").asString())
                .isEqualTo("worked");
        l.phone.get("/api/shown/" + l.code).refused(404, "The desk has ended this");
        // it is over, for who answers too
        l.phone
                .post("/api/shown/" + l.code, Map.of("id", "answer-late", "kind", "works", "step", 9))
                .refused(404, "ended this");
    }

    @Test
    void theSameTwiceIsOneAnswerAndTakenTwiceItIsTakenOnce() {
        Line l = new Line();
        Map<String, Object> body = Map.of("id", "answer-the-same", "kind", "other", "step", 1, "text", "it went dark");
        List<CompletableFuture<Integer>> all = new ArrayList<>();
        for (int i = 0; i < 6; i++) {
            all.add(CompletableFuture.supplyAsync(() -> Api.browser(app.address())
                    .post("/api/shown/" + l.code, body)
                    .status()));
        }
        assertThat(all.stream().map(CompletableFuture::join)).containsOnly(204);
        assertThat(l.waiting().path("answers")).hasSize(1);
        JsonNode one = l.waiting().path("answers").path(0);
        List<CompletableFuture<Integer>> taken = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            taken.add(CompletableFuture.supplyAsync(() -> l.settle(one, true).status()));
        }
        assertThat(taken.stream().map(CompletableFuture::join)).containsOnly(200);
        assertThat(l.desk.see().path("texts").toString().split("it went dark", -1))
                .hasSize(2);
        // what is taken is not dropped any more
        l.settle(one, false).expect(200);
        assertThat(l.desk.see().path("texts").toString()).contains("it went dark");
    }

    @Test
    void whatIsSentIsBoundedAndMasked() {
        Line l = new Line();
        l.say("other", "text", "x".repeat(4_001)).refused(413, "up to 4000 at a time");
        l.say("other", "text", " ").refused(422, "Nothing was written");
        l.say("done", "text", "words").refused(422, "Words do not belong");
        l.say("praise").refused(422, "");
        l.say("picture").refused(422, "as a picture");
        l.say("output", "text", "x", "step", 5).refused(409, "not at this step");
        l.say("output", "text", "x", "step", 0).refused(409, "not at this step");
        l.say("target", "text", "3").refused(409, "does not ask which one");
        l.say("output", "text", "x", "item", "no-such-pack").refused(409, "nothing of that name");
        l.say("answer", "text", "yes", "about", 0).refused(409, "does not ask this now");
        l.say("done", "id", "<script>").refused(422, "letters, digits or dashes");
        l.say("other", "text", "password=hunter-of-the-sea-9").expect(204);
        assertThat(l.waiting().toString()).doesNotContain("hunter-of-the-sea-9");
        byte[] much = ("{\"text\":\"" + "x".repeat(20_000) + "\"}").getBytes(StandardCharsets.UTF_8);
        assertThat(l.phone
                        .send("POST", "/api/shown/" + l.code, much, "Content-Type", "application/json")
                        .status())
                .isEqualTo(413);
        Set<Integer> statuses = new HashSet<>();
        for (int i = 0; i < 50; i++) {
            statuses.add(l.phone
                    .post(
                            "/api/shown/" + l.code,
                            Map.of("id", "flood-of-" + i, "kind", "other", "step", 1, "text", "again"))
                    .status());
        }
        assertThat(statuses).containsExactlyInAnyOrder(204, 429);
        assertThat(l.waiting().path("answers").size()).isEqualTo(20);
    }

    @Test
    void aPictureIsSeenBeforeItIsKept() {
        Line l = new Line();
        String address = "/api/shown/" + l.code + "/pictures?id=picture-one&step=1";
        String[] type = {"Content-Type", "image/png"};
        l.phone
                .send("POST", address, "<svg onload=alert(1)>".getBytes(StandardCharsets.UTF_8), type)
                .refused(422, "not a picture");
        l.phone
                .send("POST", "/api/shown/wrongcod/pictures?id=picture-one&step=1", PICTURE, type)
                .refused(404, "shows nothing");
        l.phone.send("POST", address, PICTURE, type).expect(204);
        l.phone.send("POST", address, PICTURE, type).expect(204);
        assertThat(l.waiting().path("answers")).hasSize(1);
        assertThat(l.desk.see().path("pictures")).isEmpty();
        long id = l.waiting().path("answers").path(0).path("id").asLong();
        String where = "/api/cases/" + l.desk.number + "/shown/" + id + "/picture";
        assertThat(api.get(where).expect(200).bytes()).isEqualTo(PICTURE);
        l.phone.get(where).expect(401);
        l.take();
        assertThat(l.desk.see().path("pictures").path(0).path("name").asString())
                .isEqualTo("from-the-device");
        api.get(where).refused(404, "waits");
        for (int i = 0; i < 4; i++) {
            l.phone
                    .send("POST", address.replace("one", "more" + i), PICTURE, type)
                    .expect(204);
        }
        l.phone.send("POST", address.replace("one", "last"), PICTURE, type).refused(429, "last pictures");
    }

    @Test
    void anotherCasesAnswerIsNotThere() {
        Line a = new Line();
        Line b = new Line();
        a.say("other", "text", "of the one case").expect(204);
        JsonNode came = a.waiting().path("answers").path(0);
        assertThat(b.waiting().path("answers")).isEmpty();
        b.settle(came, true).refused(404, "waits");
        api.get("/api/cases/" + b.desk.number + "/shown/" + came.path("id").asLong() + "/picture")
                .refused(404, "waits");
        assertThat(b.desk.see().toString()).doesNotContain("of the one case");
    }

    @Test
    void itEndsWithItsAttemptItsCaseAndWhenItIsTakenBack() {
        Line l = new Line();
        assertThat(l.show("write-pack-disk")).isEqualTo(l.code);
        l.phone.get("/api/shown/" + l.code).expect(200);
        api.delete("/api/cases/" + l.desk.number + "/shown").expect(204);
        l.phone.get("/api/shown/" + l.code).refused(404, "ended this");
        String second = l.show("write-pack-disk");
        assertThat(second).isNotEqualTo(l.code);
        l.phone.get("/api/shown/" + second).expect(200);
        l.desk.outcome("no-change");
        l.phone.get("/api/shown/" + second).refused(404, "ended this");
        String third = l.show("load-fetcher");
        l.phone.get("/api/shown/" + third).expect(200);
        api.close(l.desk.number, "withdrawn").expect(200);
        l.phone.get("/api/shown/" + third).refused(404, "ended this");
        api.post("/api/cases/" + l.desk.number + "/shown", Map.of("fix", "load-fetcher"))
                .refused(409, "closed");
        assertThat(l.waiting().path("link").isNull()).isTrue();
    }

    /** Who takes back has the link when somebody sends: the sender waits for them, and is told that it ended. */
    @Test
    void nothingComesThroughALinkOnceItsEndWasTold() {
        Line l = new Line();
        l.page();
        Map<String, Object> body = Map.of("id", "answer-too-late", "kind", "other", "step", 1, "text", "gone dark");
        CompletableFuture<Integer> sending = app.bean(Db.class).tx(tx -> {
            tx.run("update device_link set ended_at = made_at where code = ?", l.code);
            CompletableFuture<Integer> sends = CompletableFuture.supplyAsync(
                    () -> l.phone.post("/api/shown/" + l.code, body).status());
            while (!sends.isDone() && !somebodyWaits(tx)) {
                Thread.onSpinWait();
            }
            return sends;
        });
        assertThat(sending.join()).isEqualTo(404);
        assertThat(l.waiting().path("answers")).isEmpty();
    }

    private static boolean somebodyWaits(Tx tx) {
        return tx.one("select 1 from information_schema.sessions where blocker_id is not null", r -> 1)
                .isPresent();
    }

    @Test
    void theDeskSeesWhetherSomebodyIsThere() {
        Line l = new Line();
        assertThat(l.waiting().path("link").path("there").asBoolean()).isFalse();
        l.page();
        assertThat(l.waiting().path("link").path("there").asBoolean()).isTrue();
        app.clock().forward(Duration.ofSeconds(30));
        assertThat(l.waiting().path("link").path("there").asBoolean()).isFalse();
    }

    @Test
    void thePageIsReadAndAnsweredWithoutScripts() {
        Line l = new Line();
        Api.Answer page = l.phone
                .get("/show/" + l.code.toUpperCase(java.util.Locale.ROOT))
                .expect(200);
        assertThat(page.text())
                .contains("See which packs are held", "Step 1 of 8", "packctl")
                .doesNotContain("board-9", "TW-8801");
        assertThat(page.bytes().length).as("bytes of the page").isLessThan(8_000);
        String tag = page.header("ETag");
        assertThat(l.phone
                        .send("GET", "/show/" + l.code, null, "If-None-Match", tag)
                        .status())
                .isEqualTo(304);
        String[] form = {"Content-Type", "application/x-www-form-urlencoded"};
        byte[] words = "kind=output&step=1&text=Pack+Holder%0A---+-----%0A%3Cb%3Ehostile%3C%2Fb%3E"
                .getBytes(StandardCharsets.UTF_8);
        l.phone.send("POST", "/show/" + l.code, words, form).expect(303);
        assertThat(l.waiting().path("answers").path(0).path("text").asString()).contains("<b>hostile</b>");
        assertThat(l.phone
                        .send("GET", "/show/" + l.code, null, "If-None-Match", tag)
                        .expect(200)
                        .text())
                .contains("&lt;b&gt;hostile", "the desk sees it")
                .doesNotContain("<b>hostile");
        // refused, with what was typed
        assertThat(l.phone
                        .send("POST", "/show/" + l.code, "kind=output&step=7&text=kept".getBytes(), form)
                        .text())
                .contains("not at this step", ">kept</textarea>");
        l.phone
                .send("POST", "/show/" + l.code, "%%%=&&&kind=%zz".getBytes(), form)
                .expect(422);
        assertThat(l.phone.get("/show/none").text()).contains("This code shows nothing");
        assertThat(l.phone.get("/show").text()).contains("The code that the desk told you");
        assertThat(l.phone.get("/show?code=AB%20CD").header("Location")).isEqualTo("/show/AB+CD");
        api.delete("/api/cases/" + l.desk.number + "/shown").expect(204);
        assertThat(l.phone.send("POST", "/show/" + l.code, words, form).text()).contains("The desk has ended this");
    }

    @Test
    void onePersonShowsOnlySoMuchAtOnce() {
        Api liv = agent("liv", "Liv Aune");
        Set<Integer> statuses = new HashSet<>();
        long first = 0;
        long last = 0;
        for (int i = 0; i < 25; i++) {
            long n = liv.openCase(Map.of("text", "x", "error", "packs-not-written"));
            first = first == 0 ? n : first;
            last = n;
            statuses.add(liv.post("/api/cases/" + n + "/shown", Map.of("fix", "load-fetcher"))
                    .status());
        }
        assertThat(statuses).containsExactlyInAnyOrder(200, 429);
        // who is refused has begun nothing
        assertThat(liv.get("/api/cases/" + last).json().path("attempts")).isEmpty();
        // one that is over makes room for another
        liv.close(first, "withdrawn").expect(200);
        long next = liv.openCase(Map.of("text", "x", "error", "packs-not-written"));
        liv.post("/api/cases/" + next + "/shown", Map.of("fix", "load-fetcher")).expect(200);
    }

    @Test
    void whileWrongCodesAreHeldOffTheRightOneIsTooUnlessItWasOpenBefore() {
        try (RunningApp other = RunningApp.testDesk()) {
            Api desk = other.lead();
            String open = code(desk);
            String fresh = code(desk);
            Api phone = Api.browser(other.address());
            phone.get("/api/shown/" + open).expect(200);
            for (int i = 0; i < 10; i++) {
                phone.get("/api/shown/wrong" + i).refused(404, "shows nothing");
            }
            phone.get("/api/shown/wrong").refused(429, "wrong codes");
            phone.post("/api/shown/" + fresh, Map.of()).refused(429, "wrong codes");
            phone.get("/api/shown/" + fresh).refused(429, "wrong codes");
            phone.get("/api/shown/" + open).expect(200);
            other.clock().forward(Duration.ofHours(3));
            phone.get("/api/shown/" + open).refused(404, "ended this");
        }
    }

    private static String code(Api desk) {
        long n = desk.openCase(Map.of("text", "x", "error", "setup-stands-still"));
        return desk.post("/api/cases/" + n + "/shown", Map.of("fix", "clear-leftovers"))
                .expect(200)
                .json()
                .path("code")
                .asString();
    }

    /** A link and what came over it outlive a restart. */
    @Test
    void aLinkOutlivesARestart(@TempDir Path folder) {
        String code;
        long n;
        Map<String, Object> kept = Map.of("id", "answer-1", "kind", "other", "step", 1, "text", "kept");
        try (RunningApp first = RunningApp.on(folder)) {
            Api desk = first.lead();
            Desk.publish(desk);
            n = desk.openCase(Map.of("text", "x", "error", "packs-not-written"));
            code = desk.post("/api/cases/" + n + "/shown", Map.of("fix", "load-fetcher"))
                    .json()
                    .path("code")
                    .asString();
            Api.browser(first.address()).post("/api/shown/" + code, kept).expect(204);
        }
        try (RunningApp again = RunningApp.on(folder)) {
            Api phone = Api.browser(again.address());
            phone.get("/api/shown/" + code).expect(200);
            // its answer was lost with the line: sent again it is the same one
            phone.post("/api/shown/" + code, kept).expect(204);
            assertThat(again.lead().get("/api/cases/" + n + "/shown").json().path("answers"))
                    .hasSize(1);
        }
    }
}
