package org.mendak.core.evidence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;

/** What is counted of each fix, and how bundles and cases that teach nothing enter. */
class TalliesTest {

    private static final List<String> FIXES = List.of("a", "b", "c");
    private static final double[] MINUTES = {5, 10, 30};

    private static LoggedAttempt at(String fix, Outcome outcome) {
        return new LoggedAttempt(fix, outcome, false, false, 4);
    }

    private static LoggedCase logged(LoggedAttempt... attempts) {
        return new LoggedCase(1, null, "2026-03", List.of(attempts));
    }

    private static Evidence of(List<LoggedCase> log) {
        return Evidence.of(FIXES, MINUTES, log, null);
    }

    @Test
    void aBundleThatFailedCountsAgainstAllItsFixes() {
        Evidence e = of(List.of(logged(at("a", Outcome.NOT_RETESTED), at("b", Outcome.NO_CHANGE))));
        assertThat(e.tallies().get(0).tried()).isEqualTo(1);
        assertThat(e.tallies().get(0).held()).isZero();
        assertThat(e.tallies().get(1).tried()).isEqualTo(1);
    }

    /** Nobody knows which of them did it: neither is said to have, and each is credited by its own chance. */
    @Test
    void aBundleThatWorkedIsCreditedAsTheEstimatorHasIt() {
        List<LoggedCase> log = new ArrayList<>();
        for (int i = 0; i < 20; i++) {
            log.add(logged(at("a", Outcome.NO_CHANGE), at("b", Outcome.WORKED)));
        }
        for (int i = 0; i < 10; i++) {
            log.add(logged(at("a", Outcome.NOT_RETESTED), at("b", Outcome.WORKED)));
        }
        FixTally a = of(log).tallies().get(0);
        FixTally b = of(log).tallies().get(1);
        assertThat(b.held()).isEqualTo(20);
        assertThat(b.tried()).isEqualTo(20);
        assertThat(a.together()).isEqualTo(10);
        assertThat(b.together()).isEqualTo(10);
        assertThat(a.credit()).isBetween(0.0, 1.0);
        assertThat(b.credit()).isBetween(9.0, 10.0);
        // one of them did it, or both would have
        assertThat(a.credit() + b.credit()).isBetween(10.0, 11.0);
    }

    @Test
    void aTrailingNotRetestedIsNoEvidenceAtAll() {
        Evidence e = of(List.of(logged(at("a", Outcome.NOT_RETESTED))));
        assertThat(e.tallies().get(0).tried()).isZero();
        assertThat(e.cases()).isZero();
    }

    @Test
    void whatWasNotRetestedOrNotAppliedIsNoFailure() {
        for (Outcome o :
                List.of(Outcome.COULD_NOT_APPLY, Outcome.NOTHING_TO_DO, Outcome.NOT_APPLICABLE, Outcome.SKIPPED)) {
            Evidence e = of(List.of(logged(at("a", o), at("b", Outcome.WORKED))));
            assertThat(e.tallies().get(0).tried()).as(o.word()).isZero();
            assertThat(e.tallies().get(1).triedAfter(0)).as(o.word()).isEqualTo(1);
        }
    }

    @Test
    void madeWorseIsAFailureAndAnotherErrorASuccess() {
        Evidence e = of(List.of(logged(at("a", Outcome.MADE_WORSE), at("b", Outcome.DIFFERENT_ERROR))));
        assertThat(e.tallies().get(0).held()).isZero();
        assertThat(e.tallies().get(1).held()).isEqualTo(1);
        assertThat(e.tallies().get(1).triedAfter(0b001)).isEqualTo(1);
        assertThat(e.solved()).isEqualTo(1);
    }

    @Test
    void casesThatTeachNothingAgeNothing() {
        List<LoggedCase> log = new ArrayList<>();
        for (int i = 0; i < 12; i++) {
            log.add(logged(at("a", i % 3 == 0 ? Outcome.WORKED : Outcome.NO_CHANGE), at("b", Outcome.WORKED)));
        }
        Evidence before = of(log);
        for (int i = 0; i < 50; i++) {
            log.add(logged(at("a", Outcome.COULD_NOT_APPLY)));
            log.add(logged());
        }
        Evidence after = of(log);
        for (int i = 0; i < FIXES.size(); i++) {
            assertThat(after.model().chance(i, 0)).isCloseTo(before.model().chance(i, 0), within(1e-12));
            assertThat(after.tallies().get(i).minutes())
                    .isCloseTo(before.tallies().get(i).minutes(), within(1e-12));
        }
    }

    @Test
    void monthsLeadBackToWhereTheNumbersComeFrom() {
        Evidence e = of(List.of(
                new LoggedCase(17, null, "2026-03", List.of(at("a", Outcome.WORKED))),
                new LoggedCase(18, null, "2026-04", List.of(at("a", Outcome.NO_CHANGE)))));
        assertThat(e.tallies().get(0).months())
                .containsExactly(new FixTally.Month("2026-03", 1, 1), new FixTally.Month("2026-04", 1, 0));
    }

    @Property(tries = 200, seed = "20261125")
    void countsNeverContradictEachOther(
            @ForAll @Size(max = 40) List<@net.jqwik.api.constraints.IntRange(max = 26) Integer> cases) {
        Outcome[] outcomes = {Outcome.WORKED, Outcome.NO_CHANGE, Outcome.NOT_RETESTED};
        List<LoggedCase> log = cases.stream()
                .map(n -> logged(at("a", outcomes[n % 3]), at("b", outcomes[n / 3 % 3]), at("c", outcomes[n / 9 % 3])))
                .toList();
        Evidence e = of(log);
        for (FixTally t : e.tallies()) {
            assertThat(t.held()).isLessThanOrEqualTo(t.worked());
            assertThat(t.worked()).isLessThanOrEqualTo(t.tried());
            assertThat(t.triedFirst()).isLessThanOrEqualTo(t.tried());
            assertThat(t.afterFailed().values().stream().mapToInt(x -> x).sum()).isEqualTo(t.tried());
            assertThat(t.months().stream().mapToInt(FixTally.Month::tried).sum())
                    .isEqualTo(t.tried());
            assertThat(t.minutes()).isPositive();
        }
        assertThat(e.solved()).isLessThanOrEqualTo(e.cases());
    }
}
