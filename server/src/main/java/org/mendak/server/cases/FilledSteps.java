package org.mendak.server.cases;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.mendak.core.language.CommandText;
import org.mendak.core.language.Condition;
import org.mendak.core.language.Facts;
import org.mendak.core.language.PlainWords;
import org.mendak.core.language.Spelling;
import org.mendak.core.language.Truth;
import org.mendak.core.reading.How;
import org.mendak.core.reading.Place;
import org.mendak.core.reading.Reading;
import org.mendak.core.runbook.Capture;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.WorkedStep;
import org.mendak.server.platform.Words;

/** A fix's steps with an attempt's values in them: whether each applies, for which items, its commands filled, its checks judged. */
final class FilledSteps {

    /** Longer outputs are kept and read, but not drawn. */
    private static final int DRAWN = 100_000;

    private final WorkedAttempt w;
    private final int index;
    private final WorkedStep worked;
    private final Fix.Step s;
    private final Facts facts;
    private final boolean spoken;
    private final Hidden hidden;

    private FilledSteps(WorkedAttempt w, int index, boolean spoken, Hidden hidden) {
        this.hidden = hidden;
        this.w = w;
        this.index = index;
        this.worked = w.steps().get(index);
        this.s = worked.step();
        this.facts = w.facts(index, null);
        this.spoken = spoken;
    }

    /**
     * A step as it is worked.
     *
     * @param spoken whether commands are read out over the phone
     */
    private static CaseViews.FilledStep of(WorkedAttempt w, int index, boolean spoken, Hidden hidden) {
        return new FilledSteps(w, index, spoken, hidden).filled();
    }

    private CaseViews.FilledStep filled() {
        Gate gate = Gate.of(w, index).orElse(null);
        ToldWords told = new ToldWords(s);
        boolean shut = gate != null && !gate.isOpen() || !w.mayBeDone(index);
        return new CaseViews.FilledStep(
                index,
                worked.partTitle(),
                s.part() == null ? "" : s.part().fix(),
                prose(s.title()),
                withBegun(told.before(0)),
                prose(shut ? told.behind(1) : told.behind(Math.max(1, s.fences().size()))),
                word(w.applies(index)),
                when(),
                each(),
                s.each() == null ? List.of() : hidden(w.items(index)),
                shut ? List.of() : commands(told),
                s.expect().stream().map(this::prose).toList(),
                captured(),
                choice(),
                Stream.concat(begun().stream(), Stream.of(worked))
                        .flatMap(x -> x.step().cautions().stream())
                        .map(this::prose)
                        .toList(),
                s.answers().stream()
                        .map(a -> new CaseViews.Prompt(prose(a.prompt()), prose(a.answer()), prose(a.why())))
                        .toList(),
                s.asks().stream()
                        .map(a -> new CaseViews.StepQuestion(
                                prose(a.text()),
                                a.sets(),
                                a.choices(),
                                facts.values().get(a.sets())))
                        .toList(),
                s.gets().stream().map(this::get).toList(),
                s.onlyIf() == null
                        ? null
                        : judged(s.onlyIf().guard(), s.onlyIf().otherwise(), facts),
                s.checks().stream()
                        .map(c -> judged(c.guard(), c.meaning(), facts))
                        .toList(),
                new ReadViews.HeldBack(
                        s.musts().stream()
                                .map(c -> judged(c.guard(), c.meaning(), facts))
                                .toList(),
                        !w.mayBeDone(index),
                        w.last(index, StepWhat.WENT_ON)
                                .map(AttemptStore.Step::note)
                                .orElse(null)),
                s.putBacks().stream().map(p -> prose(p.text())).toList(),
                s.followUps().stream()
                        .map(u -> new CaseViews.Later(prose(u.text()), u.who()))
                        .toList(),
                s.notes().stream()
                        .map(n -> new CaseViews.Remark(n.keyword(), prose(n.text())))
                        .toList(),
                s.minutes(),
                s.restartMinutes(),
                s.waitMinutes(),
                prose(s.nothingShows()),
                prose(s.doneWhen()),
                gate == null ? "" : gate.text(),
                gate == null ? "" : Words.word(gate.state()),
                gate == null ? null : gate.opened());
    }

