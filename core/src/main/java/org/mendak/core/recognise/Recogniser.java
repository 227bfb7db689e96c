package org.mendak.core.recognise;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.mendak.core.language.ProductRange;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Phase;
import org.mendak.core.runbook.Signature;

/** Recognises known errors in texts. Immutable and safe for use by many threads; the front door of this room. */
public final class Recogniser {

    private static final int MOST_CANDIDATES = 10;
    private static final int MOST_SUSPECTS = 24;
    private static final int MOST_SAID = 24;
    /** Candidates that are told what of them was said. */
    private static final int MOST_TOLD = 5;

    private static final double RESEMBLES_SOMETHING = 0.02;
    private static final double LARGE = 1_000;

    /** Small words that are a reason together. */
    private static final int SEVERAL = 2;

    /** Candidates that are too few for one of them to be far ahead. */
    private static final int FEW = 10;
    /** The log of the odds of 5 to 1. */
    private static final double MOST_BY_SAID_CODE = Math.log(5);

    /**
     * What to recognise.
     *
     * @param text as pasted; may be empty
     * @param product the product's name; null if unknown
     * @param version its version; null if unknown
     * @param phase what was being done; null if unknown
     * @param prior how often errors are met
     * @param denied words that it does not say: somebody was asked
     */
    public record Query(String text, String product, String version, Phase phase, Prior prior, List<String> denied) {

        public Query {
            denied = List.copyOf(denied);
        }

        /** With nothing denied. */
        public Query(String text, String product, String version, Phase phase, Prior prior) {
            this(text, product, version, phase, prior, List.of());
        }

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

    /** What was said of a product, by its name, when the base was indexed. */
    private final Map<String, String> baseProducts;

    private Recogniser(
            Map<String, String> products,
            Map<String, String> baseProducts,
            Segment base,
            Map<String, KnownError> baseErrors,
            Map<String, KnownError> overlayErrors,
            Set<String> hidden) {
        this.baseProducts = baseProducts;
        this.base = base;
        this.baseErrors = baseErrors;
        this.overlayErrors = overlayErrors;
        this.hidden = hidden;
        this.overlay = overlayErrors.isEmpty() ? null : new Segment(overlayErrors.values(), products, base);
    }

    /** Indexes these known errors; a code may belong to several. Linear in their length. */
    public static Recogniser of(Collection<KnownError> errors) {
        return of(errors, Map.of());
    }

    /**
     * Indexes these known errors; a code may belong to several. Linear in their length.
     *
     * @param products what is said of a product, by its name: people name the thing, not the program
     */
    public static Recogniser of(Collection<KnownError> errors, Map<String, String> products) {
        Map<String, KnownError> byKey = new LinkedHashMap<>();
        errors.forEach(e -> byKey.put(e.key(), e));
        Map<String, String> said = Map.copyOf(products);
        return new Recogniser(said, said, new Segment(byKey.values(), said, null), byKey, Map.of(), Set.of());
    }

    /**
     * The recogniser of a library that differs in little. Only what differs is indexed, beside the large index, so that it is ready
     * in the time that the changed part takes.
     *
     * @param errors all known errors of the library as it is now
     * @param products what is said of a product now, by its name
     */
    public Recogniser with(Collection<KnownError> errors, Map<String, String> products) {
        Map<String, String> said = Map.copyOf(products);
        Map<String, KnownError> changed = new LinkedHashMap<>();
        Set<String> gone = new HashSet<>(baseErrors.keySet());
        for (KnownError e : errors) {
            KnownError before = baseErrors.get(e.key());
            if ((e == before || e.equals(before)) && isSaidTheSame(e, said)) {
                gone.remove(e.key());
            } else {
                changed.put(e.key(), e);
            }
        }
        return new Recogniser(said, baseProducts, base, baseErrors, changed, gone);
    }

