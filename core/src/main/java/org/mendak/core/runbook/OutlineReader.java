package org.mendak.core.runbook;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.mendak.core.runbook.Outline.Field;
import org.mendak.core.runbook.Outline.Kind;
import org.mendak.core.runbook.Outline.Offer;
import org.mendak.core.runbook.Outline.Part;
import org.mendak.core.runbook.Outline.Shape;

/** Reads a document's outline, and keeps for each part what it was read from. */
final class OutlineReader {

    static final String WORDS = "Words";
    static final String COMMAND = "Command";
    static final String ITEM = "Item";
    static final String STEP = "Step";
    static final List<String> SECTIONS = List.of("", "Recognise", "Ask", "Try", "Ruled out", "Verify");

    /** A numbered item's link, or that of a bullet, with what stands behind it. */
    static final Pattern LINK = Pattern.compile("(?s)(?:-\\s+)?\\[([^\\]]*)\\]\\(([^)\\s]*)\\)(\\s*:?\\s*)(.*)");

    private static final Set<String> MANY = Set.of(
            "Code",
            "Message",
            "Supporting",
            "Symptom",
            "Sample",
            "Not to be confused with",
            "With",
            "Side effect",
            "Expect",
            "Capture",
            "Capture before",
            "Capture every",
            "Must",
            "Check",
            "Caution",
            "Answer",
            "Put back",
            "After success",
            "After failure",
            "Follow up",
            "Get",
            "Ask");

    /**
     * A part and what it was read from.
     *
     * @param blocks the blocks of the body that it is made of; empty for a section
     * @param column from 1, where what stands under it begins
     */
    record Located(Part part, List<Body.Block> blocks, List<Located> below, int column) {}

    record Read(Source source, DocumentKind kind, Head head, int endOfHead, List<Located> parts) {
        Outline outline() {
            return new Outline(
                    HeadField.of(kind).stream().map(this::field).toList(),
                    parts.stream().map(Located::part).toList(),
                    kind == DocumentKind.FIX ? offers(List.of(STEP), "") : List.of());
        }

        private Field field(HeadField f) {
            List<String> values = f.shape() == Shape.PAIRS
                    ? pairs(head.inner(f.key()))
                    : f.isList()
                            ? head.texts(f.key()).stream().map(Head.Text::value).toList()
                            : head.text(f.key()).map(Head.Text::value).stream().toList();
            return new Field(f.key(), f.shape(), values, f.choices());
        }

        private static List<String> pairs(Head inner) {
            return inner.keys().stream()
                    .map(k -> k.value() + ": "
                            + inner.text(k.value()).map(Head.Text::value).orElse(""))
                    .toList();
        }

        /** The part at this path; empty if there is none. */
        Optional<Located> at(List<Integer> path) {
            List<Located> here = parts;
            Located found = null;
            for (int i : path) {
                if (i < 0 || i >= here.size()) {
                    return Optional.empty();
                }
                found = here.get(i);
                here = found.below();
            }
            return Optional.ofNullable(found);
        }
    }

    private final DocumentKind kind;
    private final Source source;
    private final Problems problems = new Problems();

    private OutlineReader(DocumentKind kind, Source source) {
        this.kind = kind;
        this.source = source;
    }

    /** Empty if the head cannot be read. */
    static Optional<Read> read(DocumentKind kind, Source source) {
        return new OutlineReader(kind, source).read();
    }

    private Optional<Read> read() {
        int end = source.endOfHead();
        if (end < 2) {
            return Optional.empty();
        }
        List<String> lines = new ArrayList<>();
        for (int i = 2; i < end; i++) {
            lines.add(source.line(i));
        }
        Head head = Head.read(String.join("\n", lines), 2, problems);
        if (head.isEmpty()) {
            return Optional.empty();
        }
        List<Body.Section> sections = Body.read(source.behind(end), problems);
        List<Located> parts = new ArrayList<>();
        for (int i = 0; i < sections.size(); i++) {
            int from = i == 0 ? end + 1 : sections.get(i).line();
            int to = i + 1 < sections.size() ? sections.get(i + 1).line() - 1 : source.lines();
            while (to > from && source.isBlank(to)) {
                to--;
            }
            parts.add(
                    kind == DocumentKind.ERROR ? section(sections.get(i), from, to) : step(sections.get(i), from, to));
        }
        if (kind == DocumentKind.ERROR) {
            addUnwritten(parts);
        }
        return Optional.of(new Read(source, kind, head, end, parts));
    }

    /** Sections that nobody wrote yet stand where they would be written. */
    private static void addUnwritten(List<Located> parts) {
        for (String title : SECTIONS.subList(1, SECTIONS.size())) {
            if (parts.stream().noneMatch(p -> p.part().keyword().equals(title))) {
                int at = placeFor(title, parts);
                Part p = new Part(Kind.SECTION, title, List.of(), List.of(), offers(title, List.of()), false, 0, 0);
                parts.add(at, new Located(p, List.of(), List.of(), 1));
            }
        }
    }

