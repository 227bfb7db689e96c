package org.mendak.core.recognise.words;

import java.util.Arrays;
import java.util.List;

/**
 * What words have in common with other words for the same: stems, pieces of three and four letters with the word's edges, and the
 * groups of {@link Synonyms}. A term is a number: a hash, with its kind in the lowest two bits. Two terms are the same by accident
 * once in a library in millions.
 *
 * <p>Source of pieces: P. McNamee, J. Mayfield, "Character N-Gram Tokenization for European Language Text Retrieval", Information
 * Retrieval 7 (2004), pp. 73-97.
 */
public final class SpokenTerms {

    static final int STEM = 0;
    public static final int PIECE = 1;
    public static final int GROUP = 2;

    /** What a term of each kind counts. */
    private static final float[] COUNTS = {1.5f, 1, 2};

    private static final int SHORT_PIECE = 3;
    private static final int LONG_PIECE = 4;
    /** Words from this length on have pieces. */
    private static final int SHORTEST = 3;

    /** Letters of a word that are cut into pieces. */
    private static final int LONGEST = 24;

    private long[] terms = new long[128];
    private int size;

    private SpokenTerms() {}

    public static int kind(long term) {
        return (int) term & 3;
    }

    public static float counts(long term) {
        return COUNTS[kind(term)];
    }

    /** The distinct terms of words, ascending. */
    public static long[] of(List<String> words) {
        SpokenTerms t = new SpokenTerms();
        for (int i = 0; i < words.size(); i++) {
            t.word(Words.stem(words.get(i)));
            for (int n = 1; n <= Synonyms.LONGEST && i + n <= words.size(); n++) {
                for (int group : Synonyms.groups(words, i, i + n)) {
                    t.add(group(group));
                }
            }
        }
        long[] all = Arrays.copyOf(t.terms, t.size);
        Arrays.sort(all);
        int distinct = 0;
        for (int i = 0; i < all.length; i++) {
            if (i == 0 || all[i] != all[i - 1]) {
                all[distinct++] = all[i];
            }
        }
        return Arrays.copyOf(all, distinct);
    }

    private void word(String stem) {
        add(stem(stem));
        int n = Math.min(LONGEST, stem.length());
        if (n < SHORTEST || isFigures(stem)) {
            return;
        }
        String edged = '^' + stem.substring(0, n) + '$';
        for (int k = SHORT_PIECE; k <= LONG_PIECE; k++) {
            for (int i = 0; i + k <= edged.length(); i++) {
                add(hash(edged, i, i + k, k) << 2 | PIECE);
            }
        }
    }

    private static boolean isFigures(String word) {
        return word.chars().allMatch(Character::isDigit);
    }

    /** The term of a word without its ending. */
    public static long stem(String stem) {
        return hash(stem, 0, stem.length(), 7) << 2 | STEM;
    }

    static long group(int number) {
        return (long) number << 2 | GROUP;
    }

    private void add(long term) {
        if (size == terms.length) {
            terms = Arrays.copyOf(terms, size * 2);
        }
        terms[size++] = term;
    }

    private static long hash(String s, int from, int to, long seed) {
        long h = seed;
        for (int i = from; i < to; i++) {
            h = (h ^ s.charAt(i)) * 0x9E3779B97F4A7C15L;
            h ^= h >>> 29;
        }
        return h * 0xBF58476D1CE4E5B9L;
    }
}
