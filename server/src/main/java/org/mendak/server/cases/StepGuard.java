package org.mendak.server.cases;

import java.util.List;
import java.util.Map;
import org.mendak.core.language.Facts;
import org.mendak.core.language.PlainWords;
import org.mendak.core.language.Truth;
import org.mendak.core.reading.Reading;
import org.mendak.core.runbook.Fix;
import org.mendak.server.platform.Refusal;

/** When a step may be said to be done. */
final class StepGuard {

    private StepGuard() {}

    /**
     * Refuses while something that the step reads was neither seen nor said to be unknown, while what must be so is not, and while its gate is
     * shut.
     *
     * @param item the item of a repeated step; null for the whole step
     */
    static void mayBeDone(WorkedAttempt w, int step, String item) {
        mustHold(w, step);
        Gate.of(w, step).filter(g -> !g.isOpen()).ifPresent(g -> {
            throw Refusal.invalid("This step destroys " + g.text()
                    + ". Confirm the target and that the data is safe first; nothing was recorded.");
        });
        Fix.Step s = w.steps().get(step).step();
        List<String> items =
                s.each() == null || item != null ? java.util.Collections.singletonList(item) : w.itemsLeft(step);
        for (String i : items) {
            List<String> unread =
                    w.values().open(step, i).stream().map(c -> title(s, c)).toList();
            if (!unread.isEmpty()) {
                throw Refusal.invalid(
                        "Not read yet" + (i == null ? "" : " for " + i) + ": " + String.join("; ", unread)
                                + ". Paste what the device shows, or say that it is not there or not known; nothing was"
                                + " recorded.",
                        Map.of("unread", unread));
            }
        }
    }

    private static void mustHold(WorkedAttempt w, int step) {
        if (w.mayBeDone(step)) {
            return;
        }
        Facts facts = w.facts(step, null);
        for (Fix.Check m : w.steps().get(step).step().musts()) {
            Truth now = m.guard().condition().evaluate(facts);
            if (now != Truth.YES) {
                String why = now == Truth.NO
                        ? PlainWords.whyNot(m.guard().condition(), facts, w.titles())
                        : "nobody looked yet";
                throw Refusal.invalid(
                        "This step is held back until " + m.guard().inWords(w.titles()) + ": " + why
                                + (m.meaning().isEmpty() ? "" : "; " + m.meaning())
                                + ". Only a lead goes on all the same; nothing was recorded.");
            }
        }
    }

    private static String title(Fix.Step s, int clause) {
        return clause == Reading.CHOICE
                ? "which one it is"
                : String.join(", ", s.captures().get(clause).titles().values());
    }
}
