package org.mendak.server.platform;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.Socket;
import java.net.SocketTimeoutException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendak.server.Api;
import org.mendak.server.OnDesk;
import org.mendak.server.RunningApp;

/** What somebody can do who is not signed in: nearly nothing, and nothing that others feel. */
class StrangersTest extends OnDesk {

    private static final String PASSWORD = "a-long-password";

    private Api agent;

    @BeforeAll
    void people() {
        agent = agent("liv", "Liv Aune");
        agent.openCase(Map.of("text", "it hums"));
    }

    private Socket line() throws IOException {
        URI at = URI.create(app.address());
        Socket s = new Socket(at.getHost(), at.getPort());
        s.setSoTimeout(20_000);
        return s;
    }

    private static void say(Socket s, String text) throws IOException {
        OutputStream out = s.getOutputStream();
        out.write(text.getBytes(StandardCharsets.ISO_8859_1));
        out.flush();
    }

    private static int status(Socket s) throws IOException {
        InputStream in = s.getInputStream();
        StringBuilder line = new StringBuilder();
        for (int c = in.read(); c >= 0 && c != '\n'; c = in.read()) {
            line.append((char) c);
        }
        return line.length() < 12 ? -1 : Integer.parseInt(line.substring(9, 12));
    }

    @Test
    void aSignInHasNoRoomForMegabytes() throws IOException {
        Api stranger = Api.browser(app.address());
        // refused before a byte of it came, and then nobody waits for them
        try (Socket s = line()) {
            say(s, post("/api/session", stranger, 6_000_000));
            assertThat(status(s)).isEqualTo(413);
            assertThat(untilItEnds(s)).contains(String.valueOf(BodyLimitFilter.STRANGERS_BYTES));
        }
        stranger.post("/api/session", Map.of("login", "x".repeat(40_000), "password", "y"))
                .refused(413, String.valueOf(BodyLimitFilter.STRANGERS_BYTES));
        stranger.post("/api/welcome/x", Map.of("login", "x".repeat(20_000), "name", "n", "password", "y"))
                .refused(413, "");
        stranger.post("/api/session", Map.of("login", "x".repeat(10_000), "password", "y"))
                .refused(401, "do not belong together");
    }

    /** A line that is closed with bytes on their way is reset, and the answer is lost. */
    @Test
    void whatIsRefusedBeforeItCameIsReadAllTheSame() throws IOException {
        Api stranger = Api.browser(app.address());
        sentAfterTheAnswer("/api/session", stranger, 40_000, 413, "Nothing was stored", "");
        // as by one whose session has ended meanwhile
        sentAfterTheAnswer("/api/cases", stranger, 400_000, 401, "sign in", "HTTP/1.1 200");
    }

    private void sentAfterTheAnswer(String path, Api by, int length, int status, String said, String next)
            throws IOException {
        try (Socket s = line()) {
            say(s, post(path, by, length));
            assertThat(status(s)).isEqualTo(status);
            InputStream in = s.getInputStream();
            StringBuilder answer = new StringBuilder();
            while (!answer.toString().contains(said)) {
                int c = in.read();
                assertThat(c).as("%s in %s", said, answer).isNotNegative();
                answer.append((char) c);
            }
            s.setSoTimeout(500);
            assertThatThrownBy(in::readAllBytes).as("the end").isInstanceOf(SocketTimeoutException.class);
            s.setSoTimeout(20_000);
            say(s, "x".repeat(length) + "GET /api/session HTTP/1.1\r\nHost: x\r\nConnection: close\r\n\r\n");
            assertThat(untilItEnds(s))
                    .as("the last of the answer, and what comes after it")
                    .startsWith("0\r\n\r\n")
                    .contains(next);
        }
    }

    private static String post(String path, Api by, int length) {
        return "POST " + path + " HTTP/1.1\r\nHost: x\r\nContent-Type: application/json\r\nCookie: " + by.cookies()
                + "\r\nX-XSRF-TOKEN: " + by.csrf() + "\r\nContent-Length: " + length + "\r\n\r\n";
    }

