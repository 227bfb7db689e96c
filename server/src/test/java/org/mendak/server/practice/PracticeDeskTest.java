package org.mendak.server.practice;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Pattern;
import org.assertj.core.api.SoftAssertions;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnDemo;
import org.mendak.server.RunningApp;
import tools.jackson.databind.JsonNode;

/** Calls to practise on: worked as any case, and counted for nothing. */
class PracticeDeskTest extends OnDemo {

    private static final String ERROR = "till-update-waits-for-sales";
    private static final String WORDS = "the takings of the day hold up the skerrywake update";

    /** What is other in each answer: when it was given, where, and what is usual by then. */
    private static final Pattern OF_ITSELF =
            Pattern.compile("\"now\":\"[^\"]*\"|http://127\\.0\\.0\\.1:\\d+|\"usual\":[\\d.E-]+");

    /** A practice case with its device. */
    private record Call(Api who, String device, long number) {

        static Call taken(Api lead, Api who, String error) {
            lead.putJson("/api/practice/choice", Map.of("errors", List.of(error)))
                    .expect(200);
            JsonNode d = who.post("/api/practice/calls", Map.of()).expect(201).json();
            JsonNode c = who.post(
                            "/api/practice/devices/" + d.path("id").asString() + "/case",
                            Map.of(
                                    "text",
                                    WORDS,
                                    "error",
                                    error,
                                    "device",
                                    d.path("name").asString()))
                    .expect(201)
                    .json();
            return new Call(who, d.path("id").asString(), c.path("number").asLong());
        }

        String path() {
            return "/api/cases/" + number;
        }

        String devicePath() {
            return "/api/practice/devices/" + device;
        }

        JsonNode asks(String fact) {
            return who.post(devicePath() + "/question", Map.of("fact", fact))
                    .expect(200)
                    .json();
        }

        JsonNode type(String line) {
            return who.post("/api/practice/devices/" + device + "/lines", Map.of("line", line))
                    .expect(200)
                    .json();
        }

        boolean works() {
            return who.post("/api/practice/devices/" + device + "/tries", Map.of())
                    .expect(200)
                    .json()
                    .path("screen")
                    .toString()
                    .contains("begins to unpack");
        }

        void tried(String fix, String outcome) {
            long attempt = who.begin(number, fix);
            who.recordOver(number, attempt, Map.of("outcome", outcome, "minutes", 3))
                    .expect(200);
        }

        JsonNode other() {
            return who.get("/api/practice/cases/" + number).expect(200).json();
        }

        /** Mends it, whichever of the three causes it has; the fixes that were tried. */
        List<String> mended() {
            List<String> tried = new ArrayList<>();
            Map<String, Runnable> ways = new LinkedHashMap<>();
            ways.put("push-sales", () -> type("tillctl sales push --today"));
            ways.put("restart-brinelink", () -> type("brinectl restart --wait"));
            ways.put(
                    "restart-device",
                    () -> who.post("/api/practice/devices/" + device + "/hands", Map.of("hand", "restart it"))
                            .expect(200));
            for (var way : ways.entrySet()) {
                way.getValue().run();
                boolean works = works();
                tried(way.getKey(), works ? "worked" : "no-change");
                tried.add(way.getKey());
                if (works) {
                    return tried;
                }
            }
            throw new AssertionError("not mended by " + tried);
        }
    }

    @AfterEach
    void everythingMayCome() {
        api.putJson("/api/practice/choice", Map.of("errors", List.of())).expect(200);
    }

