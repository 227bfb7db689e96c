package org.mendak.core.recognise;

import java.util.ArrayList;
import java.util.List;
import org.mendak.core.recognise.codes.SaidCodes;
import org.mendak.core.recognise.match.Features;
import org.mendak.core.recognise.match.Sayings;
import org.mendak.core.runbook.KnownError;

/**
 * A known error that a text may speak of, as far as it was judged.
 *
 * @param ahead how much more the text shares with it in other words than with the best of the others, as a part of the best
 * @param otherCode whether a code of the text says another error
 * @param margin how much better it explains the text than the best of the others, in nats; negative if worse
 * @param weighed what is known besides the text
 * @param score the log of the odds against "none of these", before others compete
 * @param probability that it is this error, in [0, 1]
 */
record Suspect(
        Clues clues,
        Traces traces,
        double ahead,
        boolean otherCode,
        double margin,
        Circumstances.Weighed weighed,
        double score,
        double probability) {

    private static final int MOST_REASONS = 80;
    private static final double BY_CODE = 12;

    static Suspect of(Clues clues, double ahead, boolean otherCode) {
        return new Suspect(clues, Traces.NONE, ahead, otherCode, 0, Circumstances.Weighed.NOTHING, 0, 0);
    }

    KnownError error() {
        return clues.error();
    }

    Suspect traced(Traces t) {
        return new Suspect(clues, t, ahead, otherCode, margin, weighed, score, probability);
    }

    Suspect withMargin(double m) {
        return new Suspect(clues, traces, ahead, otherCode, m, weighed, score, probability);
    }

    Suspect weighed(Circumstances.Weighed w) {
        return new Suspect(clues, traces, ahead, otherCode, margin, w, score, probability);
    }

    Suspect scored(double s) {
        return new Suspect(clues, traces, ahead, otherCode, margin, weighed, s, probability);
    }

    /** The same with the case in which somebody put it alike as a reason. */
    Suspect because(OwnWords.Heard heard) {
        List<Recognition.Reason> more = new ArrayList<>(weighed.reasons());
        more.add(new Recognition.Reason(Recognition.ReasonKind.CASE, String.valueOf(heard.nearest()), -1, -1));
        return weighed(new Circumstances.Weighed(weighed.odds(), more));
    }

    Suspect likely(double p) {
        return new Suspect(clues, traces, ahead, otherCode, margin, weighed, score, p);
    }

    /** What of the text speaks for it and what else is known, each once, so many that a reader is helped. */
    List<Recognition.Reason> reasons() {
        List<Recognition.Reason> all = new ArrayList<>(traces.reasons());
        all.addAll(weighed.reasons());
        return all.stream().distinct().limit(MOST_REASONS).toList();
    }

    /** Nats that it explains less those that it leaves open, with a little for every character to the letter. */
    double merit() {
        double own = clues.codes().isEmpty() ? 0 : BY_CODE;
        if (!clues.wordsCount()) {
            return own;
        }
        double[] f = clues.best().features();
        double open = 0.4 * f[Features.MISSING] + 0.4 * f[Features.UNEXPLAINED_LINE];
        return own
                + 10 * (f[Features.MATCHED] - open)
                + 3 * f[Features.BAG]
                + (traces.exact() ? 4 + 0.2 * traces.literalCharacters() : 0);
    }

    /** The features with codes and exactness, and without the message's if the code says more than what is left of the message. */
    double[] features(int signatures) {
        double[] f = new double[Features.NAMES.size()];
        if (clues.wordsCount()) {
            System.arraycopy(clues.best().features(), 0, f, 0, f.length);
            f[Features.CODE_AND_WORDS] = clues.codes().isEmpty() ? 0 : 1;
        }
        int literal = traces.literalCharacters();
        f[Features.SOME] = 1;
        f[Features.SIZE] = Features.size(signatures);
        f[Features.EXACT] = traces.exact() ? 1 : 0;
        f[Features.EXACT_LONG] = traces.exact() ? Math.min(1, literal / 30.0) : 0;
        f[Features.LITERAL] = traces.exact() ? Math.log1p(literal) : 0;
        f[Features.CODE] = clues.hasWholeCode() ? 1 : 0;
        f[Features.MARGIN] = Math.max(-3, Math.min(3, margin / 5));
        f[Features.OTHER_CODE] = otherCode ? 1 : 0;
        for (SaidCodes.Said c : clues.saidCodes()) {
            int which = c.letters() ? Features.CODE_SAID : Features.NUMBER_SAID;
            f[which] = Math.max(f[which], c.strength());
            f[Features.SAID_ALONE] = Math.max(f[Features.SAID_ALONE], c.strength() * c.ofText());
        }
        Sayings.Said said = clues.said();
        if (said != null) {
            f[Features.TOLD_OF_TEXT] = said.ofText();
            f[Features.TOLD_AHEAD] = ahead;
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
