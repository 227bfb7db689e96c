package org.mendak.server.library;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.mendak.core.review.Shelf;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.springframework.stereotype.Service;

/** The shelf of fixes, as authors see it: those that nobody sees yet and those put away, too. */
@Service
class FixShelfService {

    /** As many as are shown at once. */
    static final int MOST = 100;

    private static final int MOST_NAMED = 5;

    private final Db db;
    private final DocumentStore store;
    private final Shelves shelves;

    FixShelfService(Db db, DocumentStore store, Shelves shelves) {
        this.db = db;
        this.store = store;
        this.shelves = shelves;
    }

    /**
     * A fix on its shelf.
     *
     * @param minutes 0 if it cannot be read
     * @param uses how many known errors try it
     * @param alike other fixes that are called the same or have the same commands, at most {@value #MOST_NAMED}
     */
    record FixLine(
            String key,
            String title,
            Status status,
            int revision,
            boolean seen,
            double minutes,
            String risk,
            boolean workaround,
            int uses,
            List<Sheets.UsedBy> alike) {}

    /** Fixes by their titles; {@code total} counts those too that are not in the list. */
    record FixShelf(int total, List<FixLine> fixes) {}

    /**
     * The fixes whose key or title has every word.
     *
     * @param away whether those are meant that were put away, and no others
     */
    FixShelf of(Caller caller, String q, boolean away) {
        caller.may(Role.AUTHOR, Scope.READ, "see the shelf of fixes");
        DocumentStore.Sought sought = new DocumentStore.Sought(DocumentKind.FIX, away, q);
        return db.tx(tx -> {
            Shelf shelf = shelves.newest(tx);
            return new FixShelf(
                    store.count(tx, sought),
                    store.found(tx, sought, MOST).stream()
                            .map(d -> line(d, shelf))
                            .toList());
        });
    }

    private static FixLine line(StoredDocument d, Shelf shelf) {
        Optional<Fix> fix = Optional.ofNullable(shelf.fixes().get(d.key()));
        return new FixLine(
                d.key(),
                d.title(),
                d.status(),
                d.latest(),
                d.visible(),
                fix.map(Fix::minutes).orElse(0.0),
                fix.map(f -> f.risk().name().toLowerCase(Locale.ROOT)).orElse("safe"),
                fix.map(Fix::workaround).orElse(false),
                shelf.usersOf(d.key()).size(),
                fix.map(f -> shelf.twinsOf(f).stream()
                                .limit(MOST_NAMED)
                                .map(k -> new Sheets.UsedBy(
                                        k, shelf.fixes().get(k).title()))
                                .toList())
                        .orElse(List.of()));
    }
}
