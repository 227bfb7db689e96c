package org.mendak.core.review;

import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.Problem;

/** The rules about a fix. */
final class FixReview {

    /** A brace pair around one plain word, not after a dollar sign: what an author who forgot to declare a value writes. */
    private static final Pattern LOOKS_LIKE_VALUE = Pattern.compile("(?<!\\$)\\{([a-z][a-z0-9_]{1,40})\\}");

    private final Fix fix;
    private final Reviewer.Shelf shelf;
    private final List<Problem> problems;

    FixReview(Fix fix, Reviewer.Shelf shelf, List<Problem> problems) {
        this.fix = fix;
        this.shelf = shelf;
        this.problems = problems;
    }

    void run() {
        Set<String> values = new HashSet<>(fix.parameters().keySet());
        for (Fix.Step step : fix.steps()) {
            wanted(before(step), values, step);
            step.captures().forEach(c -> values.addAll(c.template().names().keySet()));
            wanted(behind(step), values, step);
            if (step.each() != null) {
                values.add(step.each().item());
            }
            for (Fix.Fence f : step.fences()) {
                undeclared(f.text(), values, f.line());
            }
            for (Fix.PutBack p : step.putBacks()) {
                undeclared(p.command(), values, step.line());
            }
            if (!step.destroys().isEmpty() && fix.risk() != Fix.Risk.DESTROYS) {
                add(
                        Problem.Severity.ERROR,
                        step.line(),
                        "this step destroys data, the head does not say so",
                        "write risk: destroys");
            }
        }
        boolean names = fix.steps().stream().anyMatch(s -> !s.destroys().isEmpty());
        if (fix.risk() == Fix.Risk.DESTROYS && !names && !fix.steps().isEmpty()) {
            add(
                    Problem.Severity.WARNING,
                    1,
                    "no step names what is destroyed",
                    "add - Destroys: with the target to the step");
        }
        boolean restores = fix.steps().stream().anyMatch(s -> !s.putBacks().isEmpty());
        if (fix.risk() == Fix.Risk.WEAKENS && !restores) {
            add(
                    Problem.Severity.WARNING,
                    1,
                    "it weakens something and never puts it back",
                    "add - Put back: to the step that does it");
        }
        for (String need : fix.needs()) {
            if (!need.contains("=") && shelf.vocabulary().need(need).isEmpty()) {
                add(
                        Problem.Severity.HINT,
                        2,
                        "the need \"" + need + "\" is not in library.yaml",
                        "declare it there with a title");
            }
        }
    }

    /** What must be known before a step is begun: whether it is done, and for what. */
    private static Set<String> before(Fix.Step step) {
        Set<String> wanted = new LinkedHashSet<>();
        if (step.when() != null) {
            wanted.addAll(step.when().condition().names());
        }
        if (step.each() != null) {
            wanted.add(step.each().list());
        }
        return wanted;
    }

    /** What is judged once a step's own output is there. */
    private static Set<String> behind(Fix.Step step) {
        Set<String> wanted = new LinkedHashSet<>();
        if (step.onlyIf() != null) {
            wanted.addAll(step.onlyIf().guard().condition().names());
        }
        step.checks().forEach(c -> wanted.addAll(c.guard().condition().names()));
        return wanted;
    }

    /** What a step compares and repeats must be known by then: handed in, captured, or a fact. */
    private void wanted(Set<String> wanted, Set<String> values, Fix.Step step) {
        for (String name : wanted) {
            if (!values.contains(name) && !shelf.isFact(name)) {
                add(
                        Problem.Severity.WARNING,
                        step.line(),
                        "\"" + name
                                + "\" is not known in this step: nothing captures it before, and no fact is called so",
                        "capture it, add it to parameters, or declare it in library.yaml");
            }
        }
    }

    private void undeclared(String command, Set<String> values, int line) {
        Matcher m = LOOKS_LIKE_VALUE.matcher(command);
        while (m.find()) {
            if (!values.contains(m.group(1))) {
                add(
                        Problem.Severity.WARNING,
                        line,
                        "{" + m.group(1) + "} is not declared and will stay as it is",
                        "add it to parameters, or capture it in an earlier step");
            }
        }
    }

    private void add(Problem.Severity severity, int line, String message, String remedy) {
        problems.add(new Problem(severity, line, 1, message, remedy));
    }
}
