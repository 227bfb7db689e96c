package org.mendak.core.language;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.mendak.core.language.Condition.Operator;

/**
 * Conditions as people say them. Whoever works a case reads "the image release of the device is at least 7.0", never a formula.
 *
 * <p>A negation is carried to the comparisons, which three-valued logic allows (S. C. Kleene, Introduction to Metamathematics, 1952,
 * §64: De Morgan's laws hold in the strong tables).
 */
public final class PlainWords {

    private final Titles titles;

    private PlainWords(Titles titles) {
        this.titles = titles;
    }

    /** What must hold, as a clause without a capital and without a full stop. */
    public static String of(Condition condition, Titles titles) {
        return new PlainWords(titles).say(condition, true, false);
    }

    /**
     * Why a condition does not hold, with the values that were seen: "the path has 131 characters, more than 100". Where it holds, or is
     * not settled, what it asks for.
     */
    public static String whyNot(Condition condition, Facts facts, Titles titles) {
        PlainWords words = new PlainWords(titles);
        List<String> reasons = new ArrayList<>();
        words.collect(condition, true, facts, reasons);
        return reasons.isEmpty()
                ? words.say(condition, true, false)
                : reasons.stream().distinct().collect(Collectors.joining(" and "));
    }

    /** The parts that are settled against the condition. */
    private void collect(Condition c, boolean wanted, Facts facts, List<String> into) {
        Truth now = c.evaluate(facts);
        if (now != (wanted ? Truth.NO : Truth.YES)) {
            return;
        }
        if (c instanceof Condition.Not n) {
            collect(n.inner(), !wanted, facts, into);
        } else if (c instanceof Condition.And a) {
            collect(a.left(), wanted, facts, into);
            collect(a.right(), wanted, facts, into);
        } else if (c instanceof Condition.Or o) {
            collect(o.left(), wanted, facts, into);
            collect(o.right(), wanted, facts, into);
        } else {
            into.add(seen(c, wanted, facts));
        }
    }

    /** What was seen instead of what a comparison asks for. */
    private String seen(Condition c, boolean wanted, Facts facts) {
        Operand left = c instanceof Condition.Comparison k
                ? k.left()
                : c instanceof Condition.IsNone none
                        ? new Operand.Fact(none.name())
                        : c instanceof Condition.In in
                                ? in.left()
                                : c instanceof Condition.Contains k ? k.left() : null;
        String value = left == null ? "" : left.value(facts).orElse("");
        if (!Facts.isValue(value) || value.isEmpty()) {
            return say(c, !wanted, false);
        }
        String is = compare(left, Operator.EQUAL, value);
        if (is.startsWith("none of ")) {
            return is;
        }
        if (c instanceof Condition.Comparison k
                && k.operator() != Operator.EQUAL
                && k.operator() != Operator.NOT_EQUAL) {
            return is + ", " + bare(wanted ? flipped(k.operator()) : k.operator()) + " " + k.value();
        }
        return c instanceof Condition.Contains ? say(c, !wanted, false) : is;
    }

    private String say(Condition c, boolean wanted, boolean within) {
        if (c instanceof Condition.Not n) {
            return say(n.inner(), !wanted, within);
        }
        if (c instanceof Condition.And a) {
            return joined(a.left(), a.right(), wanted, wanted, within);
        }
        if (c instanceof Condition.Or o) {
            return joined(o.left(), o.right(), wanted, !wanted, within);
        }
        if (c instanceof Condition.IsKnown k) {
            return the(k.name()) + (wanted ? " is known" : " is not known");
        }
        if (c instanceof Condition.IsAsked k) {
            return the(k.name()) + (wanted ? " was asked for" : " was not asked for");
        }
        if (c instanceof Condition.IsNone k) {
            return (wanted ? "no " : "some ") + bareTitle(k.name()) + " is there";
        }
        if (c instanceof Condition.In in) {
            List<String> values = in.values();
            String last = value(values.get(values.size() - 1));
            String list = values.size() == 1
                    ? last
                    : values.subList(0, values.size() - 1).stream()
                                    .map(PlainWords::value)
                                    .collect(Collectors.joining(", "))
                            + (wanted ? " or " : " nor ")
                            + last;
            return said(in.left()) + (wanted ? " is " : values.size() == 1 ? " is not " : " is neither ") + list;
        }
        if (c instanceof Condition.Contains k) {
            return said(k.left()) + (wanted ? " has " : " has not ") + "\u201c" + k.value() + "\u201d in it";
        }
        Condition.Comparison k = (Condition.Comparison) c;
        return compare(k.left(), wanted ? k.operator() : flipped(k.operator()), k.value());
    }

    private String joined(Condition left, Condition right, boolean wanted, boolean and, boolean within) {
        boolean leftJoins = joins(left, wanted) != null && joins(left, wanted) != and;
        boolean rightJoins = joins(right, wanted) != null && joins(right, wanted) != and;
        String a = say(left, wanted, leftJoins);
        String b = say(right, wanted, rightJoins);
        if (and) {
            return a + " and " + b;
        }
        return (within ? "either " : "") + a + (leftJoins || rightJoins ? ", or " : " or ") + b;
    }

