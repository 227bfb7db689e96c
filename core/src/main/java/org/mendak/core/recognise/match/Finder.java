package org.mendak.core.recognise.match;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.mendak.core.recognise.codes.SaidCodes;
import org.mendak.core.recognise.words.Best;
import org.mendak.core.recognise.words.TextWords;

/**
 * Finds in a segment the entries that could be in a text and lays each where it fits best. A short text is one stretch; a long one
 * is cut into stretches of up to three lines, and each entry is laid only where the stretch shares most with it. All work is bounded
 * by counts: entries laid, postings read, words in a stretch.
 */
public final class Finder {

    private static final int MOST_ENTRIES = 60;
    private static final int MOST_ENTRIES_LONG = 400;
    private static final int CHUNK_WORDS = 120;
    private static final int POSTINGS_A_CHUNK = 6_000;
    private static final int MOST_CHUNKS = 40_000;

    /**
     * What was found in a segment.
     *
     * @param laid entries where they were laid, in no order
     * @param said known errors that a short text may speak of in other words
     * @param codes codes that a short text may say in words or in part
     */
    public record InSegment(List<Found> laid, List<Sayings.Said> said, List<SaidCodes.Said> codes) {}

    /** An entry where it was laid. */
    public record Found(Segment.Entry entry, Segment segment, Resolved text, Alignment alignment, double[] features) {}

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
        this.longText = words.isLong();
        this.sum = new float[segment.entries.size()];
        this.touched = new int[segment.entries.size()];
    }

    /** The likeliest entries; {@code hidden} are keys of known errors that do not count any more. */
    public static InSegment find(TextWords words, Segment segment, Set<String> hidden) {
        Finder f = new Finder(words, segment, hidden);
        if (f.longText) {
            return new InSegment(segment.entries.isEmpty() ? List.of() : f.amongMany(), List.of(), List.of());
        }
        List<Sayings.Said> said = segment.sayings.find(words.spoken()).stream()
                .filter(x -> !hidden.contains(x.error().key()))
                .toList();
        List<SaidCodes.Said> codes = segment.saidCodes.read(words.raw(), words.words).stream()
                .filter(c -> !hidden.contains(c.error().key()))
                .toList();
        return new InSegment(f.asOne(said), said, codes);
    }

    private List<Found> asOne(List<Sayings.Said> said) {
        gather(0, text.tokens.size(), Integer.MAX_VALUE);
        Set<Integer> laid = new LinkedHashSet<>();
        for (int e : best(MOST_ENTRIES)) {
            laid.add(e);
        }
        said.stream().map(Sayings.Said::entry).filter(e -> e >= 0).forEach(laid::add);
        List<Found> found = new ArrayList<>(laid.size());
        for (int e : laid) {
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
        Best best = new Best(most);
        for (int i = 0; i < touchedCount; i++) {
            best.add(merit(touched[i]), touched[i]);
        }
        return best.order();
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
        Best best = new Best(MOST_ENTRIES_LONG);
        for (int e = 0; e < sum.length; e++) {
            best.add(bestMerit[e], e);
        }
        List<Found> found = new ArrayList<>();
        for (int e : best.order()) {
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
