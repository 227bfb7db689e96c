package org.mendak.core.recognise;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.mendak.core.DemoLibrary;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Phase;

class RecogniserTest {

    private static final String MESSAGE = "Not enough room in /var/stage/pier-3 for till-5.4.pkg: 812 MB needed";
    private static final Map<String, String> VALUES =
            Map.of("stage", "/var/stage/pier-3", "package", "till-5.4.pkg", "need", "812 MB");
    private final Recogniser recogniser = Recogniser.of(DemoLibrary.errors());

    private Recognition recognise(String text) {
        return recogniser.recognise(new Recogniser.Query(text, null, null, null));
    }

    private Recognition.Candidate first(String text) {
        Recognition r = recognise(text);
        assertThat(r.candidates()).as(text).isNotEmpty();
        return r.candidates().get(0);
    }

    @Test
    void recognisesEverySampleOfTheDemoLibraryFirst() {
        for (KnownError e : DemoLibrary.errors()) {
            for (KnownError.Sample s : e.samples()) {
                assertThat(first(s.text()).error()).isEqualTo(e.key());
                assertThat(first(s.text()).recognised()).isTrue();
            }
        }
    }

    @Test
    void capturesWhateverTheCaseThePrefixAndTheWrapping() {
        String prefix = "2026-03-04 08:41:09.120 stager[2210] ERROR ";
        for (String text : List.of(
                MESSAGE,
                "  \"" + MESSAGE + "\"  ",
                prefix + MESSAGE,
                MESSAGE.replace(" ", "   "),
                prefix + "Not enough room in /var/stag\n" + prefix + "e/pier-3 for till-5.4.pkg: 812\n" + prefix
                        + "MB needed",
                "Not enough ro\nom in /var/stage/pie\nr-3 for till-5.4.pkg: 812 M\nB needed",
                "noise before\n" + MESSAGE + "\nnoise after")) {
            Recognition.Candidate c = first(text);
            assertThat(c.error()).isEqualTo("till-staging-full");
            assertThat(c.recognised()).as(text).isTrue();
            if (!text.contains("812 M\nB")) {
                assertThat(c.captures()).as(text).isEqualTo(VALUES);
            }
        }
        assertThat(first(MESSAGE.toUpperCase(Locale.ROOT)).captures()).containsEntry("package", "TILL-5.4.PKG");
    }

    @Test
    void givesReasonsWithTheirPlaces() {
        String text = "09:12 Not enough room in /var/stage for a.pkg: 5 MB needed (PD-4012)";
        Recognition.Candidate c = first(text);
        for (Recognition.Reason r : c.reasons()) {
            if (r.kind() == Recognition.ReasonKind.MESSAGE) {
                assertThat(text.substring(r.from(), r.to())).isEqualTo(r.text());
            }
            if (r.kind() == Recognition.ReasonKind.VALUE) {
                assertThat(text.substring(r.from(), r.to()))
                        .isEqualTo(c.captures().get(r.text()));
            }
        }
        assertThat(c.reasons())
                .extracting(Recognition.Reason::kind)
                .contains(Recognition.ReasonKind.CODE, Recognition.ReasonKind.MESSAGE, Recognition.ReasonKind.VALUE);
    }

