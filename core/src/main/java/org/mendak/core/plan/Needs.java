package org.mendak.core.plan;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendak.core.language.Facts;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.NeedState;
import org.mendak.core.runbook.Vocabulary;

/** What fixes need, what of it is at hand, and what the rest costs. */
final class Needs {

    private final Vocabulary vocabulary;
    private final Facts facts;

    Needs(Vocabulary vocabulary, Facts facts) {
        this.vocabulary = vocabulary;
        this.facts = facts;
    }

    /** Yes, no, or empty while it is unknown. A state that is another one is not refused: it can be brought about. */
    Optional<String> atHand(String need) {
        Optional<NeedState> state = NeedState.of(need);
        if (state.isPresent()) {
            return facts.get(state.get().fact())
                    .filter(v -> v.equalsIgnoreCase(state.get().value()))
                    .map(v -> "yes");
        }
        return facts.get(CasePlanner.NEED_PREFIX + need).filter(v -> v.equals("yes") || v.equals("no"));
    }

    List<String> missing(Fix fix) {
        return fix.needs().stream().distinct().filter(n -> atHand(n).isEmpty()).toList();
    }

    double minutes(String need) {
        return vocabulary.need(need).map(Vocabulary.Need::minutes).orElse(0.0);
    }

    String title(String need) {
        return vocabulary.need(need).map(Vocabulary.Need::title).orElse(need);
    }

    /** How to come by a need all the same, as the vocabulary says; empty if it says nothing. */
    String otherWay(String need) {
        return vocabulary.need(need).map(Vocabulary.Need::how).orElse("");
    }

    boolean lasting(String need) {
        return vocabulary.need(need).map(Vocabulary.Need::whileUsed).orElse(false);
    }

    /** The set-ups of these fixes that are paid once a case and not at hand yet, each once; at most 63. */
    List<String> once(List<Fix> fixes) {
        return fixes.stream()
                .flatMap(f -> f.needs().stream())
                .filter(n -> NeedState.of(n).isEmpty() && !lasting(n))
                .filter(n -> minutes(n) > 0 && atHand(n).isEmpty())
                .distinct()
                .sorted()
                .limit(63)
                .toList();
    }

    /** What a fix asks of the device's standing; what costs nothing to bring about is left out. */
    Standing.Demands demands(Fix fix, List<Fix> all) {
        Map<String, String> needs = new HashMap<>();
        List<String> lasting = new ArrayList<>();
        for (String need : fix.needs()) {
            NeedState.of(need).filter(s -> matters(s.fact(), all)).ifPresent(s -> needs.put(s.fact(), s.value()));
            if (lasting(need)) {
                lasting.add(need);
            }
        }
        Map<String, String> leaves = new HashMap<>();
        for (String left : fix.leaves()) {
            NeedState.of(left).filter(s -> matters(s.fact(), all)).ifPresent(s -> leaves.put(s.fact(), s.value()));
        }
        return new Standing.Demands(needs, leaves, lasting);
    }

    private boolean matters(String fact, List<Fix> all) {
        return all.stream()
                .flatMap(f -> f.needs().stream())
                .anyMatch(
                        n -> NeedState.of(n).filter(s -> s.fact().equals(fact)).isPresent() && price(n) > 0);
    }

    /** What bringing about a state or fetching a set-up costs, however the need is spaced. */
    double price(String need) {
        Optional<NeedState> state = NeedState.of(need);
        if (state.isEmpty()) {
            return minutes(need);
        }
        return vocabulary.needs().stream()
                .filter(n -> NeedState.of(n.id()).equals(state))
                .findFirst()
                .map(Vocabulary.Need::minutes)
                .orElse(0.0);
    }

    /** Lasting set-ups that are at hand now. */
    List<String> lastingAtHand() {
        return vocabulary.needs().stream()
                .filter(Vocabulary.Need::whileUsed)
                .map(Vocabulary.Need::id)
                .filter(n -> atHand(n).equals(Optional.of("yes")))
                .toList();
    }
}
