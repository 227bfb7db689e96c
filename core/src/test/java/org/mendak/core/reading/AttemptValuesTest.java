package org.mendak.core.reading;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.mendak.core.language.CommandText;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.core.runbook.WorkedStep;

/** What a step may use: its own attempt's values, and of a repeated step its own item's; never another's. */
class AttemptValuesTest {

    private static final Fix PART = fix("part", """
            ## Read in the part
            - Capture: `part {deep:word}`

            ## Use it
            ```sh
            partctl {area} {deep}
            ```

            ## Over the part's own list
            - Capture every: `thing {thing.name:word}`

            ## Each
            ```sh
            partctl each {t.name} {mark}
            ```
            - For each: `t` in `thing`
            - Capture: `mark {mark:word}`
            """, "parameters: {area: path}\n");
    private static final Fix OUTER = fix("outer", """
            ## Read
            - Capture: `folder {folder:path}`
            - Capture every: `pack {pack.name:word} {pack.size:number}`

            ## Ask each
            - For each: `p` in `pack`
            - Capture: `seal {seal:word}`

            ## Free each
            ```sh
            packctl {p.name} {p.size} {seal} {folder}
            ```
            - For each: `p` in `pack`

            ## Choose
            - Choose: `spare` from `pack`

            ## Wipe
            ```sh
            packctl wipe {spare.name} {folder}
            ```

            ## [The part](../fixes/part.md)
            - With: `area = {folder}`
            """, "");
    private static final List<WorkedStep> STEPS =
            WorkedStep.of(OUTER, k -> k.equals("part") ? Optional.of(PART) : Optional.empty());

    private static Fix fix(String key, String steps, String head) {
        String text = "---\nfix: " + key + "\ntitle: \"T\"\nminutes: 1\n" + head + "---\nWhy.\n\n" + steps;
        return RunbookParser.parse(DocumentKind.FIX, key, text).fix();
    }

    private static Reading one(int clause, String... pairs) {
        Map<String, String> row = new LinkedHashMap<>();
        for (int i = 0; i < pairs.length; i += 2) {
            row.put(pairs[i], pairs[i + 1]);
        }
        return new Reading(clause, How.SEEN, List.of(row));
    }

    private static AttemptValues.Entry entry(int step, String item, Reading... readings) {
        return new AttemptValues.Entry(step, item, false, List.of(readings));
    }

    private static String command(AttemptValues v, int step, String item) {
        WorkedStep w = STEPS.get(step);
        return CommandText.fill("sh", w.step().fences().get(0).text(), w.declared(), v.values(step, item), w.paths())
                .stream()
                .map(CommandText.Piece::text)
                .collect(Collectors.joining());
    }

    @Test
    void aPartHasWhatItIsHandedAndWhatItReads() {
        AttemptValues v = AttemptValues.of(
                STEPS,
                Map.of("deep", "of-the-case", "area", "/of/the/case", "folder", "/of/the/case"),
                List.of(entry(0, null, one(0, "folder", "/srv/a b"))));
        assertThat(command(v, 6, null)).isEqualTo("partctl '/srv/a b' {deep}");
        AttemptValues read = AttemptValues.of(
                STEPS,
                Map.of(),
                List.of(entry(0, null, one(0, "folder", "/srv")), entry(5, null, one(0, "deep", "d1"))));
        assertThat(command(read, 6, null)).isEqualTo("partctl /srv d1");
    }

    @Test
    void whatIsTakenBackIsUnknownAgain() {
        List<AttemptValues.Entry> entries = new ArrayList<>(List.of(entry(0, null, one(0, "folder", "/srv"))));
        assertThat(AttemptValues.of(STEPS, Map.of(), entries).open(0, null)).containsExactly(1);
        entries.add(new AttemptValues.Entry(0, null, true, List.of()));
        assertThat(AttemptValues.of(STEPS, Map.of(), entries).open(0, null)).containsExactly(0, 1);
        assertThat(AttemptValues.of(STEPS, Map.of(), entries).fromDevice(4)).isEmpty();
    }

    @Test
    void aRowIsChosenAndNeverByBeingTheOnlyOne() {
        Reading rows = new Reading(1, How.SEEN, List.of(Map.of("pack.name", "tides", "pack.size", "4")));
        AttemptValues v = AttemptValues.of(STEPS, Map.of(), List.of(entry(0, null, rows)));
        assertThat(v.choices(3)).hasSize(1);
        assertThat(v.open(3, null)).containsExactly(Reading.CHOICE);
        assertThat(v.fromDevice(4)).doesNotContainKey("spare.name");
    }

