package org.mendak.core.runbook;

import java.util.ArrayList;
import java.util.List;
import org.commonmark.node.AbstractVisitor;
import org.commonmark.node.BulletList;
import org.commonmark.node.FencedCodeBlock;
import org.commonmark.node.Heading;
import org.commonmark.node.Link;
import org.commonmark.node.ListItem;
import org.commonmark.node.Node;
import org.commonmark.node.OrderedList;
import org.commonmark.node.Paragraph;
import org.commonmark.node.SourceSpan;
import org.commonmark.parser.IncludeSourceSpans;
import org.commonmark.parser.Parser;

/** The CommonMark part of a document as sections of prose, fences, clauses and numbered items, all with their places. */
final class Body {

    /** What stands in a section, in its order. */
    sealed interface Block {
        /** The first line of it, from 1. */
        int line();

        /** The last line of it, with all that stands under it. */
        int end();
    }

    /** Prose as it was written: a paragraph, a quote, a table, a bullet that is no clause. */
    record Prose(String text, int line, int end) implements Block {}

    /** A fence; {@code raw} is all of it as it was written. */
    record Fenced(Fix.Fence fence, String raw, int end) implements Block {
        @Override
        public int line() {
            return fence.line() - 1;
        }
    }

    /**
     * A {@code - Keyword: value} bullet; line and columns from 1.
     *
     * @param more what stands under it as it was written; empty if nothing
     */
    record Clause(String keyword, String value, String more, int line, int column, int valueColumn, int end)
            implements Block {

        /** Whether nothing was written behind the word yet, but the ticks for it. */
        boolean isEmpty() {
            return value.replace("`", "").isBlank();
        }

        /** The whole bullet as it was written, what stands under it left out. */
        String raw() {
            return "- " + keyword + (value.isEmpty() ? "" : ": " + value);
        }
    }

    /**
     * A numbered item: its text, the target of its first link (empty if none).
     *
     * @param below the clauses and the prose under it, in their order
     * @param raw all of it as it was written
     * @param textColumn where its text begins, and what belongs under it
     */
    record Item(
            String text,
            String link,
            String linkText,
            List<Block> below,
            String raw,
            int line,
            int column,
            int textColumn,
            int end)
            implements Block {
        List<Clause> clauses() {
            return only(below, Clause.class);
        }

        /** Whether nothing was written yet, but the signs for a link. */
        boolean isEmpty() {
            return below.isEmpty()
                    && linkText.isBlank()
                    && text.replaceAll("\\([^)]*\\)|\\W", "").isEmpty();
        }
    }

    private static <T> List<T> only(List<Block> blocks, Class<T> type) {
        return blocks.stream().filter(type::isInstance).map(type::cast).toList();
    }

    /** What stands under one heading; the part before the first has an empty title and line 0. */
    record Section(String title, int line, List<Block> blocks) {
        static Section start(String title, int line) {
            return new Section(title, line, new ArrayList<>());
        }

        List<Fix.Fence> fences() {
            return only(blocks, Fenced.class).stream().map(Fenced::fence).toList();
        }

        List<Clause> clauses() {
            return only(blocks, Clause.class);
        }

        List<Item> items() {
            return only(blocks, Item.class);
        }

        List<String> prose() {
            return only(blocks, Prose.class).stream().map(Prose::text).toList();
        }
    }

    private static final Parser PARSER = Parser.builder()
            .includeSourceSpans(IncludeSourceSpans.BLOCKS_AND_INLINES)
            .build();

    private final String[] lines;
    private final Problems problems;
    private final List<Section> sections = new ArrayList<>();

    private Body(String[] lines, Problems problems) {
        this.lines = lines;
        this.problems = problems;
    }

    /**
     * Reads the sections.
     *
     * @param lines the whole document's lines, those of the head blanked out so that line numbers hold
     */
    static List<Section> read(String[] lines, Problems problems) {
        Body body = new Body(lines, problems);
        body.sections.add(Section.start("", 0));
        Node document = PARSER.parse(String.join("\n", lines));
        for (Node n = document.getFirstChild(); n != null; n = n.getNext()) {
            body.block(n);
        }
        return body.sections;
    }

