package org.mendak.server.planning;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.mendak.server.OnDesk;
import org.mendak.server.Texts;
import org.mendak.server.platform.Db;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What is kept with an attempt is what its agent had before them, not what other cases have taught since. */
class ShownPlanTest extends OnDesk {

    private int imports;

    @BeforeAll
    void publish() {
        Texts.publish(api);
    }

    private long open() {
        return api.openCase(Map.of("text", "x", "error", "tracks-full"));
    }

    private List<String> shown(long n) {
        return fixes(api.get("/api/cases/" + n + "/plan").expect(200).json(), "key");
    }

    private static List<String> fixes(JsonNode plan, String key) {
        return plan.path("ordered")
                .valueStream()
                .map(f -> f.path(key).asString())
                .toList();
    }

    private List<String> kept(long attempt) {
        String plan = app.bean(Db.class)
                .tx(tx -> tx.one("select plan from plan_shown where attempt_id = ?", r -> r.getString(1), attempt))
                .orElseThrow();
        return fixes(app.bean(JsonMapper.class).readTree(plan), "fix");
    }

    /** Forty cases in which only this fix helped. */
    private void otherCasesTeach(String helps, String helpsNot) {
        StringBuilder csv = new StringBuilder("case,error,opened_at,closed_at,status,position,fix,outcome\n");
        int round = imports++;
        for (int i = 0; i < 40; i++) {
            String at = "sp-%d-%d,tracks-full,2026-03-03T08:00:00Z,2026-03-03T08:30:00Z,solved,".formatted(round, i);
            csv.append(at).append("1,").append(helpsNot).append(",no-change\n");
            csv.append(at).append("2,").append(helps).append(",worked\n");
        }
        api.csv(csv.toString()).expect(200);
    }

    @Test
    void otherCasesDoNotChangeWhatWasShown() {
        otherCasesTeach("grow-tracks", "clear-tracks");
        long n = open();
        List<String> before = shown(n);
        assertThat(before).startsWith("grow-tracks");
        for (int i = 0; i < 4; i++) {
            otherCasesTeach("clear-tracks", "grow-tracks");
        }
        long unseen = open();
        long byOldPlan = api.begin(n, "grow-tracks");
        assertThat(kept(byOldPlan)).isEqualTo(before);
        // of a case whose page nobody looked at it is the plan of the moment
        assertThat(kept(api.begin(unseen, "clear-tracks"))).startsWith("clear-tracks");
    }

    @Test
    void whatChangesInTheCaseDoes() {
        long n = open();
        List<String> before = shown(n);
        assertThat(before).hasSize(2);
        String second = before.get(1);
        api.patchCase(n, Map.of("pinned", List.of(second))).expect(200);
        assertThat(kept(api.begin(n, second))).isEqualTo(List.of(second, before.get(0)));
    }
}
