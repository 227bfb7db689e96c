package org.mendak.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A client as strict as the contract: a browser with cookies and the CSRF header, or a program with a token. */
public final class Api {

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final Duration PATIENCE = Duration.ofMinutes(2);
    private static final Set<String> UNDER_WAY = Set.of("waiting", "running");

    /** What came back. */
    public record Answer(HttpResponse<byte[]> response) {
        public int status() {
            return response.statusCode();
        }

        public String text() {
            return new String(response.body(), StandardCharsets.UTF_8);
        }

        public byte[] bytes() {
            return response.body();
        }

        public JsonNode json() {
            return JSON.readTree(response.body());
        }

        public String header(String name) {
            return response.headers().firstValue(name).orElse("");
        }

        /** Fails with the answer's text if the status is another. */
        public Answer expect(int status) {
            assertThat(status()).as(text()).isEqualTo(status);
            return this;
        }

        /** A refusal must be a problem with this status whose detail holds this text. */
        public Answer refused(int status, String detail) {
            expect(status);
            assertThat(header("Content-Type")).startsWith("application/problem+json");
            assertThat(json().path("status").asInt()).isEqualTo(status);
            assertThat(json().path("detail").asString()).contains(detail);
            return this;
        }
    }

    private final String address;
    private final String token;
    private final CookieManager cookies = new CookieManager();
    private final HttpClient http;

