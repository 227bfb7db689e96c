package org.mendak.server.library;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.mendak.core.language.Titles;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.FixValues;
import org.mendak.core.runbook.WithTitles;

/** A fix's steps on its sheet: everything that the document says of them, in words. */
final class StepLines {

    private final Fix.Step s;
    private final Titles titles;
    private final Set<String> declared;

    private StepLines(Fix f, Fix.Step s, Titles titles) {
        this.s = s;
        this.titles = titles;
        this.declared = FixValues.declared(f);
    }

    static Sheets.StepLine of(Fix f, Fix.Step s, Titles titles) {
        return new StepLines(f, s, titles).line();
    }

    private Sheets.StepLine line() {
        boolean withheld = !s.destroys().isEmpty() && !s.fences().isEmpty();
        return new Sheets.StepLine(
                words(s.title()),
                words(s.prose()),
                withheld
                        ? List.of()
                        : s.fences().stream()
                                .map(x -> new Sheets.FenceLine(x.language(), words(x.text())))
                                .toList(),
                s.expect().stream().map(this::words).toList(),
                s.captures().stream().flatMap(c -> c.titles().values().stream()).toList(),
                s.cautions().stream().map(this::words).toList(),
                s.putBacks().stream()
                        .map(p -> new Sheets.NoteLine(words(p.text()) + due(p), words(p.command())))
                        .toList(),
                notes(),
                s.minutes(),
                s.restartMinutes(),
                words(s.doneWhen()),
                words(s.destroys()),
                withheld,
                s.part() == null ? "" : s.part().fix());
    }

    private String words(String text) {
        return WithTitles.text(text, declared, Map.of(), titles);
    }

    private static String due(Fix.PutBack p) {
        String when = switch (p.due()) {
            case ALWAYS -> "";
            case SUCCESS -> " (only if it worked)";
            case FAILURE -> " (only if it did not work)";
        };
        return when + (p.ifNotKnown().isEmpty() ? "" : " (if nobody knows what it was: " + p.ifNotKnown() + ")");
    }

    /** What stands beside a step, as it is read: when and how often it is done, what is checked and answered, then the rest. */
    private List<Sheets.NoteLine> notes() {
        List<Sheets.NoteLine> notes = new ArrayList<>();
        if (s.when() != null) {
            note(notes, "When", s.when().inWords(titles));
        }
        if (s.each() != null) {
            String list = s.each().written().isEmpty()
                    ? titles.of(s.each().list())
                    : String.join(", ", s.each().written());
            note(notes, "For each", list);
        }
        if (s.onlyIf() != null) {
            note(
                    notes,
                    "Only if",
                    s.onlyIf().guard().inWords(titles)
                            + behind("otherwise ", s.onlyIf().otherwise()));
        }
        s.musts().forEach(m -> note(notes, "Must", m.guard().inWords(titles) + behind("otherwise ", m.meaning())));
        if (s.choose() != null) {
            note(
                    notes,
                    "Choose",
                    "one of " + titles.of(s.choose().list())
                            + behind("", s.choose().text()));
        }
        if (s.part() != null) {
            s.part().with().forEach((name, value) -> note(notes, "With", titles.of(name) + ": " + words(value)));
        }
        s.gets().forEach(g -> note(notes, "Get", get(g)));
        s.asks().forEach(a -> note(notes, "Ask", a.text() + " (" + String.join(", ", a.choices()) + ")"));
        s.answers()
                .forEach(a ->
                        note(notes, "Answer", code(a.prompt()) + " with " + code(a.answer()) + behind("", a.why())));
        if (!s.nothingShows().isEmpty()) {
            note(notes, "Nothing shows", s.nothingShows());
        }
        s.checks().forEach(c -> note(notes, "Check", c.guard().inWords(titles) + behind("", c.meaning())));
        s.notes().forEach(n -> note(notes, n.keyword(), n.text()));
        s.followUps().forEach(u -> note(notes, "Follow up", u.text() + behind("by ", u.who())));
        return notes;
    }

    private void note(List<Sheets.NoteLine> notes, String keyword, String text) {
        notes.add(new Sheets.NoteLine(keyword, words(text)));
    }

    private static String behind(String joint, String text) {
        return text.isEmpty() ? "" : "; " + joint + text;
    }

    private String get(Fix.Get g) {
        return g.name() + ", " + code(g.address())
                + (g.origin().isEmpty() ? "" : ", from " + g.origin())
                + (g.size().isEmpty() ? "" : ", " + g.size())
                + (g.asOf() == null ? "" : ", as of " + g.asOf())
                + (g.when() == null ? "" : ", when " + g.when().inWords(titles));
    }

    private static String code(String text) {
        return "`" + text + "`";
    }
}
