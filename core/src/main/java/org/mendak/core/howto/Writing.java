package org.mendak.core.howto;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.mendak.core.drafting.Commands;
import org.mendak.core.drafting.Drafted.Document;
import org.mendak.core.drafting.Naming;
import org.mendak.core.howto.Found.Doing;
import org.mendak.core.howto.Found.Part;
import org.mendak.core.howto.Found.Way;
import org.mendak.core.howto.Found.What;
import org.mendak.core.language.DestroyingWords;
import org.mendak.core.language.ProductRange;
import org.mendak.core.language.ValueType;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Problem;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.core.shapes.Common;

/** Writes what was found as documents. What cannot be read back as what it is meant to be is written with less, at last as prose. */
final class Writing {

    static final int MOST_CODES = 20;
    private static final int MOST_MESSAGES = 10;
    private static final int USUAL_MINUTES = 5;
    private static final int LONGEST_MINUTES = 600;
    private static final Pattern TOLD_PLACE = Pattern.compile("<([A-Za-z][A-Za-z0-9 _-]{0,30})>");
    private static final Set<ValueType> TOO_PLAIN =
            Set.of(ValueType.WORD, ValueType.TEXT, ValueType.LIST, ValueType.DURATION);
    private static final int SHORTEST_VALUE = 3;

    private final Found found;
    private final String source;
    private final Collection<String> products;
    private final Naming naming;

    Writing(Found found, String source, Collection<String> products, Naming naming) {
        this.found = found;
        this.source = source;
        this.products = products;
        this.naming = naming;
    }

    /** A fix as it was written, and what a known error hands it: its parameter, and the value of the message. */
    private record Written(Way way, Document document, Map<String, String> with) {}

    HowTo.Made made() {
        String title = Naming.title(found.title.isBlank() ? firstWords() : found.title);
        // what somebody sees and no sentence is, is likely to be what the screen says
        if (found.messages.isEmpty()) {
            found.symptoms.stream()
                    .filter(s -> !s.matches("(?s).*[.:?]"))
                    .findFirst()
                    .ifPresent(found.messages::add);
        }
        List<Common> messages = found.messages.stream()
                .limit(MOST_MESSAGES)
                .map(m -> Common.of(List.of(m)))
                .filter(Writing::tells)
                .toList();
        for (String m : found.messages) {
            for (String c : Common.codes(List.of(m))) {
                if (!found.codes.contains(c) && found.codes.size() < MOST_CODES && names(m, c)) {
                    found.codes.add(c);
                }
            }
        }
        List<Way> empty = found.ways.stream()
                .filter(w -> w.title.isBlank() && w.steps.isEmpty() && w.intro.isEmpty())
                .toList();
        empty.forEach(w -> found.blocks.addAll(w.blocks));
        found.ways.removeAll(empty);
        // a procedure alone has nothing to be recognised by: it is a fix
        boolean recognised = !messages.isEmpty() || !found.codes.isEmpty() || !found.symptoms.isEmpty();
        boolean alone = !recognised && found.ways.size() == 1;
        if (alone) {
            takeAll(found.ways.get(0), title);
        }
        List<Written> fixes =
                found.ways.stream().map(w -> fix(w, title, messages)).toList();
        Document error = alone ? null : error(title, messages, fixes);
        return new HowTo.Made(
                source, error, fixes.stream().map(Written::document).toList());
    }

    /** Whether a code in a message names the error; in the midst of a sentence it may be the name of a thing. */
    private static boolean names(String message, String code) {
        return Pattern.compile("(?i)(?:(?:^|\\n)\\W*|[(\\[]|\\b(?:code|error|status|event|fault|number)\\b\\W{0,3})"
                        + Pattern.quote(code))
                .matcher(message)
                .find();
    }

    private String firstWords() {
        return !found.messages.isEmpty()
                ? found.messages.get(0).lines().findFirst().orElse("")
                : found.words.isEmpty() ? source : found.words.get(0);
    }

