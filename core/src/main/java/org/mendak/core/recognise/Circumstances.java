package org.mendak.core.recognise;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.mendak.core.language.ProductRange;
import org.mendak.core.recognise.words.SpokenWords;
import org.mendak.core.recognise.words.Words;
import org.mendak.core.runbook.KnownError;
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

    /**
     * What is known besides the text.
     *
     * @param odds in the log of the odds
     */
    record Weighed(double odds, List<Recognition.Reason> reasons) {

        static final Weighed NOTHING = new Weighed(0, List.of());

        Weighed {
            reasons = List.copyOf(reasons);
        }
    }

    static Weighed weigh(Clues clues, boolean otherCode, Recogniser.Query query) {
        return new Weighing(clues, otherCode, query).weigh();
    }

    /** A small number or status alone: a hint that is worth asking about, with the words a little more. */
    static double bare(double withoutCode) {
        return Math.max(withoutCode + BARE_WITH_WORDS, BARE_ALONE);
    }

    /** One error in one query. */
    private static final class Weighing {

        private final Clues clues;
        private final KnownError error;
        private final boolean otherCode;
        private final Recogniser.Query query;
        private final List<Recognition.Reason> reasons = new ArrayList<>();

        Weighing(Clues clues, boolean otherCode, Recogniser.Query query) {
            this.clues = clues;
            this.error = clues.error();
            this.otherCode = otherCode;
            this.query = query;
        }

        Weighed weigh() {
            if (otherCode) {
                error.signatures().stream()
                        .filter(x -> x.kind() == Signature.Kind.CODE)
                        .findFirst()
                        .ifPresent(x -> reason(Recognition.ReasonKind.AGAINST, "its code would be " + x.text()));
            }
            double supported = Math.min(2, clues.supporting().size()) * SUPPORTED;
            double odds = supported + product() + phase() + often() + denied();
            return new Weighed(odds, reasons);
        }

        /** Somebody looked: its message does not say this. */
        private double denied() {
            if (query.denied().isEmpty()) {
                return 0;
            }
            Set<String> own = new HashSet<>();
            SpokenWords.of(error).forEach(w -> own.add(Words.stem(w)));
            double sum = 0;
            for (String word : query.denied()) {
                boolean has = SpokenWords.of(word).stream().anyMatch(w -> own.contains(Words.stem(w)));
                sum += has ? against("it does not say \"" + word + "\"", DENIED) : 0;
            }
            return sum;
        }

        /** A tenfold frequency is worth as much as a fitting product; rarity never buries what the text says. */
        private double often() {
            double ratio = query.prior().ratio(error.key(), query.product(), query.phase());
            return Math.max(-MOST_OFTEN, Math.min(MOST_OFTEN, OFTEN * Math.log(ratio)));
        }

        private double product() {
            if (query.product() == null
                    || query.product().isBlank()
                    || error.products().isEmpty()) {
                return 0;
            }
            ProductRange.Fit best = ProductRange.Fit.OTHER_PRODUCT;
            for (ProductRange r : error.products()) {
                ProductRange.Fit fit = r.fit(query.product(), query.version());
                best = fit.compareTo(best) > 0 ? fit : best;
            }
            return switch (best) {
                case OTHER_PRODUCT -> against("not known of " + query.product(), OTHER_PRODUCT);
                case OTHER_VERSION -> against("not known of version " + query.version(), OTHER_VERSION);
                case VERSION_UNKNOWN -> 0;
                case FITS -> {
                    String version = query.version() == null || query.version().isBlank() ? "" : " " + query.version();
                    reason(Recognition.ReasonKind.PRODUCT, query.product() + version + " fits");
                    yield FITS;
                }
            };
        }

        private double phase() {
            if (query.phase() == null || error.phases().isEmpty()) {
                return 0;
            }
            if (error.phases().contains(query.phase())) {
                reason(Recognition.ReasonKind.PHASE, query.phase().word() + " fits");
                return FITS;
            }
            return against("not known at " + query.phase().word(), OTHER_PHASE);
        }

        private double against(String text, double weight) {
            reason(Recognition.ReasonKind.AGAINST, text);
            return weight;
        }

        private void reason(Recognition.ReasonKind kind, String text) {
            reasons.add(new Recognition.Reason(kind, text, -1, -1));
        }
    }
}
