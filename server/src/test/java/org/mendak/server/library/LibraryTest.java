package org.mendak.server.library;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnDesk;
import org.mendak.server.RunningApp;
import org.mendak.server.Texts;
import tools.jackson.databind.JsonNode;

/** Documents over HTTP: drafts and what readers see, revisions, checking, vocabulary, export and import. */
class LibraryTest extends OnDesk {

    @BeforeAll
    void start() {
        Texts.publish(api);
    }

    private static String fix(String key, String title) {
        return Texts.GROW_FIX.replace("fix: grow-tracks", "fix: " + key).replace("Give the tracks more room", title);
    }

    @Test
    void readersSeeThePublishedRevisionWhileADraftIsWritten() {
        api.publish("fixes/two-faces", fix("two-faces", "Old face"));
        String etag = api.get("/api/documents/fixes/two-faces?revision=draft").header("ETag");
        api.put("fixes/two-faces", fix("two-faces", "New face"), "If-Match", etag)
                .expect(200);
        assertThat(api.get("/api/fixes/two-faces").json().path("title").asString())
                .isEqualTo("Old face");
        assertThat(api.get("/api/documents/fixes/two-faces").text()).contains("Old face");
        assertThat(api.get("/api/documents/fixes/two-faces?revision=draft").text())
                .contains("New face");
        api.transition("fixes/two-faces", "published").expect(200);
        assertThat(api.get("/api/fixes/two-faces").json().path("title").asString())
                .isEqualTo("New face");
        assertThat(api.get("/api/documents/fixes/two-faces?revision=1").text()).contains("Old face");
        JsonNode history = api.get("/api/documents/fixes/two-faces/revisions").json();
        assertThat(history.size()).isEqualTo(2);
        assertThat(history.path(0).path("published").asBoolean()).isTrue();
        assertThat(history.path(0).path("author").asString()).isEqualTo("Command line");
    }

    @Test
    void lineEndingsAndTrailingBlanksAreKeptByteForByte() {
        String odd = fix("odd-ends", "Odd ends").replace("\n", "\r\n") + "  \r\n\r\nlast line without end";
        api.create("fixes/odd-ends", odd).expect(201);
        assertThat(api.get("/api/documents/fixes/odd-ends?revision=draft").bytes())
                .isEqualTo(odd.getBytes(StandardCharsets.UTF_8));
    }

    @Test
    void aRetiredErrorIsRecognisedNoMore() {
        String text = Texts.ERROR
                .replace("error: tracks-full", "error: old-one")
                .replace("LL-712", "LL-799")
                .replace("0x8FA30041", "0x8FA30099")
                .replace(
                        "Track store {folder:path} holds {count:number} tracks, limit {limit:number} reached",
                        "Old plotter {name:word} gave in at {folder:path}")
                .replace(
                        "Track store /srv/tracks holds 5000 tracks, limit 5000 reached",
                        "Old plotter N4 gave in at /srv/old");
        api.publish("errors/old-one", text);
        assertThat(first("LL-799")).isEqualTo("old-one");
        api.transition("errors/old-one", "retired").expect(200);
        assertThat(first("LL-799")).isEmpty();
        api.get("/api/errors/old-one").refused(404, "old-one");
    }

    private String first(String text) {
        return api.post("/api/recognitions", Map.of("text", "it said " + text))
                .expect(200)
                .json()
                .path("candidates")
                .path(0)
                .path("error")
                .asString();
    }

    @Test
    void aTextIsCheckedWithoutBeingStored() {
        JsonNode checked = api.post(
                        "/api/documents/problems",
                        Map.of("kind", "error", "key", "tracks-full", "text", Texts.ERROR.replace("## Try", "## Tri")))
                .expect(200)
                .json();
        assertThat(checked.path("problems").toString()).contains("\"Tri\\\"").contains("\"line\":15");
        assertThat(checked.path("error").path("title").asString()).isEqualTo("Plotter does not start, tracks full");
        JsonNode unreadable = api.post(
                        "/api/documents/problems", Map.of("kind", "fix", "key", "a", "text", "no head at all"))
                .expect(200)
                .json();
        assertThat(unreadable.path("fix").isNull()).isTrue();
        assertThat(unreadable.path("problems").path(0).path("severity").asString())
                .isEqualTo("error");
    }

