package org.mendak.server.retention;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipFile;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendak.server.Api;
import org.mendak.server.RunningApp;
import org.mendak.server.Texts;
import org.mendak.server.platform.DeskFolder;
import org.mendak.server.platform.Rests;
import tools.jackson.databind.JsonNode;

/** What was kept long enough, and what somebody asked to be erased, stands nowhere any more; what was measured stays. */
class RetentionTest {

    private static final byte[] PNG = Base64.getDecoder()
            .decode("iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==");

    /** Words that stand nowhere else, each where people's words can stand. */
    private static final List<String> WORDS = List.of(
            "kittiwaketext",
            "kittiwakenote",
            "kittiwakehand",
            "kittiwakeoutput",
            "Kittiwake Caller",
            "kittiwaketried",
            "kittiwakestep",
            "kittiwakephone",
            "kittiwakefree");

    private static long filled(Api api) {
        long n = api.openCase(Map.of(
                "text",
                "LL-712 the kittiwaketext is full",
                "error",
                "tracks-full",
                "device",
                "dev-77",
                "requester",
                "Kittiwake Caller"));
        String at = "/api/cases/" + n;
        api.post(at + "/texts", Map.of("text", "and a second kittiwaketext")).expect(200);
        api.post(at + "/notes", Map.of("text", "rings again, kittiwakenote")).expect(200);
        api.upload(at + "/pictures", "kittiwake.png", "image/png", PNG).expect(200);
        api.post(at + "/handover", Map.of("to", "liv", "note", "mind the kittiwakehand"))
                .expect(200);
        long attempt = api.begin(n, "grow-tracks");
        String code = api.post(at + "/shown", Map.of("fix", "grow-tracks"))
                .expect(200)
                .json()
                .path("code")
                .asString();
        api.post(
                        "/api/shown/" + code,
                        Map.of("id", "answer-1", "step", 1, "kind", "other", "text", "the kittiwakephone is dark"))
                .expect(204);
        api.post(
                        at + "/attempts/" + attempt + "/steps",
                        Map.of(
                                "clientId",
                                "k1",
                                "step",
                                0,
                                "what",
                                "output",
                                "output",
                                "free: kittiwakeoutput MB",
                                "note",
                                ""))
                .expect(200);
        api.post(
                        at + "/attempts/" + attempt + "/steps",
                        Map.of("clientId", "k2", "step", 0, "what", "done", "note", "said kittiwakestep"))
                .expect(200);
        api.recordOver(n, attempt, Map.of("outcome", "worked", "minutes", 5, "note", "with kittiwaketried"))
                .expect(200);
        api.close(n, "solved").expect(200);
        return n;
    }

    private static List<String> standingIn(byte[] bytes) {
        String all = new String(bytes, StandardCharsets.ISO_8859_1);
        return WORDS.stream().filter(all::contains).toList();
    }

