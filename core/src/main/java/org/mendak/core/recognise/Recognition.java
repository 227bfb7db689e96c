package org.mendak.core.recognise;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.mendak.core.recognise.codes.CodeHit;
import org.mendak.core.recognise.match.Weights;

/**
 * What was recognised in a text. Positions are UTF-16 units of the text as submitted, from 0, ends exclusive.
 *
 * @param codes every code that was read, in the order of the text; what may be meant as one, of the first candidate only
 * @param candidates the known errors that the text resembles, most probable first, guesses among them; empty if there is none
 */
public record Recognition(List<CodeHit> codes, List<Candidate> candidates) {

    /** From this probability on a candidate counts as recognised. */
    public static final double RECOGNISED = Weights.RECOGNISED;

    /** Below this probability a candidate is a guess. */
    public static final double PERHAPS = 0.35;

    /** Below this probability a text does not resemble it at all. */
    static final double RESEMBLES = 0.0005;

    /** A guess this many times less likely than the best one helps nobody. */
    private static final double FAR = 200;

    /** A guess beside one that is recognised. */
    private static final double BESIDE_RECOGNISED = 0.02;

    /** Candidates that a reader can take in, guesses included. */
    private static final int MOST_WITH_GUESSES = 5;

    /** How sure it is. */
    public enum Band {
        RECOGNISED,
        PERHAPS,
        /** Likelier than the rest, and no more. */
        GUESS;

        static Band of(double probability) {
            return probability >= Recognition.RECOGNISED
                    ? RECOGNISED
                    : probability >= Recognition.PERHAPS ? PERHAPS : GUESS;
        }
    }

    public Recognition {
        codes = List.copyOf(codes);
        candidates = List.copyOf(candidates);
    }

    /**
     * Those of candidates that help somebody who has to choose: all that are recognised or likely; beside them guesses that have a
     * reason, up to five in all, fewer beside one that is recognised.
     *
     * @param all the likeliest first
     */
    public static List<Candidate> shown(List<Candidate> all) {
        if (all.isEmpty()) {
            return all;
        }
        Candidate best = all.get(0);
        List<Candidate> shown = new ArrayList<>();
        for (Candidate c : all) {
            double least = best.recognised() ? BESIDE_RECOGNISED : best.probability() / FAR;
            boolean guess = c.probability() >= least && hasReason(c) && shown.size() < MOST_WITH_GUESSES;
            if (c.band() != Band.GUESS || guess) {
                shown.add(c);
            }
        }
        return List.copyOf(shown);
    }

    /** Whether anything but a value speaks for it. */
    static boolean hasReason(Candidate c) {
        return c.reasons().stream().anyMatch(r -> r.kind() != ReasonKind.VALUE && r.kind() != ReasonKind.AGAINST);
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

        /** The same for these reasons. */
        Candidate because(List<Reason> other) {
            return new Candidate(error, title, probability, other, captures);
        }

        /** How sure it is. */
        public Band band() {
            return Band.of(probability);
        }

        /** Whether the probability is high enough to say so without "perhaps". */
        public boolean recognised() {
            return band() == Band.RECOGNISED;
        }
    }

    /** What a reason is about. */
    public enum ReasonKind {
        CODE,
        MESSAGE,
        /** Words of a message that stand in order, without the whole message. */
        WORDS,
        /** A word that the error has too, in its message or in what else it says of itself. */
        TOLD,
        /** Somebody put it alike in a case that ended as this error; the reason's text is the case's number. */
        CASE,
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