    private static boolean tells(Common message) {
        return message.pieces().stream()
                        .filter(p -> !p.isValue())
                        .flatMap(p -> Words.of(p.text()).stream())
                        .filter(w -> w.length() > 1)
                        .count()
                >= 2;
    }

    private Document error(String title, List<Common> messages, List<Written> fixes) {
        String key = naming.key(DocumentKind.ERROR, title);
        Document d = null;
        for (As signs : As.values()) {
            d = new Document(DocumentKind.ERROR, key, title, errorText(key, title, messages, fixes, signs));
            if (isRead(d)) {
                return d;
            }
        }
        return d;
    }

    /** How a message is written. */
    private enum As {
        WITH_VALUES,
        AS_IT_STANDS,
        IN_WORDS
    }

    private String errorText(String key, String title, List<Common> messages, List<Written> fixes, As signs) {
        Page page = new Page(DocumentKind.ERROR, key, title);
        page.list("phases", phases());
        page.list("products", named());
        page.intro(source, checks(messages, fixes));
        found.words.forEach(page::words);
        boolean inWords = signs == As.IN_WORDS;
        if (inWords || messages.isEmpty()) {
            found.messages.forEach(m -> m.lines().forEach(page::words));
        }
        page.part("Recognise");
        found.codes.forEach(c -> page.clause("Code", Page.code(c)));
        Set<String> given = new java.util.HashSet<>();
        for (int i = 0; i < messages.size() && !inWords; i++) {
            String line = line(messages.get(i));
            String template = signs == As.AS_IT_STANDS
                    ? Common.braced(line)
                    : messages.get(i).template();
            if (given.add(template)) {
                page.clause("Message", Page.code(template));
            }
            page.clause("Sample", Page.code(line));
        }
        if (messages.isEmpty() && found.codes.isEmpty()) {
            found.symptoms.stream().limit(1).forEach(s -> page.clause("Symptom", Page.escaped(s)));
        }
        page.part("Try");
        for (int i = 0; i < fixes.size(); i++) {
            Written f = fixes.get(i);
            page.item(
                    i + 1,
                    "[" + Page.plain(f.document().title()) + "](../fixes/"
                            + f.document().key() + ".md)");
            f.with().forEach((p, v) -> page.under("With", Page.code(p + " = {" + v + "}")));
            if (f.way().last) {
                page.under("Last resort", null);
            }
        }
        page.part("Verify");
        for (int i = 0; i < found.verify.size(); i++) {
            page.item(i + 1, Page.escaped(found.verify.get(i)));
        }
        found.blocks.stream().filter(b -> page.lacks(Steps.unmarked(b))).forEach(b -> page.inIntro(b.text()));
        return page.text();
    }

    private List<String> checks(List<Common> messages, List<Written> fixes) {
        List<String> check = new ArrayList<>();
        if (messages.stream().anyMatch(m -> m.pieces().stream().anyMatch(Common.Piece::isValue))) {
            check.add("which words of the message differ from case to case is guessed.");
        }
        if (messages.isEmpty() && found.codes.isEmpty()) {
            check.add("no message and no code was found in it to be recognised by.");
        }
        if (fixes.isEmpty()) {
            check.add("nothing was found in it that mends it.");
        }
        if (!phases().isEmpty() || !named().isEmpty()) {
            check.add("the products and phases are guessed.");
        }
        if (found.verify.isEmpty()) {
            check.add("how one sees that it is mended.");
        }
        return check;
    }

    private List<String> phases() {
        String said = (found.title + " " + String.join(" ", found.messages)).toLowerCase(Locale.ROOT);
        List<String> phases = new ArrayList<>();
        for (String phase : List.of("install", "update", "launch")) {
            String stems = switch (phase) {
                case "install" -> "install|setup";
                case "update" -> "updat|upgrad";
                default -> "launch|start|open";
            };
            if (Pattern.compile("\\b(?:un)?(?:" + stems + ")").matcher(said).find()) {
                phases.add(phase);
            }
        }
        // one that names several names none
        return phases.size() == 1 ? phases : List.of();
    }