    private static List<String> standingInFiles(Path folder) {
        List<String> found = new ArrayList<>();
        try (var files = Files.walk(folder)) {
            for (Path f : files.filter(Files::isRegularFile).toList()) {
                standingIn(Files.readAllBytes(f)).forEach(w -> found.add(w + " in " + folder.relativize(f)));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return found;
    }

    private static byte[] database(byte[] backup, Path scratch) throws IOException {
        Path zip = Files.write(scratch, backup);
        try (ZipFile in = new ZipFile(zip.toFile())) {
            return in.getInputStream(in.getEntry(DeskFolder.DATABASE)).readAllBytes();
        } finally {
            Files.delete(zip);
        }
    }

    private static byte[] backup(Api api, Path scratch) throws IOException {
        String job =
                api.post("/api/backups", Map.of()).expect(202).json().path("id").asString();
        String id = api.ended("/api/jobs/" + job).path("result").path("id").asString();
        return database(api.get("/api/backups/" + id).expect(200).bytes(), scratch);
    }

    private static JsonNode purge(Api api) {
        String job =
                api.post("/api/purges", Map.of()).expect(202).json().path("id").asString();
        return api.ended("/api/jobs/" + job).path("result");
    }

    private static int found(Api api) {
        return api.get("/api/find?q=kittiwaketext")
                .expect(200)
                .json()
                .path("total")
                .asInt();
    }

    private static String evidence(Api api) {
        return api.get("/api/errors/tracks-full/evidence").expect(200).text();
    }

    private static void someoneElse(Api api) {
        api.post(
                        "/api/people",
                        Map.of("login", "liv", "name", "Liv Aune", "role", "agent", "password", "a-long-password"))
                .expect(201);
    }

    @Test
    void whatWasKeptLongEnoughStandsNowhereAnyMoreAndEvidenceStays(@TempDir Path folder) throws IOException {
        Path desk = folder.resolve("desk");
        long n;
        try (RunningApp app = RunningApp.on(desk)) {
            Api api = app.lead();
            Texts.publish(api);
            someoneElse(api);
            n = filled(api);
            while (found(api) == 0) {
                Thread.onSpinWait();
            }
            // all that will be looked for does stand there
            assertThat(standingIn(api.get("/api/cases/" + n).expect(200).bytes()))
                    .hasSizeGreaterThan(5);
            assertThat(standingIn(backup(api, folder.resolve("b.zip")))).hasSizeGreaterThan(5);
            assertThat(purge(api).path("texts").asInt()).as("nothing is set").isZero();
            api.patch("/api/settings", Map.of("textDays", 30, "outputDays", 30, "pictureDays", 30, "nameDays", 30))
                    .expect(200);
            assertThat(purge(api).path("texts").asInt()).as("too young").isZero();
            String before = evidence(api);
            app.clock().forward(Duration.ofDays(31));
            long young = filled(api);
            JsonNode erased = purge(api);
            assertThat(erased.path("texts").asInt()).isEqualTo(1);
            assertThat(erased.path("outputs").asInt()).isEqualTo(1);
            assertThat(erased.path("pictures").asInt()).isEqualTo(1);
            assertThat(erased.path("names").asInt()).isEqualTo(1);
            assertThat(purge(api).path("texts").asInt()).as("once is enough").isZero();
            JsonNode c = api.get("/api/cases/" + n).expect(200).json();
            assertThat(c.path("texts").size()).isZero();
            assertThat(c.path("notes").size()).isZero();
            assertThat(c.path("pictures").size()).isZero();
            assertThat(c.path("requester").isNull()).isTrue();
            assertThat(c.path("attempts").path(0).path("outcome").asString()).isEqualTo("worked");
            api.get("/api/cases/" + young).expect(200);
            assertThat(api.post("/api/erasures", Map.of("number", young))
                            .expect(200)
                            .json()
                            .path("texts")
                            .asInt())
                    .isEqualTo(1);
            while (found(api) > 0) {
                Thread.onSpinWait();
            }
            assertThat(evidence(api)).contains("\"solved\":2");
            assertThat(before).contains("\"solved\":1");
            for (String path : List.of(
                    "/api/cases/" + n,
                    "/api/cases/export.csv",
                    "/api/cases/export.jsonl",
                    "/api/audit.csv",
                    "/api/errors/tracks-full/sayings")) {
                assertThat(standingIn(api.get(path).expect(200).bytes()))
                        .as(path)
                        .isEmpty();
            }
            assertThat(standingIn(backup(api, folder.resolve("b.zip"))))
                    .as("a backup made later")
                    .isEmpty();
        }
        assertThat(standingInFiles(desk))
                .as("files of the desk, once it has ended")
                .isEmpty();
        try (RunningApp app = RunningApp.on(desk)) {
            assertThat(app.lead()
                            .get("/api/cases/" + n)
                            .expect(200)
                            .json()
                            .path("status")
                            .asString())
                    .isEqualTo("solved");
            assertThat(evidence(app.lead())).contains("\"solved\":2");
        }
    }

    @Test
    void everyDayIsLookedOnceAndWrittenDown(@TempDir Path folder) {
        try (RunningApp app = RunningApp.on(folder)) {
            Api api = app.lead();
            Texts.publish(api);
            someoneElse(api);
            RetentionService retention = app.bean(RetentionService.class);
            retention.daily(new Rests(0));
            assertThat(api.get("/api/purges").expect(200).json().path("at").isNull())
                    .as("nothing is to be erased, ever")
                    .isTrue();
            filled(api);
            api.patch("/api/settings", Map.of("nameDays", 2)).expect(200);
            retention.daily(new Rests(0));
            assertThat(api.get("/api/purges").json().path("said").asString()).isEqualTo("nothing was old enough");
            app.clock().forward(Duration.ofHours(23));
            retention.daily(new Rests(0));
            app.clock().forward(Duration.ofHours(26));
            retention.daily(new Rests(0));
            assertThat(api.get("/api/purges").json().path("said").asString()).isEqualTo("names of 1 case");
            assertThat(api.get("/api/audit?what=purged").json().path("rows").size())
                    .isEqualTo(2);
        }
    }

    @Test
    void whatARequesterSaidIsErasedInAllTheirCasesWhateverTheLettersAre(@TempDir Path folder) {
        try (RunningApp app = RunningApp.on(folder)) {
            Api api = app.lead();
            Texts.publish(api);
            someoneElse(api);
            filled(api);
            filled(api);
            long other = api.openCase(Map.of("text", "of somebody else", "requester", "Kittiwake"));
            long third = api.openCase(Map.of("text", "of a third", "requester", "Kittiwake"));
            Api liv = Api.browser(app.address());
            liv.signIn("liv", "a-long-password").expect(200);
            liv.post("/api/erasures", Map.of("requester", "Kittiwake Caller")).refused(403, "lead");
            api.post("/api/erasures", Map.of()).refused(422, "either");
            api.post("/api/erasures", Map.of("number", 1, "requester", "x")).refused(422, "either");
            api.post("/api/erasures", Map.of("number", 999_999)).refused(404, "no case");
            api.post("/api/erasures", Map.of("requester", "Nobody At All")).refused(404, "Nothing was erased");
            assertThat(api.post("/api/erasures", Map.of("number", other, "requester", ""))
                            .expect(200)
                            .json()
                            .path("names")
                            .asInt())
                    .as("an empty name is none")
                    .isEqualTo(1);
            JsonNode erased = api.post("/api/erasures", Map.of("requester", "KITTIWAKE caller "))
                    .expect(200)
                    .json();
            assertThat(erased.path("names").asInt()).isEqualTo(2);
            assertThat(standingIn(api.get("/api/cases/export.jsonl").expect(200).bytes()))
                    .isEmpty();
            assertThat(api.get("/api/cases/" + third).json().path("texts").size())
                    .isEqualTo(1);
            assertThat(api.get("/api/audit.csv").text())
                    .contains("case-words-erased")
                    .doesNotContainIgnoringCase("kittiwake");
        }
    }

    @Test
    void daysAreWithinReason(@TempDir Path folder) {
        try (RunningApp app = RunningApp.on(folder)) {
            Api api = app.lead();
            api.patch("/api/settings", Map.of("textDays", -1)).refused(422, "0 to keep for good");
            api.patch("/api/settings", Map.of("textDays", 40_000)).refused(422, "36500");
            api.patch("/api/settings", Map.of("textDays", 7)).expect(200);
            assertThat(api.patch("/api/settings", Map.of("textDays", 0))
                            .expect(200)
                            .json()
                            .path("textDays")
                            .isNull())
                    .isTrue();
        }
    }

    @Test
    void ofSomebodyWhoWasErasedNoByteOfTheNameStays(@TempDir Path folder) {
        try (RunningApp app = RunningApp.on(folder)) {
            Api api = app.lead();
            Texts.publish(api);
            long id = api.post(
                            "/api/people",
                            Map.of(
                                    "login",
                                    "kit",
                                    "name",
                                    "Kittiwake Caller",
                                    "role",
                                    "agent",
                                    "password",
                                    "a-long-password"))
                    .expect(201)
                    .json()
                    .path("id")
                    .asLong();
            Api kit = Api.browser(app.address());
            kit.signIn("kit", "a-long-password").expect(200);
            kit.openCase(Map.of("text", "x", "error", "tracks-full"));
            api.post("/api/people/" + id + "/erasure", Map.of()).expect(200);
        }
        assertThat(standingInFiles(folder)).isEmpty();
    }
}
