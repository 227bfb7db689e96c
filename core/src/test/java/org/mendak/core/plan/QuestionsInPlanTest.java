package org.mendak.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.mendak.core.evidence.Basis;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.LoggedAttempt;
import org.mendak.core.evidence.LoggedCase;
import org.mendak.core.evidence.Outcome;
import org.mendak.core.evidence.Variable;
import org.mendak.core.language.Facts;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.core.runbook.Vocabulary;

/** When a plan asks, what hangs on unknown facts, what is done in one go, and what it says of it. */
class QuestionsInPlanTest {

    private static final String VOCABULARY = """
            format: 1
            needs:
              recovery:
                title: The recovery environment
                minutes: 8
                while-used: true
              crane:
                title: A crane
                minutes: 5
            settings:
              hand-over-minutes: 60
            """;

    private static KnownError error(String askMinutes, String tries) {
        return RunbookParser.parse(DocumentKind.ERROR, "e", """
                        ---
                        error: e
                        title: "E"
                        phases: [launch]
                        tells: [lamp]
                        ---
                        ## Recognise
                        - Code: `EE-1`

                        ## Ask
                        1. Is the lamp on?
                           - Sets: `lamp`
                           - Choices: on, off
                           - Minutes: %s

                        ## Try
                        %s
                        """.formatted(askMinutes, tries.strip()))
                .error();
    }

    private static final String PLAIN = """
            1. [A](../fixes/a.md)
            2. [B](../fixes/b.md)
            3. [C](../fixes/c.md)
            """;

    private static Map<String, Fix> fixes(String needsOfA, String needsOfC) {
        return Map.of(
                "a", fix("a", 12, needsOfA),
                "b", fix("b", 12, "[]"),
                "c", fix("c", 12, needsOfC));
    }

    private static Fix fix(String key, double minutes, String needs) {
        return RunbookParser.parse(DocumentKind.FIX, key, """
                        ---
                        fix: %s
                        title: "Fix %s"
                        minutes: %s
                        needs: %s
                        ---
                        ## Do it
                        Do it.
                        """.formatted(
                                key, key.toUpperCase(java.util.Locale.ROOT), minutes, needs))
                .fix();
    }

    /** A is the answer where the lamp is on, B where it is off; C seldom helps. */
    private static Evidence evidence(KnownError e) {
        List<LoggedCase> log = new ArrayList<>();
        for (int i = 0; i < 120; i++) {
            boolean on = i % 2 == 0;
            List<LoggedAttempt> tried = new ArrayList<>();
            for (String key : i % 4 < 2 ? List.of("a", "b", "c") : List.of("b", "a", "c")) {
                boolean helps = key.equals("a") && on || key.equals("b") && !on;
                boolean worked = helps && i % 10 != 0 || key.equals("c") && i % 20 == 0;
                tried.add(new LoggedAttempt(key, worked ? Outcome.WORKED : Outcome.NO_CHANGE, false, false, 12));
                if (worked) {
                    break;
                }
            }
            log.add(new LoggedCase(i, null, "2026-01", tried, Map.of("lamp", on ? "on" : "off")));
        }
        return Evidence.of(new Basis(
                List.of("a", "b", "c"),
                List.of(12.0, 12.0, 12.0),
                log,
                null,
                List.of(new Variable("lamp", true)),
                Basis.FirstPicks.IGNORED));
    }

    private static Plan plan(KnownError e, Map<String, Fix> fixes, Map<String, String> facts, PastConditions past) {
        Vocabulary vocabulary = RunbookParser.vocabulary(VOCABULARY).vocabulary();
        return CasePlanner.plan(new CasePlanner.Request(
                e, fixes, vocabulary, new Facts(facts), Progress.NONE, evidence(e), List.of(), false, past));
    }

    @Test
    void asksWhenTheAnswerSavesMoreThanAskingCosts() {
        KnownError cheap = error("1", PLAIN);
        Plan p = plan(cheap, fixes("[]", "[]"), Map.of(), PastConditions.NONE);
        Plan.Question q = p.first().orElseThrow();
        assertThat(q.fact()).isEqualTo("lamp");
        assertThat(q.text()).isEqualTo("Is the lamp on?");
        double on = plan(cheap, fixes("[]", "[]"), Map.of("lamp", "on"), PastConditions.NONE)
                .expectedMinutes();
        double off = plan(cheap, fixes("[]", "[]"), Map.of("lamp", "off"), PastConditions.NONE)
                .expectedMinutes();
        double[] chances = evidence(cheap).model().expected("lamp", 0);
        int atOn = evidence(cheap).model().valuesOf("lamp").indexOf("on");
        double after = chances[atOn] * on + chances[1 - atOn] * off;
        assertThat(q.worth()).isCloseTo(p.expectedMinutes() - 1 - after, within(1e-9));
        assertThat(q.worth()).isPositive();
    }

