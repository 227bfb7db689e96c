package org.mendak.core.runbook;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.mendak.core.language.Condition;
import org.mendak.core.language.ProductRange;

/**
 * A failure as users meet it, and its runbook.
 *
 * @param key the file's name without its ending
 * @param firstAid whether this is what to try when nothing matches; it has no signatures then
 * @param intro prose for the agent, CommonMark; may be empty
 * @param tries the fixes, in the author's order
 * @param tells names of the facts that tell its causes apart, for weighing what fixes are worth; at most three
 * @param confirmed the day somebody last confirmed it; null if nobody did
 * @param sections all of it in the order in which it was written, what stands before the first heading with an empty title
 */
public record KnownError(
        String key,
        String title,
        List<Phase> phases,
        List<ProductRange> products,
        List<String> aliases,
        boolean firstAid,
        String intro,
        List<Signature> signatures,
        List<Sample> samples,
        List<String> confusions,
        List<Question> questions,
        List<TryItem> tries,
        List<RuledOut> ruledOut,
        List<VerifyItem> verify,
        List<String> tells,
        LocalDate confirmed,
        List<Section> sections) {

    /** Fixes of one runbook that are weighed and ordered; more are an error while writing. */
    public static final int MOST_TRIES = 60;

    public KnownError {
        phases = List.copyOf(phases);
        products = List.copyOf(products);
        aliases = List.copyOf(aliases);
        signatures = List.copyOf(signatures);
        samples = List.copyOf(samples);
        confusions = List.copyOf(confusions);
        questions = List.copyOf(questions);
        tries = List.copyOf(tries);
        ruledOut = List.copyOf(ruledOut);
        verify = List.copyOf(verify);
        tells = List.copyOf(tells);
        sections = List.copyOf(sections);
    }

    /** An error of which only is known how to recognise it, titled by its key. */
    public static KnownError recognisedBy(String key, List<Phase> phases, List<Signature> signatures) {
        return new KnownError(
                key,
                key,
                phases,
                List.of(),
                List.of(),
                false,
                "",
                signatures,
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                null,
                List.of());
    }

    /** This error with no more fixes than can be ordered: documents from before that was refused may have more. */
    public KnownError plannable() {
        return tries.size() <= MOST_TRIES
                ? this
                : new KnownError(
                        key,
                        title,
                        phases,
                        products,
                        aliases,
                        firstAid,
                        intro,
                        signatures,
                        samples,
                        confusions,
                        questions,
                        tries.subList(0, MOST_TRIES),
                        ruledOut,
                        verify,
                        tells,
                        confirmed,
                        sections);
    }

    /** The names of all values that its messages and looks read. */
    public java.util.Set<String> capturedNames() {
        java.util.Set<String> names = new java.util.LinkedHashSet<>();
        signatures.stream()
                .filter(x -> x.template() != null)
                .forEach(x -> names.addAll(x.template().names().keySet()));
        questions.stream()
                .filter(q -> q.capture() != null)
                .forEach(q -> names.addAll(q.capture().names().keySet()));
        return names;
    }

    /** What stands under one heading, in its order; {@link Piece.Item} counts in the list that the section makes. */
    public record Section(String title, List<Piece> pieces) {
        public Section {
            pieces = List.copyOf(pieces);
        }
    }

    /** A message as it was seen once; {@code line} from 1. */
    public record Sample(String text, int line) {}

    /**
     * Something to ask or look up before a fix.
     *
     * @param sets the fact that the answer sets; empty if none
     * @param choices the answers to choose from; empty for free text
     * @param minutes what asking costs
     * @param run a read-only command; empty if a person is asked
     * @param capture what to read out of the command's output; null if nothing
     */
    public record Question(
            String text, String sets, List<String> choices, double minutes, String run, Capture capture, int line) {
        public Question {
            choices = List.copyOf(choices);
        }
    }

    /**
     * A fix to try.
     *
     * @param fix the fix's key
     * @param title the link's text
     * @param with values for the fix's parameters: a literal, or {@code {name}} for a captured value
     * @param guard the condition under which it applies; null if always
     * @param after keys of fixes that must have been tried before
     * @param together keys of fixes that are done with this one before one retest
     */
    public record TryItem(
            String fix,
            String title,
            Map<String, String> with,
            Fix.Guard guard,
            List<String> after,
            List<String> together,
            boolean lastResort,
            int line) {
        public TryItem {
            with = Map.copyOf(with);
            after = List.copyOf(after);
            together = List.copyOf(together);
        }

        /** The condition under which it applies; null if always. */
        public Condition when() {
            return guard == null ? null : guard.condition();
        }

        /** The condition as written; empty if there is none. */
        public String whenText() {
            return guard == null ? "" : guard.text();
        }
    }

    /** A fix that people try and that does not help here. */
    public record RuledOut(String fix, String title, String reason, int line) {}

    /**
     * A check that the original action works again.
     *
     * @param required what must be seen; empty if the text says it
     * @param otherwise what it means if it is not seen; may be empty
     */
    public record VerifyItem(String text, String required, String otherwise) {

        private static final java.util.regex.Pattern QUOTED = java.util.regex.Pattern.compile("\"([^\"]+)\"");

        /** Whether the original error is gone only if this holds: an item that says no other way out. */
        public boolean decides() {
            return otherwise.isEmpty();
        }

        /** What does not work where this does not hold, for the ending: what stands in quotation marks, else all of it; empty if it decides. */
        public String limitation() {
            java.util.regex.Matcher m = QUOTED.matcher(otherwise);
            return m.find() ? m.group(1) : otherwise;
        }
    }
}
