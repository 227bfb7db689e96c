package org.mendak.server.demo;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.mendak.core.evidence.FixTally;
import org.mendak.server.Api;
import org.mendak.server.OnDemo;
import org.mendak.server.TestDay;
import org.mendak.server.platform.Db;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The Skerry Line demo is what the README promises, and its API is the one the page was built against. */
class DemoTest extends OnDemo {

    private long count(String sql, Object... values) {
        return app.bean(Db.class)
                .tx(tx -> tx.one(sql, r -> r.getLong(1), values))
                .orElseThrow();
    }

    @Test
    void holdsTheLibraryAndEighteenMonthsOfCases() {
        JsonNode errors = api.get("/api/errors").expect(200).json();
        Set<String> phases = new HashSet<>();
        errors.forEach(e -> e.path("phases").forEach(p -> phases.add(p.asString())));
        assertThat(errors.size()).isGreaterThanOrEqualTo(40);
        assertThat(phases).containsExactlyInAnyOrder("install", "update", "launch");
        assertThat(api.get("/api/fixes").json().size()).isGreaterThanOrEqualTo(60);
        assertThat(count("select count(*) from desk_case where error_key is not null"))
                .isEqualTo(3_000);
        assertThat(count("select count(*) from desk_case where error_key is null"))
                .isEqualTo(34);
        assertThat(count("select count(distinct agent) from desk_case")).isEqualTo(14);
        assertThat(count("select datediff('day', min(opened_at), max(opened_at)) from desk_case"))
                .isBetween(530L, 549L);
        assertThat(count(
                        "select count(*) from desk_case where opened_at > ?",
                        app.clock().instant()))
                .isZero();
    }

    /** A fix that a bad release broke, an error that surged last week, and one that has its season. */
    @Test
    void holdsABadReleaseASurgeAndSeasons() {
        JsonNode change = api.get("/api/errors/till-staging-full/evidence")
                .json()
                .path("fixes")
                .path(1)
                .path("change");
        assertThat(change.path("fell").asBoolean()).isTrue();
        assertThat(change.path("release").asString()).isEqualTo("5.4");
        String surging = "select count(*) from desk_case where error_key = 'purserdesk-fares-missing' and opened_at";
        Instant aWeekAgo = TestDay.BEGIN.minus(Duration.ofDays(8));
        long lastWeek = count(surging + " > ?", aWeekAgo);
        long before = count(surging + " <= ?", aWeekAgo);
        assertThat(lastWeek).isGreaterThan(4 * Math.max(1, before / 77));
        String summer = "select count(*) from desk_case where error_key = 'till-staging-full' and month(opened_at)";
        assertThat(count(summer + " in (6, 7, 8)")).isGreaterThan(count(summer + " in (1, 2, 3)"));
    }

    /** {@link DemoDaysTest} looks at the demo without a server; here it is seen that a server shows the same. */
    @Test
    void whatIsSeenWithoutAServerIsWhatTheServerShows() {
        DemoOnADay without = new DemoOnADay(TestDay.BEGIN, ZoneOffset.UTC);
        for (String error : List.of("till-staging-full", "tidewall-timetable-shape", "purserdesk-fares-missing")) {
            JsonNode shown =
                    api.get("/api/errors/" + error + "/evidence").expect(200).json();
            List<FixTally> counted = without.evidence(error).evidence().tallies();
            for (int i = 0; i < counted.size(); i++) {
                JsonNode fix = shown.path("fixes").path(i);
                assertThat(List.of(
                                fix.path("tried").asInt(),
                                fix.path("held").asInt(),
                                fix.path("triedFirst").asInt()))
                        .as(error + " " + fix.path("key").asString())
                        .containsExactly(
                                counted.get(i).tried(),
                                counted.get(i).held(),
                                counted.get(i).triedFirst());
            }
            List<String> order = new ArrayList<>();
            api.get("/api/errors/" + error + "/plan").json().path("ordered").forEach(item -> {
                if (item.path("kind").asString().equals("fix")) {
                    order.add(item.path("key").asString());
                }
            });
            assertThat(order).isEqualTo(DemoOnADay.order(without.plan(error, false)));
        }
        JsonNode changes = api.deskEvidence().path("changes");
        assertThat(without.changed()).hasSize(changes.size());
        assertThat(changes.path(0).path("fix").asString())
                .isEqualTo(without.changed().get(0).fix());
    }

    @Test
    void everySampleIsRecognisedAsItsOwnErrorWithItsValues() {
        for (JsonNode line : api.get("/api/errors").json()) {
            String key = line.path("key").asString();
            for (JsonNode sample : api.get("/api/errors/" + key).json().path("samples")) {
                JsonNode first = api.post("/api/recognitions", Map.of("text", "10:02:11 ERROR " + sample.asString()))
                        .json()
                        .path("candidates")
                        .path(0);
                assertThat(first.path("error").asString()).as(sample.asString()).isEqualTo(key);
                assertThat(first.path("band").asString()).isEqualTo("recognised");
            }
        }
    }

