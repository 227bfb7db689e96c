package org.mendak.server.cases;

import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.mendak.core.language.CommandText;
import org.mendak.core.language.Facts;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.FixValues;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Vocabulary;
import org.mendak.server.library.Library;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** Puts a case together from its rows and the documents it keeps. */
@Component
public class CaseReader {

    private final CaseStore cases;
    private final AttemptStore attempts;
    private final LibraryService library;

    CaseReader(CaseStore cases, AttemptStore attempts, LibraryService library) {
        this.cases = cases;
        this.attempts = attempts;
        this.library = library;
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
        Map<String, String> all = new HashMap<>();
        put(all, "product", c.product());
        put(all, "product_version", c.productVersion());
        put(all, "phase", c.phase());
        put(all, "device", c.device());
        put(all, "reached", c.reached());
        cases.facts(tx, c.number()).forEach(f -> all.put(f.name(), f.value()));
        return new Facts(all);
    }

    private static void put(Map<String, String> all, String name, String value) {
        if (value != null && !value.isBlank()) {
            all.put(name, value);
        }
    }

    /** The known error as the case keeps it; empty if none was recognised. */
    public Optional<KnownError> error(Tx tx, CaseRow c) {
        if (c.errorKey() == null) {
            return Optional.empty();
        }
        Integer pinned = cases.pins(tx, c.number()).get("error/" + c.errorKey());
        return pinned == null ? library.library().error(c.errorKey()) : library.errorAt(tx, c.errorKey(), pinned);
    }

    /** A fix as the case keeps it; one that is not pinned is the published one. */
    public Optional<Fix> fix(Tx tx, long number, String key) {
        return fix(tx, cases.pins(tx, number), key);
    }

    private Optional<Fix> fix(Tx tx, Map<String, Integer> pins, String key) {
        Integer pinned = pins.get("fix/" + key);
        return pinned == null ? library.library().fix(key) : library.fixAt(tx, key, pinned);
    }

    /** The fixes of an error as the case keeps them, by key. */
    public Map<String, Fix> fixes(Tx tx, CaseRow c, KnownError error) {
        Map<String, Integer> pins = cases.pins(tx, c.number());
        Map<String, Fix> fixes = new HashMap<>();
        Library.fixKeys(error).forEach(k -> fix(tx, pins, k).ifPresent(f -> fixes.put(k, f)));
        return fixes;
    }

    /** Cases for a list; two more statements however many they are. */
    List<CaseViews.Line> lines(Tx tx, List<CaseRow> rows) {
        List<Long> numbers = rows.stream().map(CaseRow::number).toList();
        Map<Long, List<String>> outcomes = attempts.outcomes(tx, numbers);
        Map<Long, Integer> owed = attempts.owed(tx, numbers);
        return rows.stream()
                .map(c -> line(c, outcomes.getOrDefault(c.number(), List.of()), owed.getOrDefault(c.number(), 0)))
                .toList();
    }

    private CaseViews.Line line(CaseRow c, List<String> outcomes, int owed) {
        return new CaseViews.Line(
                c.number(),
                c.status(),
                c.errorKey(),
                title(c.errorKey()),
                c.product(),
                c.device(),
                c.requester(),
                c.reference(),
                c.waitsFor(),
                c.waitsUntil(),
                c.agent(),
                c.openedAt(),
                c.closedAt(),
                outcomes,
                owed);
    }

    private String title(String error) {
        return error == null
                ? "Not recognised yet"
                : library.library().error(error).map(KnownError::title).orElse(error);
    }

    CaseViews.Case view(Tx tx, long number) {
        CaseRow c = row(tx, number);
        Map<String, String> values = facts(tx, c).values();
        Map<String, Integer> pins = cases.pins(tx, number);
        List<AttemptRow> tried = attempts.ofCase(tx, number);
        return new CaseViews.Case(
                c.number(),
                c.status(),
                c.errorKey(),
                title(c.errorKey()),
                c.product(),
                c.productVersion(),
                c.phase(),
                c.device(),
                c.reference(),
                c.requester(),
                c.reached(),
                c.waitsFor(),
                c.waitsUntil(),
                c.believedFix(),
                c.limitation(),
                c.agent(),
                c.openedAt(),
                c.closedAt(),
                c.recurredAt(),
                c.follows(),
                cases.texts(tx, number).stream()
                        .map(t -> new CaseViews.Text(t.id(), t.text(), t.at(), t.agent()))
                        .toList(),
                cases.facts(tx, number).stream()
                        .map(f -> new CaseViews.Fact(f.name(), f.value(), f.source(), f.at(), f.agent()))
                        .toList(),
                cases.notes(tx, number).stream()
                        .map(n -> new CaseViews.Note(n.text(), n.at(), n.agent()))
                        .toList(),
                tried.stream().map(a -> attempt(tx, pins, a)).toList(),
                attempts.putBacks(tx, number).stream()
                        .map(p -> putBack(tx, pins, tried, p, values))
                        .toList(),
                pinnedOrder(c),
                newer(pins));
    }

