package org.mendak.server.cases;

import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.mendak.core.language.CommandText;
import org.mendak.core.language.Facts;
import org.mendak.core.language.Titles;
import org.mendak.core.language.Truth;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.FixValues;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.NeedState;
import org.mendak.core.runbook.RunbookTitles;
import org.mendak.core.runbook.Vocabulary;
import org.mendak.core.runbook.WorkedStep;
import org.mendak.server.library.Library;
import org.mendak.server.library.LibraryService;
import org.mendak.server.library.Sheets;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** The documents as a case keeps them, and its fixes with its values in them. */
@Component
class CaseFixes {

    private final CaseStore cases;
    private final AttemptStore attempts;
    private final StepReadings readings;
    private final LibraryService library;

    CaseFixes(CaseStore cases, AttemptStore attempts, StepReadings readings, LibraryService library) {
        this.cases = cases;
        this.attempts = attempts;
        this.readings = readings;
        this.library = library;
    }

    /** The known error as the case keeps it; empty if none was recognised. */
    Optional<KnownError> error(Tx tx, CaseRow c) {
        if (c.errorKey() == null) {
            return Optional.empty();
        }
        Integer pinned = cases.pins(tx, c.number()).get("error/" + c.errorKey());
        return pinned == null ? library.library().error(c.errorKey()) : library.errorAt(tx, c.errorKey(), pinned);
    }

    /** A fix as the case keeps it; one that is not pinned is the published one. */
    Optional<Fix> fix(Tx tx, long number, String key) {
        return fix(tx, cases.pins(tx, number), key);
    }

    Optional<Fix> fix(Tx tx, Map<String, Integer> pins, String key) {
        Integer pinned = pins.get("fix/" + key);
        return pinned == null ? library.library().fix(key) : library.fixAt(tx, key, pinned);
    }

    /** The fixes of an error as the case keeps them, by key. */
    Map<String, Fix> ofError(Tx tx, CaseRow c, KnownError error) {
        Map<String, Integer> pins = cases.pins(tx, c.number());
        Map<String, Fix> fixes = new HashMap<>();
        Library.fixKeys(error).forEach(k -> fix(tx, pins, k).ifPresent(f -> fixes.put(k, f)));
        return fixes;
    }

    /** The command of something owed; a value that nobody has seen yet stays a visible blank. */
    List<CaseViews.Piece> command(
            Tx tx, CaseRow c, AttemptRow a, AttemptStore.PutBack p, Map<String, String> known, Hidden hidden) {
        if (p.command().isEmpty()) {
            return List.of();
        }
        List<WorkedStep> steps = steps(tx, c.number(), a.fixKey());
        if (p.step() >= steps.size()) {
            return List.of(new CaseViews.Piece("literal", p.command(), "", "", ""));
        }
        WorkedStep w = steps.get(p.step());
        WorkedAttempt worked = worked(tx, c, a.fixKey(), known, a).orElseThrow();
        return CommandText.fill(
                        p.fence(), p.command(), w.declared(), worked.values().values(p.step(), p.item()), w.paths())
                .stream()
                .map(x -> CaseViews.Piece.of(x, worked.titles(), hidden))
                .toList();
    }

    /**
     * A fix as it is worked in one attempt.
     *
     * @param attempt the attempt whose readings count; null for one that was not started
     */
    Optional<WorkedAttempt> worked(Tx tx, CaseRow c, String key, Map<String, String> known, AttemptRow attempt) {
        Map<String, Integer> pins = cases.pins(tx, c.number());
        return fix(tx, pins, key)
                .map(fix -> WorkedAttempt.of(
                        fix,
                        steps(tx, pins, fix),
                        values(tx, c, key, known),
                        attempt == null ? List.of() : attempts.steps(tx, attempt.id()),
                        readings,
                        titles(tx, c)));
    }

    /** The attempt that a fix is being worked in; null if it is not. */
    private AttemptRow running(Tx tx, long number, String key) {
        return attempts.ofCase(tx, number).stream()
                .filter(a -> a.outcome() == null && a.fixKey().equals(key))
                .findFirst()
                .orElse(null);
    }

    /** What the facts and values of a case are called. */
    RunbookTitles titles(Tx tx, CaseRow c) {
        KnownError error = error(tx, c).orElse(null);
        return RunbookTitles.of(
                library.library().vocabulary(),
                error,
                error == null ? List.of() : ofError(tx, c, error).values());
    }

    /** A fix's steps as a case numbers them, those of its parts in place. */
    List<WorkedStep> steps(Tx tx, long number, String key) {
        Map<String, Integer> pins = cases.pins(tx, number);
        return fix(tx, pins, key).map(f -> steps(tx, pins, f)).orElse(List.of());
    }

    private List<WorkedStep> steps(Tx tx, Map<String, Integer> pins, Fix fix) {
        return WorkedStep.of(fix, k -> fix(tx, pins, k));
    }

    /** What the commands of a fix's steps are filled with: the case's values, and what its known error hands in. */
    Map<String, String> values(Tx tx, CaseRow c, String fix, Map<String, String> known) {
        return FixValues.of(with(tx, c, fix), known);
    }

    CaseViews.FilledFix filled(Tx tx, CaseRow c, String key, Map<String, String> known) {
        WorkedAttempt w = worked(tx, c, key, known, running(tx, c.number(), key))
                .orElseThrow(() -> Refusal.notFound("There is no published fix \"" + key + "\"."));
        Fix fix = w.fix();
        boolean spoken = c.reached().equals("phone");
        List<WorkedStep> steps = w.steps();
        return new CaseViews.FilledFix(
                fix.key(),
                fix.title(),
                fix.workaround(),
                fix.minutes(),
                risk(steps, fix).name().toLowerCase(Locale.ROOT),
                fix.discouraged(),
                fix.intro(),
                fix.sideEffects(),
                Sheets.Told.of(fix),
                needs(steps, fix).stream().map(n -> need(n, known)).toList(),
                together(tx, c, key),
                FilledSteps.all(w, spoken));
    }