    @ParameterizedTest
    @CsvSource({
        "0x8FA10013",
        "8fa10013",
        "8FA1-0013",
        "-1885274093",
        "2409693203",
        "PD-4012",
        "pd-4012",
        "PD4012",
        "PD_4012"
    })
    void findsACodeInAnyNotation(String code) {
        assertThat(first("update ended with " + code + " just now").error()).isEqualTo("till-staging-full");
        assertThat(first("update ended with " + code).recognised()).isTrue();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            exit status 71 | tidewall-port-taken
            program exited with code 71 | tidewall-port-taken
            exit code was 53 | watchbill-part-missing
            """)
    void findsExitStatus(String text, String error) {
        assertThat(first(text).error()).isEqualTo(error);
    }

    @ParameterizedTest
    @CsvSource({"'the weather on Norrholm is fine today'", "''", "'PD-9999'", "'qwrx zzkv'"})
    void saysNothingAboutWhatIsNotKnown(String text) {
        assertThat(Recognition.shown(recognise(text).candidates())).isEmpty();
    }

    @Test
    void aProductThatWasChosenWronglyHidesNothing() {
        String text = "board is wrong";
        Recogniser.Query wrong = new Recogniser.Query(text, "Purserdesk", null, null);
        assertThat(Recognition.shown(recogniser.recognise(wrong).candidates()))
                .anyMatch(c -> c.error().startsWith("tidewall"))
                .allMatch(c -> c.reasons().stream().anyMatch(r -> r.text().equals("not known of Purserdesk"))
                        || !c.error().startsWith("tidewall"));
    }

    @ParameterizedTest
    @CsvSource({
        "'71'",
        "'Could not open the thing'",
        "'it shows a number, 207'",
        "'2026-03-04 08:41:09 INFO everything in order, 71 boats'"
    })
    void aGuessIsNoMoreThanOne(String text) {
        assertThat(Recognition.shown(recognise(text).candidates()))
                .isNotEmpty()
                .noneMatch(Recognition.Candidate::recognised);
    }

    @Test
    void findsWhatIsCutOrRetold() {
        assertThat(first("ot enough room in /var/stage/pier-3 for till-5.4.pkg: 812")
                        .error())
                .isEqualTo("till-staging-full");
        assertThat(first("scanner shows the anchor and goes dark, starts over and over")
                        .error())
                .isEqualTo("quayscan-starts-over");
    }

    @Test
    void aCodeOfAnotherErrorSpeaksAgainst() {
        Recognition r = recognise("Cannot write to /var/stage: the area is read-only (PD-4012)");
        Recognition.Candidate readonly = r.candidates().stream()
                .filter(c -> c.error().equals("till-staging-readonly"))
                .findFirst()
                .orElseThrow();
        assertThat(readonly.recognised()).isFalse();
        assertThat(readonly.reasons()).extracting(Recognition.Reason::text).contains("its code would be PD-4013");
    }

    @Test
    void productVersionAndPhaseWeigh() {
        double fits = probability(new Recogniser.Query(MESSAGE, "Purserdesk", "5.4", Phase.UPDATE));
        double older = probability(new Recogniser.Query(MESSAGE, "Purserdesk", "5.1", Phase.UPDATE));
        double other = probability(new Recogniser.Query(MESSAGE, "Leadline", "8.0", Phase.UPDATE));
        double phase = probability(new Recogniser.Query(MESSAGE, "Purserdesk", "5.4", Phase.LAUNCH));
        assertThat(fits).isGreaterThan(older).isGreaterThan(phase);
        assertThat(older).isGreaterThan(other);
    }

    private double probability(Recogniser.Query q) {
        return recogniser.recognise(q).candidates().get(0).probability();
    }

    @Test
    void explainsStructure() {
        assertThat(recognise("-1885274093").codes()).singleElement().satisfies(c -> {
            assertThat(c.canonical()).isEqualTo("0x8FA10013");
            assertThat(c.explained()).contains("failure", "facility 1953", "code 19");
        });
        assertThat(recognise("exit status 137").codes().get(0).explained()).contains("128 + 9", "KILL");
    }

    @Property(tries = 200, seed = "20261125")
    void anyTextIsAnsweredAndPlacesLieInside(@ForAll @StringLength(max = 400) String text) {
        Recognition r = recognise(text);
        r.codes().forEach(c -> assertThat(text.substring(c.from(), c.to())).isEqualTo(c.raw()));
        r.candidates().forEach(c -> assertThat(c.probability()).isBetween(0.0, 1.0));
    }

    @Property(tries = 60, seed = "20261125")
    void whereverALineIsWrappedTheMessageIsFound(@ForAll @IntRange(min = 8, max = 60) int width) {
        StringBuilder wrapped = new StringBuilder();
        for (int i = 0; i < MESSAGE.length(); i += width) {
            wrapped.append(MESSAGE, i, Math.min(i + width, MESSAGE.length())).append('\n');
        }
        Recognition.Candidate c = first(wrapped.toString());
        assertThat(c.error()).isEqualTo("till-staging-full");
        assertThat(c.captures()).containsEntry("stage", "/var/stage/pier-3").containsEntry("package", "till-5.4.pkg");
    }

    /** A text made to force the matcher through every combination: what really stands in it is found all the same. */
    @Test
    void hostileTextsStayWithinTheWorkBudget() {
        String hostile = "Not enough room in a for b: ".repeat(8_000) + "code 5 ".repeat(40_000);
        assertThat(first(hostile + "\n" + MESSAGE).error()).isEqualTo("till-staging-full");
        assertThat(recognise(hostile).codes()).isNotEmpty();
    }
}