    @Test
    void thePopularFixIsMeasurablyWorseThanTheNeglectedOne() {
        JsonNode fixes =
                api.get("/api/errors/till-staging-full/evidence").json().path("fixes");
        JsonNode popular = fixes.path(0);
        JsonNode neglected = fixes.path(1);
        assertThat(popular.path("key").asString()).isEqualTo("free-print-queue");
        assertThat(popular.path("triedFirst").asInt())
                .isGreaterThan(5 * neglected.path("triedFirst").asInt());
        assertThat(popular.path("high").asDouble())
                .isLessThan(neglected.path("low").asDouble());
        JsonNode plan = api.get("/api/errors/till-staging-full/plan").json();
        List<String> fixesInOrder = new ArrayList<>();
        plan.path("ordered").forEach(s -> {
            if (s.path("kind").asString().equals("fix")) {
                fixesInOrder.add(s.path("key").asString());
            }
        });
        assertThat(fixesInOrder).startsWith("empty-staging");
        assertThat(plan.path("expectedMinutes").asDouble())
                .isLessThan(plan.path("expectedMinutesAuthored").asDouble());
    }

    @Test
    void everyPublishedDocumentIsWithoutErrorsAndWarnings() {
        for (JsonNode d : api.get("/api/documents").json()) {
            String folder = d.path("kind").asString().equals("error") ? "errors" : "fixes";
            String key = d.path("key").asString();
            String text = api.get("/api/documents/" + folder + "/" + key).text();
            JsonNode problems = api.post(
                            "/api/documents/problems",
                            Map.of("kind", d.path("kind").asString(), "key", key, "text", text))
                    .json()
                    .path("problems");
            for (JsonNode p : problems) {
                assertThat(p.path("severity").asString()).as(key + ": " + p).isEqualTo("hint");
            }
        }
    }

    @Test
    void loadingAgainChangesNothing() {
        long cases = count("select count(*) from desk_case");
        long revisions = count("select count(*) from revision");
        app.bean(DemoLoader.class).load();
        assertThat(count("select count(*) from desk_case")).isEqualTo(cases);
        assertThat(count("select count(*) from revision")).isEqualTo(revisions);
    }

    @Test
    void threeSignInsWithThreeRoles() {
        for (String login : new String[] {"agent", "author", "lead"}) {
            JsonNode user = app.demoUser(login).get("/api/session").json().path("user");
            assertThat(user.path("roles").path(user.path("roles").size() - 1).asString())
                    .isEqualTo(login);
        }
    }

    @Test
    void openCasesAreThereToWorkOn() {
        JsonNode open = api.get("/api/cases?status=open").json();
        assertThat(open.size()).isBetween(3, 20);
        for (JsonNode c : open) {
            api.get("/api/cases/" + c.path("number").asLong() + "/plan").expect(200);
        }
    }

    @Test
    void thePagesTypesComeFromThisVeryApi() throws IOException {
        JsonMapper json = JsonMapper.builder().build();
        JsonNode live = json.readTree(api.get("/v3/api-docs").bytes());
        JsonNode committed = json.readTree(Files.readAllBytes(Path.of("..", "web", "openapi.json")));
        assertThat(committed)
                .as("web/openapi.json is older than the server; CONTRIBUTING says how to renew it")
                .isEqualTo(live);
    }

    @Test
    void pagesOfTheApplicationAreServedWithAStrictPolicy() {
        Api browser = Api.browser(app.address());
        for (String path : new String[] {"/", "/library", "/case/1", "/library/errors/till-staging-full", "/marks"}) {
            Api.Answer page = browser.get(path).expect(200);
            assertThat(page.text()).contains("<title>Mendak</title>");
            assertThat(page.header("Content-Security-Policy")).contains("default-src 'self'");
        }
        assertThat(browser.get("/assets/none.js").status()).isEqualTo(404);
    }

    /** Somebody who mistypes an address sees Mendak, not a program's answer; a program gets a problem. */
    @Test
    void anAddressThatLeadsNowhereIsThePageForPeopleAndAProblemForPrograms() {
        Api person = app.demoUser("agent");
        String[] asked = {"Accept", "text/html,application/xhtml+xml,*/*;q=0.8"};
        for (String path : new String[] {"/nowhere", "/library/errors/a/b/c", "/api/nowhere", "/assets/none.js"}) {
            Api.Answer page = person.send("GET", path, null, asked).expect(404);
            assertThat(page.header("Content-Type")).as(path).startsWith("text/html");
            assertThat(page.text()).contains("<title>Mendak</title>");
            assertThat(page.header("Content-Security-Policy")).contains("default-src 'self'");
            person.get(path).refused(404, "nothing at this address");
        }
        Api stranger = Api.browser(app.address());
        assertThat(stranger.send("GET", "/api/cases", null, asked).expect(401).text())
                .contains("<title>Mendak</title>");
        stranger.get("/api/cases").refused(401, "sign in");
    }
}
