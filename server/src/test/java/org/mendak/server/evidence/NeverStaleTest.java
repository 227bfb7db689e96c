package org.mendak.server.evidence;

import static org.assertj.core.api.Assertions.assertThat;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Map;
import javax.sql.DataSource;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.mendak.core.evidence.FixTally;
import org.mendak.core.runbook.KnownError;
import org.mendak.server.Api;
import org.mendak.server.OnDesk;
import org.mendak.server.Texts;
import org.mendak.server.library.LibraryService;
import tools.jackson.databind.JsonNode;

/** Evidence follows whatever corrects a case at once, and one error's trouble stays its own. */
class NeverStaleTest extends OnDesk {

    private Api liv;

    @BeforeAll
    void start() {
        Texts.publish(api);
        liv = agent("liv", "Liv Aune");
        agent("per", "Per Sund");
    }

    private int cases(String query) {
        return api.get("/api/errors/tracks-full/evidence?" + query)
                .expect(200)
                .json()
                .path("cases")
                .asInt();
    }

    @Test
    void whatChangesInACaseIsChosenByAtOnce() {
        long n = liv.openCase(Map.of("text", "x", "error", "tracks-full", "productVersion", "7.0"));
        liv.attempt(n, "grow-tracks", "no-change", 3);
        assertThat(cases("agent=" + personCalled("Liv Aune"))).isEqualTo(1);
        assertThat(cases("product=Leadline")).isEqualTo(1);
        api.patchCase(n, Map.of("product", "Quaycall")).expect(200);
        assertThat(cases("product=Leadline")).isZero();
        assertThat(cases("product=Quaycall")).isEqualTo(1);
        api.post("/api/cases/" + n + "/handover", Map.of("to", "per", "note", ""))
                .expect(200);
        assertThat(cases("agent=" + personCalled("Per Sund"))).isEqualTo(1);
        assertThat(cases("agent=" + personCalled("Liv Aune"))).isZero();
        api.post("/api/cases/" + n + "/facts", Map.of("image", "8.1")).expect(200);
        assertThat(cases("fact.image=8.1")).isEqualTo(1);
    }

    /** Minutes that nobody wrote down are not no minutes. */
    @Test
    void minutesThatNobodyKnowsCountForNothing() {
        api.publish("errors/in-a-hurry", Texts.named("in-a-hurry", "IH-1"));
        JsonNode before = fix("in-a-hurry");
        api.csv(
                        "case,error,opened_at,closed_at,status,position,fix,outcome\nh-1,in-a-hurry,2026-03-03T08:00:00Z,2026-03-03T08:30:00Z,solved,1,clear-tracks,worked\n")
                .expect(200);
        JsonNode after = fix("in-a-hurry");
        assertThat(after.path("tried").asInt()).isEqualTo(1);
        assertThat(after.path("minutes").asDouble())
                .isEqualTo(before.path("minutes").asDouble());
    }

    /** A case goes on by the runbook that it began with, whatever readers see now. */
    @Test
    void whatIsPutAwayStillLearnsFromItsOpenCases() {
        api.publish("errors/put-away", Texts.named("put-away", "PA-1"));
        KnownError error = app.bean(LibraryService.class).library().errors().get("put-away");
        long n = api.openCase(Map.of("text", "x", "error", "put-away"));
        api.attempt(n, "clear-tracks", "no-change", 3);
        assertThat(kept(error)).isEqualTo(1);
        api.transition("errors/put-away", "retired").expect(200);
        api.attempt(n, "grow-tracks", "no-change", 3);
        assertThat(kept(error)).isEqualTo(2);
    }

    private int kept(KnownError error) {
        return app
                .bean(EvidenceService.class)
                .of(error, app.bean(LibraryService.class).library().fixes(), null)
                .evidence()
                .tallies()
                .stream()
                .mapToInt(FixTally::tried)
                .sum();
    }

    private JsonNode fix(String error) {
        for (JsonNode f :
                api.get("/api/errors/" + error + "/evidence").expect(200).json().path("fixes")) {
            if (f.path("key").asString().equals("clear-tracks")) {
                return f;
            }
        }
        throw new AssertionError("no clear-tracks");
    }

    @Test
    void aCaseUnderAnErrorsEarlierNameCountsForItsNewOne() {
        api.publish("errors/old-name", Texts.named("old-name", "ON-1"));
        long n = api.openCase(Map.of("text", "x", "error", "old-name"));
        api.attempt(n, "grow-tracks", "no-change", 3);
        api.transition("errors/old-name", "retired").expect(200);
        api.publish(
                "errors/new-name", Texts.named("new-name", "ON-1").replace("phases:", "aliases: [old-name]\nphases:"));
        assertThat(tried("new-name")).isEqualTo(1);
        api.attempt(n, "clear-tracks", "no-change", 3);
        assertThat(tried("new-name")).isEqualTo(2);
    }

    private int tried(String error) {
        int tried = 0;
        JsonNode fixes =
                api.get("/api/errors/" + error + "/evidence").expect(200).json().path("fixes");
        for (JsonNode f : fixes) {
            tried += f.path("tried").asInt();
        }
        return tried;
    }

    /** Such a document cannot be published any more; desks may have one from before. */
    @Test
    void aRunbookWithMoreFixesThanCanBeOrderedTakesNothingDown() throws SQLException {
        StringBuilder tries = new StringBuilder();
        for (int i = 0; i <= KnownError.MOST_TRIES + 3; i++) {
            api.publish(
                    "fixes/many-" + i,
                    Texts.GROW_FIX
                            .replace("fix: grow-tracks", "fix: many-" + i)
                            .replace("Give the tracks more room", "Many " + i));
            tries.append(i + 1).append(". [Many](../fixes/many-").append(i).append(".md)\n");
        }
        String text = Texts.named("too-many", "TM-1").replaceAll("(?s)1\\. \\[Clear.*?\n\n", tries + "\n");
        api.create("errors/too-many", text).expect(201);
        Api.Answer refused = api.transition("errors/too-many", "published");
        refused.refused(422, "was not published");
        assertThat(refused.json().path("problems").toString()).contains("at most 60 fixes");

        try (Connection c = app.bean(DataSource.class).getConnection();
                Statement s = c.createStatement()) {
            s.execute("update document set status = 'published', published = 1 where doc_key = 'too-many'");
            c.commit();
        }
        api.publish("fixes/to-build", Texts.GROW_FIX.replace("fix: grow-tracks", "fix: to-build"));
        long n = api.openCase(Map.of("text", "x", "error", "too-many"));
        api.attempt(n, "many-2", "worked", 3);
        JsonNode plan = api.get("/api/cases/" + n + "/plan").expect(200).json();
        assertThat(plan.path("ordered").size()).isBetween(1, KnownError.MOST_TRIES);
        api.get("/api/errors/too-many/plan").expect(200);
        api.get("/api/errors/too-many/evidence").expect(200);
        api.get("/api/errors/too-many/evidence/tries?fix=many-62").refused(404, "does not try");
        JsonNode desk = api.get("/api/evidence/desk").expect(200).json();
        assertThat(desk.path("failed")).isEmpty();
        assertThat(desk.path("errors").toString()).contains("too-many");
    }
}
