package org.mendak.server.hooks;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.net.http.HttpClient;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Base64;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnTestDesk;
import org.mendak.server.Texts;
import org.mendak.server.platform.Who;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Others are told, signed, and again until they hear: a receiver of this test's own, over real HTTP. */
class HookTest extends OnTestDesk {

    private record Heard(Map<String, String> headers, byte[] body) {
        JsonNode json() {
            return JsonMapper.shared().readTree(body);
        }
    }

    private final BlockingQueue<Heard> heard = new LinkedBlockingQueue<>();
    /** What it answers next; 204 when there is none left. */
    private final Deque<Integer> answers = new ArrayDeque<>();

    private HttpServer receiver;
    private final List<Long> hooks = new ArrayList<>();

    @BeforeEach
    void listen() throws IOException {
        heard.clear();
        answers.clear();
        hooks.clear();
        receiver = HttpServer.create(new InetSocketAddress("127.0.0.1", 0), 0);
        receiver.createContext("/told", x -> {
            Map<String, String> headers = new HashMap<>();
            x.getRequestHeaders().forEach((k, v) -> headers.put(k.toLowerCase(), String.join(", ", v)));
            heard.add(new Heard(headers, x.getRequestBody().readAllBytes()));
            int answer = answers.isEmpty() ? 204 : answers.poll();
            if (answer == 302) {
                x.getResponseHeaders().add("Location", "/elsewhere");
            }
            x.sendResponseHeaders(answer, -1);
            x.close();
        });
        receiver.start();
    }

    @AfterEach
    void hangUp() {
        hooks.forEach(id -> api.delete("/api/hooks/" + id));
        receiver.stop(0);
    }

    private String address() {
        return "http://127.0.0.1:" + receiver.getAddress().getPort() + "/told";
    }

    private JsonNode hook(String... events) {
        // what the desk was made with was published before
        app.clock().forward(Duration.ofMinutes(5));
        JsonNode h = api.post("/api/hooks", Map.of("address", address(), "events", events))
                .expect(201)
                .json();
        hooks.add(h.path("id").asLong());
        return h;
    }

    private Heard next() throws InterruptedException {
        Heard h = heard.poll(20, TimeUnit.SECONDS);
        assertThat(h).as("told").isNotNull();
        return h;
    }

    /** The newest call once it was tried so often; the answer is written down a moment after it was given. */
    private JsonNode last(JsonNode hook, int tries, String state) {
        JsonNode call = null;
        for (int i = 0; i < 2_000 && (call == null || call.path("tries").asInt() != tries); i++) {
            call = api.get("/api/hooks/" + hook.path("id").asLong() + "/calls")
                    .json()
                    .path("calls")
                    .path(0);
        }
        assertThat(call.path("tries").asInt()).as(call.toString()).isEqualTo(tries);
        assertThat(call.path("state").asString()).as(call.toString()).isEqualTo(state);
        return call;
    }

    /** As RFC 9421 and RFC 9530 tell a receiver to check it. */
    private static void isSigned(Heard h, String address, String secret) throws GeneralSecurityException {
        String digest = "sha-256=:"
                + Base64.getEncoder()
                        .encodeToString(MessageDigest.getInstance("SHA-256").digest(h.body())) + ":";
        assertThat(h.headers().get("content-digest")).isEqualTo(digest);
        String input = h.headers().get("signature-input");
        assertThat(input).startsWith("mendak=(");
        String params = input.substring("mendak=".length());
        StringBuilder base = new StringBuilder();
        for (String part : params.substring(1, params.indexOf(')')).split(" ")) {
            String value = switch (part) {
                case "\"@method\"" -> "POST";
                case "\"@target-uri\"" -> address;
                default -> h.headers().get(part.replace("\"", ""));
            };
            base.append(part).append(": ").append(value).append('\n');
        }
        base.append("\"@signature-params\": ").append(params);
        Mac mac = Mac.getInstance("HmacSHA256");
        mac.init(new SecretKeySpec(secret.getBytes(StandardCharsets.UTF_8), "HmacSHA256"));
        assertThat(h.headers().get("signature"))
                .isEqualTo("mendak=:"
                        + Base64.getEncoder()
                                .encodeToString(mac.doFinal(base.toString().getBytes(StandardCharsets.UTF_8)))
                        + ":");
    }

