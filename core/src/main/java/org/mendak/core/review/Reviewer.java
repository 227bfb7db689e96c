package org.mendak.core.review;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.mendak.core.privacy.SecretFinder;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.ParsedDocument;
import org.mendak.core.runbook.Problem;
import org.mendak.core.runbook.Vocabulary;

/** Judges documents. The front door of this room. */
public final class Reviewer {

    /**
     * What a document is judged beside.
     *
     * @param fixes the fixes that exist, drafts included, by key
     * @param errors the known errors that exist, drafts included, by key
     * @param unseen the keys of fixes that exist, but not for readers, and so not here
     */
    public record Shelf(
            Map<String, Fix> fixes, Map<String, KnownError> errors, Vocabulary vocabulary, Set<String> unseen) {
        public Shelf {
            fixes = Map.copyOf(fixes);
            errors = Map.copyOf(errors);
            unseen = Set.copyOf(unseen);
        }

        /** A shelf on which everything that exists stands. */
        public Shelf(Map<String, Fix> fixes, Map<String, KnownError> errors, Vocabulary vocabulary) {
            this(fixes, errors, vocabulary, Set.of());
        }

        /** Whether every case may know something of this name: it has it itself, the vocabulary declares it, or a question sets it. */
        boolean isFact(String name) {
            return OF_EVERY_CASE.contains(name)
                    || vocabulary.facts().stream().anyMatch(f -> f.id().equals(name))
                    || name.startsWith("need.")
                            && vocabulary.need(name.substring(5)).isPresent()
                    || errors.values().stream()
                            .flatMap(e -> e.questions().stream())
                            .anyMatch(q -> q.sets().equals(name))
                    || fixes.values().stream()
                            .flatMap(f -> f.steps().stream())
                            .flatMap(x -> x.asks().stream())
                            .anyMatch(a -> a.sets().equals(name));
        }
    }

    /** Facts that every case has. */
    private static final Set<String> OF_EVERY_CASE = Set.of("product", "product_version", "phase", "device", "reached");

    private Reviewer() {}

    /**
     * All problems of a document, the parser's included, by place. Linear in the document, but for codes, which are
     * compared with those of the whole shelf.
     */
    public static List<Problem> review(ParsedDocument document, Shelf shelf) {
        List<Problem> problems = new ArrayList<>(document.problems());
        if (document.error() != null) {
            new ErrorReview(document.error(), shelf, problems).run();
        }
        if (document.fix() != null) {
            new FixReview(document.fix(), shelf, problems).run();
        }
        problems.sort(Comparator.comparingInt(Problem::line).thenComparingInt(Problem::column));
        return problems;
    }

    /**
     * What in a document's text looks like a secret: everybody reads documents, and what was published stays in their history. O(length).
     */
    public static List<Problem> secrets(String text) {
        List<Problem> problems = new ArrayList<>();
        int line = 1;
        int lineStart = 0;
        int at = 0;
        for (SecretFinder.Secret s : SecretFinder.find(text)) {
            for (; at < s.from(); at++) {
                if (text.charAt(at) == '\n') {
                    line++;
                    lineStart = at + 1;
                }
            }
            problems.add(new Problem(
                    Problem.Severity.WARNING,
                    line,
                    s.from() - lineStart + 1,
                    "this looks like a " + what(s.kind()) + ", and everybody reads runbooks",
                    "take it out, or put a made-up one in its place"));
        }
        return problems;
    }

    private static String what(SecretFinder.Kind kind) {
        return switch (kind) {
            case PASSWORD -> "password";
            case TOKEN -> "token";
            case KEY -> "key";
            case EMAIL -> "person's e-mail address";
            case NUMBER -> "person's number";
        };
    }
}
