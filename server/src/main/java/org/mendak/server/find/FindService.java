package org.mendak.server.find;

import com.fasterxml.jackson.annotation.JsonValue;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.apache.lucene.store.Directory;
import org.apache.lucene.store.MMapDirectory;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.server.cases.CaseTold;
import org.mendak.server.cases.ErasedWords;
import org.mendak.server.library.Library;
import org.mendak.server.library.LibraryChanged;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Beside;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.DeskFolder;
import org.mendak.server.platform.Names;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Paced;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Trace;
import org.mendak.server.platform.Words;
import org.mendak.server.upkeep.WantsCare;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;

/**
 * Finds whatever one may read by its words. Each change is read as soon as it is stored, and noted with it as unread until what was read is written
 * down ({@link FindIndex#keep}); a start reads only what is unread. What was written down and the records carry the same mark: if they do not,
 * as after a backup came back, all is read anew, the newest cases last, and the share that was read is told.
 */
@Service
public class FindService {

    private static final Logger LOG = LoggerFactory.getLogger(FindService.class);
    private static final String ERROR = "error/";
    private static final String FIX = "fix/";
    private static final int BATCH = 500;
    private static final int MOST = 50;
    private static final int FARTHEST = 950;
    private static final int LONGEST = 300;
    private static final long KEPT_AFTER_NS = TimeUnit.SECONDS.toNanos(30);

    private final Db db;
    private final FindStore store;
    private final LibraryService library;
    private final WantsCare care;
    private final Clock clock;
    private final DeskFolder folder;
    private volatile FindIndex index;
    private final Names names;
    private final Set<Long> changed = ConcurrentHashMap.newKeySet();
    private final ScheduledExecutorService reader = Beside.one("find");
    private final Paced changes = new Paced(reader, () -> done(this::cases));
    private final Paced erasures = new Paced(reader, () -> done(this::expunge));
    /** What of the library is in the index; of the reading thread alone. */
    private Map<String, Integer> read = new HashMap<>();
    /** What known errors were called when they were read: cases are found by that too. */
    private Map<String, String> titles = new HashMap<>();

    /** Notes of changes that are in the index, but not in what was written down; of the reading thread alone. */
    private final Set<Long> covered = new HashSet<>();

    private boolean moved;
    private long keptAt = System.nanoTime();

    private volatile long casesRead;
    private volatile long casesInAll = 1;
    private volatile boolean stopped;

    FindService(
            Db db, FindStore store, LibraryService library, WantsCare care, DeskFolder folder, Names names, Clock clock)
            throws IOException {
        this.names = names;
        this.care = care;
        this.db = db;
        this.store = store;
        this.library = library;
        this.clock = clock;
        this.folder = folder;
        this.index = FindIndex.in(directory(), db.tx(store::mark).orElse(null));
    }

    /** Whether upkeep has something against a document. */
    enum Health {
        WELL,
        WANTS_CARE;

        @JsonValue
        String word() {
            return Words.word(this);
        }
    }

    /** Something that was found; what it is tells which of {@code key} and {@code number} says where it stands. */
    record Hit(
            Entry.Kind kind,
            @OrNull String key,
            Long number,
            String title,
            String excerpt,
            String product,
            String phases,
            String state,
            long at) {}

    /**
     * What was found.
     *
     * @param total at most {@value FindIndex#COUNTED}; there are more if {@code more}
     * @param loose whether nothing has all words, so that these have most of them
     * @param reading the share of the cases that was read since the start; null if all were
     */
    record Answer(long total, boolean more, boolean loose, Double reading, List<Hit> hits) {}

    /**
     * What has these words.
     *
     * @param kinds error, fix, step, case; all of them if empty
     * @param health of documents in need of something, or of nothing; of everything if null
     * @param from how many of the first are left out
     */
    Answer find(
            Caller caller,
            String typed,
            List<Entry.Kind> kinds,
            String product,
            String phase,
            String state,
            Health health,
            int from) {
        caller.may(Role.AGENT, Scope.READ, "find");
        if (typed.length() > LONGEST) {
            throw Refusal.invalid(
                    "At most " + LONGEST + " characters can be looked for, these are " + typed.length() + ".");
        }
        if (from < 0 || from > FARTHEST) {
            throw Refusal.invalid("from is " + from + ", must be from 0 to " + FARTHEST + "; say more words instead.");
        }
        Found f = index.find(
                Asked.of(
                        typed,
                        new HashSet<>(kinds),
                        product,
                        phase,
                        state,
                        health == null ? null : new Asked.Health(health == Health.WELL, care.documents())),
                from,
                MOST,
                clock.instant().getEpochSecond());
        long inAll = casesInAll;
        return new Answer(
                f.total(),
                f.more(),
                f.loose(),
                casesRead < inAll ? (double) casesRead / inAll : null,
                f.hits().stream().map(FindService::hit).toList());
    }

