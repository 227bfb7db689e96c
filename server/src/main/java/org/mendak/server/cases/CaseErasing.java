package org.mendak.server.cases;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.mendak.server.custody.ErasedBytes;
import org.mendak.server.platform.Tx;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;

/**
 * Takes words of people out of cases. What was tried, how it ended, how long it took and what was true of the device stays: that is what evidence is
 * computed from.
 */
@Service
public class CaseErasing {

    /** What is taken out. */
    public enum Kind {
        /** Pasted texts and notes. */
        TEXTS,
        /** What commands printed. */
        OUTPUTS,
        PICTURES,
        /** Requesters' names. */
        NAMES
    }

    private final ErasingStore store;
    private final CaseLocks locks;
    private final ErasedBytes bytes;
    private final ApplicationEventPublisher events;

    CaseErasing(ErasingStore store, CaseLocks locks, ErasedBytes bytes, ApplicationEventPublisher events) {
        this.store = store;
        this.locks = locks;
        this.bytes = bytes;
        this.events = events;
    }

    /**
     * Erases in some cases; a few hundred at a time, since all of them are held until the transaction ends.
     *
     * @return in how many cases something of each kind was erased; nothing for a kind of which there was nothing
     */
    public Map<Kind, Integer> erase(Tx tx, List<Long> numbers, Set<Kind> kinds) {
        Map<Kind, Integer> erased = new EnumMap<>(Kind.class);
        Set<Long> all = new TreeSet<>();
        for (Kind kind : kinds) {
            Set<Long> had = switch (kind) {
                case TEXTS -> store.texts(tx, numbers);
                case OUTPUTS -> store.outputs(tx, numbers);
                case PICTURES -> store.pictures(tx, numbers);
                case NAMES -> store.names(tx, numbers);
            };
            if (!had.isEmpty()) {
                erased.put(kind, had.size());
                all.addAll(had);
            }
        }
        if (!all.isEmpty()) {
            List<Long> changed = List.copyOf(all);
            store.touch(tx, all);
            locks.changed(tx, store.errors(tx, all), changed);
            locks.opened(tx, changed);
            // before it is stored: a kill in between would leave the words in the file for good
            bytes.remain();
            tx.afterCommit(() -> events.publishEvent(new ErasedWords(changed)));
        }
        return erased;
    }
}
