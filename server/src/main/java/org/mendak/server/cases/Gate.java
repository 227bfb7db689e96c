package org.mendak.server.cases;

import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.mendak.core.language.Parsed;
import org.mendak.core.language.Spelling;
import org.mendak.core.language.Template;
import org.mendak.core.reading.AttemptValues;
import org.mendak.server.platform.Refusal;

/**
 * What stands before a step that destroys. Its command exists nowhere outside of it, and it opens when the data is said to be safe, the
 * target was read from the device in this very attempt, and what the caller reads out equals it.
 *
 * @param text the words of the document, the target's value left out
 * @param target the value that the caller must read out; null if the document names none, or nobody read it from the device yet
 * @param named whether the document names a value
 * @param opened when it was opened for this target; null while it is shut
 */
record Gate(String text, String target, boolean named, Instant opened) {

    /** The gate before a step; empty if it destroys nothing. */
    static Optional<Gate> of(WorkedAttempt w, int step) {
        String written = w.steps().get(step).step().destroys();
        if (written.isEmpty()) {
            return Optional.empty();
        }
        Parsed<Template> template = Template.parse(written);
        String name = template.ok()
                ? template.value().names().keySet().stream().findFirst().orElse("")
                : "";
        if (name.isEmpty()) {
            return Optional.of(new Gate(written, null, false, null));
        }
        String target = target(w.values(), step, name);
        // the value stays unsaid: typed off the screen it would confirm nothing
        Map<String, String> unsaid = template.value().names().keySet().stream()
                .collect(Collectors.toMap(Function.identity(), n -> "\u2026"));
        Instant opened = target == null
                ? null
                : w.last(step, StepWhat.CONFIRMED)
                        // read anew since then, the device may have said something else
                        .filter(e -> e.heard() != null && Spelling.heardSame(target, e.heard()))
                        .map(AttemptStore.Step::at)
                        .orElse(null);
        return Optional.of(new Gate(template.value().fill(unsaid), target, true, opened));
    }

    private static String target(AttemptValues values, int step, String name) {
        return values.fromDevice(step).get(name);
    }

    boolean isOpen() {
        return opened != null;
    }

    /** What a gate waits for. */
    enum State {
        /** What the caller reads out is to be compared with what was read. */
        COMPARE,
        /** The target was not read in this attempt. */
        UNKNOWN,
        /** The document names no target. */
        UNNAMED,
        /** Nothing more. */
        OPEN
    }

    State state() {
        return isOpen() ? State.OPEN : target != null ? State.COMPARE : named ? State.UNKNOWN : State.UNNAMED;
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
        if (!named) {
            throw Refusal.invalid("The runbook does not say by what the right target is told, so its command is shown"
                    + " nowhere. Have its author name the target; nothing was recorded.");
        }
        if (target == null) {
            throw Refusal.invalid(
                    "Which target this is was not read from the device in this attempt; what the message or"
                            + " an older case says does not count. Do the step that reads it first; nothing was recorded.");
        }
        if (heard == null || heard.isBlank()) {
            throw Refusal.invalid("Let the caller read out which target the device shows, and type what you hear.");
        }
        int at = Spelling.differsAt(target, heard);
        if (at > 0) {
            throw Refusal.invalid(
                    "What was read out is another target: it differs from the captured one at character " + at
                            + ". Stop here; nothing was recorded.",
                    Map.of("differsAt", at));
        }
    }
}
