package org.mendak.core.runbook;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.mendak.core.runbook.Outline.Field;
import org.mendak.core.runbook.VocabularyEditing.Change;
import org.mendak.core.runbook.VocabularyOutline.Word;

/** Writes changes of words into the text that they stand in. Whether they are read back as they were meant is for the caller to see. */
final class VocabularyWriter {

    private static final String SETTINGS = VocabularyOutline.SETTINGS;

    private final Source source;
    private final Head root;

    VocabularyWriter(String text) {
        source = new Source(text);
        root = Head.read(text, 1, new Problems());
    }

    /** The text with the change in the lines that it is about; null if they are not written one key a line. */
    String inPlace(Change change) {
        if (change instanceof Change.Put p && p.group().equals(SETTINGS)) {
            return root.keys().stream().noneMatch(k -> k.value().equals(SETTINGS))
                    ? atEnd(List.of(SETTINGS + ":", "  " + line(SETTINGS, p.field(), p.values())))
                    : root.isFlow(SETTINGS)
                            ? null
                            : put(root.inner(SETTINGS), lineOf(root, SETTINGS), lastLine(root, SETTINGS), p);
        }
        if (change instanceof Change.Add a) {
            return add(a);
        }
        if (change instanceof Change.Remove r) {
            return root.isFlow(r.group()) ? null : remove(r);
        }
        if (change instanceof Change.Rename r) {
            return root.isFlow(r.group()) ? null : rename(r);
        }
        Change.Put p = (Change.Put) change;
        Head group = root.inner(p.group());
        return root.isFlow(p.group()) || group.isFlow(p.name())
                ? null
                : put(group.inner(p.name()), lineOf(group, p.name()), lastLine(group, p.name()), p);
    }

    /** The text with the whole word written anew; null if something stands in it that would be lost, or if the change is of no word. */
    String rewritten(Change change, VocabularyOutline meant) {
        if (!(change instanceof Change.Put p) || p.group().equals(SETTINGS) || root.isFlow(p.group())) {
            return null;
        }
        Head group = root.inner(p.group());
        Head word = group.inner(p.name());
        List<String> known =
                VocabularyOutline.fields(p.group()).stream().map(Field::name).toList();
        if (word.keys().stream().anyMatch(k -> !known.contains(k.value()))) {
            return null;
        }
        Word now = meant.words(p.group()).stream()
                .filter(w -> w.name().equals(p.name()))
                .findFirst()
                .orElseThrow();
        int first = lineOf(group, p.name());
        return lines(first, lastLine(group, p.name()), block(indent(first), p.group(), now.name(), now.fields()));
    }

    private String put(Head of, int first, int last, Change.Put p) {
        Optional<Head.Text> key =
                of.keys().stream().filter(k -> k.value().equals(p.field())).findFirst();
        List<String> said =
                p.values().stream().filter(v -> !v.isBlank()).map(String::strip).toList();
        if (key.isEmpty()) {
            if (said.isEmpty()) {
                return source.text();
            }
            String indent = of.keys().isEmpty()
                    ? indent(first) + "  "
                    : indent(of.keys().get(0).line());
            String text = of.keys().isEmpty()
                    ? source.line(first).replaceFirst("\\{\\s*}", "").stripTrailing()
                    : "";
            return of.keys().isEmpty()
                    ? lines(first, first, List.of(text, indent + line(p.group(), p.field(), said)))
                    : source.with(
                            source.endOf(last), source.endOf(last), "\n" + indent + line(p.group(), p.field(), said));
        }
        int line = key.get().line();
        int end = lastLine(of, p.field());
        if (said.isEmpty()) {
            return without(line, end);
        }
        String written = line(p.group(), p.field(), said);
        if (line != end) {
            return lines(line, end, List.of(indent(line) + written));
        }
        int[] region = of.region(p.field(), source).orElseThrow();
        return source.with(region[0], region[1], written.substring(p.field().length() + 2));
    }

    private String add(Change.Add a) {
        List<Field> fields = VocabularyOutline.fields(a.group()).stream()
                .map(f -> new Field(f.name(), f.shape(), a.fields().getOrDefault(f.name(), List.of()), f.choices()))
                .toList();
        if (root.keys().stream().noneMatch(k -> k.value().equals(a.group()))) {
            return atEnd(Stream.concat(Stream.of(a.group() + ":"), block("  ", a.group(), a.name(), fields).stream())
                    .toList());
        }
        int at = lineOf(root, a.group());
        List<Head.Text> words = root.inner(a.group()).keys();
        if (words.isEmpty()) {
            return lines(
                    at,
                    at,
                    Stream.concat(
                                    Stream.of(a.group() + ":"),
                                    block(indent(at) + "  ", a.group(), a.name(), fields).stream())
                            .toList());
        }
        if (root.isFlow(a.group())) {
            return null;
        }
        int last = lastLine(root, a.group());
        String block = String.join("\n", block(indent(words.get(0).line()), a.group(), a.name(), fields));
        return source.with(source.endOf(last), source.endOf(last), "\n" + block);
    }

    private String remove(Change.Remove r) {
        Head group = root.inner(r.group());
        int first = group.keys().size() == 1 ? lineOf(root, r.group()) : lineOf(group, r.name());
        return without(first, lastLine(group, r.name()));
    }

