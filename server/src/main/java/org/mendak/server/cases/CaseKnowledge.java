package org.mendak.server.cases;

import java.time.Clock;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.mendak.core.language.Facts;
import org.mendak.core.recognise.Recognition;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.NeedState;
import org.mendak.core.runbook.Phase;
import org.mendak.core.runbook.Vocabulary;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Limits;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Tx;
import org.mendak.server.recognition.RecognitionService;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

/** What a case knows: the values that its texts, outputs and people gave it. */
@Component
class CaseKnowledge {

    private final CaseStore store;
    private final LibraryService library;
    private final RecognitionService recognition;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    CaseKnowledge(
            CaseStore store,
            LibraryService library,
            RecognitionService recognition,
            ApplicationEventPublisher events,
            Clock clock) {
        this.events = events;
        this.store = store;
        this.library = library;
        this.recognition = recognition;
        this.clock = clock;
    }

    /** Stores what a text says about the values of the case's known error. */
    void capture(Tx tx, Caller caller, long number, CaseRow c, String text) {
        if (c.errorKey() == null) {
            return;
        }
        Phase phase = c.phase() == null ? null : Phase.named(c.phase()).orElse(null);
        recognition.recognise(text, c.product(), c.productVersion(), phase).candidates().stream()
                .filter(x -> x.error().equals(c.errorKey()))
                .findFirst()
                .map(Recognition.Candidate::captures)
                .ifPresent(values -> addFacts(tx, caller, number, values, "captured"));
    }

    /** The known errors that the case's texts speak for. */
    List<CaseViews.Suspected> together(Tx tx, CaseRow c) {
        List<String> texts =
                store.texts(tx, c.number()).stream().map(CaseStore.Text::text).toList();
        Phase phase = c.phase() == null ? null : Phase.named(c.phase()).orElse(null);
        return recognition.together(texts, c.product(), c.productVersion(), phase).stream()
                .map(x -> new CaseViews.Suspected(
                        x.error(), x.title(), x.probability(), x.band().name().toLowerCase(Locale.ROOT)))
                .toList();
    }

    /** What the vocabulary says stays true of a device is known from its latest case, unless this one knows better. */
    void fromDevice(Tx tx, Caller caller, long number, String device) {
        if (device == null) {
            return;
        }
        Set<String> lasting = new HashSet<>();
        library.library().vocabulary().facts().stream()
                .filter(Vocabulary.Fact::ofDevice)
                .forEach(f -> lasting.add(f.id()));
        Set<String> known = new HashSet<>();
        store.facts(tx, number).forEach(f -> known.add(f.name()));
        Map<String, String> today = library.library().vocabulary().formerNames();
        Map<String, String> carried = new LinkedHashMap<>();
        store.lastOnDevice(tx, number, device).stream()
                .flatMap(n -> store.facts(tx, n).stream())
                .forEach(f -> {
                    String name = today.getOrDefault(f.name(), f.name());
                    if (lasting.contains(name) && !known.contains(name) && Facts.isValue(f.value())) {
                        carried.put(name, f.value());
                    }
                });
        addFacts(tx, caller, number, carried, "device");
    }

    /** What a finished fix leaves behind, such as {@code installer = closed}. */
    void left(Tx tx, Caller caller, long number, Fix fix) {
        Map<String, String> states = new LinkedHashMap<>();
        fix.leaves().forEach(l -> NeedState.of(l).ifPresent(s -> states.put(s.fact(), s.value())));
        addFacts(tx, caller, number, states, "left");
    }

    /** A value that was typed must be of its fact's declared type and choices; what was captured is taken as it stood. */
    private void checkTyped(String name, String value, String source) {
        if (value.isEmpty()
                || !Facts.isValue(value)
                || !Set.of("case", "answer").contains(source)) {
            return;
        }
        Vocabulary.Fact f = library.library().vocabulary().fact(name).orElse(null);
        if (f != null && f.type() != null && !f.type().fits(value)) {
            throw Refusal.invalid("\"" + name + "\" is \"" + value + "\", must be a "
                    + f.type().word() + ".");
        }
    }

    /** Refuses names that no fact has, and more than a case takes. */
    static void checkNames(Map<String, String> facts) {
        if (facts.size() > Limits.FACTS) {
            throw Refusal.invalid("A case has at most " + Limits.FACTS + " facts. Nothing was stored.");
        }
        facts.keySet().forEach(name -> {
            if (!name.matches("[A-Za-z_][A-Za-z0-9_.-]{0,79}")) {
                throw Refusal.invalid(
                        "\"" + CaseWords.start(name, 80) + "\" is not a fact's name. Nothing was stored.");
            }
        });
    }

    /** Notes what is new of these; evidence hears of it, since it is chosen and weighed by what is known of its cases. */
    void addFacts(Tx tx, Caller caller, long number, Map<String, String> facts, String source) {
        checkNames(facts);
        boolean news = false;
        Map<String, String> known = new HashMap<>();
        store.facts(tx, number).forEach(f -> known.put(f.name(), f.value()));
        for (Map.Entry<String, String> f : facts.entrySet()) {
            String value = f.getValue() == null ? "" : f.getValue().strip();
            if (value.length() <= Limits.FACT_VALUE) {
                value = CaseWords.start(CaseWords.plain(value), Limits.FACT_VALUE);
            }
            if (value.length() > Limits.FACT_VALUE) {
                throw Refusal.invalid(
                        "The value of \"" + f.getKey() + "\" has more than " + Limits.FACT_VALUE + " characters.");
            }
            checkTyped(f.getKey(), value, source);
            // what is known already is not noted again, or a step repeated often would bury the rest
            if (!value.equals(known.put(f.getKey(), value))) {
                news = true;
                store.addFact(tx, number, new CaseStore.Fact(f.getKey(), value, source, clock.instant(), caller.who()));
            }
        }
        if (known.size() > Limits.FACTS) {
            throw Refusal.invalid("A case has at most " + Limits.FACTS + " facts. Nothing was stored.");
        }
        if (news) {
            store.find(tx, number)
                    .map(CaseRow::errorKey)
                    .ifPresent(e -> events.publishEvent(new CaseChanged(tx, Set.of(e), Set.of(number))));
        }
    }
}
