package org.mendak.server.cases;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.mendak.core.recognise.Recogniser;
import org.mendak.core.recognise.Recognition;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Phase;
import org.mendak.server.library.Library;
import org.mendak.server.library.LibraryService;
import org.mendak.server.library.Sheets;
import org.mendak.server.platform.Asked;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Limits;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Tx;
import org.mendak.server.recognition.RecognitionService;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;

/** The rules of a case: opening, what is known, ending, coming back. */
@Service
public class CaseService {

    /** The endings of a case. */
    public static final Set<String> ENDINGS =
            Set.of("solved", "worked-around", "handed-over", "withdrawn", "duplicate");

    private static final Set<String> REACHED = Set.of("phone", "remote", "device");
    private static final Set<String> WAITS = Set.of("me", "restart", "requester");

    private final Db db;
    private final CaseStore store;
    private final AttemptStore attempts;
    private final CaseReader reader;
    private final LibraryService library;
    private final RecognitionService recognition;
    private final ApplicationEventPublisher events;
    private final AuditStore audit;
    private final Clock clock;

    CaseService(
            Db db,
            CaseStore store,
            AttemptStore attempts,
            CaseReader reader,
            LibraryService library,
            RecognitionService recognition,
            ApplicationEventPublisher events,
            AuditStore audit,
            Clock clock) {
        this.db = db;
        this.store = store;
        this.attempts = attempts;
        this.reader = reader;
        this.library = library;
        this.recognition = recognition;
        this.events = events;
        this.audit = audit;
        this.clock = clock;
    }

    /** What a case is opened with; all but the text may be null. */
    @Asked
    public record Opening(
            String text,
            String error,
            String product,
            String productVersion,
            String phase,
            Map<String, String> facts,
            String device,
            String reference,
            String requester,
            String reached,
            List<String> triedBefore) {}

    List<CaseViews.Line> list(Caller caller, CaseStore.Wanted wanted) {
        caller.may(Role.AGENT, Scope.READ, "see cases");
        return db.tx(tx ->
                store.list(tx, wanted).stream().map(c -> reader.line(tx, c)).toList());
    }

    CaseViews.Case view(Caller caller, long number) {
        caller.may(Role.AGENT, Scope.READ, "see cases");
        return db.tx(tx -> reader.view(tx, number));
    }

    Sheets.ErrorSheet sheet(Caller caller, long number) {
        caller.may(Role.AGENT, Scope.READ, "see cases");
        return db.tx(tx -> reader.error(tx, reader.row(tx, number)))
                .map(e -> Sheets.sheet(e, library.library()))
                .orElseThrow(() -> Refusal.notFound("No known error was recognised in case " + number + " yet."));
    }

    CaseViews.FilledFix filled(Caller caller, long number, String fix) {
        caller.may(Role.AGENT, Scope.READ, "see cases");
        return db.tx(tx -> reader.filled(tx, number, fix));
    }

    CaseViews.Case open(Caller caller, Opening o) {
        caller.may(Role.AGENT, Scope.CASES, "open cases");
        return db.tx(tx -> reader.view(tx, open(tx, caller, o)));
    }

    private long open(Tx tx, Caller caller, Opening o) {
        String text = o.text() == null ? "" : o.text();
        if (text.isBlank() && o.error() == null) {
            throw Refusal.invalid("A case needs a text, or the known error it is about.");
        }
        checkText(text);
        KnownError error = o.error() == null ? null : known(o.error());
        Instant now = clock.instant();
        CaseRow c = new CaseRow(
                0,
                error == null ? null : error.key(),
                cut(o.product()),
                cut(o.productVersion(), 60),
                phase(o.phase()),
                cut(o.device()),
                cut(o.reference()),
                cut(o.requester()),
                oneOf(o.reached(), REACHED, "phone", "reached"),
                "open",
                "me",
                null,
                null,
                null,
                caller.name(),
                now,
                null,
                null,
                null,
                "");
        long number = store.insert(tx, c, null, null);
        if (error != null) {
            pin(tx, number, error);
        }
        if (!text.isBlank()) {
            store.addText(tx, number, text, now, caller.name());
            capture(tx, caller, number, c, text);
        }
        addFacts(tx, caller, number, o.facts() == null ? Map.of() : o.facts(), "case");
        triedBefore(tx, caller, number, c.errorKey(), o.triedBefore() == null ? List.of() : o.triedBefore());
        audit.write(tx, caller, "case-opened", String.valueOf(number), c.errorKey() == null ? "" : c.errorKey());
        changed(tx, c.errorKey());
        return number;
    }

