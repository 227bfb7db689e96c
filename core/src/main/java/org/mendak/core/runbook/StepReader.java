package org.mendak.core.runbook;

import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.mendak.core.language.Condition;
import org.mendak.core.language.Operand;
import org.mendak.core.language.Quantity;

/** Reads one step of a fix out of its section. */
final class StepReader {

    private static final Pattern COMPARES = Pattern.compile("[=<>]|\\b(?:in|is|contains)\\b");

    /** "Really clear?": yes; the lists come back. */
    private static final Pattern SPOKEN = Pattern.compile("\"([^\"]{1,300})\"\\s*:\\s*([^;]{1,100})(?:;(.*))?");

    private static final Pattern GET = Pattern.compile(
            "\\[([^\\]\\n]{1,200})\\]\\(([^)\\s]{1,500})\\)(?:\\s+from\\s+([^;]{1,120}))?\\s*(?:;(.*))?");

    private static final int MOST_ITEMS = 100;

    private final Body.Section section;
    private final Problems problems;
    private final List<String> expect = new ArrayList<>();
    private final List<Capture> captures = new ArrayList<>();
    private final List<String> cautions = new ArrayList<>();
    private final List<Fix.PutBack> putBacks = new ArrayList<>();
    private final List<Fix.Note> notes = new ArrayList<>();
    private final List<Fix.Check> checks = new ArrayList<>();
    private final List<Fix.Answer> answers = new ArrayList<>();
    private final Pieces pieces;
    private double minutes;
    private double restart;
    private double wait;
    private String doneWhen = "";
    private String destroys = "";
    private String nothingShows = "";
    private Fix.Choose choose;
    private final List<Fix.Check> musts = new ArrayList<>();
    private Fix.Guard when;
    private Fix.ForEach each;
    private Fix.OnlyIf onlyIf;
    private final Map<String, String> with = new LinkedHashMap<>();
    private final List<Fix.Ask> asks = new ArrayList<>();
    private final List<Fix.Get> gets = new ArrayList<>();
    private final List<Fix.FollowUp> followUps = new ArrayList<>();

    /** @param destroys whether a step of the fix destroys something */
    StepReader(Body.Section section, boolean destroys, Problems problems) {
        pieces = new Pieces(destroys ? problems : null);
        this.section = section;
        this.problems = problems;
    }

    Fix.Step read() {
        section.blocks().forEach(this::block);
        int line = Math.max(1, section.line());
        if (section.title().isBlank()) {
            problems.error(line, 1, "the step has no heading", "write what to do after ##");
        }
        Fix.Part part = part(line);
        return new Fix.Step(
                part == null ? section.title() : Clauses.linkText(section.title()),
                Pieces.words(pieces.list()),
                section.fences(),
                expect,
                captures,
                cautions,
                putBacks,
                notes,
                minutes,
                restart,
                wait,
                doneWhen,
                destroys,
                when,
                each,
                onlyIf,
                checks,
                answers,
                nothingShows,
                part,
                asks,
                gets,
                followUps,
                choose,
                musts,
                pieces.list(),
                line);
    }

    /** A heading that is one link to a fix runs that fix here; only When and With mean something beside it. */
    private Fix.Part part(int line) {
        String key = Clauses.keyOfOnlyLink(section.title());
        if (key.isEmpty()) {
            if (!with.isEmpty()) {
                problems.warning(
                        line, 1, "With belongs to a step that runs another fix", "make the heading a link to a fix");
            }
            return null;
        }
        boolean more = !section.fences().isEmpty()
                || section.clauses().stream()
                        .anyMatch(c -> Keywords.STEP.contains(c.keyword())
                                && !List.of("When", "With", "Caution").contains(c.keyword()));
        if (more) {
            problems.error(
                    line,
                    1,
                    "a step that runs another fix has nothing of its own but When, With and Caution",
                    "put the rest into a step before or behind it");
        }
        return new Fix.Part(key, with);
    }

