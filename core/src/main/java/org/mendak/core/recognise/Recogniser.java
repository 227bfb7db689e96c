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
     * @param prior how often errors are met
     */
    public record Query(String text, String product, String version, Phase phase, Prior prior) {

        /** With nothing known of how often errors are met. */
        public Query(String text, String product, String version, Phase phase) {
            this(text, product, version, phase, Prior.NONE);
        }
    }

    /**
     * How a candidate's score came about.
     *
     * @param score the log of the odds against "none of these", before candidates compete
     * @param numbers the features by name
     */
    public record Explanation(String error, double score, double probability, Map<String, Double> numbers) {}

    /** The most of the library. */
    private final Segment base;
    /** What was changed since, with what replaces it. */
    private final Segment overlay;

    private final Map<String, KnownError> baseErrors;
    private final Map<String, KnownError> overlayErrors;
    /** Keys in the base that were changed or removed since. */
    private final Set<String> hidden;
    /** Made when first asked for; making it twice does no harm. */
    private volatile ScanIndex scanIndex;

    private Recogniser(
            Segment base,
            Map<String, KnownError> baseErrors,
            Map<String, KnownError> overlayErrors,
            Set<String> hidden) {
        this.base = base;
        this.baseErrors = baseErrors;
        this.overlayErrors = overlayErrors;
        this.hidden = hidden;
        this.overlay = overlayErrors.isEmpty() ? null : new Segment(overlayErrors.values(), base);
    }

    /** Indexes the signatures of these known errors; a code may belong to several. Linear in their length. */
    public static Recogniser of(Collection<KnownError> errors) {
        Map<String, KnownError> byKey = new LinkedHashMap<>();
        errors.forEach(e -> byKey.put(e.key(), e));
        return new Recogniser(new Segment(byKey.values(), null), byKey, Map.of(), Set.of());
    }

    /**
     * The recogniser of a library that differs in little. Only what differs is indexed, beside the large index, so that it is ready
     * in the time that the changed part takes.
     *
     * @param errors all known errors of the library as it is now
     */
    public Recogniser with(Collection<KnownError> errors) {
        Map<String, KnownError> changed = new LinkedHashMap<>();
        Set<String> gone = new HashSet<>(baseErrors.keySet());
        for (KnownError e : errors) {
            KnownError before = baseErrors.get(e.key());
            if (e == before || e.equals(before)) {
                gone.remove(e.key());
            } else {
                changed.put(e.key(), e);
            }
        }
        return new Recogniser(base, baseErrors, changed, gone);
    }

    /** How many known errors are indexed beside the large index or hidden in it: a reason to build it anew. */
    public int behind() {
        return overlayErrors.size() + hidden.size();
    }

    /** How many messages and symptoms are indexed. */
    public int signatures() {
        return overlay == null ? base.signatures() : overlay.signatures();
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

    /** A scan of one log for the signatures of this library. */
    public LogScan scan() {
        ScanIndex index = scanIndex;
        if (index == null) {
            index = new ScanIndex(overlay == null ? List.of(base) : List.of(base, overlay), hidden);
            scanIndex = index;
        }
        return new LogScan(index);
    }

    private List<CodeHit> codes(String text) {
        return CodeReader.read(text, key -> base.knowsCode(key) || overlay != null && overlay.knowsCode(key));
    }

    private List<KnownError> owners(String codeKey) {
        List<KnownError> owners = new ArrayList<>(base.owners(codeKey));
        owners.removeIf(e -> hidden.contains(e.key()));
        if (overlay != null) {
            owners.addAll(overlay.owners(codeKey));
        }
        return owners;
    }

    private List<Finder.Found> find(TextWords words) {
        List<Finder.Found> found = new ArrayList<>(Finder.find(words, base, hidden));
        if (overlay != null) {
            found.addAll(Finder.find(words, overlay, Set.of()));
        }
        return found;
    }

    private List<Suspect> suspects(Query query, List<CodeHit> codes) {
        Map<String, Suspect> byError = new LinkedHashMap<>();
        Set<String> byCode = new HashSet<>();
        Set<String> strong = new HashSet<>();
        for (CodeHit hit : codes) {
            for (KnownError e : owners(hit.key())) {
                byCode.add(e.key());
                if (!hit.isBare()) {
                    strong.add(e.key());
                }
                byError.computeIfAbsent(e.key(), k -> new Suspect(e)).codes.add(hit);
            }
        }
        TextWords words = new TextWords(query.text());
        for (Finder.Found f : find(words)) {
            KnownError e = f.entry().error();
            byError.computeIfAbsent(e.key(), k -> new Suspect(e)).laid(f, Weights.FITTED.score(f.features()));
        }
        List<Suspect> suspects = new ArrayList<>(byError.values());
        for (Suspect s : suspects) {
            s.otherCode = !strong.isEmpty() && !byCode.contains(s.error.key()) && hasCode(s.error);
            s.score = textScore(s);
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
            s.score = textScore(s) + Circumstances.weigh(s, query);
        }
        contradicted(suspects);
        Judge.judge(suspects);
        return suspects;
    }

    /** Where the code says one error and the words another, neither is surer than the other. */
    private static void contradicted(List<Suspect> suspects) {
        double byCode = suspects.stream()
                .filter(s -> s.codes.stream().anyMatch(c -> !c.isBare()))
                .mapToDouble(s -> s.score)
                .max()
                .orElse(Double.POSITIVE_INFINITY);
        suspects.stream().filter(s -> s.otherCode).forEach(s -> s.score = Math.min(s.score, byCode));
    }

    /** The fitted score; small numbers, which the corpus it was fitted on has not, by judgement. */
    private double textScore(Suspect s) {
        double score = Weights.FITTED.score(s.features(signatures()));
        boolean bare = !s.codes.isEmpty() && s.codes.stream().allMatch(CodeHit::isBare);
        return bare ? Circumstances.bare(score) : score;
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
