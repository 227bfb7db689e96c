package org.mendak.core.recognise.match;

import java.util.Arrays;
import java.util.List;
import org.mendak.core.recognise.words.CommonWords;
import org.mendak.core.recognise.words.SpokenTerms;
import org.mendak.core.recognise.words.WorldTerms;

/**
 * Which texts have which terms, and how much one shares with another text: BM25 without counting how often a term stands in a text,
 * which short texts say nothing by.
 *
 * <p>Source: S. Robertson, H. Zaragoza, "The Probabilistic Relevance Framework: BM25 and Beyond", Foundations and Trends in
 * Information Retrieval 3 (2009), pp. 333-389, with term frequency 1 and the world's texts counted in as pseudo-counts.
 */
public final class SpokenIndex {

    private static final float SATURATION = 0.8f;
    private static final float BY_LENGTH = 0.6f;
    private static final double MOST_PIECES = 0.6;

    /** The terms, ascending. */
    private final long[] terms;
    /** For each term where its documents begin in {@link #documents}; one more for the end. */
    private final int[] starts;

    private final int[] documents;
    /** What a term is worth, by term. */
    private final float[] worth;
    /** By document: its terms, ascending. */
    private final int[][] termsOf;
    /** By document: what its terms count for, longer ones less. */
    private final float[] norms;

    private final int size;
    private final double length;
    private final double all;

    /**
     * @param texts the terms of each document, distinct and ascending
     * @param beside the rest of the library, whose texts count for what a term is worth; null if there is none
     */
    public SpokenIndex(List<long[]> texts, SpokenIndex beside) {
        terms = texts.stream().flatMapToLong(Arrays::stream).sorted().distinct().toArray();
        size = texts.size() + (beside == null ? 0 : beside.size);
        all = size + CommonWords.WORLD;
        starts = new int[terms.length + 1];
        double sum = beside == null ? 0 : beside.length * beside.size;
        for (long[] t : texts) {
            sum += t.length;
            for (long term : t) {
                starts[find(term) + 1]++;
            }
        }
        length = size == 0 ? 1 : Math.max(1, sum / size);
        worth = new float[terms.length];
        for (int i = 0; i < terms.length; i++) {
            worth[i] = worthOf(terms[i], starts[i + 1] + (beside == null ? 0 : beside.frequency(terms[i])));
        }
        for (int i = 0; i < terms.length; i++) {
            starts[i + 1] += starts[i];
        }
        documents = new int[starts[terms.length]];
        int[] at = starts.clone();
        norms = new float[texts.size()];
        termsOf = new int[texts.size()][];
        for (int d = 0; d < texts.size(); d++) {
            long[] t = texts.get(d);
            norms[d] = (float) ((SATURATION + 1) / (1 + SATURATION * (1 - BY_LENGTH + BY_LENGTH * t.length / length)));
            termsOf[d] = new int[t.length];
            for (int k = 0; k < t.length; k++) {
                int i = find(t[k]);
                termsOf[d][k] = i;
                documents[at[i]++] = d;
            }
        }
    }

    private float worthOf(long term, int frequency) {
        double in = frequency + CommonWords.WORLD * WorldTerms.share(term);
        return (float) Math.log(1 + (all - Math.min(all, in) + 0.5) / (in + 0.5)) * SpokenTerms.counts(term);
    }

    /** What a word, without its ending, says by standing in a text. */
    float nats(String stem) {
        long term = SpokenTerms.stem(stem);
        int i = find(term);
        return i < 0 ? worthOf(term, 0) / SpokenTerms.counts(term) : worth[i] / SpokenTerms.counts(term);
    }

    private int find(long term) {
        return Arrays.binarySearch(terms, term);
    }

    private int frequency(long term) {
        int i = find(term);
        return i < 0 ? 0 : starts[i + 1] - starts[i];
    }

    /** Whether any of these documents has a word's stem, a word of its group, or most of its pieces. */
    boolean has(int[] some, long[] word) {
        for (int d : some) {
            int pieces = 0;
            int common = 0;
            for (long term : word) {
                int i = find(term);
                boolean in = i >= 0 && Arrays.binarySearch(termsOf[d], i) >= 0;
                if (SpokenTerms.kind(term) == SpokenTerms.PIECE) {
                    pieces++;
                    common += in ? 1 : 0;
                } else if (in) {
                    return true;
                }
            }
            if (pieces > 0 && common >= MOST_PIECES * pieces) {
                return true;
            }
        }
        return false;
    }

    /** A text's terms as this index knows them. */
    public final class TextTerms {
        /** Those that the index has, ascending. */
        private final int[] known;
        /** What all of the text's terms are worth, those that the index lacks among them. */
        private final float worth;

        private TextTerms(long[] text) {
            int[] found = new int[text.length];
            int n = 0;
            float sum = 0;
            for (long term : text) {
                int i = find(term);
                if (i >= 0) {
                    found[n++] = i;
                    sum += SpokenIndex.this.worth[i];
                } else if (SpokenTerms.kind(term) != SpokenTerms.GROUP) {
                    sum += worthOf(term, 0);
                }
            }
            known = Arrays.copyOf(found, n);
            worth = sum;
        }

        float worth() {
            return worth;
        }

        /** What each document shares with the text. O(postings of the text's terms + documents). */
        public float[] scores() {
            float[] sums = new float[norms.length];
            for (int i : known) {
                float w = SpokenIndex.this.worth[i];
                for (int k = starts[i]; k < starts[i + 1]; k++) {
                    sums[documents[k]] += w;
                }
            }
            for (int d = 0; d < norms.length; d++) {
                sums[d] *= norms[d];
            }
            return sums;
        }

        /**
         * What several documents that speak of one thing share with the text, each term counted once, where it counts most.
         *
         * @param counts what each of the documents counts, beside its length
         */
        public Common common(int[] some, float[] counts) {
            float[] best = new float[known.length];
            for (int k = 0; k < some.length; k++) {
                float c = counts[k] * norms[some[k]];
                int[] terms = termsOf[some[k]];
                for (int a = 0, b = 0; a < known.length && b < terms.length; ) {
                    if (known[a] == terms[b]) {
                        best[a] = Math.max(best[a], c);
                        a++;
                        b++;
                    } else if (known[a] < terms[b]) {
                        a++;
                    } else {
                        b++;
                    }
                }
            }
            float shared = 0;
            float explained = 0;
            for (int a = 0; a < known.length; a++) {
                float w = SpokenIndex.this.worth[known[a]];
                shared += best[a] * w;
                explained += best[a] > 0 ? w : 0;
            }
            return new Common(shared, worth == 0 ? 0 : explained / worth);
        }
    }

    /**
     * What documents share with a text.
     *
     * @param shared the worth of common terms, longer documents' less
     * @param ofText the part of the text's terms that any of the documents has, by worth
     */
    public record Common(float shared, float ofText) {}

    public TextTerms ask(long[] text) {
        return new TextTerms(text);
    }
}