    private String rename(Change.Rename r) {
        Head group = root.inner(r.group());
        Head.Text key = group.place(r.name());
        String line = source.line(key.line());
        int from = line.offsetByCodePoints(0, key.column() - 1);
        int to = endOfKey(line, from, r.name());
        String renamed = source.with(source.startOf(key.line()) + from, source.startOf(key.line()) + to, key(r.to()));
        Word word = VocabularyOutline.of(source.text()).words(r.group()).stream()
                .filter(w -> w.name().equals(r.name()))
                .findFirst()
                .orElseThrow();
        Change.Put names = new Change.Put(r.group(), r.to(), "formerly", VocabularyEditing.formerly(word, r));
        VocabularyWriter then = new VocabularyWriter(renamed);
        String there = then.inPlace(names);
        return there != null ? there : then.rewritten(names, withNames(renamed, names));
    }

    /** Where a key ends that begins here; in quotation marks one of them is written as two signs (YAML 1.2, 7.3.1 and 7.3.2). */
    private static int endOfKey(String line, int from, String name) {
        char quote = line.charAt(from);
        if (quote != '"' && quote != '\'') {
            return from + name.length();
        }
        int at = from + 1;
        while (at < line.length()) {
            boolean two = quote == '"'
                    ? line.charAt(at) == '\\'
                    : line.charAt(at) == quote && at + 1 < line.length() && line.charAt(at + 1) == quote;
            if (!two && line.charAt(at) == quote) {
                return at + 1;
            }
            at += two ? 2 : 1;
        }
        return line.length();
    }

    /** The outline of a text with these former names. */
    private static VocabularyOutline withNames(String text, Change.Put names) {
        VocabularyOutline o = VocabularyOutline.of(text);
        return new VocabularyOutline(
                o.groups().stream()
                        .map(g -> new VocabularyOutline.Group(
                                g.name(),
                                g.words().stream()
                                        .map(w -> w.name().equals(names.name())
                                                        && g.name().equals(names.group())
                                                ? new Word(w.name(), with(w.fields(), names), w.line())
                                                : w)
                                        .toList(),
                                g.fields()))
                        .toList(),
                o.settings());
    }

    private static List<Field> with(List<Field> fields, Change.Put p) {
        return fields.stream()
                .map(f -> f.name().equals(p.field()) ? new Field(f.name(), f.shape(), p.values(), f.choices()) : f)
                .toList();
    }

    private static int lineOf(Head of, String key) {
        return of.place(key).line();
    }

    /** The last line of a key's value; the key's own if there is none. */
    private int lastLine(Head of, String key) {
        return of.region(key, source)
                .map(r -> Math.max(lineOf(of, key), source.lineOf(r[1])))
                .orElse(lineOf(of, key));
    }

    private String indent(int line) {
        String text = source.line(line);
        return text.substring(0, text.length() - text.stripLeading().length());
    }

    private String lines(int first, int last, List<String> other) {
        return source.with(source.startOf(first), source.endOf(last), String.join("\n", other));
    }

    private String without(int first, int last) {
        return last < source.lines()
                ? source.with(source.startOf(first), source.startOf(last + 1), "")
                : source.with(first == 1 ? source.startOf(1) : source.endOf(first - 1), source.endOf(last), "");
    }

    private String atEnd(List<String> other) {
        String text = source.text();
        String begin = text.isEmpty() || text.endsWith("\n") || text.endsWith("\r") ? "" : "\n";
        return source.with(text.length(), text.length(), begin + String.join("\n", other) + "\n");
    }

    private static List<String> block(String indent, String group, String name, List<Field> fields) {
        List<String> lines = new ArrayList<>();
        fields.stream()
                .filter(f -> f.values().stream().anyMatch(v -> !v.isBlank()))
                .forEach(f -> lines.add(indent + "  " + line(group, f.name(), f.values())));
        lines.add(0, indent + key(name) + ":" + (lines.isEmpty() ? " {}" : ""));
        return lines;
    }

    private static String line(String group, String field, List<String> values) {
        Field f = VocabularyOutline.fields(group).stream()
                .filter(x -> x.name().equals(field))
                .findFirst()
                .orElseThrow();
        List<String> said =
                values.stream().filter(v -> !v.isBlank()).map(String::strip).toList();
        String written = switch (f.shape()) {
            case LIST -> said.stream().map(HeadText::quoted).collect(Collectors.joining(", ", "[", "]"));
            case PAIRS -> said.stream().map(VocabularyWriter::pair).collect(Collectors.joining(", ", "{", "}"));
            case MINUTES, YES -> said.get(0).matches("[A-Za-z0-9.]+") ? said.get(0) : HeadText.quoted(said.get(0));
            default -> HeadText.quoted(said.get(0));
        };
        return field + ": " + written;
    }

    /** A name as it is where that is plain: words of letters, digits, dots, dashes and _. */
    private static String key(String name) {
        return name.matches("[A-Za-z][A-Za-z0-9_.-]*( [A-Za-z0-9_.-]+)*") ? name : HeadText.quoted(name);
    }

    /** An answer and its sentence: {@code yes: it worked before}. */
    private static String pair(String value) {
        int colon = value.indexOf(':');
        return colon < 0
                ? HeadText.quoted(value) + ": \"\""
                : HeadText.quoted(value.substring(0, colon).strip()) + ": "
                        + HeadText.quoted(value.substring(colon + 1).strip());
    }
}
