package org.mendak.core.runbook;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import org.mendak.core.language.Condition;
import org.mendak.core.language.ProductRange;
import org.mendak.core.language.Template;

/** Reads a known error out of its head and sections. */
final class ErrorReader {

    static final Set<String> KEYS =
            Set.of("error", "title", "phases", "products", "aliases", "first-aid", "tells", "confirmed");
    private static final int MOST_TELLS = 3;
    private static final Set<String> SECTIONS = Set.of("Recognise", "Ask", "Try", "Ruled out", "Verify");

    private final String key;
    private final Head head;
    private final List<Body.Section> sections;
    private final Problems problems;
    private final List<Signature> signatures = new ArrayList<>();
    private final List<KnownError.Sample> samples = new ArrayList<>();
    private final List<String> confusions = new ArrayList<>();
    private final List<KnownError.Question> questions = new ArrayList<>();
    private final List<KnownError.TryItem> tries = new ArrayList<>();
    private final List<KnownError.RuledOut> ruledOut = new ArrayList<>();
    private final List<KnownError.VerifyItem> verify = new ArrayList<>();
    private final List<KnownError.Section> written = new ArrayList<>();

    /** Clauses of which an item may have several. */
    private static final Set<String> MANY = Set.of("Choices", "With", "After", "Together");

    ErrorReader(String key, Head head, List<Body.Section> sections, Problems problems) {
        this.key = key;
        this.head = head;
        this.sections = sections;
        this.problems = problems;
    }

    KnownError read() {
        head.expectOnly(KEYS);
        String title = head.text("title").map(Head.Text::value).orElse("");
        if (title.isEmpty()) {
            problems.missing(2, 1, "the title is missing", "add title: \"...\" to the head");
        }
        boolean firstAid =
                head.text("first-aid").map(t -> t.value().equals("true")).orElse(false);
        for (Body.Section s : sections) {
            section(s);
        }
        if (signatures.isEmpty() && !firstAid) {
            problems.missing(
                    1, 1, "nothing says how to recognise it", "add ## Recognise with a Code, Message or Symptom");
        }
        if (tries.isEmpty()) {
            problems.missing(1, 1, "there is nothing to try", "add ## Try with a numbered list of links to fixes");
        }
        return new KnownError(
                key,
                title,
                phases(),
                products(),
                head.texts("aliases").stream().map(Head.Text::value).toList(),
                firstAid,
                Pieces.words(written.get(0).pieces()),
                signatures,
                samples,
                confusions,
                questions,
                tries,
                ruledOut,
                verify,
                tells(),
                head.date("confirmed"),
                written);
    }

    private List<String> tells() {
        List<Head.Text> tells = head.texts("tells");
        for (Head.Text t : tells.stream().skip(MOST_TELLS).toList()) {
            problems.error(
                    t.line(),
                    t.column(),
                    "\"" + t.value() + "\" is one too many: at most three facts can tell causes apart",
                    "keep those that tell most; facts that go together would count twice");
        }
        return tells.stream().limit(MOST_TELLS).map(Head.Text::value).toList();
    }

    private List<Phase> phases() {
        List<Phase> phases = new ArrayList<>();
        for (Head.Text t : head.texts("phases")) {
            Phase.named(t.value())
                    .ifPresentOrElse(
                            phases::add,
                            () -> problems.error(
                                    t.line(),
                                    t.column(),
                                    "\"" + t.value() + "\" is not a phase",
                                    "write install, update or launch"));
        }
        return phases;
    }

    private List<ProductRange> products() {
        List<ProductRange> products = new ArrayList<>();
        for (Head.Text t : head.texts("products")) {
            ProductRange range = problems.take(ProductRange.parse(t.value()), t.line(), t.column());
            if (range != null) {
                products.add(range);
            }
        }
        return products;
    }

    private void section(Body.Section s) {
        Pieces pieces = new Pieces();
        switch (s.title()) {
            case "" -> s.blocks().forEach(pieces::asWritten);
            case "Recognise" -> s.blocks().forEach(b -> recognise(b, pieces));
            case "Ask" -> items(s, Keywords.ASK, questions, this::ask, pieces);
            case "Try" -> {
                items(s, Keywords.TRY, tries, this::tryItem, pieces);
                checkAfter();
            }
            case "Ruled out" -> s.blocks().forEach(b -> ruledOut(b, s.line(), pieces));
            case "Verify" -> items(s, Keywords.VERIFY, verify, this::verify, pieces);
            default -> {
                problems.warning(
                        s.line(),
                        1,
                        "the section \"" + s.title() + "\" has no meaning, it is shown as it stands",
                        "sections are " + String.join(", ", new java.util.TreeSet<>(SECTIONS)));
                s.blocks().forEach(pieces::asWritten);
            }
        }
        written.add(new KnownError.Section(s.title(), pieces.list()));
    }