    private void block(Node n) {
        Section current = sections.get(sections.size() - 1);
        if (n instanceof Heading h && h.getLevel() == 2) {
            sections.add(Section.start(HeadingLine.of(raw(h)).title(), line(h)));
        } else if (n instanceof Heading h && h.getLevel() == 1) {
            problems.warning(
                    line(h),
                    column(h),
                    "a heading of the first level has no meaning here",
                    "the title stands in the head; sections begin with ##");
            current.blocks().add(new Prose(raw(n), line(n), end(n)));
        } else if (n instanceof FencedCodeBlock f) {
            String info = f.getInfo() == null ? "" : f.getInfo().strip();
            String text = f.getLiteral().endsWith("\n")
                    ? f.getLiteral().substring(0, f.getLiteral().length() - 1)
                    : f.getLiteral();
            current.blocks().add(new Fenced(new Fix.Fence(info, text, line(f) + 1), raw(n), end(n)));
        } else if (n instanceof BulletList list) {
            for (Node item = list.getFirstChild(); item != null; item = item.getNext()) {
                current.blocks().add(bullet(item));
            }
        } else if (n instanceof OrderedList list) {
            for (Node item = list.getFirstChild(); item != null; item = item.getNext()) {
                current.blocks().add(item((ListItem) item));
            }
        } else {
            current.blocks().add(new Prose(raw(n), line(n), end(n)));
        }
    }

    private Block bullet(Node item) {
        Clause c = clause(item);
        return c == null ? new Prose(raw(item), line(item), end(item)) : c;
    }

    private Item item(ListItem item) {
        List<Block> below = new ArrayList<>();
        Node first = item.getFirstChild();
        boolean named = first instanceof Paragraph;
        for (Node n = named ? first.getNext() : first; n != null; n = n.getNext()) {
            if (n instanceof BulletList list) {
                for (Node b = list.getFirstChild(); b != null; b = b.getNext()) {
                    below.add(bullet(b));
                }
            } else {
                below.add(new Prose(raw(n), line(n), end(n)));
            }
        }
        Link link = firstLink(first);
        return new Item(
                named ? raw(first).strip() : "",
                link == null ? "" : link.getDestination(),
                link == null ? "" : textOf(link),
                below,
                raw(item),
                line(item),
                column(item),
                named ? column(first) : column(item),
                end(item));
    }

    /** The clause of a bullet, or null if it is prose. A keyword is up to four words of letters before a colon or the end. */
    private Clause clause(Node item) {
        Node p = item.getFirstChild();
        if (!(p instanceof Paragraph)) {
            return null;
        }
        String raw = raw(p);
        int colon = raw.indexOf(':');
        String keyword = (colon < 0 ? raw : raw.substring(0, colon)).strip();
        if (!keyword.matches("\\p{L}+(?:[ -]\\p{L}+){0,4}")) {
            return null;
        }
        if (colon < 0 && !Keywords.isKeyword(keyword)) {
            return null;
        }
        int valueAt = colon < 0 ? raw.length() : colon + 1;
        while (valueAt < raw.length() && raw.charAt(valueAt) == ' ') {
            valueAt++;
        }
        List<String> more = new ArrayList<>();
        for (Node n = p.getNext(); n != null; n = n.getNext()) {
            more.add(raw(n));
        }
        return new Clause(
                keyword,
                raw.substring(valueAt).strip(),
                String.join("\n\n", more),
                line(p),
                column(p),
                column(p) + valueAt,
                end(item));
    }

    static Link firstLink(Node under) {
        if (under == null) {
            return null;
        }
        Link[] found = new Link[1];
        under.accept(new AbstractVisitor() {
            @Override
            public void visit(Link link) {
                if (found[0] == null) {
                    found[0] = link;
                }
            }
        });
        return found[0];
    }

    private static String textOf(Node n) {
        StringBuilder s = new StringBuilder();
        n.accept(new AbstractVisitor() {
            @Override
            public void visit(org.commonmark.node.Text t) {
                s.append(t.getLiteral());
            }

            @Override
            public void visit(org.commonmark.node.Code c) {
                s.append(c.getLiteral());
            }
        });
        return s.toString();
    }

    private int line(Node n) {
        return n.getSourceSpans().isEmpty() ? 1 : n.getSourceSpans().get(0).getLineIndex() + 1;
    }

    private int end(Node n) {
        int last = n.getSourceSpans().size() - 1;
        return last < 0 ? 1 : n.getSourceSpans().get(last).getLineIndex() + 1;
    }

    private int column(Node n) {
        return n.getSourceSpans().isEmpty() ? 1 : n.getSourceSpans().get(0).getColumnIndex() + 1;
    }

    /** The source of a block, its lines joined by a newline. */
    private String raw(Node n) {
        StringBuilder s = new StringBuilder();
        for (SourceSpan span : n.getSourceSpans()) {
            String line = lines[span.getLineIndex()];
            int from = Math.min(span.getColumnIndex(), line.length());
            int to = Math.min(from + span.getLength(), line.length());
            s.append(s.isEmpty() ? "" : "\n").append(line, from, to);
        }
        return s.toString();
    }
}
