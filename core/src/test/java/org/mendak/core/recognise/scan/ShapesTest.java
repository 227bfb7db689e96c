package org.mendak.core.recognise.scan;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ShapesTest {

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            value = {
                "link 4 lost after 12 tries | link … lost after … tries",
                "cannot read /srv/quay/a.dat: gone | cannot read … gone",
                "cannot read \"a long name\" : gone | cannot read … : gone",
                "the quay's gate is shut | the quay's gate is shut",
                "name 'list' is taken | name … is taken",
                "too   many\tblanks | too many blanks",
                "1 2 3 4 | … … … …",
                "write to purser@skerry.invalid failed | write to … failed"
            })
    void whatVariesBecomesAPoint(String message, String shape) {
        assertThat(Shapes.shape(message)).isEqualTo(shape);
    }

    @Test
    void keepsABoundedNumberOfShapesAndCountsTheRest() {
        Shapes shapes = new Shapes();
        int kept = 0;
        for (int i = 0; i < 6_000; i++) {
            kept += shapes.of("shape " + Integer.toString(i, 36).replaceAll("[0-9]", "_") + "x".repeat(i % 240)) == null
                    ? 0
                    : 1;
        }
        assertThat(kept + shapes.more()).isEqualTo(6_000);
        assertThat(shapes.all()).hasSizeLessThanOrEqualTo(5_000);
    }

    @Test
    void linesCloseTogetherAreARun() {
        LinesOfKind f = new LinesOfKind("k", "t");
        for (long line : new long[] {5, 6, 10, 100, 101, 500}) {
            f.line(line);
        }
        LogFindings.Finding found = f.finding();
        assertThat(found.count()).isEqualTo(6);
        assertThat(found.firstLine()).isEqualTo(5);
        assertThat(found.lastLine()).isEqualTo(500);
        assertThat(found.runs()).containsExactly(new LogFindings.Run(5, 10, 3), new LogFindings.Run(100, 101, 2));
    }

    /** Marks stay spread over the whole log however many lines there are. */
    @Test
    void marksAreBoundedAndSpread() {
        LinesOfKind f = new LinesOfKind("k", "t");
        for (long line = 1; line <= 100_000; line++) {
            f.line(line * 3);
        }
        LogFindings.Finding found = f.finding();
        assertThat(found.marks()).hasSizeBetween(100, 256).isSorted();
        assertThat(found.marks().get(found.marks().size() - 1)).isGreaterThan(290_000);
        assertThat(found.count()).isEqualTo(100_000);
    }

    @Test
    void excerptsAreFew() {
        LinesOfKind f = new LinesOfKind("k", "t");
        int n = 0;
        while (f.wantsExcerpt()) {
            f.excerpt(++n, "text", Map.of());
        }
        assertThat(n).isEqualTo(5);
        assertThat(f.finding().excerpts()).hasSize(5);
    }
}
