package org.mendak.core.evidence;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

/** That the small stores of a log say what the library's own collections say. */
class ByNumberTest {

    private record Thing(long number, String name) {}

    /** Among few numbers they often hash to one place, so that gaps have to be closed. */
    @Property(tries = 200)
    void findsWhatWasPutInAndNothingElse(@ForAll List<@IntRange(min = -20, max = 20) Integer> acts) {
        ByNumber<Thing> kept = new ByNumber<>(Thing::number);
        Map<Long, Thing> there = new HashMap<>();
        for (int act : acts) {
            long number = act * 1_000_003L;
            Thing before = there.remove(number);
            assertThat(kept.remove(number)).isSameAs(before);
            if (before == null) {
                Thing now = new Thing(number, "at " + act);
                kept.add(now);
                there.put(number, now);
            }
        }
        there.forEach((number, thing) -> assertThat(kept.remove(number)).isSameAs(thing));
        assertThat(kept.remove(7)).isNull();
    }

    /** All in one line: each is at the place of another. */
    @Test
    void thousandsInARowAreFound() {
        ByNumber<Thing> kept = new ByNumber<>(Thing::number);
        for (long n = 0; n < 20_000; n++) {
            kept.add(new Thing(n, "n"));
        }
        for (long n = 0; n < 20_000; n += 2) {
            assertThat(kept.remove(n).number()).isEqualTo(n);
        }
        for (long n = 0; n < 20_000; n++) {
            Thing left = kept.remove(n);
            assertThat(left == null).isEqualTo(n % 2 == 0);
        }
    }

    @Property(tries = 200)
    void countsWhatATreeCounts(@ForAll List<@IntRange(min = 1, max = 9) Integer> seen) {
        SortedCounts<Integer> counts = new SortedCounts<>(Comparator.naturalOrder());
        TreeMap<Integer, Integer> tree = new TreeMap<>();
        for (int i = 0; i < seen.size(); i++) {
            int key = seen.get(i);
            int more = i % 3 == 0 && tree.containsKey(key) ? -tree.get(key) : 1;
            counts.add(key, more);
            tree.merge(key, more, Integer::sum);
            tree.values().removeIf(n -> n == 0);
        }
        assertThat(counts.asMap()).isEqualTo(tree);
    }

    /** A shape that came back later is counted from nothing, and its number serves another meanwhile. */
    @Test
    void nothingIsKeptOfAShapeThatNoCaseHas() {
        Shapes shapes = new Shapes();
        Shape a = new Shape(new Pattern(List.of(), List.of(), List.of(0), 1, List.of()), List.of(), null);
        Shape b = new Shape(new Pattern(List.of(0), List.of(1.0), List.of(), 1, List.of()), List.of(), null);
        int first = shapes.number(a);
        shapes.count(first, 1);
        shapes.count(first, 1);
        shapes.count(first, -1);
        assertThat(shapes.number(a)).isEqualTo(first);
        shapes.count(first, -1);
        int second = shapes.number(b);
        shapes.count(second, 1);
        assertThat(second).isEqualTo(first);
        assertThat(shapes.numbers()).isEqualTo(1);
        Map<Shape, Integer> told = new HashMap<>();
        shapes.forEach((number, cases) -> told.put(shapes.get(number), cases));
        assertThat(told).isEqualTo(Map.of(b, 1));
    }
}
