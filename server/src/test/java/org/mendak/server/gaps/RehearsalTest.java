package org.mendak.server.gaps;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;
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
}
