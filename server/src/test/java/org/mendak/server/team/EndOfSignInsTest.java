package org.mendak.server.team;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.mendak.server.Api;
import org.mendak.server.OnDesk;
import tools.jackson.databind.JsonNode;

/** Sign-ins and tokens end when they should, and passwords are none that everybody tries. */
class EndOfSignInsTest extends OnDesk {

    private static final String PASSWORD = "a-long-password";
    private static final String OTHER = "quite another one";

    private Api lead;

    @BeforeAll
    void start() {
        api.post("/api/people", Map.of("login", "odd", "name", "Odd Vik", "role", "lead", "password", PASSWORD))
                .expect(201);
        lead = in("odd", PASSWORD);
    }

    private Api in(String login, String password) {
        Api a = Api.browser(app.address());
        a.signIn(login, password).expect(200);
        return a;
    }

    private long person(String login) {
        return lead.post(
                        "/api/people",
                        Map.of("login", login, "name", "N " + login, "role", "agent", "password", PASSWORD))
                .expect(201)
                .json()
                .path("id")
                .asLong();
    }

    private static String token(Api who, Map<String, ?> wanted) {
        return who.post("/api/tokens", wanted).expect(201).json().path("token").asString();
    }

    @Test
    void aNewPasswordEndsEverythingButTheBrowserItWasSetIn() {
        person("liv");
        Api here = in("liv", PASSWORD);
        Api elsewhere = in("liv", PASSWORD);
        Api program = Api.bearer(app.address(), token(here, Map.of("name", "t", "scopes", List.of("cases"))));
        program.get("/api/cases").expect(200);
        here.post("/api/password", Map.of("old", "not it at all", "password", OTHER))
                .refused(422, "not your password");
        here.post("/api/password", Map.of("old", PASSWORD, "password", PASSWORD))
                .refused(422, "of before");
        here.post("/api/password", Map.of("old", PASSWORD, "password", OTHER)).expect(200);
        here.get("/api/cases").expect(200);
        here.post("/api/cases", Map.of("text", "x")).expect(201);
        elsewhere.get("/api/cases").refused(401, "has ended");
        assertThat(elsewhere.get("/api/session").json().path("user").isNull()).isTrue();
        program.get("/api/cases").refused(401, "revoked");
        in("liv", OTHER).get("/api/cases").expect(200);
    }

    @Test
    void aNewRoleOrAPasswordSetByALeadEndsThemToo() {
        long id = person("per");
        Api before = in("per", PASSWORD);
        Api program = Api.bearer(app.address(), token(before, Map.of("name", "t", "scopes", List.of("read"))));
        lead.patch("/api/people/" + id, Map.of("role", "author")).expect(200);
        before.get("/api/cases").refused(401, "has ended");
        program.get("/api/cases").refused(401, "revoked");
        Api again = in("per", PASSWORD);
        lead.patch("/api/people/" + id, Map.of("password", OTHER)).expect(200);
        again.get("/api/cases").refused(401, "has ended");
    }

