package org.mendak.core.review;

import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.mendak.core.language.CommandText;
import org.mendak.core.language.DestroyingWords;
import org.mendak.core.language.Near;
import org.mendak.core.runbook.Capture;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.FixValues;
import org.mendak.core.runbook.Problem;
import org.mendak.core.runbook.WorkedStep;

/** The rules about a fix. */
final class FixReview {

    /** A brace pair around one plain word, not after a dollar sign: what an author who forgot to declare a value writes. */
    private static final Pattern LOOKS_LIKE_VALUE = Pattern.compile("(?<!\\$)\\{([a-z][a-z0-9_]{1,40})\\}");

    /** Words of a change that is not meant to stay. */
    private static final Pattern FOR_A_WHILE = Pattern.compile(
            "(?i)\\b(?:temporar(?:y|ily)|for the moment|for now|switch(?:ed)? off|turn(?:ed)? off|disable|suspend)\\b");

    private final Fix fix;
    private final Shelf shelf;
    private final Findings found;

    FixReview(Fix fix, Shelf shelf, Findings found) {
        this.fix = fix;
        this.shelf = shelf;
        this.found = found;
    }

    void run() {
        Set<String> values = new HashSet<>(fix.parameters().keySet());
        for (Fix.Step step : fix.steps()) {
            wanted(before(step), values, step);
            if (step.when() != null) {
                found.sense(step.when().condition(), step.when().text(), step.line());
            }
            part(step, values);
            originals(step, values);
            step.captures().forEach(c -> {
                values.addAll(c.names().keySet());
                values.add(c.every() ? FixValues.listOf(c) : "");
            });
            step.asks().forEach(a -> values.add(a.sets()));
            if (step.choose() != null) {
                values.addAll(FixValues.chosen(fix, step.choose()).keySet());
            }
            wanted(behind(step), values, step);
            if (step.each() != null) {
                values.add(step.each().item());
            }
            destroying(step);
            for (Fix.Fence f : step.fences()) {
                undeclared(f.text(), values, f.line());
                unfillable(f.language(), f.text(), f.line() + 1);
            }
            for (Fix.PutBack p : step.putBacks()) {
                undeclared(p.command(), values, step.line());
                unfillable(step.fences().isEmpty() ? "sh" : step.fences().get(0).language(), p.command(), step.line());
            }
            if (!step.destroys().isEmpty() && fix.risk() != Fix.Risk.DESTROYS) {
                found.mended(
                        Problem.Severity.ERROR,
                        step.line(),
                        "this step destroys data, the head does not say so",
                        "write risk: destroys",
                        w -> w.head("risk", "destroys"));
            }
        }
        boolean names = fix.steps().stream().anyMatch(s -> !s.destroys().isEmpty());
        if (fix.risk() == Fix.Risk.DESTROYS && !names && !fix.steps().isEmpty()) {
            found.warning(1, "no step names what is destroyed", "add - Destroys: with the target to the step");
        }
        boolean restores = fix.steps().stream().anyMatch(s -> !s.putBacks().isEmpty());
        if (fix.risk() == Fix.Risk.WEAKENS && !restores) {
            found.warning(1, "it weakens something and never puts it back", "add - Put back: to the step that does it");
        }
        new ReadingReview(fix, found).run();
        temporary();
        ring();
        unused();
        for (String need : fix.needs()) {
            List<String> known =
                    shelf.vocabulary().needs().stream().map(n -> n.id()).toList();
            if (!need.contains("=") && !known.contains(need)) {
                found.named(
                        Problem.Severity.HINT,
                        2,
                        "the need \"" + need + "\" is not among the words of the desk",
                        "declare it there with a title",
                        new Findings.Named("needs", need),
                        known);
            }
        }
    }

    private void part(Fix.Step step, Set<String> values) {
        if (step.part() == null) {
            return;
        }
        String key = step.part().fix();
        Fix part = shelf.fixes().get(key);
        if (part == null) {
            found.noFix(step.line(), key);
            return;
        }
        found.parameters(key, step.part().with(), values, step.line());
        if (part.risk().compareTo(fix.risk()) > 0) {
            String risk = part.risk().name().toLowerCase(Locale.ROOT);
            found.mended(
                    Problem.Severity.WARNING,
                    step.line(),
                    "\"" + key + "\" " + risk + ", the head says less",
                    "write risk: " + risk,
                    w -> w.head("risk", risk));
        }
        part.steps()
                .forEach(s -> s.captures().forEach(c -> values.addAll(c.names().keySet())));
    }

