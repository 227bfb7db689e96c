package org.mendak.core.runbook;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.mendak.core.language.Near;

/** The words that carry meaning before a colon, by the place they may stand in. */
final class Keywords {

    static final Set<String> RECOGNISE =
            Set.of("Code", "Message", "Supporting", "Symptom", "Sample", "Not to be confused with");
    static final Set<String> ASK = Set.of("Sets", "Choices", "Minutes", "Run", "Capture", "Capture every");
    static final Set<String> TRY = Set.of("With", "When", "After", "Last resort", "Together");
    static final Set<String> VERIFY = Set.of("Required", "Otherwise");
    static final Set<String> FIX_INTRO = Set.of("Side effect");
    static final Set<String> STEP = Set.of(
            "Expect",
            "Capture",
            "Capture before",
            "Capture every",
            "Choose",
            "Must",
            "Check",
            "Only if",
            "Caution",
            "Answer",
            "When",
            "For each",
            "Put back",
            "After success",
            "After failure",
            "Follow up",
            "Get",
            "Minutes",
            "Wait",
            "Restart",
            "Done when",
            "Nothing shows",
            "Destroys",
            "Ask",
            "With");

    /** Stands anywhere: what whoever wrote is not sure of. */
    static final String TO_CHECK = "To check";

    /** What people write, in small letters, and the word that the language has for it. */
    private static final Map<String, String> SAID_FOR = Map.ofEntries(
            Map.entry("warning", "Caution"),
            Map.entry("attention", "Caution"),
            Map.entry("danger", "Caution"),
            Map.entry("careful", "Caution"),
            Map.entry("important", "Caution"),
            Map.entry("undo", "Put back"),
            Map.entry("revert", "Put back"),
            Map.entry("restore", "Put back"),
            Map.entry("roll back", "Put back"),
            Map.entry("rollback", "Put back"),
            Map.entry("afterwards", "Follow up"),
            Map.entry("later", "Follow up"),
            Map.entry("to do", "Follow up"),
            Map.entry("if", "When"),
            Map.entry("condition", "When"),
            Map.entry("output", "Expect"),
            Map.entry("result", "Expect"),
            Map.entry("shows", "Expect"),
            Map.entry("expected", "Expect"),
            Map.entry("duration", "Minutes"),
            Map.entry("time", "Minutes"),
            Map.entry("reboot", "Restart"),
            Map.entry("question", "Ask"),
            Map.entry("download", "Get"),
            Map.entry("value", "Capture"),
            Map.entry("read", "Capture"),
            Map.entry("error", "Message"),
            Map.entry("error message", "Message"),
            Map.entry("error code", "Code"),
            Map.entry("text", "Message"),
            Map.entry("example", "Sample"),
            Map.entry("similar to", "Not to be confused with"));

    private Keywords() {}

    static boolean isKeyword(String word) {
        return RECOGNISE.contains(word)
                || ASK.contains(word)
                || TRY.contains(word)
                || VERIFY.contains(word)
                || FIX_INTRO.contains(word)
                || STEP.contains(word);
    }

    /** Drops the clauses whose word is not known here, warning of those that look like a slip. */
    static List<Body.Clause> known(List<Body.Clause> clauses, Set<String> here, Problems problems) {
        return clauses.stream().filter(c -> isMeant(c, here, problems)).toList();
    }

    /** Whether a clause's word means something here; what it may be meant for is told if not. It is read all the same, as it stands. */
    static boolean isMeant(Body.Clause c, Set<String> here, Problems problems) {
        if (here.contains(c.keyword())) {
            return true;
        }
        if (c.keyword().equals(TO_CHECK)) {
            return false;
        }
        Optional<String> near = Near.of(c.keyword(), here);
        String other = SAID_FOR.get(c.keyword().toLowerCase(Locale.ROOT));
        if (near.isPresent()) {
            problems.warning(
                    c.line(),
                    c.column(),
                    "\"" + c.keyword() + "\" has no meaning here, it is shown as it stands",
                    "did you mean \"" + near.get() + ":\"?");
            problems.mend(c.keyword().length(), near.get());
        } else if (isKeyword(c.keyword())) {
            problems.warning(
                    c.line(),
                    c.column(),
                    "\"" + c.keyword() + "\" does not belong here, it is shown as it stands",
                    "here stand " + String.join(", ", new java.util.TreeSet<>(here)));
        } else if (other != null && here.contains(other)) {
            problems.hint(
                    c.line(),
                    c.column(),
                    "\"" + c.keyword() + "\" has no meaning of its own, it is shown as it stands",
                    "if it is meant so, write \"" + other + ":\"");
            problems.mend(c.keyword().length(), other);
        }
        return false;
    }

    /** Tells of each doubt that stands in a document, so that nobody publishes it unseen. */
    static void tellDoubts(List<? extends Body.Block> blocks, Problems problems) {
        for (Body.Block b : blocks) {
            if (b instanceof Body.Clause c && c.keyword().equals(TO_CHECK)) {
                problems.warning(
                        c.line(), c.column(), "to be checked: " + c.value(), "once it is right, take this line away");
                problems.mend(-1, "");
            } else if (b instanceof Body.Item i) {
                tellDoubts(i.below(), problems);
            }
        }
    }
}