    /** Whether a condition is said with "and" (true) or "or" (false); null if it is one comparison. */
    private static Boolean joins(Condition c, boolean wanted) {
        return c instanceof Condition.Not n
                ? joins(n.inner(), !wanted)
                : c instanceof Condition.And ? Boolean.valueOf(wanted) : c instanceof Condition.Or ? !wanted : null;
    }

    private String compare(Operand left, Operator operator, String value) {
        boolean equal = operator == Operator.EQUAL;
        if (left instanceof Operand.Fact f && (equal || operator == Operator.NOT_EQUAL)) {
            String sentence = titles.sentence(f.name(), value)
                    .filter(s -> equal)
                    .or(() -> equal
                            ? java.util.Optional.empty()
                            : titles.other(f.name(), value).flatMap(o -> titles.sentence(f.name(), o)))
                    .orElse("");
            if (!sentence.isEmpty()) {
                return sentence;
            }
            if (value.equals(Facts.DONT_KNOW)) {
                return (equal ? "nobody knows " : "somebody knows ") + the(f.name());
            }
        }
        if (left instanceof Operand.Call call && call.function() == Operand.Function.LENGTH) {
            return said(call.arguments().get(0)) + " has " + amount(operator, value) + " characters";
        }
        if (left instanceof Operand.Call call && call.function() == Operand.Function.COUNT) {
            boolean none = value.equals("0") && (equal || operator == Operator.LESS_OR_EQUAL)
                    || value.equals("1") && operator == Operator.LESS;
            boolean some = value.equals("0") && (operator == Operator.GREATER || operator == Operator.NOT_EQUAL)
                    || value.equals("1") && operator == Operator.GREATER_OR_EQUAL;
            String list = said(call.arguments().get(0));
            return none
                    ? "none of " + list + " is listed"
                    : some
                            ? "at least one of " + list + " is listed"
                            : "there are " + amount(operator, value) + " of " + list;
        }
        String is = equal ? " is " : operator == Operator.NOT_EQUAL ? " is not " : " is " + bare(operator) + " ";
        return said(left) + is + value(value);
    }

    private static String amount(Operator operator, String value) {
        return switch (operator) {
            case EQUAL -> value;
            case NOT_EQUAL -> "not " + value;
            default -> bare(operator) + " " + value;
        };
    }

    private static String bare(Operator operator) {
        return switch (operator) {
            case LESS -> "less than";
            case LESS_OR_EQUAL -> "at most";
            case GREATER -> "more than";
            case GREATER_OR_EQUAL -> "at least";
            default -> "";
        };
    }

    private static Operator flipped(Operator operator) {
        return switch (operator) {
            case EQUAL -> Operator.NOT_EQUAL;
            case NOT_EQUAL -> Operator.EQUAL;
            case LESS -> Operator.GREATER_OR_EQUAL;
            case LESS_OR_EQUAL -> Operator.GREATER;
            case GREATER -> Operator.LESS_OR_EQUAL;
            case GREATER_OR_EQUAL -> Operator.LESS;
        };
    }

    private static String value(String value) {
        return value.equals(Facts.DONT_KNOW) ? "not known" : value.equals(Facts.NOT_THERE) ? "not there" : value;
    }

    private String said(Operand o) {
        if (o instanceof Operand.Fact f) {
            return the(f.name());
        }
        Operand.Call call = (Operand.Call) o;
        List<Operand> of = call.arguments();
        return switch (call.function()) {
            case LENGTH -> "the length of " + said(of.get(0));
            case COUNT -> "the number of " + said(of.get(0));
            case MISSING -> "what is missing of " + said(of.get(0)) + " in " + said(of.get(1));
            case MODE -> said(of.get(0)) + ", as a number,";
        };
    }

    /** The title with its article; one that is a question or a clause stands in quotation marks. */
    private String the(String name) {
        String title = titles.of(name);
        String first = title.split("[ ,]", 2)[0].toLowerCase(Locale.ROOT);
        if (title.endsWith("?")
                || List.of("what", "which", "who", "how", "where", "when", "whether", "is", "does", "did")
                        .contains(first)) {
            return "\u201c" + title + "\u201d";
        }
        boolean article = title.contains(" ")
                && List.of("the", "a", "an", "its", "their", "this", "that").contains(first);
        return article ? small(title) : "the " + small(title);
    }

    private String bareTitle(String name) {
        return small(titles.of(name).replaceFirst("^(?i)(the|a|an) ", ""));
    }

    /** With a small first letter, unless it begins an abbreviation or a name of more than one capital. */
    private static String small(String title) {
        boolean capital =
                title.length() > 1 && Character.isUpperCase(title.charAt(0)) && Character.isLowerCase(title.charAt(1));
        return capital ? Character.toLowerCase(title.charAt(0)) + title.substring(1) : title;
    }
}
