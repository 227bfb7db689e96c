package org.mendak.core.language;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * What a condition compares: a fact, or a small function of facts for what people compare by eye.
 *
 * <ul>
 *   <li>{@code length(f)}: how many characters it has
 *   <li>{@code count(f)}: how many items a list has; commas, semicolons and line ends part them
 *   <li>{@code missing(required, present)}: the items of the first list that the second has not, as a list
 *   <li>{@code mode(f)}: file permissions as four octal digits, from {@code -rwxr-x---}, {@code 750} or {@code 0750}
 * </ul>
 */
public sealed interface Operand {

    /** The value, or empty if a fact that it needs is unknown or not of its kind. "They don't know" is a value of a fact alone. */
    Optional<String> value(Facts facts);

    /** Adds the names of the facts that it reads. */
    void collectNames(Set<String> into);

    /** As an author writes it. */
    String source();

    /** A fact by its name. */
    record Fact(String name) implements Operand {
        @Override
        public Optional<String> value(Facts facts) {
            return facts.get(name);
        }

        @Override
        public void collectNames(Set<String> into) {
            into.add(name);
        }

        @Override
        public String source() {
            return name;
        }
    }

    /** What a function does. */
    enum Function {
        LENGTH(1),
        COUNT(1),
        MISSING(2),
        MODE(1);

        final int arguments;

        Function(int arguments) {
            this.arguments = arguments;
        }

        String word() {
            return name().toLowerCase(Locale.ROOT);
        }

        boolean takesLists() {
            return this == COUNT || this == MISSING;
        }

        static Optional<Function> named(String word) {
            for (Function f : values()) {
                if (f.word().equals(word)) {
                    return Optional.of(f);
                }
            }
            return Optional.empty();
        }

        /** The names of all functions, for a message. */
        static String words() {
            List<String> words = new ArrayList<>();
            for (Function f : values()) {
                words.add(f.word());
            }
            return String.join(", ", words);
        }

        private Optional<String> of(List<String> values) {
            String first = values.get(0);
            return switch (this) {
                case LENGTH -> Optional.of(String.valueOf(first.codePointCount(0, first.length())));
                case COUNT -> Optional.of(String.valueOf(items(first).size()));
                case MISSING -> Optional.of(missing(first, values.get(1)));
                case MODE -> FileMode.octal(first);
            };
        }
    }

    /** A function and its arguments, as many as it takes. */
    record Call(Function function, List<Operand> arguments) implements Operand {
        public Call {
            arguments = List.copyOf(arguments);
            if (arguments.size() != function.arguments) {
                throw new IllegalArgumentException(
                        function.word() + " takes " + function.arguments + ", not " + arguments.size());
            }
        }

        @Override
        public Optional<String> value(Facts facts) {
            List<String> values = new ArrayList<>();
            for (Operand a : arguments) {
                String v = a.value(facts).orElse(Facts.DONT_KNOW);
                if (v.equals(Facts.DONT_KNOW) || v.equals(Facts.NOT_THERE) && !function.takesLists()) {
                    return Optional.empty();
                }
                // a list that was looked for and is not there has no items
                values.add(v.equals(Facts.NOT_THERE) ? "" : v);
            }
            return function.of(values);
        }

        @Override
        public void collectNames(Set<String> into) {
            arguments.forEach(a -> a.collectNames(into));
        }

        @Override
        public String source() {
            return function.word()
                    + arguments.stream().map(Operand::source).collect(Collectors.joining(", ", "(", ")"));
        }
    }

    /** The items of a list value, stripped, without empty ones, in order. */
    static List<String> items(String list) {
        List<String> items = new ArrayList<>();
        for (String item : list.split("[,;\n]")) {
            if (!item.isBlank()) {
                items.add(item.strip());
            }
        }
        return items;
    }

    private static String missing(String required, String present) {
        Set<String> there = new LinkedHashSet<>();
        items(present).forEach(i -> there.add(i.toLowerCase(Locale.ROOT)));
        return items(required).stream()
                .filter(i -> !there.contains(i.toLowerCase(Locale.ROOT)))
                .collect(Collectors.joining(", "));
    }
}
