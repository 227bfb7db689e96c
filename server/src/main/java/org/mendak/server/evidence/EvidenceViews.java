package org.mendak.server.evidence;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.mendak.core.evidence.Drift;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.FixTally;
import org.mendak.core.evidence.ForWhom;
import org.mendak.core.evidence.Interval;
import org.mendak.core.evidence.LoggedCase;
import org.mendak.core.evidence.Try;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Vocabulary;
import org.mendak.server.cases.log.CaseLog;
import org.mendak.server.library.Library;

/** Evidence of one known error in the form in which it is told. */
final class EvidenceViews {

    /** What a case's own row says, in words. */
    static final Map<String, String> OWN_FACTS =
            Map.of("product_version", "Product version", "reached", "How it was reached");

    /** Cases since a change that can be opened from there, the newest. */
    private static final int MOST_SINCE = 2_000;

    /** Cases that a fix was tried in which can be opened from its numbers, the newest. */
    private static final int MOST_CASES = 100;

    private final Library library;
    private final Evidence e;

    EvidenceViews(Library library, Evidence evidence) {
        this.library = library;
        this.e = evidence;
    }

    /** @param log the cases that the numbers are of, oldest first */
    List<ErrorEvidence.FixEvidence> fixes(double bar, List<LoggedCase> log) {
        return IntStream.range(0, e.fixes().size())
                .mapToObj(i -> fix(i, bar, log))
                .toList();
    }

    /** What the tries of each fix say of a change. */
    static List<Drift.Tested> tested(Evidence e) {
        return e.tallies().stream().map(t -> Drift.test(t.slices())).toList();
    }

    /** The fixes that may work more or less often than they did. */
    List<DeskEvidence.Changed> changed(KnownError error, List<Drift.Tested> tested) {
        return IntStream.range(0, e.fixes().size())
                .boxed()
                .flatMap(i -> tested.get(i).change().stream()
                        .map(c -> new DeskEvidence.Changed(
                                error.key(),
                                error.title(),
                                e.fixes().get(i),
                                title(e.fixes().get(i)),
                                c.fell(),
                                c.release(),
                                c.month(),
                                (double) c.heldBefore() / c.triedBefore(),
                                (double) c.heldSince() / c.triedSince(),
                                c.factor())))
                .toList();
    }

    /** The titles of fixes that hardly ever helped. */
    List<String> hardlyEver() {
        return IntStream.range(0, e.fixes().size())
                .filter(i -> e.tallies().get(i).neverHelps())
                .mapToObj(i -> title(e.fixes().get(i)))
                .toList();
    }

    /** @param tries the newest first; of {@code tried} in all */
    static ErrorEvidence.Tries tries(String fix, int tried, List<Try> tries) {
        return new ErrorEvidence.Tries(
                fix,
                tried,
                tries.stream()
                        .map(x -> new ErrorEvidence.Try(
                                x.caseNumber(),
                                x.month(),
                                x.version(),
                                x.first(),
                                x.held(),
                                Double.isNaN(x.minutes()) ? null : x.minutes()))
                        .toList());
    }

    private ErrorEvidence.FixEvidence fix(int i, double bar, List<LoggedCase> log) {
        FixTally t = e.tallies().get(i);
        Optional<Fix> fix = library.fix(e.fixes().get(i));
        boolean ranged = t.tried() > 0 && !e.isLittle();
        Optional<Interval> first = e.enoughToMeasure() ? e.plausible(i, 0) : Optional.empty();
        return new ErrorEvidence.FixEvidence(
                e.fixes().get(i),
                title(e.fixes().get(i)),
                t.tried(),
                t.worked(),
                t.held(),
                t.triedFirst(),
                t.workedFirst(),
                t.together(),
                t.credit(),
                e.enoughToMeasure() ? (Double) e.model().chance(i, 0) : null,
                first.map(Interval::low).orElse(null),
                first.map(Interval::high).orElse(null),
                t.tried() == 0 ? null : (Double) ((double) t.held() / t.tried()),
                ranged ? (Double) t.plausible().low() : null,
                ranged ? (Double) t.plausible().high() : null,
                t.minutes(),
                fix.map(Fix::minutes).orElse(null),
                t.months().stream().map(EvidenceViews::month).toList(),
                Drift.test(t.slices())
                        .above(bar)
                        .map(c -> change(e.fixes().get(i), c, log))
                        .orElse(null),
                t.neverHelps(),
                afterRestart(i, fix),
                cases(e.fixes().get(i), log));
    }

    /** The newest cases that a fix was tried in, the newest last. */
    private List<Long> cases(String fix, List<LoggedCase> log) {
        List<Long> newest = new ArrayList<>(Try.newest(e.fixes(), List.of(fix), log, MOST_CASES).stream()
                .map(Try::caseNumber)
                .distinct()
                .toList());
        Collections.reverse(newest);
        return newest;
    }

