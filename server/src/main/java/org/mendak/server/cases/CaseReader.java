package org.mendak.server.cases;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendak.core.language.Facts;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.RunbookTitles;
import org.mendak.server.cases.free.FreeStep;
import org.mendak.server.cases.free.FreeStepStore;
import org.mendak.server.cases.owed.OwedStore;
import org.mendak.server.cases.owed.PutBack;
import org.mendak.server.cases.pictures.PictureService;
import org.mendak.server.cases.runbook.CaseRunbook;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Names;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Words;
import org.springframework.stereotype.Component;

/** Puts a case together from its rows and the documents it keeps. */
@Component
public class CaseReader {

    private final CaseStore cases;
    private final AttemptStore attempts;
    private final CaseFixes fixes;
    private final PictureService pictures;
    private final OwedStore owed;
    private final FreeStepStore free;
    private final LibraryService library;
    private final Clock clock;
    private final Names names;

    CaseReader(
            CaseStore cases,
            AttemptStore attempts,
            CaseFixes fixes,
            PictureService pictures,
            OwedStore owed,
            FreeStepStore free,
            LibraryService library,
            Clock clock,
            Names names) {
        this.names = names;
        this.cases = cases;
        this.attempts = attempts;
        this.fixes = fixes;
        this.pictures = pictures;
        this.owed = owed;
        this.free = free;
        this.library = library;
        this.clock = clock;
    }

    /** A case's row, or 404. */
    public CaseRow row(Tx tx, long number) {
        return cases.find(tx, number).orElseThrow(() -> Refusal.notFound("There is no case " + number + "."));
    }

    /** A case's attempts in order. */
    public List<AttemptRow> attempts(Tx tx, long number) {
        return attempts.ofCase(tx, number);
    }

    /** What is known in a case: its facts, and product, version, phase, device and how it is reached. */
    public Facts facts(Tx tx, CaseRow c) {
        Map<String, String> all = c.ownFacts();
        cases.facts(tx, c.number()).forEach(f -> all.put(f.name(), f.value()));
        return new Facts(library.library().vocabulary().withToday(all));
    }

    /** Cases for a list; four more statements however many they are. */
    List<CaseViews.Line> lines(Tx tx, List<CaseRow> rows) {
        List<Long> numbers = rows.stream().map(CaseRow::number).toList();
        Map<Long, List<String>> outcomes = attempts.outcomes(tx, numbers);
        // what was done off the script is sewn on behind the fixes
        Map<Long, List<String>> off = free.outcomes(tx, numbers);
        rows.forEach(c -> outcomes.computeIfAbsent(c.number(), k -> new ArrayList<>())
                .addAll(off.getOrDefault(c.number(), List.of()).stream()
                        .filter(o -> c.open() || !o.isEmpty())
                        .toList()));
        Map<Long, Integer> open = owed.counts(tx, numbers);
        Map<Long, String> said = cases.firstTexts(
                tx,
                rows.stream()
                        .filter(c -> c.errorKey() == null)
                        .map(CaseRow::number)
                        .toList());
        return rows.stream()
                .map(c -> line(
                        c,
                        said.containsKey(c.number()) ? CaseWords.quoted(said.get(c.number())) : title(c.errorKey()),
                        outcomes.getOrDefault(c.number(), List.of()),
                        open.getOrDefault(c.number(), 0)))
                .toList();
    }

    private static CaseViews.Line line(CaseRow c, String title, List<String> outcomes, int owed) {
        return new CaseViews.Line(
                c.number(),
                Words.word(c.status()),
                c.errorKey(),
                title,
                c.product(),
                c.device(),
                c.requester(),
                c.reference(),
                Words.word(c.waitsFor()),
                c.waitsUntil(),
                c.agent(),
                c.agent().id(),
                c.openedAt(),
                c.closedAt(),
                outcomes,
                owed);
    }

    /** What a case about a known error is called; null for one that was not recognised. */
    public String title(String error) {
        return error == null
                ? "Not recognised yet"
                : library.library().error(error).map(KnownError::title).orElse(error);
    }

