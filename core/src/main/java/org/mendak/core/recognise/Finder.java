package org.mendak.core.recognise;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * Finds in a segment the entries that could be in a text and lays each where it fits best. A short text is one stretch; a long one
 * is cut into stretches of up to three lines, and each entry is laid only where the stretch shares most with it. All work is bounded
 * by counts: entries laid, postings read, words in a stretch.
 */
final class Finder {

    /** Lines and words up to which a text is taken as a whole. */
    private static final int SHORT_LINES = 12;

    private static final int SHORT_WORDS = 300;
    private static final int MOST_ENTRIES = 60;
    private static final int MOST_ENTRIES_LONG = 400;
    private static final int CHUNK_WORDS = 120;
    private static final int POSTINGS_A_CHUNK = 6_000;
    private static final int MOST_CHUNKS = 40_000;

    /** An entry where it was laid. */
    record Found(Segment.Entry entry, Segment segment, Resolved text, Alignment alignment, double[] features) {}

    private final Segment segment;
    private final Set<String> hidden;
    private final Resolved text;
    private final boolean longText;
    private final float[] sum;
    private final int[] touched;
    private int touchedCount;
    private final Alignment.Tables tables = new Alignment.Tables();

    private Finder(TextWords words, Segment segment, Set<String> hidden) {
        this.segment = segment;
        this.hidden = hidden;
        this.text = new Resolved(words, segment);
        this.longText = words.lines.size() > SHORT_LINES || text.tokens.size() > SHORT_WORDS;
        this.sum = new float[segment.entries.size()];
        this.touched = new int[segment.entries.size()];
    }

    /** The likeliest entries, in no order; {@code hidden} are keys of known errors that do not count any more. */
    static List<Found> find(TextWords words, Segment segment, Set<String> hidden) {
        if (segment.entries.isEmpty()) {
            return List.of();
        }
        Finder f = new Finder(words, segment, hidden);
        return f.longText ? f.amongMany() : f.asOne();
    }

    private List<Found> asOne() {
        gather(0, text.tokens.size(), Integer.MAX_VALUE);
        int[] best = best(MOST_ENTRIES);
        List<Found> found = new ArrayList<>(best.length);
        for (int e : best) {
            lay(e, 0, text.tokens.size(), found);
        }
        return found;
    }

    private void lay(int e, int begin, int end, List<Found> into) {
        Segment.Entry entry = segment.entries.get(e);
        if (!hidden.isEmpty() && hidden.contains(entry.error().key())) {
            return;
        }
        Alignment a = Alignment.of(entry, segment, text.tokens, begin, end, tables);
        if (a.first >= 0) {
            into.add(new Found(entry, segment, text, a, Comparison.features(entry, segment, text.tokens, a, longText)));
        }
    }

    /** Adds up what each entry shares with these tokens, the rarest words first, up to so many postings. */
    private void gather(int begin, int end, int mostPostings) {
        for (int i = 0; i < touchedCount; i++) {
            sum[touched[i]] = 0;
        }
        touchedCount = 0;
        List<Lexicon.Sense> senses = new ArrayList<>();
        Set<Integer> stems = new HashSet<>();
        for (int j = begin; j < end; j++) {
            for (Lexicon.Sense s : text.tokens.get(j).senses()) {
                if (stems.add(segment.lexicon.stem(s.word()))) {
                    senses.add(s);
                }
            }
        }
        senses.sort(Comparator.comparingInt(s -> segment.posting(segment.lexicon.stem(s.word())).length));
        int read = 0;
        for (Lexicon.Sense s : senses) {
            int[] posting = segment.posting(segment.lexicon.stem(s.word()));
            read += posting.length;
            if (read > mostPostings && read > posting.length) {
                break;
            }
            float w = segment.weight(s.word()) * s.similarity();
            for (int e : posting) {
                if (sum[e] == 0) {
                    touched[touchedCount++] = e;
                }
                sum[e] += w;
            }
        }
    }

