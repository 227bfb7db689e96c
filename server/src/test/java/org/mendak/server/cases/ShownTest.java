package org.mendak.server.cases;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnDesk;
import org.mendak.server.RunningApp;
import org.mendak.server.Texts;
import tools.jackson.databind.JsonNode;

/** The page at the device: its code is not guessed, ends with its case, and no command that destroys anything is on it. */
class ShownTest extends OnDesk {

    private static final String WIPE = """
            ---
            fix: wipe-tracks
            title: "Wipe the tracks"
            kind: lasting
            risk: destroys
            minutes: 6
            needs: []
            ---
            ## Look
            ```sh
            plotctl list
            ```

            ## Wipe
            ```sh
            plotctl wipe --all
            ```
            - Destroys: every track of the plotter
            """;

    @BeforeAll
    void start() {
        Texts.publish(api);
        api.publish("fixes/wipe-tracks", WIPE);
    }

    private long open() {
        return api.openCase(Map.of("text", "it said LL-712", "error", "tracks-full"));
    }

    private String code(long number, String fix) {
        return api.post("/api/cases/" + number + "/shown", Map.of("fix", fix))
                .expect(200)
                .json()
                .path("code")
                .asString();
    }

    @Test
    void aCommandThatDestroysSomethingIsNotOnIt() {
        Api phone = Api.browser(app.address());
        Api.Answer page = phone.get("/api/shown/" + code(open(), "wipe-tracks")).expect(200);
        JsonNode steps = page.json().path("fix").path("steps");
        assertThat(steps.path(0).path("commands")).hasSize(1);
        assertThat(steps.path(1).path("commands")).isEmpty();
        assertThat(steps.path(1).path("destroys").asString()).contains("every track");
        assertThat(page.text()).doesNotContain("wipe --all");
    }

    @Test
    void itEndsWithItsCaseAndWhenItIsTakenBack() {
        Api phone = Api.browser(app.address());
        long n = open();
        String first = code(n, "grow-tracks");
        assertThat(code(n, "grow-tracks")).isEqualTo(first);
        phone.get("/api/shown/" + first).expect(200);
        api.delete("/api/cases/" + n + "/shown").expect(204);
        phone.get("/api/shown/" + first).refused(404, "no longer");
        String second = code(n, "grow-tracks");
        assertThat(second).isNotEqualTo(first);
        api.close(n, "withdrawn").expect(200);
        phone.get("/api/shown/" + second).refused(404, "no longer");
        api.post("/api/cases/" + n + "/shown", Map.of("fix", "grow-tracks")).refused(409, "closed");
    }

    @Test
    void onePersonShowsOnlySoMuchAtOnce() {
        Api liv = agent("liv", "Liv Aune");
        Set<Integer> statuses = new HashSet<>();
        for (int i = 0; i < 25; i++) {
            long n = liv.openCase(Map.of("text", "x", "error", "tracks-full"));
            statuses.add(liv.post("/api/cases/" + n + "/shown", Map.of("fix", "grow-tracks"))
                    .status());
        }
        assertThat(statuses).containsExactlyInAnyOrder(200, 429);
    }

    @Test
    void whileWrongCodesAreHeldOffTheRightOneIsTooUnlessItWasOpenBefore() {
        try (RunningApp other = RunningApp.testDesk()) {
            Api desk = other.lead();
            long n = desk.openCase(Map.of("text", "x", "error", "setup-stands-still"));
            List<String> fixes = List.of("clear-leftovers", "setup-anew");
            String open = desk.post("/api/cases/" + n + "/shown", Map.of("fix", fixes.get(0)))
                    .json()
                    .path("code")
                    .asString();
            String fresh = desk.post("/api/cases/" + n + "/shown", Map.of("fix", fixes.get(1)))
                    .json()
                    .path("code")
                    .asString();
            Api phone = Api.browser(other.address());
            phone.get("/api/shown/" + open).expect(200);
            for (int i = 0; i < 10; i++) {
                phone.get("/api/shown/wrong" + i).refused(404, "");
            }
            phone.get("/api/shown/wrong").refused(429, "wrong codes");
            phone.get("/api/shown/" + fresh).refused(429, "wrong codes");
            phone.get("/api/shown/" + open).expect(200);
            other.clock().forward(Duration.ofHours(3));
            phone.get("/api/shown/" + open).refused(404, "no longer");
        }
    }
}