    @Test
    void somebodyRingsAndItIsWorkedAsAlways() {
        Api siv = agent("desk-siv", "Siv Aune");
        api.putJson("/api/practice/choice", Map.of("errors", List.of(ERROR))).expect(200);
        JsonNode d = siv.post("/api/practice/calls", Map.of()).expect(201).json();
        assertThat(d.path("call").path("says").asString()).contains("takings");
        assertThat(d.path("screen")).isEmpty();
        assertThat(d.path("log")).isEmpty();
        assertThat(d.toString()).doesNotContain(ERROR, "push-sales", "sales have not reached");
        String path = "/api/practice/devices/" + d.path("id").asString();
        JsonNode read = siv.post(path + "/reading", Map.of()).expect(200).json();
        assertThat(read.path("screen").path(0).asString()).contains("17 sales have not reached the shore");
        assertThat(read.path("seconds").asLong() - d.path("seconds").asLong()).isEqualTo(30);
        JsonNode c = siv.post(
                        path + "/case",
                        Map.of("text", read.path("screen").path(0).asString(), "error", ERROR, "device", "till-tar-03"))
                .expect(201)
                .json();
        long number = c.path("number").asLong();
        assertThat(number).isNegative();
        siv.post(path + "/case", Map.of("text", "once more")).refused(409, "its practice case already");
        assertThat(siv.get("/api/cases/" + number + "/plan").json().path("ordered"))
                .isNotEmpty();

        Call call = new Call(siv, d.path("id").asString(), number);
        assertThat(call.other().path("ended").isNull()).isTrue();
        List<String> tried = call.mended();
        siv.post(call.path() + "/close", Map.of("outcome", "solved")).expect(200);
        JsonNode told = call.other().path("ended");
        assertThat(told.path("error").asString()).isEqualTo(ERROR);
        assertThat(told.path("cause").asString()).isEqualTo(tried.get(tried.size() - 1));
        assertThat(told.path("mended").asBoolean()).isTrue();
        assertThat(told.path("onDevice").asDouble()).isPositive();
        assertThat(told.path("yours").path("fixes")).hasSameSizeAs(tried);
        assertThat(told.path("laidOut").path("mends").asBoolean()).isTrue();
        assertThat(told.path("verdict").asString())
                .isIn(tried.size() == 1 ? List.of("at-once") : List.of("as-good", "longer"));
        assertThat(siv.get("/api/practice/cases").json().path(0).path("number").asLong())
                .isEqualTo(number);

        // the device was taken back with the end of its case; how it was left is known all the same
        siv.get(path).refused(404, "You have no device");
        assertThat(call.other().path("device").isNull()).isTrue();
        assertThat(siv.get("/api/practice/devices").json().path("mine")).isEmpty();
    }

