package org.mendak.server.cases;

import java.time.Clock;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.function.ToLongFunction;
import org.mendak.core.evidence.Outcome;
import org.mendak.core.runbook.KnownError;
import org.mendak.server.cases.runbook.CaseRunbooks;
import org.mendak.server.library.LibraryService;
import org.mendak.server.library.Sheets;
import org.mendak.server.numbers.CaseJournal;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.FromCaller;
import org.mendak.server.platform.Limits;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Words;
import org.springframework.stereotype.Service;

/** The rules of a case while it is worked: opening, what is known, moving to another error. */
@Service
public class CaseService {

    private final Db db;
    private final CaseStore store;
    private final AttemptStore attempts;
    private final CaseReader reader;
    private final LibraryService library;
    private final CaseLocks locks;
    private final CaseVersions versions;
    private final CaseKnowledge knowledge;
    private final CaseRunbooks runbooks;
    private final CaseJournal journal;
    private final Clock clock;

    CaseService(
            Db db,
            CaseStore store,
            AttemptStore attempts,
            CaseReader reader,
            LibraryService library,
            CaseLocks locks,
            CaseVersions versions,
            CaseKnowledge knowledge,
            CaseRunbooks runbooks,
            CaseJournal journal,
            Clock clock) {
        this.db = db;
        this.store = store;
        this.attempts = attempts;
        this.reader = reader;
        this.library = library;
        this.locks = locks;
        this.versions = versions;
        this.knowledge = knowledge;
        this.runbooks = runbooks;
        this.journal = journal;
        this.clock = clock;
    }