    /** The products of the desk that the title or what it applies to names. */
    private List<String> named() {
        Set<String> all = new TreeSet<>();
        for (String p : products) {
            Pattern name = called(p);
            boolean said = name.matcher(found.title).find()
                    || found.products.stream().anyMatch(x -> name.matcher(x).find())
                    || found.messages.stream().anyMatch(x -> name.matcher(x).find());
            if (said) {
                String range = found.products.stream()
                        .map(String::strip)
                        .filter(x -> x.toLowerCase(Locale.ROOT).startsWith(p.toLowerCase(Locale.ROOT))
                                && ProductRange.parse(x).ok())
                        .findFirst()
                        .orElse(p);
                all.add(range);
            }
        }
        // one that is named anywhere is meant if no other is
        List<String> anywhere = products.stream()
                .filter(p ->
                        found.words.stream().anyMatch(w -> called(p).matcher(w).find()))
                .toList();
        return all.isEmpty() && anywhere.size() == 1 ? anywhere : List.copyOf(all);
    }

    private static Pattern called(String product) {
        return Pattern.compile("(?iu)(?<![\\p{L}\\p{N}])" + Pattern.quote(product) + "(?![\\p{L}\\p{N}])");
    }

    private Written fix(Way way, String of, List<Common> messages) {
        if (way.title.isBlank()) {
            way.title = way.steps.size() == 1 || found.ways.size() > 1 && !way.steps.isEmpty()
                    ? way.steps.get(0).title
                    : way.intro.isEmpty() ? of : way.intro.get(0);
        }
        String title = Naming.title(way.title);
        String key = naming.key(DocumentKind.FIX, title);
        Map<String, Value> values = values(way, messages);
        Document d = new Document(DocumentKind.FIX, key, title, fixText(way, key, title, values));
        if (!values.isEmpty() && !isRead(d)) {
            values = Map.of();
            d = new Document(DocumentKind.FIX, key, title, fixText(way, key, title, values));
        }
        Map<String, String> with = new LinkedHashMap<>();
        values.forEach((name, v) -> {
            if (!v.from().isEmpty()) {
                with.put(name, v.from());
            }
        });
        return new Written(way, d, with);
    }

    /** The fix of a how-to that has nothing to be recognised by takes its title and what was said beside it. */
    private void takeAll(Way way, String title) {
        if (!way.title.isBlank() && !way.title.equals(title)) {
            way.intro.add(0, way.title);
        }
        way.title = title;
        way.intro.addAll(0, found.words);
        way.intro.addAll(found.verify);
        way.blocks.addAll(found.blocks);
    }

    /** A value that stands in a command: where it comes from in the message, empty if nobody knows; and how it is written there. */
    private record Value(String written, ValueType type, String from) {}

    private static Map<String, Value> values(Way way, List<Common> messages) {
        List<String> commands = way.steps.stream()
                .flatMap(s -> s.parts.stream())
                .filter(p -> p.what() == What.COMMAND)
                .map(Part::text)
                .toList();
        Map<String, Value> values = new LinkedHashMap<>();
        for (Common m : messages.stream().limit(1).toList()) {
            for (Common.Piece p : m.pieces()) {
                boolean used = p.isValue()
                        && !TOO_PLAIN.contains(p.type())
                        && p.text().strip().length() >= SHORTEST_VALUE
                        && commands.stream()
                                .anyMatch(c -> Commands.holds(c, p.text().strip()));
                if (used) {
                    values.put(p.name(), new Value(p.text().strip(), p.type(), p.name()));
                }
            }
        }
        for (String c : commands) {
            Matcher place = TOLD_PLACE.matcher(c);
            while (place.find()) {
                String name = String.join("_", Words.of(place.group(1)));
                values.putIfAbsent(name, new Value(place.group(), ValueType.TEXT, ""));
            }
        }
        return values;
    }

