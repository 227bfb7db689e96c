package org.mendak.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.LoggedAttempt;
import org.mendak.core.evidence.LoggedCase;
import org.mendak.core.evidence.Outcome;
import org.mendak.core.language.Facts;
import org.mendak.core.plan.CasePlanner;
import org.mendak.core.plan.PastConditions;
import org.mendak.core.plan.Plan;
import org.mendak.core.plan.Progress;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.core.runbook.Vocabulary;
import tools.jackson.databind.JsonNode;

/** The whole loop by HTTP alone: from documents of one's own to a fix whose rank has changed. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class LoopTest extends OnDesk {

    private long number;

    @BeforeAll
    void start() {
        Texts.publish(api);
    }

    private JsonNode recognise(String text) {
        return api.post("/api/recognitions", Map.of("text", text)).expect(200).json();
    }

    @Test
    @Order(1)
    void recognisesThePrefixedAndWrappedMessage() {
        String text = """
                07:12:44 plotter[811] INFO starting
                07:12:45 plotter[811] ERROR Track store /srv/tracks/nor holds 5012 tra
                cks, limit 5000 reached
                """;
        JsonNode first = recognise(text).path("candidates").path(0);
        assertThat(first.path("error").asString()).isEqualTo("tracks-full");
        assertThat(first.path("band").asString()).isEqualTo("recognised");
        assertThat(first.path("captures").path("folder").asString()).isEqualTo("/srv/tracks/nor");
        assertThat(first.path("captures").path("count").asString()).isEqualTo("5012");
        for (JsonNode reason : first.path("reasons")) {
            if (reason.path("kind").asString().equals("message")) {
                String there = text.substring(
                        reason.path("span").path(0).asInt(),
                        reason.path("span").path(1).asInt());
                assertThat(there).isEqualTo(reason.path("text").asString());
            }
        }
    }

    @Test
    @Order(1)
    void recognisesTheCodeInAnotherNotation() {
        for (String text : List.of(
                "it ended with 2409824321", "status -1885142975", "error 8fa30041", "code 8FA3-0041", "0x8FA30041")) {
            JsonNode answer = recognise(text);
            assertThat(answer.path("candidates").path(0).path("error").asString())
                    .as(text + answer)
                    .isEqualTo("tracks-full");
        }
    }

    @Test
    @Order(1)
    void saysHonestlyThatNothingIsKnown() {
        JsonNode answer = recognise("The gangway lamp on the second pier blinks green and blue.");
        assertThat(answer.path("candidates").isEmpty()).isTrue();
    }

    @Test
    @Order(2)
    void opensACaseWithTheAuthorsOrderAndFilledCommands() {
        number = api.openCase(Map.of(
                "text", "Track store /srv/tracks/nor holds 5012 tracks, limit 5000 reached",
                "error", "tracks-full",
                "requester", "Norrholm pier"));
        JsonNode plan = api.get("/api/cases/" + number + "/plan").expect(200).json();
        assertThat(plan.path("mode").asString()).isEqualTo("authored");
        assertThat(plan.path("ordered").path(0).path("key").asString()).isEqualTo("clear-tracks");
        assertThat(plan.path("ordered").path(0).path("chance").isNull()).isTrue();
        JsonNode fix = api.get("/api/cases/" + number + "/fixes/clear-tracks")
                .expect(200)
                .json();
        StringBuilder command = new StringBuilder();
        fix.path("steps")
                .path(1)
                .path("commands")
                .path(0)
                .path("pieces")
                .forEach(p -> command.append(p.path("text").asString()));
        assertThat(command).hasToString("plotctl clear /srv/tracks/nor");
    }

    @Test
    @Order(3)
    void sixtyImportedCasesChangeTheOrderToTheMethodsOwnNumbers() {
        api.csv(sixty()).expect(200);
        JsonNode plan = api.get("/api/errors/tracks-full/plan").expect(200).json();
        Plan expected = methodsPlan(log(0));
        assertThat(plan.path("mode").asString()).isEqualTo("measured");
        assertThat(plan.path("ordered").path(0).path("key").asString()).isEqualTo("grow-tracks");
        same(plan, expected);
        JsonNode ofCase = api.get("/api/cases/" + number + "/plan").expect(200).json();
        assertThat(ofCase.path("ordered").path(0).path("key").asString()).isEqualTo("grow-tracks");
    }

    private static void same(JsonNode plan, Plan expected) {
        assertThat(plan.path("expectedMinutes").asDouble()).isCloseTo(expected.expectedMinutes(), within(1e-3));
        assertThat(plan.path("expectedMinutesAuthored").asDouble())
                .isCloseTo(expected.expectedMinutesAuthored(), within(1e-3));
        for (int i = 0; i < expected.ordered().size(); i++) {
            JsonNode shown = plan.path("ordered").path(i);
            Plan.Item item = expected.ordered().get(i);
            assertThat(shown.path("key").asString()).isEqualTo(item.key());
            assertThat(shown.path("chance").asDouble()).isCloseTo(item.chance(), within(1e-3));
            assertThat(shown.path("minutes").asDouble()).isCloseTo(item.minutes(), within(1e-3));
            assertThat(shown.path("solvedByHere").asDouble()).isCloseTo(item.solvedByHere(), within(1e-3));
        }
    }

    @Test
    @Order(4)
    void aRecordedSuccessCountsAndAReopenedCaseTakesItAway() {
        JsonNode before = evidence("grow-tracks");
        api.attempt(number, "grow-tracks", "worked", 4);
        api.close(number, "solved").expect(200);
        JsonNode after = evidence("grow-tracks");
        assertThat(after.path("tried").asInt()).isEqualTo(before.path("tried").asInt() + 1);
        assertThat(after.path("held").asInt()).isEqualTo(before.path("held").asInt() + 1);
        assertThat(after.path("chance").asDouble())
                .isGreaterThan(before.path("chance").asDouble());

        api.post("/api/cases/" + number + "/reopen", Map.of()).expect(200);
        JsonNode back = evidence("grow-tracks");
        assertThat(back.path("tried").asInt()).isEqualTo(before.path("tried").asInt() + 1);
        assertThat(back.path("held").asInt()).isEqualTo(before.path("held").asInt());
        assertThat(back.path("chance").asDouble())
                .isLessThan(before.path("chance").asDouble());
    }

    private JsonNode evidence(String fix) {
        for (JsonNode f :
                api.get("/api/errors/tracks-full/evidence").expect(200).json().path("fixes")) {
            if (f.path("key").asString().equals(fix)) {
                return f;
            }
        }
        throw new AssertionError("no evidence of " + fix);
    }

    /** The log: the first fix mends 6 of 40 in 6 minutes, the second 30 of 34 of the rest in 3, and 20 of 20 tried first. */
    private static List<LoggedCase> log(int from) {
        List<LoggedCase> cases = new ArrayList<>();
        for (int i = from; i < 60; i++) {
            List<LoggedAttempt> tried = new ArrayList<>();
            if (i < 40) {
                tried.add(attempt("clear-tracks", i < 6 ? Outcome.WORKED : Outcome.NO_CHANGE, 6));
            }
            if (i >= 6) {
                tried.add(attempt("grow-tracks", i < 36 || i >= 40 ? Outcome.WORKED : Outcome.NO_CHANGE, 3));
            }
            cases.add(new LoggedCase(i, null, "2026-03", tried));
        }
        return cases;
    }

    private static LoggedAttempt attempt(String fix, Outcome outcome, double minutes) {
        return new LoggedAttempt(fix, outcome, false, false, minutes);
    }

    private static String sixty() {
        StringBuilder csv =
                new StringBuilder("outcome,case,minutes,error,opened_at,closed_at,status,position,fix,agent\r\n");
        List<LoggedCase> log = log(0);
        for (int i = 0; i < log.size(); i++) {
            int position = 0;
            boolean solved = log.get(i).attempts().stream().anyMatch(a -> a.outcome() == Outcome.WORKED);
            for (LoggedAttempt a : log.get(i).attempts()) {
                csv.append(String.format(
                        "%s,w%d,%s,tracks-full,2026-03-0%dT%02d:00:00Z,2026-03-09T10:00:00Z,%s,%d,%s,Ines Tarn\r%n",
                        a.outcome().word(),
                        i,
                        a.minutes(),
                        1 + i / 20,
                        i % 20,
                        solved ? "solved" : "handed-over",
                        ++position,
                        a.fix()));
            }
        }
        return csv.toString();
    }

    /** The method applied to the same log without a server; the open case has no attempt, so it teaches and ages nothing. */
    private static Plan methodsPlan(List<LoggedCase> log) {
        Evidence evidence = Evidence.of(List.of("clear-tracks", "grow-tracks"), new double[] {6, 8}, log, null);
        return CasePlanner.plan(new CasePlanner.Request(
                RunbookParser.parse(DocumentKind.ERROR, "tracks-full", Texts.ERROR)
                        .error(),
                Map.of(
                        "clear-tracks",
                                RunbookParser.parse(DocumentKind.FIX, "clear-tracks", Texts.CLEAR_FIX)
                                        .fix(),
                        "grow-tracks",
                                RunbookParser.parse(DocumentKind.FIX, "grow-tracks", Texts.GROW_FIX)
                                        .fix()),
                Vocabulary.EMPTY,
                new Facts(Map.of()),
                Progress.NONE,
                evidence,
                List.of(),
                false,
                PastConditions.NONE));
    }
}
