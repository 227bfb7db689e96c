package org.mendak.server.evidence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.mendak.core.evidence.Basis;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.LoggedAttempt;
import org.mendak.core.evidence.LoggedCase;
import org.mendak.core.evidence.Outcome;
import org.mendak.core.evidence.Variable;
import org.mendak.core.language.Facts;
import org.mendak.core.plan.CasePlanner;
import org.mendak.core.plan.PastConditions;
import org.mendak.core.plan.Plan;
import org.mendak.core.plan.Progress;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.core.runbook.Vocabulary;
import org.mendak.core.simulate.DeskSimulator;
import org.mendak.core.simulate.Habits;
import org.mendak.core.simulate.HiddenError;
import org.mendak.core.simulate.HiddenFact;
import org.mendak.core.simulate.SimulatedCase;
import org.mendak.server.Api;
import org.mendak.server.OnDesk;
import tools.jackson.databind.JsonNode;

/** What the Evidence place is told, over a desk of simulated cases whose truth is known, and what can be made of it. */
class EvidencePlaceTest extends OnDesk {

    private static final List<String> FIXES = List.of("free-queue", "turn-valve", "swap-coil");

    private static final List<Double> MINUTES = List.of(4.0, 6.0, 12.0);

    private Api lead;

    @BeforeAll
    void start() {
        lead = app.lead();
        for (int i = 0; i < 3; i++) {
            lead.publish("fixes/" + FIXES.get(i), fix(i));
        }
        publish("pump-stops", 1);
        lead.csv(csv("pump-stops", simulated("pump-stops", 400, HiddenError.HiddenFix.NEVER)))
                .expect(200);
    }

    private void publish(String key, int askMinutes) {
        lead.publish("errors/" + key, error(key, askMinutes));
    }

    private static String fix(int i) {
        return """
                ---
                fix: %s
                title: "Fix %d"
                minutes: %s
                needs: %s
                ---
                ## Do it
                Do it.
                """.formatted(FIXES.get(i), i, MINUTES.get(i), i == 1 ? "[valve-key]" : "[]");
    }

    private static String error(String key, int askMinutes) {
        return """
                ---
                error: %s
                title: "Pump stops: %s"
                phases: [launch]
                products: ["Brinelink"]
                tells: [lamp]
                ---
                It stops.

                ## Recognise
                - Code: `PS-%d`

                ## Ask
                1. Is the lamp on?
                   - Sets: `lamp`
                   - Choices: on, off
                   - Minutes: %d

                ## Try
                1. [Fix 0](../fixes/free-queue.md)
                2. [Fix 1](../fixes/turn-valve.md)
                3. [Fix 2](../fixes/swap-coil.md)

                ## Verify
                1. Start the pump.
                """.formatted(key, key, 100 + Math.abs(key.hashCode() % 800), askMinutes);
    }

    /** The same log, evidence and plan without a server, a file or a database between. */
    @Test
    void thePlanOfImportedCasesIsTheLibrarysOwn() {
        List<LoggedCase> log = new ArrayList<>();
        for (SimulatedCase c : simulated("pump-stops", 400, HiddenError.HiddenFix.NEVER)) {
            LoggedCase logged = c.logged(log.size());
            Map<String, String> facts = Map.of("lamp", c.facts().get("lamp"));
            log.add(new LoggedCase(logged.number(), null, logged.month(), logged.attempts(), facts));
        }
        Map<String, Fix> fixes = new HashMap<>();
        for (int i = 0; i < 3; i++) {
            fixes.put(
                    FIXES.get(i),
                    RunbookParser.parse(DocumentKind.FIX, FIXES.get(i), fix(i)).fix());
        }
        Evidence evidence = Evidence.of(new Basis(
                FIXES, MINUTES, log, null, List.of(new Variable("lamp", true)), Basis.FirstPicks.WHEN_TELLING));
        for (String lamp : List.of("", "on", "off")) {
            Facts facts = lamp.isEmpty() ? Facts.NONE : new Facts(Map.of("lamp", lamp));
            Plan own = CasePlanner.plan(new CasePlanner.Request(
                    RunbookParser.parse(DocumentKind.ERROR, "pump-stops", error("pump-stops", 1))
                            .error(),
                    fixes,
                    Vocabulary.EMPTY,
                    facts,
                    Progress.NONE,
                    evidence,
                    List.of(),
                    false,
                    PastConditions.NONE));
            JsonNode told = lead.get("/api/errors/pump-stops/plan" + (lamp.isEmpty() ? "" : "?fact.lamp=" + lamp))
                    .expect(200)
                    .json();
            List<String> order = new ArrayList<>();
            told.path("ordered").forEach(s -> {
                if (s.path("kind").asString().equals("fix")) {
                    order.add(s.path("key").asString());
                }
            });
            assertThat(order)
                    .isEqualTo(own.ordered().stream().map(Plan.Item::key).toList());
            assertThat(told.path("expectedMinutes").asDouble()).isCloseTo(own.expectedMinutes(), within(1e-6));
            assertThat(told.path("expectedMinutesAuthored").asDouble())
                    .isCloseTo(own.expectedMinutesAuthored(), within(1e-6));
            assertThat(told.path("handOverAfter").asInt()).isEqualTo(own.handOverAfter());
        }
    }

