package org.mendak.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.mendak.core.DemoLibrary;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.LoggedAttempt;
import org.mendak.core.evidence.LoggedCase;
import org.mendak.core.evidence.Outcome;
import org.mendak.core.language.Facts;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;

class CasePlannerTest {

    private static final Reason NO_CONSOLE = Reason.of(Reason.Code.NOT_AT_HAND, "need", "Access to the shore console");

    private static final KnownError ERROR = DemoLibrary.errors().stream()
            .filter(e -> e.key().equals("till-staging-full"))
            .findFirst()
            .orElseThrow();
    private static final Map<String, Fix> FIXES = DemoLibrary.fixes();
    private static final List<String> KEYS =
            ERROR.tries().stream().map(KnownError.TryItem::fix).toList();

    private static Evidence evidence(int cases) {
        List<LoggedCase> log = new ArrayList<>();
        for (int i = 0; i < cases; i++) {
            log.add(new LoggedCase(
                    i,
                    null,
                    "2026-01",
                    List.of(
                            new LoggedAttempt("free-print-queue", Outcome.NO_CHANGE, false, false, 3),
                            new LoggedAttempt(
                                    "empty-staging",
                                    i % 4 == 0 ? Outcome.NO_CHANGE : Outcome.WORKED,
                                    false,
                                    false,
                                    5))));
        }
        double[] minutes =
                KEYS.stream().mapToDouble(k -> FIXES.get(k).minutes()).toArray();
        return Evidence.of(KEYS, minutes, log, null);
    }

    private static Plan plan(Evidence e, Facts facts, Progress progress, List<String> pinned) {
        return CasePlanner.plan(new CasePlanner.Request(
                ERROR, FIXES, DemoLibrary.vocabulary(), facts, progress, e, pinned, false, PastConditions.NONE));
    }

    private static List<String> keys(Plan plan) {
        return plan.ordered().stream().map(Plan.Item::key).toList();
    }

    @Test
    void withoutEvidenceItIsTheAuthorsOrder() {
        Plan p = plan(evidence(3), Facts.NONE, Progress.NONE, List.of());
        assertThat(p.mode()).isEqualTo(Plan.Mode.AUTHORED);
        assertThat(keys(p)).containsExactlyElementsOf(KEYS);
        assertThat(p.ordered()).allSatisfy(i -> assertThat(i.chance()).isNull());
        assertThat(p.expectedMinutes()).isNull();
    }

    @Test
    void withEvidenceTheBetterFixComesFirstAndSavesMinutes() {
        Plan p = plan(evidence(40), Facts.NONE, Progress.NONE, List.of());
        assertThat(p.mode()).isEqualTo(Plan.Mode.MEASURED);
        assertThat(keys(p)).startsWith("empty-staging").contains(KEYS.toArray(String[]::new));
        assertThat(p.expectedMinutes()).isLessThan(p.expectedMinutesAuthored());
        assertThat(p.handOverAfter()).isBetween(1, KEYS.size());
        Plan.Item first = p.ordered().get(0);
        assertThat(first.chance()).isEqualTo(first.chanceNow());
        assertThat(first.low()).isLessThan(first.chance());
        assertThat(first.solvedByHere()).isCloseTo(first.chance(), within(1e-9));
        assertThat(first.missingNeeds()).containsExactly("Local administrator on the device");
        assertThat(first.minutes())
                .isCloseTo(
                        evidence(40).tallies().get(1).minutes() + 2,
                        within(1e-9)); // two minutes for the local administrator
    }

    @Test
    void fetchingANeedIsPaidOnce() {
        Plan p = plan(evidence(40), new Facts(Map.of("need.local-admin", "yes")), Progress.NONE, List.of());
        assertThat(p.ordered().get(0).missingNeeds()).isEmpty();
        assertThat(p.ordered().get(0).minutes())
                .isCloseTo(evidence(40).tallies().get(1).minutes(), within(1e-9));
    }

    @Test
    void excludesWithTheReason() {
        Facts facts = new Facts(Map.of("device.image", "6.4", "need.shore-console", "no"));
        Plan p = plan(evidence(40), facts, Progress.NONE, List.of());
        assertThat(p.excluded())
                .containsExactlyInAnyOrder(
                        new Plan.Excluded(
                                "move-staging",
                                "Move staging to the data disk",
                                Reason.of(
                                        Reason.Code.NOT_SO,
                                        "condition",
                                        "the till has a data disk (image 7.0 or later) and no other package updates",
                                        "seen",
                                        "the image release of the device is 6.4, less than 7.0")),
                        new Plan.Excluded("reset-helper-licence", "Reset the update helper's licence", NO_CONSOLE),
                        new Plan.Excluded("reimage-till", "Re-image the till", NO_CONSOLE),
                        new Plan.Excluded(
                                "reinstall-receipt-driver",
                                "Reinstall the receipt driver",
                                Reason.of(
                                        Reason.Code.RULED_OUT,
                                        "why",
                                        "people try it; it has nothing to do with staging.")));
        assertThat(keys(p)).containsExactlyInAnyOrder("free-print-queue", "empty-staging");
    }

    @Test
    void anUnknownFactExcludesNothing() {
        Plan p = plan(evidence(40), Facts.NONE, Progress.NONE, List.of());
        Plan.Item move = p.ordered().stream()
                .filter(i -> i.key().equals("move-staging"))
                .findFirst()
                .orElseThrow();
        assertThat(move.reasons()).extracting(Reason::code).contains(Reason.Code.ONLY_IF);
        assertThat(keys(p).indexOf("move-staging")).isGreaterThan(keys(p).indexOf("empty-staging"));
    }

    @Test
    void plansOnFromWhatHasFailed() {
        Progress done = new Progress(Set.of("empty-staging"), Map.of("free-print-queue", Outcome.NOTHING_TO_DO));
        Plan p = plan(evidence(40), Facts.NONE, done, List.of());
        assertThat(keys(p)).doesNotContain("empty-staging", "free-print-queue");
        assertThat(p.excluded())
                .contains(new Plan.Excluded(
                        "free-print-queue",
                        "Free the print queue",
                        Reason.of(Reason.Code.SET_ASIDE, "outcome", "nothing-to-do")));
        double now = evidence(40).model().chance(KEYS.indexOf(p.ordered().get(0).key()), 0b00010);
        assertThat(p.ordered().get(0).chance()).isCloseTo(now, within(1e-12));
    }

    @Test
    void whatIsPutFirstByHandStaysFirst() {
        Plan p = plan(evidence(40), Facts.NONE, Progress.NONE, List.of("reset-helper-licence"));
        assertThat(keys(p)).startsWith("reset-helper-licence", "empty-staging");
        assertThat(p.ordered().get(0).reasons()).contains(Reason.of(Reason.Code.BY_HAND));
        assertThat(p.proposedFirst()).isEqualTo("empty-staging");
    }

    @Test
    void theReimageComesLast() {
        assertThat(keys(plan(evidence(40), Facts.NONE, Progress.NONE, List.of())))
                .endsWith("reimage-till");
    }
}
