package org.mendak.core.recognise;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.mendak.core.language.ProductRange;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Phase;
import org.mendak.core.runbook.Signature;

/** What to ask when several known errors are nearly as likely: what one of them has and the others have not. */
public final class Separation {

    /** Candidates within these odds of the first are close. */
    private static final double CLOSE = 0.25;

    private static final int MOST_ANSWERS = 5;

    /** What is asked for. */
    public enum Kind {
        CODE,
        PRODUCT,
        PHASE,
        /** The authors' own remark on what tells them apart. */
        REMARK
    }

    /**
     * An answer.
     *
     * @param value what to enter: a code, a product, a phase; the remark itself
     * @param favours keys of the known errors that it speaks for
     */
    public record Answer(String value, List<String> favours) {
        public Answer {
            favours = List.copyOf(favours);
        }
    }

    /** Something to ask, with the answers that separate. */
    public record Ask(Kind kind, List<Answer> answers) {
        public Ask {
            answers = List.copyOf(answers);
        }
    }

    private Separation() {}

    /**
     * What would separate the close candidates; empty if the first is clear or nothing separates them.
     *
     * @param candidates the likeliest first
     * @param errors the known errors by key
     */
    public static List<Ask> of(Recogniser.Query query, Recognition found, Map<String, KnownError> errors) {
        List<KnownError> close = close(found.candidates(), errors);
        if (close.size() < 2) {
            return List.of();
        }
        List<Ask> asks = new ArrayList<>();
        if (found.codes().stream().allMatch(CodeHit::isBare)) {
            add(
                    asks,
                    Kind.CODE,
                    close,
                    e -> e.signatures().stream()
                            .filter(s -> s.kind() == Signature.Kind.CODE)
                            .map(Signature::text)
                            .limit(1)
                            .toList());
        }
        if (query.product() == null || query.product().isBlank()) {
            add(
                    asks,
                    Kind.PRODUCT,
                    close,
                    e -> e.products().stream()
                            .map(ProductRange::product)
                            .distinct()
                            .toList());
        }
        if (query.phase() == null) {
            add(
                    asks,
                    Kind.PHASE,
                    close,
                    e -> e.phases().stream().map(Phase::word).toList());
        }
        Set<String> titles = new LinkedHashSet<>();
        close.forEach(e -> titles.add(e.title()));
        add(
                asks,
                Kind.REMARK,
                close,
                e -> e.confusions().stream()
                        .filter(text -> titles.stream().anyMatch(t -> !t.equals(e.title()) && text.contains(t)))
                        .toList());
        return asks;
    }

    private static List<KnownError> close(List<Recognition.Candidate> candidates, Map<String, KnownError> errors) {
        List<KnownError> close = new ArrayList<>();
        for (Recognition.Candidate c : candidates) {
            if (c.probability() >= candidates.get(0).probability() * CLOSE && errors.containsKey(c.error())) {
                close.add(errors.get(c.error()));
            }
        }
        return close.size() > MOST_ANSWERS ? close.subList(0, MOST_ANSWERS) : close;
    }

    private interface Has {
        List<String> of(KnownError e);
    }

    /** Adds a question if its answers speak for different errors. */
    private static void add(List<Ask> asks, Kind kind, List<KnownError> close, Has has) {
        Map<String, List<String>> favours = new LinkedHashMap<>();
        for (KnownError e : close) {
            for (String value : has.of(e)) {
                favours.computeIfAbsent(value, k -> new ArrayList<>()).add(e.key());
            }
        }
        favours.values().removeIf(f -> f.size() == close.size());
        if (favours.isEmpty()) {
            return;
        }
        asks.add(new Ask(
                kind,
                favours.entrySet().stream()
                        .limit(MOST_ANSWERS)
                        .map(f -> new Answer(f.getKey(), f.getValue()))
                        .toList()));
    }
}