    @Test
    void shelvesAreListedPageByPageAndFiltered() {
        for (int i = 0; i < 5; i++) {
            api.publish("fixes/page-" + i, fix("page-" + i, "Page " + i));
        }
        Api.Answer page = api.get("/api/fixes?limit=2").expect(200);
        assertThat(page.json().size()).isEqualTo(2);
        String link = page.header("Link");
        assertThat(link).contains("rel=\"next\"");
        String next = link.substring(link.indexOf("/api"), link.indexOf('>'));
        assertThat(api.get(next).json().path(0).path("key").asString())
                .isGreaterThan(page.json().path(1).path("key").asString());
        assertThat(api.get("/api/errors?q=plotter").json().size()).isEqualTo(1);
        assertThat(api.get("/api/errors?product=Leadline&phase=launch").json().size())
                .isEqualTo(1);
        assertThat(api.get("/api/errors?phase=install").json().size()).isZero();
    }

    @Test
    void theVocabularyIsKeptWithItsRevisionAndRefusedWhole() {
        Api.Answer now = api.get("/api/library/vocabulary").expect(200);
        String good = "# words\nformat: 1\nproducts:\n  Leadline:\n    versions: [\"8.0\"]\n";
        api.send("PUT", "/api/library/vocabulary", "format: [".getBytes(), "If-Match", now.header("ETag"))
                .refused(422, "not stored");
        api.send("PUT", "/api/library/vocabulary", good.getBytes(StandardCharsets.UTF_8))
                .refused(428, "If-Match");
        api.send(
                        "PUT",
                        "/api/library/vocabulary",
                        good.getBytes(StandardCharsets.UTF_8),
                        "If-Match",
                        now.header("ETag"))
                .expect(200);
        assertThat(api.get("/api/library/vocabulary").text()).isEqualTo(good);
        assertThat(api.get("/api/library/words").json().path("products").toString())
                .contains("8.0");
        api.send(
                        "PUT",
                        "/api/library/vocabulary",
                        good.getBytes(StandardCharsets.UTF_8),
                        "If-Match",
                        now.header("ETag"))
                .refused(412, "Somebody else");
    }

    @Test
    void aDraftLeavesByExportOnlyIfItIsAskedFor() throws IOException {
        String draft = Texts.GROW_FIX.replace("fix: grow-tracks", "fix: secret-plan");
        api.create("fixes/secret-plan", draft).expect(201);
        String etag =
                api.get("/api/documents/errors/tracks-full?revision=draft").header("ETag");
        String newer =
                api.get("/api/documents/errors/tracks-full?revision=draft").text() + "\nNot yet for others.\n";
        String back = api.put("errors/tracks-full", newer, "If-Match", etag)
                .expect(200)
                .header("ETag");
        Map<String, String> seen =
                unzip(api.get("/api/library/export").expect(200).bytes());
        assertThat(seen).doesNotContainKey("fixes/secret-plan.md");
        assertThat(seen.get("errors/tracks-full.md")).doesNotContain("Not yet for others.");
        Map<String, String> all =
                unzip(api.get("/api/library/export?drafts=true").expect(200).bytes());
        assertThat(all).containsEntry("fixes/secret-plan.md", draft).containsEntry("errors/tracks-full.md", newer);
        api.put("errors/tracks-full", Texts.ERROR, "If-Match", back).expect(200);
        api.transition("errors/tracks-full", "published").expect(200);
        api.transition("fixes/secret-plan", "retired").expect(200);
    }