    @Test
    void doesNotAskWhenAskingCostsMore() {
        KnownError dear = error("20", PLAIN);
        Plan p = plan(dear, fixes("[]", "[]"), Map.of(), PastConditions.NONE);
        assertThat(p.first()).isEmpty();
        assertThat(p.questions()).hasSize(1);
        assertThat(p.questions().get(0).worth()).isNegative();
        assertThat(plan(dear, fixes("[]", "[]"), Map.of("lamp", "on"), PastConditions.NONE)
                        .questions())
                .isEmpty();
    }

    @Test
    void anAnswerPutsTheRightFixFirst() {
        KnownError e = error("1", PLAIN);
        assertThat(plan(e, fixes("[]", "[]"), Map.of("lamp", "on"), PastConditions.NONE)
                        .ordered()
                        .get(0)
                        .key())
                .isEqualTo("a");
        assertThat(plan(e, fixes("[]", "[]"), Map.of("lamp", "off"), PastConditions.NONE)
                        .ordered()
                        .get(0)
                        .key())
                .isEqualTo("b");
    }

    @Test
    void anUnknownConditionIsWeighedByHowOftenItHeldAndAskedDirectlyBefore() {
        KnownError e = error("2", """
                1. [A](../fixes/a.md)
                   - When: `roof = yes`
                2. [B](../fixes/b.md)
                3. [C](../fixes/c.md)
                """);
        PastConditions often = new PastConditions(Map.of("a", new PastConditions.Count(98, 0)));
        PastConditions seldom = new PastConditions(Map.of("a", new PastConditions.Count(0, 98)));
        Plan likely = plan(e, fixes("[]", "[]"), Map.of("lamp", "on"), often);
        Plan unlikely = plan(e, fixes("[]", "[]"), Map.of("lamp", "on"), seldom);
        assertThat(likely.ordered().get(0).key()).isEqualTo("a");
        assertThat(chance(likely)).isCloseTo(chance(unlikely) * 99, within(1e-9));
        assertThat(likely.questions()).extracting(Plan.Question::fact).containsExactly("roof");
        assertThat(likely.questions().get(0).before()).isEqualTo("a");
        assertThat(likely.questions().get(0).worth()).isNull();
        assertThat(item(likely, "a").reasons())
                .anySatisfy(
                        r -> assertThat(r.values()).containsEntry("held", "98").containsEntry("of", "98"));
        assertThat(item(plan(e, fixes("[]", "[]"), Map.of(), PastConditions.NONE), "a")
                        .reasons())
                .anySatisfy(r -> assertThat(r.values()).containsOnlyKeys("condition"));
        for (Plan.Item i : unlikely.ordered()) {
            assertThat(i.chance()).isBetween(i.low(), i.high());
        }
        Plan known = plan(e, fixes("[]", "[]"), Map.of("lamp", "on", "roof", "yes"), often);
        assertThat(known.questions()).isEmpty();
    }

    private static double chance(Plan p) {
        return item(p, "a").chanceNow();
    }

    private static Plan.Item item(Plan p, String key) {
        return p.ordered().stream().filter(i -> i.key().equals(key)).findFirst().orElseThrow();
    }

    @Test
    void countsConditionsOverPastCases() {
        KnownError e = error("2", "1. [A](../fixes/a.md)\n   - When: `roof = yes`\n2. [B](../fixes/b.md)");
        PastConditions past = PastConditions.of(
                e, Map.of(Map.of("roof", "yes"), 3, Map.of("roof", "no"), 1, Map.of("wind", "west"), 9));
        assertThat(past.counts()).containsExactly(Map.entry("a", new PastConditions.Count(3, 1)));
        assertThat(past.share("a")).isCloseTo(4 / 6.0, within(1e-12));
        assertThat(past.share("b")).isEqualTo(0.5);
    }