    private KnownError known(String key) {
        return library.library()
                .error(key)
                .orElseThrow(() -> Refusal.invalid("There is no published known error \"" + key + "\"."));
    }

    private static void checkText(String text) {
        if (text.length() > Limits.TEXT) {
            throw Refusal.tooLarge("The text has more than " + Limits.TEXT + " characters. Nothing was stored.");
        }
    }

    private static String cut(String s) {
        return cut(s, 120);
    }

    private static String cut(String s, int most) {
        if (s == null || s.isBlank()) {
            return null;
        }
        if (s.strip().length() > most) {
            throw Refusal.invalid("\"" + s.strip().substring(0, 20) + "…\" has more than " + most + " characters.");
        }
        return s.strip();
    }

    private static String phase(String word) {
        if (word == null || word.isBlank()) {
            return null;
        }
        return Phase.named(word)
                .map(Phase::word)
                .orElseThrow(
                        () -> Refusal.invalid("\"" + word + "\" is not a phase; write install, update or launch."));
    }

    private static String oneOf(String word, Set<String> allowed, String otherwise, String what) {
        if (word == null) {
            return otherwise;
        }
        if (!allowed.contains(word)) {
            throw Refusal.invalid(what + " is \"" + word + "\", must be one of "
                    + String.join(", ", new java.util.TreeSet<>(allowed)) + ".");
        }
        return word;
    }

    /** The case keeps the revisions it started with. */
    private void pin(Tx tx, long number, KnownError error) {
        Library now = library.library();
        Map<String, Integer> pins = new LinkedHashMap<>();
        Set<String> ids = new HashSet<>(Set.of("error/" + error.key()));
        Library.fixKeys(error).forEach(f -> ids.add("fix/" + f));
        ids.forEach(id -> {
            if (now.revisions().containsKey(id)) {
                pins.put(id, now.revisions().get(id));
            }
        });
        store.pin(tx, number, pins);
    }

    /** Stores what a text says about the values of the case's known error. */
    private void capture(Tx tx, Caller caller, long number, CaseRow c, String text) {
        if (c.errorKey() == null) {
            return;
        }
        Phase phase = c.phase() == null ? null : Phase.named(c.phase()).orElse(null);
        recognition.recognise(new Recogniser.Query(text, c.product(), c.productVersion(), phase)).candidates().stream()
                .filter(x -> x.error().equals(c.errorKey()))
                .findFirst()
                .map(Recognition.Candidate::captures)
                .ifPresent(values -> addFacts(tx, caller, number, values, "captured"));
    }

    void addFacts(Tx tx, Caller caller, long number, Map<String, String> facts, String source) {
        Map<String, String> known = new HashMap<>();
        store.facts(tx, number).forEach(f -> known.put(f.name(), f.value()));
        for (Map.Entry<String, String> f : facts.entrySet()) {
            String value = f.getValue() == null ? "" : f.getValue().strip();
            if (!f.getKey().matches("[A-Za-z_][A-Za-z0-9_.-]{0,79}")) {
                throw Refusal.invalid("\"" + f.getKey() + "\" is not a fact's name.");
            }
            if (value.length() > Limits.FACT_VALUE) {
                throw Refusal.invalid(
                        "The value of \"" + f.getKey() + "\" has more than " + Limits.FACT_VALUE + " characters.");
            }
            // what is known already is not noted again, or a step repeated often would bury the rest
            if (!value.equals(known.put(f.getKey(), value))) {
                store.addFact(
                        tx, number, new CaseStore.Fact(f.getKey(), value, source, clock.instant(), caller.name()));
            }
        }
        if (known.size() > Limits.FACTS) {
            throw Refusal.invalid("A case has at most " + Limits.FACTS + " facts. Nothing was stored.");
        }
    }

    private void triedBefore(Tx tx, Caller caller, long number, String error, List<String> fixes) {
        int position = 0;
        for (String fix : fixes) {
            library.library().fix(fix).orElseThrow(() -> Refusal.invalid("There is no published fix \"" + fix + "\"."));
            attempts.insert(
                    tx,
                    new AttemptRow(
                            0,
                            number,
                            error,
                            fix,
                            ++position,
                            "no-change",
                            null,
                            true,
                            null,
                            "",
                            caller.name(),
                            clock.instant(),
                            clock.instant(),
                            false));
        }
    }

    CaseViews.Case addFacts(Caller caller, long number, Map<String, String> facts) {
        return change(caller, number, (tx, c) -> addFacts(tx, caller, number, facts, "answer"));
    }