    /** A whole case as it is told. */
    public CaseViews.Case view(Tx tx, long number) {
        CaseRow c = row(tx, number);
        Map<String, String> values = facts(tx, c).values();
        CaseRunbook book = runbook(tx, c);
        List<AttemptRow> tried = attempts.ofCase(tx, number);
        Map<String, String> corrected = cases.corrections(tx, number);
        RunbookTitles titles = book.titles();
        Map<String, String> today = library.library().vocabulary().formerNames();
        Hidden hidden = hidden(tx, c, tried, values);
        return new CaseViews.Case(
                c.number(),
                cases.version(tx, c.number()),
                Words.word(c.status()),
                c.errorKey(),
                title(c.errorKey()),
                c.product(),
                c.productVersion(),
                c.phase(),
                c.device(),
                c.reference(),
                c.requester(),
                Words.word(c.reached()),
                Words.word(c.waitsFor()),
                c.waitsUntil(),
                corrected.getOrDefault("believed-fix", c.believedFix()),
                c.limitation(),
                names.of(c.agent()),
                c.agent().id(),
                c.openedAt(),
                c.closedAt(),
                c.recurredAt(),
                c.follows(),
                Words.word(c.goal()),
                c.duplicateOf(),
                corrected.getOrDefault("cause", c.errorKey() == null ? "" : title(c.errorKey())),
                corrected.get("cured-by"),
                heldSince(c),
                earlier(tx, c, corrected).orElse(null),
                cases.handovers(tx, number).stream()
                        .map(h -> new CaseViews.Handover(names.of(h.giver()), names.of(h.taker()), h.note(), h.at()))
                        .toList(),
                pictures.of(tx, number),
                cases.texts(tx, number).stream()
                        .map(t -> new CaseViews.Text(t.id(), hidden.in(t.text()), t.at(), t.agent()))
                        .toList(),
                cases.facts(tx, number).stream()
                        .map(f -> new CaseViews.Fact(
                                f.name(),
                                titles.of(today.getOrDefault(f.name(), f.name())),
                                hidden.in(f.value()),
                                f.source(),
                                f.at(),
                                f.agent()))
                        .toList(),
                cases.notes(tx, number).stream()
                        .map(n -> new CaseViews.Note(hidden.in(n.text()), n.at(), names.of(n.agent())))
                        .toList(),
                tried.stream().map(a -> attempt(tx, book, a, hidden)).toList(),
                free.of(tx, number).stream().map(s -> freeStep(s, hidden)).toList(),
                free.draftOf(tx, number).orElse(null),
                owed.of(tx, number).stream()
                        .map(p -> putBack(tx, c, tried, p, values, hidden))
                        .toList(),
                c.pinnedOrder(),
                book.newer());
    }

    private static CaseViews.FreeStep freeStep(FreeStep s, Hidden hidden) {
        return new CaseViews.FreeStep(
                s.id(),
                hidden.in(s.did()),
                hidden.in(s.command()),
                hidden.in(s.output()),
                s.aim(),
                hidden.in(s.putBack()),
                s.putBackDone(),
                Words.word(s.outcome()),
                s.cameBack(),
                s.undone(),
                s.version(),
                s.agent(),
                s.at());
    }

    /** What must not stand on the case's page just now. */
    private Hidden hidden(Tx tx, CaseRow c, List<AttemptRow> tried, Map<String, String> values) {
        return tried.stream()
                .filter(AttemptRow::running)
                .findFirst()
                .flatMap(a -> fixes.worked(tx, c, a.fixKey(), values, a))
                .map(Hidden::of)
                .orElse(Hidden.NOTHING);
    }

    /** The instant since which silence counts as held; null while it does not. */
    private Instant heldSince(CaseRow c) {
        if (c.open() || c.recurredAt() != null || !c.status().mustHold()) {
            return null;
        }
        Instant held = c.closedAt().plus(holding());
        return held.isAfter(clock.instant()) ? null : held;
    }