    private void block(Body.Block b) {
        if (b instanceof Body.Fenced) {
            pieces.add(new Piece.Command());
        } else if (b instanceof Body.Clause c && Keywords.isMeant(c, Keywords.STEP, problems)) {
            int before = said();
            int read = notes.size();
            clause(c);
            if (said() > before) {
                pieces.add(new Piece.Clause(notes.size() > read ? Piece.Clause.NOTE : c.keyword()));
            } else if (!c.isEmpty()) {
                pieces.words(c.raw(), c.line());
            }
            pieces.words(Rest.of(c), c.line()).words(c.more(), c.line());
        } else {
            pieces.asWritten(b);
        }
    }

    /** How much has been said so far: a clause that adds nothing to it is shown as it was written. */
    private int said() {
        int once = 0;
        for (Object x : new Object[] {choose, when, each, onlyIf}) {
            once += x == null ? 0 : 1;
        }
        for (String x : List.of(doneWhen, destroys, nothingShows)) {
            once += x.isEmpty() ? 0 : 1;
        }
        for (double x : new double[] {minutes, restart, wait}) {
            once += x == 0 ? 0 : 1;
        }
        return once
                + Stream.of(expect, captures, cautions, putBacks, notes, checks, answers, musts, asks, gets, followUps)
                        .mapToInt(List::size)
                        .sum()
                + with.size();
    }

    /** The first of two counts, and who wrote both is told. */
    private <T> T first(Body.Clause c, T before, T nothing, Supplier<T> read) {
        if (before.equals(nothing)) {
            return read.get();
        }
        problems.warning(
                c.line(),
                c.column(),
                "\"" + c.keyword() + "\" stands twice in this step, and the first counts",
                "take one of them away");
        problems.mend(-1, "");
        return before;
    }

    private void clause(Body.Clause c) {
        switch (c.keyword()) {
            case "Expect" -> expect.add(c.value());
            case "Capture", "Capture before", "Capture every" -> capture(c);
            case "Choose" -> choose = once(c, choose) ? choose(c) : choose;
            case "Must" -> must(c);
            case "Caution" -> cautions.add(c.value());
            case "Put back", "After success", "After failure" -> putBacks.add(putBack(c));
            case "Minutes" -> minutes = first(c, minutes, 0.0, () -> Clauses.minutes(c, problems));
            case "Restart" -> restart = first(c, restart, 0.0, () -> Clauses.minutes(c, problems));
            case "Wait" -> wait = first(c, wait, 0.0, () -> Clauses.minutes(c, problems));
            case "Done when" -> doneWhen = first(c, doneWhen, "", c::value);
            case "Destroys" -> destroys = first(c, destroys, "", c::value);
            case "Nothing shows" -> nothingShows = first(c, nothingShows, "", c::value);
            case "When" -> when = once(c, when) ? guard(c) : when;
            case "For each" -> each = once(c, each) ? each(c) : each;
            case "Only if" -> onlyIf = once(c, onlyIf) ? onlyIf(c) : onlyIf;
            case "Check" -> check(c);
            case "Answer" -> answer(c);
            case "With" -> Clauses.with(c, with, problems);
            case "Ask" -> ask(c);
            case "Get" -> get(c);
            case "Follow up" -> followUps.add(followUp(c));
            default -> notes.add(new Fix.Note(c.keyword(), c.value()));
        }
    }

    /** Two conditions for one step would leave open whether both must hold. */
    private boolean once(Body.Clause c, Object before) {
        if (before != null) {
            problems.error(
                    c.line(),
                    c.column(),
                    "\"" + c.keyword() + "\" stands twice in this step",
                    "join them with and, or or");
        }
        return before == null;
    }

