package org.mendak.core.runbook;

import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.snakeyaml.engine.v2.api.LoadSettings;
import org.snakeyaml.engine.v2.api.lowlevel.Compose;
import org.snakeyaml.engine.v2.api.lowlevel.Parse;
import org.snakeyaml.engine.v2.common.FlowStyle;
import org.snakeyaml.engine.v2.events.CollectionEndEvent;
import org.snakeyaml.engine.v2.events.CollectionStartEvent;
import org.snakeyaml.engine.v2.events.Event;
import org.snakeyaml.engine.v2.exceptions.Mark;
import org.snakeyaml.engine.v2.exceptions.MarkedYamlEngineException;
import org.snakeyaml.engine.v2.exceptions.YamlEngineException;
import org.snakeyaml.engine.v2.nodes.CollectionNode;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.Node;
import org.snakeyaml.engine.v2.nodes.NodeTuple;
import org.snakeyaml.engine.v2.nodes.ScalarNode;
import org.snakeyaml.engine.v2.nodes.SequenceNode;

/**
 * A YAML mapping read as nodes, so that every scalar stays as typed ({@code 3.10}, {@code no}) and every value knows its
 * line and column. Used for the head of a document and for the vocabulary.
 */
final class Head {

    /** A scalar and where it stands, both from 1. */
    record Text(String value, int line, int column) {}

    private static final int DEEPEST = 20;

    private final Map<String, Node> values;
    private final Map<String, Text> keys;
    private final int firstLine;
    private final Problems problems;

    private Head(Map<String, Node> values, Map<String, Text> keys, int firstLine, Problems problems) {
        this.values = values;
        this.keys = keys;
        this.firstLine = firstLine;
        this.problems = problems;
    }

    /** At least as many as lists and mappings begin here: each has a sign at which it begins. Far cheaper than reading them. */
    private static int beginnings(String yaml) {
        int signs = 0;
        for (int i = 0; i < yaml.length(); i++) {
            char c = yaml.charAt(i);
            boolean ends = i + 1 == yaml.length() || Character.isWhitespace(yaml.charAt(i + 1));
            // behind a quotation mark or a bracket a colon needs no space
            boolean closed = i > 0 && "\"']}".indexOf(yaml.charAt(i - 1)) >= 0;
            if (c == '[' || c == '{' || (c == '-' || c == '?') && ends || c == ':' && (ends || closed)) {
                signs++;
            }
        }
        return signs;
    }

    /** Where the first list or key begins that stands too deep; composing one would take the stack with it. */
    private static Optional<Mark> tooDeep(String yaml, LoadSettings settings) {
        if (beginnings(yaml) <= DEEPEST) {
            return Optional.empty();
        }
        int depth = 0;
        for (Event e : new Parse(settings).parseString(yaml)) {
            if (e instanceof CollectionStartEvent && ++depth > DEEPEST) {
                return e.getStartMark();
            }
            if (e instanceof CollectionEndEvent) {
                depth--;
            }
        }
        return Optional.empty();
    }

    /**
     * Reads a mapping.
     *
     * @param firstLine the line, from 1, at which {@code yaml} starts in its document
     */
    static Head read(String yaml, int firstLine, Problems problems) {
        try {
            LoadSettings settings = LoadSettings.builder()
                    .setMaxAliasesForCollections(0)
                    .setCodePointLimit(300_000)
                    .setUseMarks(true)
                    // all at once: the reader stumbles over a sign of two units that lies across the edge of its buffer
                    .setBufferSize(yaml.length() + 16)
                    .build();
            Optional<Mark> deep = tooDeep(yaml, settings);
            if (deep.isPresent()) {
                problems.error(
                        firstLine + deep.get().getLine(),
                        deep.get().getColumn() + 1,
                        "lists and keys stand more than " + DEEPEST + " deep in each other",
                        "write one key: value a line");
                return new Head(Map.of(), Map.of(), firstLine, problems);
            }
            Optional<Node> root = new Compose(settings).composeString(yaml);
            if (root.isPresent() && root.get() instanceof MappingNode map) {
                return of(map, firstLine, problems);
            }
            problems.error(firstLine, 1, "the head is not a list of keys and values", "write one key: value a line");
        } catch (MarkedYamlEngineException e) {
            Mark mark = e.getProblemMark().or(e::getContextMark).orElse(null);
            int line = mark == null ? firstLine : firstLine + mark.getLine();
            problems.error(
                    line,
                    mark == null ? 1 : mark.getColumn() + 1,
                    "the head cannot be read: " + e.getProblem(),
                    "put text with signs into quotation marks");
        } catch (YamlEngineException | IndexOutOfBoundsException e) {
            problems.error(firstLine, 1, "the head cannot be read", "write one key: value a line");
        }
        return new Head(Map.of(), Map.of(), firstLine, problems);
    }

    private static Head of(MappingNode map, int firstLine, Problems problems) {
        Map<String, Node> values = new LinkedHashMap<>();
        Map<String, Text> keys = new LinkedHashMap<>();
        Head head = new Head(values, keys, firstLine, problems);
        for (NodeTuple tuple : map.getValue()) {
            Optional<Text> key = head.scalar(tuple.getKeyNode());
            if (key.isEmpty()) {
                continue;
            }
            Text k = key.get();
            if (values.putIfAbsent(k.value(), tuple.getValueNode()) != null) {
                problems.error(k.line(), k.column(), "\"" + k.value() + "\" stands here twice", "keep one of them");
            }
            keys.putIfAbsent(k.value(), k);
        }
        return head;
    }

