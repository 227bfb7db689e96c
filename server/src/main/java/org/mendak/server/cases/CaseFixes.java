package org.mendak.server.cases;

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
import org.mendak.core.language.Truth;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.FixValues;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.NeedState;
import org.mendak.core.runbook.Vocabulary;
import org.mendak.core.runbook.WorkedStep;
import org.mendak.server.cases.owed.PutBack;
import org.mendak.server.cases.runbook.CaseRunbook;
import org.mendak.server.cases.runbook.CaseRunbooks;
import org.mendak.server.library.Sheets;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** The fixes and questions of a case with its values in them. */
@Component
class CaseFixes {

    private final AttemptStore attempts;
    private final StepReadings readings;
    private final CaseRunbooks runbooks;

    CaseFixes(AttemptStore attempts, StepReadings readings, CaseRunbooks runbooks) {
        this.attempts = attempts;
        this.readings = readings;
        this.runbooks = runbooks;
    }

    /** The documents as the case keeps them. */
    CaseRunbook runbook(Tx tx, CaseRow c) {
        return runbooks.of(tx, c.number(), c.errorKey());
    }

    /** The command of something owed; a value that nobody has seen yet stays a visible blank. */
    List<CaseViews.Piece> command(Tx tx, CaseRow c, AttemptRow a, PutBack p, Map<String, String> known, Hidden hidden) {
        if (p.command().isEmpty()) {
            return List.of();
        }
        List<WorkedStep> steps = runbook(tx, c).steps(a.fixKey());
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
        CaseRunbook book = runbook(tx, c);
        return book.fix(key)
                .map(fix -> WorkedAttempt.of(
                        fix,
                        book.steps(key),
                        book.values(key, known),
                        attempt == null ? List.of() : attempts.steps(tx, attempt.id()),
                        readings,
                        book.titles()));
    }

    /** The attempt that a fix is being worked in; null if it is not. */
    private AttemptRow running(Tx tx, long number, String key) {
        return attempts.ofCase(tx, number).stream()
                .filter(a -> a.running() && a.fixKey().equals(key))
                .findFirst()
                .orElse(null);
    }

    CaseViews.FilledFix filled(Tx tx, CaseRow c, String key, Map<String, String> known) {
        WorkedAttempt w = worked(tx, c, key, known, running(tx, c.number(), key))
                .orElseThrow(() -> Refusal.notFound("There is no published fix \"" + key + "\"."));
        CaseRunbook book = runbook(tx, c);
        Fix fix = w.fix();
        boolean spoken = c.reached() == Reached.PHONE;
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
                needs(steps, fix).stream().map(n -> need(book, n, known)).toList(),
                together(book, key),
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
    private static List<String> together(CaseRunbook book, String key) {
        return book.error().stream()
                .flatMap(e -> e.tries().stream())
                .filter(t -> t.fix().equals(key) || t.together().contains(key))
                .flatMap(t -> t.fix().equals(key) ? t.together().stream() : Stream.of(t.fix()))
                .distinct()
                .toList();
    }

    /** The questions of the case's known error in the author's order. */
    List<CaseViews.Question> questions(Tx tx, CaseRow c, Map<String, String> known) {
        CaseRunbook book = runbook(tx, c);
        KnownError e = book.error().orElse(null);
        if (e == null) {
            return List.of();
        }
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
                .mapToObj(i -> question(book, i, e.questions().get(i), c, declared, paths, known))
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
    private static List<CaseViews.Hanging> hangsOn(CaseRunbook book, Set<String> told, Map<String, String> known) {
        Facts facts = new Facts(known);
        return book.error().stream()
                .flatMap(e -> e.tries().stream())
                .filter(t -> t.when() != null && t.when().names().stream().anyMatch(told::contains))
                .filter(t -> t.when().evaluate(facts) == Truth.UNKNOWN)
                .map(t -> new CaseViews.Hanging(
                        t.fix(),
                        book.fix(t.fix()).map(Fix::title).orElse(t.title()),
                        t.guard().inWords(book.titles())))
                .toList();
    }

    private static CaseViews.Question question(
            CaseRunbook book,
            int index,
            KnownError.Question q,
            CaseRow c,
            Set<String> declared,
            Set<String> paths,
            Map<String, String> known) {
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
                book.vocabulary().fact(q.sets()).map(Vocabulary.Fact::how).orElse(""),
                run.stream().map(p -> CaseViews.Piece.of(p, book.titles())).toList(),
                c.reached() == Reached.PHONE ? FilledSteps.spoken(run) : List.of(),
                wanted(q),
                hangsOn(book, wanted, known),
                !wanted.isEmpty() && known.keySet().containsAll(wanted));
    }

    private static CaseViews.NeedLine need(CaseRunbook book, String id, Map<String, String> known) {
        Optional<Vocabulary.Need> declared = book.vocabulary().need(id);
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
