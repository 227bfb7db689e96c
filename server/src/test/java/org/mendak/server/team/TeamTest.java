package org.mendak.server.team;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.mendak.server.Api;
import org.mendak.server.OnDesk;
import org.mendak.server.Texts;
import org.mendak.server.platform.Db;
import tools.jackson.databind.JsonNode;

/** Getting in and what each may do: browsers with CSRF, programs with tokens, three roles, guessing slowed down. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class TeamTest extends OnDesk {

    private static final String PASSWORD = "a long enough one";

    private Api lead;

    @Test
    @Order(1)
    void theFirstLeadIsMadeThroughAnAddressThatWorksOnce() {
        String code = app.bean(TeamService.class).invite().orElseThrow();
        lead = Api.browser(app.address());
        Map<String, String> me = Map.of("login", "odd", "name", "Odd Vik", "password", PASSWORD);
        lead.post("/api/welcome/wrong", me).refused(404, "not right");
        lead.post("/api/welcome/" + code, Map.of("login", "odd", "name", "Odd Vik", "password", "short"))
                .refused(422, "password");
        assertThat(lead.get("/api/welcome/" + code).json().path("open").asBoolean())
                .isTrue();
        JsonNode session = lead.post("/api/welcome/" + code, me).expect(201).json();
        assertThat(session.path("user").path("roles").toString()).isEqualTo("[\"agent\",\"author\",\"lead\"]");
        Api.browser(app.address()).post("/api/welcome/" + code, me).refused(404, "used already");
        assertThat(app.bean(TeamService.class).invite()).isEmpty();
    }

    @Test
    @Order(2)
    void aLeadAddsPeopleAndEachMayDoWhatTheirRoleAllows() {
        person("runa", "agent");
        person("ines", "author");
        Api agent = in("runa");
        Api author = in("ines");

        author.create("fixes/grow-tracks", Texts.GROW_FIX).expect(201);
        author.transition("fixes/grow-tracks", "in-review").expect(200);
        author.transition("fixes/grow-tracks", "published").refused(403, "");
        agent.transition("fixes/grow-tracks", "published").refused(403, "");
        agent.create("fixes/mine", Texts.GROW_FIX).refused(403, "");
        agent.get("/api/documents/fixes/grow-tracks?revision=draft").refused(403, "");
        agent.get("/api/people").refused(403, "");
        agent.csv("case\n").refused(403, "");
        agent.get("/api/cases/export.csv").refused(403, "");
        agent.zip("", Texts.zip(Map.of("fixes/a.md", "x"))).refused(403, "");
        author.zip("", Texts.zip(Map.of("fixes/a.md", "x"))).refused(403, "");
        agent.get("/api/library/export").refused(403, "");
        agent.send("PUT", "/api/library/vocabulary", "format: 1\n".getBytes(), "If-None-Match", "*")
                .refused(403, "");
        lead.transition("fixes/grow-tracks", "published").expect(200);
        agent.get("/api/fixes/grow-tracks").expect(200);
        agent.post("/api/cases", Map.of("text", "it hums")).expect(201);
    }

    private void person(String login, String role) {
        lead.post("/api/people", Map.of("login", login, "name", "Name " + login, "role", role, "password", PASSWORD))
                .expect(201);
    }

    private Api in(String login) {
        Api api = Api.browser(app.address());
        api.signIn(login, PASSWORD).expect(200);
        return api;
    }

    @Test
    @Order(3)
    void nothingIsToldToStrangers() {
        Api nobody = Api.browser(app.address());
        for (String path : List.of("/api/cases", "/api/errors", "/api/library/words", "/api/evidence", "/api/people")) {
            nobody.get(path).refused(401, "sign in");
        }
        nobody.post("/api/recognitions", Map.of("text", "x")).refused(401, "sign in");
        assertThat(nobody.get("/api/session").json().path("user").isNull()).isTrue();
        assertThat(nobody.get("/actuator/health").json().path("status").asString())
                .isEqualTo("UP");
        assertThat(nobody.get("/actuator/env").status()).isNotEqualTo(200);
        nobody.get("/v3/api-docs").refused(401, "sign in");
        lead.get("/v3/api-docs").expect(200);
    }

    @Test
    @Order(3)
    void anUnsafeCallWithoutThePagesTokenChangesNothing() {
        Api agent = in("runa");
        int before = agent.get("/api/cases").json().size();
        agent.send(
                        "POST",
                        "/api/cases",
                        "{\"text\":\"x\"}".getBytes(),
                        "Content-Type",
                        "application/json",
                        "X-XSRF-TOKEN",
                        "wrong")
                .refused(403, "Nothing was changed");
        assertThat(agent.get("/api/cases").json().size()).isEqualTo(before);
        Api unsigned = Api.browser(app.address());
        unsigned.send(
                        "POST",
                        "/api/session",
                        "{\"login\":\"runa\",\"password\":\"x\"}".getBytes(),
                        "Content-Type",
                        "application/json",
                        "X-XSRF-TOKEN",
                        "wrong")
                .refused(403, "");
    }

    @Test
    @Order(3)
    void theCsrfTokenChangesWithTheRights() {
        Api agent = Api.browser(app.address());
        String before = agent.csrf();
        agent.signIn("runa", PASSWORD).expect(200);
        assertThat(agent.csrf()).isNotEmpty().isNotEqualTo(before);
        agent.delete("/api/session").expect(200);
        agent.get("/api/cases").refused(401, "");
    }

    @Test
    @Order(3)
    void aTokenDoesWhatItsScopesSayUntilItIsRevoked() {
        JsonNode made = lead.post("/api/tokens", Map.of("name", "nightly", "scopes", List.of("cases")))
                .expect(201)
                .json();
        String secret = made.path("token").asString();
        Api program = Api.bearer(app.address(), secret);
        program.get("/api/cases").expect(200);
        program.post("/api/cases", Map.of("text", "from a program")).expect(201);
        program.create("fixes/no", Texts.GROW_FIX).refused(403, "");
        program.get("/api/people").refused(403, "");
        program.post("/api/tokens", Map.of("name", "more", "scopes", List.of("library")))
                .refused(403, "admin");
        assertThat(lead.get("/api/tokens").text()).contains("nightly").doesNotContain(secret);
        lead.delete("/api/tokens/" + made.path("id").asLong()).expect(204);
        program.get("/api/cases").refused(401, "revoked");
        Api.bearer(app.address(), "mdk_guess").get("/api/cases").refused(401, "");
    }

    @Test
    @Order(4)
    void guessingIsSlowedDownAndTimeHeals() {
        Api stranger = Api.browser(app.address());
        for (int i = 0; i < 5; i++) {
            stranger.signIn("ines", "wrong " + i).refused(401, "do not belong together");
        }
        JsonNode slowed = stranger.signIn("ines", PASSWORD).refused(429, "wait").json();
        assertThat(slowed.path("retryAfterSeconds").asLong()).isPositive();
        stranger.signIn("nobody-here", "x").refused(401, "do not belong together");
        app.clock().forward(Duration.ofMinutes(16));
        stranger.signIn("ines", PASSWORD).expect(200);
    }

    @Test
    @Order(5)
    void whoIsShutOutIsOutAtOnceAndTheLastLeadStays() {
        Api agent = in("runa");
        long id = idOf("runa");
        lead.patch("/api/people/" + id, Map.of("active", false)).expect(200);
        agent.get("/api/cases").refused(401, "has ended");
        Api.browser(app.address()).signIn("runa", PASSWORD).refused(401, "");
        lead.patch("/api/people/" + idOf("odd"), Map.of("role", "agent")).refused(409, "last lead");
        lead.patch("/api/people/999", Map.of("role", "agent")).refused(404, "");
        lead.post("/api/people", Map.of("login", "odd", "name", "x", "role", "lead", "password", PASSWORD))
                .refused(409, "taken");
    }

    private long idOf(String login) {
        for (JsonNode p : lead.get("/api/people").expect(200).json()) {
            if (p.path("login").asString().equals(login)) {
                return p.path("id").asLong();
            }
        }
        throw new AssertionError(login);
    }

    @Test
    @Order(6)
    void whoDidWhatIsWrittenDownWithoutPastedTexts() {
        List<String> rows = app.bean(Db.class)
                .tx(tx -> tx.list(
                        "select p.login, a.what, a.target, a.detail from audit a left join person p on p.id = a.person order by a.id",
                        r -> r.getString(1) + " " + r.getString(2) + " " + r.getString(3) + " " + r.getString(4)));
        assertThat(rows)
                .anyMatch(r -> r.startsWith("ines document-saved fix/grow-tracks"))
                .anyMatch(r -> r.startsWith("odd document-published fix/grow-tracks"))
                .anyMatch(r -> r.startsWith("runa case-opened"))
                .anyMatch(r -> r.startsWith("odd token-revoked"))
                .noneMatch(r -> r.contains("it hums") || r.contains(PASSWORD));
        List<String> hashes =
                app.bean(Db.class).tx(tx -> tx.list("select password_hash from person", r -> r.getString(1)));
        assertThat(hashes).isNotEmpty().allMatch(h -> h.startsWith("h:$2") && !h.contains(PASSWORD));
    }
}
