package org.mendak.core.runbook;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** What a clause's value is made of: places one behind the other, so that who fills them in needs to know no signs between them. */
final class Form {

    /**
     * One place.
     *
     * @param lead what is written before it
     * @param leads that, as it is looked for
     * @param code whether it stands between backticks
     */
    record Place(String name, Outline.Shape shape, String lead, Pattern leads, boolean code) {}

    /** Blanks are free, and so are a comma or a colon that only join. Nothing is given back, or many blanks would be tried in every way. */
    private static Pattern leads(String lead) {
        return Pattern.compile(Stream.of(lead.strip().split("(?<=[;,:])|(?=[;,:])|\\s+"))
                .filter(x -> !x.isBlank())
                .map(x -> switch (x.strip()) {
                    case ";" -> "\\s*+;\\s*+";
                    case ",", ":" -> "\\s*+[,:]?+\\s*+";
                    default -> "\\b" + Pattern.quote(x.strip()) + "\\b\\s*+";
                })
                .collect(Collectors.joining("", "\\s*+", "")));
    }

    /** What stands at a place: its content and where that is in the value. */
    record Filled(String content, int from, int to) {}

    private static final Outline.Shape LINE = Outline.Shape.LINE;
    private static final Outline.Shape CODE = Outline.Shape.CODE;
    private static final Form PLAIN = of(place("text", LINE, "", false));
    private static final Form MINUTES = of(place("minutes", Outline.Shape.MINUTES, "", false));
    private static final Form LINKS = of(place("fixes", Outline.Shape.FIXES, "", false));
    private static final Form READS = of(
            place("template", Outline.Shape.TEMPLATE, "", true),
            place("called", Outline.Shape.LIST, "; called ", false));
    private static final Form OWED = of(
            place("text", LINE, "", false),
            place("command", CODE, ", ", true),
            place("otherwise", LINE, "; if not known: ", false));
    private static final Place CONDITION = place("condition", Outline.Shape.CONDITION, "", true);
    private static final Place IN_WORDS = place("words", LINE, "; in words ", false);

    private static final Form CHECK = of(CONDITION, IN_WORDS, place("meaning", LINE, "; ", false));

    private static final Map<String, Form> FORMS = Map.ofEntries(
            Map.entry("Code", of(place("code", CODE, "", true))),
            Map.entry("Message", READS),
            Map.entry("Supporting", READS),
            Map.entry("Sample", of(place("sample", CODE, "", true))),
            Map.entry("Sets", of(place("fact", Outline.Shape.FACT, "", true))),
            Map.entry("Choices", of(place("choices", Outline.Shape.LIST, "", false))),
            Map.entry("Run", of(place("command", CODE, "", true))),
            Map.entry("Capture", READS),
            Map.entry("Capture before", READS),
            Map.entry("Capture every", READS),
            Map.entry("With", of(place("pair", Outline.Shape.PAIR, "", true))),
            Map.entry("When", of(CONDITION, IN_WORDS)),
            Map.entry("Must", of(CONDITION, IN_WORDS, place("meaning", LINE, "; otherwise ", false))),
            Map.entry("Check", CHECK),
            Map.entry("Only if", of(CONDITION, IN_WORDS, place("otherwise", LINE, "; otherwise ", false))),
            Map.entry("After", LINKS),
            Map.entry("Together", LINKS),
            Map.entry("Last resort", new Form(List.of())),
            Map.entry(
                    "Choose",
                    of(
                            place("name", CODE, "", true),
                            place("list", CODE, " from ", true),
                            place("how", LINE, "; ", false))),
            Map.entry("For each", of(place("item", CODE, "", true), place("list", CODE, " in ", true))),
            Map.entry(
                    "Answer",
                    of(
                            place("prompt", CODE, "", true),
                            place("answer", CODE, " with ", true),
                            place("why", LINE, "; ", false))),
            Map.entry(
                    "Ask",
                    of(
                            place("question", LINE, "", false),
                            place("fact", Outline.Shape.FACT, "; sets ", true),
                            place("choices", Outline.Shape.LIST, "; ", false))),
            Map.entry("Put back", OWED),
            Map.entry("After success", OWED),
            Map.entry("After failure", OWED),
            Map.entry("Follow up", of(place("text", LINE, "", false), place("who", LINE, "; by ", false))),
            Map.entry("Minutes", MINUTES),
            Map.entry("Wait", MINUTES),
            Map.entry("Restart", MINUTES));

    private final List<Place> places;

    private Form(List<Place> places) {
        this.places = places;
    }

    private static Form of(Place... places) {
        return new Form(List.of(places));
    }

    private static Place place(String name, Outline.Shape shape, String lead, boolean code) {
        return new Place(name, shape, lead, leads(lead), code);
    }

