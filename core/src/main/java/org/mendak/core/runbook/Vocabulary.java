package org.mendak.core.runbook;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendak.core.language.ValueType;

/**
 * The library's own words: products, facts and needs, and the desk's settings. Read from {@code library.yaml}.
 *
 * @param handOverMinutes what handing a case over costs, in minutes, above 0
 * @param holdingDays after how many days of silence a resolution counts as held, above 0
 */
public record Vocabulary(
        List<Product> products, List<Fact> facts, List<Need> needs, double handOverMinutes, double holdingDays) {

    /** What a desk has before it writes its own vocabulary. */
    public static final Vocabulary EMPTY = new Vocabulary(List.of(), List.of(), List.of(), 45, 14);

    public Vocabulary {
        products = List.copyOf(products);
        facts = List.copyOf(facts);
        needs = List.copyOf(needs);
    }

    /** A product and its versions, oldest first; {@code about} may be empty, {@code formerly} are names that it had before. */
    public record Product(String name, String about, List<String> versions, List<String> formerly) {
        public Product {
            versions = List.copyOf(versions);
            formerly = List.copyOf(formerly);
        }
    }

    /**
     * Something that can be known of a case.
     *
     * @param choices the answers to choose from; empty for free text
     * @param type what a value must look like; null if anything will do
     * @param minutes what finding it out costs, 0 or more
     * @param how how to find it out; may be empty
     * @param ofDevice whether it stays true of the device from one case to the next
     * @param words a sentence for each answer, by answer: "another package updates on the same device"; may lack some
     * @param formerly names that it had before
     */
    public record Fact(
            String id,
            String title,
            List<String> choices,
            ValueType type,
            double minutes,
            String how,
            boolean ofDevice,
            Map<String, String> words,
            List<String> formerly) {
        public Fact {
            formerly = List.copyOf(formerly);
            words = Collections.unmodifiableMap(new LinkedHashMap<>(words));
            choices = List.copyOf(choices);
        }
    }

    /**
     * What must be at hand.
     *
     * @param minutes what getting it costs once a case, 0 or more
     * @param how how to get it; may be empty
     * @param whileUsed whether it lasts only from one fix that uses it to the next, and is paid again after any other
     * @param formerly names that it had before
     */
    public record Need(String id, String title, double minutes, String how, boolean whileUsed, List<String> formerly) {
        public Need {
            formerly = List.copyOf(formerly);
        }
    }

    /** The vocabulary and what is to be mended in it. */
    public record Read(Vocabulary vocabulary, List<Problem> problems) {
        public Read {
            problems = List.copyOf(problems);
        }
    }

    /** The fact of that name, or the one that was called so before; else empty. */
    public Optional<Fact> fact(String id) {
        return facts.stream()
                .filter(f -> f.id().equals(id))
                .findFirst()
                .or(() -> facts.stream().filter(f -> f.formerly().contains(id)).findFirst());
    }

    /** The need of that name, or the one that was called so before; else empty. */
    public Optional<Need> need(String id) {
        return needs.stream()
                .filter(n -> n.id().equals(id))
                .findFirst()
                .or(() -> needs.stream().filter(n -> n.formerly().contains(id)).findFirst());
    }

    /** Begins the name of what is known of a need in a case. */
    private static final String NEED = "need.";

    /** The names that facts and needs had before, as cases know them, each with the one that it has today. */
    public Map<String, String> formerNames() {
        Map<String, String> names = new LinkedHashMap<>();
        facts.forEach(f -> f.formerly().forEach(old -> names.put(old, f.id())));
        needs.forEach(n -> n.formerly().forEach(old -> names.put(NEED + old, NEED + n.id())));
        return names;
    }

    /** What is known of a case, with the names that facts and needs have today beside those that they had: a runbook of before knows those. */
    public Map<String, String> withToday(Map<String, String> known) {
        Map<String, String> all = new LinkedHashMap<>(known);
        formerNames().forEach((old, today) -> {
            if (known.containsKey(old)) {
                all.putIfAbsent(today, known.get(old));
            }
        });
        return all;
    }
}
