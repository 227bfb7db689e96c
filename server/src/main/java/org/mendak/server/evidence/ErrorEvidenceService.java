package org.mendak.server.evidence;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.mendak.core.evidence.CaseRate;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.LoggedCase;
import org.mendak.core.language.Facts;
import org.mendak.core.plan.CasePlanner;
import org.mendak.core.plan.Plan;
import org.mendak.core.plan.Progress;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.server.cases.log.CaseLog;
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

    private static final int MOST_TRIES = 2_000;
    private static final int MOST_TEACHING = 2;

    private final Db db;
    private final EvidenceService evidence;
    private final LibraryService library;
    private final Settings settings;
    private final Clock clock;
    private final DriftBar bar;

    ErrorEvidenceService(
            Db db, EvidenceService evidence, LibraryService library, Settings settings, Clock clock, DriftBar bar) {
        this.bar = bar;
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
                .map(KnownError::plannable)
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
        EvidenceViews views = new EvidenceViews(library.library(), e);
        return new ErrorEvidence(
                error.key(),
                error.title(),
                chosen.entries().size(),
                e.cases(),
                e.solved(),
                e.enoughToMeasure(),
                e.isLittle(),
                e.alwaysOneOrder(),
                chosen.entries().isEmpty()
                        ? null
                        : chosen.entries().get(0).logged().month(),
                library.library().vocabulary().handOverMinutes(),
                views.fixes(bar.last()),
                order(chosen, choice),
                EvidenceViews.releases(chosen.cases()),
                views.forWhom(error, chosen.cases()),
                views.teaching(MOST_TEACHING),
                views.choices(error, chosen.all()));
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
        double rate = CaseRate.aMonth(
                chosen.entries().stream().map(CaseLog.Entry::openedAt).toList(), until(choice));
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
                plan.mode() == Plan.Mode.MEASURED
                        && !keys.equals(
                                authored.stream().map(ErrorEvidence.Placed::key).toList()));
    }

    /** The end of the last day that was asked for; now, if none was. */
    private Instant until(CaseChoice choice) {
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
        Evidence e = db.tx(tx -> choose(tx, error, choice)).fitted().evidence();
        return EvidenceViews.tries(fix, e.tallies().get(i).tries(), MOST_TRIES);
    }

    /** All tries of all fixes. */
    List<ErrorEvidence.Tries> allTries(Caller caller, String key, CaseChoice choice) {
        caller.may(Role.AGENT, Scope.READ, "see evidence");
        KnownError error = published(key);
        Evidence e = db.tx(tx -> choose(tx, error, choice)).fitted().evidence();
        return IntStream.range(0, e.fixes().size())
                .mapToObj(i ->
                        EvidenceViews.tries(e.fixes().get(i), e.tallies().get(i).tries(), Integer.MAX_VALUE))
                .toList();
    }

    LocalDate today() {
        return LocalDate.ofInstant(clock.instant(), settings.zone());
    }
}
