package org.mendak.server.gaps;

import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.UUID;
import org.mendak.core.runbook.KnownError;
import org.mendak.server.cases.CaseFiling;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.springframework.stereotype.Service;

/** Cases from before a known error that say what it is recognised by: in one act they are put under it, and taken out again. */
@Service
class FilingService {

    /** As many in one act; with more of them it is done again. */
    private static final int MOST = 500;

    /** As many shapes are tried, those of most cases; each is tried once for each edition of the library. */
    private static final int LOOKED_AT = 1_000;

    /** For so long it is offered to take an act back. */
    private static final Duration TAKEN_BACK = Duration.ofDays(7);

    private static final int TOLD = 12;
    private static final int SAMPLES = 3;

    private final Db db;
    private final UnknownShapes unknown;
    private final NamedSince named;
    private final LibraryService library;
    private final CaseFiling cases;
    private final FilingStore store;
    private final AuditStore audit;
    private final Clock clock;

    FilingService(
            Db db,
            UnknownShapes unknown,
            NamedSince named,
            LibraryService library,
            CaseFiling cases,
            FilingStore store,
            AuditStore audit,
            Clock clock) {
        this.db = db;
        this.unknown = unknown;
        this.named = named;
        this.library = library;
        this.cases = cases;
        this.store = store;
        this.audit = audit;
        this.clock = clock;
    }

    /**
     * Cases from before a known error.
     *
     * @param count how many would be put under it in one act
     * @param cases some of them, the newest first
     * @param samples what some of them said
     * @param done what was put there in the last week and can be taken back; null if nothing was
     */
    record Before(
            int count,
            List<Long> cases,
            List<String> samples,
            @OrNull Filing done) {}

    /** What was done, and under which name it is taken back. */
    record Filing(String id, int count) {}

    /** Closed cases of the last year without a known error that this one is recognised in. */
    Before before(Caller caller, String error) {
        caller.may(Role.AGENT, Scope.READ, "see cases");
        String key = published(error).key();
        Found f = find(key);
        Filing done = db.tx(tx -> store.newest(tx, key, clock.instant().minus(TAKEN_BACK)))
                .map(a -> new Filing(a.filing(), a.cases()))
                .orElse(null);
        return new Before(
                f.numbers().size(),
                f.numbers().stream().limit(TOLD).toList(),
                f.texts().stream().distinct().limit(SAMPLES).toList(),
                done);
    }

    private record Found(List<Long> numbers, List<String> texts) {}

    private KnownError published(String error) {
        return library.library()
                .error(error)
                .orElseThrow(() -> Refusal.notFound("There is no published known error \"" + error + "\"."));
    }

    private Found find(String key) {
        UnknownShapes.Grouped g = db.tx(unknown::grouped);
        // no connection is held while texts are recognised
        List<Integer> places = new ArrayList<>();
        g.shapes().groups().stream()
                .sorted(Comparator.comparingInt((List<Integer> group) -> -group.size()))
                .limit(LOOKED_AT)
                .filter(group -> is(g, group.get(0), key))
                .flatMap(List::stream)
                .filter(i -> !g.cases().get(i).open() && is(g, i, key))
                .limit(MOST)
                .forEach(places::add);
        // the newest first, whichever shape they are in
        places.sort(Comparator.comparingLong((Integer i) -> -g.cases().get(i).number()));
        return new Found(
                places.stream().map(i -> g.cases().get(i).number()).toList(),
                places.stream().map(g.texts()::get).toList());
    }

    private boolean is(UnknownShapes.Grouped g, int place, String key) {
        return named.as(g.texts().get(place)).filter(key::equals).isPresent();
    }

    /** Puts them under it. Evidence and recognition learn from them as from any case that ended there. */
    Filing file(Caller caller, String error) {
        caller.may(Role.AUTHOR, Scope.LIBRARY, "put cases under a known error");
        String key = published(error).key();
        List<Long> numbers = find(key).numbers();
        String id = UUID.randomUUID().toString();
        List<Long> filed = cases.file(caller, numbers, key, (tx, changed) -> {
            store.filed(tx, id, changed, key, caller.who(), clock.instant());
            audit.write(tx, caller, "cases-filed", key, changed.size() + " cases");
        });
        return new Filing(id, filed.size());
    }

    /** Takes back what was put somewhere in one act; answers how many cases that changed. */
    Filing takeBack(Caller caller, String id) {
        caller.may(Role.AUTHOR, Scope.LIBRARY, "put cases under a known error");
        List<FilingStore.Filed> filed = db.tx(tx -> store.of(tx, id));
        if (filed.isEmpty()) {
            throw Refusal.notFound("Nothing was put under a known error by this name, or it was taken back already.");
        }
        String error = filed.get(0).error();
        List<Long> numbers = filed.stream().map(FilingStore.Filed::number).toList();
        List<Long> out = cases.takeOut(caller, numbers, error, (tx, changed) -> {
            store.forget(tx, id);
            audit.write(tx, caller, "cases-taken-out", error, changed.size() + " cases");
        });
        return new Filing(id, out.size());
    }
}
