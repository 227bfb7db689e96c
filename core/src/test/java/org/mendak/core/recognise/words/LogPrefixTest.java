package org.mendak.core.recognise.words;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LogPrefixTest {

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "2026-03-04 08:41:09.120 stager[2210] ERROR Not enough room | Not enough room",
                "2026-03-04T08:41:09Z ERROR Not enough room | Not enough room",
                "Mar  3 08:41:09 till-5 stager[2210]: Not enough room | Not enough room",
                "Mar 13 08:41:09 till-5 stager: Not enough room | Not enough room",
                "[08:41:09] WARN Not enough room | Not enough room",
                "[main] [08:41:09] <stager> Not enough room | Not enough room",
                "2026-09-19 01:35:58,546 I core.sync - Not enough room | Not enough room",
                "ERROR: Not enough room | Not enough room",
                "FATAL core.sync - Not enough room | Not enough room",
                "03/04/2026 08:41 Not enough room | Not enough room",
                "Not enough room at 08:41:09 | Not enough room at 08:41:09",
                "Error in line 5 | Error in line 5",
                "stager: Not enough room | stager: Not enough room",
                "4012 blocks were lost | 4012 blocks were lost",
                "March is a bad month | March is a bad month"
            })
    void leavesTheMessage(String line, String message) {
        assertThat(line.substring(LogPrefix.end(line, 0, line.length(), true))).isEqualTo(message);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "2026-03-04 08:41:09 list.dat: cannot be read | list.dat: cannot be read",
                "Mar 13 08:41:09 till-5 stager[22]: list.dat: no | list.dat: no",
            })
    void aNameMayBelongToTheMessage(String line, String message) {
        assertThat(line.substring(LogPrefix.end(line, 0, line.length(), false))).isEqualTo(message);
    }

    @ParameterizedTest
    @CsvSource({"''", "' '", "08:41:09", "ERROR", "'  ['", "'- - - -'"})
    void neverPassesTheEnd(String line) {
        assertThat(LogPrefix.end(line, 0, line.length(), true)).isBetween(0, line.length());
        String two = line + "\n" + line;
        assertThat(LogPrefix.end(two, line.length() + 1, two.length(), true))
                .isBetween(line.length() + 1, two.length());
    }
}
