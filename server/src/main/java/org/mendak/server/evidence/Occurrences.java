package org.mendak.server.evidence;

import java.time.YearMonth;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import org.mendak.server.cases.CaseChanged;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Settings;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** How often each known error is met: counted once, and then anew for those whose cases changed. */
@Component
class Occurrences {

    private final Db db;
    private final EvidenceStore store;
    private final Settings settings;

    /** Errors whose cases changed since they were counted. */
    private final Set<String> changed = ConcurrentHashMap.newKeySet();

    /** Null until all were counted; guarded by this. */
    private Map<String, EvidenceStore.Count> counted;

    Occurrences(Db db, EvidenceStore store, Settings settings) {
        this.db = db;
        this.store = store;
        this.settings = settings;
    }

    /** How often a known error occurs, and in which month it was met last. */
    record Occurrence(String error, int cases, int open, String lastMonth) {}

    @EventListener
    void changed(CaseChanged event) {
        Set<String> errors = Set.copyOf(event.errors());
        event.tx().afterCommit(() -> changed.addAll(errors));
    }

    /** Of all known errors that there are cases of, in the order of their keys. O(errors), and the cases of those that changed. */
    synchronized List<Occurrence> all() {
        // before they are counted: what changes meanwhile is counted again
        Set<String> errors = Set.copyOf(changed);
        changed.removeAll(errors);
        try {
            if (counted == null) {
                Map<String, EvidenceStore.Count> all = new TreeMap<>();
                db.tx(store::counts).forEach(c -> all.put(c.error(), c));
                counted = all;
            } else {
                for (String e : errors) {
                    Optional<EvidenceStore.Count> now = db.tx(tx -> store.count(tx, e));
                    now.ifPresentOrElse(c -> counted.put(e, c), () -> counted.remove(e));
                }
            }
            Map<String, Integer> open = db.tx(store::open);
            return counted.values().stream()
                    .map(c -> new Occurrence(
                            c.error(),
                            c.cases(),
                            open.getOrDefault(c.error(), 0),
                            YearMonth.from(c.last().atZone(settings.zone())).toString()))
                    .toList();
        } catch (RuntimeException e) {
            changed.addAll(errors);
            throw e;
        }
    }
}