    /** Before the first section that comes after it; else at the end. */
    static int placeFor(String title, List<Located> parts) {
        int rank = SECTIONS.indexOf(title);
        for (int i = 1; i < parts.size(); i++) {
            if (SECTIONS.indexOf(parts.get(i).part().keyword()) > rank) {
                return i;
            }
        }
        return parts.size();
    }

    private Located section(Body.Section s, int from, int to) {
        Set<String> here = s.title().equals("Recognise") ? Keywords.RECOGNISE : Set.of();
        List<Located> below = new ArrayList<>();
        for (Body.Block b : s.blocks()) {
            if (b instanceof Body.Item item && below(s.title()) != null) {
                below.add(item(s.title(), item));
            } else if (s.title().equals("Ruled out")
                    && b instanceof Body.Prose p
                    && LINK.matcher(p.text()).matches()
                    && p.text().startsWith("-")) {
                below.add(ruledOut(p));
            } else {
                block(b, here, below, 0);
            }
        }
        return container(Kind.SECTION, s.title(), List.of(), below, offers(s.title(), below), false, from, to);
    }

    private Located step(Body.Section s, int from, int to) {
        boolean intro = s.line() == 0;
        List<Located> below = new ArrayList<>();
        Set<String> here = intro ? Keywords.FIX_INTRO : Keywords.STEP;
        for (Body.Block b : s.blocks()) {
            if (b instanceof Body.Fenced f && !intro) {
                Part p = new Part(
                        Kind.COMMAND,
                        "",
                        List.of(
                                new Field("language", Shape.LINE, said(f.fence().language())),
                                new Field(
                                        "command", Shape.COMMAND, said(f.fence().text()))),
                        List.of(),
                        List.of(),
                        true,
                        f.line(),
                        f.end());
                below.add(new Located(p, List.of(f), List.of(), 1));
            } else {
                block(b, here, below, 0);
            }
        }
        boolean runs = !Clauses.keyOfOnlyLink(s.title()).isEmpty();
        List<String> offers = new ArrayList<>(intro || runs ? List.of(WORDS) : List.of(WORDS, COMMAND));
        List<String> free = free(here, below);
        free.removeIf(k -> runs ? !List.of("When", "With", "Caution").contains(k) : k.equals("With"));
        offers.addAll(free);
        List<Field> fields = intro ? List.of() : List.of(new Field("title", Shape.LINE, said(s.title())));
        return container(Kind.STEP, "", fields, below, offers(offers, ""), !intro, from, to);
    }

    private static Located container(
            Kind kind,
            String keyword,
            List<Field> fields,
            List<Located> below,
            List<Offer> offers,
            boolean moves,
            int from,
            int to) {
        Part p = new Part(
                kind, keyword, fields, below.stream().map(Located::part).toList(), offers, moves, from, to);
        return new Located(p, List.of(), below, 1);
    }

    /** The keywords under an item of this section; null if its items mean nothing. */
    static Set<String> below(String section) {
        return switch (section) {
            case "Ask" -> Keywords.ASK;
            case "Try" -> Keywords.TRY;
            case "Verify" -> Keywords.VERIFY;
            default -> null;
        };
    }

    private Located item(String section, Body.Item item) {
        List<Located> below = new ArrayList<>();
        item.below().forEach(b -> block(b, below(section), below, item.textColumn() - 1));
        List<Field> fields;
        Matcher m = LINK.matcher(item.text());
        if (section.equals("Try") && m.matches()) {
            fields = List.of(
                    new Field("fix", Shape.FIX, said(Clauses.keyOfLink(m.group(2)))),
                    new Field("title", Shape.LINE, said(m.group(1))));
        } else {
            fields = List.of(new Field("text", Shape.LINE, said(oneLine(item.text()))));
        }
        Part p = new Part(
                Kind.ITEM,
                section,
                fields,
                below.stream().map(Located::part).toList(),
                offers(free(below(section), below), section),
                true,
                item.line(),
                item.end());
        return new Located(p, List.of(item), below, item.textColumn());
    }

    private static Located ruledOut(Body.Prose p) {
        Matcher m = LINK.matcher(p.text());
        m.matches();
        Part part = new Part(
                Kind.ITEM,
                "Ruled out",
                List.of(
                        new Field("fix", Shape.FIX, said(Clauses.keyOfLink(m.group(2)))),
                        new Field("title", Shape.LINE, said(m.group(1))),
                        new Field("reason", Shape.LINE, said(oneLine(m.group(4))))),
                List.of(),
                List.of(),
                true,
                p.line(),
                p.end());
        return new Located(part, List.of(p), List.of(), 1);
    }

