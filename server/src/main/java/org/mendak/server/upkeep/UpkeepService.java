package org.mendak.server.upkeep;

import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Set;
import org.mendak.core.review.DeskReview;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Problem;
import org.mendak.server.evidence.EvidenceService;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Settings;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Service;

/** What the desk's records say against one document, for whoever writes it. */
@Service
class UpkeepService {

    private final Db db;
    private final UpkeepStore store;
    private final EvidenceService evidence;
    private final Caught caught;
    private final LibraryService library;
    private final ZoneId zone;
    private final Clock clock;

    UpkeepService(
            Db db,
            UpkeepStore store,
            EvidenceService evidence,
            Caught caught,
            LibraryService library,
            Settings settings,
            Clock clock) {
        this.evidence = evidence;
        this.db = db;
        this.store = store;
        this.caught = caught;
        this.library = library;
        this.zone = settings.zone();
        this.clock = clock;
    }

    /** What the desk's records say against a known error that readers see. */
    List<Problem> ofError(Caller caller, String key) {
        caller.may(Role.AUTHOR, Scope.READ, "see upkeep");
        KnownError e = library.library()
                .error(key)
                .orElseThrow(() -> Refusal.notFound("There is no published known error \"" + key + "\"."));
        Caught.Count c = caught.counts().of(e.key());
        return problems(db.tx(tx -> DeskReview.of(
                e,
                new DeskReview.ErrorFigures(
                        c.others(), c.taken(), store.cases(tx, e.key()), published(tx, DocumentKind.ERROR, e.key())),
                today())));
    }

    /** What the desk's records say against a fix that readers see. */
    List<Problem> ofFix(Caller caller, String key) {
        caller.may(Role.AUTHOR, Scope.READ, "see upkeep");
        Fix f = library.library()
                .fix(key)
                .orElseThrow(() -> Refusal.notFound("There is no published fix \"" + key + "\"."));
        EvidenceService.Took m = evidence.took(Set.of(f.key())).getOrDefault(f.key(), EvidenceService.Took.NEVER);
        return problems(db.tx(tx -> DeskReview.of(
                f,
                new DeskReview.FixFigures(m.measured(), m.median(), published(tx, DocumentKind.FIX, f.key())),
                today())));
    }

    private static List<Problem> problems(List<DeskReview.Finding> found) {
        return found.stream().map(DeskReview.Finding::problem).toList();
    }

    private LocalDate published(Tx tx, DocumentKind kind, String key) {
        return library.publishedAt(tx, kind, key)
                .map(i -> i.atZone(zone).toLocalDate())
                .orElse(null);
    }

    private LocalDate today() {
        return clock.instant().atZone(zone).toLocalDate();
    }
}
