package org.mendak.core.shapes;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LogHeadTest {

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            2026-03-01 10:00:02 ERROR lampd: cannot light it | lampd: cannot light it
            2026-03-01T10:00:02.123Z [WARN] - lampd: cannot light it | lampd: cannot light it
            [2026/03/01 10:00:02,123] SEVERE: cannot light lamp | cannot light lamp
            10:00:02 ERR cannot light lamp | cannot light lamp
            Mar  1 10:00:02 cannot light lamp | cannot light lamp
            ERROR: cannot light lamp | cannot light lamp
            Error: cannot light lamp | Error: cannot light lamp
            cannot light lamp at 10:00:02 | cannot light lamp at 10:00:02
            2026-03-01 10:00:02 ERROR 42 | 2026-03-01 10:00:02 ERROR 42
            """)
    void whenAndHowGraveAreNoPartOfWhatIsSaid(String line, String said) {
        assertThat(LogHead.without(line)).isEqualTo(said);
    }

    @Test
    void whatIsEmptyStaysSo() {
        assertThat(LogHead.without("")).isEmpty();
        assertThat(LogHead.without("  ")).isEmpty();
    }
}
