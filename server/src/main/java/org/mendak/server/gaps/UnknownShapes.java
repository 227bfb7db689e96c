package org.mendak.server.gaps;

import java.time.Clock;
import java.time.Duration;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.mendak.core.shapes.Shapes;
import org.mendak.server.gaps.GapStore.Unknown;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** The cases that were not recognised, by the shape of what they said. What was read once is kept: only new texts are read. */
@Component
class UnknownShapes {

    /** For so long back. */
    static final Duration BACK = Duration.ofDays(365);

    private static final int MOST = 100_000;
    private static final int AT_ONCE = 500;
    /** As much of a text is kept in memory. */
    private static final int SHOWN = 1_000;

    private final GapStore store;
    private final Clock clock;
    private Grouped now = new Grouped(List.of(), List.of(), Shapes.of(List.of()));
    private Map<Long, Kept> kept = new HashMap<>();

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

    /** The shapes as they are now; a case without any text is in none. */
    synchronized Grouped grouped(Tx tx) {
        List<Unknown> cases = store.unknown(tx, clock.instant().minus(BACK), MOST).stream()
                .filter(c -> c.newest() > 0)
                .toList();
        boolean same = read(tx, cases);
        if (same && texts(cases).equals(now.texts()) && numbers(cases).equals(numbers(now.cases()))) {
            now = new Grouped(cases, now.texts(), now.shapes());
        } else {
            now = new Grouped(
                    cases,
                    texts(cases),
                    Shapes.of(
                            cases.stream().map(c -> kept.get(c.number()).read()).toList()));
        }
        return now;
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
