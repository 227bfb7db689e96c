package org.mendak.core.recognise.match;

import java.util.Arrays;
import java.util.List;
import org.mendak.core.language.ValueType;

/**
 * A template's words laid along a stretch of a text's, in order, each weighted by how rare it is. What stands where a placeholder
 * is costs nearly nothing; missing words of the template and unexplained ones of the text inside the span cost; what is outside is
 * free.
 *
 * <p>Source: T. F. Smith, M. S. Waterman, "Identification of Common Molecular Subsequences", J. Mol. Biol. 147 (1981), pp.
 * 195-197. O(words of template · words of stretch).
 */
public final class Alignment {

    private static final float MISSING = 0.3f;
    private static final float UNEXPLAINED = 0.9f;
    private static final float IN_HOLE = 0.04f;
    private static final byte STOP = 0;
    private static final byte MATCH = 1;
    private static final byte SKIP_TEMPLATE = 2;
    private static final byte SKIP_TEXT = 3;

    /** For each word of the template the token it stands at, or -1. */
    public final int[] at;
    /** For each word of the template how like the token is, in [0, 1]. */
    final float[] like;
    /** For each word of the template how like the likest token anywhere in the stretch is. */
    final float[] bag;
    /** For each token of the stretch how like any of the template's words it is. */
    public final float[] tokenBag;

    public final int begin;
    /** Tokens of the first and last matched word; -1 if none matched. */
    public final int first;

    public final int last;

    private Alignment(int[] at, float[] like, float[] bag, float[] tokenBag, int begin) {
        this.at = at;
        this.like = like;
        this.bag = bag;
        this.tokenBag = tokenBag;
        this.begin = begin;
        int lowest = -1;
        int highest = -1;
        for (int t : at) {
            if (t >= 0) {
                lowest = lowest < 0 ? t : lowest;
                highest = t;
            }
        }
        first = lowest;
        last = highest;
    }

    /** Room for the tables, used again from entry to entry by one thread. */
    public static final class Tables {
        private float[] score = new float[0];
        private byte[] way = new byte[0];
        private float[] likeness = new float[0];

        private void grow(int cells) {
            if (score.length < cells) {
                score = new float[cells * 2];
                way = new byte[cells * 2];
                likeness = new float[cells * 2];
            }
        }
    }

    /** The best placing of the entry's words on the tokens from {@code begin} to {@code end}, exclusive. */
    public static Alignment of(
            Segment.Entry entry, Segment segment, List<Resolved.Token> tokens, int begin, int end, Tables t) {
        int n = entry.words().length;
        int m = end - begin;
        int width = m + 1;
        t.grow((n + 1) * width);
        float[] score = t.score;
        byte[] way = t.way;
        Arrays.fill(score, 0, width, 0);
        Arrays.fill(way, 0, width, STOP);
        ValueType[] holes = entry.holes();
        float[] bag = new float[n];
        float[] tokenBag = new float[m];
        float best = 0;
        int bestCell = -1;
        for (int i = 1; i <= n; i++) {
            int word = entry.words()[i - 1];
            float w = segment.weight(word);
            int row = i * width;
            int above = row - width;
            score[row] = 0;
            way[row] = STOP;
            boolean hole = i < n && holes[i] != null;
            for (int j = 1; j <= m; j++) {
                Resolved.Token token = tokens.get(begin + j - 1);
                float like = token.like(word, segment.lexicon);
                t.likeness[row + j] = like;
                float s = 0;
                byte from = STOP;
                if (like > 0) {
                    bag[i - 1] = Math.max(bag[i - 1], like);
                    tokenBag[j - 1] = Math.max(tokenBag[j - 1], like);
                    s = score[above + j - 1] + w * like;
                    from = MATCH;
                }
                float skipped = score[above + j] - MISSING * w;
                if (skipped > s) {
                    s = skipped;
                    from = SKIP_TEMPLATE;
                }
                float passed = score[row + j - 1] - (hole ? IN_HOLE : UNEXPLAINED) * token.share();
                if (passed > s) {
                    s = passed;
                    from = SKIP_TEXT;
                }
                score[row + j] = s;
                way[row + j] = from;
                if (s > best) {
                    best = s;
                    bestCell = row + j;
                }
            }
        }
        int[] at = new int[n];
        float[] matched = new float[n];
        trace(at, matched, width, begin, bestCell, t);
        return new Alignment(at, matched, bag, tokenBag, begin);
    }

    private static void trace(int[] at, float[] like, int width, int begin, int bestCell, Tables t) {
        Arrays.fill(at, -1);
        int cell = bestCell;
        while (cell > 0 && t.way[cell] != STOP) {
            switch (t.way[cell]) {
                case MATCH -> {
                    at[cell / width - 1] = begin + cell % width - 1;
                    like[cell / width - 1] = t.likeness[cell];
                    cell -= width + 1;
                }
                case SKIP_TEMPLATE -> cell -= width;
                default -> cell--;
            }
        }
    }
}