    private static List<SimulatedCase> simulated(String key, int cases, int breaksWith) {
        HiddenError error = HiddenError.of(
                key,
                1,
                List.of(
                        HiddenError.HiddenFix.plain("free-queue", 4),
                        new HiddenError.HiddenFix("turn-valve", 6, 6, 0, 0, breaksWith, 0.2),
                        HiddenError.HiddenFix.plain("swap-coil", 12)),
                new double[] {8, 58, 28, 6},
                0.03,
                List.of(new HiddenFact(
                        "lamp", List.of("on", "off"), new double[][] {{0.5, 0.5}, {0.97, 0.03}, {0.03, 0.97}, {0.5, 0.5}
                        })));
        Habits habits = new Habits(0.3, 0, 0.1, 0, 0.04, Habits.Slips.NONE, new Habits.Size(4, 10, 2));
        return DeskSimulator.run(List.of(error), habits, cases, 99);
    }

    private static String csv(String error, List<SimulatedCase> cases) {
        StringBuilder csv = new StringBuilder("case,error,opened_at,closed_at,status,recurred_at,position,fix,outcome,"
                + "minutes,agent,product_version,fact.lamp\n");
        for (int i = 0; i < cases.size(); i++) {
            SimulatedCase c = cases.get(i);
            int day = (int) (c.opened() * 300);
            String head = String.format(
                    Locale.ROOT,
                    "%s%d,%s,2026-%02d-%02dT08:00:00Z,2026-%02d-%02dT09:00:00Z,%s,%s",
                    error,
                    i,
                    error,
                    1 + day / 28,
                    1 + day % 28,
                    1 + day / 28,
                    1 + day % 28,
                    c.solved() ? "solved" : "handed-over",
                    c.cameBack()
                            ? String.format(Locale.ROOT, "2026-%02d-%02dT10:00:00Z", 1 + day / 28, 1 + day % 28)
                            : "");
            int position = 1;
            for (LoggedAttempt a : c.attempts()) {
                csv.append(head)
                        .append(',')
                        .append(position++)
                        .append(',')
                        .append(a.fix())
                        .append(',')
                        .append(a.outcome().word())
                        .append(',')
                        .append(a.minutes())
                        .append(",Agent ")
                        .append(c.agent())
                        .append(",1.")
                        .append(c.release())
                        .append(',')
                        .append(c.facts().get("lamp"))
                        .append('\n');
            }
        }
        return csv.toString();
    }

    private JsonNode evidence(String query) {
        return lead.get("/api/errors/pump-stops/evidence" + query).expect(200).json();
    }

    private static List<String> keys(JsonNode list) {
        List<String> keys = new ArrayList<>();
        list.forEach(n -> keys.add(n.path("key").asString()));
        return keys;
    }