    @Test
    void whoIsShutOutHearsNothingMore() throws IOException, InterruptedException {
        long id = person("ida");
        Api browser = in("ida", PASSWORD);
        HttpResponse<InputStream> stream = HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(app.address() + "/api/live"))
                                .header("Cookie", browser.cookies())
                                .build(),
                        HttpResponse.BodyHandlers.ofInputStream());
        assertThat(stream.statusCode()).isEqualTo(200);
        lead.patch("/api/people/" + id, Map.of("active", false)).expect(200);
        // the stream ends: reading it to its end comes back
        stream.body().readAllBytes();
        browser.get("/api/live").refused(401, "");
    }

    @Test
    void aTokenWithoutAdminMakesSeesAndRevokesNone() {
        person("tor");
        Api browser = in("tor", PASSWORD);
        String secret = token(browser, Map.of("name", "reader", "scopes", List.of("read")));
        Api program = Api.bearer(app.address(), secret);
        program.get("/api/tokens").refused(403, "admin");
        program.post("/api/tokens", Map.of("name", "x", "scopes", List.of("read")))
                .refused(403, "admin");
        long id = browser.get("/api/tokens").json().path(0).path("id").asLong();
        program.delete("/api/tokens/" + id).refused(403, "admin");
        program.post("/api/password", Map.of("old", PASSWORD, "password", OTHER))
                .refused(403, "admin");
        program.get("/api/cases").expect(200);
    }

    @Test
    void aTokenHasAnEnd() {
        person("eli");
        Api browser = in("eli", PASSWORD);
        browser.post("/api/tokens", Map.of("name", "t", "scopes", List.of("read"), "days", 366))
                .refused(422, "1 to 365");
        Api program =
                Api.bearer(app.address(), token(browser, Map.of("name", "t", "scopes", List.of("read"), "days", 2)));
        program.get("/api/cases").expect(200);
        JsonNode listed = browser.get("/api/tokens").json().path(0);
        assertThat(listed.path("expiresAt").asString())
                .isGreaterThan(listed.path("createdAt").asString());
        app.clock().forward(Duration.ofHours(49));
        program.get("/api/cases").refused(401, "");
        assertThat(in("eli", PASSWORD).get("/api/tokens").json()).isEmpty();
    }

    @Test
    void twoLeadsCannotTakeEachOthersPlaceAtOnce() throws Exception {
        long odd = id("odd");
        api.post("/api/people", Map.of("login", "una", "name", "Una", "role", "lead", "password", PASSWORD))
                .expect(201);
        long una = id("una");
        ExecutorService pool = Executors.newFixedThreadPool(2);
        try {
            Future<Integer> a = pool.submit(() ->
                    api.patch("/api/people/" + odd, Map.of("role", "agent")).status());
            Future<Integer> b = pool.submit(() ->
                    api.patch("/api/people/" + una, Map.of("role", "agent")).status());
            assertThat(List.of(a.get(), b.get())).containsExactlyInAnyOrder(200, 409);
        } finally {
            pool.shutdownNow();
        }
        api.patch("/api/people/" + odd, Map.of("role", "lead"));
        api.patch("/api/people/" + una, Map.of("role", "lead"));
        lead = in("odd", PASSWORD);
    }

    private long id(String login) {
        for (JsonNode p : api.get("/api/people").expect(200).json()) {
            if (p.path("login").asString().equals(login)) {
                return p.path("id").asLong();
            }
        }
        throw new AssertionError(login);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "short",
                "password123",
                "P4ssw0rd!!!",
                "1234567890",
                "0987654321",
                "qwertyuiop",
                "aaaaaaaaaaaa",
                "abababababab",
                "abc123abc123",
                "Passwort2026",
                "helpdesk2026!",
                "kari-nordby1",
                "øøøøøøøøøøøøøøøøøøøøøøøøøøøøøøøøøøøøøøøøø",
                "日本語日本語日本語日本語日本語日本語日本語日本語日本語"
            })
    void whatEverybodyTriesIsNoPassword(String password) {
        api.post(
                        "/api/people",
                        Map.of("login", "kari-nordby", "name", "Kari Nordby", "role", "agent", "password", password))
                .refused(422, "password");
    }

    @Test
    void aPasswordOfManyBytesIsWrongAndNoMishap() {
        Api.browser(app.address()).signIn("odd", "ø".repeat(60)).refused(401, "do not belong together");
        Api.browser(app.address()).signIn("odd", "a\u0000b").refused(401, "");
    }

    @Test
    void aRefusedSignInIsWrittenDownWithoutTheName() {
        Api.browser(app.address()).signIn("somebody@skerry.example", "x").refused(401, "");
        Api.browser(app.address()).signIn("odd", "x").refused(401, "");
        List<String> rows = app.bean(org.mendak.server.platform.Db.class)
                .tx(tx -> tx.list(
                        "select who, target from audit where what = 'sign-in-refused'",
                        r -> r.getString(1) + " " + r.getString(2)));
        assertThat(rows).isNotEmpty().allMatch(r -> r.matches("stranger person \\d+"));
    }
}
