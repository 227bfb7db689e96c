package org.mendak.server.heard;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.mendak.core.recognise.CaseText;
import org.mendak.core.runbook.KnownError;
import org.mendak.server.cases.CaseStatus;
import org.mendak.server.library.LibraryService;
import org.mendak.server.numbers.CaseNumbers;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Turns;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.mendak.server.platform.Words;
import org.mendak.server.recognition.RecognitionService;
import org.springframework.stereotype.Service;

/** What recognition has learned from cases: to be seen, taken out and put back; and cases that sound alike. */
@Service
class HeardService {

    private static final int MOST_ALIKE = 5;
    /** Several of these may have ended as the same error. */
    private static final int LOOKED_AT_FOR_ALIKE = 20;
    /** Characters of a text that tell what it is about. */
    private static final int START = 200;

    private final Db db;
    private final HeardStore store;
    private final CaseExperience experience;
    private final RecognitionService recognition;
    private final LibraryService library;
    private final AuditStore audit;
    private final Turns turns;
    private final Clock clock;

    HeardService(
            Db db,
            HeardStore store,
            CaseExperience experience,
            RecognitionService recognition,
            LibraryService library,
            AuditStore audit,
            Turns turns,
            Clock clock) {
        this.db = db;
        this.store = store;
        this.experience = experience;
        this.recognition = recognition;
        this.library = library;
        this.audit = audit;
        this.turns = turns;
        this.clock = clock;
    }

    /**
     * How somebody put a known error, or something like what is asked about.
     *
     * @param text its first characters
     * @param error the known error's key; null if it has none
     * @param title what that is called now; null if the library lacks it
     * @param counts whether recognition learns from it
     * @param takenOutBy null if it counts
     */
    record Saying(
            long number,
            String text,
            @OrNull String error,
            @OrNull String title,
            String status,
            Who agent,
            Instant at,
            boolean counts,
            @OrNull Who takenOutBy) {}

    /** How callers put a known error: what is learned from, and what was taken out of it, the newest first. */
    List<Saying> ofError(Caller caller, String key) {
        caller.may(Role.AGENT, Scope.READ, "see cases");
        KnownError error = library.library()
                .error(key)
                .orElseThrow(() -> Refusal.notFound("There is no published known error \"" + key + "\"."));
        // cases under names that it had before are its cases too
        List<HeardStore.Line> ended = new ArrayList<>();
        db.run(tx -> Stream.concat(Stream.of(error.key()), error.aliases().stream())
                .forEach(name -> ended.addAll(store.ended(tx, name, CaseExperience.MOST_LOOKED_AT))));
        ended.sort(Comparator.comparing(HeardStore.Line::at).reversed());
        List<Saying> all = new ArrayList<>();
        int learned = 0;
        for (HeardStore.Line l : ended) {
            if (CaseText.teaches(l.text(), error) && (!l.counts() || learned < experience.mostOfError())) {
                all.add(saying(l));
                learned += l.counts() ? 1 : 0;
            }
        }
        return all;
    }

    /** Cases whose text sounds like this one, open ones first, of those that ended one of each error; empty where none does. */
    List<Saying> alike(Caller caller, String text) {
        caller.may(Role.AGENT, Scope.READ, "see cases");
        if (text == null) {
            throw Refusal.invalid("The text is missing.");
        }
        List<Long> numbers = recognition.alike(text, LOOKED_AT_FOR_ALIKE);
        Set<String> ended = new HashSet<>();
        return db.tx(tx -> store.of(tx, numbers)).stream()
                .sorted(Comparator.comparing((HeardStore.Line l) -> !isOpen(l))
                        .thenComparing(l -> numbers.indexOf(l.number())))
                .filter(l -> isOpen(l) || l.error() == null || ended.add(l.error()))
                .limit(MOST_ALIKE)
                .map(this::saying)
                .toList();
    }

    private static boolean isOpen(HeardStore.Line l) {
        return l.status() == CaseStatus.OPEN;
    }

    private Saying saying(HeardStore.Line l) {
        String title = l.error() == null
                ? null
                : library.library().error(l.error()).map(e -> e.title()).orElse(null);
        String start = l.text().length() > START ? l.text().substring(0, START) + "\u2026" : l.text();
        return new Saying(
                l.number(), start, l.error(), title, Words.word(l.status()), l.agent(), l.at(), l.counts(), l.by());
    }

    /** Lets recognition learn from a case, or not; the case itself stays as it is. */
    void counts(Caller caller, long number, Boolean counts) {
        caller.may(Role.AGENT, Scope.CASES, "work cases");
        CaseNumbers.refusePractice(number, "recognition learns nothing");
        if (counts == null) {
            throw Refusal.invalid("Say counts: true or false.");
        }
        turns.take(
                () -> {
                    db.run(tx -> counts(tx, caller, number, counts));
                    return number;
                },
                "case " + number);
    }

    private void counts(Tx tx, Caller caller, long number, boolean counts) {
        String error = store.error(tx, number).orElseThrow(() -> Refusal.notFound("There is no case " + number + "."));
        if (counts) {
            store.putBack(tx, number);
        } else {
            store.takeOut(tx, number, clock.instant(), caller.who());
        }
        audit.write(tx, caller, counts ? "words-put-back" : "words-taken-out", String.valueOf(number), "");
        if (!error.isEmpty()) {
            tx.afterCommit(() -> experience.changed(error));
        }
    }
}
