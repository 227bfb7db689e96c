package org.mendak.core.review;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.mendak.core.language.Condition;
import org.mendak.core.language.Reach;
import org.mendak.core.runbook.Problem;

/** Problems while they are collected, and the rules that both kinds of document share. */
final class Findings {
    private final List<Problem> problems;
    private final Shelf shelf;

    Findings(List<Problem> problems, Shelf shelf) {
        this.problems = problems;
        this.shelf = shelf;
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
            problems.add(new Problem(
                    Problem.Severity.MISSING,
                    line,
                    1,
                    "there is no fix \"" + fix + "\"",
                    "write it first, or link to another one"));
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
                warning(
                        line,
                        "\"" + fix + "\" has no parameter \"" + given + "\"",
                        taken.isEmpty() ? "take With away" : "it has " + String.join(", ", taken));
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