    @Test
    void countsAreThoseOfTheLogAndEveryNumberLeadsToItsCases() {
        List<SimulatedCase> log = simulated("pump-stops", 400, HiddenError.HiddenFix.NEVER);
        JsonNode e = evidence("");
        for (int i = 0; i < 3; i++) {
            String fix = FIXES.get(i);
            long tried = log.stream()
                    .flatMap(c -> c.attempts().stream())
                    .filter(a -> a.fix().equals(fix))
                    .count();
            long held = log.stream()
                    .filter(c -> !c.cameBack())
                    .flatMap(c -> c.attempts().stream())
                    .filter(a -> a.fix().equals(fix) && a.outcome() == Outcome.WORKED)
                    .count();
            JsonNode f = e.path("fixes").path(i);
            assertThat(f.path("tried").asLong()).as(fix).isEqualTo(tried);
            assertThat(f.path("held").asLong()).as(fix).isEqualTo(held);
            assertThat(f.path("share").asDouble()).isCloseTo((double) held / tried, within(1e-9));
            assertThat(f.path("shareLow").asDouble()).isLessThan(f.path("share").asDouble());
            JsonNode tries = lead.get("/api/errors/pump-stops/evidence/tries?fix=" + fix)
                    .expect(200)
                    .json();
            assertThat(tries.path("total").asLong()).isEqualTo(tried);
            assertThat(tries.path("tries").size()).isEqualTo((int) tried);
            long newest = tries.path("tries").path(0).path("caseNumber").asLong();
            assertThat(lead.get("/api/cases/" + newest).expect(200).text()).contains(fix);
            String month = f.path("byMonth").path(0).path("month").asString();
            int inFirst = 0;
            for (JsonNode x : tries.path("tries")) {
                inFirst += x.path("month").asString().equals(month) ? 1 : 0;
            }
            assertThat(inFirst)
                    .isEqualTo(f.path("byMonth").path(0).path("tried").asInt());
        }
        lead.get("/api/errors/pump-stops/evidence/tries?fix=x").refused(404, "does not try");
        assertThat(e.path("chosen").asInt()).isEqualTo(400);
        assertThat(e.path("releases").path(0).path("version").asString()).isEqualTo("1.1");
        assertThat(e.path("forWhom").toString()).contains("\"lamp\"").contains("product_version");
    }

    @Test
    void theMeasuredOrderSavesWhatThePlanSays() {
        JsonNode order = evidence("").path("order");
        JsonNode plan = lead.get("/api/errors/pump-stops/plan").expect(200).json();
        List<String> planned = new ArrayList<>();
        plan.path("ordered").forEach(s -> {
            if (s.path("kind").asString().equals("fix")) {
                planned.add(s.path("key").asString());
            }
        });
        assertThat(keys(order.path("measured"))).isEqualTo(planned).startsWith("turn-valve");
        assertThat(keys(order.path("authored"))).isEqualTo(FIXES);
        assertThat(order.path("minutesMeasured").asDouble())
                .isEqualTo(plan.path("expectedMinutes").asDouble());
        assertThat(order.path("savedACase").asDouble())
                .isCloseTo(
                        plan.path("expectedMinutesAuthored").asDouble()
                                - plan.path("expectedMinutes").asDouble(),
                        within(1e-9));
        assertThat(evidence("?to=2026-10-20").path("order").path("casesAMonth").asDouble())
                .isBetween(30.0, 50.0);
        assertThat(order.path("changes").asBoolean()).isTrue();
    }

