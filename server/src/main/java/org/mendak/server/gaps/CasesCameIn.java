package org.mendak.server.gaps;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.mendak.core.evidence.Surge;
import org.mendak.server.cases.CaseTold;
import org.mendak.server.gaps.CameInStore.CameIn;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Unread;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** When the cases of the last year came in, and what they are about: read once, and from then on only what changed. */
@Component
class CasesCameIn {

    /** For so long back. */
    static final Duration BACK = Duration.ofSeconds(Surge.TESTED + Surge.USUAL);

    /** What is read in one statement. */
    private static final Duration PART = Duration.ofDays(7);

    private static final int MOST_AT_ONCE = 250;
    /** When more have changed, all are read anew. */
    private static final int MOST_UNREAD = 20_000;

    private static final Comparator<CameIn> ORDER =
            Comparator.comparingLong(CameIn::at).thenComparing(CameIn::number);

    private final Db db;
    private final CameInStore store;
    private final Clock clock;
    private final Unread unread = new Unread(MOST_UNREAD);

    /** In their order; null until they were read. */
    private List<CameIn> kept;

    private final Map<String, String> keys = new HashMap<>();

    CasesCameIn(Db db, CameInStore store, Clock clock) {
        this.db = db;
        this.store = store;
        this.clock = clock;
    }

    @EventListener
    void changed(CaseTold event) {
        event.tx().afterCommit(() -> unread.add(event.ofTheDesk()));
    }

    /** Those that came in since then, the oldest first; not farther than {@link #BACK}. Not to be asked for inside a transaction. O(them). */
    synchronized List<CameIn> since(Instant since) {
        unread.read(due -> {
            if (due.all() || kept == null) {
                kept = all();
            } else if (!due.isNothing()) {
                kept = with(due.numbers());
            }
            return null;
        });
        long from = Math.max(since.getEpochSecond(), oldest());
        return kept.stream().filter(c -> c.at() >= from).toList();
    }

    /** The same with its error's key as it is kept once for all cases. */
    private CameIn small(CameIn c) {
        return c.error() == null
                ? c
                : new CameIn(c.number(), keys.computeIfAbsent(c.error(), k -> k), c.at(), c.solved());
    }

    private long oldest() {
        return clock.instant().minus(BACK).getEpochSecond();
    }

    private List<CameIn> all() {
        List<CameIn> read = new ArrayList<>();
        Instant end = clock.instant();
        Instant from = end.minus(BACK);
        while (from.isBefore(end)) {
            Instant begun = from;
            // the last part is open: clocks that write cases down may differ
            Instant until = from.plus(PART).isBefore(end) ? from.plus(PART) : null;
            db.tx(tx -> store.between(tx, begun, until)).forEach(c -> read.add(small(c)));
            from = from.plus(PART);
        }
        read.sort(ORDER);
        return read;
    }

    private List<CameIn> with(Set<Long> changed) {
        long oldest = oldest();
        List<CameIn> now = new ArrayList<>(kept.size() + changed.size());
        kept.stream()
                .filter(c -> c.at() >= oldest && !changed.contains(c.number()))
                .forEach(now::add);
        List<Long> numbers = List.copyOf(changed);
        for (int i = 0; i < numbers.size(); i += MOST_AT_ONCE) {
            List<Long> some = numbers.subList(i, Math.min(numbers.size(), i + MOST_AT_ONCE));
            db.tx(tx -> store.of(tx, some)).forEach(c -> now.add(small(c)));
        }
        now.sort(ORDER);
        return now;
    }
}
