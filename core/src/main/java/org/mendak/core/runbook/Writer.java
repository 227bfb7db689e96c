package org.mendak.core.runbook;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.mendak.core.runbook.Editing.Refused;
import org.mendak.core.runbook.Outline.Kind;
import org.mendak.core.runbook.Outline.Part;
import org.mendak.core.runbook.Outline.Shape;
import org.mendak.core.runbook.OutlineReader.Located;

/** Writes one change into a document's text. What comes of it is read back by {@link ReadBack}. */
final class Writer {

    private static final Pattern MARKER = Pattern.compile("(\\s*)(\\d+)([.)])(\\s+)(?s:.*)");
    private static final Pattern FENCE = Pattern.compile("(\\s*)(`{3,}|~{3,})(\\s*)(.*?)(\\s*)");

    private final OutlineReader.Read doc;
    private final Source source;

    Writer(OutlineReader.Read doc) {
        this.doc = doc;
        this.source = doc.source();
    }

    /** @param loose whether empty lines part what otherwise follows each other directly */
    String write(Edit edit, boolean loose) {
        if (edit instanceof Edit.Put p) {
            return p.path().isEmpty() ? head(p) : put(found(p.path()), p);
        }
        if (edit instanceof Edit.Remove r) {
            return remove(r.path());
        }
        return edit instanceof Edit.Move m ? move(m, loose) : new Adding(doc).add((Edit.Add) edit, loose);
    }

    private Located found(List<Integer> path) {
        return doc.at(path).orElseThrow(() -> new Refused("That part is not there any more."));
    }

    /** What was typed as it is written: each in one line, without blanks at its ends; empty ones left out. */
    static List<String> clean(List<String> values) {
        return values.stream()
                .map(OutlineReader::oneLine)
                .filter(v -> !v.isEmpty())
                .toList();
    }

    /** The same for a place of this shape: commands and words keep their lines. */
    static List<String> cleanFor(Shape shape, List<String> values) {
        return switch (shape) {
            case COMMAND, WORDS ->
                values.stream()
                        .map(v -> v.replaceAll("\r\n|\r", "\n").stripTrailing())
                        .filter(v -> !v.isEmpty())
                        .toList();
            case LIST -> clean(Form.list(String.join(",", clean(values))));
            default -> clean(values);
        };
    }

    private String head(Edit.Put p) {
        HeadField field = HeadField.of(doc.kind()).stream()
                .filter(f -> f.key().equals(p.field()))
                .findFirst()
                .orElseThrow(() -> new Refused("The head has no place for \"" + p.field() + "\"."));
        List<String> values = clean(p.values());
        Optional<int[]> there = doc.head().region(field.key(), source);
        boolean keeps = !values.isEmpty() || field.key().equals("title");
        if (there.isPresent()) {
            int from = there.get()[0];
            int to = there.get()[1];
            if (!keeps) {
                int first = doc.head().place(field.key()).line();
                return source.with(source.startOf(first), source.startOf(source.lineOf(to) + 1), "");
            }
            String joint = source.between(from - 1, from).equals(":") ? " " : "";
            int key = source.endOf(doc.head().place(field.key()).line());
            // a list over several lines begins below its key
            int start =
                    from > key ? source.startOf(doc.head().place(field.key()).line()) : from;
            return start == from
                    ? source.with(from, to, joint + field.print(values))
                    : source.with(start, to, field.key() + ": " + field.print(values));
        }
        if (!keeps) {
            return source.text();
        }
        int line = doc.head().place(doc.kind().word()).line();
        for (HeadField f : HeadField.of(doc.kind())) {
            if (f.key().equals(field.key())) {
                break;
            }
            line = doc.head()
                    .region(f.key(), source)
                    .map(r -> source.lineOf(r[1]))
                    .orElse(line);
        }
        return source.with(source.endOf(line), source.endOf(line), "\n" + field.key() + ": " + field.print(values));
    }

    private String put(Located l, Edit.Put p) {
        Part part = l.part();
        Shape shape = part.fields().stream()
                .filter(f -> f.name().equals(p.field()))
                .map(Outline.Field::shape)
                .findFirst()
                .orElseThrow(() -> new Refused("There is no place for \"" + p.field() + "\" here."));
        List<String> values = cleanFor(shape, p.values());
        String value = OutlineReader.joined(shape, values, titles());
        return switch (part.kind()) {
            case STEP -> heading(part.line(), value);
            case WORDS -> words(l, value);
            case COMMAND -> command((Body.Fenced) l.blocks().get(0), p.field(), value);
            case CLAUSE -> clause((Body.Clause) l.blocks().get(0), p.field(), value);
            case ITEM -> item(l, p.field(), value);
            case SECTION -> throw new Refused("A section's title stays.");
        };
    }