    /** The target of what destroys is a value that was read or chosen last: no list, and nothing that nobody knows any more. */
    @Test
    void aTargetIsNoListAndNothingOfBefore() {
        Reading rows = new Reading(1, How.SEEN, List.of(Map.of("pack.name", "tides", "pack.size", "4")));
        List<AttemptValues.Entry> entries = new ArrayList<>(List.of(entry(0, null, rows, one(0, "folder", "/srv"))));
        assertThat(AttemptValues.of(STEPS, Map.of(), entries).fromDevice(4)).containsOnlyKeys("folder");
        entries.add(entry(3, null, new Reading(Reading.CHOICE, How.CHOSEN, List.of(Map.of("spare.name", "tides")))));
        assertThat(AttemptValues.of(STEPS, Map.of(), entries).fromDevice(4)).containsEntry("spare.name", "tides");
        for (How none : List.of(How.NOT_KNOWN, How.NOT_THERE, How.SEVERAL)) {
            List<AttemptValues.Entry> later = new ArrayList<>(entries);
            later.add(entry(0, null, new Reading(0, none, List.of())));
            later.add(entry(3, null, new Reading(Reading.CHOICE, none, List.of())));
            assertThat(AttemptValues.of(STEPS, Map.of(), later).fromDevice(4))
                    .as(none.word())
                    .isEmpty();
        }
    }

    /** A fix that no case keeps is published anew with fewer steps and clauses: what was read for the others is left alone. */
    @Test
    void aFixThatHasBecomeShorterIsWorkedAllTheSame() {
        AttemptValues v = AttemptValues.of(
                STEPS,
                Map.of("folder", "/srv"),
                List.of(entry(99, null, one(0, "x", "1")), entry(0, null, one(7, "folder", "/old"))));
        assertThat(command(v, 6, null)).doesNotContain("/old");
        assertThat(v.values(0, null)).doesNotContainKeys("x", "folder");
    }

    /** Random packs and seals, read in any order, some not at all: what stands in an item's command is that item's or a blank. */
    @Property(tries = 2_000)
    void noItemsCommandHoldsAnothersValue(@ForAll("packs") List<String> packs, @ForAll long seed) {
        java.util.Random random = new java.util.Random(seed);
        List<Map<String, String>> rows = new ArrayList<>();
        for (int i = 0; i < packs.size(); i++) {
            Map<String, String> row = new LinkedHashMap<>();
            row.put("pack.name", packs.get(i));
            row.put("pack.size", String.valueOf(100 + i));
            rows.add(row);
        }
        List<AttemptValues.Entry> entries = new ArrayList<>();
        entries.add(entry(0, null, new Reading(1, How.SEEN, rows)));
        Map<String, String> seals = new HashMap<>();
        for (String p : packs) {
            if (random.nextInt(4) > 0) {
                seals.put(p, "seal-of-" + p);
                entries.add(entry(1, p, one(0, "seal", "seal-of-" + p)));
            }
        }
        java.util.Collections.shuffle(entries.subList(1, entries.size()), random);
        // what the case and other attempts know under the same names must not get in
        AttemptValues v = AttemptValues.of(
                STEPS, Map.of("seal", "of-another-attempt", "p.name", "of-the-case", "mark", "of-the-case"), entries);
        assertThat(v.items(2)).hasSize(packs.size());
        for (int i = 0; i < packs.size(); i++) {
            String seal = seals.getOrDefault(packs.get(i), "{seal}");
            assertThat(command(v, 2, packs.get(i)))
                    .isEqualTo("packctl " + packs.get(i) + " " + (100 + i) + " " + seal + " {folder}");
        }
        assertThat(command(v, 2, null)).isEqualTo("packctl {p.name} {p.size} {seal} {folder}");
        assertThat(command(v, 8, null)).isEqualTo("partctl each {t.name} {mark}");
    }

    @Provide
    Arbitrary<List<String>> packs() {
        return Combinators.combine(
                        Arbitraries.strings()
                                .withCharRange('a', 'z')
                                .ofMinLength(1)
                                .ofMaxLength(6),
                        Arbitraries.integers().between(0, 99))
                .as((w, n) -> w + n)
                .list()
                .uniqueElements()
                .ofMinSize(1)
                .ofMaxSize(8);
    }
}