    /** Where a key's value stands, as offsets into the document; a value that is missing is where it would begin. */
    Optional<int[]> region(String key, Source source) {
        Node n = values.get(key);
        return n == null
                ? Optional.empty()
                : Optional.of(new int[] {offset(n.getStartMark(), source), offset(Optional.of(endOf(n)), source)});
    }

    /** A list or a mapping over several lines ends, to the reader, where the next key begins. */
    private static Mark endOf(Node n) {
        Mark end = n.getEndMark().orElseThrow();
        if (n instanceof CollectionNode<?> c
                && c.getFlowStyle() == FlowStyle.BLOCK
                && !c.getValue().isEmpty()) {
            Object last = c.getValue().get(c.getValue().size() - 1);
            return endOf(last instanceof NodeTuple t ? t.getValueNode() : (Node) last);
        }
        return end;
    }

    private int offset(Optional<Mark> mark, Source source) {
        int line = firstLine + mark.map(Mark::getLine).orElse(0);
        int column = mark.map(Mark::getColumn).orElse(0);
        if (column == 0 && line > firstLine) {
            return source.endOf(line - 1);
        }
        String text = source.line(line);
        int units = text.offsetByCodePoints(0, Math.min(column, text.codePointCount(0, text.length())));
        return source.at(line, units + 1);
    }

    private int line(Node n) {
        return firstLine + n.getStartMark().map(Mark::getLine).orElse(0);
    }

    private int column(Node n) {
        return 1 + n.getStartMark().map(Mark::getColumn).orElse(0);
    }

    private Optional<Text> scalar(Node n) {
        if (n instanceof ScalarNode s) {
            return Optional.of(new Text(s.getValue(), line(n), column(n)));
        }
        problems.error(line(n), column(n), "a plain text is expected here", "put it into quotation marks");
        return Optional.empty();
    }

    /** Whether nothing could be read. */
    boolean isEmpty() {
        return values.isEmpty();
    }

    /** Warns of every key that is not known. */
    void expectOnly(java.util.Set<String> known) {
        keys.forEach((name, text) -> {
            if (!known.contains(name)) {
                problems.warning(
                        text.line(),
                        text.column(),
                        "\"" + name + "\" is not a key of this kind of document",
                        "known keys are " + String.join(", ", new java.util.TreeSet<>(known)));
            }
        });
    }

    /** The text of a key, or empty if it is not there or blank. */
    Optional<Text> text(String key) {
        Node n = values.get(key);
        return n == null ? Optional.empty() : scalar(n).filter(t -> !t.value().isBlank());
    }

    /** The texts of a list; a single text counts as a list of one. */
    List<Text> texts(String key) {
        Node n = values.get(key);
        List<Text> list = new ArrayList<>();
        if (n instanceof SequenceNode seq) {
            for (Node item : seq.getValue()) {
                scalar(item).ifPresent(list::add);
            }
        } else if (n != null) {
            scalar(n).ifPresent(list::add);
        }
        return list;
    }

    /** The mapping under a key; empty if it is not there. */
    Head inner(String key) {
        Node n = values.get(key);
        if (n instanceof MappingNode map) {
            return of(map, firstLine, problems);
        }
        if (n != null) {
            problems.error(line(n), column(n), "\"" + key + "\" needs keys and values", "write name: value");
        }
        return new Head(Map.of(), Map.of(), firstLine, problems);
    }

    /** Whether there is a mapping under a key, and whether it is written between braces. */
    boolean isFlow(String key) {
        return values.get(key) instanceof MappingNode map && map.getFlowStyle() == FlowStyle.FLOW;
    }

    /** The keys in order. */
    List<Text> keys() {
        return List.copyOf(keys.values());
    }

    /** A number above 0, or the default with a problem if it is none. */
    double number(String key, double otherwise) {
        Optional<Text> t = text(key);
        if (t.isEmpty()) {
            return otherwise;
        }
        Optional<java.math.BigDecimal> n =
                org.mendak.core.language.Quantity.number(t.get().value());
        if (n.isEmpty() || n.get().signum() <= 0 || n.get().doubleValue() > 100_000) {
            problems.error(
                    t.get().line(),
                    t.get().column(),
                    "\"" + t.get().value() + "\" is not a number above 0",
                    "write for example " + key + ": 5");
            return otherwise;
        }
        return n.get().doubleValue();
    }

    /** A day such as 2026-03-14; null if the key is not there or, with a problem, if it is none. */
    LocalDate date(String key) {
        Text t = text(key).orElse(null);
        if (t == null) {
            return null;
        }
        try {
            return LocalDate.parse(t.value());
        } catch (DateTimeParseException e) {
            problems.error(
                    t.line(),
                    t.column(),
                    "\"" + t.value() + "\" is not a day",
                    "write for example " + key + ": 2026-03-14");
            return null;
        }
    }

    /** The place of a key, or of the head's first line. */
    Text place(String key) {
        return keys.getOrDefault(key, new Text("", firstLine, 1));
    }
}
