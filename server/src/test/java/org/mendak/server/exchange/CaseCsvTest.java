package org.mendak.server.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.mendak.server.Api;
import org.mendak.server.OnDesk;
import org.mendak.server.RunningApp;
import org.mendak.server.Texts;
import tools.jackson.databind.JsonNode;

/** Cases in bulk: whole cases or none, twice is once, and out again without loss. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class CaseCsvTest extends OnDesk {

    private static final String HEADER =
            "case,error,opened_at,closed_at,status,recurred_at,position,fix,outcome,bundle,tried_before,minutes,agent,product_version,fact.image";

    @BeforeAll
    void start() {
        Texts.publish(api);
    }

    private static String row(String id, int position, String fix, String outcome, String more) {
        String[] m = more.split(",", -1);
        return String.join(
                ",",
                id,
                "tracks-full",
                "2026-02-01T08:00:00Z",
                "2026-02-01T09:00:00Z",
                "solved",
                "",
                String.valueOf(position),
                fix,
                outcome,
                m[0],
                m[1],
                m[2],
                "\"Tarn, Ines\"",
                "8.0",
                "chart 8.0");
    }

    private static String csv(String... rows) {
        return HEADER + "\r\n" + Arrays.stream(rows).collect(Collectors.joining("\r\n")) + "\r\n";
    }

    private JsonNode load(String csv) {
        return api.csv(csv).expect(200).json();
    }

    private static String good(String id) {
        return row(id, 1, "clear-tracks", "no-change", ",,5") + "\r\n" + row(id, 2, "grow-tracks", "worked", ",,3");
    }

    @Test
    @Order(1)
    void aBadRowRejectsItsWholeCaseAndNoOther() {
        JsonNode done = load(csv(
                good("a-1"),
                row("b-1", 1, "clear-tracks", "no-change", ",,5"),
                row("b-1", 2, "never-heard-of", "worked", ",,3"),
                good("c-1")));
        assertThat(done.path("cases").asInt()).isEqualTo(2);
        assertThat(done.path("attempts").asInt()).isEqualTo(4);
        JsonNode rejected = done.path("rejected");
        assertThat(rejected.size()).isEqualTo(1);
        assertThat(rejected.path(0).path("row").asInt()).isEqualTo(5);
        assertThat(rejected.path(0).path("column").asString()).isEqualTo("fix");
        assertThat(rejected.path(0).path("message").asString()).contains("never-heard-of");
        assertThat(api.get("/api/errors/tracks-full/evidence")
                        .json()
                        .path("cases")
                        .asInt())
                .isEqualTo(2);
    }

    @Test
    @Order(2)
    void theSameFileAgainChangesNothingWhateverTheOrderOfItsColumns() {
        JsonNode again = load(csv(good("a-1"), good("c-1")));
        assertThat(again.path("cases").asInt()).isZero();
        assertThat(again.path("unchanged").asInt()).isEqualTo(2);
        String turned =
                "fact.image,agent,outcome,fix,position,case,error,opened_at,closed_at,status,minutes,product_version\r\n"
                        + "chart 8.0,\"Tarn, Ines\",no-change,clear-tracks,1,a-1,tracks-full,2026-02-01T08:00:00Z,2026-02-01T09:00:00Z,solved,5,8.0\r\n"
                        + "chart 8.0,\"Tarn, Ines\",worked,grow-tracks,2,a-1,tracks-full,2026-02-01T08:00:00Z,2026-02-01T09:00:00Z,solved,3,8.0\r\n";
        assertThat(load(turned).path("unchanged").asInt()).isEqualTo(1);
        JsonNode other = load(csv(row("a-1", 1, "clear-tracks", "worked", ",,5")));
        assertThat(other.path("rejected").path(0).path("message").asString()).contains("other contents");
    }

    @Test
    @Order(3)
    void eachMistakeIsNamedByRowAndColumn() {
        String[][] wrong = {
            {"minutes", row("w-1", 1, "grow-tracks", "worked", ",,soon")},
            {"outcome", row("w-2", 1, "grow-tracks", "splendid", ",,3")},
            {"position", row("w-3", 1, "grow-tracks", "worked", ",,3").replace(",1,grow", ",first,grow")},
            {"opened_at", row("w-4", 1, "grow-tracks", "worked", ",,3").replace("2026-02-01T08:00:00Z", "yesterday")},
            {"closed_at", row("w-5", 1, "grow-tracks", "worked", ",,3").replace("2026-02-01T09", "2026-01-01T09")},
            {"status", row("w-6", 1, "grow-tracks", "worked", ",,3").replace("solved", "finished")},
            {"error", row("w-7", 1, "grow-tracks", "worked", ",,3").replace("tracks-full", "unheard")},
            {"tried_before", row("w-8", 1, "grow-tracks", "worked", ",maybe,3")},
        };
        for (String[] w : wrong) {
            JsonNode done = load(csv(w[1]));
            assertThat(done.path("cases").asInt()).as(w[0]).isZero();
            assertThat(done.path("rejected").path(0).path("column").asString()).isEqualTo(w[0]);
            assertThat(done.path("rejected").path(0).path("row").asInt()).isEqualTo(2);
        }
        JsonNode twice = load(
                csv(row("w-9", 1, "grow-tracks", "no-change", ",,3"), row("w-9", 1, "clear-tracks", "worked", ",,3")));
        assertThat(twice.path("rejected").path(0).path("message").asString()).contains("twice");
        api.csv("case,fix\r\na,b\r\n").refused(422, "lacks the columns");
        api.send("POST", "/api/cases/import", new byte[] {'c', 'a', (byte) 0xFF, '\n'}, "Content-Type", "text/csv")
                .refused(400, "cannot be read");
    }

    @Test
    @Order(4)
    void aCaseWithoutAttemptsIsOneRowAndARecurrenceTakesTheSuccessAway() {
        int solved = api.get("/api/errors/tracks-full/evidence")
                .json()
                .path("solved")
                .asInt();
        String nothing = "n-1,tracks-full,2026-02-02T08:00:00Z,,open,,,,,,,,,,";
        String recurred =
                row("r-1", 1, "grow-tracks", "worked", ",,3").replace(",solved,,", ",solved,2026-02-06T08:00:00Z,");
        String later =
                row("r-2", 1, "grow-tracks", "worked", ",,3").replace(",solved,,", ",solved,2026-05-06T08:00:00Z,");
        JsonNode done = load(csv(nothing, recurred, later));
        assertThat(done.path("rejected").size()).as(done.toString()).isZero();
        assertThat(done.path("cases").asInt()).isEqualTo(3);
        assertThat(api.get("/api/errors/tracks-full/evidence")
                        .json()
                        .path("solved")
                        .asInt())
                .isEqualTo(solved + 1);
    }

    @Test
    @Order(5)
    void aBundleThatFailedFailsAllItsFixes() {
        JsonNode before = fix("clear-tracks", api);
        load(csv(
                row("u-1", 1, "clear-tracks", "no-change", "x,,3"), row("u-1", 2, "grow-tracks", "no-change", "x,,3")));
        JsonNode after = fix("clear-tracks", api);
        assertThat(after.path("tried").asInt()).isEqualTo(before.path("tried").asInt() + 1);
        assertThat(after.path("held").asInt()).isEqualTo(before.path("held").asInt());
    }

    private static JsonNode fix(String key, Api api) {
        for (JsonNode f : api.get("/api/errors/tracks-full/evidence").json().path("fixes")) {
            if (f.path("key").asString().equals(key)) {
                return f;
            }
        }
        throw new AssertionError(key);
    }

    @Test
    @Order(6)
    void whatIsExportedGivesTheSameEvidenceElsewhere() {
        String exported = api.get("/api/cases/export.csv").expect(200).text();
        assertThat(exported)
                .startsWith(HEADER.substring(0, HEADER.indexOf(",fact")))
                .contains("\"Tarn, Ines\"");
        try (RunningApp other = RunningApp.empty()) {
            Api there = other.lead();
            Texts.publish(there);
            JsonNode done = there.csv(exported).expect(200).json();
            assertThat(done.path("rejected").size()).as(done.toString()).isZero();
            for (String key : List.of("clear-tracks", "grow-tracks")) {
                JsonNode here = fix(key, api);
                JsonNode copy = fix(key, there);
                assertThat(copy.path("tried").asInt())
                        .isEqualTo(here.path("tried").asInt());
                assertThat(copy.path("held").asInt())
                        .isEqualTo(here.path("held").asInt());
                assertThat(copy.path("minutes").asDouble())
                        .isCloseTo(here.path("minutes").asDouble(), within(1e-9));
            }
        }
    }

    @Test
    @Order(7)
    void whatASpreadsheetWouldRunIsMadeHarmless() {
        load(csv(row("=cmd()", 1, "grow-tracks", "worked", ",,3").replace("\"Tarn, Ines\"", "@sum")));
        assertThat(api.get("/api/cases/export.csv").text()).contains("'=cmd()").contains("'@sum");
    }

    private static final java.util.regex.Pattern ROWS = java.util.regex.Pattern.compile("\r\n");

    @Test
    @Order(8)
    void whatThisDeskExportedChangesNothingWhenItComesBack() {
        long solved = api.openCase(Map.of("text", "x", "error", "tracks-full", "facts", Map.of("image", "-8.0")));
        api.attempt(solved, "clear-tracks", "no-change", 4);
        api.attempt(solved, "grow-tracks", "worked", 3);
        api.close(solved, "solved").expect(200);
        long open = api.openCase(Map.of("text", "y", "error", "tracks-full"));
        Api.Answer answer = api.get("/api/cases/export.csv").expect(200);
        String exported = answer.text();
        int cases = Integer.parseInt(answer.header("Mendak-Cases"));
        assertThat(ROWS.split(exported)).hasSize(Integer.parseInt(answer.header("Mendak-Rows")) + 1);
        assertThat(answer.header("Content-Length")).isEqualTo(String.valueOf(answer.bytes().length));
        assertThat(answer.header("Repr-Digest")).startsWith("sha-256=:");

        JsonNode again = load(exported);
        assertThat(again.path("unchanged").asInt()).as(again.toString()).isEqualTo(cases);
        assertThat(again.path("cases").asInt()).isZero();
        assertThat(again.path("rejected")).isEmpty();
        // worked on since
        api.attempt(open, "grow-tracks", "no-change", 3);
        assertThat(load(exported).path("unchanged").asInt()).isEqualTo(cases);
        // an export from before desks had names
        String unnamed = exported.replaceAll("mendak-[0-9a-f]{16}-", "mendak-").replaceAll(",exported_by", ",was");
        assertThat(load(unnamed).path("cases").asInt()).isZero();
        assertThat(api.get("/api/cases/export.csv").header("Mendak-Cases")).isEqualTo(String.valueOf(cases));

        try (RunningApp other = RunningApp.empty()) {
            Api there = other.lead();
            Texts.publish(there);
            there.openCase(Map.of("text", "theirs", "error", "tracks-full"));
            JsonNode done = there.csv(exported).expect(200).json();
            assertThat(done.path("cases").asInt()).as(done.toString()).isEqualTo(cases);
            String theirs = there.get("/api/cases/export.csv").text();
            assertThat(theirs).contains("'=cmd()").contains("'-8.0");
            assertThat(load(theirs).path("cases").asInt()).isEqualTo(1);
        }
    }

    @Test
    @Order(9)
    void aFileThatIsNoCsvToItsEndHasDoneNothing() {
        String before = api.get("/api/cases/export.csv").header("Mendak-Cases");
        api.csv(csv(good("z-1"), "\"z-2,tracks-full")).refused(400, "Nothing was stored");
        api.csv(csv(good("z-1"), "\"z-2\"x,tracks-full")).refused(400, "behind row 3");
        api.csv("case,case,error,opened_at,status\r\n").refused(400, "Nothing was stored");
        assertThat(api.get("/api/cases/export.csv").header("Mendak-Cases")).isEqualTo(before);
    }
}