    /** The form of a keyword's value. */
    static Form of(String keyword) {
        return FORMS.getOrDefault(keyword, PLAIN);
    }

    /** The form in which any value can be written: as it stands. */
    static Form plain() {
        return PLAIN;
    }

    List<Place> places() {
        return places;
    }

    Optional<Place> place(String name) {
        return places.stream().filter(p -> p.name().equals(name)).findFirst();
    }

    /**
     * What stands at each place; places with nothing are left out.
     *
     * @param value in one line
     * @return empty if the value is not of this form
     */
    Optional<Map<String, Filled>> read(String value) {
        Map<String, Filled> filled = new HashMap<>();
        if (places.isEmpty()) {
            return value.isBlank() ? Optional.of(filled) : Optional.empty();
        }
        if (mayBeBare() && !value.contains("`")) {
            if (!value.isBlank()) {
                filled.put(places.get(0).name(), new Filled(value, 0, value.length()));
            }
            return Optional.of(filled);
        }
        int at = 0;
        for (int i = 0; i < places.size(); i++) {
            Place p = places.get(i);
            Matcher lead = p.leads().matcher(value).region(at, value.length());
            if (!lead.lookingAt() || p.code() && !startsCode(value, lead.end())) {
                continue;
            }
            int start = lead.end();
            if (p.code()) {
                Optional<Clauses.Span> span = Clauses.span(value, start);
                if (span.isEmpty()) {
                    return Optional.empty();
                }
                Clauses.Span s = span.get();
                filled.put(
                        p.name(),
                        new Filled(s.content(), s.from(), s.from() + s.content().length()));
                at = s.end();
            } else {
                int end = endOfText(value, start, places.subList(i + 1, places.size()));
                String content = value.substring(start, end).stripTrailing();
                if (!content.isEmpty()) {
                    filled.put(p.name(), new Filled(content, start, start + content.length()));
                } else if (i > 0) {
                    return Optional.empty();
                }
                if (places.get(0).code() && content.indexOf('`') >= 0) {
                    // what is meant then stands behind the last of them alone
                    return Optional.empty();
                }
                at = end;
            }
        }
        return value.substring(at).isBlank() ? Optional.of(filled) : Optional.empty();
    }

    /** Whether a value without any backticks is its first place; a check in words alone is for people to read. */
    private boolean mayBeBare() {
        return this != CHECK
                && places.get(0).code()
                && (places.size() == 1 || !places.get(1).code());
    }

    private static boolean startsCode(String value, int at) {
        return at < value.length() && value.charAt(at) == '`';
    }

    /** Where a text ends: where one of the places behind it begins, or with the value; a code span within it is skipped. */
    private static int endOfText(String value, int start, List<Place> behind) {
        if (behind.isEmpty()) {
            return value.length();
        }
        int at = start;
        while (at < value.length()) {
            for (Place p : behind) {
                Matcher lead = p.leads().matcher(value).region(at, value.length());
                if (lead.lookingAt() && (p.code() ? startsCode(value, lead.end()) : lead.end() > at)) {
                    return at;
                }
            }
            at = startsCode(value, at)
                    ? Clauses.span(value, at).map(Clauses.Span::end).orElse(value.length())
                    : behind(value, at);
        }
        return value.length();
    }

    /** The next place where something may begin: a run of blanks is passed as a whole. */
    private static int behind(String value, int at) {
        int next = at + 1;
        while (next < value.length()
                && Character.isWhitespace(value.charAt(at))
                && Character.isWhitespace(value.charAt(next))) {
            next++;
        }
        return next;
    }

    /** The value with these contents; what is empty or missing is left out. */
    String write(Map<String, String> contents) {
        StringBuilder s = new StringBuilder();
        for (Place p : places) {
            String content = contents.getOrDefault(p.name(), "");
            if (!content.isEmpty()) {
                s.append(s.isEmpty() ? "" : p.lead()).append(p.code() ? RunbookPrinter.code(content) : content);
            }
        }
        return s.toString();
    }

    /** The value with another content at one place; the others stay to the letter where both old and new say something. */
    String with(String value, String name, String content) {
        Map<String, Filled> old = read(value).orElse(Map.of());
        Filled there = old.get(name);
        boolean plain = content.indexOf('`') < 0 && !(content.startsWith(" ") || content.endsWith(" "));
        boolean bare = mayBeBare() && !value.contains("`");
        if (there != null && !content.isEmpty() && plain && !bare) {
            return value.substring(0, there.from()) + content + value.substring(there.to());
        }
        Map<String, String> all = new HashMap<>();
        old.forEach((n, f) -> all.put(n, f.content()));
        all.put(name, content);
        return write(all);
    }

    /** The texts of a list that stands in one place. */
    static List<String> list(String content) {
        return new ArrayList<>(Clauses.commaList(content));
    }
}
