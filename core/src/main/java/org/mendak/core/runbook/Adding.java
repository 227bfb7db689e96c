package org.mendak.core.runbook;

import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.mendak.core.runbook.Editing.Refused;
import org.mendak.core.runbook.Outline.Kind;
import org.mendak.core.runbook.Outline.Part;
import org.mendak.core.runbook.Outline.Shape;
import org.mendak.core.runbook.OutlineReader.Located;

/** Writes a new part into a document: behind those of its kind, in the way documents are written. */
final class Adding {

    private final OutlineReader.Read doc;
    private final Source source;

    Adding(OutlineReader.Read doc) {
        this.doc = doc;
        this.source = doc.source();
    }

    String add(Edit.Add add, boolean loose) {
        if (add.path().isEmpty()) {
            if (doc.kind() != DocumentKind.FIX || !add.what().equals(OutlineReader.STEP)) {
                throw new Refused("\"" + add.what() + "\" has no place here.");
            }
            return behind(lastWritten(), "\n## " + one(add.fields(), "title", Shape.LINE), false);
        }
        Located into = doc.at(add.path()).orElseThrow(() -> new Refused("That part is not there any more."));
        if (into.part().offers().stream().noneMatch(o -> o.what().equals(add.what()))) {
            throw new Refused("\"" + add.what() + "\" has no place here.");
        }
        String block = block(add, into);
        if (into.part().line() == 0) {
            return newSection(into, block);
        }
        int anchor = anchor(add.what(), into.below());
        Part before = anchor < 0 ? null : into.below().get(anchor).part();
        Part after =
                anchor + 1 < into.below().size() ? into.below().get(anchor + 1).part() : null;
        boolean words = add.what().equals(OutlineReader.WORDS);
        boolean apart = before != null && (loose || words || parts(before, add.what()));
        int line = before == null ? firstLine(into) : before.end();
        boolean touches = after != null
                && line < source.lines()
                && !source.isBlank(line + 1)
                && (loose
                        || words
                        || add.what().equals(OutlineReader.COMMAND) && after.kind() != Kind.CLAUSE
                        || after.kind() == Kind.WORDS);
        String under = into.part().kind() == Kind.ITEM ? " ".repeat(into.column() - 1) : "";
        return behind(line, (apart ? "\n" : "") + Writer.indented(block, under), touches);
    }

    /** Whether an empty line stands between these two. */
    private static boolean parts(Part before, String what) {
        boolean list = before.kind() == Kind.CLAUSE || before.kind() == Kind.ITEM;
        return before.kind() == Kind.WORDS || list && what.equals(OutlineReader.COMMAND);
    }

    /** The line behind which the first part stands. */
    private int firstLine(Located into) {
        return switch (into.part().kind()) {
            case ITEM -> {
                Body.Item item = (Body.Item) into.blocks().get(0);
                yield item.line()
                        + (int) item.text().chars().filter(x -> x == '\n').count();
            }
            default -> isIntro(into) ? doc.endOfHead() : into.part().line();
        };
    }

    private boolean isIntro(Located into) {
        return doc.parts().get(0) == into;
    }

    private int lastWritten() {
        int line = source.lines();
        while (line > doc.endOfHead() && source.isBlank(line)) {
            line--;
        }
        return line;
    }

    /** A block behind a line; {@code apart} puts an empty line behind it. */
    private String behind(int line, String block, boolean apart) {
        int at = source.endOf(line);
        boolean last = line == source.lines();
        return source.with(at, at, "\n" + block + (apart ? "\n" : "") + (last ? "\n" : ""));
    }

    private String newSection(Located into, String block) {
        String text = "## " + into.part().keyword() + "\n" + block;
        for (Located p :
                doc.parts().subList(doc.parts().indexOf(into) + 1, doc.parts().size())) {
            if (p.part().line() > 0) {
                int at = source.startOf(p.part().line());
                return source.with(at, at, text + "\n\n");
            }
        }
        return behind(lastWritten(), "\n" + text, false);
    }

    /** Behind which part it stands; -1 for none. */
    private static int anchor(String what, List<Located> below) {
        return switch (what) {
            case OutlineReader.WORDS -> leadingWords(below);
            case OutlineReader.COMMAND -> Math.max(last(below, p -> p.kind() == Kind.COMMAND), leadingWords(below));
            case OutlineReader.ITEM -> last(below, p -> true);
            default -> {
                int alike = last(below, p -> p.keyword().equals(what));
                int clause = last(below, p -> p.kind() == Kind.CLAUSE);
                yield alike >= 0 ? alike : clause >= 0 ? clause : last(below, p -> true);
            }
        };
    }

    private static int leadingWords(List<Located> below) {
        return !below.isEmpty() && below.get(0).part().kind() == Kind.WORDS ? 0 : -1;
    }

    private static int last(List<Located> below, Predicate<Part> which) {
        for (int i = below.size() - 1; i >= 0; i--) {
            if (which.test(below.get(i).part())) {
                return i;
            }
        }
        return -1;
    }

    private String block(Edit.Add add, Located into) {
        Map<String, List<String>> fields = add.fields();
        return switch (add.what()) {
            case OutlineReader.WORDS -> said(one(fields, "words", Shape.WORDS));
            case OutlineReader.COMMAND -> {
                String command = said(one(fields, "command", Shape.COMMAND));
                String ticks = RunbookPrinter.ticksFor(command, 3);
                yield ticks + one(fields, "language", Shape.LINE) + "\n" + command + "\n" + ticks;
            }
            case OutlineReader.ITEM -> item(fields, into);
            default -> clause(add);
        };
    }

    private static String clause(Edit.Add add) {
        Form form = Form.of(add.what());
        if (form.places().isEmpty()) {
            return "- " + add.what();
        }
        Map<String, String> contents = form.places().stream()
                .collect(Collectors.toMap(Form.Place::name, p -> one(add.fields(), p.name(), p.shape())));
        return "- " + add.what() + ": " + said(form.write(contents));
    }

    private String item(Map<String, List<String>> fields, Located into) {
        String section = into.part().keyword();
        if (section.equals("Ask") || section.equals("Verify")) {
            return Writer.Numbers.next(source, into.below()) + ". " + said(one(fields, "text", Shape.LINE));
        }
        String key = said(one(fields, "fix", Shape.FIX));
        String title = one(fields, "title", Shape.LINE);
        String link = "[" + (title.isEmpty() ? key : title) + "](../fixes/" + key + ".md)";
        String reason = one(fields, "reason", Shape.LINE);
        return section.equals("Try")
                ? Writer.Numbers.next(source, into.below()) + ". " + link
                : "- " + link + (reason.isEmpty() ? "" : ": " + reason);
    }

    private static String one(Map<String, List<String>> fields, String name, Shape shape) {
        return OutlineReader.joined(shape, Writer.cleanFor(shape, fields.getOrDefault(name, List.of())), Map.of());
    }

    private static String said(String text) {
        if (text.isBlank()) {
            throw new Refused("Nothing was written yet.");
        }
        return text;
    }
}
