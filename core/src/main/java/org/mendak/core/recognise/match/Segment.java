package org.mendak.core.recognise.match;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.BiConsumer;
import org.mendak.core.language.Template;
import org.mendak.core.language.ValueType;
import org.mendak.core.recognise.codes.CodeReader;
import org.mendak.core.recognise.codes.SaidCodes;
import org.mendak.core.recognise.words.CommonWords;
import org.mendak.core.recognise.words.Words;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Signature;

/**
 * An immutable part of the index: the signatures of some known errors, their words, and which signature has which word. Words are
 * weighted by how rare they are among all signatures and in the world ({@link CommonWords}).
 *
 * <p>Source of the weights: K. Spärck Jones, "A Statistical Interpretation of Term Specificity", J. Documentation 28 (1972), pp.
 * 11-21, with the world's messages counted in as pseudo-counts.
 */
public final class Segment {

    /** Words of one signature that are looked at; what identifies a message stands in fewer. */
    private static final int MOST_WORDS = 64;

    /**
     * A message or symptom.
     *
     * @param words word ids in order
     * @param holes beside each word the type of the placeholder before it, null if there is none; one more for the end
     * @param weight the sum of the words' weights
     */
    public record Entry(
            KnownError error, Signature signature, Template template, int[] words, ValueType[] holes, double weight) {}

    public final Lexicon lexicon = new Lexicon();
    public final List<Entry> entries = new ArrayList<>();
    private final Map<String, List<KnownError>> byCode = new HashMap<>();
    /** By stem: the entries that have a word of it, ascending. */
    private int[][] postings;

    private float[] weights;
    private final float[] weightOf;
    private final int signatures;
    public final Sayings sayings;
    final SaidCodes saidCodes;

    /**
     * Indexes these known errors. Linear in the length of their signatures.
     *
     * @param products what is said of a product, by its name
     * @param beside the rest of the library, whose words count for how rare a word is; null if there is none
     */
    public Segment(Collection<KnownError> errors, Map<String, String> products, Segment beside) {
        List<int[]> words = new ArrayList<>();
        List<Entry> raw = new ArrayList<>();
        for (KnownError e : errors) {
            for (Signature s : e.signatures()) {
                if (s.kind() == Signature.Kind.CODE) {
                    for (String key : CodeReader.keysOfSignature(s.text())) {
                        List<KnownError> owners = byCode.computeIfAbsent(key, k -> new ArrayList<>(1));
                        if (!owners.contains(e)) {
                            owners.add(e);
                        }
                    }
                } else {
                    raw.add(read(e, s));
                }
            }
        }
        signatures = raw.size() + (beside == null ? 0 : beside.signatures);
        lexicon.complete();
        post(raw);
        weigh(beside);
        weightOf = new float[raw.size()];
        for (Entry e : raw) {
            double weight = 0;
            for (int w : e.words()) {
                weight += weights[w];
            }
            weightOf[entries.size()] = (float) Math.max(0.1, weight);
            entries.add(new Entry(e.error(), e.signature(), e.template(), e.words(), e.holes(), weight));
        }
        saidCodes = new SaidCodes(errors);
        sayings = new Sayings(errors, entries, products, beside == null ? null : beside.sayings);
    }

    private Entry read(KnownError error, Signature signature) {
        List<Integer> words = new ArrayList<>();
        List<ValueType> holes = new ArrayList<>();
        ValueType hole = null;
        Template template = signature.template();
        List<Template.Part> parts =
                template == null ? List.of(new Template.Literal(signature.text())) : template.parts();
        for (Template.Part p : parts) {
            if (p instanceof Template.Placeholder h) {
                hole = h.type();
            } else if (p instanceof Template.Literal l) {
                for (String w : Words.of(l.text())) {
                    if (words.size() < MOST_WORDS) {
                        words.add(lexicon.add(w));
                        holes.add(hole);
                        hole = null;
                    }
                }
            }
        }
        holes.add(hole);
        return new Entry(
                error,
                signature,
                template,
                words.stream().mapToInt(Integer::intValue).toArray(),
                holes.toArray(new ValueType[0]),
                0);
    }

    private void post(List<Entry> raw) {
        int[] counts = new int[lexicon.stems()];
        int[][] stemsOf = new int[raw.size()][];
        for (int i = 0; i < raw.size(); i++) {
            stemsOf[i] = Arrays.stream(raw.get(i).words())
                    .map(lexicon::stem)
                    .sorted()
                    .distinct()
                    .toArray();
            for (int s : stemsOf[i]) {
                counts[s]++;
            }
        }
        postings = new int[counts.length][];
        for (int s = 0; s < counts.length; s++) {
            postings[s] = new int[counts[s]];
        }
        Arrays.fill(counts, 0);
        for (int i = 0; i < stemsOf.length; i++) {
            for (int s : stemsOf[i]) {
                postings[s][counts[s]++] = i;
            }
        }
    }

    private void weigh(Segment beside) {
        weights = new float[lexicon.size()];
        double all = signatures + CommonWords.WORLD;
        double[] world = new double[lexicon.stems()];
        for (int w = 0; w < weights.length; w++) {
            int s = lexicon.stem(w);
            world[s] = Math.max(world[s], CommonWords.share(lexicon.word(w)));
        }
        for (int w = 0; w < weights.length; w++) {
            int s = lexicon.stem(w);
            int elsewhere = beside == null ? 0 : beside.frequency(lexicon.word(w));
            double in = postings[s].length + elsewhere + CommonWords.WORLD * world[s];
            weights[w] = (float) Math.log((all + 1) / (in + 0.5));
        }
    }

    private int frequency(String word) {
        int w = lexicon.find(word);
        return w < 0 ? 0 : postings[lexicon.stem(w)].length;
    }

    /** Nats of information in a word; positive. */
    public float weight(int word) {
        return weights[word];
    }

    /** What the entry's words weigh together, in nats; 0.1 at least. */
    float weightOf(int entry) {
        return weightOf[entry];
    }

    int[] posting(int stem) {
        return postings[stem];
    }

    public List<KnownError> owners(String codeKey) {
        return byCode.getOrDefault(codeKey, List.of());
    }

    /** Every code as its author wrote it, with its known error. */
    public void codes(BiConsumer<String, KnownError> act) {
        byCode.values().stream()
                .flatMap(List::stream)
                .distinct()
                .forEach(e -> e.signatures().stream()
                        .filter(s -> s.kind() == Signature.Kind.CODE)
                        .forEach(s -> act.accept(s.text(), e)));
    }

    public boolean knowsCode(String codeKey) {
        return byCode.containsKey(codeKey);
    }

    public int signatures() {
        return signatures;
    }
}
