package org.mendak.server.planning;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.mendak.core.evidence.Outcome;
import org.mendak.core.language.Facts;
import org.mendak.core.plan.CasePlanner;
import org.mendak.core.plan.Plan;
import org.mendak.core.plan.Progress;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.server.cases.AttemptRow;
import org.mendak.server.cases.CaseReader;
import org.mendak.server.cases.CaseRow;
import org.mendak.server.cases.Goal;
import org.mendak.server.cases.PlanShown;
import org.mendak.server.cases.log.CaseLog;
import org.mendak.server.cases.runbook.CaseRunbook;
import org.mendak.server.evidence.EvidenceService;
import org.mendak.server.library.Library;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;

/** What to do next: facts, progress and evidence brought to the planner. */
@Service
public class PlanService implements PlanShown {

    private final Db db;
    private final CaseReader cases;
    private final EvidenceService evidence;
    private final LibraryService library;
    private final JsonMapper json;
    private final PlanStore store;
    private final CaseLog log;
    private final ShownPlans shown;

    PlanService(
            Db db,
            CaseReader cases,
            EvidenceService evidence,
            LibraryService library,
            JsonMapper json,
            PlanStore store,
            CaseLog log,
            ShownPlans shown) {
        this.shown = shown;
        this.db = db;
        this.cases = cases;
        this.evidence = evidence;
        this.library = library;
        this.json = json;
        this.store = store;
        this.log = log;
    }

    /** The plan of a case; empty if no known error was recognised in it. */
    Optional<Plan> ofCase(Caller caller, long number) {
        caller.may(Role.AGENT, Scope.READ, "see plans");
        return shown.made(number, () -> plan(number), this::shown);
    }

    /**
     * What is kept of a plan that was shown: one is kept with every attempt, so no more than what it proposed.
     *
     * @param ordered fixes in their order, each with its chance in thousandths; null where none was told
     */
    record Kept(String mode, List<Proposed> ordered, Integer handOverAfter) {

        record Proposed(String fix, Integer chance) {}

        static Kept of(Plan p) {
            return new Kept(
                    p.mode().name().toLowerCase(Locale.ROOT),
                    p.ordered().stream()
                            .map(i -> new Proposed(
                                    i.key(),
                                    i.chance() == null ? null : (Integer) (int) Math.round(1_000 * i.chance())))
                            .toList(),
                    p.handOverAfter());
        }
    }

    /** What is known of a case that is planned for. */
    private record Known(KnownError error, Map<String, Fix> fixes, CaseRow row, Facts facts, Progress progress) {}

    /** Reads the case first, and plans with no transaction open: evidence may have to be fitted, and a plan takes its time. */
    private Optional<Plan> plan(long number) {
        return db.tx(tx -> known(tx, number)).map(k -> {
            EvidenceService.Fitted fitted =
                    evidence.of(k.error(), k.fixes(), k.row().productVersion());
            return CasePlanner.plan(new CasePlanner.Request(
                    k.error(),
                    k.fixes(),
                    library.library().vocabulary(),
                    k.facts(),
                    k.progress(),
                    fitted.evidence(),
                    k.row().pinnedOrder(),
                    k.row().goal() == Goal.GOING,
                    fitted.past()));
        });
    }

    private Optional<Known> known(Tx tx, long number) {
        CaseRow c = cases.row(tx, number);
        CaseRunbook book = cases.runbook(tx, c);
        return book.error().map(error -> {
            List<AttemptRow> attempts = cases.attempts(tx, c.number());
            Progress done = progress(error.key(), attempts);
            return new Known(
                    error,
                    book.fixes(),
                    c,
                    cases.facts(tx, c),
                    new Progress(done.failed(), done.setAside(), log.firstPick(tx, under(error.key(), attempts))));
        });
    }

    /** The plan of a case that nobody has worked on yet. */
    public Plan ofError(Caller caller, String key, Map<String, String> facts) {
        caller.may(Role.AGENT, Scope.READ, "see plans");
        Library now = library.library();
        KnownError error = now.error(key)
                .orElseThrow(() -> Refusal.notFound("There is no published known error \"" + key + "\"."));
        Map<String, Fix> fixes = new HashMap<>();
        Library.fixKeys(error).forEach(k -> now.fix(k).ifPresent(f -> fixes.put(k, f)));
        EvidenceService.Fitted fitted = evidence.of(error, fixes, facts.get("product_version"));
        return CasePlanner.plan(new CasePlanner.Request(
                error,
                fixes,
                now.vocabulary(),
                new Facts(facts),
                Progress.NONE,
                fitted.evidence(),
                List.of(),
                "going".equals(facts.get("goal")),
                fitted.past()));
    }

    private static List<AttemptRow> under(String error, List<AttemptRow> attempts) {
        return attempts.stream()
                .filter(a -> a.errorKey() == null || a.errorKey().equals(error))
                .toList();
    }

    /** What the attempts so far mean for the plan; an attempt that is being worked means nothing yet. */
    static Progress progress(String error, List<AttemptRow> attempts) {
        Set<String> failed = new HashSet<>();
        Map<String, Outcome> setAside = new HashMap<>();
        Set<String> waiting = new HashSet<>();
        for (AttemptRow a : attempts) {
            if (a.outcome() == null || a.errorKey() != null && !a.errorKey().equals(error)) {
                continue;
            }
            Outcome o = a.outcome();
            failed.remove(a.fixKey());
            setAside.remove(a.fixKey());
            if (o.failed() || o.ended() && a.cameBack()) {
                failed.add(a.fixKey());
                waiting.forEach(setAside::remove);
                failed.addAll(waiting);
                waiting.clear();
            } else {
                setAside.put(a.fixKey(), o);
                if (o == Outcome.NOT_RETESTED) {
                    waiting.add(a.fixKey());
                }
            }
        }
        return new Progress(failed, setAside);
    }

    @Override
    public Shown now(long number) {
        return shown.of(number).or(() -> plan(number).map(this::shown)).orElse(null);
    }

    private Shown shown(Plan plan) {
        return new Shown(json.writeValueAsString(Kept.of(plan)), plan.proposedFirst());
    }

    @Override
    public void keep(Tx tx, long attempt, Shown shown) {
        store.keep(tx, attempt, shown.plan());
        if (shown.first() != null) {
            log.planned(tx, attempt, shown.first());
        }
    }
}
