package org.mendak.core.review;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.mendak.core.DemoLibrary;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.RunbookParser;

/** What the desk's own records say against a document. */
class DeskReviewTest {

    private static final LocalDate TODAY = LocalDate.of(2026, 11, 25);
    private static final KnownError ERROR = DemoLibrary.errors().get(0);
    private static final Fix FIX = DemoLibrary.fixes().get("empty-staging");

    private static List<String> said(List<DeskReview.Finding> found) {
        return found.stream().map(f -> f.problem().message()).toList();
    }

    private static List<String> error(int texts, int matched, int cases, LocalDate published) {
        return said(DeskReview.of(ERROR, new DeskReview.ErrorFigures(texts, matched, cases, published), TODAY));
    }

    private static List<String> fix(int measured, double median) {
        return said(DeskReview.of(FIX, new DeskReview.FixFigures(measured, median, TODAY.minusDays(10)), TODAY));
    }

    @Test
    void aSignatureThatMeetsOneTextInAThousandOfOthersIsTooGeneral() {
        assertThat(error(2_000, 2, 5, TODAY)).isEmpty();
        assertThat(error(2_000, 3, 5, TODAY)).singleElement().asString().contains("3 of 2000 texts");
        assertThat(error(0, 0, 5, TODAY)).isEmpty();
    }

    @Test
    void anErrorThatNobodyMeetsIsWorthALook() {
        assertThat(error(0, 0, 0, TODAY.minusDays(90))).isEmpty();
        assertThat(error(0, 0, 0, TODAY.minusDays(91))).containsExactly("nobody has met it since it was published");
        assertThat(error(0, 0, 0, null)).isEmpty();
    }

    @Test
    void whatNobodyConfirmedForAYearIsToldOf() {
        assertThat(error(0, 0, 1, TODAY.minusDays(366)))
                .containsExactly("nobody has confirmed it since " + TODAY.minusDays(366));
        assertThat(error(0, 0, 1, TODAY.minusDays(365))).isEmpty();
    }

    @Test
    void minutesFarFromTheMeasuredAreNamed() {
        assertThat(FIX.minutes()).isEqualTo(4);
        assertThat(fix(9, 20)).isEmpty();
        assertThat(fix(10, 8)).isEmpty();
        assertThat(fix(10, 8.1))
                .singleElement()
                .asString()
                .contains("8.1 minutes in the middle of 10", "the head says 4.0");
        assertThat(fix(10, 1.9)).hasSize(1);
    }

    @Test
    void anAddressLookedUpLongAgoIsToldOf() {
        Fix f = RunbookParser.parse(
                        DocumentKind.FIX,
                        "get-it",
                        "---\nfix: get-it\ntitle: \"Get it\"\nminutes: 2\nconfirmed: 2026-11-01\n---\nWhy.\n\n## Get\n- Get: [a](b://c); as of"
                                + " 2025-11-24\n- Get: [d](e://f); as of 2025-11-25\n")
                .fix();
        assertThat(said(DeskReview.of(f, new DeskReview.FixFigures(0, 0, null), TODAY)))
                .containsExactly("\"a\" was looked up on 2025-11-24");
    }
}
