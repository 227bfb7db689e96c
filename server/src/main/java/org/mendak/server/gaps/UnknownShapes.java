package org.mendak.server.gaps;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.mendak.core.shapes.Shapes;
import org.mendak.server.cases.CaseTold;
import org.mendak.server.gaps.GapStore.Unknown;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Unread;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** The cases that were not recognised, by the shape of what they said. What was read once is kept: only what changed is read. */
@Component
class UnknownShapes {

    /** For so long back. */
    static final Duration BACK = Duration.ofDays(365);

    private static final int MOST = 100_000;
    private static final int AT_ONCE = 500;
    /** When more have changed, all are read anew. */
    private static final int MOST_UNREAD = 20_000;
    /** As much of a text is kept in memory. */
    private static final int SHOWN = 1_000;

    private final GapStore store;
    private final Clock clock;
    private Grouped now = new Grouped(List.of(), List.of(), Shapes.of(List.of()));
    private Map<Long, Kept> kept = new HashMap<>();
    private final Unread unread = new Unread(MOST_UNREAD);

    /** The newest first; null until they were read. */
    private TreeMap<Long, Unknown> rows;

    /** Whether they are others than what is told, as when their texts could not be read. */
    private boolean behind;

    UnknownShapes(GapStore store, Clock clock) {
        this.store = store;
        this.clock = clock;
    }

    private record Kept(long newest, String text, Shapes.Read read) {}

    /**
     * Unrecognised cases and their shapes.
     *
     * @param texts what each of them said
     */
    record Grouped(List<Unknown> cases, List<String> texts, Shapes shapes) {

        /** The cases of the shape that a text is of, as places; empty if it is of none. */
        List<Integer> like(String text) {
            var group = shapes.groupOf(Shapes.read(text));
            return group.isEmpty() ? List.of() : shapes.groups().get(group.getAsInt());
        }

        /** The cases of the shape that a text tells in other words, as places; empty if it tells none, or only what this case is in. */
        List<Integer> meantBy(String text, long but) {
            List<List<Integer>> groups = shapes.groups();
            int own = of(but).map(groups::indexOf).orElse(-1);
            var group = shapes.meant(text, own);
            return group.isEmpty() ? List.of() : groups.get(group.getAsInt());
        }

        /** The shape that a case is in, as places; empty if it is none of these. */
        Optional<List<Integer>> of(long number) {
            return shapes.groups().stream()
                    .filter(g -> g.stream().anyMatch(i -> cases.get(i).number() == number))
                    .findFirst();
        }
    }

    @EventListener
    void changed(CaseTold event) {
        event.tx().afterCommit(() -> unread.add(event.ofTheDesk()));
    }

    /** The shapes as they are now; a case without any text is in none. Reads what changed, and which drafts there are; O(cases) beside. */
    synchronized Grouped grouped(Tx tx) {
        return unread.read(due -> {
            behind |= refreshed(tx, due);
            if (behind) {
                now = grouped(tx, List.copyOf(rows.values()));
                behind = false;
            }
            return now;
        });
    }

    private Grouped grouped(Tx tx, List<Unknown> cases) {
        boolean same = read(tx, cases);
        return same && texts(cases).equals(now.texts()) && numbers(cases).equals(numbers(now.cases()))
                ? new Grouped(cases, now.texts(), now.shapes())
                : new Grouped(
                        cases,
                        texts(cases),
                        Shapes.of(cases.stream()
                                .map(c -> kept.get(c.number()).read())
                                .toList()));
    }

    /** Reads what is due; whether any case is another one now. */
    private boolean refreshed(Tx tx, Unread.Due due) {
        Instant since = clock.instant().minus(BACK);
        boolean changed = !due.isNothing();
        if (due.all() || rows == null) {
            TreeMap<Long, Unknown> all = new TreeMap<>(Comparator.reverseOrder());
            store.unknown(tx, since, MOST).forEach(c -> put(all, c));
            rows = all;
            changed = true;
        } else {
            List<Long> numbers = List.copyOf(due.numbers());
            for (int i = 0; i < numbers.size(); i += AT_ONCE) {
                List<Long> some = numbers.subList(i, Math.min(numbers.size(), i + AT_ONCE));
                List<Unknown> read = store.unknown(tx, since, some);
                some.forEach(rows::remove);
                read.forEach(c -> put(rows, c));
            }
            changed |= rows.values().removeIf(c -> c.openedAt().isBefore(since));
            while (rows.size() > MOST) {
                rows.pollLastEntry();
            }
        }
        // drafts come and go without their cases
        Map<Long, String> drafts = store.drafted(tx);
        for (Map.Entry<Long, Unknown> row : rows.entrySet()) {
            String draft = drafts.get(row.getKey());
            if (!Objects.equals(draft, row.getValue().draft())) {
                row.setValue(row.getValue().withDraft(draft));
                changed = true;
            }
        }
        return changed;
    }

    private static void put(Map<Long, Unknown> rows, Unknown c) {
        if (c.newest() > 0) {
            rows.put(c.number(), c);
        }
    }

    private static List<Long> numbers(List<Unknown> cases) {
        return cases.stream().map(Unknown::number).toList();
    }

    private List<String> texts(List<Unknown> cases) {
        return cases.stream().map(c -> kept.get(c.number()).text()).toList();
    }

    /** Reads what is new; answers whether nothing was. */
    private boolean read(Tx tx, List<Unknown> cases) {
        List<Unknown> fresh = cases.stream()
                .filter(c ->
                        !kept.containsKey(c.number()) || kept.get(c.number()).newest() != c.newest())
                .toList();
        for (int i = 0; i < fresh.size(); i += AT_ONCE) {
            List<Unknown> some = fresh.subList(i, Math.min(fresh.size(), i + AT_ONCE));
            Map<Long, String> texts = store.texts(tx, numbers(some));
            for (Unknown c : some) {
                String text = texts.getOrDefault(c.number(), "");
                String shown = text.length() <= SHOWN ? text : text.substring(0, SHOWN);
                kept.put(c.number(), new Kept(c.newest(), shown, Shapes.read(text)));
            }
        }
        if (kept.size() > cases.size()) {
            Set<Long> there = cases.stream().map(Unknown::number).collect(Collectors.toCollection(HashSet::new));
            kept = new HashMap<>(kept);
            kept.keySet().retainAll(there);
        }
        return fresh.isEmpty();
    }

    /** Places without those of one case. */
    static List<Integer> without(Grouped g, List<Integer> places, long number) {
        return places.stream().filter(i -> g.cases().get(i).number() != number).toList();
    }
}
