package org.mendak.core.language;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ProposalTest {

    /** The message that is made of a line when nobody corrects it. */
    private static String message(Proposal.Line line) {
        return line.tokens().stream()
                .map(t -> t.varies()
                        ? "{" + t.name() + ":" + t.type() + "}"
                        : t.text().replace("{", "{{").replace("}", "}}"))
                .collect(Collectors.joining());
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Not enough room in /var/stage for till-5.4.pkg: 812 MB needed"
                        + "|Not enough room in {path:path} for {file:file}: {size:size} needed",
                "No answer from scale north-2 on com3|No answer from scale {scale:word} on {word:word}",
                "Track store C:\\tracks\\all holds 5,000 tracks, limit 4,000 reached"
                        + "|Track store {store:path} holds {holds:number} tracks, limit {limit:number} reached",
                "release 8.1 is older than 8.2.4|release {release:version} is older than {version:version}",
                "2026-11-02T08:14:55Z sync gave up after 30 s with berth.shore.skerry:8443"
                        + "|sync gave up after {duration:duration} with {host:host}",
                "error 404 while fetching tide {x}|error 404 while fetching tide {{x}}",
                "'north quay' is unknown|'north quay' is unknown",
                "pier 'north' is unknown|pier '{pier:word}' is unknown",
                "chart set 2026-11 not loaded at 08:14|chart set {set:word} not loaded at {word:word}",
                "job 6f1c2d3e-0a1b-4c5d-8e9f-001122334455 was refused|job {job:guid} was refused",
            })
    void whatLooksLikeAValueIsProposedAsOne(String said, String expected) {
        assertThat(Proposal.of(said)).singleElement().satisfies(l -> {
            assertThat(message(l)).isEqualTo(expected);
            assertThat(Template.parse(message(l)).mistakes()).isEmpty();
            assertThat(l.tokens().stream().map(Proposal.Token::text).collect(Collectors.joining()))
                    .isEqualTo(said.replaceFirst("^\\d{4}-\\S+ ", ""));
        });
    }

    @Test
    void aCodeStaysAndIsToldToBeOne() {
        List<Proposal.Line> lines = Proposal.of("PD-4012 (0x8FA10013): the update of pier 7 stopped");
        assertThat(lines.get(0).tokens().stream().filter(Proposal.Token::code).map(Proposal.Token::text))
                .containsExactly("PD-4012", "0x8FA10013");
        assertThat(message(lines.get(0))).isEqualTo("PD-4012 (0x8FA10013): the update of pier {pier:number} stopped");
    }

    @Test
    void ofManyLinesTheOneThatTellsIsChosenAndEmptyOnesAreLeftOut() {
        List<Proposal.Line> lines = Proposal.of("""
                Purserdesk

                The update of pier 7 could not be unpacked into /var/stage
                OK
                """);
        assertThat(lines).hasSize(3);
        assertThat(lines.stream().map(Proposal.Line::tells)).containsExactly(false, true, false);
        assertThat(Proposal.of(" \n ")).isEmpty();
        assertThat(Proposal.of("a\n".repeat(500))).hasSize(Proposal.MOST_LINES);
    }
}
