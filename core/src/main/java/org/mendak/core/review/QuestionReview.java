package org.mendak.core.review;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import org.mendak.core.language.CommandText;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Problem;

/** Judges the questions of a known error. */
final class QuestionReview {

    /** Words that say nothing of what is asked. */
    private static final Set<String> SAYS_NOTHING =
            Set.of("does", "have", "this", "that", "what", "which", "with", "from", "than", "there", "when");

    private final KnownError error;
    private final Findings found;

    QuestionReview(KnownError error, Findings found) {
        this.error = error;
        this.found = found;
    }

    /** @param values the names of all that its messages and questions set */
    void run(Set<String> values) {
        for (KnownError.Question q : error.questions()) {
            CommandText.refusedPlaces("sh", q.run(), values)
                    .forEach(p -> found.error(
                            q.line(),
                            "the value of {" + p.name() + "} cannot be put in: " + p.why(),
                            "write it as a word of its own, without quotation marks around it"));
        }
        error.questions().stream()
                .filter(q -> q.sets().isEmpty() && q.capture() == null)
                .forEach(this::keepsNothing);
    }

    private static final Pattern YES_OR_NO =
            Pattern.compile("(?i)^(?:is|are|was|were|does|do|did|has|have|had|can|could|will|may)\\b.*");

    /** An answer that is kept under no name helps nothing to decide. */
    private void keepsNothing(KnownError.Question q) {
        String name = nameFor(q.text());
        List<Map.Entry<String, Map<String, List<String>>>> clauses = new ArrayList<>();
        clauses.add(Map.entry("Sets", Map.of("fact", List.of(name))));
        if (q.choices().isEmpty() && YES_OR_NO.matcher(q.text().strip()).matches()) {
            clauses.add(Map.entry("Choices", Map.of("choices", List.of("yes", "no"))));
        }
        found.mended(
                Problem.Severity.WARNING,
                q.line(),
                "the answer to this question is kept nowhere, so nothing can depend on it",
                "keep it, for example as \"" + name + "\"",
                w -> w.below(q.line(), clauses));
    }

    /** Out of a question's longer words, the last two of them. */
    private static String nameFor(String question) {
        List<String> words = ByWords.inOrder(question).stream()
                .filter(w -> w.length() > 3 && w.matches("[a-z0-9]+"))
                .filter(w -> !Set.of(
                                "does", "have", "this", "that", "what", "which", "with", "from", "than", "there",
                                "when")
                        .contains(w))
                .toList();
        String name = String.join("_", words.subList(Math.max(0, words.size() - 2), words.size()));
        return name.matches("[a-z].*") ? name : "answer_" + name;
    }
}