    /** For how long a resolution must last. */
    Duration holding() {
        return Duration.ofSeconds((long) (library.library().vocabulary().holdingDays() * 86_400));
    }

    /** The case that this one may be a recurrence of, while nobody has said whether it is. */
    Optional<CaseViews.Earlier> earlier(Tx tx, CaseRow c, Map<String, String> corrected) {
        if (!c.open() || c.follows() != null || c.errorKey() == null || c.device() == null) {
            return Optional.empty();
        }
        return cases.lastEnded(
                        tx, c.number(), c.errorKey(), c.device(), c.openedAt().minus(holding()))
                .filter(e -> !String.valueOf(e.number()).equals(corrected.get("not-again")))
                .map(e -> new CaseViews.Earlier(
                        e.number(),
                        e.closedAt(),
                        e.believedFix(),
                        e.believedFix() == null
                                ? null
                                : library.library()
                                        .fix(e.believedFix())
                                        .map(Fix::title)
                                        .orElse(e.believedFix())));
    }

    private CaseViews.Attempt attempt(Tx tx, CaseRunbook book, AttemptRow a, Hidden hidden) {
        return new CaseViews.Attempt(
                a.id(),
                a.fixKey(),
                book.titleOf(a.fixKey()),
                a.errorKey(),
                a.position(),
                Words.word(a.outcome()),
                a.cameBack(),
                a.triedBefore(),
                a.minutes(),
                a.note(),
                names.of(a.agent()),
                a.startedAt(),
                a.endedAt(),
                a.endedBy(),
                a.version(),
                attempts.steps(tx, a.id()).stream()
                        .map(s -> new CaseViews.Step(
                                s.clientId(),
                                s.step(),
                                Words.word(s.what()),
                                hidden.in(s.note()),
                                hidden.in(s.output()),
                                hidden.in(s.item()),
                                hidden.in(s.heard()),
                                s.at(),
                                s.agent()))
                        .toList());
    }

    /** A value that the fix should have captured and nobody has seen yet stays a visible blank. */
    private CaseViews.PutBack putBack(
            Tx tx, CaseRow c, List<AttemptRow> tried, PutBack p, Map<String, String> values, Hidden hidden) {
        AttemptRow attempt =
                tried.stream().filter(a -> a.id() == p.attempt()).findFirst().orElse(null);
        List<CaseViews.Piece> command = attempt == null ? List.of() : fixes.command(tx, c, attempt, p, values, hidden);
        boolean due = attempt != null && attempt.outcome() != null;
        return new CaseViews.PutBack(
                p.id(),
                p.attempt(),
                p.step(),
                Words.word(p.kind()),
                hidden.in(p.item()),
                hidden.in(p.text()),
                command,
                Words.word(p.after()),
                command.stream().anyMatch(x -> x.kind().equals("blank")) ? p.ifNotKnown() : "",
                due,
                Words.word(p.state()),
                p.taker() == null ? p.passedTo() : names.of(p.taker()),
                p.dueAt(),
                p.decidedBy());
    }

    /** The documents as the case keeps them. */
    public CaseRunbook runbook(Tx tx, CaseRow c) {
        return fixes.runbook(tx, c);
    }

    /** A fix as it is worked in one attempt. */
    WorkedAttempt worked(Tx tx, CaseRow c, AttemptRow a) {
        return fixes.worked(tx, c, a.fixKey(), facts(tx, c).values(), a)
                .orElseThrow(() -> Refusal.notFound("There is no published fix \"" + a.fixKey() + "\"."));
    }

    List<CaseViews.Question> questions(Tx tx, long number) {
        CaseRow c = row(tx, number);
        return fixes.questions(tx, c, facts(tx, c).values());
    }

    /** A fix with the values of the case and of the attempt that works it. */
    public CaseViews.FilledFix filled(Tx tx, long number, String key) {
        CaseRow c = row(tx, number);
        return fixes.filled(tx, c, key, facts(tx, c).values());
    }
}
