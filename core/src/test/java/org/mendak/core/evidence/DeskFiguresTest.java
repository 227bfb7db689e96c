package org.mendak.core.evidence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** What is told of a desk, of who is helped, and of what should be tried otherwise. */
class DeskFiguresTest {

    private static LoggedCase logged(long number, String month, Map<String, String> facts, LoggedAttempt... attempts) {
        return new LoggedCase(number, null, month, List.of(attempts), facts);
    }

    private static LoggedAttempt at(String fix, Outcome outcome, boolean cameBack, double minutes) {
        return new LoggedAttempt(fix, outcome, cameBack, false, minutes);
    }

    @Test
    void countsSolvedFirstFixAndHeld() {
        DeskFigures f = counted(List.of(
                        logged(1, "2026-01", Map.of(), at("A", Outcome.WORKED, false, 4)),
                        logged(2, "2026-01", Map.of(), at("A", Outcome.WORKED, true, 6)),
                        logged(
                                3,
                                "2026-02",
                                Map.of(),
                                at("A", Outcome.NO_CHANGE, false, 5),
                                at("B", Outcome.WORKED, false, 7)),
                        logged(4, "2026-02", Map.of(), at("A", Outcome.NO_CHANGE, false, 5)),
                        logged(5, "2026-02", Map.of(), at("A", Outcome.SKIPPED, false, 5)),
                        logged(
                                6,
                                "2026-02",
                                Map.of(),
                                at("A", Outcome.SKIPPED, false, 2),
                                at("B", Outcome.WORKED, false, 93))))
                .figures()
                .figures();
        assertThat(f.cases()).isEqualTo(5);
        assertThat(f.solved()).isEqualTo(4);
        assertThat(f.firstFix()).isEqualTo(2); // one that was skipped is no first fix
        assertThat(f.held()).isEqualTo(3);
        assertThat(f.minutes()).containsExactly(4.0, 6.0, 12.0, 95.0);
        assertThat(f.quantile(0)).isEqualTo(4);
        assertThat(f.quantile(0.5)).isCloseTo(9, within(1e-12));
        assertThat(f.quantile(1)).isEqualTo(95);
        assertThat(f.histogram()).containsExactly(1, 1, 1, 0, 0, 0, 0, 0, 1);
        assertThat(f.months()).extracting(DeskFigures.Month::month).containsExactly("2026-01", "2026-02");
        assertThat(f.months().get(1).solved()).isEqualTo(2);
    }

    @Test
    void casesAMonthAreThoseOfTheLastThree() {
        Instant end = Instant.parse("2026-11-01T00:00:00Z");
        List<Instant> opened = new ArrayList<>();
        for (int week = 52; week > 0; week--) {
            opened.add(end.minus(Duration.ofDays(7L * week)));
        }
        assertThat(rate(opened, end)).isCloseTo(30.4 / 7, within(0.1));
        assertThat(rate(opened.subList(0, 20), end)).isZero();
        assertThat(rate(opened.subList(50, 52), end)).isEqualTo(2);
        assertThat(CaseRate.aMonth(null, 0, end)).isZero();
    }

    private static double rate(List<Instant> opened, Instant end) {
        Instant since = CaseRate.since(end);
        return CaseRate.aMonth(
                opened.get(0),
                (int) opened.stream().filter(o -> o.isAfter(since)).count(),
                end);
    }

    @Test
    void nothingGivesNothing() {
        DeskFigures f = counted(List.of()).figures().figures();
        assertThat(f.cases()).isZero();
        assertThat(f.quantile(0.5)).isNaN();
        assertThat(f.histogram()).allMatch(n -> n == 0);
    }

    @Test
    void saysForWhomAFixWorks() {
        List<LoggedCase> log = new ArrayList<>();
        for (int i = 0; i < 20; i++) {
            boolean till = i % 2 == 0;
            log.add(logged(
                    i,
                    "2026-01",
                    Map.of("device.role", till ? "till" : "scanner", "stage", "/var/stage/" + i, "phase", "update"),
                    at("A", till ? Outcome.WORKED : Outcome.NO_CHANGE, false, 4)));
        }
        log.add(logged(99, "2026-01", Map.of("device.role", "board"), at("A", Outcome.WORKED, false, 4)));
        List<ForWhom> whom = counted(log).forWhom();
        assertThat(whom).extracting(ForWhom::fact).containsExactly("device.role");
        assertThat(whom.get(0).values()).extracting(ForWhom.Value::value).containsExactly("scanner", "till");
        assertThat(whom.get(0).values().get(1).fixes())
                .containsExactly(new ForWhom.Count(10, 10), new ForWhom.Count(0, 0));
    }

    private static CountedLog<LoggedCase> counted(List<LoggedCase> log) {
        CountedLog<LoggedCase> counted = new CountedLog<>(
                List.of("A", "B"), List.of(), c -> c, java.util.Comparator.comparing(LoggedCase::number));
        log.forEach(counted::put);
        return counted;
    }

    @Test
    void proposesToRuleOutOnlyWhatWasTriedOftenAndHardlyEverHelped() {
        assertThat(tally(0, 31).neverHelps()).isFalse();
        assertThat(tally(0, 32).neverHelps()).isTrue();
        assertThat(tally(1, 32).neverHelps()).isFalse();
        assertThat(tally(1, 80).neverHelps()).isTrue();
        assertThat(tally(0, 0).plausible()).isEqualTo(new Interval(0, 1));
    }

    private static FixTally tally(int held, int tried) {
        return new FixTally(tried, held, held, 0, 0, 0, 0, 5, Map.of(), List.of());
    }

    @Test
    void saysWhichFixTriedFirstWouldTeachMostAndThatTheOrderWasAlwaysTheSame() {
        List<LoggedCase> log = new ArrayList<>();
        for (int i = 0; i < 60; i++) {
            log.add(GoldenExample.parse(i, i % 3 == 0 ? "A+" : i % 3 == 1 ? "A- B+" : "A- B- C-"));
        }
        Evidence e = Evidence.of(GoldenExample.FIXES, GoldenExample.MINUTES, log, null);
        assertThat(e.alwaysOneOrder()).isTrue();
        assertThat(e.worthTryingFirst(2)).hasSize(2).doesNotContain(0);
        assertThat(Evidence.of(GoldenExample.FIXES, GoldenExample.MINUTES, GoldenExample.log(), null)
                        .alwaysOneOrder())
                .isFalse();
        assertThat(Evidence.of(GoldenExample.FIXES, GoldenExample.MINUTES, List.of(), null)
                        .worthTryingFirst(2))
                .isEmpty();
    }
}
