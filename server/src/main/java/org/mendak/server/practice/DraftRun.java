package org.mendak.server.practice;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.mendak.core.language.CommandText;
import org.mendak.core.language.Facts;
import org.mendak.core.language.Titles;
import org.mendak.core.language.Truth;
import org.mendak.core.reading.AttemptValues;
import org.mendak.core.reading.How;
import org.mendak.core.reading.OutputReader;
import org.mendak.core.reading.Place;
import org.mendak.core.reading.Reading;
import org.mendak.core.runbook.Capture;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.WithTitles;
import org.mendak.core.runbook.WorkedStep;
import org.mendak.practice.PracticeDevice;

/** A fix as it is written now, done on a device step by step; what it says that the device does not bear out. */
final class DraftRun {

    /** A typed line with what it printed. */
    record Typed(int step, String title, String line, String printed) {}

    /** What came of it; {@code step} of a complaint is from 0, -1 if it is about the whole. */
    record Complaint(int step, String text) {}

    private final List<WorkedStep> steps;
    private final Map<String, String> known;
    private final PracticeDevice device;
    private final List<AttemptValues.Entry> entries = new ArrayList<>();
    private final List<Typed> typed = new ArrayList<>();
    private final List<Complaint> complaints = new ArrayList<>();
    private final Titles titles;
    private AttemptValues values;
    private boolean mended;

    private DraftRun(List<WorkedStep> steps, Map<String, String> known, Titles titles, PracticeDevice device) {
        this.titles = titles;
        this.steps = steps;
        this.known = known;
        this.device = device;
        values = AttemptValues.of(steps, known, entries);
    }

    /**
     * Does it.
     *
     * @param known what the case would know: what the message says, and what its known error hands in
     */
    static DraftRun of(
            Fix fix, List<WorkedStep> steps, Map<String, String> known, Titles titles, PracticeDevice device) {
        DraftRun run = new DraftRun(steps, known, titles, device);
        if (fix.needs().contains("recovery")) {
            device.hand("start it into recovery");
        }
        boolean goesOn = true;
        for (int i = 0; i < steps.size() && goesOn; i++) {
            goesOn = run.step(i);
        }
        // it is tried again before anything is put back
        run.mended = device.act().status() == 0;
        for (int i = 0; i < steps.size(); i++) {
            run.putBack(i);
        }
        device.notPutBack().forEach((name, change) -> run.complain(-1, "not put back: " + name + " " + change));
        return run;
    }

    /** Whether what was behind the error was gone when it was tried again. */
    boolean mended() {
        return mended;
    }

    List<Typed> typed() {
        return typed;
    }

    List<Complaint> complaints() {
        return complaints;
    }

    private void complain(int step, String text) {
        complaints.add(new Complaint(step, text));
    }

    /** Does a step; whether the fix goes on. */
    private boolean step(int index) {
        WorkedStep w = steps.get(index);
        Fix.Step s = w.step();
        if (w.applies(values.values(index, null)) == Truth.NO) {
            return true;
        }
        byHand(index, s);
        List<String> items = s.each() == null
                ? Collections.singletonList(null)
                : values.items(index).stream().map(AttemptValues.Item::key).toList();
        for (String item : items) {
            StringBuilder output = new StringBuilder();
            for (Fix.Fence f : s.fences()) {
                command(index, w, f, item, output);
            }
            read(index, s, item, output.toString());
        }
        if (s.onlyIf() != null) {
            Truth now = s.onlyIf().guard().condition().evaluate(new Facts(values.values(index, null)));
            if (now != Truth.YES) {
                return false;
            }
        }
        for (String item : items) {
            values.open(index, item).forEach(c -> complain(index, "nothing is read for " + title(s, c)));
        }
        return true;
    }

    private static String title(Fix.Step s, int clause) {
        return clause == Reading.CHOICE
                ? "which one it is"
                : String.join(", ", s.captures().get(clause).titles().values());
    }

