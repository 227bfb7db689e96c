package org.mendak.server.gaps;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.mendak.server.OnDemo;
import tools.jackson.databind.JsonNode;

/** What surges, and which fixes changed, in the demo's cases: what was seeded, and nothing else. */
class SurgeTest extends OnDemo {

    @Test
    void theSeededSurgeIsToldWithWhatHelpsAndNoOther() {
        JsonNode surges = api.get("/api/surges").expect(200).json();
        assertThat(surges.size()).isEqualTo(1);
        JsonNode s = surges.path(0);
        assertThat(s.path("error").asString()).isEqualTo("purserdesk-fares-missing");
        assertThat(s.path("count").asInt()).isGreaterThan(5);
        assertThat(s.path("usual").asDouble()).isLessThan(2);
        assertThat(s.path("tried").path(0).path("fix").asString()).isEqualTo("fetch-fare-table");
        assertThat(s.path("cases").size()).isBetween(1, 3);
    }

    @Test
    void theTwoSeededBreaksAreToldAndNoThird() {
        JsonNode changes = api.deskEvidence().path("changes");
        assertThat(changes.findValuesAsString("fix")).containsExactlyInAnyOrder("empty-staging", "copy-charts");
    }

    @Test
    void theSolvedCasesOfAnUnknownShapeShowWhatEndedThem() {
        JsonNode alike = api.post(
                        "/api/alike",
                        java.util.Map.of("text", "BB-0714 berth plan of deck 7 has a hole, installation ends"))
                .expect(200)
                .json();
        assertThat(alike.path("solved").size()).isEqualTo(2);
        assertThat(alike.path("solved").path(0).path("endedBy").asString()).isEqualTo("Free the berth plan");
        assertThat(alike.path("solved")
                        .path(0)
                        .path("steps")
                        .path(1)
                        .path("command")
                        .asString())
                .isEqualTo("berthctl plan release \u2039pid\u203a --deck 7");
    }
}
