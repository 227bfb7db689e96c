package org.mendak.server.cases;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.mendak.core.language.CommandText;
import org.mendak.core.language.Condition;
import org.mendak.core.language.Facts;
import org.mendak.core.language.Spelling;
import org.mendak.core.language.Truth;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.FixValues;
import org.mendak.core.runbook.WorkedStep;

/** A fix's steps with a case's values in them: whether each applies, for which items, its commands filled, its checks judged. */
final class FilledSteps {

    private FilledSteps() {}

    /**
     * A step as it is worked.
     *
     * @param known what the case knows, the fix's own parameters handed in
     * @param spoken whether commands are read out over the phone
     */
    static CaseViews.FilledStep of(int index, WorkedStep w, Map<String, String> known, boolean spoken) {
        Fix.Step s = w.step();
        Map<String, String> values = w.values(known);
        Facts facts = new Facts(values);
        List<String> items = FixValues.items(s, values);
        return new CaseViews.FilledStep(
                index,
                w.partTitle(),
                s.part() == null ? "" : s.part().fix(),
                s.title(),
                s.prose(),
                word(w.applies(known)),
                w.when(),
                s.each() == null ? "" : s.each().list(),
                s.each() == null ? List.of() : items,
                commands(w, items, values, spoken),
                s.expect(),
                s.captures().stream().map(x -> x.template().source()).toList(),
                s.cautions(),
                s.answers().stream()
                        .map(a -> new CaseViews.Prompt(a.prompt(), a.answer(), a.why()))
                        .toList(),
                s.asks().stream()
                        .map(a -> new CaseViews.StepQuestion(a.text(), a.sets(), a.choices(), values.get(a.sets())))
                        .toList(),
                s.gets().stream()
                        .map(g -> new CaseViews.ToGet(
                                g.name(),
                                g.address(),
                                g.origin(),
                                g.size(),
                                g.asOf() == null ? "" : g.asOf().toString(),
                                g.when() == null
                                        ? "yes"
                                        : word(g.when().condition().evaluate(facts)),
                                g.when() == null ? "" : g.when().text()))
                        .toList(),
                s.onlyIf() == null
                        ? null
                        : judged(s.onlyIf().guard(), s.onlyIf().otherwise(), facts),
                s.checks().stream()
                        .map(c -> judged(c.guard(), c.meaning(), facts))
                        .toList(),
                s.putBacks().stream().map(Fix.PutBack::text).toList(),
                s.followUps().stream()
                        .map(u -> new CaseViews.Later(u.text(), u.who()))
                        .toList(),
                s.notes().stream()
                        .map(n -> new CaseViews.Remark(n.keyword(), n.text()))
                        .toList(),
                s.minutes(),
                s.restartMinutes(),
                s.waitMinutes(),
                s.nothingShows(),
                s.doneWhen(),
                DestroyedTarget.of(w, values).map(DestroyedTarget::text).orElse(""),
                DestroyedTarget.of(w, values).map(DestroyedTarget::state).orElse(""));
    }

    /** A repeated step has its commands once for every item; while its list is unknown, once with a blank. */
    private static List<CaseViews.Command> commands(
            WorkedStep w, List<String> items, Map<String, String> values, boolean spoken) {
        Fix.Step s = w.step();
        List<CaseViews.Command> commands = new ArrayList<>();
        for (String item : items.isEmpty() ? List.of("") : items) {
            Map<String, String> here = new HashMap<>(values);
            if (s.each() != null) {
                here.remove(s.each().item());
                if (!item.isEmpty()) {
                    here.put(s.each().item(), item);
                }
            }
            for (Fix.Fence f : s.fences()) {
                List<CommandText.Piece> pieces =
                        CommandText.fill(f.language(), f.text(), w.declared(), here, w.paths());
                commands.add(new CaseViews.Command(
                        f.language(),
                        item,
                        pieces.stream().map(CaseViews.Piece::of).toList(),
                        spoken ? spoken(pieces) : List.of()));
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

    private static CaseViews.Judged judged(Fix.Guard guard, String then, Facts facts) {
        Condition condition = guard.condition();
        Map<String, String> seen = new TreeMap<>();
        condition.names().forEach(n -> facts.get(n).ifPresent(v -> seen.put(n, v)));
        return new CaseViews.Judged(guard.text(), word(condition.evaluate(facts)), seen, then);
    }

    private static String word(Truth truth) {
        return switch (truth) {
            case YES -> "yes";
            case NO -> "no";
            case UNKNOWN -> "depends";
        };
    }
}
