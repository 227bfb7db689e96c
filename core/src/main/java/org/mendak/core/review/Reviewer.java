package org.mendak.core.review;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.mendak.core.privacy.SecretFinder;
import org.mendak.core.runbook.ParsedDocument;
import org.mendak.core.runbook.Problem;

/** Judges documents. The front door of this room. */
public final class Reviewer {

    private Reviewer() {}

    /**
     * All problems of a document, the parser's included, by place. Linear in the document, and in what of the shelf has words or codes in
     * common with it.
     */
    public static List<Problem> review(ParsedDocument document, Shelf shelf) {
        return review(document, shelf, Optional.empty());
    }

    /** The same with changes of the text that mend what can be mended so. */
    public static List<Problem> review(ParsedDocument document, Shelf shelf, String text) {
        return review(document, shelf, Optional.of(new Written(document.kind(), text)));
    }

    private static List<Problem> review(ParsedDocument document, Shelf shelf, Optional<Written> written) {
        List<Problem> problems = new ArrayList<>(document.problems());
        if (document.error() != null) {
            new ErrorReview(document.error(), shelf, new Findings(problems, shelf, written)).run();
        }
        if (document.fix() != null) {
            new FixReview(document.fix(), shelf, new Findings(problems, shelf, written)).run();
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
