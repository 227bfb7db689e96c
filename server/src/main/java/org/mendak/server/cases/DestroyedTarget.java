package org.mendak.server.cases;

import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.mendak.core.language.Parsed;
import org.mendak.core.language.Spelling;
import org.mendak.core.language.Template;
import org.mendak.core.runbook.WorkedStep;
import org.mendak.server.platform.Refusal;

/**
 * What a step destroys, and by what the right target is told.
 *
 * @param text the words of the document, the target's value left out
 * @param expected the value that the caller must read out; null if the document names none, or it is not known yet
 * @param named whether the document names a value
 */
record DestroyedTarget(String text, String expected, boolean named) {

    /** What a step destroys; empty if nothing. */
    static Optional<DestroyedTarget> of(WorkedStep w, Map<String, String> values) {
        String written = w.step().destroys();
        if (written.isEmpty()) {
            return Optional.empty();
        }
        Parsed<Template> template = Template.parse(written);
        String name = template.ok()
                ? template.value().names().keySet().stream().findFirst().orElse("")
                : "";
        if (name.isEmpty()) {
            return Optional.of(new DestroyedTarget(written, null, false));
        }
        String value = values.get(name);
        // the value stays unsaid: typed off the screen it would confirm nothing
        Map<String, String> unsaid =
                template.value().names().keySet().stream().collect(Collectors.toMap(Function.identity(), n -> "…"));
        return Optional.of(new DestroyedTarget(template.value().fill(unsaid), value, true));
    }

    /** How the target is made sure of: compare it with what is read out, capture it first, or confirm. */
    String state() {
        return expected != null ? "compare" : named ? "unknown" : "confirm";
    }

    /**
     * Refuses unless the right target was read out and the data is safe. What is on the agent's screen is not repeated in the
     * refusal: typing it off there would confirm nothing.
     */
    void check(String heard, boolean safe) {
        if (!safe) {
            throw Refusal.invalid(
                    "This step destroys " + text + ". Say that the data is safe first; nothing was recorded.");
        }
        if (named && expected == null) {
            throw Refusal.invalid(
                    "Which target this is was not read yet. Do the step that captures it first; nothing was recorded.");
        }
        if (expected == null) {
            return;
        }
        if (heard == null || heard.isBlank()) {
            throw Refusal.invalid("Let the caller read out which target the device shows, and type what you hear.");
        }
        int at = Spelling.differsAt(expected, heard);
        if (at > 0) {
            throw Refusal.invalid(
                    "What was read out is another target: it differs from the captured one at character " + at
                            + ". Stop here; nothing was recorded.",
                    Map.of("differsAt", at));
        }
    }
}
