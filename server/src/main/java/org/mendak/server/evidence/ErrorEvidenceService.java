package org.mendak.server.evidence;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.mendak.core.evidence.CaseRate;
import org.mendak.core.evidence.CountedLog;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.LoggedCase;
import org.mendak.core.evidence.Try;
import org.mendak.core.language.Facts;
import org.mendak.core.plan.CasePlanner;
import org.mendak.core.plan.Plan;
import org.mendak.core.plan.Progress;
import org.mendak.core.runbook.KnownError;
import org.mendak.server.cases.log.CaseLog;
import org.mendak.server.library.Library;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Settings;
import org.springframework.stereotype.Service;

/** Puts together what the Evidence place tells of one known error. */
@Service
class ErrorEvidenceService {

    private static final int MOST_TRIES = 2_000;
    private static final int MOST_TEACHING = 2;

    private final EvidenceMemory memory;
    private final LibraryService library;
    private final Settings settings;
    private final Clock clock;
    private final DriftBar bar;

    ErrorEvidenceService(EvidenceMemory memory, LibraryService library, Settings settings, Clock clock, DriftBar bar) {
        this.bar = bar;
        this.memory = memory;
        this.library = library;
        this.settings = settings;
        this.clock = clock;
    }

    /**
     * What an error's chosen cases come to.
     *
     * @param all what is kept of all its cases
     * @param chosen the log of those that are chosen; null if all are
     */
    record Chosen(KnownError error, KeptLog all, CountedLog<CaseLog.Entry> chosen, EvidenceService.Fitted fitted) {

        /** Looks at the chosen cases. */
        <T> T look(Function<CountedLog<CaseLog.Entry>, T> at) {
            return chosen == null ? all.look(at) : at.apply(chosen);
        }

        List<LoggedCase> cases() {
            return look(CountedLog::entries).stream().map(CaseLog.Entry::logged).toList();
        }
    }

    ErrorEvidence of(Caller caller, String key, CaseChoice choice) {
        caller.may(Role.AGENT, Scope.READ, "see evidence");
        KnownError error = published(key);
        return view(choose(error, choice), choice);
    }

    KnownError published(String key) {
        return library.library()
                .error(key)
                .map(KnownError::plannable)
                .orElseThrow(() -> Refusal.notFound("There is no published known error \"" + key + "\"."));
    }

    Chosen choose(KnownError error, CaseChoice choice) {
        Library now = library.library();
        KeptLog all = memory.of(error, now.fixes());
        String version = choice.facts().get("product_version");
        if (choice.isEverything()) {
            EvidenceService.Fitted fitted = all.fitted(version);
            memory.weighed(all);
            return new Chosen(error, all, null, fitted);
        }
        CountedLog<CaseLog.Entry> kept = all.frame().empty();
        List<CaseLog.Entry> entries =
                all.frame().names().containsAll(choice.facts().keySet())
                        ? all.look(CountedLog::entries)
                        : memory.withAllFacts(error);
        entries.stream().filter(c -> choice.keeps(c, settings.zone())).forEach(kept::put);
        return new Chosen(error, all, kept, all.frame().fit(error, kept, version));
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
        EvidenceViews views = new EvidenceViews(library.library(), e);
        List<CaseLog.Entry> entries = chosen.look(CountedLog::entries);
        return new ErrorEvidence(
                error.key(),
                error.title(),
                entries.size(),
                e.cases(),
                e.solved(),
                e.enoughToMeasure(),
                e.isLittle(),
                e.alwaysOneOrder(),
                entries.isEmpty() ? null : entries.get(0).logged().month(),
                library.library().vocabulary().handOverMinutes(),
                views.fixes(
                        bar.last(), entries.stream().map(CaseLog.Entry::logged).toList()),
                order(chosen, choice),
                EvidenceViews.releases(chosen.look(CountedLog::versions)),
                views.forWhom(error, chosen.look(CountedLog::forWhom)),
                views.teaching(MOST_TEACHING),
                views.choices(
                        error,
                        chosen.all().look(CountedLog::entries),
                        chosen.all().look(CountedLog::forWhom)));
    }

