package org.mendak.server.cases;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.mendak.core.language.Facts;
import org.mendak.core.language.Operand;
import org.mendak.core.language.ValueType;
import org.mendak.core.reading.How;
import org.mendak.core.reading.OutputReader;
import org.mendak.core.reading.Place;
import org.mendak.core.reading.Reading;
import org.mendak.core.runbook.Capture;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.FixValues;
import org.mendak.server.platform.Limits;
import org.mendak.server.platform.Refusal;
import org.springframework.stereotype.Component;

/** What somebody says of a value: which of several it is, what was heard, or that there is none. */
@Component
class SaidValues {

    Reading of(WorkedAttempt w, AttemptService.StepEntry e) {
        AttemptService.SaidOfValue said = e.read();
        Fix.Step s = w.steps().get(e.step()).step();
        if (said == null || said.clause() == null) {
            throw Refusal.invalid("Say which of the step's values it is about: read.clause.");
        }
        int clause = said.clause();
        boolean choice = clause == Reading.CHOICE && s.choose() != null;
        if (!choice && (clause < 0 || clause >= s.captures().size())) {
            throw Refusal.invalid("This step reads nothing under " + clause + "; nothing was recorded.");
        }
        if (said.none() != null) {
            How none = How.named(said.none())
                    .filter(h -> h == How.NOT_THERE || h == How.NOT_KNOWN)
                    .orElseThrow(() -> Refusal.invalid("read.none is not-there or not-known; nothing was recorded."));
            return new Reading(clause, none, List.of());
        }
        if (said.row() != null) {
            return choice ? row(w, e.step(), said.row()) : place(w, e, clause, said.row());
        }
        if (choice) {
            throw Refusal.invalid("Say which row it is: read.row; nothing was recorded.");
        }
        return heard(s.captures().get(clause), clause, said.values());
    }

    private static Reading row(WorkedAttempt w, int step, int row) {
        Fix.Choose choose = w.steps().get(step).step().choose();
        List<Map<String, String>> rows = w.values().choices(step);
        if (row < 0 || row >= rows.size()) {
            throw Refusal.invalid(
                    rows.isEmpty()
                            ? "The list to choose from was not read yet; nothing was recorded."
                            : "There is no row " + (row + 1) + " to choose; nothing was recorded.");
        }
        Map<String, String> chosen = new LinkedHashMap<>();
        rows.get(row).forEach((name, value) -> {
            String field = FixValues.field(name, choose.list());
            chosen.put(field.isEmpty() ? choose.name() : choose.name() + "." + field, value);
        });
        return new Reading(Reading.CHOICE, How.CHOSEN, List.of(chosen));
    }

    private static Reading place(WorkedAttempt w, AttemptService.StepEntry e, int clause, int row) {
        String output = w.output(e.step(), e.item())
                .map(AttemptStore.Step::output)
                .orElseThrow(() -> Refusal.invalid("Nothing was pasted for this step yet; nothing was recorded."));
        List<Place> places = w.places(e.step(), e.item(), clause, output);
        if (row < 0 || row >= places.size()) {
            throw Refusal.invalid("There is no place " + (row + 1) + " in the output; nothing was recorded.");
        }
        return new Reading(clause, How.CHOSEN, List.of(places.get(row).values()));
    }

    /** What the caller read out, typed: every value of the clause, each of its type. */
    private static Reading heard(Capture c, int clause, Map<String, String> values) {
        Map<String, String> row = new LinkedHashMap<>();
        for (Map.Entry<String, ValueType> n : c.names().entrySet()) {
            String typed = values == null ? null : values.get(n.getKey());
            String value = typed == null ? "" : CaseWords.plain(typed).strip();
            String title = c.titles().get(n.getKey());
            if (value.isEmpty() || value.length() > Limits.FACT_VALUE || !Facts.isValue(value)) {
                throw Refusal.invalid(
                        "Type the " + title + ", in up to " + Limits.FACT_VALUE + " characters; nothing was recorded.");
            }
            List<String> each = c.every() ? Operand.items(value) : List.of(value);
            for (String one : each) {
                if (!OutputReader.fits(n.getValue(), one)) {
                    throw Refusal.invalid("\"" + CaseWords.start(one, 80) + "\" is not a "
                            + n.getValue().word() + ", as the " + title + " must be; nothing was recorded.");
                }
            }
            row.put(n.getKey(), value);
        }
        if (!c.every()) {
            return new Reading(clause, How.HEARD, List.of(row));
        }
        return new Reading(clause, How.HEARD, rows(c, row));
    }

    /** As many rows as values were typed for each name. */
    private static List<Map<String, String>> rows(Capture c, Map<String, String> typed) {
        List<Map<String, String>> rows = new ArrayList<>();
        for (Map.Entry<String, String> t : typed.entrySet()) {
            List<String> items = Operand.items(t.getValue());
            for (int i = 0; i < items.size(); i++) {
                if (rows.size() <= i) {
                    rows.add(new LinkedHashMap<>());
                }
                rows.get(i).put(t.getKey(), items.get(i));
            }
        }
        if (rows.stream().anyMatch(r -> r.size() != c.names().size())) {
            throw Refusal.invalid("Type as many of each, with commas between them; nothing was recorded.");
        }
        return rows;
    }
}
