package org.mendak.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.mendak.server.platform.Limits;
import tools.jackson.databind.JsonNode;

/** Bad input: each time the precise status, the place, and nothing half-done. */
class RefusalsTest extends OnDesk {

    @BeforeAll
    void start() {
        Texts.publish(api);
    }

    private static JsonNode firstError(JsonNode of) {
        for (JsonNode p : of.path("problems")) {
            if (p.path("severity").asString().equals("error")) {
                return p;
            }
        }
        throw new AssertionError("no error among " + of);
    }

    @Test
    void aDocumentWithErrorsIsKeptAsDraftWithItsProblemsAndRefusedAtPublishing() {
        String broken =
                Texts.GROW_FIX.replace("fix: grow-tracks", "fix: broken-one").replace("minutes: 8", "minutes: soon");
        JsonNode saved = api.create("fixes/broken-one", broken).expect(201).json();
        assertThat(saved.path("status").asString()).isEqualTo("draft");
        JsonNode problem = firstError(saved);
        assertThat(problem.path("line").asInt()).isEqualTo(5);
        assertThat(problem.path("column").asInt()).isPositive();

        JsonNode refused = api.transition("fixes/broken-one", "published")
                .refused(422, "was not published")
                .json();
        assertThat(firstError(refused).path("line").asInt()).isEqualTo(5);
        assertThat(api.get("/api/documents/fixes/broken-one?revision=draft")
                        .expect(200)
                        .text())
                .isEqualTo(broken);
        api.get("/api/fixes/broken-one").refused(404, "broken-one");
    }

    @Test
    void anErrorThatNamesAnUnknownFixIsNotPublished() {
        String text = Texts.ERROR
                .replace("error: tracks-full", "error: points-nowhere")
                .replace("../fixes/grow-tracks.md", "../fixes/not-there.md");
        api.create("errors/points-nowhere", text).expect(201);
        JsonNode refused = api.transition("errors/points-nowhere", "published")
                .refused(422, "errors")
                .json();
        assertThat(refused.path("problems").toString()).contains("not-there");
        api.post("/api/cases", Map.of("text", "x", "error", "points-nowhere")).refused(422, "points-nowhere");
    }

    @Test
    void savingNeedsToSayWhichRevisionAndTheLoserOfARaceIsTold() {
        api.put("fixes/grow-tracks", Texts.GROW_FIX).refused(428, "If-Match");
        String etag = api.get("/api/documents/fixes/grow-tracks?revision=draft")
                .expect(200)
                .header("ETag");
        api.put("fixes/grow-tracks", Texts.GROW_FIX + "\nMore.\n", "If-Match", etag)
                .expect(200);
        JsonNode lost = api.put("fixes/grow-tracks", Texts.GROW_FIX + "\nOther.\n", "If-Match", etag)
                .refused(412, "Somebody else")
                .json();
        assertThat(lost.path("currentEtag").asString()).isNotEqualTo(etag);
        assertThat(api.get("/api/documents/fixes/grow-tracks?revision=draft").text())
                .endsWith("More.\n");
        api.create("fixes/grow-tracks", Texts.GROW_FIX).refused(412, "exists already");
        api.put("fixes/never-made", Texts.GROW_FIX, "If-Match", "\"r1\"").refused(412, "nothing to change");
    }

    @Test
    void textsOverTheLimitAreRefusedWhole() {
        String twentyMegabytes = "x".repeat(20_000_000);
        api.post("/api/recognitions", Map.of("text", twentyMegabytes)).refused(413, String.valueOf(Limits.JSON_BYTES));
        String overLimit = "y".repeat(Limits.TEXT + 1);
        api.post("/api/recognitions", Map.of("text", overLimit)).refused(413, "characters");
        int before = api.get("/api/cases").json().size();
        api.post("/api/cases", Map.of("text", overLimit)).refused(413, "Nothing was stored");
        assertThat(api.get("/api/cases").json().size()).isEqualTo(before);
        api.create("fixes/too-long", "z".repeat(Limits.DOCUMENT_BYTES + 1)).refused(413, "Nothing was stored");
    }