    @Test
    void whoFailsTwiceIsToldTheThirdTimeAndTheSame() throws Exception {
        answers.addAll(List.of(500, 503));
        JsonNode hook = hook("published");
        String secret = hook.path("secret").asString();
        api.publish(
                "fixes/hook-one", "---\nfix: hook-one\ntitle: \"Hook one\"\nminutes: 2\nrisk: safe\n---\n\n## Turn\n");
        Heard first = next();
        isSigned(first, address(), secret);
        assertThat(last(hook, 1, "waiting").path("answer").asString()).isEqualTo("it answered 500");
        app.clock().forward(Duration.ofSeconds(11));
        Heard second = next();
        assertThat(heard).isEmpty();
        last(hook, 2, "waiting");
        app.clock().forward(Duration.ofSeconds(61));
        Heard third = next();
        isSigned(third, address(), secret);
        assertThat(third.body()).isEqualTo(first.body()).isEqualTo(second.body());
        last(hook, 3, "told");
        assertThat(third.headers().get("content-type")).isEqualTo("application/cloudevents+json");
        JsonNode event = third.json();
        assertThat(event.path("specversion").asString()).isEqualTo("1.0");
        assertThat(event.path("type").asString()).isEqualTo("mendak.published");
        assertThat(event.path("data").toString())
                .startsWith("{\"kind\":\"fix\",\"key\":\"hook-one\",\"revision\":1,\"title\":\"Hook one\"");
        // it is told once
        app.clock().forward(Duration.ofHours(30));
        assertThat(heard.poll(3, TimeUnit.SECONDS)).isNull();
        // the secret is told when it is made, and never again
        assertThat(api.get("/api/hooks").text()).doesNotContain(secret);
    }

    @Test
    void aClosedCaseIsToldWithoutWhoCalledAndWhatWasSaid() throws InterruptedException {
        JsonNode hook = hook("case-closed");
        long n = api.openCase(Map.of(
                "text",
                "my secret screen says 4711",
                "requester",
                "Tove Pier",
                "product",
                "Berthbook",
                "phase",
                "launch"));
        api.close(n, "withdrawn").expect(200);
        JsonNode event = next().json();
        assertThat(event.path("type").asString()).isEqualTo("mendak.case-closed");
        assertThat(event.path("data").path("number").asLong()).isEqualTo(n);
        assertThat(event.path("data").path("status").asString()).isEqualTo("withdrawn");
        assertThat(event.toString()).doesNotContain("Tove").doesNotContain("4711");
        last(hook, 1, "told");
    }

    @Test
    void whatIsPublishedAtOnceInManyDocumentsIsToldOfEachOnce() throws InterruptedException {
        hook("published");
        Map<String, String> files = new HashMap<>();
        for (int i = 0; i < 520; i++) {
            files.put(
                    "fixes/hook-many-" + i + ".md",
                    "---\nfix: hook-many-" + i + "\ntitle: \"Many " + i
                            + "\"\nminutes: 2\nrisk: safe\n---\n\n## Turn\n");
        }
        api.zip("?publish=true", Texts.zip(files)).expect(200);
        List<String> told = new ArrayList<>();
        for (int i = 0; i < 520; i++) {
            told.add(next().json().path("data").path("key").asString());
        }
        assertThat(told).hasSize(520).doesNotHaveDuplicates();
    }

    @Test
    void oneIsPausedTriedAndToldOnceMore() throws InterruptedException {
        JsonNode hook = hook("published", "surging");
        String at = "/api/hooks/" + hook.path("id").asLong();
        api.post(at + "/tries", Map.of()).expect(200);
        assertThat(next().json().path("type").asString()).isEqualTo("mendak.tried");
        long call = last(hook, 1, "told").path("id").asLong();
        api.post(at + "/calls/" + call + "/again", Map.of()).expect(200);
        next();
        last(hook, 1, "told");
        api.patch(at, Map.of("paused", true)).expect(200);
        api.post(at + "/tries", Map.of()).refused(409, "paused");
        api.publish(
                "fixes/hook-two", "---\nfix: hook-two\ntitle: \"Hook two\"\nminutes: 2\nrisk: safe\n---\n\n## Turn\n");
        assertThat(heard.poll(3, TimeUnit.SECONDS)).isNull();
        // what happened meanwhile is not told afterwards
        app.clock().forward(Duration.ofMinutes(10));
        api.patch(at, Map.of("paused", false)).expect(200);
        assertThat(heard.poll(3, TimeUnit.SECONDS)).isNull();
        api.delete(at).expect(204);
        api.get(at + "/calls").refused(404, "no such address");
        hooks.clear();
    }

