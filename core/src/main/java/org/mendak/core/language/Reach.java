package org.mendak.core.language;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * What a condition can come to, whatever becomes known: tries every combination of values that could make a difference. For each
 * fact these are the literals it is compared with, values between and beyond them, its declared choices, "they don't know", "looked
 * for, and not there", and nothing. Says {@link Sense#EITHER} where there are too many to try or a function is involved.
 */
public final class Reach {

    /** What a condition can come to. */
    public enum Sense {
        /** It may hold or not. */
        EITHER,
        /** Nothing makes it hold. */
        NEVER,
        /** It holds whatever is answered. */
        ALWAYS
    }

    private static final int MOST = 20_000;

    private final Map<String, Set<String>> literals = new HashMap<>();
    private final Set<String> lookedFor = new LinkedHashSet<>();
    private boolean guessing;

    private Reach() {}

    /**
     * The sense of a condition; at most 20,000 evaluations.
     *
     * @param choices the declared choices of facts that have some, by name
     */
    public static Sense of(Condition condition, Map<String, List<String>> choices) {
        Reach reach = new Reach();
        reach.collect(condition);
        if (reach.guessing) {
            return Sense.EITHER;
        }
        List<String> names = List.copyOf(condition.names());
        List<List<String>> values = new ArrayList<>();
        long combinations = 1;
        for (String name : names) {
            List<String> declared = choices.getOrDefault(name, List.of());
            List<String> v = new ArrayList<>(
                    declared.isEmpty() ? around(reach.literals.getOrDefault(name, Set.of())) : declared);
            v.add(Facts.DONT_KNOW);
            if (declared.isEmpty() || reach.lookedFor.contains(name)) {
                v.add(Facts.NOT_THERE);
            }
            v.add(null);
            values.add(v);
            combinations *= v.size();
            if (combinations > MOST) {
                return Sense.EITHER;
            }
        }
        return judge(condition, names, values, (int) combinations);
    }

    private static Sense judge(Condition condition, List<String> names, List<List<String>> values, int combinations) {
        boolean holds = false;
        boolean fails = false;
        for (int n = 0; n < combinations; n++) {
            Map<String, String> known = new HashMap<>();
            int rest = n;
            for (int i = 0; i < names.size(); i++) {
                String v = values.get(i).get(rest % values.get(i).size());
                rest /= values.get(i).size();
                if (v != null) {
                    known.put(names.get(i), v);
                }
            }
            Truth t = condition.evaluate(new Facts(known));
            holds |= t == Truth.YES;
            fails |= t == Truth.NO;
        }
        return !holds ? Sense.NEVER : fails ? Sense.EITHER : Sense.ALWAYS;
    }

    private void collect(Condition c) {
        if (c instanceof Condition.And a) {
            collect(a.left());
            collect(a.right());
        } else if (c instanceof Condition.Or o) {
            collect(o.left());
            collect(o.right());
        } else if (c instanceof Condition.Not n) {
            collect(n.inner());
        } else if (c instanceof Condition.In in) {
            in.values().forEach(v -> literal(in.left(), v));
        } else if (c instanceof Condition.Comparison x) {
            literal(x.left(), x.value());
        } else if (c instanceof Condition.IsNone x) {
            lookedFor.add(x.name());
        } else if (c instanceof Condition.Contains x) {
            // any text may hold any other: nothing short of trying all texts would be sure
            guessing = true;
        }
    }

    private void literal(Operand left, String value) {
        if (left instanceof Operand.Fact f) {
            literals.computeIfAbsent(f.name(), k -> new LinkedHashSet<>()).add(value);
        } else {
            guessing = true;
        }
    }

    /** The literals, something else, and what lies between and beyond those that have an order. */
    private static List<String> around(Set<String> literals) {
        Set<String> all = new LinkedHashSet<>(literals);
        all.add("something else");
        all.addAll(between(literals, Quantity::size, " B"));
        all.addAll(between(literals, t -> Quantity.duration(t).map(d -> BigDecimal.valueOf(d.toSeconds())), " s"));
        all.addAll(between(literals, Quantity::number, ""));
        for (String l : literals) {
            Version.parse(l).ifPresent(v -> {
                all.add("0");
                all.add(v + ".0.0.0.1");
                all.add("99999999");
            });
        }
        return List.copyOf(all);
    }

    private static Set<String> between(
            Set<String> literals, java.util.function.Function<String, Optional<BigDecimal>> read, String unit) {
        TreeSet<BigDecimal> sorted = new TreeSet<>();
        literals.forEach(l -> read.apply(l).ifPresent(sorted::add));
        Set<String> between = new LinkedHashSet<>();
        BigDecimal last = null;
        for (BigDecimal b : sorted) {
            BigDecimal mid = last == null
                    ? b.subtract(BigDecimal.ONE)
                    : last.add(b).divide(BigDecimal.valueOf(2), 6, java.math.RoundingMode.HALF_UP);
            between.add(mid.toPlainString() + unit);
            last = b;
        }
        if (last != null) {
            between.add(last.add(BigDecimal.ONE).toPlainString() + unit);
        }
        return between;
    }
}