    private void byHand(int index, Fix.Step s) {
        if (s.restartMinutes() > 0) {
            device.hand("restart it");
        } else if (s.fences().isEmpty()) {
            AsWritten.hand(s.title(), device.hands()).ifPresent(device::hand);
        }
        if (s.choose() != null) {
            List<Map<String, String>> rows = values.choices(index);
            int row = AsWritten.row(
                    s.choose().text(), rows.stream().map(Map::toString).toList());
            if (row >= 0) {
                Map<String, String> chosen = new HashMap<>();
                rows.get(row)
                        .forEach((name, value) -> chosen.put(
                                s.choose().name()
                                        + name.substring(s.choose().list().length()),
                                value));
                enter(index, null, List.of(new Reading(Reading.CHOICE, How.CHOSEN, List.of(chosen))));
            }
        }
    }

    private void command(int index, WorkedStep w, Fix.Fence f, String item, StringBuilder output) {
        FilledLine filled = FilledLine.of(
                CommandText.fill(f.language(), f.text(), w.declared(), values.values(index, item), w.paths()));
        if (!filled.isWhole()) {
            complain(index, "nobody knows " + filled.unknown().get(0));
            return;
        }
        for (String line : filled.text().split("\n")) {
            PracticeDevice.Reply r = device.type(line);
            StringBuilder printed = new StringBuilder(r.text());
            if (r.asks()) {
                r = device.type(answer(index, w.step(), r.text()));
                printed.append('\n').append(r.text());
            }
            if (r.status() != 0) {
                complain(index, "\"" + line + "\" fails: " + r.text());
            } else {
                expected(index, w, item, printed.toString());
            }
            typed.add(new Typed(index, w.step().title(), line, printed.toString()));
            output.append(printed).append('\n');
        }
    }

    private String answer(int index, Fix.Step s, String prompt) {
        return s.answers().stream()
                .filter(a -> prompt.contains(a.prompt()))
                .findFirst()
                .map(a -> AsWritten.answer(a.answer()))
                .orElseGet(() -> {
                    complain(index, "it asks \"" + prompt + "\", and nothing is said of that");
                    return "";
                });
    }

    private void expected(int index, WorkedStep w, String item, String printed) {
        if (w.step().fences().size() > 1) {
            return; // which of its commands shows it is not said
        }
        for (String e : w.step().expect()) {
            String filled = WithTitles.text(e, w.declared(), values.values(index, item), titles);
            AsWritten.unseen(filled, printed)
                    .forEach(q -> complain(index, "\"" + q + "\" was to show, and \"" + printed.strip() + "\" does"));
        }
    }

    private void read(int index, Fix.Step s, String item, String output) {
        List<Reading> readings = new ArrayList<>();
        for (int c = 0; c < s.captures().size(); c++) {
            Capture capture = s.captures().get(c);
            List<Place> places = OutputReader.read(capture, output, values.values(index, item));
            if (capture.every() && !places.isEmpty() || places.size() == 1) {
                readings.add(new Reading(
                        c, How.SEEN, places.stream().map(Place::values).toList()));
            } else if (places.isEmpty() && s.onlyIf() != null) {
                readings.add(new Reading(c, How.NOT_THERE, List.of()));
            }
        }
        enter(index, item, readings);
    }

    private void enter(int index, String item, List<Reading> readings) {
        entries.add(new AttemptValues.Entry(index, item, false, readings));
        values = AttemptValues.of(steps, known, entries);
    }

    /** Pays what a step owes, whatever came of the fix. */
    private void putBack(int index) {
        boolean wasDone = entries.stream().anyMatch(e -> e.step() == index);
        for (Fix.PutBack p : wasDone ? steps.get(index).step().putBacks() : List.<Fix.PutBack>of()) {
            if (p.command().isEmpty() || p.due() != Fix.Due.ALWAYS) {
                continue;
            }
            WorkedStep w = steps.get(index);
            FilledLine owed = FilledLine.of(
                    CommandText.fill("sh", p.command(), w.declared(), values.values(index, null), w.paths()));
            PracticeDevice.Reply r = owed.isWhole() ? device.type(owed.text()) : null;
            if (r == null || r.status() != 0) {
                complain(index, "what is owed cannot be put back: " + owed.text());
            } else {
                typed.add(new Typed(index, p.text(), owed.text(), r.text()));
            }
        }
    }
}
