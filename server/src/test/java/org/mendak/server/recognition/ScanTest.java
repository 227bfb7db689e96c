package org.mendak.server.recognition;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Stream;
import java.util.zip.GZIPOutputStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnDemo;
import tools.jackson.databind.JsonNode;

/** Logs by upload over real HTTP: what is found, refused, told over the live stream, and that nothing stays behind. */
class ScanTest extends OnDemo {

    private static final String BOUNDARY = "b0undary";
    private static final String FULL =
            "08:41:09 stager[2210] ERROR Not enough room in /var/stage/pier-3 for till-5.4.pkg: 812 MB needed\n";

    @BeforeAll
    void start() {
        api = app.demoUser("agent");
    }

    private Api.Answer upload(Api caller, byte[] log) {
        return caller.upload("/api/scans", "../x/till.log", "application/octet-stream", log);
    }

    private JsonNode scanned(byte[] log) {
        JsonNode started = upload(api, log).expect(202).json();
        return ended(started.path("id").asString());
    }

    private JsonNode ended(String id) {
        return api.ended("/api/scans/" + id);
    }

    private static String quiet(int lines) {
        return "08:40:01 stager[2210] INFO block written, queue is short\n".repeat(lines);
    }

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    private static byte[] gzip(byte[] bytes) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (GZIPOutputStream zip = new GZIPOutputStream(out)) {
            zip.write(bytes);
        }
        return out.toByteArray();
    }

    private void nothingIsLeft() throws IOException {
        for (String folder : new String[] {"scans", "uploads"}) {
            Path p = app.data().resolve(folder);
            if (Files.isDirectory(p)) {
                try (Stream<Path> files = Files.list(p)) {
                    assertThat(files).as(folder).isEmpty();
                }
            }
        }
    }

    @Test
    void findsKnownErrorsWithLinesAndValuesAndMasksSecrets() throws IOException {
        JsonNode v = scanned(bytes(quiet(1_000) + FULL
                + "08:42:00 linkd[7] ERROR sign-in failed with password=Seal4711 for maren.holt@skerry.example\n"));
        assertThat(v.path("state").asString()).isEqualTo("done");
        assertThat(v.path("name").asString()).isEqualTo("till.log");
        JsonNode f = v.path("findings");
        assertThat(f.path("lines").asLong()).isEqualTo(1_002);
        assertThat(f.path("firstFailure").asLong()).isEqualTo(1_001);
        JsonNode known = f.path("known").path(0);
        assertThat(known.path("error").asString()).isEqualTo("till-staging-full");
        assertThat(known.path("excerpts").path(0).path("captures").path("stage").asString())
                .isEqualTo("/var/stage/pier-3");
        assertThat(f.path("unknown")
                        .path(0)
                        .path("excerpts")
                        .path(0)
                        .path("text")
                        .asString())
                .contains("[password]", "[e-mail]")
                .doesNotContain("Seal4711");
        assertThat(v.toString()).doesNotContain("Seal4711", "maren.holt");
        nothingIsLeft();
    }

    @Test
    void readsGzipAndUtf16() throws IOException {
        assertThat(scanned(gzip(bytes(quiet(500) + FULL)))
                        .path("findings")
                        .path("known")
                        .size())
                .isEqualTo(1);
        assertThat(scanned((quiet(50) + FULL).getBytes(StandardCharsets.UTF_16LE))
                        .path("findings")
                        .path("known")
                        .size())
                .isEqualTo(1);
    }

    @Test
    void refusesAGzipBombClearlyAndDeletesIt() throws IOException {
        JsonNode v = scanned(gzip(new byte[100_000_000]));
        assertThat(v.path("state").asString()).isEqualTo("failed");
        assertThat(v.path("problem").asString()).contains("500 times its size", "deleted");
        nothingIsLeft();
    }

    @Test
    void saysThatDamagedGzipIsDamaged() throws IOException {
        byte[] whole = gzip(bytes(quiet(5_000)));
        JsonNode v = scanned(java.util.Arrays.copyOf(whole, whole.length / 2));
        assertThat(v.path("state").asString()).isEqualTo("failed");
        assertThat(v.path("problem").asString()).contains("damaged or cut");
        nothingIsLeft();
    }

    @Test
    void cancelledItStops() throws IOException {
        String id =
                upload(api, bytes(quiet(400_000))).expect(202).json().path("id").asString();
        api.delete("/api/scans/" + id).expect(204);
        assertThat(ended(id).path("state").asString()).isIn("cancelled", "done");
        nothingIsLeft();
    }

    @Test
    void oneSeesOnlyOnesOwn() {
        String id = scanned(bytes(FULL)).path("id").asString();
        app.demoUser("author").get("/api/scans/" + id).refused(404, "no such scan of yours");
        assertThat(api.get("/api/scans").expect(200).text()).contains(id);
    }

    @Test
    void theListIsShortAndWhatWasPutAwayIsForgotten() {
        String id = scanned(bytes(FULL)).path("id").asString();
        JsonNode listed = null;
        for (JsonNode v : api.get("/api/scans").expect(200).json()) {
            listed = v.path("id").asString().equals(id) ? v : listed;
        }
        assertThat(listed).isNotNull();
        assertThat(listed.path("findings").isNull()).isTrue();
        assertThat(listed.path("name").asString()).isEqualTo("till.log");
        api.delete("/api/scans/" + id).expect(204);
        api.get("/api/scans/" + id).refused(404, "no such scan of yours");
        assertThat(api.get("/api/scans").expect(200).text()).doesNotContain(id);
    }

    @Test
    void anUploadThatBreaksOffIsRefusedAndLeavesNothing() throws IOException {
        byte[] half = ("--" + BOUNDARY
                        + "\r\nContent-Disposition: form-data; name=\"file\"; filename=\"till.log\"\r\n\r\n" + FULL)
                .getBytes(StandardCharsets.UTF_8);
        api.send("POST", "/api/scans", half, "Content-Type", "multipart/form-data; boundary=" + BOUNDARY)
                .refused(400, "broke off");
        nothingIsLeft();
    }

    @Test
    void refusesNothingAndStrangers() {
        upload(api, new byte[0]).refused(422, "empty");
        upload(Api.browser(app.address()), bytes(FULL)).refused(401, "sign in");
        api.post("/api/scans", "x").refused(415, "");
    }

    @Test
    void progressAndTheEndComeOverTheLiveStream() throws Exception {
        HttpClient http = HttpClient.newHttpClient();
        HttpResponse<java.io.InputStream> stream = http.send(
                HttpRequest.newBuilder(URI.create(app.address() + "/api/live"))
                        .header("Cookie", api.cookies())
                        .build(),
                HttpResponse.BodyHandlers.ofInputStream());
        assertThat(stream.statusCode()).isEqualTo(200);
        assertThat(stream.headers().firstValue("Content-Type").orElse("")).startsWith("text/event-stream");
        String id = upload(api, bytes(quiet(1_000) + FULL))
                .expect(202)
                .json()
                .path("id")
                .asString();
        String last = "";
        boolean done = false;
        try (BufferedReader in = new BufferedReader(new InputStreamReader(stream.body(), StandardCharsets.UTF_8))) {
            for (String line = in.readLine(); line != null && !done; line = in.readLine()) {
                last = line.startsWith("id:") ? line.substring(3) : last;
                done = line.startsWith("data:")
                        && line.contains(id)
                        && line.contains("\"done\"")
                        && line.contains("\"state\":\"done\"");
            }
        }
        assertThat(done).isTrue();
        HttpResponse<java.io.InputStream> again = http.send(
                HttpRequest.newBuilder(URI.create(app.address() + "/api/live"))
                        .header("Cookie", api.cookies())
                        .header("Last-Event-ID", String.valueOf(Long.parseLong(last) - 1))
                        .build(),
                HttpResponse.BodyHandlers.ofInputStream());
        try (BufferedReader in = new BufferedReader(new InputStreamReader(again.body(), StandardCharsets.UTF_8))) {
            String line = in.readLine();
            while (!line.startsWith("data:")) {
                line = in.readLine();
            }
            assertThat(line).contains(id);
        }
    }
}