    CaseViews.Case addText(Caller caller, long number, String text) {
        return change(caller, number, (tx, c) -> {
            checkText(text);
            if (text.isBlank()) {
                throw Refusal.invalid("The text is empty.");
            }
            if (store.texts(tx, number).size() >= Limits.TEXTS) {
                throw Refusal.invalid("A case has at most " + Limits.TEXTS + " texts. Nothing was stored.");
            }
            store.addText(tx, number, text, clock.instant(), caller.name());
            capture(tx, caller, number, c, text);
        });
    }

    CaseViews.Case addNote(Caller caller, long number, String text) {
        return change(caller, number, (tx, c) -> {
            if (text.isBlank() || text.length() > Limits.NOTE) {
                throw Refusal.invalid("A note has 1 to " + Limits.NOTE + " characters.");
            }
            store.addNote(tx, number, new CaseStore.Note(text, clock.instant(), caller.name()));
        });
    }

    /**
     * What to change in a case's row; null stays as it is, empty text takes away. {@code error} is the known error that the
     * case goes on under: unlike {@link #moved} it leaves what was tried under the one it was tried for.
     */
    @Asked
    record Patch(
            String error,
            String product,
            String productVersion,
            String phase,
            String device,
            String reference,
            String requester,
            String reached,
            String waitsFor,
            Instant waitsUntil,
            List<String> pinned) {}

    CaseViews.Case patch(Caller caller, long number, Patch p) {
        return change(caller, number, (tx, c) -> {
            String waits = oneOf(p.waitsFor(), WAITS, c.waitsFor(), "waitsFor");
            Instant until = waits.equals("me") ? null : p.waitsUntil() == null ? c.waitsUntil() : p.waitsUntil();
            String pinned = p.pinned() == null ? c.pinned() : pinnedOrder(p.pinned());
            store.update(
                    tx,
                    new CaseRow(
                            number,
                            c.errorKey(),
                            or(p.product(), c.product()),
                            or(p.productVersion(), c.productVersion()),
                            p.phase() == null ? c.phase() : phase(p.phase()),
                            or(p.device(), c.device()),
                            or(p.reference(), c.reference()),
                            or(p.requester(), c.requester()),
                            oneOf(p.reached(), REACHED, c.reached(), "reached"),
                            c.status(),
                            waits,
                            until,
                            c.believedFix(),
                            c.limitation(),
                            c.agent(),
                            c.openedAt(),
                            c.closedAt(),
                            c.recurredAt(),
                            c.follows(),
                            pinned));
            if (p.productVersion() != null) {
                changed(tx, c.errorKey());
            }
            if (p.error() != null) {
                goOnUnder(tx, caller, number, known(p.error()));
            }
        });
    }

    private static String pinnedOrder(List<String> keys) {
        if (keys.size() > 60 || keys.stream().anyMatch(k -> !k.matches("[a-z0-9-]{1,60}"))) {
            throw Refusal.invalid("The order names fixes that cannot be.");
        }
        return String.join(",", keys);
    }

    private static String or(String wanted, String now) {
        return wanted == null ? now : cut(wanted);
    }

    /** The case is about another known error after all: its attempts go with it. */
    CaseViews.Case moved(Caller caller, long number, String error) {
        return change(caller, number, (tx, c) -> {
            KnownError to = known(String.valueOf(error));
            attempts.move(tx, number, c.errorKey(), to.key());
            CaseRow moved = withError(c, to.key());
            store.update(tx, moved);
            pin(tx, number, to);
            store.texts(tx, number).forEach(t -> capture(tx, caller, number, moved, t.text()));
            audit.write(tx, caller, "case-moved", String.valueOf(number), c.errorKey() + " to " + to.key());
            changed(tx, c.errorKey());
            changed(tx, to.key());
        });
    }

    private void goOnUnder(Tx tx, Caller caller, long number, KnownError error) {
        CaseRow now = withError(locked(tx, number), error.key());
        store.update(tx, now);
        pin(tx, number, error);
        store.texts(tx, number).forEach(t -> capture(tx, caller, number, now, t.text()));
        audit.write(tx, caller, "case-goes-on", String.valueOf(number), error.key());
        changed(tx, error.key());
    }

    private static CaseRow withError(CaseRow c, String error) {
        return new CaseRow(
                c.number(),
                error,
                c.product(),
                c.productVersion(),
                c.phase(),
                c.device(),
                c.reference(),
                c.requester(),
                c.reached(),
                c.status(),
                c.waitsFor(),
                c.waitsUntil(),
                c.believedFix(),
                c.limitation(),
                c.agent(),
                c.openedAt(),
                c.closedAt(),
                c.recurredAt(),
                c.follows(),
                "");
    }

