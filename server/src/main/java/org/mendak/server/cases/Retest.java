package org.mendak.server.cases;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.mendak.core.runbook.KnownError;
import org.mendak.server.platform.Limits;
import org.mendak.server.platform.Refusal;

/** The retest has levels: what decides must hold for a case to be solved, and what else does not hold is what it is solved without. */
final class Retest {

    private static final Set<String> STATES = Set.of("holds", "does-not", "not-tried");

    private Retest() {}

    /**
     * What came of a retest.
     *
     * @param said a sentence for the case's notes; empty if nobody said anything
     * @param limitation what does not work; null if all of it does
     */
    record Result(String said, String limitation) {}

    /** Judges what was said of each item; refuses to call a case solved whose deciding item does not hold. */
    static Result judge(CaseEndings.Ending e, CaseStatus ending, KnownError error) {
        if (e.retest() == null || e.retest().isEmpty()) {
            return new Result("", null);
        }
        List<KnownError.VerifyItem> items = error == null ? List.of() : error.verify();
        if (e.retest().size() > items.size()) {
            throw Refusal.invalid("The runbook verifies " + items.size() + " things, and "
                    + e.retest().size() + " were answered; nothing was stored.");
        }
        List<String> said = new ArrayList<>();
        List<String> without = new ArrayList<>();
        for (int i = 0; i < e.retest().size(); i++) {
            String state = e.retest().get(i);
            KnownError.VerifyItem item = items.get(i);
            if (state == null || !STATES.contains(state)) {
                throw Refusal.invalid("retest holds holds, does-not and not-tried; nothing was stored.");
            }
            said.add(item.text() + " " + words(state));
            if (!state.equals("does-not")) {
                continue;
            }
            if (item.decides() && ending.mustHold()) {
                throw Refusal.invalid("\"" + item.text() + "\" does not hold, and it decides: the error is not gone."
                        + " Record what came of the fix instead; nothing was stored.");
            }
            without.add(item.limitation());
        }
        String note = "Retested: " + String.join(" ", said);
        return new Result(CaseWords.start(note, Limits.NOTE), without.isEmpty() ? null : String.join("; ", without));
    }

    private static String words(String state) {
        return switch (state) {
            case "holds" -> "It holds.";
            case "does-not" -> "It does not.";
            default -> "Not tried.";
        };
    }
}
