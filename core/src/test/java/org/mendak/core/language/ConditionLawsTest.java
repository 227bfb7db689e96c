package org.mendak.core.language;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.statistics.Statistics;
import org.junit.jupiter.api.Test;

/** The laws of Kleene's strong three-valued logic, and that what is printed reads back to the same. */
class ConditionLawsTest {

    private static final List<String> NAMES =
            List.of("role", "free", "device.image", "items", "need.admin", "a-b", "nothing");
    private static final List<String> VALUES = List.of(
            "till",
            "7.10",
            "300 MB",
            "5 min",
            "dont-know",
            "a, b",
            "",
            "and",
            "two words",
            "-rwxr-x---",
            "12",
            "1e3",
            "x=y");

    @Provide
    Arbitrary<Truth> truths() {
        return Arbitraries.of(Truth.class);
    }

    @Provide
    Arbitrary<Operand> operands() {
        Arbitrary<Operand> fact = Arbitraries.of(NAMES).map(Operand.Fact::new);
        return Arbitraries.oneOf(
                fact,
                fact.map(f -> new Operand.Call(Operand.Function.LENGTH, List.of(f))),
                fact.map(f -> new Operand.Call(Operand.Function.MODE, List.of(f))),
                Combinators.combine(fact, fact)
                        .as((a, b) -> new Operand.Call(
                                Operand.Function.COUNT,
                                List.of(new Operand.Call(Operand.Function.MISSING, List.of(a, b))))));
    }

    @Provide
    Arbitrary<Condition> conditions() {
        Arbitrary<Condition> leaf = Arbitraries.oneOf(
                Combinators.combine(operands(), Arbitraries.of(Condition.Operator.class), Arbitraries.of(VALUES))
                        .as(Condition.Comparison::new),
                Combinators.combine(
                                operands(),
                                Arbitraries.of(VALUES).list().ofMinSize(1).ofMaxSize(3))
                        .as(Condition.In::new),
                Combinators.combine(operands(), Arbitraries.of(VALUES)).as(Condition.Contains::new),
                Arbitraries.of(NAMES).map(Condition.IsKnown::new),
                Arbitraries.of(NAMES).map(Condition.IsAsked::new));
        Arbitrary<Condition> pair = Arbitraries.oneOf(
                leaf,
                leaf.map(Condition.Not::new),
                Combinators.combine(leaf, leaf).as(Condition.And::new));
        Arbitrary<Condition> deep = Combinators.combine(pair, pair).as(Condition.Or::new);
        return Arbitraries.oneOf(
                pair,
                deep,
                deep.map(Condition.Not::new),
                Combinators.combine(deep, pair).as(Condition.And::new),
                Combinators.combine(pair, deep).as(Condition.And::new),
                Combinators.combine(pair, deep).as(Condition.Or::new));
    }

    @Provide
    Arbitrary<Facts> facts() {
        return Arbitraries.maps(Arbitraries.of(NAMES), Arbitraries.of(VALUES))
                .ofMaxSize(5)
                .map(m -> {
                    Map<String, String> values = new HashMap<>(m);
                    values.values().removeIf(String::isEmpty);
                    return new Facts(values);
                });
    }

    @Property(tries = 2_000, seed = "12")
    void whatIsPrintedReadsBackToTheSame(@ForAll("conditions") Condition c) {
        assertThat(Condition.parse(c.source()).orThrow()).as(c.source()).isEqualTo(c);
    }

    @Property(tries = 1_000, seed = "13")
    void deMorganHolds(@ForAll("conditions") Condition a, @ForAll("conditions") Condition b, @ForAll("facts") Facts f) {
        assertThat(new Condition.Not(new Condition.And(a, b)).evaluate(f))
                .isEqualTo(new Condition.Or(new Condition.Not(a), new Condition.Not(b)).evaluate(f));
        assertThat(new Condition.Not(new Condition.Not(a)).evaluate(f)).isEqualTo(a.evaluate(f));
        assertThat(new Condition.And(a, b).evaluate(f)).isEqualTo(new Condition.And(b, a).evaluate(f));
    }

    /** Learning a fact may settle what was open; it never turns a yes into a no, as long as nothing asks whether it is known. */
    @Property(tries = 1_500, seed = "14")
    void whatIsSettledStaysSettled(
            @ForAll("conditions") Condition c, @ForAll("facts") Facts known, @ForAll("facts") Facts learnt) {
        boolean asksWhetherKnown =
                c.source().contains(" is known") || c.source().contains(" is asked");
        Truth before = c.evaluate(known);
        Statistics.label("settled by what is known")
                .collect(!asksWhetherKnown && before != Truth.UNKNOWN)
                .coverage(share -> share.check(true).percentage(x -> x > 5));
        if (!asksWhetherKnown && before != Truth.UNKNOWN) {
            Map<String, String> all = new HashMap<>(learnt.values());
            all.putAll(known.values());
            assertThat(c.evaluate(new Facts(all))).isEqualTo(before);
        }
    }

    @Property(seed = "15")
    void absorptionAndDistributionHold(
            @ForAll("truths") Truth a, @ForAll("truths") Truth b, @ForAll("truths") Truth c) {
        assertThat(a.and(a.or(b))).isEqualTo(a);
        assertThat(a.and(b.or(c))).isEqualTo(a.and(b).or(a.and(c)));
        assertThat(a.or(b.or(c))).isEqualTo(a.or(b).or(c));
    }

    @Test
    void thereIsNoExcludedMiddle() {
        assertThat(Truth.UNKNOWN.or(Truth.UNKNOWN.not())).isEqualTo(Truth.UNKNOWN);
    }
}
