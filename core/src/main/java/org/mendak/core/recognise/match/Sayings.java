package org.mendak.core.recognise.match;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.mendak.core.language.ProductRange;
import org.mendak.core.recognise.words.Best;
import org.mendak.core.recognise.words.EverydayWords;
import org.mendak.core.recognise.words.SpokenTerms;
import org.mendak.core.recognise.words.SpokenWords;
import org.mendak.core.recognise.words.WordForms;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Phase;
import org.mendak.core.runbook.Signature;

/**
 * All that known errors say of themselves, for texts that say it in other words: their messages and symptoms most; title, aliases and
 * products; explanation, phases, samples and what is looked for afterwards least.
 */
public final class Sayings {

    private static final float SIGNATURE = 1;
    private static final float SUPPORTING = 0.6f;
    private static final float TITLE = 0.8f;
    private static final float PRODUCT = 0.5f;
    private static final float REST = 0.5f;
    /** Words of one field that are looked at. */
    private static final int MOST_WORDS = 200;

    /** Known errors that a text is looked at closely for. */
    private static final int MOST = 60;

    /** So many are looked at though they share far less than the first. */
    private static final int LEAST = 16;

    private static final float FAR_BEHIND = 0.5f;

    /** Words of the text in which neighbours of the message are still close. */
    private static final int CLOSE = 2;

    /** What a field beside the messages counts while gathering. */
    private static final float BESIDE = 0.5f;

    /**
     * How a known error is met by a text in other words.
     *
     * @param entry its message or symptom that shares most, as a place in the segment; -1 if it has none
     * @param shared what is shared, in nats and more than those, since pieces overlap
     * @param ofText the part of the text that the error explains, in [0, 1]
     * @param met the words of the text that the error has too, everyday ones aside, as places in the text's words; found when asked
     * @param laid how its message's words meet the text's one by one; null if it has no message
     */
    public record Said(
            KnownError error,
            int entry,
            float shared,
            float ofText,
            Laid laid,
            Text text,
            Supplier<List<Integer>> met) {}

    /**
     * A message's words beside a text's, each with the likest.
     *
     * @param matched what is met, in nats
     * @param part the part of the message that is met, in [0, 1]
     * @param unlike what words of the message weigh that are like none of the text's, in nats
     * @param pairs neighbours that stand close behind each other in the text as well
     */
    public record Laid(float matched, float part, float unlike, int pairs) {}

    /**
     * What a text is like.
     *
     * @param everyday the part of its words that people put around what a screen said, in [0, 1]
     */
    public record Text(int words, float everyday) {}

    private final List<KnownError> errors = new ArrayList<>();
    /** For each error its documents: the entries first. */
    private final List<int[]> documents = new ArrayList<>();

    private final List<float[]> counts = new ArrayList<>();
    /** For each document its error. */
    private final int[] errorOf;

    private final SpokenIndex index;
    private final int entries;
    /** For each entry its words, and what they are worth. */
    private final List<WordForms> forms = new ArrayList<>();

    private final List<float[]> worth = new ArrayList<>();

    /**
     * @param products what is said of a product, by its name
     * @param beside the rest of the library; null if there is none
     */
    Sayings(Collection<KnownError> all, List<Segment.Entry> entries, Map<String, String> products, Sayings beside) {
        this.entries = entries.size();
        List<long[]> texts = new ArrayList<>();
        Map<String, List<Integer>> own = new HashMap<>();
        Map<String, int[]> pieces = new HashMap<>();
        for (Segment.Entry e : entries) {
            own.computeIfAbsent(e.error().key(), k -> new ArrayList<>(2)).add(texts.size());
            List<String> words = words(e.signature().words());
            forms.add(WordForms.of(words, pieces));
            texts.add(SpokenTerms.of(words));
        }
        for (KnownError e : all) {
            List<Integer> of = new ArrayList<>(own.getOrDefault(e.key(), List.of()));
            List<Float> count = of.stream()
                    .map(i -> entries.get(i).signature().kind() == Signature.Kind.SUPPORTING ? SUPPORTING : SIGNATURE)
                    .collect(Collectors.toCollection(ArrayList::new));
            add(title(e), TITLE, texts, of, count);
            add(products(e, products), PRODUCT, texts, of, count);
            add(rest(e), REST, texts, of, count);
            errors.add(e);
            documents.add(of.stream().mapToInt(Integer::intValue).toArray());
            float[] c = new float[count.size()];
            for (int i = 0; i < c.length; i++) {
                c[i] = count.get(i);
            }
            counts.add(c);
        }
        errorOf = new int[texts.size()];
        for (int e = 0; e < documents.size(); e++) {
            for (int d : documents.get(e)) {
                errorOf[d] = e;
            }
        }
        index = new SpokenIndex(texts, beside == null ? null : beside.index);
        for (WordForms f : forms) {
            float[] w = new float[f.size()];
            for (int i = 0; i < w.length; i++) {
                w[i] = index.nats(f.stems()[i]);
            }
            worth.add(w);
        }
    }

