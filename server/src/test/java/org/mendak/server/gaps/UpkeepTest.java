package org.mendak.server.gaps;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnTestDesk;
import org.mendak.server.cases.Desk;

/** What the desk's own records say against documents, by HTTP. */
class UpkeepTest extends OnTestDesk {

    private String said(String path) {
        return api.get("/api/upkeep/" + path).expect(200).text();
    }

    @Test
    void aSignatureThatSwallowsOthersCasesIsNamed() {
        api.publish(
                "errors/wide",
                Desk.text("errors/parts-gone")
                        .replace("error: parts-gone", "error: wide")
                        .replace("Board part {part:file} not found", "Board part {part:file} not")
                        .replace("- Sample: `Board part clock.wbl not found`\n", ""));
        assertThat(said("errors/wide")).doesNotContain("too general");
        for (int i = 0; i < 3; i++) {
            api.openCase(Map.of("text", "Board part p" + i + ".wbl not found", "error", "parts-gone"));
        }
        assertThat(said("errors/wide")).contains("too general: it is recognised in 3 of");
        assertThat(said("errors/parts-gone")).doesNotContain("too general");
    }

    @Test
    void minutesFarFromWhatWasMeasuredAreNamed() {
        for (int i = 0; i < 10; i++) {
            long n = api.openCase(Map.of("text", "TW-31", "error", "board-goes-dark"));
            api.attempt(n, "load-table", i % 2 == 0 ? "worked" : "no-change", 9 + i % 3);
        }
        assertThat(said("fixes/load-table")).contains("in the middle of 10 measured times, the head says 3.0");
        assertThat(said("fixes/start-dimmer")).doesNotContain("in the middle");
    }

    @Test
    void whatNobodyConfirmsOrMeetsIsNamed() {
        assertThat(said("errors/setup-stands-still")).isEqualTo("[]");
        app.clock().forward(Duration.ofDays(400));
        assertThat(said("errors/setup-stands-still")).contains("nobody has met it", "nobody has confirmed it since");
        app.clock().forward(Duration.ofDays(-400));
    }

    @Test
    void itIsForAuthors() {
        Api agent = agent("ag", "Ag");
        agent.get("/api/session");
        agent.signIn("ag", "a-long-password").expect(200);
        agent.get("/api/upkeep/errors/parts-gone").refused(403, "an author");
        api.get("/api/upkeep/errors/none").refused(404, "no published");
        api.get("/api/upkeep/fixes/none").refused(404, "no published");
    }
}