    private boolean isSaidTheSame(KnownError e, Map<String, String> now) {
        return e.products().stream()
                .map(ProductRange::product)
                .allMatch(p -> Objects.equals(baseProducts.get(p), now.get(p)));
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
        TextWords words = new TextWords(query.text());
        List<Suspect> suspects = suspects(query, codes, words);
        List<Suspect> resembled = suspects.stream()
                .filter(s -> s.probability >= Recognition.RESEMBLES)
                .limit(MOST_CANDIDATES)
                .toList();
        resembled.stream().limit(MOST_TOLD).forEach(s -> Evidences.told(s, query.text(), words));
        List<CodeHit> all = new ArrayList<>(codes);
        suspects.stream()
                .limit(1)
                .flatMap(s -> s.saidCodes.stream())
                .map(SaidCodes.Said::hit)
                .filter(hit -> all.stream().noneMatch(c -> c.from() < hit.to() && hit.from() < c.to()))
                .forEach(all::add);
        all.sort(Comparator.comparingInt(CodeHit::from));
        boolean something = resembled.stream().anyMatch(this::isResembled);
        return new Recognition(
                all, something ? resembled.stream().map(Recogniser::candidate).toList() : List.of());
    }

    /**
     * Whether the text by itself, with a reason, is likely enough to speak of it: a product that was chosen wrongly hides nothing. In a
     * large library the same chance is spread over more.
     */
    private boolean isResembled(Suspect s) {
        double least = RESEMBLES_SOMETHING * Math.min(1, LARGE / Math.max(1, signatures()));
        return 1 / (1 + Math.exp(s.known - s.score)) >= least && Recognition.hasReason(candidate(s));
    }

    /** Small words are a reason where the whole message stands, or where several of a message do and nothing else. */
    private static Recognition.Candidate candidate(Suspect s) {
        List<Recognition.Reason> telling =
                s.reasons.stream().filter(Recogniser::says).toList();
        boolean several = s.reasons.size() - telling.size() >= SEVERAL;
        boolean none = telling.stream().allMatch(r -> r.kind() == Recognition.ReasonKind.VALUE);
        boolean all = s.probability >= Recognition.RECOGNISED || none && several;
        return new Recognition.Candidate(
                s.error.key(), s.error.title(), s.probability, all ? s.reasons : telling, s.captures);
    }

    private static boolean says(Recognition.Reason r) {
        boolean words = r.kind() == Recognition.ReasonKind.WORDS || r.kind() == Recognition.ReasonKind.SYMPTOM;
        return !words || !EverydayWords.ALL.contains(r.text().toLowerCase(Locale.ROOT));
    }

    /** What the candidates look like to the model, the likeliest first, with those that are not shown. */
    public List<Explanation> explain(Query query) {
        List<Explanation> all = new ArrayList<>();
        for (Suspect s : suspects(query, codes(query.text()), new TextWords(query.text()))) {
            double[] f = s.features(signatures());
            Map<String, Double> numbers = new LinkedHashMap<>();
            for (int i = 0; i < f.length; i++) {
                numbers.put(Features.NAMES.get(i), f[i]);
            }
            all.add(new Explanation(s.error.key(), s.score, s.probability, numbers));
        }
        return all;
    }

    /** For fitting: places among an explanation's numbers by which a retelling is judged. */
    public static int[] retoldFeatures() {
        return Features.RETOLD.clone();
    }

