package org.mendak.server.evidence;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import org.mendak.core.evidence.Drift;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.FixTally;
import org.mendak.core.evidence.ForWhom;
import org.mendak.core.evidence.Interval;
import org.mendak.core.evidence.LoggedCase;
import org.mendak.core.language.Facts;
import org.mendak.core.plan.CasePlanner;
import org.mendak.core.plan.Plan;
import org.mendak.core.plan.Progress;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Vocabulary;
import org.mendak.server.cases.CaseLog;
import org.mendak.server.library.Library;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Settings;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Service;

/** Puts together what the Evidence place tells of one known error. */
@Service
class ErrorEvidenceService {

    /** What a case's own row says, in words. */
    private static final Map<String, String> OWN_FACTS =
            Map.of("product_version", "Product version", "reached", "How it was reached");

    private static final int MOST_TRIES = 200;
    private static final int MOST_TEACHING = 2;
    private static final int RATE_MONTHS = 3;
    private static final double DAYS_A_MONTH = 30.4;

    private final Db db;
    private final EvidenceService evidence;
    private final LibraryService library;
    private final Settings settings;
    private final Clock clock;

    ErrorEvidenceService(Db db, EvidenceService evidence, LibraryService library, Settings settings, Clock clock) {
        this.db = db;
        this.evidence = evidence;
        this.library = library;
        this.settings = settings;
        this.clock = clock;
    }

    /** What an error's chosen cases come to. */
    record Chosen(
            KnownError error, List<CaseLog.Entry> all, List<CaseLog.Entry> entries, EvidenceService.Fitted fitted) {
        List<LoggedCase> cases() {
            return entries.stream().map(CaseLog.Entry::logged).toList();
        }
    }

    ErrorEvidence of(Caller caller, String key, CaseChoice choice) {
        caller.may(Role.AGENT, Scope.READ, "see evidence");
        KnownError error = published(key);
        return view(db.tx(tx -> choose(tx, error, choice)), choice);
    }

    KnownError published(String key) {
        return library.library()
                .error(key)
                .orElseThrow(() -> Refusal.notFound("There is no published known error \"" + key + "\"."));
    }

    Chosen choose(Tx tx, KnownError error, CaseChoice choice) {
        ZoneId zone = settings.zone();
        List<CaseLog.Entry> all = evidence.entries(tx, error);
        List<CaseLog.Entry> kept = choice.isEverything()
                ? all
                : all.stream().filter(c -> choice.keeps(c, zone)).toList();
        Map<String, Fix> fixes = library.library().fixes();
        String version = choice.facts().get("product_version");
        EvidenceService.Fitted fitted = choice.isEverything()
                ? evidence.of(tx, error, fixes, version)
                : evidence.fit(
                        error, fixes, kept.stream().map(CaseLog.Entry::logged).toList(), version);
        return new Chosen(error, all, kept, fitted);
    }

    /** The plan of a case of this error of which only what was chosen is known. */
    Plan plan(Chosen chosen, CaseChoice choice) {
        Library now = library.library();
        return CasePlanner.plan(new CasePlanner.Request(
                chosen.error(),
                now.fixes(),
                now.vocabulary(),
                new Facts(choice.facts()),
                Progress.NONE,
                chosen.fitted().evidence(),
                List.of(),
                false,
                chosen.fitted().past()));
    }

    private ErrorEvidence view(Chosen chosen, CaseChoice choice) {
        KnownError error = chosen.error();
        Evidence e = chosen.fitted().evidence();
        List<ErrorEvidence.FixEvidence> fixes = new ArrayList<>();
        for (int i = 0; i < e.fixes().size(); i++) {
            fixes.add(fix(e, i));
        }
        return new ErrorEvidence(
                error.key(),
                error.title(),
                chosen.entries().size(),
                e.cases(),
                e.solved(),
                e.enoughToMeasure(),
                e.alwaysOneOrder(),
                chosen.entries().isEmpty()
                        ? null
                        : chosen.entries().get(0).logged().month(),
                library.library().vocabulary().handOverMinutes(),
                fixes,
                order(chosen, choice),
                releases(chosen.cases()),
                forWhom(e, chosen),
                teaching(e),
                choices(chosen.error(), chosen.all()));
    }

    ErrorEvidence.FixEvidence fix(Evidence e, int i) {
        FixTally t = e.tallies().get(i);
        Optional<Fix> fix = library.library().fix(e.fixes().get(i));
        Optional<Interval> first = e.enoughToMeasure() ? e.plausible(i, 0) : Optional.empty();
        List<FixTally.Try> newest = t.tries()
                .subList(Math.max(0, t.tries().size() - MOST_TRIES), t.tries().size());
        return new ErrorEvidence.FixEvidence(
                e.fixes().get(i),
                title(e.fixes().get(i)),
                t.tried(),
                t.worked(),
                t.held(),
                t.triedFirst(),
                t.workedFirst(),
                e.enoughToMeasure() ? (Double) e.model().chance(i, 0) : null,
                first.map(Interval::low).orElse(null),
                first.map(Interval::high).orElse(null),
                t.tried() == 0 ? null : (Double) ((double) t.held() / t.tried()),
                t.tried() == 0 ? null : (Double) t.plausible().low(),
                t.tried() == 0 ? null : (Double) t.plausible().high(),
                t.minutes(),
                fix.map(Fix::minutes).orElse(null),
                t.months().stream().map(ErrorEvidenceService::month).toList(),
                Drift.of(t.tries()).map(ErrorEvidenceService::change).orElse(null),
                t.neverHelps(),
                afterRestart(e, i, fix),
                t.cases().stream().map(Long::valueOf).toList(),
                newest.stream()
                        .map(x -> new ErrorEvidence.Try(
                                Long.parseLong(x.caseId()),
                                x.month(),
                                x.version(),
                                x.first(),
                                x.held(),
                                Double.isNaN(x.minutes()) ? null : x.minutes()))
                        .toList());
    }

