package org.mendak.server.cases.flags;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnTestDesk;
import tools.jackson.databind.JsonNode;

/** A step is flagged from a case, reaches its author with what it printed, and is answered; by HTTP. */
class FlagTest extends OnTestDesk {

    private Api liv(String login) {
        Api liv = agent(login, "Liv " + login);
        liv.get("/api/session");
        liv.signIn(login, "a-long-password").expect(200);
        return liv;
    }

    private static long dark(Api by) {
        return by.openCase(Map.of("text", "TW-31", "error", "board-goes-dark"));
    }

    private static Api.Answer flag(Api by, long n, String fix, int step, String kind, String text) {
        return by.post("/api/cases/" + n + "/flags", Map.of("fix", fix, "step", step, "kind", kind, "text", text));
    }

    private static List<String> texts(JsonNode flags) {
        List<String> texts = new ArrayList<>();
        flags.forEach(f -> texts.add(f.path("text").asString()));
        return texts;
    }

    @Test
    void aFlagReachesTheAuthorWithTheOutputAndIsAnswered() {
        Api liv = liv("liv1");
        long n = dark(liv);
        long attempt = liv.post("/api/cases/" + n + "/attempts", Map.of("fix", "start-dimmer"))
                .json()
                .path("id")
                .asLong();
        liv.post(
                        "/api/cases/" + n + "/attempts/" + attempt + "/steps",
                        Map.of("clientId", "a", "step", 0, "what", "output", "output", "dimmer: no such word 7"))
                .expect(200);
        JsonNode f = flag(liv, n, "start-dimmer", 0, "outdated", "it is called lightctl now")
                .expect(201)
                .json();
        assertThat(f.path("line").asInt()).isPositive();
        assertThat(f.path("output").asString()).isEqualTo("dimmer: no such word 7");
        assertThat(texts(liv.get("/api/cases/" + n + "/flags").json())).containsExactly("it is called lightctl now");

        JsonNode open = api.get("/api/flags?fix=start-dimmer").expect(200).json();
        assertThat(texts(open.path("flags"))).contains("it is called lightctl now");
        assertThat(texts(api.get("/api/flags/mine").json().path("toAnswer"))).contains("it is called lightctl now");
        assertThat(texts(api.get("/api/flags?fix=load-table").json().path("flags")))
                .doesNotContain("it is called lightctl now");

        long id = f.path("id").asLong();
        api.putJson("/api/flags/" + id + "/answer", Map.of("text", " ")).refused(422, "Say why it stays");
        api.putJson("/api/flags/" + id + "/answer", Map.of("text", "Right, it is written so now.", "mended", true))
                .expect(200);
        JsonNode answered = liv.get("/api/flags/mine").json().path("answered");
        assertThat(answered.path(0).path("answer").asString()).isEqualTo("Right, it is written so now.");
        assertThat(answered.path(0).path("mended").asBoolean()).isTrue();
        liv.delete("/api/cases/" + n + "/flags/" + id).refused(409, "answered it already");
        api.putJson("/api/flags/" + id + "/read", Map.of()).refused(404, "no flag");
        liv.putJson("/api/flags/" + id + "/read", Map.of()).expect(204);
        assertThat(liv.get("/api/flags/mine").json().path("answered")).isEmpty();
        assertThat(texts(api.get("/api/flags?fix=start-dimmer").json().path("flags")))
                .doesNotContain("it is called lightctl now");
    }

    @Test
    void saidAgainItIsOneFlagAndOnesOwnIsTakenBack() {
        Api liv = liv("liv2");
        long n = dark(liv);
        long id = flag(liv, n, "load-table", 0, "unclear", "which table?")
                .json()
                .path("id")
                .asLong();
        JsonNode again = flag(liv, n, "load-table", 0, "unclear", "which table, and where?")
                .expect(201)
                .json();
        assertThat(again.path("id").asLong()).isEqualTo(id);
        assertThat(texts(liv.get("/api/cases/" + n + "/flags").json())).containsExactly("which table, and where?");
        flag(liv, n, "load-table", 0, "wrong", "").expect(201);
        assertThat(liv.get("/api/cases/" + n + "/flags").json()).hasSize(2);
        api.delete("/api/cases/" + n + "/flags/" + id).refused(403, "Only Liv liv2");
        liv.delete("/api/cases/999999/flags/" + id).refused(404, "no flag");
        liv.delete("/api/cases/" + n + "/flags/" + id).expect(204);
        assertThat(texts(liv.get("/api/cases/" + n + "/flags").json())).containsExactly("");
    }

    @Test
    void whatIsAnsweredAndSaidAgainIsOpenAgain() {
        Api liv = liv("liv4");
        long n = dark(liv);
        long id = flag(liv, n, "load-table", 0, "wrong", "no").json().path("id").asLong();
        api.putJson("/api/flags/" + id + "/answer", Map.of("text", "It is right for deck 3."))
                .expect(200);
        JsonNode again = flag(liv, n, "load-table", 0, "wrong", "deck 3 it was").json();
        assertThat(again.path("id").asLong()).isEqualTo(id);
        assertThat(again.path("answer").isNull()).isTrue();
        assertThat(texts(api.get("/api/flags").json().path("flags"))).contains("deck 3 it was");
    }

    @Test
    void whatCannotBeSaidIsRefused() {
        Api liv = liv("liv3");
        long n = dark(liv);
        flag(liv, n, "load-table", 0, "ugly", "x").refused(422, "wrong, unclear, outdated can");
        flag(liv, n, "load-table", 99, "wrong", "x").refused(422, "must be from 0 to");
        flag(liv, n, "none-such", 0, "wrong", "x").refused(422, "There is no fix");
        flag(liv, 999999, "load-table", 0, "wrong", "x").refused(404, "no case 999999");
        flag(liv, n, "load-table", 0, "wrong", "x".repeat(501)).refused(422, "at most 500");
        assertThat(flag(liv, n, "load-table", 0, "wrong", "password=Tr0ub4dor-and-three")
                        .json()
                        .path("text")
                        .asString())
                .doesNotContain("Tr0ub4dor");
        liv.get("/api/flags").refused(403, "an author");
        liv.putJson("/api/flags/1/answer", Map.of("text", "x")).refused(403, "an author");
        assertThat(liv.get("/api/flags/mine").json().path("toAnswer")).isEmpty();
    }

    @Test
    void aFlagFollowsItsFixToAnotherName() {
        Api liv = liv("liv5");
        api.publish("fixes/old-name", """
                ---
                fix: old-name
                title: "Turn it"
                minutes: 2
                ---
                Why.

                ## Turn
                Once.
                """);
        long n = dark(liv);
        flag(liv, n, "old-name", 0, "unclear", "which way?").expect(201);
        api.publish("fixes/new-name", """
                ---
                fix: new-name
                title: "Turn it"
                minutes: 2
                aliases: [old-name]
                ---
                Why.

                ## Turn
                Once.
                """);
        api.transition("fixes/old-name", "retired").expect(200);
        JsonNode open = api.get("/api/flags?fix=new-name").expect(200).json().path("flags");
        assertThat(texts(open)).containsExactly("which way?");
        assertThat(open.path(0).path("fix").asString()).isEqualTo("new-name");
    }
}