    /** For fitting: places among an explanation's numbers by which a pasted text is judged. */
    public static int[] pastedFeatures() {
        return Features.PASTED.clone();
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

    private List<Finder.InSegment> find(TextWords words) {
        return overlay == null
                ? List.of(Finder.find(words, base, hidden))
                : List.of(Finder.find(words, base, hidden), Finder.find(words, overlay, Set.of()));
    }

    private List<Suspect> suspects(Query query, List<CodeHit> codes, TextWords words) {
        Map<String, Suspect> byError = new LinkedHashMap<>();
        Set<String> byCode = new HashSet<>();
        List<CodeHit> strong = new ArrayList<>();
        for (CodeHit hit : codes) {
            List<KnownError> owners = owners(hit.key());
            if (!owners.isEmpty() && !hit.isBare()) {
                strong.add(hit);
            }
            for (KnownError e : owners) {
                byCode.add(e.key());
                byError.computeIfAbsent(e.key(), k -> new Suspect(e)).codes.add(hit);
            }
        }
        for (Finder.InSegment found : find(words)) {
            for (Finder.Found f : found.laid()) {
                KnownError e = f.entry().error();
                byError.computeIfAbsent(e.key(), k -> new Suspect(e)).laid(f, Weights.FITTED.score(f.features()));
            }
            for (SaidCodes.Said code : found.codes()) {
                Suspect s = byError.computeIfAbsent(code.error().key(), k -> new Suspect(code.error()));
                if (s.codes.stream()
                        .noneMatch(c -> c.to() > code.hit().from()
                                && c.from() < code.hit().to())) {
                    s.saidCodes.add(code);
                }
            }
            for (Sayings.Said said : found.said()) {
                byError.computeIfAbsent(said.error().key(), k -> new Suspect(said.error())).said = said;
            }
        }
        List<Suspect> suspects = new ArrayList<>(byError.values());
        ahead(suspects);
        for (Suspect s : suspects) {
            s.otherCode = !byCode.contains(s.error.key())
                    && hasCode(s.error)
                    && strong.stream().anyMatch(hit -> isBeside(s, hit, words));
            s.score = textScore(s);
        }
        suspects = best(suspects);
        for (Suspect s : suspects) {
            Evidences.gather(s, query.text(), words);
        }
        margins(suspects);
        for (Suspect s : suspects) {
            s.known = Circumstances.weigh(s, query);
            s.score = withSaidCode(s, textScore(s) + s.known);
        }
        contradicted(suspects);
        Judge.judge(suspects);
        return suspects;
    }

    /** Whether a code speaks of the same thing as the words: anywhere in a short text, in a long one on the lines around them. */
    private static boolean isBeside(Suspect s, CodeHit hit, TextWords words) {
        if (!words.isLong() || s.best == null) {
            return !words.isLong();
        }
        List<Resolved.Token> tokens = s.best.text().tokens;
        int first = tokens.get(s.best.alignment().first).line() - 1;
        int last = tokens.get(s.best.alignment().last).line() + 1;
        return hit.to() >= words.lineStart(Math.max(0, first))
                && hit.from() <= words.lines.get(Math.min(words.lines.size() - 1, last))[1];
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

    /** The fitted score; statuses that many programs use, which the corpus it was fitted on has not, by judgement. */
    private double textScore(Suspect s) {
        double score = Weights.FITTED.score(s.features(signatures()));
        boolean bare = !s.codes.isEmpty() && s.codes.stream().allMatch(CodeHit::isBare);
        return bare ? Circumstances.bare(score) : score;
    }

    /** What may be meant as a code is a guess: it makes nothing certain that the words, and what else is known, do not. */
    private double withSaidCode(Suspect s, double score) {
        if (s.saidCodes.isEmpty() || s.codes.stream().anyMatch(c -> !c.isBare())) {
            return score;
        }
        double[] features = s.features(signatures());
        features[Features.CODE_SAID] = 0;
        features[Features.NUMBER_SAID] = 0;
        features[Features.SAID_ALONE] = 0;
        return Math.max(Weights.FITTED.score(features) + s.known, Math.min(score, MOST_BY_SAID_CODE));
    }

    /** Those that are looked at closely: the best by the model, and the best by what is said in other words. */
    private static List<Suspect> best(List<Suspect> suspects) {
        Set<Suspect> best = new LinkedHashSet<>();
        suspects.stream()
                .filter(s -> !s.saidCodes.isEmpty())
                .limit(MOST_SUSPECTS)
                .forEach(best::add);
        suspects.stream()
                .sorted(Comparator.comparingDouble((Suspect s) -> s.score).reversed())
                .limit(MOST_SUSPECTS)
                .forEach(best::add);
        suspects.stream()
                .filter(s -> s.said != null)
                .sorted(Comparator.comparingDouble((Suspect s) -> s.said.shared())
                        .reversed())
                .limit(MOST_SAID)
                .forEach(best::add);
        return new ArrayList<>(best);
    }

    private static void ahead(List<Suspect> suspects) {
        double best = 0;
        double second = 0;
        for (Suspect s : suspects) {
            double shared = s.said == null ? 0 : s.said.shared();
            second = Math.max(second, Math.min(best, shared));
            best = Math.max(best, shared);
        }
        // being ahead of two or three says little: among fifty somebody would share half as much
        second = suspects.size() < FEW ? Math.max(second, best / 2) : second;
        for (Suspect s : suspects) {
            double shared = s.said == null ? 0 : s.said.shared();
            s.saidAhead = best == 0 ? 0 : (shared - (shared == best ? second : best)) / best;
        }
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