    static List<String> pinnedOrder(CaseRow c) {
        return Arrays.stream(c.pinned().split(",")).filter(s -> !s.isEmpty()).toList();
    }

    private List<String> newer(Map<String, Integer> pins) {
        Map<String, Integer> now = library.library().revisions();
        return pins.entrySet().stream()
                .filter(e -> now.getOrDefault(e.getKey(), 0) > e.getValue())
                .map(Map.Entry::getKey)
                .sorted()
                .toList();
    }

    private CaseViews.Attempt attempt(Tx tx, Map<String, Integer> pins, AttemptRow a) {
        return new CaseViews.Attempt(
                a.id(),
                a.fixKey(),
                fix(tx, pins, a.fixKey()).map(Fix::title).orElse(a.fixKey()),
                a.errorKey(),
                a.position(),
                a.outcome(),
                a.cameBack(),
                a.triedBefore(),
                a.minutes(),
                a.note(),
                a.agent(),
                a.startedAt(),
                a.endedAt(),
                attempts.steps(tx, a.id()).stream()
                        .map(s -> new CaseViews.Step(
                                s.clientId(), s.step(), s.what(), s.note(), s.output(), s.at(), s.agent()))
                        .toList());
    }

    /** A value that the fix should have captured and nobody has seen yet stays a visible blank. */
    private CaseViews.PutBack putBack(
            Tx tx,
            Map<String, Integer> pins,
            List<AttemptRow> tried,
            AttemptStore.PutBack p,
            Map<String, String> values) {
        Set<String> declared = tried.stream()
                .filter(a -> a.id() == p.attempt())
                .findFirst()
                .flatMap(a -> fix(tx, pins, a.fixKey()))
                .map(FixValues::declared)
                .orElse(Set.of());
        List<CaseViews.Piece> command = p.command().isEmpty()
                ? List.of()
                : CommandText.fill(p.fence(), p.command(), declared, values).stream()
                        .map(CaseViews.Piece::of)
                        .toList();
        return new CaseViews.PutBack(
                p.id(), p.attempt(), p.step(), p.text(), command, p.afterSuccess(), p.state(), p.passedTo());
    }

    CaseViews.FilledFix filled(Tx tx, long number, String key) {
        CaseRow c = row(tx, number);
        Fix fix =
                fix(tx, number, key).orElseThrow(() -> Refusal.notFound("There is no published fix \"" + key + "\"."));
        Map<String, String> known = facts(tx, c).values();
        Map<String, String> values = FixValues.of(with(tx, c, key), known);
        Set<String> declared = FixValues.declared(fix);
        List<CaseViews.NeedState> needs =
                fix.needs().stream().map(n -> need(n, known)).toList();
        List<CaseViews.FilledStep> steps = java.util.stream.IntStream.range(
                        0, fix.steps().size())
                .mapToObj(i -> FilledSteps.of(i, fix.steps().get(i), declared, values))
                .toList();
        return new CaseViews.FilledFix(
                fix.key(),
                fix.title(),
                fix.workaround(),
                fix.minutes(),
                fix.risk().name().toLowerCase(Locale.ROOT),
                fix.discouraged(),
                fix.intro(),
                fix.sideEffects(),
                needs,
                steps);
    }

    private Map<String, String> with(Tx tx, CaseRow c, String fix) {
        return error(tx, c).stream()
                .flatMap(e -> e.tries().stream())
                .filter(t -> t.fix().equals(fix))
                .findFirst()
                .map(KnownError.TryItem::with)
                .orElse(Map.of());
    }

    private CaseViews.NeedState need(String id, Map<String, String> known) {
        String title = library.library()
                .vocabulary()
                .need(id)
                .map(Vocabulary.Need::title)
                .orElse(id);
        return new CaseViews.NeedState(id, title, known.getOrDefault("need." + id, "unknown"));
    }
}
