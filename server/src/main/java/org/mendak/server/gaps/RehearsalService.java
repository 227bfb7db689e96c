package org.mendak.server.gaps;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.mendak.core.plan.CasePlanner;
import org.mendak.core.plan.Plan;
import org.mendak.core.plan.Progress;
import org.mendak.core.review.Rehearsal;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.ParsedDocument;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.server.cases.CaseReader;
import org.mendak.server.cases.CaseRow;
import org.mendak.server.evidence.EvidenceService;
import org.mendak.server.library.Library;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Tx;
import org.mendak.server.recognition.RecognitionService;
import org.springframework.stereotype.Service;

/** Goes through past cases with a known error as it is written now, before it is published. */
@Service
class RehearsalService {

    /** The newest cases whose texts are tried; of the error itself so many more, however old. */
    static final int MOST_TEXTS = 1_000;

    static final int MOST_OF_ERROR = 300;

    /** The newest cases of the error that are planned again. */
    static final int MOST_PLANNED = 20;

    /** As many other errors as a text may be taken for are stood beside. */
    private static final int RIVALS = 4;

    private final Db db;
    private final RehearsalStore store;
    private final LibraryService library;
    private final RecognitionService recognition;
    private final EvidenceService evidence;
    private final CaseReader cases;

    RehearsalService(
            Db db,
            RehearsalStore store,
            LibraryService library,
            RecognitionService recognition,
            EvidenceService evidence,
            CaseReader cases) {
        this.db = db;
        this.store = store;
        this.library = library;
        this.recognition = recognition;
        this.evidence = evidence;
        this.cases = cases;
    }

    /**
     * How a past case would be gone about.
     *
     * @param firstBefore what the published runbook would begin with; null if nothing, or if none is published
     * @param minutesBefore expected minutes to its end; null if there is too little evidence
     */
    record CasePlan(
            long number,
            @OrNull String firstBefore,
            Double minutesBefore,
            @OrNull String firstAfter,
            Double minutesAfter) {}

    /** What a fix of the runbook would leave to put back. */
    record Owed(String fix, List<String> putBacks) {}

    /** What came of a rehearsal; {@code plans} are of the newest cases of the error, the newest first. */
    record Rehearsed(Rehearsal.Heard heard, List<CasePlan> plans, List<Owed> owed) {}

    Rehearsed of(Caller caller, String key, String text) {
        caller.may(Role.AUTHOR, Scope.READ, "rehearse documents");
        ParsedDocument d = RunbookParser.parse(DocumentKind.ERROR, key, text);
        KnownError edited = d.error();
        if (edited == null) {
            throw Refusal.invalid("The document cannot be read, so nothing can be rehearsed with it.");
        }
        Library now = library.library();
        KnownError published = now.error(key).orElse(null);
        return db.tx(tx -> {
            Map<String, Fix> fixes = library.newestFixes(tx, Library.fixKeys(edited));
            Rehearsal.Heard heard = Rehearsal.of(
                    edited, published, t -> rivals(now, t), store.texts(tx, key, MOST_TEXTS, MOST_OF_ERROR));
            return new Rehearsed(heard, plans(tx, edited, published, fixes), owed(edited, fixes));
        });
    }

    private List<KnownError> rivals(Library now, String text) {
        return recognition.recognise(text, null, null, null).candidates().stream()
                .limit(RIVALS)
                .map(c -> now.errors().get(c.error()))
                .filter(Objects::nonNull)
                .toList();
    }

    private List<CasePlan> plans(Tx tx, KnownError edited, KnownError published, Map<String, Fix> fixes) {
        List<Long> numbers = store.newest(tx, edited.key(), MOST_PLANNED);
        if (numbers.isEmpty()) {
            return List.of();
        }
        Map<String, Fix> seen = new HashMap<>();
        if (published != null) {
            Library.fixKeys(published).forEach(k -> library.library().fix(k).ifPresent(f -> seen.put(k, f)));
        }
        EvidenceService.Fitted after = evidence.rehearsed(tx, edited, fixes);
        Optional<EvidenceService.Fitted> before =
                Optional.ofNullable(published).map(p -> evidence.rehearsed(tx, p, seen));
        List<CasePlan> plans = new ArrayList<>();
        for (long n : numbers) {
            CaseRow c = cases.row(tx, n);
            Plan then = plan(tx, c, edited, fixes, after);
            Plan was = before.map(b -> plan(tx, c, published, seen, b)).orElse(null);
            plans.add(new CasePlan(
                    n,
                    was == null ? null : first(was),
                    was == null ? null : was.expectedMinutes(),
                    first(then),
                    then.expectedMinutes()));
        }
        return plans;
    }

    private static String first(Plan p) {
        return p.ordered().isEmpty() ? null : p.ordered().get(0).title();
    }

    /** As if nobody had worked on the case yet. */
    private Plan plan(Tx tx, CaseRow c, KnownError e, Map<String, Fix> fixes, EvidenceService.Fitted fitted) {
        return CasePlanner.plan(new CasePlanner.Request(
                e,
                fixes,
                library.library().vocabulary(),
                cases.facts(tx, c),
                Progress.NONE,
                fitted.evidence(),
                List.of(),
                false,
                fitted.past()));
    }

    private static List<Owed> owed(KnownError e, Map<String, Fix> fixes) {
        return Library.fixKeys(e).stream()
                .map(fixes::get)
                .filter(Objects::nonNull)
                .map(f -> new Owed(
                        f.title(),
                        f.steps().stream()
                                .flatMap(s -> s.putBacks().stream())
                                .map(p -> p.text().isEmpty() ? p.command() : p.text())
                                .toList()))
                .filter(o -> !o.putBacks().isEmpty())
                .toList();
    }
}