    /** All that can be asked for without naming anything, and what is about this known error. */
    private static Map<String, String> seen(Api who) {
        who.deskEvidence();
        who.upkeep();
        List<String> paths = new ArrayList<>(List.of(
                "/api/errors/" + ERROR + "/evidence",
                "/api/errors/" + ERROR + "/evidence.csv",
                "/api/errors/" + ERROR + "/evidence/tries",
                "/api/errors/" + ERROR + "/plan",
                "/api/errors/" + ERROR + "/sayings",
                "/api/errors/" + ERROR + "/before",
                "/api/upkeep/errors/" + ERROR,
                "/api/upkeep/fixes/push-sales",
                "/api/fixes/push-sales",
                "/api/evidence/effects/errors/" + ERROR,
                "/api/evidence/effects/fixes/push-sales",
                "/api/cases?error=" + ERROR,
                "/api/cases?device=till-tar-03",
                "/api/cases?status=open",
                "/api/cases?status=solved",
                "/api/cases?q=till-",
                "/api/find?q=skerrywake",
                "/api/find?q=till-tar-03"));
        try {
            for (String line : Files.readAllLines(Path.of("src/test/resources/access.txt"))) {
                String[] words = line.split("\\s+");
                // sign-ins and tokens change with each call, the journal with each export, and archives with the time
                if (words[0].equals("GET")
                        && !words[1].contains("{")
                        && !List.of(
                                        "/api/sessions",
                                        "/api/tokens",
                                        "/api/session",
                                        "/api/session/back",
                                        "/api/audit",
                                        "/api/audit.csv",
                                        "/api/people",
                                        "/api/library/export")
                                .contains(words[1])) {
                    paths.add(words[1]);
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        Map<String, String> seen = new LinkedHashMap<>();
        for (String p : paths) {
            var answer = who.get(p);
            seen.put(p, answer.status() + " " + OF_ITSELF.matcher(answer.text()).replaceAll(""));
        }
        return seen;
    }

    @Test
    void nothingThatOthersSeeIsOtherThanBefore() {
        Path folder = RunningApp.demoFolder();
        Map<String, String> lead;
        Map<String, String> agent;
        try (RunningApp desk = RunningApp.demoOn(folder)) {
            lead = seen(desk.lead());
            agent = seen(desk.demoUser("author"));
            assertThat(lead).hasSizeGreaterThan(45);
            practise(desk.lead(), desk.demoUser("agent"), () -> same(lead, seen(desk.lead())));
            same(lead, seen(desk.lead()));
            same(agent, seen(desk.demoUser("author")));
            assertThat(desk.lead()
                            .get("/api/audit?limit=200")
                            .expect(200)
                            .json()
                            .path("rows"))
                    .filteredOn(r -> r.path("target").asString().startsWith("-"))
                    .isEmpty();
        }
        // nothing that is kept in memory hides what the database says
        try (RunningApp anew = RunningApp.demoOn(folder)) {
            same(lead, seen(anew.lead()));
            same(agent, seen(anew.demoUser("author")));
        }
    }

    /** One case through all that can be done to it, and one that nothing recognises and that stays open. */
    private static void practise(Api lead, Api who, Runnable between) {
        Call call = Call.taken(lead, who, ERROR);
        lead.putJson("/api/practice/choice", Map.of("errors", List.of())).expect(200);
        who.post(call.path() + "/facts", Map.of("never.seen", "before")).expect(200);
        who.post(call.path() + "/notes", Map.of("text", WORDS)).expect(200);
        who.patchCase(call.number(), Map.of("device", "till-tar-03", "requester", "Kaia from the pier"))
                .expect(200);
        who.post(
                        call.path() + "/free-steps",
                        Map.of("clientId", "practised-1", "did", "held the cable of the skerrywake"))
                .expect(200);
        who.post(call.path() + "/moved", Map.of("error", "till-staging-full")).expect(200);
        who.post(call.path() + "/moved", Map.of("error", ERROR)).expect(200);
        between.run();
        call.mended();
        who.post(call.path() + "/close", Map.of("outcome", "solved", "cause", "skerrywake"))
                .expect(200);
        JsonNode other = who.post("/api/practice/calls", Map.of()).expect(201).json();
        who.post(
                        "/api/practice/devices/" + other.path("id").asString() + "/case",
                        Map.of("text", "a skerrywake that nobody has ever met: QX-77-ZZ wirrling"))
                .expect(201);
    }

    private static void same(Map<String, String> before, Map<String, String> now) {
        SoftAssertions.assertSoftly(all -> before.forEach(
                (path, answer) -> all.assertThat(now.get(path)).as(path).isEqualTo(answer)));
    }

    @Test
    void aPracticeCaseIsItsOwnAgents() {
        Call call = Call.taken(api, agent("desk-own", "Siv Aune"), ERROR);
        Api odd = agent("desk-other", "Odd Vik");
        for (Api other : List.of(odd, api)) {
            other.get(call.path()).refused(404, "There is no case " + call.number());
            other.get(call.path() + "/plan").refused(404, "There is no case");
            other.get("/api/cases/-0x" + Long.toHexString(-call.number())).refused(404, "There is no case");
            other.get("/api/live?case=1," + call.number()).refused(404, "There is no case");
            other.get("/api/live?case%5B%5D=" + call.number()).refused(404, "There is no case");
            other.get("/api/cases/%2D" + -call.number() + "/flags").refused(404, "There is no case");
            other.post(call.path() + "/notes", Map.of("text", "hello")).refused(404, "There is no case");
            other.post(call.path() + "/close", Map.of("outcome", "solved")).refused(404, "There is no case");
            other.get("/api/practice/cases/" + call.number()).refused(404, "There is no practice case");
        }
        odd.post("/api/practice/devices/" + call.device() + "/reading", Map.of())
                .refused(404, "You have no device");
    }

    @Test
    void whatWouldTouchOthersIsRefused() {
        Call call = Call.taken(api, agent("desk-refused", "Siv Aune"), ERROR);
        Api siv = call.who();
        long attempt = siv.begin(call.number(), "push-sales");
        siv.recordOver(call.number(), attempt, Map.of("outcome", "no-change")).expect(200);
        siv.post(call.path() + "/handover", Map.of("to", "Odd Vik")).refused(409, "it is yours");
        siv.post(call.path() + "/flags", Map.of("fix", "push-sales", "step", 0, "kind", "wrong", "text", "no"))
                .refused(409, "no step can be flagged");
        siv.post(call.path() + "/saying", Map.of("counts", false)).refused(409, "learns nothing");
        siv.post("/api/drafts", Map.of("cases", List.of(call.number()))).refused(409, "no document");
        siv.post(call.path() + "/close", Map.of("outcome", "duplicate", "duplicateOf", 1))
                .refused(409, "nothing that it repeats");
        long real = siv.openCase(Map.of("text", "another", "device", "till-tar-03"));
        siv.post("/api/cases/" + real + "/close", Map.of("outcome", "duplicate", "duplicateOf", call.number()))
                .refused(422, "which case this one repeats");
        assertThat(siv.get("/api/cases/" + call.number()).json().path("earlier").isNull())
                .isTrue();
        siv.post(call.path() + "/close", Map.of("outcome", "handed-over")).expect(200);
        siv.post(call.path() + "/findings", Map.of("curedBy", "push-sales")).refused(409, "found out later");
        siv.post(call.path() + "/reopen", Map.of()).refused(409, "take another call");
        JsonNode told = call.other().path("ended");
        assertThat(told.path("mended").asBoolean(true)).isFalse();
        // whether or not it was the right fix: nobody did it on the device
        assertThat(told.path("verdict").asString()).isEqualTo("not-there");
        assertThat(told.path("yours").path("mends").asBoolean()).isFalse();
    }

    @Test
    void whoeverRangAnswersWhatTheyAreAsked() {
        Api siv = agent("desk-asks", "Siv Aune");
        Call call = Call.taken(api, siv, "brinelink-queue-not-empty");
        JsonNode before = siv.get(call.devicePath()).expect(200).json();
        assertThat(before.path("call").path("answers")).isEmpty();
        JsonNode asked = call.asks("queue_moves");
        assertThat(asked.path("call").path("answers").path(0).path("fact").asString())
                .isEqualTo("queue_moves");
        assertThat(asked.path("call").path("answers").path(0).path("answer").asString())
                .isIn("yes", "no");
        assertThat(asked.path("seconds").asLong() - before.path("seconds").asLong())
                .isEqualTo(40);
        assertThat(asked.path("screen")).as("not asked to read out").isEmpty();
        assertThat(call.asks("device.image")
                        .path("call")
                        .path("answers")
                        .path(1)
                        .path("answer")
                        .asString())
                .isEqualTo("7.1");
        JsonNode twice = call.asks("queue_moves").path("call").path("answers");
        assertThat(twice).hasSize(2);
        assertThat(call.asks("the way to Tarholm")
                        .path("call")
                        .path("answers")
                        .path(2)
                        .path("answer")
                        .isNull())
                .isTrue();
        for (int i = 0; i < 50; i++) {
            call.asks("fact " + i);
        }
        assertThat(siv.get(call.devicePath()).json().path("call").path("answers"))
                .hasSize(40);
        siv.post(call.devicePath() + "/question", Map.of("fact", " ")).refused(422, "up to 100 characters");
        siv.post(call.devicePath() + "/question", Map.of("fact", "f".repeat(101)))
                .refused(422, "up to 100 characters");
        siv.post(call.devicePath() + "/question", Map.of()).refused(422, "fact is the name");
        agent("desk-asks-not", "Odd Foss")
                .post(call.devicePath() + "/question", Map.of("fact", "queue_moves"))
                .refused(404, "You have no device");
        JsonNode nobodys = siv.post("/api/practice/devices", Map.of("name", "till-tar-03"))
                .expect(201)
                .json();
        siv.post("/api/practice/devices/" + nobodys.path("id").asString() + "/question", Map.of("fact", "line_up"))
                .refused(409, "Nobody rang");
    }

    /** Until each of its causes came once, which is chance. */
    @Test
    void atTheEndOneSeesWhichQuestionWouldHaveTold() {
        Api siv = agent("desk-told", "Siv Aune");
        Map<String, JsonNode> byCause = new TreeMap<>();
        for (int i = 0; i < 100 && byCause.size() < 3; i++) {
            Call call = Call.taken(api, siv, "leadline-picture-grey");
            siv.post(call.path() + "/close", Map.of("outcome", "handed-over")).expect(200);
            JsonNode told = call.other().path("ended");
            assertThat(told.path("verdict").asString()).isEqualTo("nothing-tried");
            byCause.put(told.path("cause").asString(), told);
        }
        assertThat(byCause).containsOnlyKeys("restart-device", "copy-charts", "roll-back-display-driver");
        // the two that come first anyway lose by a question
        assertThat(byCause.get("restart-device").path("asking").isNull()).isTrue();
        assertThat(byCause.get("copy-charts").path("asking").isNull()).isTrue();
        JsonNode driver = byCause.get("roll-back-display-driver");
        JsonNode asking = driver.path("asking");
        assertThat(asking.path("question").asString()).startsWith("Does the panel have the old glass");
        assertThat(asking.path("answer").asString()).isEqualTo("old");
        assertThat(asking.path("way").path("mends").asBoolean()).isTrue();
        assertThat(asking.path("way").path("fixes").size())
                .isLessThan(driver.path("laidOut").path("fixes").size());
        assertThat(asking.path("way").path("minutes").asDouble())
                .isLessThan(driver.path("laidOut").path("minutes").asDouble());
    }

    @Test
    void aLeadChoosesWhatIsPractised() {
        Api siv = agent("desk-choice", "Siv Aune");
        JsonNode all = siv.get("/api/practice/choice").expect(200).json();
        assertThat(all.path("all").asBoolean()).isTrue();
        assertThat(all.path("errors").size()).isGreaterThan(40);
        siv.putJson("/api/practice/choice", Map.of("errors", List.of(ERROR))).refused(403, "choose what is practised");
        api.putJson("/api/practice/choice", Map.of("errors", List.of("none-such")))
                .refused(422, "cannot be practised");
        JsonNode one = api.putJson("/api/practice/choice", Map.of("errors", List.of(ERROR, ERROR)))
                .expect(200)
                .json();
        assertThat(one.path("all").asBoolean()).isFalse();
        for (int i = 0; i < 5; i++) {
            JsonNode d = siv.post("/api/practice/calls", Map.of()).expect(201).json();
            assertThat(d.path("action").asString()).isNotEmpty();
            assertThat(d.path("call").path("says").asString()).contains("takings");
            siv.delete("/api/practice/devices/" + d.path("id").asString()).expect(204);
        }
    }

    @Test
    void aServerStartedAnewHasTheDeviceAsItWasWhenTheCallCame() {
        Path folder = RunningApp.demoFolder();
        long number;
        String name;
        try (RunningApp first = RunningApp.demoOn(folder)) {
            Call call = Call.taken(first.lead(), first.demoUser("agent"), ERROR);
            number = call.number();
            name = call.other().path("name").asString();
            call.type("tillctl sales waiting");
        }
        try (RunningApp again = RunningApp.demoOn(folder)) {
            Api agent = again.demoUser("agent");
            JsonNode other =
                    agent.get("/api/practice/cases/" + number).expect(200).json();
            JsonNode d = agent.get(
                            "/api/practice/devices/" + other.path("device").asString())
                    .expect(200)
                    .json();
            assertThat(d.path("name").asString()).isEqualTo(name);
            assertThat(d.path("console")).isEmpty();
            assertThat(d.path("call").path("number").asLong()).isEqualTo(number);
            assertThat(agent.get("/api/practice/cases/" + number)
                            .json()
                            .path("device")
                            .asString())
                    .isEqualTo(d.path("id").asString());
        }
    }
}