    CaseViews.Case close(
            Caller caller, long number, String outcome, String believedFix, String limitation, String note) {
        return change(caller, number, (tx, c) -> {
            if (!ENDINGS.contains(outcome)) {
                throw Refusal.invalid("outcome is \"" + outcome + "\", must be one of "
                        + String.join(", ", new java.util.TreeSet<>(ENDINGS)) + ".");
            }
            List<AttemptStore.PutBack> owed = attempts.putBacks(tx, number).stream()
                    .filter(p -> p.state().equals("open"))
                    .toList();
            if (!owed.isEmpty()) {
                throw Refusal.conflict(
                        "There is something to put back first. The case stays open.",
                        Map.of(
                                "putBacks",
                                owed.stream().map(AttemptStore.PutBack::text).toList()));
            }
            List<AttemptRow> tried = attempts.ofCase(tx, number);
            String believed = believedFix != null ? believedFix : lastWorked(tried);
            if (believedFix != null && tried.stream().noneMatch(a -> a.fixKey().equals(believedFix))) {
                throw Refusal.invalid("\"" + believedFix + "\" was not tried on this case.");
            }
            if (note != null && !note.isBlank()) {
                store.addNote(tx, number, new CaseStore.Note(cut(note, Limits.NOTE), clock.instant(), caller.name()));
            }
            store.update(tx, ended(c, outcome, believed, cut(limitation, 1000), clock.instant()));
            audit.write(tx, caller, "case-closed", String.valueOf(number), outcome);
            changedAll(tx, c, tried);
        });
    }

    private static String lastWorked(List<AttemptRow> tried) {
        String fix = null;
        for (AttemptRow a : tried) {
            fix = a.outcome() != null && a.outcome().equals("worked") && !a.cameBack() ? a.fixKey() : fix;
        }
        return fix;
    }

    private static CaseRow ended(CaseRow c, String status, String believed, String limitation, Instant closed) {
        return new CaseRow(
                c.number(),
                c.errorKey(),
                c.product(),
                c.productVersion(),
                c.phase(),
                c.device(),
                c.reference(),
                c.requester(),
                c.reached(),
                status,
                "me",
                null,
                believed,
                limitation,
                c.agent(),
                c.openedAt(),
                closed,
                c.recurredAt(),
                c.follows(),
                c.pinned());
    }

    /** The error came back: within the holding time the same case opens and the success is taken away, later a new one follows. */
    CaseViews.Case reopen(Caller caller, long number) {
        caller.may(Role.AGENT, Scope.CASES, "reopen cases");
        return db.tx(tx -> {
            CaseRow c = locked(tx, number);
            if (c.open()) {
                throw Refusal.conflict("Case " + number + " is open already.");
            }
            Instant now = clock.instant();
            double days = library.library().vocabulary().holdingDays();
            if (now.isAfter(c.closedAt().plus(Duration.ofSeconds((long) (days * 86_400))))) {
                return reader.view(tx, follow(tx, caller, c, now));
            }
            List<AttemptRow> tried = attempts.ofCase(tx, number);
            takeSuccessAway(tx, tried, now, caller.name());
            CaseRow again = ended(c, "open", null, null, null);
            store.update(
                    tx,
                    new CaseRow(
                            number,
                            again.errorKey(),
                            again.product(),
                            again.productVersion(),
                            again.phase(),
                            again.device(),
                            again.reference(),
                            again.requester(),
                            again.reached(),
                            "open",
                            "me",
                            null,
                            null,
                            null,
                            again.agent(),
                            again.openedAt(),
                            null,
                            now,
                            again.follows(),
                            again.pinned()));
            audit.write(tx, caller, "case-reopened", String.valueOf(number), "");
            changedAll(tx, c, tried);
            return reader.view(tx, number);
        });
    }

    private void takeSuccessAway(Tx tx, List<AttemptRow> tried, Instant now, String agent) {
        tried.stream()
                .filter(a -> "worked".equals(a.outcome()) && !a.cameBack())
                .reduce((first, last) -> last)
                .ifPresent(a -> attempts.correct(tx, a.id(), now, agent));
    }

