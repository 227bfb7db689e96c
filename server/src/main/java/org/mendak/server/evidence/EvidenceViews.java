package org.mendak.server.evidence;

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
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Vocabulary;
import org.mendak.server.cases.log.CaseLog;
import org.mendak.server.library.Library;

/** Evidence of one known error in the form in which it is told. */
final class EvidenceViews {

    /** What a case's own row says, in words. */
    private static final Map<String, String> OWN_FACTS =
            Map.of("product_version", "Product version", "reached", "How it was reached");

    private final Library library;
    private final Evidence e;

    EvidenceViews(Library library, Evidence evidence) {
        this.library = library;
        this.e = evidence;
    }

    List<ErrorEvidence.FixEvidence> fixes(double bar) {
        return IntStream.range(0, e.fixes().size()).mapToObj(i -> fix(i, bar)).toList();
    }

    /** What the tries of each fix say of a change. */
    List<Drift.Tested> tested() {
        return e.tallies().stream().map(t -> Drift.test(t.tries())).toList();
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

    /** The newest tries, the newest first. */
    static ErrorEvidence.Tries tries(String fix, List<FixTally.Try> all, int most) {
        return new ErrorEvidence.Tries(
                fix,
                all.size(),
                IntStream.range(0, Math.min(most, all.size()))
                        .mapToObj(i -> all.get(all.size() - 1 - i))
                        .map(x -> new ErrorEvidence.Try(
                                Long.parseLong(x.caseId()),
                                x.month(),
                                x.version(),
                                x.first(),
                                x.held(),
                                Double.isNaN(x.minutes()) ? null : x.minutes()))
                        .toList());
    }

    private ErrorEvidence.FixEvidence fix(int i, double bar) {
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
                Drift.test(t.tries()).above(bar).map(EvidenceViews::change).orElse(null),
                t.neverHelps(),
                afterRestart(i, fix),
                t.cases().stream().map(Long::valueOf).toList());
    }

    private static ErrorEvidence.Month month(FixTally.Month m) {
        Interval range = m.plausible();
        return new ErrorEvidence.Month(m.month(), m.tried(), m.held(), range.low(), range.high());
    }

    private static ErrorEvidence.Change change(Drift.Change c) {
        return new ErrorEvidence.Change(
                c.fell(),
                c.release(),
                c.month(),
                c.heldBefore(),
                c.triedBefore(),
                c.heldSince(),
                c.triedSince(),
                c.factor(),
                c.casesSince().stream().map(Long::valueOf).toList());
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
    static List<ErrorEvidence.Release> releases(List<LoggedCase> cases) {
        Map<String, String> first = new TreeMap<>();
        cases.stream()
                .filter(c -> c.productVersion() != null)
                .forEach(c -> first.merge(c.productVersion(), c.month(), (a, b) -> a.compareTo(b) < 0 ? a : b));
        String start = first.values().stream().min(Comparator.naturalOrder()).orElse("");
        return first.entrySet().stream()
                .filter(r -> !r.getValue().equals(start))
                .map(r -> new ErrorEvidence.Release(r.getKey(), r.getValue()))
                .toList();
    }

    List<ErrorEvidence.ForWhom> forWhom(KnownError error, List<LoggedCase> cases) {
        return ForWhom.of(e.fixes(), cases).stream()
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
    ErrorEvidence.Choices choices(KnownError error, List<CaseLog.Entry> all) {
        List<ErrorEvidence.FactChoice> facts =
                ForWhom.of(List.of(), all.stream().map(CaseLog.Entry::logged).toList()).stream()
                        .filter(w -> tells(error, w.fact()))
                        .map(w -> new ErrorEvidence.FactChoice(
                                w.fact(),
                                factTitle(w.fact()),
                                w.values().stream().map(ForWhom.Value::value).toList()))
                        .toList();
        return choices(all, facts);
    }

    static ErrorEvidence.Choices choices(List<CaseLog.Entry> all, List<ErrorEvidence.FactChoice> facts) {
        return new ErrorEvidence.Choices(
                distinct(all.stream().map(CaseLog.Entry::product)),
                distinct(all.stream().map(CaseLog.Entry::agent)),
                facts);
    }

    private static List<String> distinct(Stream<String> values) {
        return values.filter(Objects::nonNull).distinct().sorted().toList();
    }
}