    /** A clause that means something here, or words; words that follow each other are one part. */
    private void block(Body.Block b, Set<String> here, List<Located> below, int indent) {
        if (b instanceof Body.Clause c && here.contains(c.keyword())) {
            below.add(clause(c, indent));
            return;
        }
        Located last = below.isEmpty() ? null : below.get(below.size() - 1);
        boolean goesOn = last != null && last.part().kind() == Kind.WORDS;
        List<Body.Block> blocks = new ArrayList<>(goesOn ? last.blocks() : List.of());
        blocks.add(b);
        int from = blocks.get(0).line();
        if (goesOn) {
            below.remove(below.size() - 1);
        }
        below.add(new Located(words(from, b.end(), indent), blocks, List.of(), indent + 1));
    }

    private Part words(int from, int to, int indent) {
        List<String> lines = new ArrayList<>();
        for (int i = from; i <= to; i++) {
            lines.add(source.line(i).replaceFirst("^ {0," + indent + "}", ""));
        }
        return new Part(
                Kind.WORDS,
                "",
                List.of(new Field("words", Shape.WORDS, said(String.join("\n", lines)))),
                List.of(),
                List.of(),
                true,
                from,
                to);
    }

    private static Located clause(Body.Clause c, int indent) {
        Part p = new Part(Kind.CLAUSE, c.keyword(), fields(c), List.of(), List.of(), true, c.line(), c.end());
        return new Located(p, List.of(c), List.of(), indent + 1);
    }

    /** The places of a clause; one for all of it, as it stands, where it is not of its word's form. */
    private static List<Field> fields(Body.Clause c) {
        String value = oneLine(c.value());
        Form form = formOf(c);
        return form.read(value)
                .map(filled -> form.places().stream()
                        .map(p -> field(p, filled.get(p.name())))
                        .toList())
                .orElse(List.of());
    }

    /** The form in which a clause's value can be changed place by place. */
    static Form formOf(Body.Clause c) {
        Form form = Form.of(c.keyword());
        return form.read(oneLine(c.value())).isPresent() ? form : Form.plain();
    }

    private static Field field(Form.Place p, Form.Filled f) {
        return new Field(p.name(), p.shape(), f == null ? List.of() : values(p.shape(), f.content()));
    }

    static List<String> values(Shape shape, String content) {
        return switch (shape) {
            case LIST -> Form.list(content);
            case FIXES -> Clauses.keysOfLinks(content);
            default -> said(content);
        };
    }

    static String oneLine(String text) {
        return text.lines().map(String::strip).filter(l -> !l.isEmpty()).collect(Collectors.joining(" "));
    }

    private static List<String> said(String text) {
        return text.isEmpty() ? List.of() : List.of(text);
    }

    private static List<Offer> offers(List<String> what, String section) {
        return what.stream().map(w -> new Offer(w, places(w, section))).toList();
    }

    /** The places of a part that is about to be added. */
    private static List<Field> places(String what, String section) {
        return switch (what) {
            case WORDS -> List.of(new Field("words", Shape.WORDS, List.of()));
            case COMMAND ->
                List.of(new Field("command", Shape.COMMAND, List.of()), new Field("language", Shape.LINE, List.of()));
            case STEP -> List.of(new Field("title", Shape.LINE, List.of()));
            case ITEM -> {
                Field fix = new Field("fix", Shape.FIX, List.of());
                Field title = new Field("title", Shape.LINE, List.of());
                yield switch (section) {
                    case "Try" -> List.of(fix, title);
                    case "Ruled out" -> List.of(fix, title, new Field("reason", Shape.LINE, List.of()));
                    default -> List.of(new Field("text", Shape.LINE, List.of()));
                };
            }
            default -> Form.of(what).places().stream().map(p -> field(p, null)).toList();
        };
    }

    private static List<Offer> offers(String section, List<Located> below) {
        return offers(offered(section, below), section);
    }

    private static List<String> offered(String section, List<Located> below) {
        return switch (section) {
            case "" -> List.of(WORDS);
            case "Recognise" -> free(Keywords.RECOGNISE, below);
            case "Ask", "Try", "Ruled out", "Verify" -> List.of(ITEM);
            default -> List.of(WORDS);
        };
    }

    /** Keywords that may stand here, those that count only once left out where they stand already. */
    private static List<String> free(Set<String> here, List<Located> below) {
        boolean ask = here == Keywords.ASK;
        List<String> offers = new ArrayList<>(new TreeSet<>(here));
        List<String> there = below.stream().map(b -> b.part().keyword()).toList();
        offers.removeIf(k -> (ask || !MANY.contains(k)) && there.contains(k));
        if (ask && there.stream().anyMatch(k -> k.startsWith("Capture"))) {
            // a look reads once
            offers.removeIf(k -> k.startsWith("Capture"));
        }
        return offers;
    }

    /** What a place holds as one text, as it is written between its signs. */
    static String joined(Shape shape, List<String> values, Map<String, String> titles) {
        return switch (shape) {
            case LIST -> String.join(", ", values);
            case FIXES ->
                values.stream()
                        .map(k -> "[" + titles.getOrDefault(k, k) + "](../fixes/" + k + ".md)")
                        .collect(Collectors.joining(", "));
            default -> values.isEmpty() ? "" : values.get(0);
        };
    }
}