    private Api(String address, String token) {
        this.address = address;
        this.token = token;
        HttpClient.Builder builder = HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1);
        this.http = token == null ? builder.cookieHandler(cookies).build() : builder.build();
    }

    public static Api browser(String address) {
        Api api = new Api(address, null);
        api.get("/api/session").expect(200);
        return api;
    }

    public static Api bearer(String address, String token) {
        return new Api(address, token);
    }

    public Answer signIn(String login, String password) {
        return post("/api/session", Map.of("login", login, "password", password));
    }

    public String csrf() {
        return cookies.getCookieStore().getCookies().stream()
                .filter(c -> c.getName().equals("XSRF-TOKEN"))
                .map(HttpCookie::getValue)
                .findFirst()
                .orElse("");
    }

    /** The cookies as a request header. */
    public String cookies() {
        return cookies.getCookieStore().getCookies().stream()
                .map(c -> c.getName() + "=" + c.getValue())
                .collect(Collectors.joining("; "));
    }

    public Answer get(String path) {
        return send("GET", path, null);
    }

    /** Asks for work that goes on by itself, a job or a scan, again and again until it has ended. */
    public JsonNode ended(String path) {
        long begun = System.nanoTime();
        while (System.nanoTime() - begun < PATIENCE.toNanos()) {
            JsonNode v = get(path).expect(200).json();
            if (!UNDER_WAY.contains(v.path("state").asString())) {
                return v;
            }
        }
        throw new AssertionError(path + " did not end");
    }

    /** All that wants looking after, once all documents and texts were looked through: on a machine that does much else that takes its time. */
    public JsonNode upkeep() {
        long begun = System.nanoTime();
        while (System.nanoTime() - begun < PATIENCE.toNanos()) {
            JsonNode u = get("/api/upkeep").expect(200).json();
            if (u.path("looked").isNull()) {
                return u;
            }
        }
        throw new AssertionError("what wants looking after was not looked for");
    }

    /** The desk's evidence, once all of it was read. */
    public JsonNode deskEvidence() {
        long begun = System.nanoTime();
        while (System.nanoTime() - begun < PATIENCE.toNanos()) {
            JsonNode d = get("/api/evidence/desk").expect(200).json();
            if (d.path("reading").isNull()) {
                return d;
            }
        }
        throw new AssertionError("the desk's evidence was not read");
    }

    public Answer post(String path, Object json) {
        return sendJson("POST", path, json);
    }

    public Answer putJson(String path, Object json) {
        return sendJson("PUT", path, json);
    }

    public Answer patch(String path, Object json) {
        return sendJson("PATCH", path, json);
    }

    public Answer delete(String path) {
        return send("DELETE", path, null);
    }

    private Answer sendJson(String method, String path, Object json) {
        return send(method, path, JSON.writeValueAsBytes(json), "Content-Type", "application/json");
    }

    /** A file as a browser sends it, in the part called "file". */
    public Answer upload(String path, String name, String type, byte[] bytes) {
        String boundary = "the-test-s-own-boundary";
        java.io.ByteArrayOutputStream body = new java.io.ByteArrayOutputStream();
        body.writeBytes(("--" + boundary + "\r\nContent-Disposition: form-data; name=\"file\"; filename=\"" + name
                        + "\"\r\nContent-Type: " + type + "\r\n\r\n")
                .getBytes(java.nio.charset.StandardCharsets.UTF_8));
        body.writeBytes(bytes);
        body.writeBytes(("\r\n--" + boundary + "--\r\n").getBytes(java.nio.charset.StandardCharsets.UTF_8));
        return send("POST", path, body.toByteArray(), "Content-Type", "multipart/form-data; boundary=" + boundary);
    }

    /** Any call whose body says nothing of its length. */
    public Answer chunked(String method, String path, byte[] body, String... headers) {
        return exchange(
                method,
                path,
                HttpRequest.BodyPublishers.ofInputStream(() -> new java.io.ByteArrayInputStream(body)),
                headers);
    }

    /** Any call; headers as name, value, name, value. */
    public Answer send(String method, String path, byte[] body, String... headers) {
        return exchange(
                method,
                path,
                body == null ? HttpRequest.BodyPublishers.noBody() : HttpRequest.BodyPublishers.ofByteArray(body),
                headers);
    }

    private Answer exchange(String method, String path, HttpRequest.BodyPublisher publisher, String... headers) {
        List<String> all = new ArrayList<>(Arrays.asList(headers));
        if (token != null) {
            all.addAll(List.of("Authorization", "Bearer " + token));
        } else if (!method.equals("GET") && !all.contains("X-XSRF-TOKEN")) {
            all.addAll(List.of("X-XSRF-TOKEN", csrf()));
        }
        HttpRequest.Builder request =
                HttpRequest.newBuilder(URI.create(address + path)).method(method, publisher);
        if (!all.isEmpty()) {
            request.headers(all.toArray(String[]::new));
        }
        try {
            return new Answer(http.send(request.build(), HttpResponse.BodyHandlers.ofByteArray()));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    // documents

    /** Writes a new document as a draft. */
    public Answer create(String path, String text) {
        return put(path, text, "If-None-Match", "*");
    }

    /** Writes a document over the revision with this entity tag. */
    public Answer put(String path, String text, String... precondition) {
        List<String> headers = new ArrayList<>(List.of("Content-Type", "text/markdown;charset=UTF-8"));
        headers.addAll(Arrays.asList(precondition));
        return send(
                "PUT", "/api/documents/" + path, text.getBytes(StandardCharsets.UTF_8), headers.toArray(String[]::new));
    }

    /** Moves the newest revision of a document. */
    public Answer transition(String path, String to) {
        String revision = get("/api/documents/" + path + "?revision=draft").header("Mendak-Revision");
        return post(
                "/api/documents/" + path + "/transitions",
                Map.of("to", to, "revision", revision == null || revision.isEmpty() ? 1 : Integer.parseInt(revision)));
    }

    /** Writes a document and lets readers see it. */
    public void publish(String path, String text) {
        create(path, text).expect(201);
        transition(path, "published").expect(200);
    }

    public Answer csv(String text) {
        return send(
                "POST",
                "/api/cases/import",
                text.getBytes(StandardCharsets.UTF_8),
                "Content-Type",
                "text/csv;charset=UTF-8");
    }

    public Answer zip(String query, byte[] zip, String... headers) {
        List<String> all = new ArrayList<>(List.of("Content-Type", "application/zip"));
        all.addAll(Arrays.asList(headers));
        return send("POST", "/api/library/import" + query, zip, all.toArray(String[]::new));
    }

    /** Changes a case as it is now. */
    public Answer patchCase(long number, Object json) {
        return patch("/api/cases/" + number, json, tag("/api/cases/" + number));
    }

    private String tag(String path) {
        return get(path).header("ETag");
    }

    /** Changes something that was seen in this version. */
    public Answer patch(String path, Object json, String ifMatch) {
        return send(
                "PATCH", path, JSON.writeValueAsBytes(json), "Content-Type", "application/json", "If-Match", ifMatch);
    }

    /** Records an attempt's outcome over whatever is recorded now. */
    public Answer recordOver(long number, long attempt, Object json) {
        for (JsonNode a : get("/api/cases/" + number).json().path("attempts")) {
            if (a.path("id").asLong() == attempt) {
                return patch(
                        "/api/cases/" + number + "/attempts/" + attempt,
                        json,
                        "\"v" + a.path("version").asInt() + "\"");
            }
        }
        throw new AssertionError("no attempt " + attempt);
    }

    /** Opens a case; its number. */
    public long openCase(Map<String, ?> opening) {
        return post("/api/cases", opening).expect(201).json().path("number").asLong();
    }

    /** Starts a fix; the attempt's number. */
    public long begin(long number, String fix) {
        return post("/api/cases/" + number + "/attempts", Map.of("fix", fix))
                .expect(201)
                .json()
                .path("id")
                .asLong();
    }

    /** Starts a fix and records its outcome; the attempt's number. */
    public long attempt(long number, String fix, String outcome, double minutes) {
        long id = begin(number, fix);
        patch("/api/cases/" + number + "/attempts/" + id, Map.of("outcome", outcome, "minutes", minutes))
                .expect(200);
        return id;
    }

    /** A closed case takes no attempt. */
    public void attemptRefused(long number) {
        post("/api/cases/" + number + "/attempts", Map.of("fix", "grow-tracks")).refused(409, "reopen it first");
    }

    public Answer close(long number, String outcome) {
        return post("/api/cases/" + number + "/close", Map.of("outcome", outcome));
    }
}
