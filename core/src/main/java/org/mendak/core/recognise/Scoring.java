package org.mendak.core.recognise;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.ToDoubleFunction;
import org.mendak.core.language.ProductRange;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Signature;

/**
 * Gathers what speaks for one known error and turns it into a probability with reasons.
 *
 * <p>The numbers here are set by judgement, not fitted: docs/recognition.md says what each means and what is measured.
 */
final class Scoring {

    private static final double CODE = 0.93;
    private static final double BARE_NUMBER = 0.60;
    private static final double EXACT = 0.95;
    private static final double SUPPORTING = 0.40;
    private static final double SYMPTOM = 0.75;
    private static final int ENOUGH_WORDS = 4;

    private final KnownError error;
    private final List<Recognition.Reason> reasons = new ArrayList<>();
    private final Map<String, String> captures = new HashMap<>();
    private double byCode;
    private double byMessage;
    private double bySymptom;
    private double supporting;
    private int literalLength;

    Scoring(KnownError error) {
        this.error = error;
    }

    KnownError error() {
        return error;
    }

    void code(CodeHit hit, int owners) {
        double alone = hit.kind() == CodeHit.Kind.EXIT || hit.canonical().length() < 4 ? BARE_NUMBER : CODE;
        byCode = Math.max(byCode, owners == 1 ? alone : alone / Math.sqrt(owners));
        reason(Recognition.ReasonKind.CODE, hit.canonical(), hit.from(), hit.to());
    }

    void signature(Recogniser.Entry entry, PreparedText stripped, PreparedText whole, ToDoubleFunction<String> weight) {
        Signature s = entry.signature();
        if (s.kind() == Signature.Kind.SYMPTOM) {
            symptom(entry, whole, weight);
            return;
        }
        PreparedText text = stripped;
        ExactMatcher.Match match = ExactMatcher.find(s.template(), text);
        if (match == null) {
            text = whole;
            match = ExactMatcher.find(s.template(), text);
        }
        boolean supports = s.kind() == Signature.Kind.SUPPORTING;
        if (match != null) {
            exact(match, text, supports);
        } else if (!supports) {
            words(entry, stripped, weight);
        }
    }

    private void exact(ExactMatcher.Match match, PreparedText text, boolean supports) {
        int literal = 0;
        for (ExactMatcher.Piece p : match.pieces()) {
            int from = text.places[p.from()];
            int to = text.places[p.to() - 1] + 1;
            if (p.name() == null) {
                literal += p.to() - p.from();
                reason(
                        supports ? Recognition.ReasonKind.SUPPORTING : Recognition.ReasonKind.MESSAGE,
                        text.raw.substring(from, to),
                        from,
                        to);
            } else {
                reason(Recognition.ReasonKind.VALUE, p.name(), from, to);
            }
        }
        match.values().forEach(captures::putIfAbsent);
        if (supports) {
            supporting = SUPPORTING;
        } else {
            // a template of three letters says little even when it stands there word by word
            double firm = Math.min(1, literal / 10.0);
            byMessage = Math.max(byMessage, EXACT * firm);
            literalLength = Math.max(literalLength, literal);
        }
    }

    private void words(Recogniser.Entry entry, PreparedText text, ToDoubleFunction<String> weight) {
        WordMatcher.Match m = WordMatcher.match(entry.words(), text, weight);
        double z = 10 * m.coverage() - 7 - 1.2 * Math.max(0, ENOUGH_WORDS - m.matched());
        double p = 1 / (1 + Math.exp(-z));
        if (p > byMessage && p > 0.05) {
            byMessage = p;
            m.words().forEach(w -> reason(Recognition.ReasonKind.WORDS, w.text(), w.from(), w.to()));
        }
    }

    /** A symptom is told in anybody's words: their order does not count. */
    private void symptom(Recogniser.Entry entry, PreparedText text, ToDoubleFunction<String> weight) {
        double total = 0;
        double found = 0;
        int count = 0;
        List<Recognition.Reason> spans = new ArrayList<>();
        for (String w : new java.util.LinkedHashSet<>(entry.words())) {
            total += weight.applyAsDouble(w);
            for (PreparedText.Word seen : text.words) {
                if (seen.text().equals(w)) {
                    found += weight.applyAsDouble(w);
                    count++;
                    spans.add(new Recognition.Reason(Recognition.ReasonKind.SYMPTOM, w, seen.from(), seen.to()));
                    break;
                }
            }
        }
        double z = 8 * (total <= 0 ? 0 : found / total) - 4.5 - 1.2 * Math.max(0, ENOUGH_WORDS - count);
        double p = SYMPTOM / (1 + Math.exp(-z));
        if (p > bySymptom) {
            bySymptom = p;
            if (p >= Recognition.PERHAPS / 2) {
                spans.forEach(s -> reason(s.kind(), s.text(), s.from(), s.to()));
            }
        }
    }

    private void reason(Recognition.ReasonKind kind, String text, int from, int to) {
        Recognition.Reason r = new Recognition.Reason(kind, text, from, to);
        if (reasons.size() < 60 && !reasons.contains(r)) {
            reasons.add(r);
        }
    }

    /**
     * The candidate, with what the query says of product and phase.
     *
     * @param otherCode whether the text holds a code of other known errors and none of this one
     */
    Recognition.Candidate candidate(Recogniser.Query query, boolean otherCode) {
        double main = 1 - (1 - byCode) * (1 - byMessage) * (1 - bySymptom);
        double p = main < 0.05 ? main : 1 - (1 - main) * (1 - supporting * main);
        if (otherCode) {
            p *= 0.6;
            error.signatures().stream()
                    .filter(s -> s.kind() == Signature.Kind.CODE)
                    .findFirst()
                    .ifPresent(s -> reason(Recognition.ReasonKind.AGAINST, "its code would be " + s.text(), -1, -1));
        }
        p *= productFit(query) * phaseFit(query);
        // between equals the longer message is the more specific one
        double specific = Math.min(0.004, literalLength / 100_000.0);
        return new Recognition.Candidate(
                error.key(), error.title(), Math.min(0.995, p * 0.99 + specific), reasons, captures);
    }

    private double productFit(Recogniser.Query query) {
        if (query.product() == null
                || query.product().isBlank()
                || error.products().isEmpty()) {
            return 1;
        }
        ProductRange.Fit best = ProductRange.Fit.OTHER_PRODUCT;
        for (ProductRange r : error.products()) {
            ProductRange.Fit fit = r.fit(query.product(), query.version());
            best = fit.compareTo(best) > 0 ? fit : best;
        }
        return switch (best) {
            case OTHER_PRODUCT -> against("not known of " + query.product(), 0.55);
            case OTHER_VERSION -> against("not known of version " + query.version(), 0.85);
            case VERSION_UNKNOWN -> 1;
            case FITS -> {
                String version = query.version() == null || query.version().isBlank() ? "" : " " + query.version();
                reason(Recognition.ReasonKind.PRODUCT, query.product() + version + " fits", -1, -1);
                yield 1.01;
            }
        };
    }

    private double phaseFit(Recogniser.Query query) {
        if (query.phase() == null || error.phases().isEmpty()) {
            return 1;
        }
        if (error.phases().contains(query.phase())) {
            reason(Recognition.ReasonKind.PHASE, query.phase().word() + " fits", -1, -1);
            return 1.01;
        }
        return against("not known at " + query.phase().word(), 0.75);
    }

    private double against(String text, double factor) {
        reason(Recognition.ReasonKind.AGAINST, text, -1, -1);
        return factor;
    }
}
