package org.mendak.core.language;

import java.util.stream.Collectors;

/** Prints conditions so that reading them again gives the same. */
final class ConditionPrinter {

    private static final int OR = 0;
    private static final int AND = 1;
    private static final int NOT = 2;

    private ConditionPrinter() {}

    static String print(Condition c) {
        return print(c, OR);
    }

    /** With parentheses if it binds weaker than its surroundings. Both joins lean to the left, as the reader builds them. */
    private static String print(Condition c, int around) {
        if (c instanceof Condition.Or o) {
            return wrap(print(o.left(), OR) + " or " + print(o.right(), AND), around > OR);
        }
        if (c instanceof Condition.And a) {
            return wrap(print(a.left(), AND) + " and " + print(a.right(), NOT), around > AND);
        }
        if (c instanceof Condition.Not n) {
            return "not " + print(n.inner(), NOT);
        }
        if (c instanceof Condition.IsKnown k) {
            return k.name() + " is known";
        }
        if (c instanceof Condition.IsAsked k) {
            return k.name() + " is asked";
        }
        if (c instanceof Condition.IsNone k) {
            return k.name() + " is none";
        }
        if (c instanceof Condition.In in) {
            return in.left().source()
                    + in.values().stream().map(ConditionPrinter::value).collect(Collectors.joining(", ", " in (", ")"));
        }
        if (c instanceof Condition.Contains k) {
            return k.left().source() + " contains " + value(k.value());
        }
        Condition.Comparison k = (Condition.Comparison) c;
        return k.left().source() + " " + k.operator().sign + " " + value(k.value());
    }

    private static String wrap(String text, boolean needed) {
        return needed ? "(" + text + ")" : text;
    }

    /** Quoted unless it is one plain word, or a number with its unit; a quoted value has no quotation marks in it. */
    private static String value(String value) {
        boolean plain = value.matches("[\\p{L}\\p{N}_.:/+%-]+") && !value.matches("and|or|not|in|is|contains");
        boolean measure = value.matches("[^ ]+ [^ ]+")
                && (Quantity.size(value).isPresent() || Quantity.duration(value).isPresent())
                && Quantity.number(value.substring(0, value.indexOf(' '))).isPresent();
        return plain || measure ? value : "\"" + value + "\"";
    }
}
