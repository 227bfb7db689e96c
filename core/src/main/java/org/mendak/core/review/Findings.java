package org.mendak.core.review;

import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import org.mendak.core.language.Condition;
import org.mendak.core.language.Near;
import org.mendak.core.language.Reach;
import org.mendak.core.runbook.Problem;

/** Problems while they are collected, and the rules that both kinds of document share. */
final class Findings {
    private final List<Problem> problems;
    private final Shelf shelf;
    private final Optional<Written> written;

    /** Each is tried on the whole document, at each pause in typing: those of the first few problems are enough to go on with. */
    private int mendsLeft = 8;

    /** @param written the text that is judged, for what mends it; empty if nobody asks for that */
    Findings(List<Problem> problems, Shelf shelf, Optional<Written> written) {
        this.problems = problems;
        this.shelf = shelf;
        this.written = written;
    }

    /** Adds a problem that a change of the text mends. */
    void mended(
            Problem.Severity severity,
            int line,
            String message,
            String remedy,
            Function<Written, UnaryOperator<String>> change) {
        Problem p = new Problem(severity, line, 1, message, remedy);
        boolean tried = written.isPresent() && mendsLeft-- > 0;
        problems.add(tried ? written.get().mended(p, change.apply(written.get())) : p);
    }

    /**
     * Adds a problem with a name: if it is a word's earlier name, or nearly one that is known, with the change that puts that in its place.
     *
     * @param known the names that could have been meant
     * @param remedy what to do if no known one is near
     */
    void named(
            Problem.Severity severity, int line, String message, String remedy, Named name, Collection<String> known) {
        Optional<String> today = today(name);
        Optional<String> meant = today.or(() -> Near.of(name.name(), known));
        if (meant.isEmpty()) {
            problems.add(new Problem(severity, line, 1, message, remedy));
        } else {
            mended(
                    severity,
                    line,
                    message,
                    today.isPresent()
                            ? "it is called \"" + meant.get() + "\" now"
                            : "did you mean \"" + meant.get() + "\"?",
                    w -> w.renamed(name.group(), name.name(), meant.get()));
        }
    }

    /** A name that stands for a word of the desk; {@code group} is products, facts or needs. */
    record Named(String group, String name) {}

    private Optional<String> today(Named n) {
        var v = shelf.vocabulary();
        return switch (n.group()) {
            case "products" ->
                v.products().stream()
                        .filter(p -> p.formerly().contains(n.name()))
                        .map(p -> p.name())
                        .findFirst();
            case "needs" -> v.need(n.name()).map(x -> x.id());
            default -> v.fact(n.name()).map(x -> x.id());
        };
    }

    void error(int line, String message, String remedy) {
        problems.add(new Problem(Problem.Severity.ERROR, line, 1, message, remedy));
    }

    void warning(int line, String message, String remedy) {
        problems.add(new Problem(Problem.Severity.WARNING, line, 1, message, remedy));
    }

    void hint(int line, String message, String remedy) {
        problems.add(new Problem(Problem.Severity.HINT, line, 1, message, remedy));
    }

    /** A fix is linked to that is not there for those who are to read this. */
    void noFix(int line, String fix) {
        if (shelf.unseen().contains(fix)) {
            error(line, "the fix \"" + fix + "\" is not published", "publish it first, or link to another one");
        } else {
            String message = "there is no fix \"" + fix + "\"";
            // of very many fixes it takes its time, and is only for whoever can press it
            Optional<String> near = written.isPresent() && mendsLeft > 0
                    ? Near.of(fix, shelf.fixes().keySet())
                    : Optional.empty();
            near.ifPresentOrElse(
                    other -> mended(
                            Problem.Severity.MISSING,
                            line,
                            message,
                            "write it first; or did you mean \"" + other + "\"?",
                            w -> w.linked(fix, other)),
                    () -> problems.add(new Problem(
                            Problem.Severity.MISSING, line, 1, message, "write it first, or link to another one")));
        }
    }

    /** A condition that can only come out one way was meant otherwise. */
    void sense(Condition condition, String text, int line) {
        Map<String, List<String>> choices = new HashMap<>();
        shelf.vocabulary().facts().stream()
                .filter(f -> !f.choices().isEmpty())
                .forEach(f -> choices.put(f.id(), f.choices()));
        switch (Reach.of(condition, choices)) {
            case NEVER ->
                warning(line, "\"" + text + "\" can never hold", "see whether and should be or, or a word is misspelt");
            case ALWAYS -> warning(line, "\"" + text + "\" always holds", "take it away, or say what it depends on");
            default -> {}
        }
    }

    /** What is handed to a fix must be what it takes, and all of it. */
    void parameters(String fix, Map<String, String> with, java.util.Set<String> known, int line) {
        var taken = shelf.fixes().get(fix).parameters().keySet();
        for (String given : with.keySet()) {
            if (!taken.contains(given)) {
                String message = "\"" + fix + "\" has no parameter \"" + given + "\"";
                Near.of(given, taken)
                        .filter(n -> !with.containsKey(n))
                        .ifPresentOrElse(
                                n -> mended(
                                        Problem.Severity.WARNING,
                                        line,
                                        message,
                                        "did you mean \"" + n + "\"?",
                                        w -> w.handed(line, given, n)),
                                () -> warning(
                                        line,
                                        message,
                                        taken.isEmpty() ? "take With away" : "it has " + String.join(", ", taken)));
            }
        }
        for (String wanted : taken) {
            if (!with.containsKey(wanted) && !known.contains(wanted)) {
                warning(
                        line,
                        "\"" + fix + "\" wants \"" + wanted + "\", which nothing gives it",
                        "add - With: `" + wanted + " = …`");
            }
        }
    }
}
