package org.mendak.core.language;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class VersionTest {

    @ParameterizedTest
    @CsvSource({"7.10, 7.9, 1", "7, 7.0, 0", "5.4-rc1, 5.4, -1", "v3.2, 3.2, 0", "10, 9.9.9, 1"})
    void comparesPartByPart(String a, String b, int sign) {
        assertThat(Integer.signum(Version.parse(a)
                        .orElseThrow()
                        .compareTo(Version.parse(b).orElseThrow())))
                .isEqualTo(sign);
    }

    @ParameterizedTest
    @CsvSource({"five", "5..4", ".5", "5.", "5 4", "9999999999"})
    void refusesWhatIsNone(String text) {
        assertThat(Version.parse(text)).isEmpty();
    }

    @Property(seed = "20261125")
    void readsBackWhatItPrints(@ForAll @Size(min = 1, max = 8) List<@IntRange(max = 999_999_999) Integer> parts) {
        Version v = new Version(parts, "");
        assertThat(Version.parse(v.toString())).contains(v);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            Purserdesk >= 5.2     | Purserdesk | 5.4   | FITS
            Purserdesk >= 5.2     | purserdesk | 5.1   | OTHER_VERSION
            Purserdesk >= 5.2     | Quayscan   | 5.4   | OTHER_PRODUCT
            Purserdesk >= 5.2     | Purserdesk |       | VERSION_UNKNOWN
            Quayscan 3.x          | Quayscan   | 3.2.1 | FITS
            Quayscan 3.x          | Quayscan   | 4.0   | OTHER_VERSION
            Leadline 5.2 to 5.6   | Leadline   | 5.6.3 | FITS
            Leadline 5.2 to 5.6   | Leadline   | 5.7   | OTHER_VERSION
            Watchbill Desk < 2.6  | Watchbill Desk | 2.6 | OTHER_VERSION
            Watchbill Desk        | Watchbill Desk | 1   | FITS
            """)
    void rangesFit(String range, String product, String version, ProductRange.Fit fit) {
        ProductRange r = ProductRange.parse(range).orThrow();
        assertThat(r.fit(product, version)).isEqualTo(fit);
        assertThat(ProductRange.parse(r.toString()).orThrow()).isEqualTo(r);
    }

    @ParameterizedTest
    @CsvSource({">= 5.2", "Purserdesk >= five", "Purserdesk 5.2 to"})
    void refusesRangesItCannotRead(String text) {
        assertThat(ProductRange.parse(text).ok()).isFalse();
    }
}
