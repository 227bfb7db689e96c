package org.mendak.server.gaps;

import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import org.mendak.core.recognise.Recogniser;
import org.mendak.core.recognise.Recognition;
import org.mendak.core.review.DeskReview;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Problem;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Settings;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Service;

/** Brings the desk's records to the review that wants them. */
@Service
class UpkeepService {

    /** Texts that a signature is tried on; the newest say most about what is met now. */
    private static final int MOST_TEXTS = 2_000;

    private final Db db;
    private final UpkeepStore store;
    private final LibraryService library;
    private final ZoneId zone;
    private final Clock clock;

    UpkeepService(Db db, UpkeepStore store, LibraryService library, Settings settings, Clock clock) {
        this.db = db;
        this.store = store;
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
        record Read(List<String> texts, int cases, LocalDate published) {}
        Read read = db.tx(tx -> new Read(
                store.textsOfOthers(tx, e.key(), MOST_TEXTS),
                store.cases(tx, e.key()),
                published(tx, DocumentKind.ERROR, e.key())));
        Recogniser own = Recogniser.of(List.of(e));
        int matched = (int) read.texts().stream()
                .filter(t -> own.recognise(new Recogniser.Query(t, null, null, null)).candidates().stream()
                        .anyMatch(Recognition.Candidate::recognised))
                .count();
        return DeskReview.of(
                e, new DeskReview.ErrorFigures(read.texts().size(), matched, read.cases(), read.published()), today());
    }

    /** What the desk's records say against a fix that readers see. */
    List<Problem> ofFix(Caller caller, String key) {
        caller.may(Role.AUTHOR, Scope.READ, "see upkeep");
        Fix f = library.library()
                .fix(key)
                .orElseThrow(() -> Refusal.notFound("There is no published fix \"" + key + "\"."));
        return db.tx(tx -> {
            UpkeepStore.Minutes m = store.minutes(tx, f.key());
            return DeskReview.of(
                    f,
                    new DeskReview.FixFigures(m.measured(), m.median(), published(tx, DocumentKind.FIX, f.key())),
                    today());
        });
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
