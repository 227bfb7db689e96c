package org.mendak.core.review;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.mendak.core.recognise.Recogniser;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Problem;
import org.mendak.core.runbook.Signature;

/** The rules about a known error. */
final class ErrorReview {

    private static final Pattern NAME = Pattern.compile("\\{([A-Za-z_][A-Za-z0-9_.-]{0,60})\\}");
    private final KnownError error;
    private final Reviewer.Shelf shelf;
    private final List<Problem> problems;
    private final Set<String> values = new HashSet<>();

    ErrorReview(KnownError error, Reviewer.Shelf shelf, List<Problem> problems) {
        this.error = error;
        this.shelf = shelf;
        this.problems = problems;
    }

    void run() {
        for (Signature s : error.signatures()) {
            if (s.template() != null) {
                values.addAll(s.template().names().keySet());
            }
        }
        for (KnownError.Question q : error.questions()) {
            values.add(q.sets());
            if (q.capture() != null) {
                values.addAll(q.capture().names().keySet());
            }
        }
        samples();
        error.tries().forEach(this::tryItem);
        error.ruledOut().forEach(r -> known(r.fix(), r.line()));
        sharedCodes();
        if (error.verify().isEmpty()) {
            add(
                    Problem.Severity.WARNING,
                    1,
                    "nothing says how to verify that it is mended",
                    "add ## Verify with the action to try again");
        }
    }

    private void samples() {
        Recogniser own = Recogniser.of(List.of(error));
        for (KnownError.Sample s : error.samples()) {
            if (own.recognise(new Recogniser.Query(s.text(), null, null, null))
                    .candidates()
                    .isEmpty()) {
                add(
                        Problem.Severity.WARNING,
                        s.line(),
                        "no signature of this error matches this sample",
                        "mend the message, or take the sample away");
            }
        }
    }

    private void tryItem(KnownError.TryItem t) {
        for (String name : t.when() == null ? Set.<String>of() : t.when().names()) {
            if (!isFact(name)) {
                add(
                        Problem.Severity.WARNING,
                        t.line(),
                        "\"" + name + "\" is never set: no question, message or fact is called so",
                        "declare it in library.yaml, or ask for it");
            }
        }
        for (String value : t.with().values()) {
            Matcher m = NAME.matcher(value);
            while (m.find()) {
                if (!values.contains(m.group(1)) && !isFact(m.group(1))) {
                    add(
                            Problem.Severity.WARNING,
                            t.line(),
                            "{" + m.group(1) + "} is never captured",
                            "capture it in a message or a question");
                }
            }
        }
        if (known(t.fix(), t.line())) {
            parameters(t, shelf.fixes().get(t.fix()));
        }
    }

    private void parameters(KnownError.TryItem t, Fix fix) {
        for (String given : t.with().keySet()) {
            if (!fix.parameters().containsKey(given)) {
                add(
                        Problem.Severity.WARNING,
                        t.line(),
                        "\"" + t.fix() + "\" has no parameter \"" + given + "\"",
                        fix.parameters().isEmpty()
                                ? "take With away"
                                : "it has " + String.join(", ", fix.parameters().keySet()));
            }
        }
        for (String wanted : fix.parameters().keySet()) {
            if (!t.with().containsKey(wanted) && !values.contains(wanted)) {
                add(
                        Problem.Severity.WARNING,
                        t.line(),
                        "\"" + t.fix() + "\" wants \"" + wanted + "\", which nothing gives it",
                        "add - With: `" + wanted + " = …`");
            }
        }
    }

    private boolean known(String fix, int line) {
        if (shelf.fixes().containsKey(fix)) {
            return true;
        }
        add(Problem.Severity.ERROR, line, "there is no fix \"" + fix + "\"", "write it first, or link to another one");
        return false;
    }

    private boolean isFact(String name) {
        return values.contains(name) || shelf.isFact(name);
    }

    private void sharedCodes() {
        for (Signature s : error.signatures()) {
            if (s.kind() != Signature.Kind.CODE) {
                continue;
            }
            for (KnownError other : shelf.errors().values()) {
                boolean same = !other.key().equals(error.key())
                        && other.signatures().stream()
                                .anyMatch(o -> o.kind() == Signature.Kind.CODE
                                        && o.text().equalsIgnoreCase(s.text()));
                if (same) {
                    add(
                            Problem.Severity.HINT,
                            s.line(),
                            "\"" + other.key() + "\" has this code too",
                            "make sure that product, version or words tell them apart");
                }
            }
        }
    }

    private void add(Problem.Severity severity, int line, String message, String remedy) {
        problems.add(new Problem(severity, line, 1, message, remedy));
    }
}
