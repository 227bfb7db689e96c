package org.mendak.server.team;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnDesk;
import org.mendak.server.Texts;
import tools.jackson.databind.JsonNode;

/** What was done can be read, chosen and taken out by leads, and changed by nobody. */
class JournalTest extends OnDesk {

    private Api liv;
    private long opened;

    @BeforeAll
    void start() {
        Texts.publish(api);
        liv = agent("liv", "Liv Aune");
        opened = liv.openCase(Map.of("text", "x", "error", "tracks-full"));
    }

    private JsonNode acts(String query) {
        return api.get("/api/audit?" + query).expect(200).json();
    }

    @Test
    void actsAreChosenByWhoWhatToWhatAndWhen() {
        long id = personCalled("Liv Aune");
        JsonNode hers = acts("person=" + id).path("rows");
        assertThat(hers.size()).isGreaterThanOrEqualTo(2);
        hers.forEach(r -> assertThat(r.path("who").asString()).isEqualTo("Liv Aune"));
        JsonNode added = acts("what=person-added&target=person%20" + id).path("rows");
        assertThat(added.size()).isEqualTo(1);
        assertThat(added.path(0).path("targetName").asString()).isEqualTo("Liv Aune");
        assertThat(acts("target=" + opened).path("rows").toString()).contains("case-opened");
        assertThat(acts("from=2099-01-01T00:00:00Z").path("rows").size()).isZero();
        assertThat(acts("until=2000-01-01T00:00:00Z").path("rows").size()).isZero();
        assertThat(acts("").path("acts").toString()).contains("case-opened", "signed-in");
        api.get("/api/audit?from=yesterday").refused(400, "from");
        api.get("/api/audit?what=" + "x".repeat(41)).refused(400, "at most 40");
        liv.get("/api/audit").refused(403, "lead");
        liv.get("/api/audit.csv").refused(403, "lead");
    }

    @Test
    void theOldestIsReachedPageByPageAndEachActOnce() {
        for (int i = 0; i < 210; i++) {
            api.patch("/api/settings", Map.of("colleaguesFigures", i % 2 == 0)).expect(200);
            // several in one moment are told apart too
            app.clock().forward(Duration.ofMillis(i % 3));
        }
        List<Long> all = new ArrayList<>();
        JsonNode page = acts("");
        while (true) {
            page.path("rows").forEach(r -> all.add(r.path("id").asLong()));
            if (page.path("before").isNull()) {
                break;
            }
            page = acts("before=" + page.path("before").asLong());
        }
        assertThat(all).doesNotHaveDuplicates().hasSizeGreaterThan(215);
        String csv = api.get("/api/audit.csv?what=setting-changed").expect(200).text();
        assertThat(csv.lines().count()).isEqualTo(211);
        assertThat(csv).startsWith("number,at,who,person,what,target,target_name,detail");
    }

    @Test
    void noStatementChangesWhatIsWrittenThere() throws IOException {
        try (var files = Files.walk(Path.of("src", "main", "java"))) {
            assertThat(files.filter(f -> f.toString().endsWith(".java")))
                    .isNotEmpty()
                    .allSatisfy(f -> assertThat(Files.readString(f).toLowerCase(Locale.ROOT))
                            .doesNotContainPattern(
                                    "(update|delete from|truncate table|drop table|merge into) audit\\b"));
        }
    }

    @Test
    void hostileNamesStandInTheCsvAsTheyAreAndDoNothing() {
        Api odd = agent("odd", "=HYPERLINK(\"http://a\")");
        odd.openCase(Map.of("text", "x"));
        String csv = api.get("/api/audit.csv").expect(200).text();
        assertThat(csv).doesNotContain(",=HYPERLINK").doesNotContain(",\"=HYPERLINK");
    }
}