    @Test
    void casesAreChosenByFactPeriodAndAgent() {
        JsonNode on = evidence("?fact.lamp=on");
        JsonNode off = evidence("?fact.lamp=off");
        assertThat(on.path("chosen").asInt() + off.path("chosen").asInt()).isEqualTo(400);
        assertThat(on.path("fixes").path(1).path("share").asDouble())
                .isGreaterThan(off.path("fixes").path(1).path("share").asDouble() + 0.3);
        assertThat(on.path("choices").path("facts").toString()).contains("\"lamp\"");
        int first = evidence("?to=2026-05-28").path("chosen").asInt();
        int second = evidence("?from=2026-05-29").path("chosen").asInt();
        assertThat(first + second).isEqualTo(400);
        Set<Integer> agents = new HashSet<>();
        for (int a = 0; a < 4; a++) {
            agents.add(evidence("?agent=" + personCalled("Agent " + a))
                    .path("chosen")
                    .asInt());
        }
        assertThat(agents.stream().mapToInt(x -> x).sum())
                .isLessThanOrEqualTo(400)
                .isPositive();
        String all = IntStream.range(0, 4)
                .mapToObj(a -> "agent=" + personCalled("Agent " + a))
                .collect(Collectors.joining("&"));
        assertThat(evidence("?" + all).path("chosen").asInt()).isEqualTo(400);
        assertThat(evidence("?product=Nothing").path("chosen").asInt()).isZero();
        lead.get("/api/errors/pump-stops/evidence?from=yesterday").refused(400, "from is");
    }

    @Test
    void theDeskIsToldInFiguresThatAddUp() {
        JsonNode d = lead.deskEvidence();
        assertThat(d.path("firstFix").asInt())
                .isLessThanOrEqualTo(d.path("held").asInt());
        assertThat(d.path("held").asInt()).isLessThanOrEqualTo(d.path("solved").asInt());
        int inBins = 0;
        for (JsonNode b : d.path("bins")) {
            inBins += b.path("cases").asInt();
        }
        assertThat(inBins).isEqualTo(d.path("solved").asInt());
        double saved = 0;
        for (JsonNode l : d.path("errors")) {
            saved += l.path("savedAMonth").asDouble();
        }
        assertThat(d.path("savedAMonth").asDouble()).isCloseTo(saved, within(1e-9));
        assertThat(d.path("quartiles").size()).isEqualTo(4);
        assertThat(lead.get("/api/evidence/desk?product=Nothing").expect(200).text())
                .doesNotContain("NaN")
                .contains("\"cases\":0");
    }

    @Test
    void everyTableComesAsCsv() {
        for (String table : List.of("fixes", "months", "for-whom", "order", "tries")) {
            String csv = lead.get("/api/errors/pump-stops/evidence.csv?table=" + table)
                    .expect(200)
                    .text();
            assertThat(csv.lines().count()).as(table).isGreaterThan(2);
            assertThat(csv).as(table).contains("turn-valve").doesNotContain("NaN");
        }
        for (String table : List.of("errors", "months", "minutes")) {
            assertThat(lead.get("/api/evidence/desk.csv?table=" + table)
                            .expect(200)
                            .text()
                            .lines()
                            .count())
                    .isGreaterThan(1);
        }
        lead.get("/api/errors/pump-stops/evidence.csv?table=x").refused(400, "table is");
        lead.get("/api/evidence/desk.csv?table=x").refused(400, "table is");
    }

    @Test
    void aQuestionIsAskedWhenAndOnlyWhenItsWorthIsAboveItsCost() {
        JsonNode cheap = lead.get("/api/errors/pump-stops/plan").expect(200).json();
        JsonNode first = cheap.path("ordered").path(0);
        assertThat(first.path("kind").asString()).isEqualTo("question");
        assertThat(first.path("key").asString()).isEqualTo("lamp");
        assertThat(first.path("saves").asDouble()).isPositive();
        JsonNode answered = lead.get("/api/errors/pump-stops/plan?fact.lamp=off")
                .expect(200)
                .json();
        assertThat(answered.path("ordered").path(0).path("kind").asString()).isEqualTo("fix");
        assertThat(answered.path("ordered").path(0).path("key").asString()).isEqualTo("swap-coil");
        publish("pump-stops-dear", 30);
        lead.csv(csv("pump-stops-dear", simulated("pump-stops-dear", 400, HiddenError.HiddenFix.NEVER)))
                .expect(200);
        JsonNode dear = lead.get("/api/errors/pump-stops-dear/plan").expect(200).json();
        assertThat(dear.path("ordered").path(0).path("kind").asString()).isEqualTo("fix");
        assertThat(dear.path("notWorthAsking").path(0).path("fact").asString()).isEqualTo("lamp");
        assertThat(dear.path("notWorthAsking").path(0).path("costsMore").asDouble())
                .isCloseTo(29 - first.path("saves").asDouble(), within(1e-6));
    }

