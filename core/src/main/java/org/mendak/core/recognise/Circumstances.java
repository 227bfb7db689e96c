package org.mendak.core.recognise;

import java.util.HashSet;
import java.util.Set;
import org.mendak.core.language.ProductRange;
import org.mendak.core.runbook.Signature;

/**
 * What is known besides the text: product, version and phase, supporting messages, other codes. In the log of the odds, set by
 * judgement: the corpus that the rest is fitted on has none of these.
 */
final class Circumstances {

    private static final double FITS = 0.3;
    private static final double OTHER_VERSION = -0.5;
    private static final double OTHER_PRODUCT = -1.8;
    private static final double OTHER_PHASE = -1.0;
    private static final double DENIED = -2;
    private static final double SUPPORTED = 1.5;
    private static final double BARE_ALONE = 0.6;
    private static final double BARE_WITH_WORDS = 1.2;
    private static final double OFTEN = 0.25;
    private static final double MOST_OFTEN = 0.6;

    private Circumstances() {}

    static double weigh(Suspect s, Recogniser.Query query) {
        double supported = Math.min(2, s.supporting.size()) * SUPPORTED;
        if (s.otherCode) {
            s.error.signatures().stream()
                    .filter(x -> x.kind() == Signature.Kind.CODE)
                    .findFirst()
                    .ifPresent(x -> s.reason(Recognition.ReasonKind.AGAINST, "its code would be " + x.text(), -1, -1));
        }
        return supported + product(s, query) + phase(s, query) + often(s, query) + denied(s, query);
    }

    /** Somebody looked: its message does not say this. */
    private static double denied(Suspect s, Recogniser.Query query) {
        if (query.denied().isEmpty()) {
            return 0;
        }
        Set<String> own = new HashSet<>();
        SpokenWords.of(s.error).forEach(w -> own.add(Words.stem(w)));
        double sum = 0;
        for (String word : query.denied()) {
            boolean has = SpokenWords.of(word).stream().anyMatch(w -> own.contains(Words.stem(w)));
            sum += has ? against(s, "it does not say \"" + word + "\"", DENIED) : 0;
        }
        return sum;
    }

    /** A tenfold frequency is worth as much as a fitting product; rarity never buries what the text says. */
    private static double often(Suspect s, Recogniser.Query query) {
        double ratio = query.prior().ratio(s.error.key(), query.product(), query.phase());
        return Math.max(-MOST_OFTEN, Math.min(MOST_OFTEN, OFTEN * Math.log(ratio)));
    }

    /** A small number or status alone: a hint that is worth asking about, with the words a little more. */
    static double bare(double withoutCode) {
        return Math.max(withoutCode + BARE_WITH_WORDS, BARE_ALONE);
    }

    private static double product(Suspect s, Recogniser.Query query) {
        if (query.product() == null
                || query.product().isBlank()
                || s.error.products().isEmpty()) {
            return 0;
        }
        ProductRange.Fit best = ProductRange.Fit.OTHER_PRODUCT;
        for (ProductRange r : s.error.products()) {
            ProductRange.Fit fit = r.fit(query.product(), query.version());
            best = fit.compareTo(best) > 0 ? fit : best;
        }
        return switch (best) {
            case OTHER_PRODUCT -> against(s, "not known of " + query.product(), OTHER_PRODUCT);
            case OTHER_VERSION -> against(s, "not known of version " + query.version(), OTHER_VERSION);
            case VERSION_UNKNOWN -> 0;
            case FITS -> {
                String version = query.version() == null || query.version().isBlank() ? "" : " " + query.version();
                s.reason(Recognition.ReasonKind.PRODUCT, query.product() + version + " fits", -1, -1);
                yield FITS;
            }
        };
    }

    private static double phase(Suspect s, Recogniser.Query query) {
        if (query.phase() == null || s.error.phases().isEmpty()) {
            return 0;
        }
        if (s.error.phases().contains(query.phase())) {
            s.reason(Recognition.ReasonKind.PHASE, query.phase().word() + " fits", -1, -1);
            return FITS;
        }
        return against(s, "not known at " + query.phase().word(), OTHER_PHASE);
    }

    private static double against(Suspect s, String text, double weight) {
        s.reason(Recognition.ReasonKind.AGAINST, text, -1, -1);
        return weight;
    }
}