    /** The steps whose part begins with this one, the outermost first. */
    private List<WorkedStep> begun() {
        List<WorkedStep> before = index == 0 ? List.of() : running(w.steps().get(index - 1));
        return running(worked).stream().filter(x -> !before.contains(x)).toList();
    }

    private static List<WorkedStep> running(WorkedStep s) {
        List<WorkedStep> all = new ArrayList<>();
        for (WorkedStep x = s.runBy(); x != null; x = x.runBy()) {
            all.add(0, x);
        }
        return all;
    }

    /** What the document says where a part begins, and what that part says of itself, stand before its first step. */
    private String withBegun(String own) {
        List<WorkedStep> begun = begun();
        List<String> all =
                new ArrayList<>(begun.stream().map(x -> x.step().prose()).toList());
        if (!begun.isEmpty()) {
            all.add(worked.fix().intro());
        }
        all.add(own);
        all.removeIf(String::isBlank);
        return prose(String.join("\n\n", all));
    }

    private String prose(String text) {
        return hidden.in(w.prose(text, index, null));
    }

    /** When the step applies, and the steps that run its part, the outermost first. */
    private String when() {
        List<String> all = new ArrayList<>();
        for (WorkedStep x = worked; x != null; x = x.runBy()) {
            if (x.step().when() != null) {
                all.add(0, x.step().when().inWords(w.titles()));
            }
        }
        return String.join(" and ", all);
    }

    private String each() {
        return s.each() == null
                ? ""
                : w.titles()
                        .of(
                                s.each().written().isEmpty()
                                        ? s.each().list()
                                        : s.each().item());
    }

    private CaseViews.ToGet get(Fix.Get g) {
        return new CaseViews.ToGet(
                g.name(),
                g.address(),
                g.origin(),
                g.size(),
                g.asOf() == null ? "" : g.asOf().toString(),
                g.when() == null ? "yes" : word(g.when().condition().evaluate(facts)),
                g.when() == null ? "" : g.when().inWords(w.titles()));
    }

    private List<ReadViews.Captured> captured() {
        List<String> items = s.each() == null ? java.util.Collections.singletonList(null) : w.items(index);
        List<ReadViews.Captured> all = new ArrayList<>();
        for (String item : items) {
            for (int c = 0; c < s.captures().size(); c++) {
                all.add(captured(c, item));
            }
        }
        return all;
    }

    private ReadViews.Captured captured(int clause, String item) {
        Capture c = s.captures().get(clause);
        Map<String, String> titles = c.titles();
        List<ReadViews.Wanted> wanted = c.names().entrySet().stream()
                .map(n -> new ReadViews.Wanted(
                        n.getKey(), titles.get(n.getKey()), n.getValue().word()))
                .toList();
        Reading reading = w.values().reading(index, item, clause);
        String output = w.output(index, item).map(AttemptStore.Step::output).orElse("");
        boolean open = reading == null || reading.how() == How.SEVERAL;
        boolean looks = !output.isEmpty() && (open || output.length() <= DRAWN);
        List<Place> places = looks ? w.places(index, item, clause, output) : List.of();
        return new ReadViews.Captured(
                clause,
                item == null ? "" : item,
                reading == null ? "" : reading.how().word(),
                c.every(),
                c.before(),
                wanted,
                reading == null
                        ? List.of()
                        : reading.rows().stream().map(r -> row(r, wanted)).toList(),
                open
                        ? places.stream()
                                .map(p -> new ReadViews.Shown(hidden.in(p.line()), row(p.values(), wanted)))
                                .toList()
                        : List.of(),
                output.length() > DRAWN ? List.of() : marks(places, titles));
    }

    private List<String> hidden(List<String> values) {
        return values.stream().map(hidden::in).toList();
    }

    private static List<ReadViews.Mark> marks(List<Place> places, Map<String, String> titles) {
        return places.stream()
                .flatMap(p -> p.spans().stream())
                .map(x -> new ReadViews.Mark(x.from(), x.to(), titles.getOrDefault(x.name(), "")))
                .toList();
    }

    private List<String> row(Map<String, String> values, List<ReadViews.Wanted> wanted) {
        return hidden(
                wanted.stream().map(n -> values.getOrDefault(n.name(), "")).toList());
    }

