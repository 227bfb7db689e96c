package org.mendak.practice;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class PracticeDeviceTest {

    private static final String WITH = """
            does:
              - run: capctl name
                prints: "this is {name}"
            """;

    private static final String CAPSTAN = """
            device: capstan
            about: Winch on a pier
            names: [cap-1]
            with: [pier]
            screen: ["Capstan {release}"]
            state: {release: "2.1", brake: on, rope: 40 m, mark: none, worn: "no"}
            tables: {turns: [{turn: a, by: Odd}, {turn: b, by: Siv}]}
            mends-all: rope = new
            answers: {release: "{release}", place: on the pier}
            does:
              - run: "capctl rope {end=rope.end} --free"
                prints: "{end}: {rope}"
              - run: "capctl brake {way}"
                when: worn = yes
                prints: "brake: does not hold"
                fails: true
                takes: 9
              - run: "capctl brake {way}"
                prints: "brake was {brake}, is {way}"
                sets: {brake: "{way}", was: "{brake}"}
                takes: 3
              - run: capctl turns
                prints: "{#turns} turns"
                table: turns
                each: "turn {turn} by {by}"
              - run: "capctl turns drop {turn}"
                prints: dropped
                drops: {turns: "{turn}"}
              - run: capctl turns drop-all
                asks: "All of them? [y/N]"
                answer: "y"
                otherwise: left
                prints: gone
                clears: turns
              - hand: pull the plug
                when: mark = none
                prints: "It is dark."
                sets: {mark: pulled}
                takes: 30
            faults:
              capstan-stands:
                action: Turn it
                works: "It turns."
                says: "CP-11 brake {brake}, rope {rope}"
                code: CP-11
                log: ["capd: brake {brake}"]
                callers: ["it will not budge"]
                answers: {brake_set: "{brake}", rope_taut: "no"}
                state: {rope: 0 m}
                causes:
                  open-brake: {mended: brake = off}
                  drop-turns: {state: {brake: off}, mended: count.turns = 0}
                  wait: {state: {worn: "yes"}, mended: mark = pulled, answers: {rope_taut: "yes", place: below}}
            """;

    private static Kinds kinds() {
        return Kinds.read(Map.of("capstan", CAPSTAN, "with-pier", WITH));
    }

    private static PracticeDevice broken(String cause) {
        return kinds().broken("capstan-stands", cause, new Random(1)).orElseThrow();
    }

    @Test
    void whoeverIsThereAnswersAsItIsNow() {
        PracticeDevice d = broken("open-brake");
        assertThat(d.answer("rope_taut")).contains("no");
        assertThat(d.answer("place")).contains("on the pier");
        assertThat(d.answer("brake_set")).contains("on");
        d.type("capctl brake off");
        assertThat(d.answer("brake_set")).contains("off");
        assertThat(d.answer("weather")).isEmpty();
        // what is behind it has the last word
        assertThat(broken("wait").answer("rope_taut")).contains("yes");
        assertThat(broken("wait").answer("place")).contains("below");
        PracticeDevice sound = kinds().sound("cap-1").orElseThrow();
        assertThat(sound.answer("release")).contains("2.1");
        assertThat(sound.answer("rope_taut")).isEmpty();
    }

    @Test
    void commandsActOnHowTheDeviceStandsAndPrintIt() {
        PracticeDevice d = broken("open-brake");
        assertThat(d.type("capctl name").text()).isEqualTo("this is cap-1");
        assertThat(d.type("capctl brake off").text()).isEqualTo("brake was on, is off");
        assertThat(d.type("capctl brake 'half on'").text()).isEqualTo("brake was off, is half on");
        assertThat(d.changes()).containsEntry("brake", "on \u2192 half on").containsEntry("rope", "40 m \u2192 0 m");
        assertThat(d.seconds()).isEqualTo(7);
        assertThat(d.type("capctl turns").text()).isEqualTo("2 turns\nturn a by Odd\nturn b by Siv");
        d.type("capctl turns drop a");
        assertThat(d.type("capctl turns").text()).isEqualTo("1 turns\nturn b by Siv");
        assertThat(d.console()).hasSize(15);
    }

    @Test
    void aQuestionWaitsForItsAnswer() {
        PracticeDevice d = broken("drop-turns");
        assertThat(d.type("capctl turns drop-all").asks()).isTrue();
        assertThat(d.type("capctl turns").text()).isEqualTo("left");
        assertThat(d.isMended()).isFalse();
        d.type("capctl turns drop-all");
        assertThat(d.type("Y").text()).isEqualTo("gone");
        assertThat(d.isMended()).isTrue();
    }

    @Test
    void theMessageStandsUntilItsCauseIsGone() {
        PracticeDevice d = broken("open-brake");
        assertThat(d.screen()).containsExactly("Capstan 2.1");
        assertThat(d.act().text()).isEqualTo("CP-11 brake on, rope 0 m\nCP-11");
        assertThat(d.act().status()).isEqualTo(1);
        assertThat(d.log()).containsExactly("capd: brake on", "capd: brake on");
        d.type("capctl brake off");
        assertThat(d.act().text()).isEqualTo("It turns.");
        assertThat(d.screen()).containsExactly("It turns.");
        // what mends one cause does nothing for another
        PracticeDevice worn = broken("wait");
        PracticeDevice.Reply r = worn.type("capctl brake off");
        assertThat(r.text()).isEqualTo("brake: does not hold");
        assertThat(r.status()).isEqualTo(1);
        assertThat(worn.isMended()).isFalse();
        assertThat(worn.hand("pull the plug").orElseThrow().text()).isEqualTo("It is dark.");
        assertThat(worn.isMended()).isTrue();
        assertThat(worn.hands()).isEmpty();
        assertThat(worn.hand("pull the plug")).isEmpty();
    }

    @Test
    void whatIsNotUnderstoodSaysWhatIs() {
        PracticeDevice d = broken("open-brake");
        assertThat(d.type("shout").text()).isEqualTo("shout: not known on this capstan");
        assertThat(d.type("capctl brake").text()).contains("capctl brake <way>").doesNotContain("turns");
        assertThat(d.type("capctl").text()).contains("capctl turns");
        assertThat(d.type("capctl help").text()).contains("capctl brake <way>", "capctl turns");
        assertThat(d.type("help").text()).contains("capctl name");
        assertThat(d.type("x".repeat(2_000)).status()).isEqualTo(1);
        assertThat(d.type("").text()).isEmpty();
    }

    @Test
    void chanceDecidesWhatIsLeftOpen() {
        Set<String> causes = IntStream.range(0, 40)
                .mapToObj(i -> kinds().broken("capstan-stands", null, new Random(i))
                        .flatMap(PracticeDevice::cause)
                        .orElseThrow())
                .collect(Collectors.toSet());
        assertThat(causes).containsExactlyInAnyOrder("open-brake", "drop-turns", "wait");
        assertThat(kinds().broken("capstan-stands", "none-such", new Random(1))).isEmpty();
        assertThat(kinds().broken("none-such", null, new Random(1))).isEmpty();
        assertThat(kinds().sound("cap-1").orElseThrow().act().text()).isEqualTo("Nothing is wrong with it.");
        assertThat(kinds().sound("cap-2")).isEmpty();
        assertThat(broken("wait").callersWords(new Random(1))).isEqualTo("it will not budge");
    }

    @Test
    void whatAFileHasWrongIsToldWithItsPlace() {
        assertWrong(CAPSTAN.replace("takes: 9", "lasts: 9"), "capstan: does: 2: \"lasts\" is not known here");
        assertWrong(CAPSTAN.replace("when: worn = yes", "when: worn = = yes"), "capstan: does: 2: when: ");
        assertWrong(CAPSTAN.replace("with: [pier]", "with: [sea]"), "there is no file \"sea\"");
        assertWrong(CAPSTAN.replace("  - hand: pull the plug", "  - hands: pull"), "does: 7: \"hands\"");
        assertWrong(
                CAPSTAN.replace("mended: brake = off", "mended: 'brake ='"),
                "faults: capstan-stands: open-brake: mended");
        assertWrong("device: [", "capstan: ");
        assertWrong("just words", "names with values are wanted");
    }

    private static void assertWrong(String text, String says) {
        assertThatThrownBy(() -> Kinds.read(Map.of("capstan", text, "with-pier", WITH)))
                .isInstanceOf(BadKind.class)
                .hasMessageContaining(says);
    }
}
