package org.mendak.core.language;

import java.math.BigDecimal;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/**
 * A condition over facts, such as {@code device.image >= 7.0 and other_packages != yes}. Three-valued: what compares an
 * unknown fact is {@link Truth#UNKNOWN}. {@code dont-know} and {@code not-there} are values that equal only themselves.
 *
 * <p>Grammar: {@code or} binds weakest, then {@code and}, then {@code not}; comparisons are {@code = != < <= > >=},
 * {@code in a, b, c}, {@code contains a}, {@code is known}, {@code is asked}, {@code is none}; what is compared is a fact or an {@link Operand}'s
 * function. Evaluation is linear in the condition's length. {@code source} prints what {@code parse} reads to the same condition.
 */
public sealed interface Condition {

    /** The value of this condition for these facts; never null. */
    Truth evaluate(Facts facts);

    /** Adds the names of the facts that this condition reads to {@code into}. */
    void collectNames(Set<String> into);

    /** The names of the facts that this condition reads, in order of appearance. */
    default Set<String> names() {
        Set<String> names = new LinkedHashSet<>();
        collectNames(names);
        return names;
    }

    /** The condition as an author would write it, with as few parentheses as it needs. */
    default String source() {
        return ConditionPrinter.print(this);
    }

    /** Reads a condition; a mistake carries the offset of the word that is wrong. At most 2,000 characters. */
    static Parsed<Condition> parse(String text) {
        return new ConditionParser(text).parse();
    }

    /** A condition as written, with another name for a fact wherever it is read; one that cannot be read stays as it is. */
    static String renamed(String text, String from, String to) {
        return new ConditionParser(text).renamed(from, to);
    }

    /** Both must hold. */
    record And(Condition left, Condition right) implements Condition {
        @Override
        public Truth evaluate(Facts facts) {
            return left.evaluate(facts).and(right.evaluate(facts));
        }

        @Override
        public void collectNames(Set<String> into) {
            left.collectNames(into);
            right.collectNames(into);
        }
    }

    /** One must hold. */
    record Or(Condition left, Condition right) implements Condition {
        @Override
        public Truth evaluate(Facts facts) {
            return left.evaluate(facts).or(right.evaluate(facts));
        }

        @Override
        public void collectNames(Set<String> into) {
            left.collectNames(into);
            right.collectNames(into);
        }
    }

    /** Must not hold. */
    record Not(Condition inner) implements Condition {
        @Override
        public Truth evaluate(Facts facts) {
            return inner.evaluate(facts).not();
        }

        @Override
        public void collectNames(Set<String> into) {
            inner.collectNames(into);
        }
    }

    /**
     * Whether a fact has a value. While nobody asked or looked that is unknown: a look that was not made says nothing. No after
     * "they don't know", and after "looked for and not there".
     */
    record IsKnown(String name) implements Condition {
        @Override
        public Truth evaluate(Facts facts) {
            return facts.get(name).map(v -> Truth.of(Facts.isValue(v))).orElse(Truth.UNKNOWN);
        }

        @Override
        public void collectNames(Set<String> into) {
            into.add(name);
        }
    }

    /** Whether somebody was asked, "they don't know" counting as an answer. Never unknown. */
    record IsAsked(String name) implements Condition {
        @Override
        public Truth evaluate(Facts facts) {
            return Truth.of(facts.get(name).isPresent());
        }

        @Override
        public void collectNames(Set<String> into) {
            into.add(name);
        }
    }

    /** Whether a value was looked for and is not there. Unknown while nobody looked, or nobody knows what the look showed. */
    record IsNone(String name) implements Condition {
        @Override
        public Truth evaluate(Facts facts) {
            return facts.get(name)
                    .filter(v -> !v.equals(Facts.DONT_KNOW))
                    .map(v -> Truth.of(v.equals(Facts.NOT_THERE)))
                    .orElse(Truth.UNKNOWN);
        }

        @Override
        public void collectNames(Set<String> into) {
            into.add(name);
        }
    }

