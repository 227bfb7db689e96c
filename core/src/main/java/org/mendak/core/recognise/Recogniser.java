package org.mendak.core.recognise;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;
import org.mendak.core.recognise.codes.CodeHit;
import org.mendak.core.recognise.codes.SaidCodes;
import org.mendak.core.recognise.match.Features;
import org.mendak.core.recognise.scan.LogScan;
import org.mendak.core.recognise.words.EverydayWords;
import org.mendak.core.recognise.words.TextWords;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Phase;

/** Recognises known errors in texts. Immutable and safe for use by many threads; the front door of this room. */
public final class Recogniser {

    private static final int MOST_CANDIDATES = 10;
    /** Candidates that are told what of them was said. */
    private static final int MOST_TOLD = 5;

    private static final double RESEMBLES_SOMETHING = 0.02;
    private static final double LARGE = 1_000;

    /** Small words that are a reason together. */
    private static final int SEVERAL = 2;

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

    private final IndexedLibrary shelf;
    private final OwnWords own;

    private Recogniser(IndexedLibrary shelf, OwnWords own) {
        this.shelf = shelf;
        this.own = own;
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
        return new Recogniser(IndexedLibrary.of(errors, products), OwnWords.NONE);
    }

    /**
     * The recogniser of a library that differs in little. Only what differs is indexed, beside the large index, so that it is ready
     * in the time that the changed part takes. What was learned from cases stays.
     *
     * @param errors all known errors of the library as it is now
     * @param products what is said of a product now, by its name
     */
    public Recogniser with(Collection<KnownError> errors, Map<String, String> products) {
        return new Recogniser(shelf.with(errors, products), own);
    }

    /**
     * The same that knows how the desk puts things: instead of what it knew of that before. What cases say makes no error
     * <em>recognised</em>, and stays behind a message that stands in a text to the letter. Linear in the length of the texts; the
     * twenty newest of an error are learned from, and 50,000 texts in all are kept.
     *
     * @param texts of cases, in any order; those of errors that the library lacks teach nothing
     */
    public Recogniser knowing(Collection<CaseText> texts) {
        return new Recogniser(shelf, new OwnWords(texts, shelf::error, shelf.spoken()));
    }

    /** How many known errors are indexed beside the large index or hidden in it: a reason to build it anew. */
    public int behind() {
        return shelf.behind();
    }

    /** How many messages and symptoms are indexed. */
    public int signatures() {
        return shelf.signatures();
    }

    /**
     * Cases whose text has much of what this one has, the likest first; empty for a long text.
     *
     * @param most at most so many
     */
    public List<Long> alike(String text, int most) {
        TextWords words = new TextWords(text);
        return words.isLong() ? List.of() : own.alike(words.spoken(), most);
    }

    /** Recognises a text. The time grows with its length, the work per signature is bounded. */
    public Recognition recognise(Query query) {
        Judging judging = new Judging(shelf, own, query);
        List<Suspect> suspects = judging.suspects();
        List<Suspect> resembled = suspects.stream()
                .filter(s -> s.probability() >= Recognition.RESEMBLES)
                .limit(MOST_CANDIDATES)
                .toList();
        List<Recognition.Candidate> candidates = new ArrayList<>();
        for (Suspect s : resembled) {
            boolean told = candidates.size() < MOST_TOLD && !s.traces().exact();
            candidates.add(candidate(s, told ? Traces.told(s.clues(), query.text(), judging.words()) : List.of()));
        }
        candidates = telling(candidates);
        boolean something = false;
        for (int i = 0; i < candidates.size(); i++) {
            something |= isResembled(resembled.get(i), candidates.get(i));
        }
        return new Recognition(codes(judging.codes(), suspects), something ? candidates : List.of());
    }

    /** The codes that were written, and those of the likeliest that were said. */
    private static List<CodeHit> codes(List<CodeHit> written, List<Suspect> suspects) {
        List<CodeHit> all = new ArrayList<>(written);
        suspects.stream()
                .limit(1)
                .flatMap(s -> s.clues().saidCodes().stream())
                .map(SaidCodes.Said::hit)
                .filter(hit -> all.stream().noneMatch(c -> c.from() < hit.to() && hit.from() < c.to()))
                .forEach(all::add);
        all.sort(Comparator.comparingInt(CodeHit::from));
        return all;
    }

    /**
     * Whether the text by itself, with a reason, is likely enough to speak of it: a product that was chosen wrongly hides nothing. In a
     * large library the same chance is spread over more.
     */
    private boolean isResembled(Suspect s, Recognition.Candidate c) {
        double least = RESEMBLES_SOMETHING * Math.min(1, LARGE / Math.max(1, signatures()));
        return 1 / (1 + Math.exp(s.weighed().odds() - s.score())) >= least && Recognition.hasReason(c);
    }

    /**
     * Small words are a reason where the whole message stands, or where several of a message do and no candidate has anything else
     * for it.
     */
    private static List<Recognition.Candidate> telling(List<Recognition.Candidate> all) {
        List<List<Recognition.Reason>> telling = all.stream()
                .map(c -> c.reasons().stream().filter(Recogniser::says).toList())
                .toList();
        boolean none = telling.stream().allMatch(Recogniser::isNoReason);
        List<Recognition.Candidate> told = new ArrayList<>();
        for (int i = 0; i < all.size(); i++) {
            Recognition.Candidate c = all.get(i);
            boolean several = none && c.reasons().size() - telling.get(i).size() >= SEVERAL;
            told.add(c.recognised() || several ? c : c.because(telling.get(i)));
        }
        return told;
    }

    private static boolean isNoReason(List<Recognition.Reason> reasons) {
        return reasons.stream().allMatch(r -> r.kind() == Recognition.ReasonKind.VALUE);
    }

    private static Recognition.Candidate candidate(Suspect s, List<Recognition.Reason> told) {
        List<Recognition.Reason> reasons =
                Stream.concat(s.reasons().stream(), told.stream()).distinct().toList();
        return new Recognition.Candidate(
                s.error().key(),
                s.error().title(),
                s.probability(),
                reasons,
                s.traces().captures());
    }

    private static boolean says(Recognition.Reason r) {
        boolean words = r.kind() == Recognition.ReasonKind.WORDS || r.kind() == Recognition.ReasonKind.SYMPTOM;
        return !words || !EverydayWords.ALL.contains(r.text().toLowerCase(Locale.ROOT));
    }

    /** What the candidates look like to the model, the likeliest first, with those that are not shown. */
    public List<Explanation> explain(Query query) {
        List<Explanation> all = new ArrayList<>();
        for (Suspect s : new Judging(shelf, own, query).suspects()) {
            double[] f = s.features(signatures());
            Map<String, Double> numbers = new LinkedHashMap<>();
            for (int i = 0; i < f.length; i++) {
                numbers.put(Features.NAMES.get(i), f[i]);
            }
            all.add(new Explanation(s.error().key(), s.score(), s.probability(), numbers));
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
        return new LogScan(shelf.scanIndex());
    }
}
