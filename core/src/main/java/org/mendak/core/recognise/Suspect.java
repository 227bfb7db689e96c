package org.mendak.core.recognise;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Signature;

/** What speaks for one known error in one text, gathered bit by bit; the model then judges it. */
final class Suspect {

    private static final int MOST_REASONS = 80;
    private static final int MOST_SUPPORT = 3;

    final KnownError error;
    /** Where its best signature was laid; null if only a code was found. */
    Finder.Found best;

    private double bestScore = Double.NEGATIVE_INFINITY;
    final List<CodeHit> codes = new ArrayList<>();
    /** Supporting messages and symptoms beside the best signature. */
    final List<Finder.Found> supporting = new ArrayList<>();

    final List<Recognition.Reason> reasons = new ArrayList<>();
    final Map<String, String> captures = new HashMap<>();
    /** Raw stretches that are values of this error's placeholders. */
    final List<int[]> valueSpans = new ArrayList<>();

    private static final double FEW_WORDS = 0.3;

    boolean exact;
    int literalCharacters;
    int from = -1;
    int to = -1;
    boolean otherCode;
    /** How much better it explains the text than the best of the others, in nats; negative if worse. */
    double margin;

    /** Codes of it that were said, not written. */
    final List<SaidCodes.Said> saidCodes = new ArrayList<>();
    /** How the text speaks of it in other words; null if it was not found so. */
    Sayings.Said said;
    /** How much more the text shares with it than with the best of the others, as a part of the best. */
    double saidAhead;

    /** What is known besides the text, as a part of the score. */
    double known;

    double score;
    double probability;

    Suspect(KnownError error) {
        this.error = error;
    }

    /** Takes a signature into account; {@code score} is the model's, before codes. */
    void laid(Finder.Found found, double foundScore) {
        if (found.entry().signature().kind() == Signature.Kind.SUPPORTING) {
            if (supporting.size() < MOST_SUPPORT && found.features()[Features.COVERAGE] > 0.75) {
                supporting.add(found);
            }
        } else if (foundScore > bestScore) {
            best = found;
            bestScore = foundScore;
        }
    }

    void reason(Recognition.ReasonKind kind, String text, int start, int end) {
        Recognition.Reason r = new Recognition.Reason(kind, text, start, end);
        if (reasons.size() < MOST_REASONS && !reasons.contains(r)) {
            reasons.add(r);
        }
    }

    void covers(int start, int end) {
        from = from < 0 ? start : Math.min(from, start);
        to = Math.max(to, end);
    }

    /** Nats that it explains less those that it leaves open, with a little for every character to the letter. */
    double merit() {
        double own = codes.isEmpty() ? 0 : 12;
        if (best == null || !wordsCount()) {
            return own;
        }
        double[] f = best.features();
        double open = 0.4 * f[Features.MISSING] + 0.4 * f[Features.UNEXPLAINED_LINE];
        return own
                + 10 * (f[Features.MATCHED] - open)
                + 3 * f[Features.BAG]
                + (exact ? 4 + 0.2 * literalCharacters : 0);
    }

    /** Whether the words are taken into account: beside a code, a few in passing are neither for nor against it. */
    private boolean wordsCount() {
        return codes.isEmpty() || best.features()[Features.COVERAGE] > FEW_WORDS;
    }

    /** The features with codes and exactness, and without the message's if the code says more than what is left of the message. */
    double[] features(int signatures) {
        double[] f = new double[Features.NAMES.size()];
        boolean strong = codes.stream().anyMatch(c -> !c.isBare());
        if (best != null && wordsCount()) {
            System.arraycopy(best.features(), 0, f, 0, f.length);
            f[Features.CODE_AND_WORDS] = codes.isEmpty() ? 0 : 1;
        }
        f[Features.SOME] = 1;
        f[Features.SIZE] = Features.size(signatures);
        f[Features.EXACT] = exact ? 1 : 0;
        f[Features.EXACT_LONG] = exact ? Math.min(1, literalCharacters / 30.0) : 0;
        f[Features.LITERAL] = exact ? Math.log1p(literalCharacters) : 0;
        f[Features.CODE] = strong ? 1 : 0;
        f[Features.MARGIN] = Math.max(-3, Math.min(3, margin / 5));
        f[Features.OTHER_CODE] = otherCode ? 1 : 0;
        for (SaidCodes.Said c : saidCodes) {
            int which = c.letters() ? Features.CODE_SAID : Features.NUMBER_SAID;
            f[which] = Math.max(f[which], c.strength());
            f[Features.SAID_ALONE] = Math.max(f[Features.SAID_ALONE], c.strength() * c.ofText());
        }
        if (said != null) {
            f[Features.TOLD_OF_TEXT] = said.ofText();
            f[Features.TOLD_AHEAD] = saidAhead;
            f[Features.TOLD_IN_ALL] = Math.min(10, said.shared() / 50);
            if (said.laid() != null) {
                f[Features.WORDS_MET] = Math.min(10, said.laid().matched() / 10);
                f[Features.MESSAGE_MET] = said.laid().part();
                f[Features.UNLIKE] = Math.min(4, said.laid().unlike() / 10);
                f[Features.NEIGHBOURS_MET] = Math.min(8, said.laid().pairs()) / 4.0;
            }
            f[Features.EVERYDAY] = said.text().everyday();
            f[Features.TEXT_WORDS] = Math.log1p(said.text().words()) / 4;
        }
        return f;
    }
}
