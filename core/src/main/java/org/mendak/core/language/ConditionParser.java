package org.mendak.core.language;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/** Reads conditions by recursive descent, one token ahead; depth is bounded so that hostile nesting cannot exhaust the stack. */
final class ConditionParser {

    private static final int LONGEST = 2_000;
    private static final int DEEPEST = 40;
    private static final Set<String> RESERVED = Set.of("and", "or", "not", "in", "is", "contains");

    private record Token(String text, int offset, boolean quoted) {
        boolean is(String word) {
            return !quoted && text.equals(word);
        }
    }

    private static final class Wrong extends Exception {
        private static final long serialVersionUID = 1L;
        private final transient Parsed<Condition> result;

        Wrong(int offset, String message, String remedy) {
            super(message, null, false, false);
            result = Parsed.wrong(offset, message, remedy);
        }
    }

    private final String text;
    private final List<Token> tokens = new ArrayList<>();
    private final List<Token> names = new ArrayList<>();
    private int at;
    private int depth;

    ConditionParser(String text) {
        this.text = text;
    }

    Parsed<Condition> parse() {
        if (text.length() > LONGEST) {
            return Parsed.wrong(
                    LONGEST, "the condition has more than " + LONGEST + " characters", "split it over two fixes");
        }
        try {
            scan();
            if (tokens.isEmpty()) {
                return Parsed.wrong(0, "the condition is empty", "write for example device.image >= 7.0");
            }
            Condition c = or();
            if (at < tokens.size()) {
                Token t = tokens.get(at);
                throw new Wrong(t.offset, "\"" + t.text + "\" is not expected here", "join comparisons with and or or");
            }
            return Parsed.of(c);
        } catch (Wrong w) {
            return w.result;
        }
    }

    /** The text with another name for a fact; as it was if it cannot be read. */
    String renamed(String from, String to) {
        if (!parse().ok()) {
            return text;
        }
        StringBuilder s = new StringBuilder(text);
        for (int i = names.size() - 1; i >= 0; i--) {
            Token t = names.get(i);
            if (t.text.equals(from)) {
                s.replace(t.offset, t.offset + from.length(), to);
            }
        }
        return s.toString();
    }

    private void scan() throws Wrong {
        int i = 0;
        while (i < text.length()) {
            char c = text.charAt(i);
            if (Character.isWhitespace(c)) {
                i++;
            } else if (c == '"') {
                int end = text.indexOf('"', i + 1);
                if (end < 0) {
                    throw new Wrong(i, "the quotation mark is never closed", "add a second one");
                }
                tokens.add(new Token(text.substring(i + 1, end), i, true));
                i = end + 1;
            } else {
                int end = endOfToken(i);
                tokens.add(new Token(text.substring(i, end), i, false));
                i = end;
            }
        }
    }

    private int endOfToken(int i) {
        char c = text.charAt(i);
        if ("(),".indexOf(c) >= 0) {
            return i + 1;
        }
        if ("=!<>".indexOf(c) >= 0) {
            return i + 1 < text.length() && text.charAt(i + 1) == '=' ? i + 2 : i + 1;
        }
        int end = i;
        while (end < text.length()
                && !Character.isWhitespace(text.charAt(end))
                && "(),=!<>\"".indexOf(text.charAt(end)) < 0) {
            end++;
        }
        return end;
    }

    private boolean accept(String word) {
        if (at < tokens.size() && tokens.get(at).is(word)) {
            at++;
            return true;
        }
        return false;
    }

    private Condition or() throws Wrong {
        Condition left = and();
        while (accept("or")) {
            left = new Condition.Or(left, and());
        }
        return left;
    }

    private Condition and() throws Wrong {
        Condition left = not();
        while (accept("and")) {
            left = new Condition.And(left, not());
        }
        return left;
    }

    private Condition not() throws Wrong {
        if (++depth > DEEPEST) {
            throw new Wrong(
                    tokens.get(Math.min(at, tokens.size() - 1)).offset, "nested too deeply", "write it flatter");
        }
        try {
            if (accept("not")) {
                return new Condition.Not(not());
            }
            if (accept("(")) {
                Condition inner = or();
                if (!accept(")")) {
                    throw new Wrong(here(), "a closing parenthesis is missing", "add )");
                }
                return inner;
            }
            return comparison();
        } finally {
            depth--;
        }
    }

    private int here() {
        return at < tokens.size() ? tokens.get(at).offset : text.length();
    }