    /** Whether something is one of the listed values. */
    record In(Operand left, List<String> values) implements Condition {
        public In {
            values = List.copyOf(values);
        }

        @Override
        public Truth evaluate(Facts facts) {
            return left.value(facts)
                    .map(v -> Truth.of(values.stream().anyMatch(w -> Compare.same(v, w))))
                    .orElse(Truth.UNKNOWN);
        }

        @Override
        public void collectNames(Set<String> into) {
            left.collectNames(into);
        }
    }

    /** Whether a text stands in something, or a list has it as an item; whatever the case of letters. */
    record Contains(Operand left, String value) implements Condition {
        @Override
        public Truth evaluate(Facts facts) {
            Optional<String> seen = left.value(facts);
            if (seen.isEmpty() || seen.get().equals(Facts.DONT_KNOW)) {
                return Truth.UNKNOWN;
            }
            return Truth.of(!seen.get().equals(Facts.NOT_THERE)
                    && seen.get().toLowerCase(Locale.ROOT).contains(value.toLowerCase(Locale.ROOT)));
        }

        @Override
        public void collectNames(Set<String> into) {
            left.collectNames(into);
        }
    }

    /** Something compared with a value. */
    record Comparison(Operand left, Operator operator, String value) implements Condition {
        @Override
        public Truth evaluate(Facts facts) {
            Optional<String> seen = left.value(facts);
            return seen.isEmpty() ? Truth.UNKNOWN : operator.compare(seen.get(), value);
        }

        @Override
        public void collectNames(Set<String> into) {
            left.collectNames(into);
        }
    }

    /** How a {@link Comparison} compares. Order exists between numbers, versions, sizes and durations only. */
    enum Operator {
        EQUAL("="),
        NOT_EQUAL("!="),
        LESS("<"),
        LESS_OR_EQUAL("<="),
        GREATER(">"),
        GREATER_OR_EQUAL(">=");

        final String sign;

        Operator(String sign) {
            this.sign = sign;
        }

        Truth compare(String seen, String wanted) {
            if (this == EQUAL || this == NOT_EQUAL) {
                Truth same = Truth.of(Compare.same(seen, wanted));
                return this == EQUAL ? same : same.not();
            }
            if (!Facts.isValue(seen)) {
                return Truth.UNKNOWN;
            }
            return Compare.order(seen, wanted)
                    .map(c -> Truth.of(
                            switch (this) {
                                case LESS -> c < 0;
                                case LESS_OR_EQUAL -> c <= 0;
                                case GREATER -> c > 0;
                                default -> c >= 0;
                            }))
                    .orElse(Truth.UNKNOWN);
        }
    }

    /** Compares values that came as text, by the kind that both can be read as. */
    final class Compare {
        private Compare() {}

        static boolean same(String a, String b) {
            return a.equalsIgnoreCase(b) || order(a, b).filter(c -> c == 0).isPresent();
        }

        /** Sign of a - b, or empty if the two are of kinds that have no order between them. */
        static Optional<Integer> order(String a, String b) {
            Optional<Version> va = Version.parse(a);
            Optional<Version> vb = Version.parse(b);
            Optional<BigDecimal> sa = Quantity.size(a);
            Optional<BigDecimal> sb = Quantity.size(b);
            if (sa.isPresent() && sb.isPresent()) {
                return Optional.of(sa.get().compareTo(sb.get()));
            }
            var da = Quantity.duration(a);
            var db = Quantity.duration(b);
            if (da.isPresent() && db.isPresent()) {
                return Optional.of(da.get().compareTo(db.get()));
            }
            // before plain numbers, so that 7.10 is after 7.9
            if (va.isPresent() && vb.isPresent()) {
                return Optional.of(va.get().compareTo(vb.get()));
            }
            var na = Quantity.number(a);
            var nb = Quantity.number(b);
            return na.isPresent() && nb.isPresent() ? Optional.of(na.get().compareTo(nb.get())) : Optional.empty();
        }
    }
}