    @Test
    void anExcludedNeedTakesItsFixOutOfThePlan() {
        JsonNode plan = lead.get("/api/errors/pump-stops/plan?fact.need.valve-key=no")
                .expect(200)
                .json();
        assertThat(keys(plan.path("ordered"))).doesNotContain("turn-valve");
        assertThat(plan.path("excluded").path(0).path("reason").toString()).contains("not-at-hand");
    }

    @Test
    void aFixThatBreaksIsNamedWithItsRelease() {
        publish("pump-breaks", 1);
        lead.csv(csv("pump-breaks", simulated("pump-breaks", 400, 1))).expect(200);
        JsonNode change = lead.get("/api/errors/pump-breaks/evidence")
                .expect(200)
                .json()
                .path("fixes")
                .path(1)
                .path("change");
        assertThat(change.path("fell").asBoolean()).isTrue();
        assertThat(change.path("release").asString()).isEqualTo("1.1");
        assertThat(change.path("caseNumbers").size()).isGreaterThan(8);
        JsonNode old = lead.get("/api/errors/pump-breaks/plan?fact.product_version=1.0&fact.lamp=off")
                .json();
        JsonNode now = lead.get("/api/errors/pump-breaks/plan?fact.product_version=1.1&fact.lamp=off")
                .json();
        assertThat(chance(now)).isLessThan(chance(old));
        JsonNode first = lead.deskEvidence().path("changes").path(0);
        assertThat(first.path("error").asString()).isEqualTo("pump-breaks");
        assertThat(first.path("release").asString()).isEqualTo("1.1");
    }

    private static double chance(JsonNode plan) {
        for (JsonNode s : plan.path("ordered")) {
            if (s.path("key").asString().equals("turn-valve")) {
                return s.path("chanceNow").asDouble();
            }
        }
        throw new AssertionError(plan);
    }

    @Test
    void aRecurrenceTakesTheSuccessAway() {
        publish("pump-again", 1);
        lead.csv(csv("pump-again", simulated("pump-again", 60, HiddenError.HiddenFix.NEVER)))
                .expect(200);
        int before = heldOf("pump-again");
        long n = lead.openCase(Map.of("text", "x", "error", "pump-again"));
        lead.attempt(n, "turn-valve", "worked", 5);
        lead.close(n, "solved").expect(200);
        assertThat(heldOf("pump-again")).isEqualTo(before + 1);
        lead.post("/api/cases/" + n + "/reopen", Map.of()).expect(200);
        assertThat(heldOf("pump-again")).isEqualTo(before);
    }

    private int heldOf(String error) {
        return lead.get("/api/errors/" + error + "/evidence")
                .json()
                .path("fixes")
                .path(1)
                .path("held")
                .asInt();
    }

    @Test
    void theMeasuredOrderBecomesADraftWithTheReasonAndIsNotPublished() {
        publish("pump-draft", 1);
        lead.csv(csv("pump-draft", simulated("pump-draft", 200, HiddenError.HiddenFix.NEVER)))
                .expect(200);
        JsonNode made = lead.post("/api/errors/pump-draft/evidence/draft", Map.of())
                .expect(201)
                .json();
        assertThat(made.path("status").asString()).isEqualTo("draft");
        assertThat(made.path("problems").toString()).doesNotContain("\"error\"");
        String draft = lead.get("/api/documents/errors/pump-draft?revision=draft")
                .expect(200)
                .text();
        assertThat(draft.indexOf("turn-valve")).isLessThan(draft.indexOf("free-queue"));
        String published =
                lead.get("/api/documents/errors/pump-draft").expect(200).text();
        assertThat(published.indexOf("turn-valve")).isGreaterThan(published.indexOf("free-queue"));
        assertThat(lead.get("/api/documents/errors/pump-draft/revisions")
                        .expect(200)
                        .text())
                .contains("Measured order: ")
                .contains("expected minutes a case against");
        lead.post("/api/errors/pump-draft/evidence/draft", Map.of()).refused(409, "draft");
        lead.post("/api/errors/no-such/evidence/draft", Map.of()).refused(404, "no-such");
        lead.post("/api/errors/pump-stops/evidence/draft", Map.of("ruleOut", "turn-valve"))
                .refused(409, "tries");
        lead.post("/api/errors/pump-stops/evidence/draft", Map.of("ruleOut", "x"))
                .refused(404, "does not try");
    }

