package org.mendak.core.shapes;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.OptionalInt;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class ShapesTest {

    private static final List<String> TEXTS = List.of(
            "Gong file refused: rate 44100 is not spoken here",
            "BB-0714 berth plan of deck 4 has a hole, installation ends",
            "Gong file refused: rate 8000 is not spoken here",
            "Voucher book 77 was opened by two tills; update stands still",
            "BB-0714 berth plan of deck 11 has a hole, installation ends",
            "BB-0715 berth plan of deck 11 has a hole, installation ends",
            "tide gauge Norrholm speaks a dialect, board keeps yesterday",
            "tide gauge Eider speaks a dialect, board keeps yesterday");

    @Test
    void groupsWhatDiffersInFiguresAndNamesAlone() {
        assertEquals(List.of(List.of(0, 2), List.of(1, 4), List.of(3), List.of(5), List.of(6, 7)), Shapes.group(TEXTS));
    }

    @Test
    void wordsOfTheLanguageTellMessagesApart() {
        assertEquals(
                2,
                Shapes.group(List.of("cannot open the berth plan of deck 4", "cannot remove the berth plan of deck 4"))
                        .size());
    }

    @Test
    void aReasonBehindAColonIsAValue() {
        assertEquals(
                1,
                Shapes.group(List.of(
                                "cannot load berth plan of deck 4: the quay is closed",
                                "cannot load berth plan of deck 12: no room left"))
                        .size());
    }

    @Test
    void whatStandsAroundTheTellingLineIsLeftOut() {
        assertEquals(
                1,
                Shapes.group(List.of(
                                "Berthbook\nBB-0714 berth plan of deck 4 has a hole",
                                "2026-03-01 10:00:00 BB-0714 berth plan of deck 9 has a hole\nOK"))
                        .size());
    }

    @Test
    void nothingIsNobodysShape() {
        assertEquals(List.of(), Shapes.group(List.of()));
        assertEquals(List.of(List.of(0, 1)), Shapes.group(List.of("", " \n")));
    }

    @Test
    void aNewTextFindsTheGroupOfItsShape() {
        Shapes shapes = Shapes.of(TEXTS.stream().map(Shapes::read).toList());
        assertEquals(
                OptionalInt.of(4),
                shapes.groupOf(Shapes.read("tide gauge Hestvik speaks a dialect, board keeps yesterday")));
        assertEquals(OptionalInt.of(1), shapes.groupOf(Shapes.read("BB-0714 berth plan of deck 8 has a hole")));
        assertEquals(OptionalInt.empty(), shapes.groupOf(Shapes.read("the lamp on the quay is out of oil")));
    }

    @Property(tries = 50)
    void theSameGroupsWhateverTheOrder(@ForAll long seed) {
        List<String> shuffled = new ArrayList<>(TEXTS);
        Collections.shuffle(shuffled, new Random(seed));
        assertEquals(written(TEXTS), written(shuffled));
    }

    private static Set<Set<String>> written(List<String> texts) {
        return Shapes.group(texts).stream()
                .map(g -> g.stream().map(texts::get).collect(Collectors.toSet()))
                .collect(Collectors.toCollection(HashSet::new));
    }

    private static final Shapes MET = Shapes.of(Stream.of(
                    "gangway motor refuses to lower because limit switch reports frozen grease",
                    "gangway motor refuses to rise because limit switch reports frozen grease",
                    "mail chute 4 is jammed by wet letters",
                    "lantern on deck 9 flickers although fuse is new")
            .map(Shapes::read)
            .toList());

    private static String meant(String told) {
        var group = MET.meant(told, -1);
        return group.isEmpty()
                ? ""
                : String.valueOf(MET.groups().get(group.getAsInt()).get(0));
    }

    @Test
    void whoTellsAMessageInOtherWordsMeansItsShape() {
        assertThat(meant("the chute for the mail jams, letters are wet")).isEqualTo("2");
        assertThat(meant("the lantern flickered but the fuse was new")).isEqualTo("3");
        assertThat(meant("letters")).isEmpty();
        assertThat(meant("the coffee is cold")).isEmpty();
        assertThat(meant("")).isEmpty();
        assertThat(meant(" \u2028 \ud800 ".repeat(10_000))).isEmpty();
    }

    @Test
    void whatMayBeEitherOfTwoIsNeither() {
        Shapes two = Shapes.of(
                Stream.of("winch rope is wet and hoisting ends early", "winch rope is frayed and hoisting ends late")
                        .map(Shapes::read)
                        .toList());
        assertThat(two.groups()).hasSize(2);
        assertThat(two.meant("winch rope and hoisting ends", -1)).isEmpty();
        int wet =
                two.meant("the winch rope was wet and hoisting ended early", -1).orElseThrow();
        assertThat(two.groups().get(wet)).containsExactly(0);
        // its own shape is not what it is like
        assertThat(two.meant("the winch rope was wet and hoisting ended early", wet))
                .satisfiesAnyOf(o -> assertThat(o).isEmpty(), o -> assertThat(o).hasValue(1 - wet));
    }
}