    private long follow(Tx tx, Caller caller, CaseRow c, Instant now) {
        long number = store.insert(
                tx,
                new CaseRow(
                        0,
                        c.errorKey(),
                        c.product(),
                        c.productVersion(),
                        c.phase(),
                        c.device(),
                        c.reference(),
                        c.requester(),
                        c.reached(),
                        "open",
                        "me",
                        null,
                        null,
                        null,
                        caller.name(),
                        now,
                        null,
                        null,
                        c.number(),
                        ""),
                null,
                null);
        library.library().error(String.valueOf(c.errorKey())).ifPresent(e -> pin(tx, number, e));
        store.texts(tx, c.number()).forEach(t -> store.addText(tx, number, t.text(), now, caller.name()));
        store.facts(tx, c.number()).stream()
                .filter(f -> f.source().equals("case") || f.source().equals("captured"))
                .forEach(f -> store.addFact(tx, number, f));
        audit.write(tx, caller, "case-opened", String.valueOf(number), "follows " + c.number());
        changed(tx, c.errorKey());
        return number;
    }

    private interface Change {
        void apply(Tx tx, CaseRow c);
    }

    /** Changes an open case under its lock. */
    private CaseViews.Case change(Caller caller, long number, Change change) {
        caller.may(Role.AGENT, Scope.CASES, "work cases");
        return db.tx(tx -> {
            CaseRow c = locked(tx, number);
            if (!c.open()) {
                throw Refusal.conflict("Case " + number + " is closed; reopen it first.");
            }
            change.apply(tx, c);
            return reader.view(tx, number);
        });
    }

    private CaseRow locked(Tx tx, long number) {
        return store.lock(tx, number).orElseThrow(() -> Refusal.notFound("There is no case " + number + "."));
    }

    private void changedAll(Tx tx, CaseRow c, List<AttemptRow> tried) {
        changed(tx, c.errorKey());
        tried.stream().map(AttemptRow::errorKey).distinct().forEach(e -> changed(tx, e));
    }

    private void changed(Tx tx, String error) {
        if (error != null) {
            events.publishEvent(new CaseChanged(tx, Set.of(error)));
        }
    }

    /** A case that was worked elsewhere, with its attempts; {@code hash} tells whether it was imported as it is now. */
    public record Ready(
            CaseRow row, List<AttemptRow> attempts, Map<String, String> facts, String text, String key, String hash) {}

    /** What became of an imported case. */
    public enum ImportResult {
        CREATED,
        UNCHANGED,
        /** The same case was imported before with other contents. */
        DIFFERENT
    }

    /** Takes in a case that was worked elsewhere, in the transaction of its import. */
    public ImportResult take(Tx tx, Ready ready) {
        var before = store.imported(tx, ready.key());
        if (before.isPresent()) {
            return before.get().hash().equals(ready.hash()) ? ImportResult.UNCHANGED : ImportResult.DIFFERENT;
        }
        CaseRow c = ready.row();
        long number = store.insert(tx, c, ready.key(), ready.hash());
        if (!ready.text().isEmpty()) {
            store.addText(tx, number, ready.text(), c.openedAt(), c.agent());
        }
        ready.facts()
                .forEach((name, value) ->
                        store.addFact(tx, number, new CaseStore.Fact(name, value, "case", c.openedAt(), c.agent())));
        List<AttemptRow> stored = new ArrayList<>();
        for (AttemptRow a : ready.attempts()) {
            AttemptRow row = new AttemptRow(
                    0,
                    number,
                    a.errorKey(),
                    a.fixKey(),
                    a.position(),
                    a.outcome(),
                    a.bundle(),
                    a.triedBefore(),
                    a.minutes(),
                    a.note(),
                    a.agent(),
                    a.startedAt(),
                    a.endedAt(),
                    false);
            long id = attempts.insert(tx, row);
            stored.add(new AttemptRow(
                    id,
                    number,
                    a.errorKey(),
                    a.fixKey(),
                    a.position(),
                    a.outcome(),
                    a.bundle(),
                    a.triedBefore(),
                    a.minutes(),
                    a.note(),
                    a.agent(),
                    a.startedAt(),
                    a.endedAt(),
                    false));
        }
        double days = library.library().vocabulary().holdingDays();
        boolean cameBack = c.recurredAt() != null
                && c.closedAt() != null
                && !c.recurredAt().isAfter(c.closedAt().plus(Duration.ofSeconds((long) (days * 86_400))));
        if (cameBack) {
            takeSuccessAway(tx, stored, c.recurredAt(), c.agent());
        }
        return ImportResult.CREATED;
    }

    /** Tells that evidence of these errors changed, once for a whole import. */
    public void told(Tx tx, Set<String> errors) {
        if (!errors.isEmpty()) {
            events.publishEvent(new CaseChanged(tx, errors));
        }
    }
}
