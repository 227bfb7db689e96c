package org.mendak.server.cases.texts;

import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.mendak.core.runbook.WorkedStep;
import org.mendak.server.cases.CaseViews;

/** The sentences that the texts to send have in common. */
final class CaseSentences {

    private CaseSentences() {}

    /** Which case it is, about what, and where. */
    static String what(CaseViews.Case c) {
        String product =
                c.product() == null ? null : c.product() + (c.productVersion() == null ? "" : " " + c.productVersion());
        String where = Stream.of(product, c.phase(), c.device(), c.reference())
                .filter(Objects::nonNull)
                .collect(Collectors.joining(", "));
        return "Case " + c.number() + ": " + c.title() + (where.isEmpty() ? "" : " (" + where + ")") + ".";
    }

    static String ending(CaseViews.Case c) {
        return switch (c.status()) {
                    case "open" -> "not yet";
                    case "worked-around" -> "worked around";
                    case "handed-over" ->
                        "not solved here, handed over" + (c.curedBy() == null ? "" : "; cured later by " + c.curedBy());
                    case "duplicate" -> "the same as case " + c.duplicateOf();
                    default -> c.status();
                }
                + (c.heldSince() == null ? "" : ", and it held");
    }

    static String attempt(CaseViews.Attempt a) {
        String outcome = a.outcome() == null ? "being worked" : a.outcome().replace('-', ' ');
        return a.title() + ": " + outcome
                + (a.triedBefore() ? " (before the case was opened)" : "")
                + (a.minutes() == null ? "" : String.format(Locale.ROOT, ", %.1f min", a.minutes()))
                + (a.note().isEmpty() ? "" : ", " + a.note());
    }

    static String owed(CaseViews.PutBack p) {
        return switch (p.state()) {
            case "kept" ->
                p.text() + ", kept on purpose" + (p.decidedBy() == null ? "" : ", decided by " + p.decidedBy());
            case "for-now" -> p.text() + ", kept for now";
            case "passed-to" -> p.text() + ", passed to " + p.passedTo();
            default -> p.text();
        };
    }

    /** What was recorded about a step. */
    static String step(String what) {
        return switch (what) {
            case "not-applicable" -> "does not apply here";
            case "undone" -> "taken back";
            case "confirmed" -> "target made sure of";
            case "went-on" -> "gone on all the same";
            case "off-page" -> "done off the page";
            default -> what;
        };
    }

    /** What was done off the script and what came of it, without what was taken back. */
    static List<String> offScript(CaseViews.Case c) {
        return c.freeSteps().stream()
                .filter(s -> !s.undone())
                .map(s -> Stream.of(s.did(), s.command())
                                .filter(x -> !x.isEmpty())
                                .collect(Collectors.joining(": "))
                        + (s.outcome() == null ? "" : ", " + s.outcome().replace('-', ' ')))
                .toList();
    }

    /** The minutes worked, as far as they are known. */
    static String minutes(CaseViews.Case c) {
        double sum = c.attempts().stream()
                .filter(a -> a.minutes() != null)
                .mapToDouble(CaseViews.Attempt::minutes)
                .sum();
        return String.format(Locale.ROOT, "%.0f min", sum);
    }

    static Map<Integer, String> stepTitles(List<WorkedStep> steps) {
        Map<Integer, String> titles = new HashMap<>();
        for (int i = 0; i < steps.size(); i++) {
            titles.put(i, steps.get(i).step().title());
        }
        return titles;
    }
}
