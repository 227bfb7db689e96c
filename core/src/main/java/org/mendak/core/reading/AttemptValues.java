package org.mendak.core.reading;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.mendak.core.language.Facts;
import org.mendak.core.runbook.Capture;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.FixValues;
import org.mendak.core.runbook.WorkedStep;

/**
 * What one attempt has read from its device, and which of it each step may use. A step is filled with what its own fix read in this very
 * attempt, what a known error handed in, and what the case knows under names that the fix does not read itself; a repeated step besides with
 * its own item's values and nobody else's.
 */
public final class AttemptValues {

    /**
     * What was recorded about a step.
     *
     * @param item the item that it is about; null for the whole step
     * @param undone whether it takes back what was recorded before
     */
    public record Entry(int step, String item, boolean undone, List<Reading> readings) {
        public Entry {
            readings = List.copyOf(readings);
        }
    }

    /** One item of a repeated step: what it is called, and its values by name. */
    public record Item(String key, Map<String, String> values) {}

    private record Slot(int step, String item, int clause) {}

    private final List<WorkedStep> steps;
    private final Map<String, String> known;
    private final Map<Slot, Reading> readings = new LinkedHashMap<>();

    private AttemptValues(List<WorkedStep> steps, Map<String, String> known) {
        this.steps = List.copyOf(steps);
        this.known = Map.copyOf(known);
    }

    /**
     * The values of an attempt.
     *
     * @param known what the case knows, by name, with what its known error hands in
     * @param entries in the order they were recorded; a later one stands for an earlier one about the same
     */
    public static AttemptValues of(List<WorkedStep> steps, Map<String, String> known, List<Entry> entries) {
        AttemptValues v = new AttemptValues(steps, known);
        for (Entry e : entries) {
            if (e.undone()) {
                v.readings
                        .keySet()
                        .removeIf(s -> s.step() == e.step()
                                && (e.item() == null || e.item().equals(s.item())));
            }
            // a fix that no case keeps may have been published anew, with fewer steps
            if (e.step() >= v.steps.size()) {
                continue;
            }
            e.readings().forEach(r -> {
                Slot slot = new Slot(e.step(), e.item(), r.clause());
                v.readings.remove(slot);
                v.readings.put(slot, r);
            });
        }
        return v;
    }

    /** What came of a clause; null while nobody said. */
    public Reading reading(int step, String item, int clause) {
        return readings.get(new Slot(step, item, clause));
    }

    /** The clauses of a step that nothing came of yet, the choice of a row included; of a repeated step those of one item. */
    public List<Integer> open(int step, String item) {
        if (step >= steps.size()) {
            return List.of();
        }
        Fix.Step s = steps.get(step).step();
        List<Integer> open = new ArrayList<>();
        for (int c = 0; c < s.captures().size(); c++) {
            if (isOpen(step, item, c)) {
                open.add(c);
            }
        }
        if (s.choose() != null && isOpen(step, item, Reading.CHOICE)) {
            open.add(Reading.CHOICE);
        }
        return open;
    }

    private boolean isOpen(int step, String item, int clause) {
        Reading r = reading(step, item, clause);
        return r == null || r.how() == How.SEVERAL;
    }

    /** The rows that a step chooses from; empty while the list is not known, or has none. */
    public List<Map<String, String>> choices(int step) {
        Fix.Choose choose = steps.get(step).step().choose();
        return choose == null ? List.of() : rows(step, choose.list());
    }

    /** The items that a step is done for: one with an empty key if it is done once, none while its list is not known. */
    public List<Item> items(int step) {
        WorkedStep w = steps.get(step);
        Fix.ForEach each = w.step().each();
        if (each == null) {
            return List.of(new Item("", Map.of()));
        }
        List<Map<String, String>> rows = each.written().isEmpty() ? rows(step, each.list()) : List.of();
        List<Item> items = new ArrayList<>();
        if (rows.isEmpty()) {
            FixValues.items(w.step(), base(step)).forEach(i -> items.add(new Item(i, Map.of(each.item(), i))));
            return items;
        }
        Set<String> firsts = new LinkedHashSet<>();
        rows.forEach(r -> firsts.add(r.values().iterator().next()));
        boolean distinct = firsts.size() == rows.size();
        for (Map<String, String> row : rows) {
            String key = distinct ? row.values().iterator().next() : String.join(" \u00b7 ", row.values());
            Map<String, String> values = new LinkedHashMap<>();
            row.forEach((name, value) -> values.put(under(each.item(), FixValues.field(name, each.list())), value));
            items.add(new Item(key, values));
        }
        return items;
    }

    /**
     * What a step is filled and judged with.
     *
     * @param item the item of a repeated step; null for the step as a whole, which has no item's values
     */
    public Map<String, String> values(int step, String item) {
        Map<String, String> values = new HashMap<>(base(step));
        Fix.ForEach each = steps.get(step).step().each();
        if (each == null) {
            return values;
        }
        values.keySet().removeIf(n -> n.equals(each.item()) || n.startsWith(each.item() + "."));
        values.keySet().removeAll(ofItems(step));
        if (item != null) {
            items(step).stream()
                    .filter(i -> i.key().equals(item))
                    .findFirst()
                    .ifPresent(i -> values.putAll(i.values()));
            readings.forEach((slot, r) -> {
                if (item.equals(slot.item()) && sameList(slot.step(), step)) {
                    put(r, slot, values);
                }
            });
        }
        return values;
    }