    /** Is the lamp on?; sets `lamp`; green, red, off. */
    private void ask(Body.Clause c) {
        List<String> parts = Clauses.parts(c.value());
        String sets = parts.stream()
                .filter(x -> x.startsWith("sets "))
                .map(x -> Clauses.code(x).orElse(""))
                .findFirst()
                .orElse("");
        if (!isName(sets) || parts.get(0).startsWith("sets ")) {
            problems.error(
                    c.line(), c.valueColumn(), "Ask needs a question and a fact", "write Is the lamp on?; sets `lamp`");
            return;
        }
        List<String> choices = parts.stream()
                .skip(1)
                .filter(x -> !x.startsWith("sets "))
                .flatMap(x -> Clauses.commaList(x).stream())
                .toList();
        asks.add(new Fix.Ask(parts.get(0), sets, choices.isEmpty() ? List.of("yes", "no") : choices));
    }

    /** [name](address) from the shore store; 812 MB; as of 2026-09-01; when `device.image >= 7.0`. */
    private void get(Body.Clause c) {
        if (!c.value().startsWith("[")) {
            // what stands on a card, or in a cupboard, is for people to read
            notes.add(new Fix.Note(c.keyword(), c.value()));
            return;
        }
        Matcher m = GET.matcher(c.value());
        if (!m.matches()) {
            problems.error(
                    c.line(), c.valueColumn(), "Get needs a name and an address", "write [name](address); 812 MB");
            return;
        }
        String origin = m.group(3) == null ? "" : m.group(3).strip();
        String size = "";
        LocalDate asOf = null;
        Fix.Guard only = null;
        for (String part : m.group(4) == null ? List.<String>of() : Clauses.parts(m.group(4))) {
            if (part.startsWith("when ")) {
                int at = c.value().indexOf(Clauses.code(part).orElse(part));
                String text = Clauses.code(part).orElse(part.substring(5));
                Condition condition = problems.take(Condition.parse(text), c.line(), c.valueColumn() + at);
                only = condition == null ? null : new Fix.Guard(condition, text, "");
            } else if (part.startsWith("as of ")) {
                asOf = day(part.substring(6).strip(), c);
            } else if (Quantity.size(part).isPresent()) {
                size = part;
            } else if (!part.isBlank()) {
                problems.error(
                        c.line(),
                        c.valueColumn(),
                        "\"" + part + "\" says nothing about what to get",
                        "write a size, as of a day, or when a condition");
            }
        }
        gets.add(new Fix.Get(m.group(1), m.group(2), origin, only, size, asOf));
    }

    private LocalDate day(String text, Body.Clause c) {
        try {
            return LocalDate.parse(text);
        } catch (DateTimeParseException e) {
            problems.error(c.line(), c.valueColumn(), "\"" + text + "\" is not a day", "write as of 2026-03-14");
            return null;
        }
    }

    /** What to do; and for whom behind a semicolon: order a new medium; by the store keeper. */
    private static Fix.FollowUp followUp(Body.Clause c) {
        List<String> parts = Clauses.parts(c.value());
        String last = parts.get(parts.size() - 1);
        boolean named = parts.size() > 1 && last.startsWith("by ");
        return new Fix.FollowUp(
                named ? String.join("; ", parts.subList(0, parts.size() - 1)) : c.value(),
                named ? last.substring(3).strip() : "");
    }

    private Fix.Guard guard(Body.Clause c) {
        String text = Clauses.codeOr(c);
        Condition condition = problems.take(Condition.parse(text), c.line(), Clauses.codeColumn(c));
        return condition == null ? null : new Fix.Guard(condition, text, Clauses.inWords(c.value()));
    }

    /** Start the helper, `tillctl helper start --type {was}`; if not known: ask the shore office. */
    private Fix.PutBack putBack(Body.Clause c) {
        List<String> parts = Clauses.parts(c.value());
        parts.stream()
                .skip(1)
                .filter(p -> p.startsWith("if ") && !p.startsWith("if not known"))
                .forEach(p -> problems.warning(
                        c.line(),
                        c.valueColumn(),
                        "\"" + p + "\" says nothing here",
                        "write ; if not known: and what to do without the value"));
        String otherwise = parts.stream()
                .filter(p -> p.startsWith("if not known"))
                .map(p -> p.substring(12).replaceFirst("^\\s*[:,]?\\s*", ""))
                .findFirst()
                .orElse("");
        String rest = String.join(
                "; ", parts.stream().filter(p -> !p.startsWith("if not known")).toList());
        return new Fix.PutBack(
                Clauses.withoutCode(rest), Clauses.code(rest).orElse(""), Fix.Due.of(c.keyword()), otherwise);
    }

