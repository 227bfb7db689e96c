package org.mendak.core.runbook;

import java.util.List;
import java.util.Locale;

/**
 * A document in the parts in which it is written, for whoever changes one of them where it stands: what each holds, in its order, and
 * what may be added to it. {@link Editing} changes the text underneath.
 *
 * @param head what the head says, every key that such a document may have
 * @param parts the sections of a known error, those that nobody wrote yet too; the words before the steps and the steps of a fix
 * @param offers what may be added behind them
 */
public record Outline(List<Field> head, List<Part> parts, List<Offer> offers) {

    /** What a place takes. */
    public enum Shape {
        WORDS,
        LINE,
        CODE,
        TEMPLATE,
        CONDITION,
        COMMAND,
        MINUTES,
        DAY,
        YES,
        CHOICE,
        LIST,
        FIX,
        FIXES,
        FACT,
        FACTS,
        NEEDS,
        PRODUCTS,
        PAIR,
        PAIRS;

        /** The word for it in answers. */
        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /** What a part is. */
    public enum Kind {
        /** A section of a known error; its keyword is its title, empty before the first. */
        SECTION,
        /** A step of a fix, or the part before the first. */
        STEP,
        /** Words as they were written. */
        WORDS,
        /** A command. */
        COMMAND,
        /** A keyword and its value. */
        CLAUSE,
        /** An item of a section's list. */
        ITEM;

        /** The word for it in answers. */
        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /**
     * A place that can be filled in.
     *
     * @param values what stands there, empty if nothing; more than one only for what is a list
     * @param choices what it takes and nothing else; empty if anything
     */
    public record Field(String name, Shape shape, List<String> values, List<String> choices) {
        public Field {
            values = List.copyOf(values);
            choices = List.copyOf(choices);
        }

        Field(String name, Shape shape, List<String> values) {
            this(name, shape, values, List.of());
        }
    }

    /**
     * What may be added.
     *
     * @param what a keyword, or {@code Words}, {@code Command}, {@code Item}, {@code Step}
     * @param fields its places, all empty
     */
    public record Offer(String what, List<Field> fields) {
        public Offer {
            fields = List.copyOf(fields);
        }
    }

    /**
     * One part.
     *
     * @param keyword the clause's or the section's word; else empty
     * @param below the parts in it, in their order
     * @param offers what may be added to it
     * @param moves whether its place among its neighbours is its author's to choose
     * @param line its first line, from 1; 0 for a section that is not written yet
     * @param end its last line
     */
    public record Part(
            Kind kind,
            String keyword,
            List<Field> fields,
            List<Part> below,
            List<Offer> offers,
            boolean moves,
            int line,
            int end) {
        public Part {
            fields = List.copyOf(fields);
            below = List.copyOf(below);
            offers = List.copyOf(offers);
        }
    }

    /**
     * The outline of a document; empty lists if its head cannot be read.
     *
     * @param text the whole document
     */
    public static Outline of(DocumentKind kind, String text) {
        return OutlineReader.read(kind, new Source(text))
                .map(OutlineReader.Read::outline)
                .orElse(new Outline(List.of(), List.of(), List.of()));
    }
}
