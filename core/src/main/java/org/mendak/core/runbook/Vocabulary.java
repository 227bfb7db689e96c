package org.mendak.core.runbook;

import java.util.List;
import java.util.Optional;

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

    /** A product and its versions, oldest first; {@code about} may be empty. */
    public record Product(String name, String about, List<String> versions) {
        public Product {
            versions = List.copyOf(versions);
        }
    }

    /** Something that can be known of a case; {@code choices} empty for free text. */
    public record Fact(String id, String title, List<String> choices) {
        public Fact {
            choices = List.copyOf(choices);
        }
    }

    /** What must be at hand; {@code minutes} is what getting it costs once a case, 0 or more. */
    public record Need(String id, String title, double minutes) {}

    /** The vocabulary and what is to be mended in it. */
    public record Read(Vocabulary vocabulary, List<Problem> problems) {
        public Read {
            problems = List.copyOf(problems);
        }
    }

    /** The need of that name, or empty. */
    public Optional<Need> need(String id) {
        return needs.stream().filter(n -> n.id().equals(id)).findFirst();
    }
}