    /** What the fixes of this document are called in it. */
    private Map<String, String> titles() {
        Map<String, String> titles = new HashMap<>();
        doc.parts().stream()
                .flatMap(s -> s.part().below().stream())
                .filter(x -> x.kind() == Kind.ITEM && x.fields().size() > 1)
                .forEach(x -> titles.put(
                        String.join("", x.fields().get(0).values()),
                        String.join("", x.fields().get(1).values())));
        return titles;
    }

    private String heading(int line, String title) {
        HeadingLine old = HeadingLine.of(source.line(line));
        boolean hash = old.written().stripLeading().startsWith("##");
        if (!hash) {
            throw new Refused("This heading can be changed in the source only.");
        }
        String joint = old.from() > 0 && old.written().charAt(old.from() - 1) == '#' ? " " : "";
        int start = source.startOf(line);
        return source.with(start + old.from(), start + old.to(), joint + title);
    }

    private String words(Located l, String text) {
        if (text.isBlank()) {
            throw new Refused("Nothing is left of it: take it away instead.");
        }
        return source.with(
                source.startOf(l.part().line()),
                source.endOf(l.part().end()),
                indented(text, " ".repeat(l.column() - 1)));
    }

    static String indented(String text, String by) {
        return text.lines().map(x -> x.isBlank() ? "" : by + x).collect(java.util.stream.Collectors.joining("\n"));
    }

    private String command(Body.Fenced f, String field, String value) {
        Matcher open = FENCE.matcher(source.line(f.line()));
        if (!open.matches()) {
            throw new Refused("This command can be changed in the source only.");
        }
        if (field.equals("language")) {
            int from = source.at(f.line(), open.start(4) + 1);
            return source.with(from, source.at(f.line(), open.end(4) + 1), value);
        }
        if (value.isBlank()) {
            throw new Refused("No command is left: take it away instead.");
        }
        boolean closed = f.end() > f.line() && source.line(f.end()).strip().startsWith(open.group(2));
        String ticks = open.group(2).charAt(0) == '~'
                ? open.group(2)
                : RunbookPrinter.ticksFor(value, open.group(2).length());
        String inner = indented(value, open.group(1));
        if (closed && ticks.equals(open.group(2))) {
            boolean empty = f.end() == f.line() + 1;
            return empty
                    ? source.with(source.endOf(f.line()), source.endOf(f.line()), "\n" + inner)
                    : source.with(source.startOf(f.line() + 1), source.endOf(f.end() - 1), inner);
        }
        String first = open.group(1) + ticks + open.group(3) + open.group(4);
        return source.with(
                source.startOf(f.line()), source.endOf(f.end()), first + "\n" + inner + "\n" + open.group(1) + ticks);
    }

    private String clause(Body.Clause c, String field, String content) {
        Form form = OutlineReader.formOf(c);
        String old = OutlineReader.oneLine(c.value());
        String value = form.with(old, field, content);
        if (value.isBlank()) {
            throw new Refused("Nothing is left of it: take it away instead.");
        }
        int from = source.at(c.line(), c.valueColumn());
        int lines = (int) c.value().chars().filter(x -> x == '\n').count();
        int to = lines == 0 ? from + c.value().length() : source.endOf(c.line() + lines);
        String joint = source.between(from - 1, from).equals(" ") ? "" : " ";
        String colon = source.between(c.column() > 0 ? source.startOf(c.line()) : 0, from)
                        .contains(":")
                ? ""
                : ":";
        return source.with(from, to, colon + joint + value);
    }

    private String item(Located l, String field, String value) {
        boolean bullet = l.blocks().get(0) instanceof Body.Prose;
        String text = bullet
                ? ((Body.Prose) l.blocks().get(0)).text()
                : ((Body.Item) l.blocks().get(0)).text();
        int column = bullet
                ? 1
                        + source.line(l.part().line())
                                .indexOf(text.lines().findFirst().orElse(""))
                : l.column();
        int from = source.at(l.part().line(), column);
        int lines = (int) text.chars().filter(x -> x == '\n').count();
        int to = lines == 0 ? from + text.length() : source.endOf(l.part().line() + lines);
        if (field.equals("text")) {
            return source.with(from, to, value);
        }
        Matcher m = OutlineReader.LINK.matcher(text);
        if (!m.matches()) {
            throw new Refused("This can be changed in the source only.");
        }
        int slash = m.group(2).lastIndexOf('/');
        String folder = slash < 0 ? "../fixes/" : m.group(2).substring(0, slash + 1);
        String reason = field.equals("reason") ? value : m.group(4);
        String joint = reason.isEmpty() ? "" : m.group(3).isBlank() && field.equals("reason") ? ": " : m.group(3);
        String link = "[" + (field.equals("title") ? value : m.group(1)) + "]("
                + (field.equals("fix") ? folder + value + ".md" : m.group(2)) + ")";
        return source.with(from, to, text.substring(0, text.indexOf('[')) + link + joint + reason);
    }