    private Condition comparison() throws Wrong {
        Operand left = operand();
        if (accept("is")) {
            return is(left);
        }
        if (accept("in")) {
            return in(left);
        }
        if (accept("contains")) {
            return new Condition.Contains(left, value());
        }
        Condition.Operator op = operator(left);
        return new Condition.Comparison(left, op, value());
    }

    private Condition is(Operand left) throws Wrong {
        if (!(left instanceof Operand.Fact f)) {
            throw new Wrong(here(), "only a fact is known, none or asked", "write the fact's name alone");
        }
        if (accept("known")) {
            return new Condition.IsKnown(f.name());
        }
        if (accept("asked")) {
            return new Condition.IsAsked(f.name());
        }
        if (accept("none")) {
            return new Condition.IsNone(f.name());
        }
        throw new Wrong(
                here(), "after \"is\" comes \"known\", \"none\" or \"asked\"", "write " + f.name() + " is known");
    }

    /** A fact's name, or a function with its arguments in parentheses. */
    private Operand operand() throws Wrong {
        int start = here();
        String name = name();
        if (!accept("(")) {
            names.add(tokens.get(at - 1));
            return new Operand.Fact(name);
        }
        Operand.Function function = Operand.Function.named(name)
                .orElseThrow(() -> new Wrong(
                        start,
                        "\"" + name + "\" is no function",
                        "functions are " + Operand.Function.words() + "; with parentheses write and, or, not"));
        if (++depth > DEEPEST) {
            throw new Wrong(start, "nested too deeply", "write it flatter");
        }
        List<Operand> arguments = new ArrayList<>();
        do {
            arguments.add(operand());
        } while (accept(","));
        depth--;
        if (!accept(")")) {
            throw new Wrong(here(), "a closing parenthesis is missing", "add )");
        }
        if (arguments.size() != function.arguments) {
            throw new Wrong(
                    start,
                    function.word() + " takes " + function.arguments + " of them, not " + arguments.size(),
                    function.arguments == 1 ? "write one fact" : "write missing(required, present)");
        }
        return new Operand.Call(function, arguments);
    }

    private String name() throws Wrong {
        if (at >= tokens.size()) {
            throw new Wrong(text.length(), "a fact's name is missing", "write for example device.image");
        }
        Token t = tokens.get(at);
        if (t.quoted || RESERVED.contains(t.text) || !t.text.matches("[A-Za-z_][A-Za-z0-9_.-]*")) {
            throw new Wrong(
                    t.offset, "\"" + t.text + "\" is not a fact's name", "names are letters, digits, _ . and -");
        }
        at++;
        return t.text;
    }

    private Condition.Operator operator(Operand left) throws Wrong {
        String symbol = at < tokens.size() && !tokens.get(at).quoted ? tokens.get(at).text : "";
        Condition.Operator op = switch (symbol) {
            case "=", "==" -> Condition.Operator.EQUAL;
            case "!=" -> Condition.Operator.NOT_EQUAL;
            case "<" -> Condition.Operator.LESS;
            case "<=" -> Condition.Operator.LESS_OR_EQUAL;
            case ">" -> Condition.Operator.GREATER;
            case ">=" -> Condition.Operator.GREATER_OR_EQUAL;
            default ->
                throw new Wrong(
                        here(),
                        "\"" + left.source() + "\" is not compared with anything",
                        "write = != < <= > >= and a value, in a list, contains, is known, is none or is asked");
        };
        at++;
        return op;
    }

    private Condition in(Operand left) throws Wrong {
        boolean parenthesis = accept("(");
        List<String> values = new ArrayList<>();
        do {
            values.add(value());
        } while (accept(","));
        if (parenthesis && !accept(")")) {
            throw new Wrong(here(), "a closing parenthesis is missing", "add )");
        }
        return new Condition.In(left, values);
    }

    /** A value: quoted, or one word, or a number with its unit. */
    private String value() throws Wrong {
        if (at >= tokens.size()) {
            throw new Wrong(text.length(), "a value is missing at the end", "write what to compare with");
        }
        Token t = tokens.get(at);
        if (!t.quoted && ("(),=!<>".indexOf(t.text.charAt(0)) >= 0 || RESERVED.contains(t.text))) {
            throw new Wrong(t.offset, "\"" + t.text + "\" is not a value", "put text with signs into quotation marks");
        }
        at++;
        if (!t.quoted && at < tokens.size() && Quantity.number(t.text).isPresent()) {
            String both = t.text + " " + tokens.get(at).text;
            if (!tokens.get(at).quoted
                    && (Quantity.size(both).isPresent()
                            || Quantity.duration(both).isPresent())) {
                at++;
                return both;
            }
        }
        return t.text;
    }
}
