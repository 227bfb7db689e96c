package org.mendak.core.recognise.match;

import java.util.List;
import org.mendak.core.language.ValueType;
import org.mendak.core.recognise.words.EverydayWords;

/** Turns an alignment into features. O(words of template + words of the lines it touches). */
public final class Comparison {

    /** What an unknown word, and what a figure weighs at most, in nats; known ones weigh what they weigh, up to the first. */
    private static final float UNKNOWN_WORD = 6;

    private static final float FIGURES = 1.5f;

    private Comparison() {}

    /** The features of an entry where it was laid; codes and exactness are added later. */
    public static double[] features(
            Segment.Entry entry, Segment segment, List<Resolved.Token> tokens, Alignment a, boolean longText) {
        double[] f = new double[Features.NAMES.size()];
        f[Features.SOME] = 1;
        f[Features.SIZE] = Features.size(segment.signatures());
        f[Features.LONG_TEXT] = longText ? 1 : 0;
        int n = entry.words().length;
        double matched = 0;
        double lost = 0;
        double rarest = 0;
        double bag = 0;
        int count = 0;
        for (int i = 0; i < n; i++) {
            float w = segment.weight(entry.words()[i]);
            bag += w * a.bag[i];
            if (a.at[i] < 0) {
                rarest = Math.max(rarest, w);
            } else {
                matched += w * a.like[i];
                lost += w * (1 - a.like[i]);
                count++;
            }
        }
        f[Features.MATCHED] = Math.min(6, matched / 10);
        f[Features.WORDS_MISSING] = Math.min(9, n - count) / 3.0;
        double weight = Math.max(entry.weight(), 1e-6);
        double coverage = matched / weight;
        f[Features.COVERAGE] = coverage;
        f[Features.NEAR_WHOLE] = -Math.log(Math.max(0, 1 - coverage) + 0.04);
        f[Features.INFORMATION] = Math.log1p(matched);
        f[Features.RAREST_MISSING] = rarest / 10;
        f[Features.MISSING] = Math.min(6, (weight - matched - lost) / 10);
        f[Features.BAG] = bag / weight;
        f[Features.BAG_BEYOND] = (bag - matched) / weight;
        f[Features.LIKENESS_LOST] = matched > 0 ? lost / (matched + lost) : 0;
        f[Features.ONE_WORD] = count == 1 ? 1 : 0;
        f[Features.TWO_WORDS] = count == 2 ? 1 : 0;
        double tail = 0;
        for (int i = n - 1; i >= 0 && a.at[i] < 0; i--) {
            tail += segment.weight(entry.words()[i]);
        }
        f[Features.ENDS_MISSING] = Math.min(4, tail / 10);
        around(entry, segment, tokens, a, f);
        return f;
    }

    /** What of the lines that the alignment touches is explained by words and placeholders. */
    private static void around(
            Segment.Entry entry, Segment segment, List<Resolved.Token> tokens, Alignment a, double[] f) {
        if (a.first < 0) {
            return;
        }
        int stretchEnd = a.begin + a.tokenBag.length;
        int from = a.first;
        int to = a.last + 1;
        while (from > a.begin
                && tokens.get(from - 1).line() == tokens.get(a.first).line()) {
            from--;
        }
        while (to < stretchEnd && tokens.get(to).line() == tokens.get(a.last).line()) {
            to++;
        }
        ValueType[] holes = entry.holes();
        double all = 0;
        double explained = 0;
        double inside = 0;
        double bagged = 0;
        double strange = 0;
        double others = 0;
        double inHoles = 0;
        double misread = 0;
        int next = nextMatched(a, 0);
        boolean hole = holes[0] != null && next == 0;
        for (int j = from; j < to; j++) {
            double w = weight(tokens.get(j), segment);
            all += w;
            boolean wordy = isWordy(tokens.get(j));
            boolean exact = isExact(tokens.get(j));
            misread += !exact && tokens.get(j).share() == 1 && !tokens.get(j).isFigures() ? 1 : 0;
            if (next < a.at.length && a.at[next] == j) {
                explained += w * a.like[next];
                bagged += w * a.like[next];
                int before = next;
                next = nextMatched(a, next + 1);
                hole = false;
                for (int i = before + 1; i <= Math.min(next, holes.length - 1); i++) {
                    hole |= holes[i] != null;
                }
            } else if (hole) {
                inHoles += wordy && exact ? 1 : 0;
                explained += w;
                bagged += w;
            } else {
                strange += wordy ? 1 : 0;
                others += wordy && (exact || EverydayWords.isKnown(tokens.get(j).text())) ? 1 : 0;
                inside += j > a.first && j < a.last ? w : 0;
                bagged += w * a.tokenBag[j - a.begin];
            }
        }
        f[Features.LINE_EXPLAINED] = all > 0 ? explained / all : 0;
        f[Features.UNEXPLAINED_INSIDE] = Math.min(5, inside / 10);
        f[Features.UNEXPLAINED_LINE] = Math.min(5, (all - explained) / 10);
        f[Features.WORDS_UNEXPLAINED] = Math.min(9, strange) / 3;
        f[Features.OTHERS_WORDS] = Math.min(6, others) / 2;
        f[Features.NOBODYS_WORDS] = Math.min(6, strange - others) / 2;
        f[Features.WORDS_IN_HOLES] = Math.min(9, inHoles) / 3;
        f[Features.MISREAD] = misread / (to - from);
        f[Features.LINES] =
                Math.min(4, tokens.get(a.last).line() - tokens.get(a.first).line());
        f[Features.BAG_LINE] = all > 0 ? bagged / all : 0;
    }

    /** A word that stands by itself and has no figures in it: language, not a name or a value. */
    private static boolean isWordy(Resolved.Token t) {
        return t.share() > 0.4f && t.text().chars().noneMatch(Character::isDigit);
    }

    private static boolean isExact(Resolved.Token t) {
        return !t.senses().isEmpty() && t.senses().get(0).similarity() == 1;
    }

    private static int nextMatched(Alignment a, int i) {
        int at = i;
        while (at < a.at.length && a.at[at] < 0) {
            at++;
        }
        return at;
    }

    private static double weight(Resolved.Token t, Segment segment) {
        if (t.senses().isEmpty()) {
            return t.share() * (t.isFigures() ? FIGURES : UNKNOWN_WORD);
        }
        float w = segment.weight(t.senses().get(0).word());
        return t.share() * Math.min(w, t.isFigures() ? FIGURES : UNKNOWN_WORD);
    }
}