    @Test
    void whatNeedsTheSamePlaceIsDoneInOneGoAndPaidOnce() {
        KnownError e = error("20", PLAIN);
        Plan p = plan(e, fixes("[recovery]", "[recovery]"), Map.of(), PastConditions.NONE);
        List<String> order = p.ordered().stream().map(Plan.Item::key).toList();
        assertThat(Math.abs(order.indexOf("a") - order.indexOf("c"))).isEqualTo(1);
        int second = Math.max(order.indexOf("a"), order.indexOf("c"));
        assertThat(p.ordered().get(second).reasons()).extracting(Reason::code).contains(Reason.Code.IN_ONE_GO);
        double first = p.ordered().get(second - 1).minutes();
        assertThat(first - p.ordered().get(second).minutes()).isCloseTo(8, within(0.5));
    }

    @Test
    void saysWhatWasFetchedBefore() {
        KnownError e = error("20", PLAIN);
        Plan p = plan(e, fixes("[crane]", "[crane]"), Map.of(), PastConditions.NONE);
        long fetching = p.ordered().stream()
                .filter(i -> i.reasons().stream()
                        .anyMatch(r -> r.code() == Reason.Code.FETCHED_BEFORE
                                && r.values().get("need").equals("A crane")))
                .count();
        assertThat(fetching).isEqualTo(1);
    }

    @Test
    void fixesDoneTogetherStandTogetherInOneMove() {
        KnownError e = error("20", """
                1. [A](../fixes/a.md)
                2. [B](../fixes/b.md)
                3. [C](../fixes/c.md)
                   - Together: [A](../fixes/a.md)
                """);
        for (String lamp : List.of("on", "off")) {
            List<String> order =
                    plan(e, fixes("[]", "[]"), Map.of("lamp", lamp), PastConditions.NONE).ordered().stream()
                            .map(Plan.Item::key)
                            .toList();
            assertThat(order.indexOf("c") - order.indexOf("a")).isEqualTo(1);
        }
    }

    @Test
    void fixesDoneTogetherFallApartWhereSomethingMustComeBetween() {
        KnownError e = error("20", """
                1. [A](../fixes/a.md)
                2. [B](../fixes/b.md)
                   - After: [A](../fixes/a.md)
                3. [C](../fixes/c.md)
                   - Together: [A](../fixes/a.md)
                   - After: [B](../fixes/b.md)
                """);
        assertThat(plan(e, fixes("[]", "[]"), Map.of(), PastConditions.NONE).ordered())
                .extracting(Plan.Item::key)
                .containsExactly("a", "b", "c");
    }

    /** Whoever begins with B though the plan says otherwise has seen something that speaks for B. */
    @Test
    void whatWasPickedFirstMovesThePlan() {
        KnownError e = error("20", PLAIN);
        List<LoggedCase> log = new ArrayList<>();
        for (int i = 0; i < 90; i++) {
            boolean picked = i % 3 == 0;
            List<LoggedAttempt> tried = picked
                    ? List.of(new LoggedAttempt("b", Outcome.WORKED, false, false, 12))
                    : List.of(
                            new LoggedAttempt("a", Outcome.NO_CHANGE, false, false, 12),
                            new LoggedAttempt("b", Outcome.NO_CHANGE, false, false, 12),
                            new LoggedAttempt("c", Outcome.WORKED, false, false, 12));
            Map<String, String> pick = Map.of(Evidence.FIRST_PICK, picked ? "b" : Evidence.AS_PLANNED);
            log.add(new LoggedCase(i, null, "2026-01", tried, pick));
        }
        Evidence evidence = Evidence.of(List.of("a", "b", "c"), new double[] {12, 12, 12}, log, null);
        Vocabulary vocabulary = RunbookParser.vocabulary(VOCABULARY).vocabulary();
        double[] chances = new double[2];
        for (int p = 0; p < 2; p++) {
            Progress done = new Progress(java.util.Set.of(), Map.of(), p == 0 ? Evidence.AS_PLANNED : "b");
            Plan plan = CasePlanner.plan(new CasePlanner.Request(
                    e,
                    fixes("[]", "[]"),
                    vocabulary,
                    Facts.NONE,
                    done,
                    evidence,
                    List.of(),
                    false,
                    PastConditions.NONE));
            chances[p] = item(plan, "b").chanceNow();
        }
        assertThat(chances[1]).isGreaterThan(chances[0] + 0.3);
    }
}