    public SpokenIndex index() {
        return index;
    }

    private static void add(String text, float counts, List<long[]> texts, List<Integer> of, List<Float> count) {
        long[] terms = SpokenTerms.of(words(text));
        if (terms.length > 0) {
            of.add(texts.size());
            count.add(counts);
            texts.add(terms);
        }
    }

    private static List<String> words(String text) {
        List<String> words = SpokenWords.of(text);
        return words.size() > MOST_WORDS ? words.subList(0, MOST_WORDS) : words;
    }

    /** What the error is called; an error that is only known by its key has no title. */
    private static String title(KnownError e) {
        String title = e.title().equals(e.key()) ? "" : e.title();
        return Stream.concat(Stream.of(title), e.aliases().stream()).collect(Collectors.joining("\n"));
    }

    /** On what and at what it happens. */
    private static String products(KnownError e, Map<String, String> products) {
        return Stream.concat(
                        e.products().stream()
                                .map(ProductRange::product)
                                .flatMap(p -> Stream.of(p, products.getOrDefault(p, ""))),
                        e.phases().stream().map(Phase::word))
                .collect(Collectors.joining("\n"));
    }

    private static String rest(KnownError e) {
        return Stream.of(
                        Stream.of(e.intro()),
                        e.signatures().stream()
                                .filter(s -> s.kind() == Signature.Kind.CODE)
                                .map(Signature::text)
                                .filter(code -> code.indexOf('_') > 0) // a name of words, and no number
                                .map(code -> code.replace('_', ' ')),
                        e.samples().stream().map(KnownError.Sample::text),
                        e.verify().stream().flatMap(v -> Stream.of(v.text(), v.required())))
                .flatMap(s -> s)
                .collect(Collectors.joining("\n"));
    }

    /** The known errors that share most with these words, in no order. */
    List<Said> find(SpokenWords.Text spoken) {
        List<String> words = spoken.words();
        SpokenIndex.TextTerms asked = index.ask(SpokenTerms.of(words));
        float[] scores = asked.scores();
        float[] merits = new float[errors.size()];
        for (int d = 0; d < entries; d++) {
            merits[errorOf[d]] = Math.max(merits[errorOf[d]], scores[d]);
        }
        for (int d = entries; d < errorOf.length; d++) {
            merits[errorOf[d]] += BESIDE * scores[d];
        }
        Best best = new Best(MOST);
        float least = 0;
        for (int e = 0; e < merits.length; e++) {
            if (merits[e] > least) {
                best.add(merits[e], e);
                least = best.least();
            }
        }
        long everyday = words.stream().filter(EverydayWords.ALL::contains).count();
        WordForms textForms = WordForms.of(words, null);
        Text text = new Text(words.size(), words.isEmpty() ? 0 : (float) everyday / words.size());
        List<Said> said = new ArrayList<>();
        int[] order = best.order();
        for (int e : order) {
            if (said.size() >= LEAST && merits[e] < FAR_BEHIND * merits[order[0]]) {
                break;
            }
            said.add(said(e, asked, scores, textForms, text, spoken));
        }
        return said;
    }

    private Said said(
            int e,
            SpokenIndex.TextTerms asked,
            float[] scores,
            WordForms textForms,
            Text text,
            SpokenWords.Text spoken) {
        int[] of = documents.get(e);
        int entry = -1;
        for (int d : of) {
            if (d < entries && (entry < 0 || scores[d] > scores[entry])) {
                entry = d;
            }
        }
        SpokenIndex.Common common = asked.common(of, counts.get(e));
        return new Said(
                errors.get(e),
                entry,
                common.shared(),
                common.ofText(),
                entry < 0 ? null : lay(entry, textForms),
                text,
                () -> met(of, spoken));
    }

    private List<Integer> met(int[] of, SpokenWords.Text spoken) {
        List<Integer> met = new ArrayList<>();
        for (int i = 0; i < spoken.words().size(); i++) {
            String word = spoken.words().get(i);
            if (!EverydayWords.ALL.contains(word) && index.has(of, SpokenTerms.of(List.of(word)))) {
                met.add(spoken.places().get(i));
            }
        }
        return met;
    }

    /** O(words of message · words of text). */
    private Laid lay(int entry, WordForms text) {
        WordForms message = forms.get(entry);
        float[] w = worth.get(entry);
        float all = 0;
        float matched = 0;
        float unlike = 0;
        int pairs = 0;
        int before = -1;
        for (int i = 0; i < message.size(); i++) {
            float best = 0;
            int at = -1;
            for (int j = 0; j < text.size(); j++) {
                float alike = message.alike(i, text, j);
                if (alike > best) {
                    best = alike;
                    at = j;
                }
            }
            all += w[i];
            matched += w[i] * best;
            unlike += best == 0 ? w[i] : 0;
            if (at >= 0) {
                pairs += before >= 0 && at > before && at - before <= CLOSE ? 1 : 0;
                before = at;
            }
        }
        return new Laid(matched, all == 0 ? 0 : matched / all, unlike, pairs);
    }
}