    private ReadViews.Choice choice() {
        if (s.choose() == null) {
            return null;
        }
        List<Map<String, String>> rows = w.values().choices(index);
        Reading reading = w.values().reading(index, null, Reading.CHOICE);
        List<String> titles = rows.isEmpty()
                ? List.of()
                : rows.get(0).keySet().stream().map(w.titles()::of).toList();
        return new ReadViews.Choice(
                s.choose().text(),
                titles,
                rows.stream().map(r -> hidden(List.copyOf(r.values()))).toList(),
                reading == null || !reading.how().hasValue()
                        ? List.of()
                        : hidden(List.copyOf(reading.rows().get(0).values())),
                reading == null ? "" : reading.how().word());
    }

    /** A repeated step has its commands once for every item, each with that item's values; while its list is unknown, once with a blank. */
    private List<CaseViews.Command> commands(ToldWords told) {
        List<CaseViews.Command> commands = new ArrayList<>();
        List<String> items = s.each() == null || w.items(index).isEmpty()
                ? java.util.Collections.singletonList(null)
                : w.items(index);
        for (String item : items) {
            Map<String, String> here = w.values().values(index, item);
            for (int n = 0; n < s.fences().size(); n++) {
                Fix.Fence f = s.fences().get(n);
                boolean first = n > 0 && items.indexOf(item) == 0;
                List<CommandText.Piece> pieces =
                        CommandText.fill(f.language(), f.text(), worked.declared(), here, worked.paths());
                commands.add(new CaseViews.Command(
                        f.language(),
                        item == null ? "" : item,
                        first ? prose(told.before(n)) : "",
                        pieces.stream()
                                .map(p -> CaseViews.Piece.of(p, w.titles(), hidden))
                                .toList(),
                        spoken && pieces.stream().noneMatch(p -> hidden.hides(p.text())) ? spoken(pieces) : List.of()));
            }
        }
        return commands;
    }

    /** A command in chunks to read out; none while a value is missing, so that nobody reads out half a command. */
    static List<CaseViews.Spoken> spoken(List<CommandText.Piece> pieces) {
        boolean whole = pieces.stream()
                .allMatch(p -> p.kind() == CommandText.Kind.LITERAL || p.kind() == CommandText.Kind.FILLED);
        String text = pieces.stream().map(CommandText.Piece::text).collect(Collectors.joining());
        return whole
                ? Spelling.chunks(text).stream()
                        .map(c -> new CaseViews.Spoken(c.text(), c.said(), c.spaceAfter(), c.endsLine()))
                        .toList()
                : List.of();
    }

    /** A condition as people say it, beside what was seen of what it compares. */
    private CaseViews.Judged judged(Fix.Guard guard, String then, Facts known) {
        Condition condition = guard.condition();
        Map<String, String> seen = new LinkedHashMap<>();
        condition
                .names()
                .forEach(n -> known.get(n).ifPresent(v -> seen.put(w.titles().of(n), hidden.in(CaseWords.said(v)))));
        Truth now = condition.evaluate(known);
        return new CaseViews.Judged(
                guard.inWords(w.titles()),
                word(now),
                seen,
                prose(then),
                now == Truth.NO ? hidden.in(PlainWords.whyNot(condition, known, w.titles())) : "");
    }

    private static String word(Truth truth) {
        return switch (truth) {
            case YES -> "yes";
            case NO -> "no";
            case UNKNOWN -> "depends";
        };
    }

    /** Where a text shows what a step would read out of it. */
    static List<ReadViews.Mark> marks(WorkedAttempt w, int index, String item, String text) {
        List<Capture> captures = w.steps().get(index).step().captures();
        return IntStream.range(0, captures.size())
                .boxed()
                .flatMap(c ->
                        marks(w.places(index, item, c, text), captures.get(c).titles()).stream())
                .toList();
    }

    /** One step, as it is read by somebody who types its commands off a page. */
    static CaseViews.FilledStep one(WorkedAttempt w, int index) {
        return of(w, index, false, Hidden.of(w));
    }

    /** All steps of a fix. */
    static List<CaseViews.FilledStep> all(WorkedAttempt w, boolean spoken) {
        Hidden hidden = Hidden.of(w);
        return IntStream.range(0, w.steps().size())
                .mapToObj(i -> of(w, i, spoken, hidden))
                .toList();
    }
}