    /** Shared weight, more for those of which much is shared; only its order counts. */
    private float merit(int e) {
        float w = segment.weightOf(e);
        return sum[e] * sum[e] * sum[e] / (longText ? w * w : w);
    }

    /** The entries with most merit among the touched ones, the best first. */
    private int[] best(int most) {
        int wanted = Math.min(most, touchedCount);
        long[] heap = new long[wanted]; // the least on top
        int size = 0;
        for (int i = 0; i < touchedCount; i++) {
            int e = touched[i];
            long key = (long) Float.floatToIntBits(merit(e)) << 32 | (Integer.MAX_VALUE - e);
            if (size < wanted) {
                heap[size++] = key;
                if (size == wanted) {
                    Arrays.sort(heap); // sorted is a heap
                }
            } else if (key > heap[0]) {
                sink(heap, key);
            }
        }
        Arrays.sort(heap);
        int[] entries = new int[wanted];
        for (int i = 0; i < wanted; i++) {
            entries[i] = Integer.MAX_VALUE - (int) heap[wanted - 1 - i];
        }
        return entries;
    }

    /** Replaces the least. */
    private static void sink(long[] heap, long key) {
        int at = 0;
        while (true) {
            int child = 2 * at + 1;
            if (child >= heap.length) {
                break;
            }
            if (child + 1 < heap.length && heap[child + 1] < heap[child]) {
                child++;
            }
            if (heap[child] >= key) {
                break;
            }
            heap[at] = heap[child];
            at = child;
        }
        heap[at] = key;
    }

    /** The long way: per entry the chunk that shares most with it, then the entries that share most. */
    private List<Found> amongMany() {
        List<Integer> starts = chunks();
        float[] bestMerit = new float[sum.length];
        int[] bestChunk = new int[sum.length];
        Set<Long> seen = new HashSet<>();
        for (int c = 0; c + 1 < starts.size() && c < MOST_CHUNKS; c++) {
            int begin = starts.get(c);
            int end = starts.get(Math.min(c + 2, starts.size() - 1));
            if (!seen.add(shape(begin, end))) {
                continue;
            }
            gather(begin, end, POSTINGS_A_CHUNK);
            for (int i = 0; i < touchedCount; i++) {
                int e = touched[i];
                float m = merit(e);
                if (m > bestMerit[e]) {
                    bestMerit[e] = m;
                    bestChunk[e] = c;
                }
            }
        }
        long[] order = new long[sum.length];
        int size = 0;
        for (int e = 0; e < sum.length; e++) {
            if (bestMerit[e] > 0) {
                order[size++] = (long) Float.floatToIntBits(bestMerit[e]) << 32 | e;
            }
        }
        Arrays.sort(order, 0, size);
        List<Found> found = new ArrayList<>();
        for (int i = size - 1; i >= 0 && i >= size - MOST_ENTRIES_LONG; i--) {
            int e = (int) order[i];
            int c = bestChunk[e];
            lay(e, starts.get(c), starts.get(Math.min(c + 3, starts.size() - 1)), found);
        }
        return found;
    }

    /** Where each line begins, long lines cut; the last number is behind the last word. */
    private List<Integer> chunks() {
        List<Integer> starts = new ArrayList<>();
        int line = -1;
        int size = 0;
        for (int j = 0; j < text.tokens.size(); j++) {
            if (text.tokens.get(j).line() != line || size >= CHUNK_WORDS) {
                starts.add(j);
                line = text.tokens.get(j).line();
                size = 0;
            }
            size++;
        }
        starts.add(text.tokens.size());
        return starts;
    }

    /** A number that lines have in common which differ in figures only. */
    private long shape(int begin, int end) {
        long h = 7;
        for (int j = begin; j < end; j++) {
            Resolved.Token t = text.tokens.get(j);
            h = h * 1_000_003 + (t.isFigures() ? 1 : t.text().hashCode());
        }
        return h;
    }
}
