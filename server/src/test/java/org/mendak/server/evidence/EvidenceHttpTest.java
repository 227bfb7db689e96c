package org.mendak.server.evidence;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnDesk;
import org.mendak.server.Texts;
import tools.jackson.databind.JsonNode;

/** Evidence and plans over HTTP: what they say with little, with much, under another release and for given facts. */
class EvidenceHttpTest extends OnDesk {

    @BeforeAll
    void start() {
        Texts.publish(api);
    }

    private String copy(String key) {
        String n = String.valueOf(Math.abs(key.hashCode() % 9_000) + 1_000);
        api.publish(
                "errors/" + key,
                Texts.ERROR
                        .replace("error: tracks-full", "error: " + key)
                        .replace("LL-712", "LX-" + n)
                        .replace("- Code: `0x8FA30041`\n", "")
                        .replace("Track store", "Store of " + key));
        return key;
    }

    private void cases(String error, String version, int from, int to, boolean firstWorks) {
        StringBuilder csv = new StringBuilder(
                "case,error,opened_at,closed_at,status,position,fix,outcome,minutes,product_version\n");
        for (int i = from; i < to; i++) {
            String head = error + i + "," + error + ",2026-0" + (1 + i / 20) + "-1" + i % 9
                    + "T08:00:00Z,2026-09-01T09:00:00Z,solved,";
            csv.append(head)
                    .append("1,clear-tracks,")
                    .append(firstWorks ? "worked" : "no-change")
                    .append(",6,")
                    .append(version)
                    .append('\n');
            if (!firstWorks) {
                csv.append(head)
                        .append("2,grow-tracks,worked,8,")
                        .append(version)
                        .append('\n');
            }
        }
        JsonNode done = api.csv(csv.toString()).expect(200).json();
        assertThat(done.path("rejected").size()).as(done.toString()).isZero();
    }

    private JsonNode plan(String error, String query) {
        return api.get("/api/errors/" + error + "/plan" + query).expect(200).json();
    }

    @Test
    void underFiveEndedItIsTheAuthorsOrderAndFromFiveOnMeasured() {
        String error = copy("few-cases");
        cases(error, "8.0", 0, 4, false);
        assertThat(plan(error, "").path("mode").asString()).isEqualTo("authored");
        assertThat(plan(error, "").path("ordered").path(0).path("chance").isNull())
                .isTrue();
        cases(error, "8.0", 4, 5, false);
        JsonNode measured = plan(error, "");
        assertThat(measured.path("mode").asString()).isEqualTo("measured");
        assertThat(measured.path("ordered").path(0).path("low").isNull()).isTrue();
        cases(error, "8.0", 5, 20, false);
        assertThat(plan(error, "").path("ordered").path(0).path("low").isNull()).isFalse();
    }

    @Test
    void casesOfAnotherReleaseCountLess() {
        String error = copy("two-releases");
        cases(error, "8.0", 0, 30, true);
        cases(error, "8.1", 30, 40, false);
        double old = chance(plan(error, "?fact.product_version=8.0"), "clear-tracks");
        double now = chance(plan(error, "?fact.product_version=8.1"), "clear-tracks");
        assertThat(old).isGreaterThan(now + 0.2);
        assertThat(plan(error, "?fact.product_version=8.0")
                        .path("ordered")
                        .path(0)
                        .path("key")
                        .asString())
                .isEqualTo("clear-tracks");
        assertThat(plan(error, "?fact.product_version=8.1")
                        .path("ordered")
                        .path(0)
                        .path("key")
                        .asString())
                .isEqualTo("grow-tracks");
    }

    private static double chance(JsonNode plan, String key) {
        for (JsonNode s : plan.path("ordered")) {
            if (s.path("key").asString().equals(key)) {
                return s.path("chanceNow").asDouble();
            }
        }
        throw new AssertionError(key);
    }

    @Test
    void successIsCountedByMonthAndEveryNumberLeadsToItsCases() {
        String error = copy("by-month");
        cases(error, "8.0", 0, 45, false);
        JsonNode fix = api.get("/api/errors/" + error + "/evidence")
                .json()
                .path("fixes")
                .path(1);
        assertThat(fix.path("tried").asInt()).isEqualTo(45);
        assertThat(fix.path("byMonth").path(0).path("month").asString()).isEqualTo("2026-01");
        assertThat(fix.path("byMonth").path(0).path("tried").asInt()).isEqualTo(20);
        assertThat(fix.path("byMonth").path(2).path("tried").asInt()).isEqualTo(5);
        assertThat(fix.path("caseNumbers").size()).isEqualTo(45);
        long number = fix.path("caseNumbers").path(0).asLong();
        assertThat(api.get("/api/cases/" + number)
                        .expect(200)
                        .json()
                        .path("error")
                        .asString())
                .isEqualTo(error);
    }

    @Test
    void anErrorWithoutCasesHasEmptyEvidenceAndNoNumbersThatAreNone() {
        String error = copy("never-met");
        Api.Answer answer = api.get("/api/errors/" + error + "/evidence").expect(200);
        assertThat(answer.text()).doesNotContain("NaN").doesNotContain("Infinity");
        assertThat(answer.json().path("cases").asInt()).isZero();
        assertThat(answer.json().path("fixes").path(0).path("chance").isNull()).isTrue();
        api.get("/api/errors/no-such/evidence").refused(404, "no-such");
        api.get("/api/errors/no-such/plan").refused(404, "no-such");
    }

    @Test
    void onlyFailuresAndOnlySuccessesGiveNumbersToo() {
        String all = copy("all-worked");
        cases(all, "8.0", 0, 30, true);
        assertThat(chance(plan(all, ""), "clear-tracks")).isBetween(0.8, 1.0);
        String none = copy("none-worked");
        for (int i = 0; i < 6; i++) {
            long n = api.openCase(Map.of("text", "x", "error", none));
            api.attempt(n, "clear-tracks", "no-change", 5);
            api.attempt(n, "grow-tracks", "made-worse", 5);
            api.close(n, "handed-over").expect(200);
        }
        JsonNode plan = plan(none, "");
        assertThat(plan.path("mode").asString()).isEqualTo("authored");
        assertThat(plan.path("cases").asInt()).isEqualTo(6);
    }

    @Test
    void occurrencesTellHowOftenEachErrorIsMet() {
        String error = copy("met-often");
        cases(error, "8.0", 0, 7, false);
        api.openCase(Map.of("text", "x", "error", error));
        for (JsonNode o : api.get("/api/evidence").expect(200).json()) {
            if (o.path("error").asString().equals(error)) {
                assertThat(List.of(o.path("cases").asInt(), o.path("open").asInt()))
                        .containsExactly(8, 1);
                return;
            }
        }
        throw new AssertionError("not told of " + error);
    }
}