    private static ErrorEvidence.Month month(FixTally.Month m) {
        Interval range = m.plausible();
        return new ErrorEvidence.Month(m.month(), m.tried(), m.held(), range.low(), range.high());
    }

    private ErrorEvidence.Change change(String fix, Drift.Change c, List<LoggedCase> log) {
        List<LoggedCase> since =
                log.stream().filter(l -> c.since(l.productVersion(), l.month())).toList();
        return new ErrorEvidence.Change(
                c.fell(),
                c.release(),
                c.month(),
                c.heldBefore(),
                c.triedBefore(),
                c.heldSince(),
                c.triedSince(),
                c.factor(),
                Try.newest(e.fixes(), List.of(fix), since, MOST_SINCE).stream()
                        .map(Try::caseNumber)
                        .distinct()
                        .toList());
    }

    /** A fix with a restart in it, beside the plain restart: what the rest of it is worth. */
    private Double afterRestart(int i, Optional<Fix> fix) {
        if (!e.enoughToMeasure()
                || fix.filter(f -> f.restarts() && !f.isPlainRestart()).isEmpty()) {
            return null;
        }
        for (int plain = 0; plain < e.fixes().size(); plain++) {
            if (library.fix(e.fixes().get(plain)).filter(Fix::isPlainRestart).isPresent()) {
                return e.model().chance(i, 1L << plain);
            }
        }
        return null;
    }

    private String title(String fix) {
        return library.fix(fix).map(Fix::title).orElse(fix);
    }

    /** When each product version was first met, but for those that were there from the start. */
    static List<ErrorEvidence.Release> releases(Map<String, String> first) {
        String start = first.values().stream().min(Comparator.naturalOrder()).orElse("");
        return new TreeMap<>(first)
                .entrySet().stream()
                        .filter(r -> !r.getValue().equals(start))
                        .map(r -> new ErrorEvidence.Release(r.getKey(), r.getValue()))
                        .toList();
    }

    List<ErrorEvidence.ForWhom> forWhom(KnownError error, List<ForWhom> whom) {
        return whom.stream()
                .filter(w -> tells(error, w.fact()))
                .map(w -> new ErrorEvidence.ForWhom(
                        w.fact(),
                        factTitle(w.fact()),
                        w.values().stream()
                                .map(v -> new ErrorEvidence.Value(
                                        v.value(),
                                        v.cases(),
                                        v.fixes().stream()
                                                .map(c -> new ErrorEvidence.Count(c.tried(), c.held()))
                                                .toList()))
                                .toList()))
                .toList();
    }

    /** Whether a fact says who it is; what a message captured says only where it happened. */
    private boolean tells(KnownError error, String fact) {
        // what was known under an earlier name is told under today's
        boolean former = library.vocabulary().formerNames().containsKey(fact);
        return !former
                && (OWN_FACTS.containsKey(fact)
                        || library.vocabulary().fact(fact).isPresent()
                        || error.questions().stream().anyMatch(q -> q.sets().equals(fact)));
    }

    private String factTitle(String name) {
        return library.vocabulary()
                .fact(name)
                .map(Vocabulary.Fact::title)
                .orElse(OWN_FACTS.getOrDefault(name, name.replace('_', ' ')));
    }

    List<ErrorEvidence.Teaching> teaching(int most) {
        return e.worthTryingFirst(most).stream()
                .map(i -> new ErrorEvidence.Teaching(
                        e.fixes().get(i),
                        title(e.fixes().get(i)),
                        e.tallies().get(i).tried(),
                        e.tallies().get(i).triedFirst(),
                        e.model().chance(i, 0),
                        e.plausible(i, 0).map(Interval::high).orElse(1.0)))
                .toList();
    }

    /** What cases can be chosen by: what says who they are, with the values that occur. */
    ErrorEvidence.Choices choices(KnownError error, List<CaseLog.Entry> all, List<ForWhom> whom) {
        List<ErrorEvidence.FactChoice> facts = whom.stream()
                .filter(w -> tells(error, w.fact()))
                .map(w -> new ErrorEvidence.FactChoice(
                        w.fact(),
                        factTitle(w.fact()),
                        w.values().stream().map(ForWhom.Value::value).toList()))
                .toList();
        return new ErrorEvidence.Choices(
                distinct(all.stream().map(CaseLog.Entry::product)),
                all.stream()
                        .map(CaseLog.Entry::agent)
                        .distinct()
                        .map(w -> new ErrorEvidence.Worker(w.id(), w))
                        .toList(),
                facts);
    }

    static List<String> distinct(Stream<String> values) {
        return values.filter(Objects::nonNull).distinct().sorted().toList();
    }
}