    @Test
    void aDeclaredLengthIsBelieved() {
        byte[] overTheLimit = new byte[(int) Limits.ZIP_BYTES + 1];
        api.zip("", overTheLimit).refused(413, String.valueOf(Limits.ZIP_BYTES));
    }

    /** Sent in chunks, so that nothing says beforehand how long it is. */
    @Test
    void whatDeclaresNoLengthIsCounted() {
        byte[] text = ("{\"text\": \"" + "x".repeat(1_000) + "\"}").getBytes(StandardCharsets.UTF_8);
        api.chunked("POST", "/api/recognitions", text, "Content-Type", "application/json")
                .expect(200);
        byte[] overTheLimit = new byte[(int) Limits.JSON_BYTES + 1];
        java.util.Arrays.fill(overTheLimit, (byte) ' ');
        api.chunked("POST", "/api/recognitions", overTheLimit, "Content-Type", "application/json")
                .refused(413, String.valueOf(Limits.JSON_BYTES));
    }

    @Test
    void whatIsNotUtf8IsNotStored() {
        api.send(
                        "PUT",
                        "/api/documents/fixes/latin",
                        new byte[] {(byte) 0xE5, (byte) 0x20},
                        "If-None-Match",
                        "*",
                        "Content-Type",
                        "text/markdown")
                .refused(400, "UTF-8");
        api.get("/api/documents/fixes/latin?revision=draft").refused(404, "latin");
    }

    @Test
    void aZipWhosePathClimbsOutStoresNothing() {
        for (String path :
                new String[] {"../fixes/a.md", "/fixes/a.md", "fixes/../../a.md", "fixes\\a.md", "C:/a.md"}) {
            Map<String, String> files = new LinkedHashMap<>();
            files.put("fixes/good-one.md", Texts.GROW_FIX.replace("grow-tracks", "good-one"));
            files.put(path, "x");
            api.zip("?publish=true", Texts.zip(files)).refused(422, "climbs out");
        }
        api.get("/api/documents/fixes/good-one?revision=draft").refused(404, "good-one");
        api.zip("", "no zip at all".getBytes(StandardCharsets.UTF_8)).refused(400, "Nothing was stored");
    }

    @Test
    void aZipThatUnpacksTooLargeIsStoppedWhileUnpacking() {
        String megabyte = "0".repeat(1_000_000);
        Map<String, String> bomb =
                IntStream.range(0, 280).boxed().collect(Collectors.toMap(i -> "fixes/b-" + i + ".md", i -> megabyte));
        byte[] zip = Texts.zip(bomb);
        assertThat(zip.length).isLessThan(2_000_000);
        api.zip("?publish=true", zip).refused(413, "Unpacked");
    }

    @Test
    void bodiesThatAreNotUnderstoodSayWhere() {
        byte[] halfJson = "{\"text\": \"a\",".getBytes(StandardCharsets.UTF_8);
        api.send("POST", "/api/recognitions", halfJson, "Content-Type", "application/json")
                .refused(400, "line 1");
        api.post("/api/recognitions", Map.of("text", "a", "colour", "blue")).refused(400, "colour");
        api.post("/api/recognitions", Map.of("text", "a", "phase", "lunch")).refused(422, "install, update or launch");
        api.post("/api/recognitions", Map.of()).refused(422, "text is missing");
        api.get("/api/cases?limit=0").refused(400, "1 to 200");
        api.get("/api/cases/999999").refused(404, "999999");
        api.get("/api/errors/nothing-here").refused(404, "nothing-here");
        api.get("/api/documents/poems/a").refused(404, "poems");
        assertThat(api.get("/api/cases/notanumber").status()).isEqualTo(400);
        assertThat(api.get("/api/nowhere").status()).isEqualTo(404);
    }

    @Test
    void aBadKeyOrStatusIsNamed() {
        api.create("fixes/Bad_Key", Texts.GROW_FIX).refused(422, "small letters");
        api.transition("fixes/grow-tracks", "polished").refused(422, "polished");
        api.transition("fixes/not-there", "published").refused(404, "not-there");
    }
}