    private void recognise(Body.Block b, Pieces pieces) {
        if (!(b instanceof Body.Clause c) || !Keywords.isMeant(c, Keywords.RECOGNISE, problems)) {
            pieces.asWritten(b);
            return;
        }
        int before = signatures.size() + samples.size() + confusions.size();
        recognise(c);
        boolean taken = signatures.size() + samples.size() + confusions.size() > before;
        pieces.words(taken || c.isEmpty() ? "" : c.raw(), c.line());
        if (taken) {
            pieces.add(new Piece.Clause(c.keyword())).words(Rest.of(c), c.line());
        }
        pieces.words(c.more(), c.line());
    }

    /** A section whose numbered items mean something: each becomes an entry of the list, or is shown as it was written. */
    private void items(Body.Section s, Set<String> keywords, List<?> list, Consumer<Body.Item> read, Pieces pieces) {
        for (Body.Block b : s.blocks()) {
            if (!(b instanceof Body.Item item)) {
                stray(b, keywords);
                pieces.asWritten(b);
                continue;
            }
            int before = list.size();
            read.accept(item);
            if (list.size() > before) {
                pieces.add(new Piece.Item(before, below(item, keywords)));
            } else if (!item.isEmpty()) {
                pieces.asWritten(item);
            }
        }
    }

    private List<Piece> below(Body.Item item, Set<String> keywords) {
        Pieces pieces = new Pieces();
        if (keywords == Keywords.TRY) {
            pieces.words(Rest.withoutLinks(item.text()), item.line());
        }
        Set<String> once = new HashSet<>();
        for (Body.Block b : item.below()) {
            if (b instanceof Body.Clause c && keywords.contains(c.keyword()) && takes(c, once)) {
                pieces.add(new Piece.Clause(c.keyword()))
                        .words(Rest.of(c), c.line())
                        .words(c.more(), c.line());
            } else {
                pieces.asWritten(b);
            }
        }
        return pieces.list();
    }

    /** Whether this clause is the one that counts: of most there is one to an item. */
    private static boolean takes(Body.Clause c, Set<String> once) {
        return MANY.contains(c.keyword()) || once.add(c.keyword());
    }

    /** The clauses of an item that count, the first of each; who wrote two is told. */
    private List<Body.Clause> counting(Body.Item item, Set<String> keywords) {
        Set<String> once = new HashSet<>();
        List<Body.Clause> counting = new ArrayList<>();
        for (Body.Clause c : Keywords.known(item.clauses(), keywords, problems)) {
            if (takes(c, once)) {
                counting.add(c);
            } else {
                problems.warning(
                        c.line(),
                        c.column(),
                        "\"" + c.keyword() + "\" stands twice here, and the first counts",
                        "take one of them away");
                problems.mend(-1, "");
            }
        }
        return counting;
    }

    /** A clause that stands beside the numbered items instead of under one belongs to nothing, and is shown as it stands. */
    private void stray(Body.Block b, Set<String> keywords) {
        if (b instanceof Body.Clause c && Keywords.isMeant(c, keywords, problems)) {
            problems.warning(
                    c.line(),
                    c.column(),
                    "\"" + c.keyword() + "\" belongs to no item of this list",
                    "indent it under the numbered item it belongs to");
        }
    }

    private void recognise(Body.Clause c) {
        String text = Clauses.codeOr(c);
        switch (c.keyword()) {
            case "Code" -> signature(Signature.Kind.CODE, text, null, c);
            case "Message" -> template(Signature.Kind.MESSAGE, text, c);
            case "Supporting" -> template(Signature.Kind.SUPPORTING, text, c);
            case "Symptom" -> signature(Signature.Kind.SYMPTOM, c.value(), null, c);
            case "Sample" -> samples.add(new KnownError.Sample(text, c.line()));
            default -> confusions.add(c.value());
        }
    }

    private void template(Signature.Kind kind, String text, Body.Clause c) {
        Template t = problems.take(Template.parse(text), c.line(), Clauses.codeColumn(c));
        if (t == null) {
            return;
        }
        String behind = Clauses.codes(c.value()).isEmpty() ? "" : Clauses.behindCode(c.value(), "");
        List<String> called = CaptureReader.called(c, List.of("", behind), problems);
        CaptureReader.tooMany(c, called, t.names().size(), problems);
        signature(kind, text, t, called, c);
    }

    private void signature(Signature.Kind kind, String text, Template template, Body.Clause c) {
        signature(kind, text, template, List.of(), c);
    }

    private void signature(Signature.Kind kind, String text, Template template, List<String> called, Body.Clause c) {
        if (text.isBlank()) {
            problems.error(c.line(), c.column(), c.keyword() + " is empty", "write it between backticks");
        } else {
            signatures.add(new Signature(kind, text, template, c.line(), called));
        }
    }