    /** What restores a setting must know what it was before the step changed it. */
    private void originals(Fix.Step step, Set<String> before) {
        Set<String> seen = new HashSet<>(before);
        step.captures().stream()
                .filter(Capture::before)
                .forEach(c -> seen.addAll(c.names().keySet()));
        Set<String> after = new HashSet<>();
        step.captures().stream()
                .filter(c -> !c.before())
                .forEach(c -> after.addAll(c.names().keySet()));
        for (Fix.PutBack p : step.putBacks()) {
            Matcher m = LOOKS_LIKE_VALUE.matcher(p.command());
            while (!p.afterSuccess() && m.find()) {
                if (!seen.contains(m.group(1)) && after.contains(m.group(1))) {
                    found.warning(
                            step.line(),
                            "{" + m.group(1) + "} is read once the step has changed it, the put-back wants what it was",
                            "write - Capture before:");
                }
            }
        }
    }

    /** What is done for a while only is owed afterwards. */
    private void temporary() {
        boolean owes = fix.steps().stream()
                .anyMatch(s -> !s.putBacks().isEmpty() || !s.followUps().isEmpty() || s.part() != null);
        if (owes) {
            return;
        }
        fix.steps().stream()
                .filter(s -> FOR_A_WHILE.matcher(s.title() + "\n" + s.prose()).find())
                .findFirst()
                .ifPresent(s -> found.warning(
                        s.line(),
                        "this sounds like a change for a while, and nothing puts it back",
                        "add - Put back: or say that it stays"));
    }

    private void ring() {
        Function<String, Optional<Fix>> find = k -> k.equals(fix.key())
                ? Optional.of(fix)
                : Optional.ofNullable(shelf.fixes().get(k));
        for (Fix.Step s : fix.steps()) {
            boolean back = s.part() != null
                    && (s.part().fix().equals(fix.key())
                            || find.apply(s.part().fix()).stream()
                                    .anyMatch(f -> WorkedStep.parts(f, find).contains(fix.key())));
            if (back) {
                found.error(
                        s.line(),
                        "this part runs the fix itself again, in a ring",
                        "link to another fix, or take it away");
            }
        }
    }

    private void unused() {
        if (!shelf.uses(fix.key())) {
            found.hint(1, "no known error and no other fix uses it", "add it to ## Try of a known error");
        }
    }

    /** What must be known before a step is begun: whether it is done, and for what. */
    private static Set<String> before(Fix.Step step) {
        Set<String> wanted = new LinkedHashSet<>();
        if (step.when() != null) {
            wanted.addAll(step.when().condition().names());
        }
        if (step.each() != null && step.each().written().isEmpty()) {
            wanted.add(step.each().list());
        }
        // it holds the step back, so what the step itself prints comes too late
        step.musts().forEach(c -> wanted.addAll(c.guard().condition().names()));
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
                found.warning(
                        step.line(),
                        "\"" + name
                                + "\" is not known in this step: nothing captures it before, and no fact is called so",
                        "capture it, add it to parameters, or declare it in library.yaml");
            }
        }
    }

    /** Where no value can be put in without becoming a command itself. */
    private void unfillable(String fence, String command, int firstLine) {
        for (CommandText.RefusedPlace p : CommandText.refusedPlaces(fence, command, FixValues.declared(fix))) {
            found.error(
                    firstLine + p.line(),
                    "the value of {" + p.name() + "} cannot be put in: " + p.why(),
                    "write it as a word of its own, without quotation marks around it");
        }
    }

    /** A command that seems to destroy what is there, in a fix that calls itself safe or says nothing. */
    private void destroying(Fix.Step step) {
        if (fix.risk() != Fix.Risk.SAFE
                || fix.traits().keepsData()
                || !step.destroys().isEmpty()) {
            return;
        }
        step.fences().stream()
                .flatMap(
                        f -> DestroyingWords.in(f.language(), f.text()).stream().map(word -> Map.entry(f.line(), word)))
                .findFirst()
                .ifPresent(e -> found.mended(
                        Problem.Severity.WARNING,
                        e.getKey(),
                        "\"" + e.getValue() + "\" mostly destroys what is there, and this fix counts as safe",
                        "write risk: destroys and what is lost, or keeps-data: true if nothing is",
                        w -> w.head("risk", "destroys")));
    }

    private void undeclared(String command, Set<String> values, int line) {
        Matcher m = LOOKS_LIKE_VALUE.matcher(command);
        Set<String> told = new HashSet<>();
        while (m.find()) {
            String name = m.group(1);
            if (values.contains(name) || !told.add(name)) {
                continue;
            }
            String message = "{" + name + "} is not declared and will stay as it is";
            Near.of(name, values)
                    .ifPresentOrElse(
                            n -> found.mended(
                                    Problem.Severity.WARNING,
                                    line,
                                    message,
                                    "did you mean {" + n + "}?",
                                    w -> w.renamed("facts", name, n)),
                            () -> found.mended(
                                    Problem.Severity.WARNING,
                                    line,
                                    message,
                                    "let runbooks hand it in, or read it in an earlier step",
                                    w -> w.handedIn(name)));
        }
    }
}