    private static Hit hit(Found.Hit h) {
        String[] place = h.id().split("[/#]");
        boolean isCase = h.kind() == Entry.Kind.CASE;
        return new Hit(
                h.kind(),
                isCase ? null : place[1],
                isCase ? Long.valueOf(place[1]) : place.length > 2 ? Long.valueOf(place[2]) : null,
                h.title(),
                h.excerpt(),
                h.product(),
                h.phases(),
                h.state(),
                h.at());
    }

    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        work(index.isKept() ? this::whatIsUnread : this::all);
    }

    @EventListener
    void changed(LibraryChanged event) {
        work(this::documents);
    }

    @EventListener
    void changed(CaseTold event) {
        store.changed(event.tx(), event.ofTheDesk());
        event.tx().afterCommit(() -> {
            changed.addAll(event.ofTheDesk());
            changes.ask();
        });
    }

    int entries() {
        return index.size();
    }

    /** What was erased does not stay in the index's files either. */
    @EventListener
    void erased(ErasedWords event) {
        erasures.ask();
    }

    private void expunge() {
        cases();
        index.expunge();
        index.refresh();
        moved = true;
        keep();
    }

    private Directory directory() throws IOException {
        return new MMapDirectory(folder.made("find"));
    }

    private void work(Runnable work) {
        if (!stopped) {
            reader.execute(() -> done(work));
        }
    }

    private void done(Runnable work) {
        try {
            if (index.isBroken()) {
                anew();
            }
            work.run();
            if (System.nanoTime() - keptAt > KEPT_AFTER_NS) {
                keep();
            }
        } catch (IOException | RuntimeException e) {
            LOG.warn("what can be found could not be read; it is read again with the next change: {}", Trace.of(e));
        }
    }

    /** After a full disk it begins again from nothing; until then what was found before is found. */
    private void anew() throws IOException {
        FindIndex broken = index;
        index = FindIndex.in(directory());
        broken.close();
        read = new HashMap<>();
        titles = new HashMap<>();
        covered.clear();
        casesRead = 0;
        all();
    }

    /** What changed while nobody read, or was read and not written down any more. */
    private void whatIsUnread() {
        recall(index.remembered());
        List<FindStore.Unread> unread = db.tx(store::unread);
        unread.forEach(u -> changed.add(u.number()));
        cases();
        documents();
        casesInAll = Math.max(1, db.tx(store::cases));
        casesRead = casesInAll;
    }

    /**
     * Writes down what is in the index, if all was read and it has changed. In between the records learn its mark: had they another one, all would
     * be read anew.
     */
    private void keep() {
        if (!moved || casesRead < casesInAll || index.isBroken()) {
            return;
        }
        String mark = UUID.randomUUID().toString();
        List<Long> in = List.copyOf(covered);
        keptAt = System.nanoTime();
        index.keep(mark, () -> db.run(tx -> store.written(tx, mark, in)));
        in.forEach(covered::remove);
        moved = false;
    }

    /** In one line, as it is remembered. */
    private static String title(KnownError e) {
        return e.title().replaceAll("\\s+", " ");
    }

    private void remember() {
        StringBuilder all = new StringBuilder();
        read.forEach((id, revision) -> all.append(id)
                .append('\t')
                .append(revision)
                .append('\t')
                .append(id.startsWith(ERROR) ? titles.getOrDefault(id.substring(ERROR.length()), "") : "")
                .append('\n'));
        index.remember(all.toString());
    }

    private void recall(String remembered) {
        remembered.lines().map(l -> l.split("\t", 3)).forEach(l -> {
            read.put(l[0], Integer.valueOf(l[1]));
            if (l[0].startsWith(ERROR)) {
                titles.put(l[0].substring(ERROR.length()), l[2]);
            }
        });
    }

    private void all() {
        db.tx(store::unread).forEach(u -> covered.add(u.id()));
        documents();
        casesInAll = Math.max(1, db.tx(store::cases));
        long last = 0;
        while (!stopped) {
            long behind = last;
            List<FindStore.Said> some = db.tx(tx -> store.behind(tx, behind, BATCH));
            if (some.isEmpty()) {
                break;
            }
            put(some);
            last = some.get(some.size() - 1).number();
            casesRead += some.size();
        }
        if (stopped) {
            return;
        }
        index.refresh();
        casesRead = casesInAll;
        moved = true;
        keep();
    }

    private void put(List<FindStore.Said> cases) {
        Library now = library.library();
        index.put(cases.stream().map(c -> Entries.of(c, now, names)).toList());
        index.refresh();
    }

    /** What changed since, in one go however many changes there were. */
    private void cases() {
        // not what comes meanwhile: that has been asked for again
        List<Long> all = List.copyOf(changed);
        for (int at = 0; at < all.size() && !stopped; at += BATCH) {
            List<Long> some = all.subList(at, Math.min(all.size(), at + BATCH));
            // before they are read: what changes meanwhile is read again
            some.forEach(changed::remove);
            try {
                put(db.tx(tx -> {
                    // before they are read: a change that is noted later may be in them or not
                    store.unread(tx, some).forEach(u -> covered.add(u.id()));
                    return store.of(tx, some);
                }));
                moved = true;
            } catch (RuntimeException e) {
                changed.addAll(some);
                throw e;
            }
        }
    }

    private void documents() {
        Library now = library.library();
        Set<String> gone = new HashSet<>(read.keySet());
        gone.removeAll(now.revisions().keySet());
        gone.forEach(id -> index.remove(place(id)));
        Map<String, List<KnownError>> users = now.triedBy();
        Set<String> another = new HashSet<>();
        now.revisions().forEach((id, revision) -> {
            if (!revision.equals(read.get(id))) {
                another.add(id);
                // a fix is found under the products of what tries it
                KnownError e = id.startsWith(ERROR) ? now.errors().get(id.substring(ERROR.length())) : null;
                if (e != null) {
                    Library.fixKeys(e).forEach(f -> another.add(FIX + f));
                }
            }
        });
        List<Entry> entries = new ArrayList<>();
        for (String id : another) {
            index.remove(place(id));
            entries.addAll(entries(id, now, users));
        }
        index.put(entries);
        index.refresh();
        read = new HashMap<>(now.revisions());
        calledAnew(now);
        if (!another.isEmpty() || !gone.isEmpty()) {
            remember();
            moved = true;
        }
    }

    /** Cases are called like their known error; of one that has another name now they are read again. */
    private void calledAnew(Library now) {
        Map<String, String> before = titles;
        titles = new HashMap<>();
        now.errors().forEach((key, e) -> titles.put(key, title(e)));
        List<String> renamed = new ArrayList<>();
        now.errors().values().forEach(e -> {
            boolean another =
                    before.containsKey(e.key()) && !before.get(e.key()).equals(title(e));
            // one that took over others has their cases too
            if (another || !before.isEmpty() && !before.containsKey(e.key())) {
                renamed.add(e.key());
                renamed.addAll(e.aliases());
            }
        });
        if (!renamed.isEmpty()) {
            changed.addAll(db.tx(tx -> store.casesOf(tx, renamed)));
            cases();
        }
    }

    private static String place(String id) {
        return id.startsWith(ERROR)
                ? Entries.error(id.substring(ERROR.length()))
                : Entries.fix(id.substring(FIX.length()));
    }

    private static List<Entry> entries(String id, Library now, Map<String, List<KnownError>> users) {
        if (id.startsWith(ERROR)) {
            KnownError e = now.errors().get(id.substring(ERROR.length()));
            return e == null ? List.of() : List.of(Entries.of(e));
        }
        Fix f = now.fixes().get(id.substring(FIX.length()));
        return f == null ? List.of() : Entries.of(f, users.getOrDefault(f.key(), List.of()));
    }

    @PreDestroy
    void stop() {
        work(this::keep);
        stopped = true;
        // never interrupted: the database would close its file under it
        reader.shutdown();
        try {
            if (!reader.awaitTermination(10, TimeUnit.SECONDS)) {
                LOG.warn("the index is still being read");
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        index.close();
    }
}
