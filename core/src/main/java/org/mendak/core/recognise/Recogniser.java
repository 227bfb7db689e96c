package org.mendak.core.recognise;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Phase;
import org.mendak.core.runbook.Signature;

/** Recognises known errors in texts. Immutable and safe for use by many threads; the front door of this room. */
public final class Recogniser {

    private static final int MOST_CANDIDATES = 10;
    private static final int MOST_SIGNATURES = 60;

    /**
     * What to recognise.
     *
     * @param text as pasted; may be empty
     * @param product the product's name; null if unknown
     * @param version its version; null if unknown
     * @param phase what was being done; null if unknown
     */
    public record Query(String text, String product, String version, Phase phase) {}

    /** A message or symptom of one known error, with its words. */
    record Entry(KnownError error, Signature signature, List<String> words) {}

    private final List<Entry> entries = new ArrayList<>();
    private final Map<String, List<Integer>> byWord = new HashMap<>();
    private final Map<String, List<KnownError>> byCode = new LinkedHashMap<>();

    private Recogniser() {}

    /** Indexes the signatures of these known errors; a code may belong to several. Linear in their length. */
    public static Recogniser of(Collection<KnownError> errors) {
        Recogniser r = new Recogniser();
        for (KnownError e : errors) {
            for (Signature s : e.signatures()) {
                if (s.kind() == Signature.Kind.CODE) {
                    List<KnownError> owners =
                            r.byCode.computeIfAbsent(CodeReader.keyOfSignature(s.text()), k -> new ArrayList<>());
                    if (!owners.contains(e)) {
                        owners.add(e);
                    }
                } else {
                    String literal =
                            s.template() == null ? s.text() : s.template().literals();
                    r.add(new Entry(e, s, PreparedText.wordsOf(literal)));
                }
            }
        }
        return r;
    }

    private void add(Entry entry) {
        for (String w : new LinkedHashSet<>(entry.words())) {
            byWord.computeIfAbsent(w, k -> new ArrayList<>()).add(entries.size());
        }
        entries.add(entry);
    }

    /** How many messages and symptoms are indexed. */
    public int signatures() {
        return entries.size();
    }

    /** Recognises a text. The time grows with its length, the work per signature is bounded. */
    public Recognition recognise(Query query) {
        List<CodeHit> codes = CodeReader.read(query.text(), byCode.keySet());
        PreparedText stripped = PreparedText.of(query.text(), true);
        PreparedText whole = PreparedText.of(query.text(), false);
        Map<String, Scoring> scorings = new LinkedHashMap<>();
        Set<KnownError> byCodes = new HashSet<>();
        for (CodeHit hit : codes) {
            List<KnownError> owners = byCode.getOrDefault(hit.key(), List.of());
            for (KnownError e : owners) {
                byCodes.add(e);
                scorings.computeIfAbsent(e.key(), k -> new Scoring(e)).code(hit, owners.size());
            }
        }
        for (Entry entry : likely(whole)) {
            scorings.computeIfAbsent(entry.error().key(), k -> new Scoring(entry.error()))
                    .signature(entry, stripped, whole, this::weight);
        }
        List<Recognition.Candidate> candidates = scorings.values().stream()
                .map(s -> s.candidate(query, !byCodes.isEmpty() && !byCodes.contains(s.error())))
                .filter(c -> c.probability() >= Recognition.PERHAPS)
                .sorted(Comparator.comparingDouble(Recognition.Candidate::probability)
                        .reversed()
                        .thenComparing(Recognition.Candidate::error))
                .limit(MOST_CANDIDATES)
                .toList();
        return new Recognition(codes, candidates);
    }

    /** The signatures that share the most weight of words with the text. */
    private List<Entry> likely(PreparedText text) {
        Set<String> words = new HashSet<>();
        PreparedText.Word previous = null;
        for (PreparedText.Word w : text.words) {
            words.add(w.text());
            if (previous != null && text.raw.substring(previous.to(), w.from()).indexOf('\n') >= 0) {
                words.add(previous.text() + w.text()); // a word that a wrapped line has cut in two
            }
            previous = w;
        }
        Map<Integer, Double> shared = new HashMap<>();
        for (String w : words) {
            for (int entry : byWord.getOrDefault(w, List.of())) {
                shared.merge(entry, weight(w), Double::sum);
            }
        }
        return shared.entrySet().stream()
                .sorted(Map.Entry.<Integer, Double>comparingByValue()
                        .reversed()
                        .thenComparing(Map.Entry.comparingByKey()))
                .limit(MOST_SIGNATURES)
                .map(e -> entries.get(e.getKey()))
                .toList();
    }

    /**
     * How telling a word is: its inverse document frequency among the signatures, never below a little.
     *
     * <p>Source: K. Spärck Jones, "A Statistical Interpretation of Term Specificity", J. Documentation 28 (1972), pp. 11-21.
     */
    private double weight(String word) {
        int in = byWord.getOrDefault(word, List.of()).size();
        return 0.2 + Math.log((entries.size() + 1.0) / (in + 0.5)) / Math.log(entries.size() + 2.0);
    }
}
