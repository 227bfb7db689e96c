package org.mendak.core.recognise;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Phase;
import org.mendak.core.runbook.Signature;

/** Recognises known errors in texts. Immutable and safe for use by many threads; the front door of this room. */
public final class Recogniser {

    private static final int MOST_CANDIDATES = 10;
    private static final int MOST_SUSPECTS = 24;

    /**
     * What to recognise.
     *
     * @param text as pasted; may be empty
     * @param product the product's name; null if unknown
     * @param version its version; null if unknown
     * @param phase what was being done; null if unknown
     */
    public record Query(String text, String product, String version, Phase phase) {}

    /**
     * How a candidate's score came about.
     *
     * @param score the log of the odds against "none of these", before candidates compete
     * @param numbers the features by name
     */
    public record Explanation(String error, double score, double probability, Map<String, Double> numbers) {}

    private final Segment base;

    private Recogniser(Segment base) {
        this.base = base;
    }

    /** Indexes the signatures of these known errors; a code may belong to several. Linear in their length. */
    public static Recogniser of(Collection<KnownError> errors) {
        return new Recogniser(new Segment(errors, null));
    }

    /** How many messages and symptoms are indexed. */
    public int signatures() {
        return base.signatures();
    }

    /** Recognises a text. The time grows with its length, the work per signature is bounded. */
    public Recognition recognise(Query query) {
        List<CodeHit> codes = codes(query.text());
        List<Recognition.Candidate> candidates = suspects(query, codes).stream()
                .filter(s -> s.probability >= Recognition.PERHAPS)
                .limit(MOST_CANDIDATES)
                .map(s ->
                        new Recognition.Candidate(s.error.key(), s.error.title(), s.probability, s.reasons, s.captures))
                .toList();
        return new Recognition(codes, candidates);
    }

    /** What the candidates look like to the model, the likeliest first, with those that are not shown. */
    public List<Explanation> explain(Query query) {
        List<Explanation> all = new ArrayList<>();
        for (Suspect s : suspects(query, codes(query.text()))) {
            double[] f = s.features(signatures());
            Map<String, Double> numbers = new LinkedHashMap<>();
            for (int i = 0; i < f.length; i++) {
                numbers.put(Features.NAMES.get(i), f[i]);
            }
            all.add(new Explanation(s.error.key(), s.score, s.probability, numbers));
        }
        return all;
    }

    private List<CodeHit> codes(String text) {
        return CodeReader.read(text, base::knowsCode);
    }

    private List<Suspect> suspects(Query query, List<CodeHit> codes) {
        Map<String, Suspect> byError = new LinkedHashMap<>();
        Set<String> byCode = new HashSet<>();
        for (CodeHit hit : codes) {
            for (KnownError e : base.owners(hit.key())) {
                byCode.add(e.key());
                byError.computeIfAbsent(e.key(), k -> new Suspect(e)).codes.add(hit);
            }
        }
        TextWords words = new TextWords(query.text());
        for (Finder.Found f : Finder.find(words, base)) {
            KnownError e = f.entry().error();
            byError.computeIfAbsent(e.key(), k -> new Suspect(e)).laid(f, Weights.FITTED.score(f.features()));
        }
        List<Suspect> suspects = new ArrayList<>(byError.values());
        for (Suspect s : suspects) {
            s.otherCode = !byCode.isEmpty() && !byCode.contains(s.error.key()) && hasCode(s.error);
            s.score = Weights.FITTED.score(s.features(signatures()));
        }
        suspects.sort(Comparator.comparingDouble((Suspect s) -> s.score).reversed());
        if (suspects.size() > MOST_SUSPECTS) {
            suspects = new ArrayList<>(suspects.subList(0, MOST_SUSPECTS));
        }
        for (Suspect s : suspects) {
            Evidences.gather(s, query.text(), words);
        }
        margins(suspects);
        for (Suspect s : suspects) {
            s.score = Weights.FITTED.score(s.features(signatures())) + Circumstances.weigh(s, query);
        }
        Judge.judge(suspects);
        return suspects;
    }

    /** How far each is ahead of the best other that explains the same stretch. */
    private static void margins(List<Suspect> suspects) {
        for (Suspect s : suspects) {
            double other = Double.NEGATIVE_INFINITY;
            for (Suspect o : suspects) {
                if (o != s && Judge.compete(s, o)) {
                    other = Math.max(other, o.merit());
                }
            }
            s.margin = s.merit() - Math.max(0, other);
        }
    }

    private static boolean hasCode(KnownError e) {
        return e.signatures().stream().anyMatch(s -> s.kind() == Signature.Kind.CODE);
    }
}