    private String fixText(Way way, String key, String title, Map<String, Value> values) {
        Page page = new Page(DocumentKind.FIX, key, title);
        page.one("minutes", String.valueOf(minutes(way)));
        page.one("risk", "safe");
        page.one("kind", title.toLowerCase(Locale.ROOT).contains("workaround") ? "workaround" : "lasting");
        if (!values.isEmpty()) {
            page.one(
                    "parameters",
                    values.entrySet().stream()
                            .map(e -> e.getKey() + ": " + e.getValue().type().word())
                            .collect(Collectors.joining(", ", "{", "}")));
        }
        List<String> check = new ArrayList<>();
        check.add(
                way.minutes > 0
                        ? "the risk and what it needs are guessed."
                        : "the risk, the minutes and what it needs are guessed.");
        values.forEach((name, v) -> {
            if (v.from().isEmpty()) {
                check.add("nobody knows where " + name + " comes from.");
            }
        });
        boolean destroys = way.steps.stream()
                .flatMap(s -> s.parts.stream())
                .anyMatch(p -> p.what() == What.COMMAND
                        && DestroyingWords.in(Commands.language(p.text()), p.text())
                                .isPresent());
        if (destroys) {
            check.add("a command seems to destroy something; say what, under Destroys.");
        }
        page.intro(source, check);
        way.intro.forEach(page::words);
        if (way.steps.isEmpty()) {
            page.section(Page.heading(title));
        }
        for (Doing d : way.steps) {
            step(page, d, values);
        }
        way.blocks.stream().filter(b -> page.lacks(Steps.unmarked(b))).forEach(b -> page.inIntro(b.text()));
        return page.text();
    }

    private static void step(Page page, Doing d, Map<String, Value> values) {
        page.section(Page.heading(d.title));
        boolean timed = false;
        List<String> fence = new ArrayList<>();
        List<Part> parts = new ArrayList<>(d.parts);
        // words lead, as they do in documents that people write; the order is kept among themselves
        parts.stream().filter(p -> p.what() == What.WORDS).forEach(p -> page.words(p.text()));
        parts.removeIf(p -> p.what() == What.WORDS);
        for (Part p : parts) {
            if (p.what() == What.COMMAND) {
                fence.add(filled(p.text(), values));
            }
        }
        if (!fence.isEmpty()) {
            page.fence(Commands.language(fence.get(0)), String.join("\n", fence));
            // a value that has a name here stands in the message that it comes from
            values.values().forEach(v -> page.stands(v.written()));
        }
        for (Part p : parts) {
            switch (p.what()) {
                case CAUTION -> page.clause("Caution", Page.escaped(Page.oneLine(p.text())));
                case EXPECT -> page.clause("Expect", Page.code(p.text()));
                case GET -> page.clause("Get", p.text());
                case MINUTES, WAIT -> {
                    if (!timed) {
                        page.clause(
                                p.what() == What.WAIT ? "Wait" : "Minutes",
                                p.text() + (p.what() == What.WAIT ? " minutes" : ""));
                        timed = true;
                    }
                }
                default -> {}
            }
        }
    }

    private static String filled(String command, Map<String, Value> values) {
        String c = command;
        for (Map.Entry<String, Value> v : values.entrySet()) {
            String written = v.getValue().written();
            c = v.getValue().from().isEmpty()
                    ? c.replace(written, "{" + v.getKey() + "}")
                    : Commands.replaced(c, written, "{" + v.getKey() + "}");
        }
        return c;
    }

    private static int minutes(Way way) {
        int steps = way.steps.stream()
                .flatMap(s -> s.parts.stream())
                .filter(p -> p.what() == What.MINUTES || p.what() == What.WAIT)
                .mapToInt(p -> Integer.parseInt(p.text()))
                .sum();
        int m = way.minutes > 0 ? way.minutes : steps > 0 ? steps : USUAL_MINUTES;
        return Math.min(m, LONGEST_MINUTES);
    }

    /** The telling line of a message as it stood. */
    private static String line(Common message) {
        return message.pieces().stream()
                .map(Common.Piece::text)
                .collect(Collectors.joining())
                .strip();
    }

    private static boolean isRead(Document d) {
        return RunbookParser.parse(d.kind(), d.key(), d.text()).problems().stream()
                .noneMatch(p -> p.severity() == Problem.Severity.ERROR);
    }
}
