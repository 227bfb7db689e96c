package org.mendak.server.team;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendak.server.Api;
import org.mendak.server.OnDesk;
import org.mendak.server.RunningApp;
import tools.jackson.databind.JsonNode;

/** Whoever comes in is told what happened about their sign-in, and no sign-in lasts longer than a day's work. */
class SignInNewsTest extends OnDesk {

    private static final String PASSWORD = "a-long-password";

    @Override
    protected RunningApp begun() {
        return RunningApp.empty("--mendak.session-longest=12h");
    }

    private long person(String login) {
        return api.post(
                        "/api/people",
                        Map.of("login", login, "name", "N. " + login, "role", "agent", "password", PASSWORD))
                .expect(201)
                .json()
                .path("id")
                .asLong();
    }

    private static JsonNode user(Api who) {
        return who.get("/api/session").expect(200).json().path("user");
    }

    private static List<String> news(Api who) {
        return user(who)
                .path("news")
                .valueStream()
                .map(n -> n.path("what").asString() + ": " + n.path("detail").asString())
                .toList();
    }

    private Api in(String login) {
        Api who = Api.browser(app.address());
        who.signIn(login, PASSWORD).expect(200);
        return who;
    }

    @Test
    void theFirstTimeThereIsNothingToTell() {
        person("first");
        assertThat(news(in("first"))).isEmpty();
    }

    @Test
    void whatOthersDidAndWhatOneDidElsewhereIsToldUntilItIsRead() {
        long id = person("liv");
        Api own = in("liv");
        own.delete("/api/session").expect(200);
        app.clock().forward(Duration.ofHours(1));
        Api.browser(app.address()).signIn("liv", "a-wrong-password").expect(401);
        api.post("/api/people/" + id + "/address", Map.of()).expect(201);
        api.patch("/api/people/" + id, Map.of("role", "author")).expect(200);

        own.signIn("liv", PASSWORD).expect(200);
        assertThat(news(own)).containsExactly("person-changed: author", "address-made: ", "sign-in-refused: ");
        own.delete("/api/session/news").expect(204);
        assertThat(news(own)).isEmpty();

        // this browser is known: nothing more to tell the next time; another one is told of
        own.delete("/api/session").expect(200);
        app.clock().forward(Duration.ofHours(1));
        own.signIn("liv", PASSWORD).expect(200);
        assertThat(news(own)).isEmpty();
        app.clock().forward(Duration.ofHours(1));
        in("liv");
        own.signIn("liv", PASSWORD).expect(200);
        assertThat(news(own)).containsExactly("signed-in: at a new browser");
    }

    @Test
    void aTokenThatEndsSoonIsToldOf() {
        person("pia");
        Api own = in("pia");
        own.post("/api/tokens", Map.of("name", "the scraper", "scopes", List.of("read"), "days", 20))
                .expect(201);
        app.clock().forward(Duration.ofDays(5));
        own.signIn("pia", PASSWORD).expect(200);
        assertThat(news(own)).isEmpty();
        app.clock().forward(Duration.ofDays(2));
        own.signIn("pia", PASSWORD).expect(200);
        assertThat(news(own)).containsExactly("token-ends: the scraper");
    }

    @Test
    void aSignInEndsAfterHalfADayHoweverItIsUsed() {
        person("ove");
        Api own = in("ove");
        for (int hours = 0; hours < 11; hours++) {
            app.clock().forward(Duration.ofHours(1));
            own.get("/api/cases").expect(200);
        }
        app.clock().forward(Duration.ofHours(1));
        own.get("/api/cases").refused(401, "This sign-in has ended");
        assertThat(user(own).isNull()).isTrue();
        own.signIn("ove", PASSWORD).expect(200);
        own.get("/api/cases").expect(200);
    }

    @Test
    void aHashOfBeforeIsMadeAnewAtTheNextSignIn(@TempDir Path folder) {
        String[] peppered = {"--mendak.pepper=a pepper of some length"};
        try (RunningApp desk = RunningApp.on(folder)) {
            desk.lead()
                    .post("/api/people", Map.of("login", "odd", "name", "Odd", "role", "lead", "password", PASSWORD))
                    .expect(201);
        }
        try (RunningApp desk = RunningApp.on(folder, peppered)) {
            Api.browser(desk.address()).signIn("odd", PASSWORD).expect(200);
        }
        try (RunningApp desk = RunningApp.on(folder)) {
            Api.browser(desk.address()).signIn("odd", PASSWORD).refused(401, "do not belong together");
        }
        try (RunningApp desk = RunningApp.on(folder, peppered)) {
            Api.browser(desk.address()).signIn("odd", PASSWORD).expect(200);
        }
    }

    @Test
    void whereLeadsNeedASecondFactorAPasswordMakesNobodyOne(@TempDir Path folder) {
        try (RunningApp desk = RunningApp.on(folder, "--mendak.leads-need-second-factor=true")) {
            desk.lead()
                    .post("/api/people", Map.of("login", "odd", "name", "Odd", "role", "lead", "password", PASSWORD))
                    .expect(201);
            Api odd = Api.browser(desk.address());
            odd.signIn("odd", PASSWORD).expect(200);
            assertThat(user(odd).path("roles").size()).isEqualTo(2);
            assertThat(user(odd).path("lessThanLead").asBoolean()).isTrue();
            odd.get("/api/people").refused(403, "a lead");
            odd.get("/api/library/readers").expect(200);
            odd.post("/api/tokens", Map.of("name", "t", "scopes", List.of("read", "library")))
                    .refused(403, "second factor");
            odd.get("/actuator/prometheus").refused(403, "for leads");
            desk.lead().get("/api/people").expect(200);
        }
    }
}
