package org.mendak.core.shapes;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.mendak.core.language.Template;

class CommonTest {

    @Test
    void whatDiffersIsAValueOfItsKind() {
        Common c = Common.of(List.of(
                "No room in /var/stage for till-5.4.pkg: 812 MB wanted",
                "No room in /srv/stage2 for quay-1.0.pkg: 90 MB wanted"));
        assertEquals("No room in {path:path} for {file:file}: {size:size} wanted", c.template());
    }

    @Test
    void oneTextIsJudgedByItsLooks() {
        Common c = Common.of(List.of("BB-0714 berth plan of deck 4 has a hole"));
        assertEquals("BB-0714 berth plan of deck {deck:number} has a hole", c.template());
    }

    @Test
    void namesThatDifferAreValuesThough() {
        Common c = Common.of(List.of(
                "tide gauge Norrholm speaks a dialect, board keeps yesterday",
                "tide gauge Eider Sound speaks a dialect, board keeps yesterday"));
        assertEquals("tide gauge {gauge:text} speaks a dialect, board keeps yesterday", c.template());
        Common.Piece value = c.pieces().get(1);
        assertEquals(Map.of(0, "Norrholm", 1, "Eider Sound"), value.values());
    }

    @Test
    void bracesOfTheMessageAreDoubled() {
        assertEquals(
                "deck {{x}} has no plan {plan:number}",
                Common.of(List.of("deck {x} has no plan 7")).template());
    }

    @Test
    void aCodeThatAllNameIsOne() {
        assertEquals(
                List.of("BB-0714"),
                Common.codes(List.of("BB-0714 hole, also BB-0999", "late line\nBB-0714 hole in deck 3")));
        assertEquals(List.of(), Common.codes(List.of()));
    }

    @Test
    void textsThatSayNothingMakeNoMessage() {
        assertEquals("", Common.of(List.of(" \n")).template());
    }

    /** Whatever the values and the order, what is made reads as a template and knows what stood in each text. */
    @Property(tries = 200)
    void everyTextIsFoundInItsMessage(@ForAll long seed) {
        Random random = new Random(seed);
        String[] names = {"Eider", "Norrholm", "north quay", "pier-7", "/srv/plan/a.dat", "till 4"};
        List<String> texts = new ArrayList<>();
        for (int i = 0; i < 2 + random.nextInt(4); i++) {
            texts.add("gauge \"" + names[random.nextInt(names.length)] + "\" was asked " + random.nextInt(900)
                    + " times by " + names[random.nextInt(names.length)]);
        }
        Common c = Common.of(texts);
        Template t = Template.parse(c.template()).value();
        Collections.shuffle(texts, random);
        assertEquals(c.template(), Common.of(texts).template());
        assertTrue(t.literals().startsWith("gauge "), c.template());
        assertTrue(t.literals().contains(" was asked "), c.template());
    }
}
