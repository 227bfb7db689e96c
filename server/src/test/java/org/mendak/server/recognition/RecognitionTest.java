package org.mendak.server.recognition;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnDemo;
import tools.jackson.databind.JsonNode;

/** Recognition over real HTTP: secrets, what separates candidates, several texts of a case, a publish while requests go on. */
class RecognitionTest extends OnDemo {

    private static final String FULL = "Not enough room in /var/stage/pier-3 for till-5.4.pkg: 812 MB needed";

    private Api agent;

    @BeforeAll
    void start() {
        agent = app.demoUser("agent");
    }

    private JsonNode recognise(String text) {
        return agent.post("/api/recognitions", Map.of("text", text)).expect(200).json();
    }

    @Test
    void pointsSecretsOutWithTheirPlaces() {
        String text = FULL + " password=Tide77";
        JsonNode s = recognise(text).path("secrets").path(0);
        assertThat(s.path("kind").asString()).isEqualTo("password");
        assertThat(text.substring(
                        s.path("span").path(0).asInt(), s.path("span").path(1).asInt()))
                .isEqualTo("Tide77");
    }

    @Test
    void storesNoSecretUnlessSomebodyHasLookedAtIt() {
        String text = FULL + " password=Tide77 token=pier-5";
        JsonNode c = agent.post(
                        "/api/cases", Map.of("text", text, "error", "till-staging-full", "unmasked", List.of("pier-5")))
                .expect(201)
                .json();
        assertThat(c.toString()).contains("[password]", "token=pier-5").doesNotContain("Tide77");
        long n = c.path("number").asLong();
        agent.post("/api/cases/" + n + "/texts", Map.of("text", "secret: abc123"))
                .expect(200);
        agent.post("/api/cases/" + n + "/notes", Map.of("text", "write to a.b@skerry.example"))
                .expect(200);
        assertThat(agent.get("/api/cases/" + n).text()).doesNotContain("abc123", "a.b@skerry.example");
    }

    private JsonNode said(String text) {
        return agent.post("/api/recognitions", Map.of("text", text)).expect(200).json();
    }

    @Test
    void codesAreUnderstoodAsPeopleSayThem() {
        JsonNode answer = said("PD forty twelve, on a till");
        JsonNode first = answer.path("candidates").path(0);
        assertThat(first.path("error").asString()).isEqualTo("till-staging-full");
        assertThat(first.path("band").asString()).isEqualTo("perhaps");
        assertThat(answer.path("codes").path(0).path("canonical").asString()).isEqualTo("PD-4012");
        assertThat(answer.path("codes").path(0).path("kind").asString()).isEqualTo("said");
        assertThat(answer.path("codes").path(0).path("span"))
                .extracting(JsonNode::asInt)
                .containsExactly(0, 15);
    }

    @Test
    void whatACallerDescribesLeadsToTheError() {
        assertThat(said("the update ran out of space and the window vanished two thirds through")
                        .path("candidates")
                        .path(0)
                        .path("error")
                        .asString())
                .isEqualTo("till-staging-full");
        assertThat(said("zzkv qwrx").path("candidates")).isEmpty();
    }

    @Test
    void whatWasDeniedSpeaksAgainst() {
        String text = "the update stops and there is something about the area";
        double before = probability(said(text));
        JsonNode after = agent.post("/api/recognitions", Map.of("text", text, "denied", List.of("room")))
                .expect(200)
                .json();
        assertThat(probability(after)).isLessThan(before);
        agent.post("/api/recognitions", Map.of("text", text, "denied", java.util.Collections.nCopies(21, "x")))
                .refused(422, "at most 20 words");
    }

    private static double probability(JsonNode answer) {
        for (JsonNode c : answer.path("candidates")) {
            if (c.path("error").asString().equals("till-staging-full")) {
                return c.path("probability").asDouble();
            }
        }
        return 0;
    }

    @Test
    void whatSeveralTextsSayTogether() {
        long n = agent.post("/api/cases", Map.of("text", "the update failed somehow"))
                .expect(201)
                .json()
                .path("number")
                .asLong();
        assertThat(agent.get("/api/cases/" + n + "/recognition").expect(200).json())
                .isNotEmpty()
                .allMatch(c -> c.path("band").asString().equals("guess"));
        agent.post("/api/cases/" + n + "/texts", Map.of("text", FULL)).expect(200);
        JsonNode first =
                agent.get("/api/cases/" + n + "/recognition").expect(200).json().path(0);
        assertThat(first.path("error").asString()).isEqualTo("till-staging-full");
        assertThat(first.path("band").asString()).isEqualTo("recognised");
    }

    @Test
    void whatIsPublishedIsRecognisedAtOnce() {
        Api lead = app.demoUser("lead");
        String document = """
                ---
                error: lantern-dark
                title: "Pier lantern stays dark"
                phases: [launch]
                ---
                ## Recognise
                - Message: `Lantern {name:word} refuses the dusk signal of {pier:word}`

                ## Try
                1. [Restart the device](../fixes/restart-device.md)

                ## Verify
                1. Wait for dusk.
                """;
        lead.publish("errors/lantern-dark", document);
        JsonNode first = recognise("Lantern L4 refuses the dusk signal of Norrholm")
                .path("candidates")
                .path(0);
        assertThat(first.path("error").asString()).isEqualTo("lantern-dark");
        assertThat(first.path("captures").path("pier").asString()).isEqualTo("Norrholm");
    }
}