    private static String untilItEnds(Socket s) throws IOException {
        return new String(s.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    }

    @Test
    void nothingThatAStrangerUploadsReachesTheDisk() throws IOException {
        Api stranger = Api.browser(app.address());
        Path uploads = app.data().resolve("uploads");
        for (String path :
                List.of("/api/scans", "/api/cases/1/pictures", "/api/session", "/nowhere", "/", "/api/%73cans")) {
            try (Socket s = line()) {
                say(
                        s,
                        "POST " + path + " HTTP/1.1\r\nHost: x\r\nTransfer-Encoding: chunked\r\nCookie: XSRF-TOKEN="
                                + stranger.csrf() + "\r\nX-XSRF-TOKEN: " + stranger.csrf()
                                + "\r\nContent-Type: multipart/form-data; boundary=b\r\n\r\n");
                String part = "--b\r\nContent-Disposition: form-data; name=\"file\"; filename=\"a\"\r\n\r\n"
                        + "x".repeat(60_000);
                say(s, Integer.toHexString(part.length()) + "\r\n" + part + "\r\n");
                assertThat(status(s)).as(path).isBetween(400, 499);
            }
            try (var left = Files.list(uploads)) {
                assertThat(left).isEmpty();
            }
        }
    }

    @Test
    void bodiesThatDripInHoldNobodyUp() throws Exception {
        List<Socket> slow = new ArrayList<>();
        try {
            for (int i = 0; i < 230; i++) {
                Socket s = line();
                slow.add(s);
                String path = i % 2 == 0 ? "/api/session" : "/api/cases";
                say(
                        s,
                        "POST " + path
                                + " HTTP/1.1\r\nHost: x\r\nContent-Type: application/json\r\nContent-Length: 900\r\n\r\n{");
            }
            long begun = System.nanoTime();
            for (int i = 0; i < 20; i++) {
                agent.get("/api/cases").expect(200);
            }
            assertThat(System.nanoTime() - begun).isLessThan(TimeUnit.SECONDS.toNanos(10));
            int refused = 0;
            for (Socket s : slow) {
                int status = status(s);
                refused += status >= 400 || status == -1 ? 1 : 0;
            }
            assertThat(refused).isEqualTo(slow.size());
        } finally {
            for (Socket s : slow) {
                s.close();
            }
        }
    }

    /** However an address is spelled: the method that it leads to is not for strangers. */
    @Test
    void noSpellingOfAnAddressLeadsPastTheSignIn() throws IOException {
        for (String path : List.of(
                "/%61pi/cases",
                "/api/%63ases",
                "/api//cases",
                "//api/cases",
                "/api/./cases",
                "/library/../api/cases",
                "/api;x=1/cases",
                "/api/cases;x",
                "/API/cases",
                "/api/cases/",
                "/api/cases%2f",
                "/assets/../api/cases",
                "/assets/%2e%2e/api/cases",
                "/api\\cases",
                "/actuator",
                "/actuator/env",
                "/actuator/health/../env",
                "/v3/api-docs",
                "/v3/api-docs.yaml",
                "/%76%33/api-docs",
                "/h2-console",
                "/api/jobs/1")) {
            try (Socket s = line()) {
                say(s, "GET " + path + " HTTP/1.1\r\nHost: x\r\nConnection: close\r\n\r\n");
                String answer = new String(s.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
                assertThat(answer).as(path).matches("(?s)HTTP/1.1 4\\d\\d.*").doesNotContain("it hums");
            }
        }
    }

    @Test
    void thePagesTokenIsTheSessionsOwn() {
        Api liv = Api.browser(app.address());
        liv.signIn("liv", PASSWORD).expect(200);
        String planted = Api.browser(app.address()).csrf();
        Map<String, String> cookies = new java.util.HashMap<>();
        for (String c : liv.cookies().split("; ")) {
            cookies.put(c.substring(0, c.indexOf('=')), c.substring(c.indexOf('=') + 1));
        }
        Api bare = Api.browser(app.address());
        String session = cookies.entrySet().stream()
                .filter(e -> e.getKey().equals("mendak"))
                .map(e -> e.getKey() + "=" + e.getValue())
                .findFirst()
                .orElseThrow();
        byte[] body = "{\"text\":\"x\"}".getBytes(StandardCharsets.UTF_8);
        // a cookie that somebody else put into this browser, and its own value in the header
        bare.send(
                        "POST",
                        "/api/cases",
                        body,
                        "Content-Type",
                        "application/json",
                        "Cookie",
                        session + "; XSRF-TOKEN=" + planted,
                        "X-XSRF-TOKEN",
                        planted)
                .refused(403, "token is missing or old");
        liv.post("/api/cases", Map.of("text", "x")).expect(201);
    }

    @Test
    void everyAnswerSaysWhatAPageMayDo() {
        Api.Answer page = Api.browser(app.address()).get("/");
        assertThat(page.header("Content-Security-Policy"))
                .contains("form-action 'self'")
                .contains("object-src 'none'");
        assertThat(page.header("Referrer-Policy")).isEqualTo("no-referrer");
        assertThat(page.header("X-Content-Type-Options")).isEqualTo("nosniff");
        assertThat(page.header("Strict-Transport-Security")).isEmpty();
        // nobody is believed who is not named
        Api.Answer claimed = Api.browser(app.address()).send("GET", "/api/session", null, "X-Forwarded-Proto", "https");
        assertThat(claimed.header("Strict-Transport-Security")).isEmpty();
    }

    @Test
    void behindANamedProxyCookiesAreSecureAndTheLineIsToStayEncrypted(@TempDir Path data) throws Exception {
        try (RunningApp behind = RunningApp.on(data, "--mendak.proxies=127.0.0.1")) {
            HttpResponse<String> a = HttpClient.newHttpClient()
                    .send(
                            HttpRequest.newBuilder(URI.create(behind.address() + "/api/session"))
                                    .header("X-Forwarded-Proto", "https")
                                    .build(),
                            HttpResponse.BodyHandlers.ofString());
            assertThat(a.headers().firstValue("Strict-Transport-Security").orElse(""))
                    .contains("max-age");
            assertThat(a.headers().firstValue("Set-Cookie").orElse(""))
                    .contains("XSRF-TOKEN")
                    .contains("Secure");
        }
    }

    @Test
    void theDemoListensToThisMachineAloneWhateverIsConfigured(@TempDir Path data) {
        try (RunningApp demo = RunningApp.on(data, "--mendak.demo=true", "--server.address=0.0.0.0")) {
            assertThat(demo.listensAt()).isEqualTo(InetAddress.getLoopbackAddress());
        }
    }

    @Test
    void guessingFromManyHandsAtOnceIsCountedAndLocksNobodyOut() throws Exception {
        api.post("/api/people", Map.of("login", "odd", "name", "Odd Vik", "role", "lead", "password", PASSWORD));
        Api odd = Api.browser(app.address());
        odd.signIn("odd", PASSWORD).expect(200);
        odd.delete("/api/session").expect(200);
        // the pause lasts a few seconds, and sixty tries on a busy machine take longer
        app.clock().stop();
        ExecutorService pool = Executors.newFixedThreadPool(20);
        try {
            List<Future<Integer>> all = new ArrayList<>();
            for (int i = 0; i < 60; i++) {
                String guess = "wrong password " + i;
                all.add(pool.submit(
                        () -> Api.browser(app.address()).signIn("odd", guess).status()));
            }
            int evaluated = 0;
            for (Future<Integer> f : all) {
                int status = f.get();
                assertThat(status).isIn(401, 429);
                evaluated += status == 401 ? 1 : 0;
            }
            assertThat(evaluated).isEqualTo(5);
        } finally {
            pool.shutdownNow();
        }
        // not from a strange browser, but from the one where Odd signed in before
        Api.browser(app.address()).signIn("odd", PASSWORD).refused(429, "wait");
        odd.signIn("odd", PASSWORD).expect(200);
        app.clock().goOn();
    }
}