    private static ErrorEvidence.Month month(FixTally.Month m) {
        Interval range = Interval.wilson((double) m.held() / m.tried(), m.tried(), Interval.Z_80);
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
    private Double afterRestart(Evidence e, int i, Optional<Fix> fix) {
        if (!e.enoughToMeasure()
                || fix.filter(f -> f.restarts() && !f.isPlainRestart()).isEmpty()) {
            return null;
        }
        for (int plain = 0; plain < e.fixes().size(); plain++) {
            if (library.library()
                    .fix(e.fixes().get(plain))
                    .filter(Fix::isPlainRestart)
                    .isPresent()) {
                return e.model().chance(i, 1L << plain);
            }
        }
        return null;
    }

    private String title(String fix) {
        return library.library().fix(fix).map(Fix::title).orElse(fix);
    }

    ErrorEvidence.Order order(Chosen chosen, CaseChoice choice) {
        Plan plan = plan(chosen, choice);
        List<String> keys = plan.ordered().stream().map(Plan.Item::key).toList();
        List<ErrorEvidence.Placed> measured = plan.ordered().stream()
                .map(i -> new ErrorEvidence.Placed(i.key(), i.title(), i.chance(), i.minutes(), i.reasons()))
                .toList();
        List<ErrorEvidence.Placed> authored = Library.fixKeys(chosen.error()).stream()
                .filter(keys::contains)
                .map(k -> measured.get(keys.indexOf(k)))
                .toList();
        double rate = aMonth(chosen.entries(), choice);
        Double saved = plan.expectedMinutes() == null
                ? null
                : (Double) Math.max(0, plan.expectedMinutesAuthored() - plan.expectedMinutes());
        return new ErrorEvidence.Order(
                authored,
                measured,
                plan.handOverAfter(),
                plan.expectedMinutesAuthored(),
                plan.expectedMinutes(),
                saved,
                rate,
                saved == null ? null : (Double) (saved * rate),
                plan.mode() == Plan.Mode.MEASURED
                        && !keys.equals(
                                authored.stream().map(ErrorEvidence.Placed::key).toList()));
    }

    /** Cases a month, over the three months up to the last day that was asked for, or since the first case if that is less. */
    private double aMonth(List<CaseLog.Entry> entries, CaseChoice choice) {
        if (entries.isEmpty()) {
            return 0;
        }
        Instant end = choice.to() == null
                ? clock.instant()
                : choice.to().plusDays(1).atStartOfDay(settings.zone()).toInstant();
        Instant since = end.minus(Duration.ofDays((long) (RATE_MONTHS * DAYS_A_MONTH)));
        long recent = entries.stream().filter(c -> c.openedAt().isAfter(since)).count();
        double span = Duration.between(entries.get(0).openedAt(), end).toDays() / DAYS_A_MONTH;
        return recent / Math.max(1, Math.min(RATE_MONTHS, span));
    }

    /** When each product version was first met, but for those that were there from the start. */
    private static List<ErrorEvidence.Release> releases(List<LoggedCase> cases) {
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

    private List<ErrorEvidence.ForWhom> forWhom(Evidence e, Chosen chosen) {
        return ForWhom.of(e.fixes(), chosen.cases()).stream()
                .filter(w -> tells(chosen.error(), w.fact()))
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
        return OWN_FACTS.containsKey(fact)
                || library.library().vocabulary().fact(fact).isPresent()
                || error.questions().stream().anyMatch(q -> q.sets().equals(fact));
    }

    private String factTitle(String name) {
        return library.library()
                .vocabulary()
                .fact(name)
                .map(Vocabulary.Fact::title)
                .orElse(OWN_FACTS.getOrDefault(name, name.replace('_', ' ')));
    }

    private List<ErrorEvidence.Teaching> teaching(Evidence e) {
        return e.worthTryingFirst(MOST_TEACHING).stream()
                .map(i -> new ErrorEvidence.Teaching(
                        e.fixes().get(i),
                        title(e.fixes().get(i)),
                        e.tallies().get(i).tried(),
                        e.tallies().get(i).triedFirst(),
                        e.model().chance(i, 0),
                        e.plausible(i, 0).map(Interval::high).orElse(1.0)))
                .toList();
    }

    private ErrorEvidence.Choices choices(KnownError error, List<CaseLog.Entry> all) {
        List<ErrorEvidence.FactChoice> facts =
                ForWhom.of(List.of(), all.stream().map(CaseLog.Entry::logged).toList()).stream()
                        .map(w -> new ErrorEvidence.FactChoice(
                                w.fact(),
                                factTitle(w.fact()),
                                w.values().stream().map(ForWhom.Value::value).toList()))
                        .toList();
        return new ErrorEvidence.Choices(
                distinct(all.stream().map(c -> c.product()).toList()),
                distinct(all.stream().map(c -> c.agent()).toList()),
                facts);
    }

    static List<String> distinct(List<String> values) {
        return values.stream().filter(Objects::nonNull).distinct().sorted().toList();
    }

    LocalDate today() {
        return LocalDate.ofInstant(clock.instant(), settings.zone());
    }
}