    @Test
    void aRedirectIsNotFollowedAndADeadAddressIsGivenUp() throws InterruptedException {
        answers.add(302);
        JsonNode hook = hook("case-closed");
        api.post("/api/hooks/" + hook.path("id").asLong() + "/tries", Map.of()).expect(200);
        next();
        assertThat(last(hook, 1, "waiting").path("answer").asString()).isEqualTo("it answered 302");
        receiver.stop(0);
        int tries = 1;
        for (Duration again : HookTeller.AGAIN) {
            app.clock().forward(again.plusSeconds(1));
            tries++;
            last(hook, tries, tries > HookTeller.AGAIN.size() ? "given-up" : "waiting");
        }
        JsonNode call = last(hook, tries, "given-up");
        assertThat(call.path("answer").asString()).isEqualTo("nobody answers there");
    }

    @Test
    void whatCannotBeToldIsRefused() {
        for (String bad : List.of(
                "",
                "shore.example",
                "ftp://shore.example/x",
                "http://",
                "https://a:b@shore.example/",
                "https://shore.example/#a",
                "http://a b/",
                "https://shore.example/" + "x".repeat(1000))) {
            assertThat(api.post("/api/hooks", Map.of("address", bad, "events", List.of("published")))
                            .status())
                    .as(bad)
                    .isEqualTo(422);
        }
        api.post("/api/hooks", Map.of("address", address(), "events", List.of()))
                .refused(422, "what it is to be told");
        assertThat(api.post("/api/hooks", Map.of("address", address(), "events", List.of("tried")))
                        .status())
                .isIn(400, 422);
        Api author = agent("hook-agent", "Hook Agent");
        author.get("/api/hooks").refused(403, "lead");
    }

    @Test
    void whoBeginsToAnswerAndNeverEndsIsNotWaitedFor() throws IOException {
        try (ServerSocket slow = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            Thread answering = new Thread(() -> {
                try (Socket s = slow.accept()) {
                    s.getOutputStream()
                            .write("HTTP/1.1 200 OK\r\nContent-Length: 1000\r\n\r\nx".getBytes(StandardCharsets.UTF_8));
                    s.getOutputStream().flush();
                    s.getInputStream().transferTo(OutputStream.nullOutputStream());
                } catch (IOException e) {
                    // the caller has hung up, as it should
                }
            });
            answering.start();
            HookStore.Hook hook = new HookStore.Hook(
                    1,
                    "http://127.0.0.1:" + slow.getLocalPort() + "/",
                    Set.of(Happening.PUBLISHED),
                    "s",
                    false,
                    new Who(1),
                    Instant.EPOCH,
                    Instant.EPOCH);
            assertThat(HookTeller.call(HttpClient.newHttpClient(), hook, "{}", Instant.EPOCH, Duration.ofMillis(400)))
                    .isEqualTo("it did not answer in time");
        }
    }

    /** RFC 9530, appendix B.1: the digest of this body. */
    @Test
    void theDigestIsThatOfTheStandard() {
        Map<String, String> h = SignedCall.headers(
                "https://shore.example/",
                "k",
                "s",
                "{\"hello\": \"world\"}".getBytes(StandardCharsets.UTF_8),
                Instant.EPOCH);
        assertThat(h.get("Content-Digest")).isEqualTo("sha-256=:X48E9qOokqqrvdts8nOJRJN3OWDUoyWxBf7kbu9DBPE=:");
        assertThat(Arrays.asList(h.get("Signature-Input").split(";")))
                .contains("created=0", "keyid=\"k\"", "alg=\"hmac-sha256\"");
    }

    @Test
    void anAddressOfTheOwnLinkIsNotCalled() throws Exception {
        assertThat(HookAddress.isForbidden("http://169.254.10.10/x")).isTrue();
        assertThat(HookAddress.isForbidden("http://0.0.0.0/x")).isTrue();
        assertThat(HookAddress.isForbidden("http://[fe80::1]/x")).isTrue();
        assertThat(HookAddress.isForbidden(address())).isFalse();
    }
}
