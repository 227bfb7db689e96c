package org.mendak.server.library;

import java.util.Iterator;
import java.util.List;
import java.util.Map;
import org.mendak.core.language.Titles;
import org.mendak.core.runbook.Capture;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.FixValues;
import org.mendak.core.runbook.Piece;

/** A fix's step on its sheet: everything that the document says of it, in words and in its order. */
final class StepLines {

    private final Fix.Step s;
    private final Titles titles;
    private final Parts parts;
    private final boolean withheld;
    private final Iterator<Fix.Fence> fences;
    private final Iterator<String> expect;
    private final Iterator<Capture> captures;
    private final Iterator<String> cautions;
    private final Iterator<Fix.PutBack> putBacks;
    private final Iterator<Fix.Note> notes;
    private final Iterator<Fix.Check> checks;
    private final Iterator<Fix.Check> musts;
    private final Iterator<Fix.Answer> answers;
    private final Iterator<Fix.Ask> asks;
    private final Iterator<Fix.Get> gets;
    private final Iterator<Fix.FollowUp> followUps;
    private final Iterator<Map.Entry<String, String>> with;
    private boolean toldWithheld;

    private StepLines(Fix f, Fix.Step s, Titles titles) {
        this.s = s;
        this.titles = titles;
        this.parts = new Parts(FixValues.declared(f), titles);
        this.withheld = !s.destroys().isEmpty() && !s.fences().isEmpty();
        fences = s.fences().iterator();
        expect = s.expect().iterator();
        captures = s.captures().iterator();
        cautions = s.cautions().iterator();
        putBacks = s.putBacks().iterator();
        notes = s.notes().iterator();
        checks = s.checks().iterator();
        musts = s.musts().iterator();
        answers = s.answers().iterator();
        asks = s.asks().iterator();
        gets = s.gets().iterator();
        followUps = s.followUps().iterator();
        with = s.part() == null
                ? List.<Map.Entry<String, String>>of().iterator()
                : s.part().with().entrySet().iterator();
    }

    static Sheets.StepLine of(Fix f, Fix.Step s, Titles titles) {
        return new StepLines(f, s, titles).line();
    }

    private Sheets.StepLine line() {
        for (Piece p : s.pieces()) {
            if (p instanceof Piece.Words w) {
                parts.words(w);
            } else if (p instanceof Piece.Command) {
                command();
            } else if (p instanceof Piece.Clause c) {
                clause(c.keyword());
            }
        }
        return new Sheets.StepLine(
                parts.words(s.title()),
                parts.lines(),
                s.part() == null ? "" : s.part().fix());
    }

    private void command() {
        if (!withheld) {
            Parts.next(fences, f -> parts.add("command", f.language(), parts.words(f.text())));
        } else if (!toldWithheld) {
            parts.add("withheld", "", "");
            toldWithheld = true;
        }
    }

    private void clause(String k) {
        switch (k) {
            case "Expect" -> Parts.next(expect, e -> parts.said(k, e));
            case "Capture", "Capture before", "Capture every" ->
                Parts.next(
                        captures,
                        c -> parts.said("Capture", String.join(", ", c.titles().values())));
            case "Caution" -> Parts.next(cautions, c -> parts.add("caution", k, parts.words(c)));
            case "Put back", "After success", "After failure" ->
                Parts.next(putBacks, p -> parts.said("Put back", putBack(p)));
            case Piece.Clause.NOTE -> Parts.next(notes, n -> parts.said(n.keyword(), n.text()));
            case "Check" ->
                Parts.next(checks, c -> parts.said(k, c.guard().inWords(titles) + Parts.behind("", c.meaning())));
            case "Must" ->
                Parts.next(
                        musts, m -> parts.said(k, m.guard().inWords(titles) + Parts.behind("otherwise ", m.meaning())));
            case "Answer" ->
                Parts.next(
                        answers,
                        a -> parts.said(
                                k,
                                Parts.code(a.prompt()) + " with " + Parts.code(a.answer())
                                        + Parts.behind("", a.why())));
            case "Ask" -> Parts.next(asks, a -> parts.said(k, a.text() + " (" + String.join(", ", a.choices()) + ")"));
            case "Get" -> Parts.next(gets, g -> parts.said(k, get(g)));
            case "Follow up" -> Parts.next(followUps, u -> parts.said(k, u.text() + Parts.behind("by ", u.who())));
            case "With" -> Parts.next(with, w -> parts.said(k, titles.of(w.getKey()) + ": " + w.getValue()));
            default -> once(k);
        }
    }

    /** What a step has once. */
    private void once(String k) {
        switch (k) {
            case "When" -> parts.said(k, s.when().inWords(titles));
            case "For each" ->
                parts.said(
                        k,
                        s.each().written().isEmpty()
                                ? titles.of(s.each().list())
                                : String.join(", ", s.each().written()));
            case "Only if" ->
                parts.said(
                        k,
                        s.onlyIf().guard().inWords(titles)
                                + Parts.behind("otherwise ", s.onlyIf().otherwise()));
            case "Choose" ->
                parts.said(
                        k,
                        "one of " + titles.of(s.choose().list())
                                + Parts.behind("", s.choose().text()));
            case "Minutes" -> parts.said(k, Parts.minutes(s.minutes()));
            case "Wait" -> parts.said(k, Parts.minutes(s.waitMinutes()));
            case "Restart" -> parts.said(k, Parts.minutes(s.restartMinutes()));
            case "Done when" -> parts.said(k, s.doneWhen());
            case "Nothing shows" -> parts.said(k, s.nothingShows());
            case "Destroys" -> parts.add("risk", k, parts.words(s.destroys()));
            default -> throw new IllegalStateException("no sheet shows \"" + k + "\"");
        }
    }

    private static String putBack(Fix.PutBack p) {
        String when = switch (p.due()) {
            case ALWAYS -> "";
            case SUCCESS -> " (only if it worked)";
            case FAILURE -> " (only if it did not work)";
        };
        String joint = p.text().isEmpty() || p.command().isEmpty() ? "" : ", ";
        return p.text()
                + joint
                + Parts.code(p.command())
                + when
                + (p.ifNotKnown().isEmpty() ? "" : " (if nobody knows what it was: " + p.ifNotKnown() + ")");
    }

    private String get(Fix.Get g) {
        return g.name() + ", " + Parts.code(g.address())
                + (g.origin().isEmpty() ? "" : ", from " + g.origin())
                + (g.size().isEmpty() ? "" : ", " + g.size())
                + (g.asOf() == null ? "" : ", as of " + g.asOf())
                + (g.when() == null ? "" : ", when " + g.when().inWords(titles));
    }
}
