package org.mendak.server.heard;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import java.util.function.Predicate;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.mendak.server.Api;
import org.mendak.server.OnDesk;
import org.mendak.server.Texts;
import tools.jackson.databind.JsonNode;

/** What a desk learns from its cases, by HTTP: learned when a case ends, taken out, put back, gone with its end. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class HeardTest extends OnDesk {

    private static final String SAID = "purple blobs all over the pilot's window";
    private static final int LOOKS = 5_000;

    private long number;

    @BeforeAll
    void publish() {
        Texts.publish(api);
        number = api.openCase(Map.of("text", "the pilot's window has purple blobs", "error", "tracks-full"));
    }

    private JsonNode recognised() {
        return api.post("/api/recognitions", Map.of("text", SAID)).expect(200).json();
    }

    /** Reading goes on beside whoever asks: asked again until it is so. */
    private JsonNode untilRecognised(Predicate<JsonNode> wanted) {
        JsonNode last = recognised();
        for (int i = 0; i < LOOKS && !wanted.test(last); i++) {
            last = recognised();
        }
        assertThat(wanted.test(last)).as(last.toString()).isTrue();
        return last;
    }

    private static boolean isLearned(JsonNode answer) {
        return answer.path("candidates").path(0).path("error").asString("").equals("tracks-full");
    }

    @Test
    @Order(1)
    void anOpenCaseTeachesNothingButSoundsAlike() {
        assertThat(recognised().path("candidates").size()).isZero();
        JsonNode alike = api.post("/api/recognitions/alike", Map.of("text", SAID))
                .expect(200)
                .json();
        for (int i = 0; i < LOOKS && alike.isEmpty(); i++) {
            alike = api.post("/api/recognitions/alike", Map.of("text", SAID)).json();
        }
        assertThat(alike.path(0).path("number").asLong()).isEqualTo(number);
        assertThat(alike.path(0).path("status").asString()).isEqualTo("open");
        assertThat(alike.path(0).path("text").asString()).contains("purple blobs");
        assertThat(api.get("/api/errors/tracks-full/sayings").expect(200).json().isEmpty())
                .isTrue();
    }

    @Test
    @Order(2)
    void aCaseThatEndedTeachesAndSaysSo() {
        api.attempt(number, "clear-tracks", "worked", 5);
        api.close(number, "solved").expect(200);
        JsonNode first =
                untilRecognised(HeardTest::isLearned).path("candidates").path(0);
        assertThat(first.path("band").asString()).isNotEqualTo("recognised");
        assertThat(first.path("reasons").valueStream()).anySatisfy(r -> {
            assertThat(r.path("kind").asString()).isEqualTo("case");
            assertThat(r.path("text").asString()).isEqualTo(String.valueOf(number));
        });
        JsonNode saying =
                api.get("/api/errors/tracks-full/sayings").expect(200).json().path(0);
        assertThat(saying.path("number").asLong()).isEqualTo(number);
        assertThat(saying.path("counts").asBoolean()).isTrue();
    }

    @Test
    @Order(3)
    void aWrongCaseIsTakenOutAndPutBack() {
        api.post("/api/cases/" + number + "/saying", Map.of("counts", false)).expect(204);
        untilRecognised(a -> a.path("candidates").isEmpty());
        JsonNode saying = api.get("/api/errors/tracks-full/sayings").json().path(0);
        assertThat(saying.path("counts").asBoolean()).isFalse();
        assertThat(saying.path("takenOutBy").asString()).isNotEmpty();
        // twice is as good as once
        api.post("/api/cases/" + number + "/saying", Map.of("counts", false)).expect(204);
        api.post("/api/cases/" + number + "/saying", Map.of("counts", true)).expect(204);
        untilRecognised(HeardTest::isLearned);
    }

    @Test
    @Order(4)
    void aCaseThatIsOpenAgainTeachesNoMore() {
        api.post("/api/cases/" + number + "/reopen", Map.of()).expect(200);
        untilRecognised(a -> a.path("candidates").isEmpty());
        api.close(number, "solved").expect(200);
        untilRecognised(HeardTest::isLearned);
    }

    @Test
    @Order(5)
    void whatWasLearnedOutlivesWhatIsPublished() {
        String etag = api.get("/api/documents/errors/tracks-full").header("ETag");
        api.put(
                        "errors/tracks-full",
                        Texts.ERROR.replace("keeps every track", "keeps every track of a season"),
                        "If-Match",
                        etag)
                .expect(200);
        api.transition("errors/tracks-full", "published").expect(200);
        untilRecognised(HeardTest::isLearned);
        // and a case under a name that the error had before is one of its cases
        String renamed = Texts.ERROR
                .replace("error: tracks-full", "error: tracks-too-many")
                .replace("products:", "aliases: [tracks-full]\nproducts:");
        api.transition("errors/tracks-full", "retired").expect(200);
        untilRecognised(a -> !isLearned(a));
        api.publish("errors/tracks-too-many", renamed);
        api.post("/api/cases/" + number + "/saying", Map.of("counts", true)).expect(204);
        untilRecognised(
                a -> a.path("candidates").path(0).path("error").asString("").equals("tracks-too-many"));
        assertThat(api.get("/api/errors/tracks-full/sayings").expect(200).json().size())
                .isOne();
    }

    @Test
    @Order(6)
    void whatIsAskedWronglyIsRefused() {
        api.get("/api/errors/no-such/sayings").refused(404, "There is no published known error \"no-such\".");
        api.post("/api/cases/999999/saying", Map.of("counts", false)).refused(404, "There is no case 999999.");
        api.post("/api/cases/" + number + "/saying", Map.of()).refused(422, "Say counts: true or false.");
        api.post("/api/recognitions/alike", Map.of()).refused(422, "The text is missing.");
        Api stranger = Api.browser(app.address());
        stranger.get("/api/errors/tracks-full/sayings").expect(401);
        assertThat(api.post("/api/recognitions/alike", Map.of("text", ""))
                        .json()
                        .isEmpty())
                .isTrue();
    }
}
