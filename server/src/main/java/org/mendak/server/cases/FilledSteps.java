package org.mendak.server.cases;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.mendak.core.language.CommandText;
import org.mendak.core.language.Condition;
import org.mendak.core.language.Facts;
import org.mendak.core.language.Truth;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.FixValues;

/** A fix's steps with a case's values in them: whether each applies, for which items, its commands filled, its checks judged. */
final class FilledSteps {

    private FilledSteps() {}

    static CaseViews.FilledStep of(int index, Fix.Step s, Set<String> declared, Map<String, String> values) {
        Facts facts = new Facts(values);
        List<String> items = FixValues.items(s, values);
        return new CaseViews.FilledStep(
                index,
                s.title(),
                s.prose(),
                s.when() == null ? "yes" : word(s.when().condition().evaluate(facts)),
                s.when() == null ? "" : s.when().text(),
                s.each() == null ? "" : s.each().list(),
                s.each() == null ? List.of() : items,
                commands(s, items, declared, values),
                s.expect(),
                s.captures().stream().map(x -> x.template().source()).toList(),
                s.cautions(),
                s.answers().stream()
                        .map(a -> new CaseViews.Prompt(a.prompt(), a.answer(), a.why()))
                        .toList(),
                s.onlyIf() == null
                        ? null
                        : judged(s.onlyIf().guard(), s.onlyIf().otherwise(), facts),
                s.checks().stream()
                        .map(c -> judged(c.guard(), c.meaning(), facts))
                        .toList(),
                s.putBacks().stream().map(Fix.PutBack::text).toList(),
                s.notes().stream()
                        .map(n -> new CaseViews.Remark(n.keyword(), n.text()))
                        .toList(),
                s.minutes(),
                s.restartMinutes(),
                s.waitMinutes(),
                s.nothingShows(),
                s.doneWhen(),
                s.destroys());
    }

    /** A repeated step has its commands once for every item; while its list is unknown, once with a blank. */
    private static List<CaseViews.Command> commands(
            Fix.Step s, List<String> items, Set<String> declared, Map<String, String> values) {
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
                commands.add(new CaseViews.Command(
                        f.language(),
                        item,
                        CommandText.fill(f.language(), f.text(), declared, here).stream()
                                .map(CaseViews.Piece::of)
                                .toList()));
            }
        }
        return commands;
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
