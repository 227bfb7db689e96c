package org.mendak.server.gaps;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnDemo;
import tools.jackson.databind.JsonNode;

/** A known error goes through the demo's past before it is published. */
class RehearsalTest extends OnDemo {

    private static final String KEY = "till-staging-full";

    private JsonNode rehearse(String text) {
        return api.post("/api/rehearsals", Map.of("key", KEY, "text", text))
                .expect(200)
                .json();
    }

    private String published() {
        return api.get("/api/documents/errors/" + KEY).text();
    }

    @Test
    void asItIsNothingChanges() {
        JsonNode r = rehearse(published());
        JsonNode heard = r.path("heard");
        assertThat(heard.path("looked").asInt()).isGreaterThan(500);
        assertThat(heard.path("kept").asInt()).isGreaterThan(20);
        for (String kind : new String[] {"caught", "stolen", "lost"}) {
            assertThat(heard.path(kind).path("count").asInt()).as(kind).isZero();
        }
        assertThat(r.path("plans")).hasSize(RehearsalService.MOST_PLANNED).allSatisfy(p -> {
            assertThat(p.path("firstAfter")).isEqualTo(p.path("firstBefore"));
            assertThat(p.path("minutesAfter")).isEqualTo(p.path("minutesBefore"));
        });
        assertThat(r.path("owed").toString()).contains("start the helper");
    }

    @Test
    void withoutItsMessageAndCodesItLosesWhatItHad() {
        String less = published().replaceAll("(?m)^- (?:Code|Message|Supporting|Sample): .*\\n", "");
        JsonNode heard = rehearse(less).path("heard");
        assertThat(heard.path("lost").path("count").asInt()).isGreaterThan(20);
        assertThat(heard.path("lost").path("newest").size()).isLessThanOrEqualTo(20);
        assertThat(heard.path("lost").path("newest").path(0).path("excerpt").asString())
                .isNotBlank();
    }

    @Test
    void aValueThatNoTextTellsIsABlank() {
        JsonNode heard = rehearse(published().replace("`area = {stage}`", "`area = {never_told}`"))
                .path("heard");
        assertThat(heard.path("blanks").path("never_told").asInt()).isGreaterThan(20);
    }

    @Test
    void whatCannotBeReadIsRefused() {
        api.post("/api/rehearsals", Map.of("key", KEY, "text", "no head")).refused(422, "cannot be read");
    }

    private JsonNode matches(String text) {
        return api.post("/api/rehearsals/matches", Map.of("key", KEY, "text", text))
                .expect(200)
                .json();
    }

    @Test
    void whatItWouldMatchIsToldAtOnceOfTextsAndOfSamples() {
        JsonNode asItIs = matches(published());
        assertThat(asItIs.path("among").asInt()).isGreaterThan(500);
        assertThat(asItIs.path("texts").path("kept").asInt()).isGreaterThan(10);
        for (String of : new String[] {"texts", "samples"}) {
            assertThat(asItIs.path(of).path("stolen").path("count").asInt()).isZero();
            assertThat(asItIs.path(of).path("lost").path("count").asInt()).isZero();
        }
        String without = published().replaceAll("(?m)^- (?:Code|Message|Supporting|Sample): .*\\n", "");
        assertThat(matches(without).path("texts").path("lost").path("count").asInt())
                .isGreaterThan(10);
        assertThat(matches("no head").path("texts").path("looked").asInt()).isZero();
    }

    private JsonNode rehearseFix(String key, String text) {
        return api.post("/api/rehearsals", Map.of("kind", "fix", "key", key, "text", text))
                .expect(200)
                .json();
    }

    @Test
    void aFixIsRehearsedInTheRunbooksThatTryIt() {
        String key = "empty-staging";
        String text = api.get("/api/documents/fixes/" + key).text();
        JsonNode same = rehearseFix(key, text);
        assertThat(same.path("users").asInt()).isPositive();
        assertThat(same.path("heard").isNull()).isTrue();
        assertThat(same.path("unsettled")).isEmpty();
        assertThat(same.path("plans")).isNotEmpty().allSatisfy(p -> {
            assertThat(p.path("minutesAfter")).isEqualTo(p.path("minutesBefore"));
            assertThat(p.path("firstAfter")).isEqualTo(p.path("firstBefore"));
        });
        String wants = text.replaceFirst("(?m)^parameters: \\{", "parameters: {never_given: word, ");
        assertThat(wants).isNotEqualTo(text);
        JsonNode wanting = rehearseFix(key, wants);
        assertThat(wanting.path("unsettled").toString()).contains("never_given");
        JsonNode nobody = rehearseFix("never-seen", text);
        assertThat(nobody.path("users").asInt()).isZero();
        assertThat(nobody.path("plans")).isEmpty();
    }

    @Test
    void howFarItIsIsToldToWhoeverBeganItAndItCanBeStopped() throws Exception {
        String run = UUID.randomUUID().toString();
        assertThat(of(run)).isZero();
        api.delete("/api/rehearsals/" + run).expect(204);
        api.get("/api/rehearsals/short").refused(400, "8 to 64");
        Map<String, String> body = Map.of("key", KEY, "text", published(), "run", run);
        CompletableFuture<Api.Answer> rehearsal =
                CompletableFuture.supplyAsync(() -> api.post("/api/rehearsals", body));
        while (of(run) == 0) {
            assertThat(rehearsal).as("it is under way").isNotDone();
        }
        api.delete("/api/rehearsals/" + run).expect(204);
        rehearsal.get().refused(409, "was stopped");
        assertThat(of(run)).isZero();
    }

    private int of(String run) {
        return api.get("/api/rehearsals/" + run).expect(200).json().path("of").asInt();
    }
}