    /**
     * What this attempt itself read for a step to use, by name: neither from the message, nor from the case, nor from another attempt, and
     * no list, whose only row would be taken for the right one.
     */
    public Map<String, String> fromDevice(int step) {
        Map<String, String> values = new HashMap<>();
        readings.forEach((slot, r) -> {
            if (slot.item() != null || !isSeen(slot.step(), step)) {
                return;
            }
            // what was read last counts, also where it says that nobody knows
            values.keySet().removeAll(names(slot.step(), r));
            if (r.how().hasValue() && !isList(slot.step(), r)) {
                put(r, slot, values);
            }
        });
        return values;
    }

    private Set<String> names(int step, Reading r) {
        List<Capture> captures = steps.get(step).step().captures();
        if (r.clause() >= 0 && r.clause() < captures.size()) {
            return captures.get(r.clause()).names().keySet();
        }
        Fix.Choose choose = steps.get(step).step().choose();
        return choose == null
                ? Set.of()
                : FixValues.chosen(steps.get(step).fix(), choose).keySet();
    }

    private boolean isList(int step, Reading r) {
        List<Capture> captures = steps.get(step).step().captures();
        return r.clause() >= 0
                && r.clause() < captures.size()
                && captures.get(r.clause()).every();
    }

    /** Everything read outside of repeated steps, by name, for what the case knows from now on. */
    public static Map<String, String> facts(WorkedStep w, Reading r) {
        Map<String, String> facts = new LinkedHashMap<>();
        if (r.clause() == Reading.CHOICE) {
            return r.how().hasValue() ? r.rows().get(0) : Map.of();
        }
        if (r.clause() >= w.step().captures().size()) {
            return Map.of();
        }
        Capture c = w.step().captures().get(r.clause());
        for (String name : c.names().keySet()) {
            String value = switch (r.how()) {
                case NOT_THERE -> Facts.NOT_THERE;
                case NOT_KNOWN -> Facts.DONT_KNOW;
                case SEVERAL -> "";
                default ->
                    r.rows().stream()
                            .map(x -> x.get(name))
                            .filter(java.util.Objects::nonNull)
                            .collect(Collectors.joining(", "));
            };
            if (!value.isEmpty()) {
                facts.put(name, value);
            }
        }
        return facts;
    }

    /** What a step knows without its own item: what is handed in, what the case knows, and what this attempt read. */
    private Map<String, String> base(int step) {
        WorkedStep w = steps.get(step);
        Map<String, String> values = new HashMap<>(outer(w));
        // the case may know a value by this name from another attempt, or from another device
        values.keySet().removeAll(captured(w.fix()));
        readings.forEach((slot, r) -> {
            if (slot.item() == null && isSeen(slot.step(), step)) {
                put(r, slot, values);
            }
        });
        return values;
    }

    /** What a step's fix is handed in: a part by the step that runs it. */
    private Map<String, String> outer(WorkedStep w) {
        if (w.runBy() == null) {
            return known;
        }
        Map<String, String> outside = new HashMap<>(outer(w.runBy()));
        outside.keySet().removeAll(captured(w.runBy().fix()));
        readings.forEach((slot, r) -> {
            if (slot.item() == null
                    && steps.get(slot.step()).runBy() == w.runBy().runBy()) {
                put(r, slot, outside);
            }
        });
        return FixValues.of(w.runBy().step().part().with(), outside);
    }

    /** The names that a fix reads by itself. */
    private static Set<String> captured(Fix fix) {
        Set<String> names = new LinkedHashSet<>();
        for (Fix.Step s : fix.steps()) {
            s.captures().forEach(c -> names.addAll(c.names().keySet()));
            if (s.choose() != null) {
                names.addAll(FixValues.chosen(fix, s.choose()).keySet());
            }
        }
        return names;
    }

    /** Whether what one step read may be used by another: of the same fix, or of a part that it runs. */
    private boolean isSeen(int read, int used) {
        if (read >= steps.size()) {
            return false;
        }
        WorkedStep by = steps.get(read);
        WorkedStep scope = steps.get(used).runBy();
        while (by != null) {
            if (by.runBy() == scope) {
                return true;
            }
            by = by.runBy();
        }
        return false;
    }

    private boolean sameList(int read, int used) {
        if (read >= steps.size() || !isSeen(read, used)) {
            return false;
        }
        Fix.ForEach a = steps.get(read).step().each();
        Fix.ForEach b = steps.get(used).step().each();
        return a != null
                && b != null
                && a.list().equals(b.list())
                && a.written().equals(b.written());
    }

    /** Names that repeated steps over this step's list read for each item. */
    private Set<String> ofItems(int step) {
        Set<String> names = new LinkedHashSet<>();
        for (int i = 0; i < steps.size(); i++) {
            if (sameList(i, step)) {
                steps.get(i)
                        .step()
                        .captures()
                        .forEach(c -> names.addAll(c.names().keySet()));
            }
        }
        return names;
    }

    private List<Map<String, String>> rows(int step, String list) {
        List<Map<String, String>> rows = new ArrayList<>();
        readings.forEach((slot, r) -> {
            if (slot.item() != null || r.clause() == Reading.CHOICE || !isSeen(slot.step(), step)) {
                return;
            }
            List<Capture> captures = steps.get(slot.step()).step().captures();
            if (r.clause() < captures.size()
                    && captures.get(r.clause()).every()
                    && FixValues.listOf(captures.get(r.clause())).equals(list)) {
                rows.clear();
                rows.addAll(r.rows());
            }
        });
        return rows;
    }

    /** Adds a reading's values; of a list all of each name, joined. */
    private void put(Reading r, Slot slot, Map<String, String> into) {
        facts(steps.get(slot.step()), r).forEach(into::put);
    }

    private static String under(String name, String field) {
        return field.isEmpty() ? name : name + "." + field;
    }
}