    @Test
    void whatHardlyEverHelpsCanBeRuledOut() {
        publish("pump-never", 1);
        StringBuilder csv = new StringBuilder("case,error,opened_at,closed_at,status,position,fix,outcome,minutes\n");
        for (int i = 0; i < 40; i++) {
            String head = "never" + i + ",pump-never,2026-03-01T08:00:00Z,2026-03-01T09:00:00Z,solved,";
            csv.append(head).append("1,free-queue,no-change,4\n");
            csv.append(head).append("2,turn-valve,worked,6\n");
        }
        lead.csv(csv.toString()).expect(200);
        JsonNode e = lead.get("/api/errors/pump-never/evidence").expect(200).json();
        assertThat(e.path("fixes").path(0).path("ruleOut").asBoolean()).isTrue();
        assertThat(e.path("oneOrder").asBoolean()).isTrue();
        lead.post("/api/errors/pump-never/evidence/draft", Map.of("ruleOut", "free-queue"))
                .expect(201);
        String draft = lead.get("/api/documents/errors/pump-never?revision=draft")
                .expect(200)
                .text();
        assertThat(draft).contains("## Ruled out").contains("tried 40 times, helped in 0");
    }

    @Test
    void whatWasPlannedIsKeptWithTheFirstAttempt() {
        publish("pump-picks", 1);
        lead.csv(csv("pump-picks", simulated("pump-picks", 100, HiddenError.HiddenFix.NEVER)))
                .expect(200);
        String planned = null;
        for (JsonNode s : lead.get("/api/errors/pump-picks/plan").json().path("ordered")) {
            planned = planned == null && s.path("kind").asString().equals("fix")
                    ? s.path("key").asString()
                    : planned;
        }
        assertThat(planned).isEqualTo("turn-valve");
        long n = lead.openCase(Map.of("text", "x", "error", "pump-picks"));
        lead.post("/api/cases/" + n + "/attempts", Map.of("fix", "swap-coil")).expect(201);
        String first = app.bean(org.mendak.server.platform.Db.class)
                .tx(tx -> tx.one("select planned_first from attempt where number = ?", r -> r.getString(1), n)
                        .orElseThrow());
        assertThat(first).isEqualTo("turn-valve");
    }

    @Test
    void agentsSeeEvidenceAndMakeNoDraftsAndStrangersSeeNothing() {
        lead.post(
                        "/api/people",
                        Map.of("login", "runa", "name", "Runa Holm", "role", "agent", "password", "a-long-password"))
                .expect(201);
        Api agent = Api.browser(app.address());
        agent.get("/api/session");
        agent.signIn("runa", "a-long-password").expect(200);
        agent.get("/api/errors/pump-stops/evidence").expect(200);
        agent.post("/api/errors/pump-stops/evidence/draft", Map.of()).refused(403, "write documents");
        assertThat(lead.get("/api/documents/errors/pump-stops/revisions").json().size())
                .isEqualTo(1);
        Api nobody = Api.browser(app.address());
        nobody.get("/api/evidence/desk").expect(401);
        nobody.get("/api/errors/pump-stops/evidence/tries?fix=turn-valve").expect(401);
    }

    @Test
    void underTwentyCasesNoRangeIsTold() {
        publish("pump-few", 1);
        lead.csv(csv("pump-few", simulated("pump-few", 12, HiddenError.HiddenFix.NEVER)))
                .expect(200);
        JsonNode e = lead.get("/api/errors/pump-few/evidence").expect(200).json();
        assertThat(e.path("littleEvidence").asBoolean()).isTrue();
        assertThat(e.path("fixes").path(0).path("shareLow").isNull()).isTrue();
        assertThat(e.path("fixes").path(0).path("share").isNull()).isFalse();
    }
}
