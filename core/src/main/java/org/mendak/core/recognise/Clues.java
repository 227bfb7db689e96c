package org.mendak.core.recognise;

import java.util.ArrayList;
import java.util.List;
import org.mendak.core.recognise.codes.CodeHit;
import org.mendak.core.recognise.codes.SaidCodes;
import org.mendak.core.recognise.match.Features;
import org.mendak.core.recognise.match.Finder;
import org.mendak.core.recognise.match.Sayings;
import org.mendak.core.recognise.match.Weights;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Signature;

/**
 * What in a text points to one known error.
 *
 * @param best where its best signature was laid; null if none was
 * @param supporting supporting messages beside the best signature
 * @param codes codes of it that were written
 * @param saidCodes codes of it that were said, where none was written
 * @param said how the text speaks of it in other words; null if it was not found so
 */
record Clues(
        KnownError error,
        Finder.Found best,
        List<Finder.Found> supporting,
        List<CodeHit> codes,
        List<SaidCodes.Said> saidCodes,
        Sayings.Said said) {

    private static final double FEW_WORDS = 0.3;

    Clues {
        supporting = List.copyOf(supporting);
        codes = List.copyOf(codes);
        saidCodes = List.copyOf(saidCodes);
    }

    boolean hasWholeCode() {
        return codes.stream().anyMatch(c -> !c.isBare());
    }

    /** Whether the words are taken into account: beside a code, a few in passing are neither for nor against it. */
    boolean wordsCount() {
        return best != null && (codes.isEmpty() || best.features()[Features.COVERAGE] > FEW_WORDS);
    }

    /** How much the text shares with it in other words. */
    double shared() {
        return said == null ? 0 : said.shared();
    }

    /** Collects clues while a text is looked through. */
    static final class Collected {

        private static final int MOST_SUPPORT = 3;
        private static final double STANDS_THERE = 0.75;

        private final KnownError error;
        private Finder.Found best;
        private double bestScore = Double.NaN;
        private final List<Finder.Found> supporting = new ArrayList<>();
        private final List<CodeHit> codes = new ArrayList<>();
        private final List<SaidCodes.Said> saidCodes = new ArrayList<>();
        private Sayings.Said said;

        Collected(KnownError error) {
            this.error = error;
        }

        void laid(Finder.Found found) {
            if (found.entry().signature().kind() == Signature.Kind.SUPPORTING) {
                if (supporting.size() < MOST_SUPPORT && found.features()[Features.COVERAGE] > STANDS_THERE) {
                    supporting.add(found);
                }
            } else if (best == null) {
                best = found; // most errors have one; only a second asks which is better
            } else {
                bestScore = Double.isNaN(bestScore) ? Weights.FITTED.score(best.features()) : bestScore;
                double score = Weights.FITTED.score(found.features());
                if (score > bestScore) {
                    best = found;
                    bestScore = score;
                }
            }
        }

        void code(CodeHit hit) {
            codes.add(hit);
        }

        /** What was written is not said as well. */
        void saidCode(SaidCodes.Said code) {
            if (codes.stream()
                    .noneMatch(c ->
                            c.to() > code.hit().from() && c.from() < code.hit().to())) {
                saidCodes.add(code);
            }
        }

        void said(Sayings.Said said) {
            this.said = said;
        }

        Clues clues() {
            return new Clues(error, best, supporting, codes, saidCodes, said);
        }
    }
}