    /**
     * What a case is opened with; all but the text may be null.
     *
     * @param unmasked what looks like a secret in the text and is none, as somebody has seen
     */
    @FromCaller
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
            List<String> triedBefore,
            List<String> unmasked) {}

    List<CaseViews.Line> list(Caller caller, WantedCases wanted) {
        caller.may(Role.AGENT, Scope.READ, "see cases");
        return db.tx(tx -> reader.lines(tx, store.list(tx, wanted)));
    }

    CaseViews.Case view(Caller caller, long number) {
        caller.may(Role.AGENT, Scope.READ, "see cases");
        return db.tx(tx -> reader.view(tx, number));
    }

    Sheets.ErrorSheet sheet(Caller caller, long number) {
        caller.may(Role.AGENT, Scope.READ, "see cases");
        return db.tx(tx -> reader.runbook(tx, reader.row(tx, number)).error())
                .map(e -> Sheets.sheet(e, library.library()))
                .orElseThrow(() -> Refusal.notFound("No known error was recognised in case " + number + " yet."));
    }

    CaseViews.FilledFix filled(Caller caller, long number, String fix) {
        caller.may(Role.AGENT, Scope.READ, "see cases");
        return db.tx(tx -> reader.filled(tx, number, fix));
    }

    CaseViews.Case open(Caller caller, Opening o) {
        caller.may(Role.AGENT, Scope.CASES, "open cases");
        // before a connection is taken: a long text takes a while to read
        String text = CaseWords.masked(o.text() == null ? "" : o.text(), o.unmasked());
        return db.tx(tx -> reader.view(tx, open(tx, caller, o, text, row -> store.insert(tx, row, null, null))));
    }

    /**
     * Opens a case to practise on: nobody but the caller sees it, and nothing is learned of it.
     *
     * @param also what else is kept of it, by its number, in the same transaction
     */
    public CaseViews.Case practise(Caller caller, Opening o, BiConsumer<Tx, Long> also) {
        caller.may(Role.AGENT, Scope.CASES, "practise");
        String text = CaseWords.masked(o.text() == null ? "" : o.text(), o.unmasked());
        return db.tx(tx -> {
            long number = open(tx, caller, o, text, row -> store.insertPractice(tx, row));
            also.accept(tx, number);
            return reader.view(tx, number);
        });
    }

    private long open(Tx tx, Caller caller, Opening o, String text, ToLongFunction<CaseRow> insert) {
        if (text.isBlank() && o.error() == null) {
            throw Refusal.invalid("A case needs a text, or the known error it is about.");
        }
        KnownError error = o.error() == null ? null : known(o.error());
        Instant now = clock.instant();
        CaseRow c = CaseRow.opened(caller.who(), now, d -> {
            d.errorKey = error == null ? null : error.key();
            d.product = product(o, error);
            d.productVersion = CaseWords.cut(o.productVersion(), 60);
            d.phase = phase(o, error);
            d.device = CaseWords.cut(o.device());
            d.reference = CaseWords.cut(o.reference());
            d.requester = CaseWords.cut(o.requester());
            d.reached = Words.said(Reached.class, o.reached(), Reached.PHONE, "reached");
        });
        long number = insert.applyAsLong(c);
        locks.opened(tx, List.of(number));
        if (error != null) {
            runbooks.pin(tx, number, error);
        }
        if (!text.isBlank()) {
            store.addText(tx, number, text, now, caller.who());
            knowledge.capture(tx, caller, number, c, text);
        }
        knowledge.addFacts(tx, caller, number, o.facts() == null ? Map.of() : o.facts(), "case");
        knowledge.fromDevice(tx, caller, number, c.device());
        triedBefore(tx, caller, number, c.errorKey(), o.triedBefore() == null ? List.of() : o.triedBefore());
        journal.write(tx, caller, "case-opened", number, c.errorKey() == null ? "" : c.errorKey());
        changed(tx, c.errorKey(), number);
        return number;
    }

    /** What nobody said and the known error leaves no choice about is known all the same. */
    private static String product(Opening o, KnownError error) {
        String said = CaseWords.cut(o.product());
        return said == null && error != null && error.products().size() == 1
                ? error.products().get(0).product()
                : said;
    }

    private static String phase(Opening o, KnownError error) {
        String said = CaseWords.phase(o.phase());
        return said == null && error != null && error.phases().size() == 1
                ? error.phases().get(0).word()
                : said;
    }

    private KnownError known(String key) {
        return library.library()
                .error(key)
                .orElseThrow(() -> Refusal.invalid("There is no published known error \"" + key + "\"."));
    }

    private void triedBefore(Tx tx, Caller caller, long number, String error, List<String> fixes) {
        int position = 0;
        for (String fix : fixes) {
            int place = ++position;
            library.library().fix(fix).orElseThrow(() -> Refusal.invalid("There is no published fix \"" + fix + "\"."));
            attempts.insert(tx, AttemptRow.begun(fix, caller.who(), clock.instant(), a -> {
                a.number = number;
                a.errorKey = error;
                a.position = place;
                a.outcome = Outcome.NO_CHANGE;
                a.triedBefore = true;
            }));
        }
    }

    CaseViews.Case addFacts(Caller caller, long number, Map<String, String> facts, Integer seen) {
        CaseKnowledge.checkNames(facts);
        return locks.change(caller, number, (tx, c) -> {
            Map<String, String> now = new LinkedHashMap<>();
            store.facts(tx, number).forEach(f -> now.put("fact." + f.name(), f.value()));
            Map<String, String> wanted = new LinkedHashMap<>();
            facts.forEach((name, value) -> wanted.put("fact." + name, value));
            Set<String> differing = CaseVersions.differing(wanted, now).keySet();
            versions.check(tx, caller, number, seen, differing, now);
            factsCame(tx, caller, number, facts, differing);
        });
    }

    /** Answers, in the turn of their case. */
    void factsCame(Tx tx, Caller caller, long number, Map<String, String> facts, Set<String> differing) {
        store.touch(tx, number);
        versions.changed(tx, caller, number, differing);
        knowledge.addFacts(tx, caller, number, facts, "answer");
    }

    CaseViews.Case addText(Caller caller, long number, String written, List<String> unmasked) {
        caller.may(Role.AGENT, Scope.CASES, "work cases");
        String text = CaseWords.masked(written, unmasked);
        if (text.isBlank()) {
            throw Refusal.invalid("The text is empty.");
        }
        return locks.change(caller, number, (tx, c) -> textCame(tx, caller, c, text));
    }

    /** One more text, in the turn of its case; masked already. */
    void textCame(Tx tx, Caller caller, CaseRow c, String text) {
        if (store.texts(tx, c.number()).size() >= Limits.TEXTS) {
            throw Refusal.invalid("A case has at most " + Limits.TEXTS + " texts. Nothing was stored.");
        }
        store.addText(tx, c.number(), text, clock.instant(), caller.who());
        knowledge.capture(tx, caller, c.number(), c, text);
    }

    List<CaseViews.Question> questions(Caller caller, long number) {
        caller.may(Role.AGENT, Scope.READ, "see cases");
        return db.tx(tx -> reader.questions(tx, number));
    }

    /**
     * What a look at the device printed; earns no credit, and sets the facts that its question captures.
     *
     * @param row which of the places that fit it is, from 0; null if nobody picked one
     */
    CaseViews.Case looked(Caller caller, long number, int index, String written, Integer row) {
        caller.may(Role.AGENT, Scope.CASES, "work cases");
        String output = CaseWords.masked(written == null ? "" : written, null);
        return locks.change(caller, number, (tx, c) -> {
            KnownError error = reader.runbook(tx, c)
                    .error()
                    .filter(e -> index >= 0 && index < e.questions().size())
                    .orElseThrow(() -> Refusal.notFound("There is no question " + index + " in this case."));
            KnownError.Question q = error.questions().get(index);
            if (q.capture() == null) {
                throw Refusal.invalid("This question reads nothing out of an output; answer it instead.");
            }
            knowledge.addFacts(
                    tx,
                    caller,
                    number,
                    Looks.read(q.capture(), output, row, reader.facts(tx, c).values()),
                    "output");
        });
    }

    List<CaseViews.Suspected> together(Caller caller, long number) {
        caller.may(Role.AGENT, Scope.READ, "see cases");
        return db.tx(tx -> knowledge.together(tx, reader.row(tx, number)));
    }

    CaseViews.Case addNote(Caller caller, long number, String written) {
        caller.may(Role.AGENT, Scope.CASES, "work cases");
        if (written.isBlank() || written.length() > Limits.NOTE) {
            throw Refusal.invalid("A note has 1 to " + Limits.NOTE + " characters.");
        }
        String text = CaseWords.start(CaseWords.masked(written, null), Limits.NOTE);
        return locks.change(caller, number, (tx, c) -> {
            store.addNote(tx, number, new CaseStore.Note(text, clock.instant(), caller.who()));
        });
    }

    /**
     * What to change in a case's row; null stays as it is, empty text takes away. {@code error} is the known error that the
     * case goes on under: unlike {@link #moved} it leaves what was tried under the one it was tried for. {@code because} is why the
     * order was overruled: seen-sign, caller-wants or quicker-here; null if nobody said.
     */
    @FromCaller
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
            List<String> pinned,
            String because,
            String goal) {}

    /** What a patch would change, by field; the members of {@link Patch} that are the case's own. */
    private static Map<String, String> wanted(Patch p) {
        Map<String, String> wanted = new LinkedHashMap<>();
        wanted.put("error", p.error());
        wanted.put("product", p.product());
        wanted.put("productVersion", p.productVersion());
        wanted.put("phase", p.phase());
        wanted.put("device", p.device());
        wanted.put("reference", p.reference());
        wanted.put("requester", p.requester());
        wanted.put("reached", p.reached());
        wanted.put("waitsFor", p.waitsFor());
        wanted.put("pinned", p.pinned() == null ? null : pinnedOrder(p.pinned()));
        wanted.put("goal", p.goal());
        wanted.values().removeIf(Objects::isNull);
        return wanted;
    }

    private static Map<String, String> now(CaseRow c) {
        Map<String, String> now = new LinkedHashMap<>();
        now.put("error", c.errorKey());
        now.put("product", c.product());
        now.put("productVersion", c.productVersion());
        now.put("phase", c.phase());
        now.put("device", c.device());
        now.put("reference", c.reference());
        now.put("requester", c.requester());
        now.put("reached", Words.word(c.reached()));
        now.put("waitsFor", Words.word(c.waitsFor()));
        now.put("pinned", c.pinned());
        now.put("goal", Words.word(c.goal()));
        return now;
    }

    /** @param seen the version of the case that the caller saw */
    CaseViews.Case patch(Caller caller, long number, Patch p, int seen) {
        return locks.change(caller, number, (tx, c) -> {
            Set<String> differing = CaseVersions.differing(wanted(p), now(c)).keySet();
            versions.check(tx, caller, number, seen, differing, now(c));
            Waits waits = Words.said(Waits.class, p.waitsFor(), c.waitsFor(), "waitsFor");
            Instant until = waits == Waits.ME ? null : p.waitsUntil() == null ? c.waitsUntil() : p.waitsUntil();
            String pinned = p.pinned() == null ? c.pinned() : pinnedOrder(p.pinned());
            store.update(tx, c.with(d -> {
                d.product = or(p.product(), c.product());
                d.productVersion = or(p.productVersion(), c.productVersion());
                d.phase = p.phase() == null ? c.phase() : CaseWords.phase(p.phase());
                d.device = or(p.device(), c.device());
                d.reference = or(p.reference(), c.reference());
                d.requester = or(p.requester(), c.requester());
                d.reached = Words.said(Reached.class, p.reached(), c.reached(), "reached");
                d.waitsFor = waits;
                d.waitsUntil = until;
                d.pinned = pinned;
                d.goal = Words.said(Goal.class, p.goal(), c.goal(), "goal");
            }));
            versions.changed(tx, caller, number, differing);
            if (p.device() != null && !p.device().equals(c.device())) {
                knowledge.fromDevice(tx, caller, number, CaseWords.cut(p.device()));
            }
            if (p.pinned() != null && !pinned.isEmpty()) {
                journal.write(tx, caller, "order-overruled", number, overruled(p.because()));
            }
            if (!differing.isEmpty()) {
                // its own row is known of it like any fact
                changed(tx, c.errorKey(), c.number());
            }
            if (p.error() != null) {
                goOnUnder(tx, caller, number, known(p.error()));
            }
        });
    }

    /** Why an order is overruled. */
    private enum Because {
        SEEN_SIGN,
        CALLER_WANTS,
        QUICKER_HERE
    }

    private static String overruled(String because) {
        return because == null ? "" : Words.word(Words.said(Because.class, because, "because"));
    }

    private static String pinnedOrder(List<String> keys) {
        if (keys.size() > 60 || keys.stream().anyMatch(k -> !k.matches("[a-z0-9-]{1,60}"))) {
            throw Refusal.invalid("The order names fixes that cannot be.");
        }
        return String.join(",", keys);
    }

    private static String or(String wanted, String now) {
        return wanted == null ? now : CaseWords.cut(wanted);
    }

    /** The case is about another known error after all: its attempts go with it. */
    CaseViews.Case moved(Caller caller, long number, String error, Integer seen) {
        return locks.change(caller, number, (tx, c) -> {
            KnownError to = known(String.valueOf(error));
            versions.check(tx, caller, number, seen, Set.of("error"), now(c));
            attempts.move(tx, number, c.errorKey(), to.key());
            CaseRow moved = c.under(to.key());
            store.update(tx, moved);
            versions.changed(tx, caller, number, Set.of("error"));
            runbooks.pin(tx, number, to);
            store.texts(tx, number).forEach(t -> knowledge.capture(tx, caller, number, moved, t.text()));
            journal.write(tx, caller, "case-moved", number, c.errorKey() + " to " + to.key());
            changed(tx, c.errorKey(), c.number());
            changed(tx, to.key(), number);
        });
    }

    private void goOnUnder(Tx tx, Caller caller, long number, KnownError error) {
        CaseRow now = fitting(locks.locked(tx, number).under(error.key()), error);
        store.update(tx, now);
        runbooks.pin(tx, number, error);
        store.texts(tx, number).forEach(t -> knowledge.capture(tx, caller, number, now, t.text()));
        journal.write(tx, caller, "case-goes-on", number, error.key());
        changed(tx, error.key(), number);
    }

    /** The product and phase of the error that has begun, where the case's own are another's. */
    private static CaseRow fitting(CaseRow c, KnownError error) {
        boolean other = c.product() == null
                || error.products().stream().noneMatch(r -> r.product().equalsIgnoreCase(c.product()));
        boolean later = error.phases().stream().noneMatch(x -> x.word().equals(c.phase()));
        return c.with(d -> {
            if (other && !error.products().isEmpty()) {
                d.product = error.products().get(0).product();
                d.productVersion = null;
            }
            if (later && !error.phases().isEmpty()) {
                d.phase = error.phases().get(0).word();
            }
        });
    }

    private void changed(Tx tx, String error, long number) {
        if (error != null) {
            locks.changed(tx, Set.of(error), List.of(number));
        }
    }
}