    private String remove(List<Integer> path) {
        if (path.isEmpty()) {
            throw new Refused("The head stays.");
        }
        Part part = found(path).part();
        boolean stays = path.size() == 1 && path.get(0) == 0 || part.line() == 0;
        if (stays) {
            throw new Refused("That cannot be taken away.");
        }
        int from = part.line();
        int to = part.end();
        boolean free = from > 1 && source.isBlank(from - 1) && (to == source.lines() || source.isBlank(to + 1));
        String text;
        if (to == source.lines()) {
            text = source.with(source.endOf(Math.max(1, from - (free ? 2 : 1))), source.endOf(to), "");
        } else {
            text = source.with(source.startOf(from - (free ? 1 : 0)), source.startOf(to + 1), "");
        }
        return part.kind() == Kind.ITEM ? new Numbers(doc.kind(), text).from(path, -1) : text;
    }

    private String move(Edit.Move m, boolean loose) {
        int last = m.path().size() - 1;
        List<Integer> other = new ArrayList<>(m.path());
        other.set(last, m.to());
        Part a = found(m.path()).part();
        Part b = found(other).part();
        boolean alike = a.kind() == b.kind() || a.kind() != Kind.ITEM && b.kind() != Kind.ITEM;
        if (!a.moves() || !b.moves() || !alike) {
            throw new Refused("It has no other place here.");
        }
        Part first = a.line() < b.line() ? a : b;
        Part second = first == a ? b : a;
        int fromFirst = source.startOf(first.line());
        int toFirst = source.endOf(first.end());
        int fromSecond = source.startOf(second.line());
        int toSecond = source.endOf(second.end());
        String one = source.between(fromFirst, toFirst);
        String two = source.between(fromSecond, toSecond);
        if (a.kind() == Kind.ITEM) {
            String swapped = one;
            one = withMarkerOf(swapped, two);
            two = withMarkerOf(two, swapped);
        }
        String between = source.between(toFirst, fromSecond);
        boolean gap = loose && !between.contains("\n\n");
        String before = loose && first.line() > 1 && !source.isBlank(first.line() - 1) ? "\n" : "";
        String after = loose && second.end() < source.lines() && !source.isBlank(second.end() + 1) ? "\n" : "";
        return source.with(fromFirst, toSecond, before + two + (gap ? "\n\n" : between) + one + after);
    }

    /** An item under the number of another; what stands under it is indented with it. */
    private static String withMarkerOf(String item, String other) {
        Matcher own = MARKER.matcher(item);
        Matcher its = MARKER.matcher(other);
        return own.matches() && its.matches() ? Numbers.renumbered(item, its.group(2)) : item;
    }

    /** The numbers of a list's items, which belong to their places. */
    record Numbers(DocumentKind kind, String text) {

        /** Changes the number of each item from the one at this path on. */
        String from(List<Integer> path, int by) {
            String now = text;
            List<Integer> at = new ArrayList<>(path);
            int last = path.size() - 1;
            while (true) {
                OutlineReader.Read read =
                        OutlineReader.read(kind, new Source(now)).orElseThrow();
                Optional<Located> item = read.at(at).filter(l -> l.part().kind() == Kind.ITEM);
                if (item.isEmpty()) {
                    return now;
                }
                Source s = read.source();
                int from = s.startOf(item.get().part().line());
                int to = s.endOf(item.get().part().end());
                String old = s.between(from, to);
                Matcher m = MARKER.matcher(old);
                if (m.matches() && Integer.parseInt(m.group(2)) + by > 0) {
                    now = s.with(from, to, renumbered(old, String.valueOf(Integer.parseInt(m.group(2)) + by)));
                }
                at.set(last, at.get(last) + 1);
            }
        }

        static String renumbered(String item, String number) {
            Matcher m = MARKER.matcher(item);
            if (!m.matches() || m.group(2).equals(number)) {
                return item;
            }
            String first = m.group(1) + number + m.group(3) + item.substring(m.start(4));
            int wider = number.length() - m.group(2).length();
            if (wider == 0) {
                return first;
            }
            int end = first.indexOf('\n');
            if (end < 0) {
                return first;
            }
            String below = first.substring(end + 1);
            String moved = wider > 0
                    ? below.replaceAll("(?m)^(?=.*\\S)", " ".repeat(wider))
                    : below.replaceAll("(?m)^ {0," + -wider + "}", "");
            return first.substring(0, end + 1) + moved;
        }

        static int next(Source s, List<Located> below) {
            return below.stream()
                    .filter(l -> l.part().kind() == Kind.ITEM)
                    .reduce((a, b) -> b)
                    .map(l -> MARKER.matcher(s.line(l.part().line())))
                    .filter(Matcher::matches)
                    .map(m -> Integer.parseInt(m.group(2)) + 1)
                    .orElse(1);
        }
    }
}