    ErrorEvidence.Order order(Chosen chosen, CaseChoice choice) {
        Plan plan = plan(chosen, choice);
        List<String> keys = plan.ordered().stream().map(Plan.Item::key).toList();
        List<ErrorEvidence.Placed> measured = plan.ordered().stream()
                .map(i -> new ErrorEvidence.Placed(
                        i.key(),
                        i.title(),
                        i.chance(),
                        i.minutes(),
                        i.reasons().stream().map(Why::of).toList()))
                .toList();
        List<ErrorEvidence.Placed> authored = Library.fixKeys(chosen.error()).stream()
                .filter(keys::contains)
                .map(k -> measured.get(keys.indexOf(k)))
                .toList();
        double rate = chosen.look(log -> rate(log, until(choice)));
        Double saved = plan.savedMinutes();
        return new ErrorEvidence.Order(
                authored,
                measured,
                plan.handOverAfter(),
                plan.expectedMinutesAuthored(),
                plan.expectedMinutes(),
                saved,
                rate,
                saved == null ? null : (Double) (saved * rate),
                differs(chosen.error(), plan));
    }

    /** Whether the measured order is another one than the author's. */
    static boolean differs(KnownError error, Plan plan) {
        List<String> keys = plan.ordered().stream().map(Plan.Item::key).toList();
        return plan.mode() == Plan.Mode.MEASURED
                && !keys.equals(
                        Library.fixKeys(error).stream().filter(keys::contains).toList());
    }

    /** Cases a month before this moment. */
    static double rate(CountedLog<CaseLog.Entry> log, Instant end) {
        Instant since = CaseRate.since(end);
        int at = log.size();
        while (at > 0 && log.entry(at - 1).openedAt().isAfter(since)) {
            at--;
        }
        return CaseRate.aMonth(log.size() == 0 ? null : log.entry(0).openedAt(), log.size() - at, end);
    }

    /** The end of the last day that was asked for; now, if none was. */
    Instant until(CaseChoice choice) {
        return choice.to() == null
                ? clock.instant()
                : choice.to().plusDays(1).atStartOfDay(settings.zone()).toInstant();
    }

    /** The tries behind a fix's numbers. */
    ErrorEvidence.Tries tries(Caller caller, String key, String fix, CaseChoice choice) {
        caller.may(Role.AGENT, Scope.READ, "see evidence");
        KnownError error = published(key);
        int i = Library.fixKeys(error).indexOf(fix);
        if (i < 0) {
            throw Refusal.notFound("\"" + error.title() + "\" does not try \"" + fix + "\".");
        }
        Chosen chosen = choose(error, choice);
        int tried = chosen.fitted().evidence().tallies().get(i).tried();
        return EvidenceViews.tries(
                fix, tried, Try.newest(Library.fixKeys(error), List.of(fix), chosen.cases(), MOST_TRIES));
    }

    /** All tries of all fixes. */
    List<ErrorEvidence.Tries> allTries(Caller caller, String key, CaseChoice choice) {
        caller.may(Role.AGENT, Scope.READ, "see evidence");
        KnownError error = published(key);
        List<String> fixes = Library.fixKeys(error);
        Map<String, List<Try>> byFix =
                Try.newest(fixes, fixes, choose(error, choice).cases(), Integer.MAX_VALUE).stream()
                        .collect(Collectors.groupingBy(Try::fix));
        return fixes.stream()
                .map(f -> byFix.getOrDefault(f, List.of()))
                .filter(l -> !l.isEmpty())
                .map(l -> EvidenceViews.tries(l.get(0).fix(), l.size(), l))
                .toList();
    }

    LocalDate today() {
        return LocalDate.ofInstant(clock.instant(), settings.zone());
    }
}