    /** The greatest risk of a fix and its parts. */
    private static Fix.Risk risk(List<WorkedStep> steps, Fix fix) {
        return steps.stream().map(w -> w.fix().risk()).reduce(fix.risk(), (a, b) -> a.compareTo(b) < 0 ? b : a);
    }

    /** What a fix and its parts need; a state that the fix brings about itself on the way is not asked for beforehand. */
    private static Set<String> needs(List<WorkedStep> steps, Fix fix) {
        Set<String> needs = new LinkedHashSet<>(fix.needs());
        Set<String> left = new HashSet<>();
        for (WorkedStep w : steps) {
            w.fix().needs().stream().filter(n -> !left.contains(n)).forEach(needs::add);
            left.addAll(w.fix().leaves());
        }
        return needs;
    }

    /** The fixes that are done with this one before one retest. */
    private List<String> together(Tx tx, CaseRow c, String key) {
        return error(tx, c).stream()
                .flatMap(e -> e.tries().stream())
                .filter(t -> t.fix().equals(key) || t.together().contains(key))
                .flatMap(t -> t.fix().equals(key) ? t.together().stream() : Stream.of(t.fix()))
                .distinct()
                .toList();
    }

    /** The questions of the case's known error in the author's order. */
    List<CaseViews.Question> questions(Tx tx, CaseRow c, Map<String, String> known) {
        KnownError e = error(tx, c).orElse(null);
        if (e == null) {
            return List.of();
        }
        RunbookTitles titles = titles(tx, c);
        Set<String> declared = new HashSet<>(known.keySet());
        e.signatures().stream()
                .filter(s -> s.template() != null)
                .forEach(s -> declared.addAll(s.template().names().keySet()));
        e.questions().forEach(q -> declared.addAll(captured(q)));
        Set<String> paths = new HashSet<>();
        e.signatures().stream()
                .filter(x -> x.template() != null)
                .forEach(x -> paths.addAll(FixValues.paths(x.template())));
        return IntStream.range(0, e.questions().size())
                .mapToObj(i -> question(tx, e, i, e.questions().get(i), c, declared, paths, known, titles))
                .toList();
    }

    private static Set<String> captured(KnownError.Question q) {
        return q.capture() == null ? Set.of() : q.capture().names().keySet();
    }

    private static List<ReadViews.Wanted> wanted(KnownError.Question q) {
        return q.capture() == null
                ? List.of()
                : q.capture().names().entrySet().stream()
                        .map(n -> new ReadViews.Wanted(
                                n.getKey(),
                                q.capture().titles().get(n.getKey()),
                                n.getValue().word()))
                        .toList();
    }

    /** The fixes whose condition is open and compares what the question tells. */
    private List<CaseViews.Hanging> hangsOn(
            Tx tx, CaseRow c, KnownError error, Set<String> told, Map<String, String> known, Titles titles) {
        Facts facts = new Facts(known);
        return error.tries().stream()
                .filter(t -> t.when() != null && t.when().names().stream().anyMatch(told::contains))
                .filter(t -> t.when().evaluate(facts) == Truth.UNKNOWN)
                .map(t -> new CaseViews.Hanging(
                        t.fix(),
                        fix(tx, c.number(), t.fix()).map(Fix::title).orElse(t.title()),
                        t.guard().inWords(titles)))
                .toList();
    }

    private CaseViews.Question question(
            Tx tx,
            KnownError error,
            int index,
            KnownError.Question q,
            CaseRow c,
            Set<String> declared,
            Set<String> paths,
            Map<String, String> known,
            Titles titles) {
        List<CommandText.Piece> run =
                q.run().isEmpty() ? List.of() : CommandText.fill("sh", q.run(), declared, known, paths);
        Set<String> wanted = new HashSet<>(captured(q));
        if (!q.sets().isEmpty()) {
            wanted.add(q.sets());
        }
        return new CaseViews.Question(
                index,
                q.text(),
                q.sets(),
                q.choices(),
                q.minutes(),
                library.library()
                        .vocabulary()
                        .fact(q.sets())
                        .map(Vocabulary.Fact::how)
                        .orElse(""),
                run.stream().map(p -> CaseViews.Piece.of(p, titles)).toList(),
                c.reached().equals("phone") ? FilledSteps.spoken(run) : List.of(),
                wanted(q),
                hangsOn(tx, c, error, wanted, known, titles),
                !wanted.isEmpty() && known.keySet().containsAll(wanted));
    }

    private Map<String, String> with(Tx tx, CaseRow c, String fix) {
        return error(tx, c).stream()
                .flatMap(e -> e.tries().stream())
                .filter(t -> t.fix().equals(fix))
                .findFirst()
                .map(KnownError.TryItem::with)
                .orElse(Map.of());
    }

    private CaseViews.NeedLine need(String id, Map<String, String> known) {
        Optional<Vocabulary.Need> declared = library.library().vocabulary().need(id);
        String title = declared.map(Vocabulary.Need::title).orElse(id);
        String how = declared.map(Vocabulary.Need::how).orElse("");
        Optional<NeedState> state = NeedState.of(id);
        String fact = state.map(NeedState::fact).orElse("need." + id);
        String wanted = state.map(NeedState::value).orElse("yes");
        String now = known.get(fact);
        String word =
                now == null ? "unknown" : now.equalsIgnoreCase(wanted) ? "yes" : state.isPresent() ? "other" : "no";
        return new CaseViews.NeedLine(id, title, word, fact, wanted, how);
    }
}