    /** The disk: `target` from `disk`; the one whose label the caller reads out. */
    private Fix.Choose choose(Body.Clause c) {
        List<String> names = Clauses.codes(c.value());
        if (names.size() != 2
                || !names.stream().allMatch(StepReader::isName)
                || names.get(0).equals(names.get(1))) {
            problems.error(
                    c.line(),
                    c.valueColumn(),
                    "Choose needs a name for what is chosen, and a list",
                    "write `target` from `disk`; how the right one is told");
            return null;
        }
        return new Fix.Choose(names.get(0), names.get(1), Clauses.behindCode(c.value(), ""));
    }

    private void must(Body.Clause c) {
        Fix.Guard g = guard(c);
        if (g != null) {
            musts.add(new Fix.Check(g, Clauses.behindCode(Clauses.withoutWords(c.value()), "otherwise")));
        }
    }

    private Fix.ForEach each(Body.Clause c) {
        List<String> names = Clauses.codes(c.value());
        if (names.size() == 1 && names.get(0).matches("\\S+ in \\S+")) {
            names = List.of(names.get(0).split(" in "));
        }
        if (names.size() == 2 && isName(names.get(0)) && !isName(names.get(1))) {
            List<String> written = Operand.items(names.get(1));
            if (written.size() > 1 && written.size() <= MOST_ITEMS) {
                return new Fix.ForEach(names.get(0), "", written);
            }
        }
        if (names.size() != 2 || !names.stream().allMatch(StepReader::isName)) {
            problems.error(
                    c.line(),
                    c.valueColumn(),
                    "For each needs an item and a list",
                    "write `item` in `items`, or `port` in `8080, 8081`; at most " + MOST_ITEMS + " items");
            return null;
        }
        return new Fix.ForEach(names.get(0), names.get(1), List.of());
    }

    private static boolean isName(String text) {
        return text.matches("[A-Za-z_][A-Za-z0-9_.-]{0,79}");
    }

    private Fix.OnlyIf onlyIf(Body.Clause c) {
        Fix.Guard g = guard(c);
        return g == null ? null : new Fix.OnlyIf(g, Clauses.behindCode(Clauses.withoutWords(c.value()), "otherwise"));
    }

    /** A check in words alone, without anything to compare, is for people to read. */
    private void check(Body.Clause c) {
        if (!COMPARES.matcher(Clauses.code(c.value()).orElse("")).find()) {
            notes.add(new Fix.Note(c.keyword(), c.value()));
            return;
        }
        Fix.Guard g = guard(c);
        if (g != null) {
            checks.add(new Fix.Check(g, Clauses.behindCode(Clauses.withoutWords(c.value()), "then")));
        }
    }

    private void answer(Body.Clause c) {
        List<String> spans = Clauses.codes(c.value());
        Matcher spoken = SPOKEN.matcher(c.value());
        if (spans.isEmpty() && spoken.matches()) {
            String why = spoken.group(3) == null ? "" : spoken.group(3).strip();
            answers.add(new Fix.Answer(spoken.group(1), spoken.group(2).strip(), why));
            return;
        }
        if (spans.size() < 2) {
            problems.error(
                    c.line(),
                    c.valueColumn(),
                    "Answer needs the prompt and what to answer",
                    "write `Remove them all? [y/N]` with `y`; why it is harmless");
            return;
        }
        answers.add(new Fix.Answer(spans.get(0), spans.get(1), Clauses.behindCode(c.value(), "because")));
    }

    private void capture(Body.Clause c) {
        Capture read = CaptureReader.read(c, problems);
        if (read != null) {
            captures.add(read);
        }
    }
}
