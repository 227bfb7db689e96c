package org.mendak.core.recognise;

import java.util.List;
import java.util.Map;

/**
 * What was recognised in a text. Positions are UTF-16 units of the text as submitted, from 0, ends exclusive.
 *
 * @param codes every code that was read, in the order of the text
 * @param candidates the plausible known errors, most probable first; empty if there is none
 */
public record Recognition(List<CodeHit> codes, List<Candidate> candidates) {

    /** From this probability on a candidate counts as recognised. */
    public static final double RECOGNISED = 0.85;

    /** Below this probability a candidate is not shown. */
    public static final double PERHAPS = 0.35;

    public Recognition {
        codes = List.copyOf(codes);
        candidates = List.copyOf(candidates);
    }

    /**
     * A known error that it could be.
     *
     * @param error the known error's key
     * @param probability that it is this error at all, in [0, 1]
     * @param captures values of the message's variable parts, by name
     */
    public record Candidate(
            String error, String title, double probability, List<Reason> reasons, Map<String, String> captures) {
        public Candidate {
            reasons = List.copyOf(reasons);
            captures = Map.copyOf(captures);
        }

        /** Whether the probability is high enough to say so without "perhaps". */
        public boolean recognised() {
            return probability >= RECOGNISED;
        }
    }

    /** What a reason is about. */
    public enum ReasonKind {
        CODE,
        MESSAGE,
        /** Words of a message that stand in order, without the whole message. */
        WORDS,
        SUPPORTING,
        SYMPTOM,
        /** A captured value; the reason's text is its name. */
        VALUE,
        /** The product or version fits, or does not. */
        PRODUCT,
        PHASE,
        /** Something speaks against it. */
        AGAINST
    }

    /** One reason; {@code from} and {@code to} are both -1 if it does not stand in the text. */
    public record Reason(ReasonKind kind, String text, int from, int to) {}
}