    private void ask(Body.Item item) {
        String sets = "";
        String run = "";
        double minutes = 1;
        Capture capture = null;
        List<String> choices = new ArrayList<>();
        for (Body.Clause c : counting(item, Keywords.ASK)) {
            switch (c.keyword()) {
                case "Sets" -> sets = Clauses.codeOr(c);
                case "Run" -> run = Clauses.codeOr(c);
                case "Minutes" -> minutes = Clauses.minutes(c, problems);
                case "Capture", "Capture every" -> capture = CaptureReader.read(c, problems);
                default -> choices.addAll(Clauses.commaList(c.value()));
            }
        }
        questions.add(new KnownError.Question(item.text(), sets, choices, minutes, run, capture, item.line()));
    }

    private void tryItem(Body.Item item) {
        String fix = Clauses.keyOfLink(item.link());
        if (fix.isEmpty()) {
            problems.error(
                    item.line(), item.column(), "this does not link to a fix", "write [Title](../fixes/its-key.md)");
            return;
        }
        if (tries.stream().anyMatch(t -> t.fix().equals(fix))) {
            problems.error(item.line(), item.column(), "\"" + fix + "\" stands in this list twice", "keep one of them");
            return;
        }
        Map<String, String> with = new LinkedHashMap<>();
        Fix.Guard guard = null;
        List<String> after = new ArrayList<>();
        List<String> together = new ArrayList<>();
        boolean lastResort = false;
        for (Body.Clause c : counting(item, Keywords.TRY)) {
            switch (c.keyword()) {
                case "With" -> Clauses.with(c, with, problems);
                case "When" -> {
                    String text = Clauses.codeOr(c);
                    Condition when = problems.take(Condition.parse(text), c.line(), Clauses.codeColumn(c));
                    guard = when == null ? null : new Fix.Guard(when, text, Clauses.inWords(c.value()));
                }
                case "After" -> after.addAll(Clauses.keysOfLinks(c.value()));
                case "Last resort" -> lastResort = true;
                default -> together.addAll(Clauses.keysOfLinks(c.value()));
            }
        }
        tries.add(new KnownError.TryItem(fix, item.linkText(), with, guard, after, together, lastResort, item.line()));
    }

    private void checkAfter() {
        List<String> keys = tries.stream().map(KnownError.TryItem::fix).toList();
        for (KnownError.TryItem t : tries) {
            for (String before : t.after()) {
                if (!keys.contains(before)) {
                    problems.error(
                            t.line(),
                            1,
                            "\"" + t.fix() + "\" comes after \"" + before + "\", which is not in this list",
                            "add it to Try, or take After away");
                }
            }
        }
        for (KnownError.TryItem t : tries) {
            for (String other : t.together()) {
                if (!keys.contains(other) || other.equals(t.fix())) {
                    problems.error(
                            t.line(),
                            1,
                            "\"" + t.fix() + "\" is done together with \"" + other
                                    + "\", which is no other fix of this list",
                            "add it to Try, or take Together away");
                }
            }
        }
        if (hasRing()) {
            problems.error(tries.get(0).line(), 1, "the fixes wait for each other in a ring", "take one After away");
        }
    }

    /** Whether After leads back to itself: repeatedly removes fixes whose predecessors are all removed. */
    private boolean hasRing() {
        Set<String> done = new java.util.HashSet<>();
        boolean moved = true;
        while (moved) {
            moved = false;
            for (KnownError.TryItem t : tries) {
                if (!done.contains(t.fix()) && done.containsAll(t.after())) {
                    done.add(t.fix());
                    moved = true;
                }
            }
        }
        return done.size() < tries.size()
                && tries.stream()
                        .allMatch(t -> tries.stream()
                                .map(KnownError.TryItem::fix)
                                .toList()
                                .containsAll(t.after()));
    }

    private void ruledOut(Body.Block b, int line, Pieces pieces) {
        List<String> keys = b instanceof Body.Prose p ? Clauses.keysOfLinks(p.text()) : List.of();
        if (!(b instanceof Body.Prose p) || keys.isEmpty() || !p.text().startsWith("-")) {
            pieces.asWritten(b);
            return;
        }
        int close = p.text().indexOf(')');
        String reason = close < 0
                ? ""
                : p.text().substring(close + 1).replaceFirst("^\\s*:\\s*", "").strip();
        String title = p.text().replaceFirst("(?s)^-\\s*\\[([^\\]]*)\\].*$", "$1");
        pieces.add(new Piece.Item(ruledOut.size(), List.of()));
        ruledOut.add(new KnownError.RuledOut(keys.get(0), title, reason, line));
    }

    private void verify(Body.Item item) {
        String required = "";
        String otherwise = "";
        for (Body.Clause c : counting(item, Keywords.VERIFY)) {
            if (c.keyword().equals("Required")) {
                required = c.value();
            } else {
                otherwise = c.value();
            }
        }
        verify.add(new KnownError.VerifyItem(item.text(), required, otherwise));
    }
}