    @Test
    void whatIsExportedComesBackWithoutLossIntoAnotherDesk() throws IOException {
        Map<String, String> files =
                unzip(api.get("/api/library/export").expect(200).bytes());
        assertThat(files.get("errors/tracks-full.md")).isEqualTo(Texts.ERROR);
        try (RunningApp other = RunningApp.empty()) {
            Api there = other.lead();
            byte[] zip = Texts.zip(files);
            JsonNode preview =
                    there.zip("?publish=true&preview=true", zip).expect(200).json();
            assertThat(preview.path("created").asInt()).isPositive();
            assertThat(there.get("/api/errors").json().size()).isZero();
            there.zip("?publish=true", zip).expect(200);
            assertThat(unzip(there.get("/api/library/export").bytes())).isEqualTo(files);
            JsonNode again = there.zip("?publish=true", zip).expect(200).json();
            assertThat(again.path("created").asInt()).isZero();
            assertThat(again.path("unchanged").asInt())
                    .isEqualTo(preview.path("created").asInt());
        }
    }

    private static Map<String, String> unzip(byte[] zip) throws IOException {
        Map<String, String> files = new TreeMap<>();
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
            for (ZipEntry e = in.getNextEntry(); e != null; e = in.getNextEntry()) {
                files.put(e.getName(), new String(in.readAllBytes(), StandardCharsets.UTF_8));
            }
        }
        return files;
    }

    @Test
    void aZipThatWasCutBetweenItsFilesIsRefusedWhole() {
        byte[] zip = Texts.zip(
                new TreeMap<>(Map.of("fixes/cut-a.md", fix("cut-a", "A"), "fixes/cut-b.md", fix("cut-b", "B"))));
        String text = new String(zip, StandardCharsets.ISO_8859_1);
        int second = text.indexOf("PK\u0003\u0004", 4);
        assertThat(second).isPositive();
        for (int cut : new int[] {second, text.indexOf("PK\u0001\u0002"), zip.length - 1}) {
            api.zip("?publish=true", java.util.Arrays.copyOf(zip, cut)).refused(400, "no whole zip");
        }
        byte[] changed = zip.clone();
        changed[second - 20] ^= 1;
        api.zip("?publish=true", changed).refused(400, "Nothing was stored");
        api.get("/api/fixes/cut-a").refused(404, "");
    }

    @Test
    void oneBrokenFileKeepsAllOthersOutUnlessItIsToBeSkipped() {
        Map<String, String> files = new LinkedHashMap<>();
        files.put("fixes/import-good.md", fix("import-good", "Good"));
        files.put("fixes/import-bad.md", fix("import-bad", "Bad").replace("minutes: 8", "minutes: many"));
        byte[] zip = Texts.zip(files);
        JsonNode refused = api.zip("?publish=true", zip).expect(422).json();
        JsonNode rejected = refused.path("rejected").path(0);
        assertThat(rejected.path("path").asString()).isEqualTo("fixes/import-bad.md");
        assertThat(rejected.path("line").asInt()).isEqualTo(5);
        api.get("/api/fixes/import-good").refused(404, "");

        JsonNode skipped =
                api.zip("?publish=true&skipRejected=true", zip).expect(200).json();
        assertThat(skipped.path("created").asInt()).isEqualTo(1);
        api.get("/api/fixes/import-good").expect(200);
        api.get("/api/documents/fixes/import-bad?revision=draft").refused(404, "");
    }

    @Test
    void aRunningImportIsAJobThatOnlyItsOwnerSees() {
        byte[] zip = Texts.zip(Map.of("fixes/as-job.md", fix("as-job", "As a job")));
        Api.Answer accepted =
                api.zip("?publish=true", zip, "Prefer", "respond-async").expect(202);
        String path = accepted.header("Location");
        JsonNode job = api.ended(path);
        assertThat(job.path("state").asString()).isEqualTo("done");
        assertThat(job.path("result").path("created").asInt()).isEqualTo(1);
        api.get("/api/jobs/none").refused(404, "");
    }

    @Test
    void aFixSheetSaysWhoUsesIt() {
        JsonNode sheet = api.get("/api/fixes/grow-tracks").expect(200).json();
        assertThat(sheet.path("usedBy").toString()).contains("tracks-full");
        assertThat(sheet.path("steps")
                        .path(0)
                        .path("parts")
                        .path(0)
                        .path("text")
                        .asString())
                .isEqualTo("plotctl grow --by 2GB");
    }
}
