package org.mendak.core.runbook;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.junit.jupiter.api.Test;
import org.mendak.core.language.Truth;

/** Fixes that run other fixes as parts. */
class WorkedStepTest {

    private static Fix fix(String key, String parameters, String steps) {
        return RunbookParser.parse(
                        DocumentKind.FIX,
                        key,
                        "---\nfix: " + key + "\ntitle: \"" + key + "\"\nminutes: 3\nparameters: {" + parameters
                                + "}\n---\nWhy.\n\n" + steps)
                .fix();
    }

    private static final Fix STOP = fix(
            "stop-helper",
            "name: word",
            "## Stop it\n```sh\ntillctl stop {name}\n```\n- Capture before: `type {was:word}`\n\n## See that it stands\n- When: `quick != yes`\n");
    private static final Fix INNER = fix(
            "clear-area",
            "area: path",
            "## [Stop the helper](stop-helper.md)\n- With: `name = area-helper`\n\n## Clear\n");
    private static final Fix OUTER = fix(
            "all-of-it",
            "place: path",
            "## Look\n\n## [Clear the area](../fixes/clear-area.md)\n- With: `area = {place}`\n- When: `full = yes`\n\n## Look again\n");
    private static final Map<String, Fix> ALL = Map.of(STOP.key(), STOP, INNER.key(), INNER, OUTER.key(), OUTER);
    private static final Function<String, Optional<Fix>> FIND = k -> Optional.ofNullable(ALL.get(k));

    @Test
    void partsStandInPlaceAtAnyDepth() {
        List<WorkedStep> steps = WorkedStep.of(OUTER, FIND);
        assertThat(steps)
                .extracting(w -> w.step().title())
                .containsExactly("Look", "Stop it", "See that it stands", "Clear", "Look again");
        assertThat(steps)
                .extracting(WorkedStep::partTitle)
                .containsExactly("", "Stop the helper", "Stop the helper", "Clear the area", "");
        assertThat(WorkedStep.parts(OUTER, FIND)).containsExactly("clear-area", "stop-helper");
    }

    @Test
    void aPartSeesWhatItIsHandedIn() {
        List<WorkedStep> steps = WorkedStep.of(OUTER, FIND);
        Map<String, String> known = Map.of("place", "/var/stage", "name", "somebody-else");
        assertThat(steps.get(3).values(known)).containsEntry("area", "/var/stage");
        assertThat(steps.get(1).values(known)).containsEntry("name", "area-helper");
        assertThat(steps.get(1).declared()).contains("name", "was").doesNotContain("place");
        assertThat(steps.get(3).values(Map.of("area", "/elsewhere"))).doesNotContainKey("area");
    }

    @Test
    void aPartIsLeftOutWithTheStepThatRunsIt() {
        WorkedStep inner = WorkedStep.of(OUTER, FIND).get(2);
        assertThat(inner.applies(Map.of("full", "no", "quick", "no"))).isEqualTo(Truth.NO);
        assertThat(inner.applies(Map.of("full", "yes"))).isEqualTo(Truth.UNKNOWN);
        assertThat(inner.applies(Map.of("full", "yes", "quick", "no"))).isEqualTo(Truth.YES);
        assertThat(inner.when()).isEqualTo("(full = yes) and (quick != yes)");
        assertThat(WorkedStep.of(OUTER, FIND).get(1).when()).isEqualTo("full = yes");
    }

    @Test
    void whatCannotBeFoundOrWouldRunItselfStaysOneStep() {
        assertThat(WorkedStep.of(OUTER, k -> Optional.empty())).hasSize(3);
        Fix ring = fix("ring", "", "## [Again](ring.md)\n\n## End\n");
        assertThat(WorkedStep.of(ring, k -> Optional.of(ring)))
                .extracting(w -> w.step().title())
                .containsExactly("Again", "End");
        assertThat(WorkedStep.parts(ring, k -> Optional.of(ring))).isEmpty();
    }

    @Test
    void aFixWithItsPartsHasAMostOfSteps() {
        Map<String, Fix> doubling = new java.util.HashMap<>();
        for (int n = 0; n < 12; n++) {
            String next =
                    n == 11 ? "## Do\n\n## Do more\n" : "## [A](d" + (n + 1) + ".md)\n\n## [B](d" + (n + 1) + ".md)\n";
            doubling.put("d" + n, fix("d" + n, "", next));
        }
        assertThat(WorkedStep.of(doubling.get("d0"), k -> Optional.ofNullable(doubling.get(k))))
                .hasSize(WorkedStep.MOST);
    }

    @Test
    void aStepThatRunsAnotherFixHasNothingElse() {
        ParsedDocument d = RunbookParser.parse(
                DocumentKind.FIX,
                "both",
                "---\nfix: both\ntitle: \"Both\"\nminutes: 3\n---\nWhy.\n\n## [Stop](stop-helper.md)\n- Expect: more\n\n## Own\n- With: `a = b`\n");
        assertThat(d.problems())
                .extracting(Problem::line, Problem::message)
                .containsExactly(
                        org.assertj.core.groups.Tuple.tuple(
                                8, "a step that runs another fix has nothing of its own but When, With and Caution"),
                        org.assertj.core.groups.Tuple.tuple(11, "With belongs to a step that runs another fix"));
    }
}
