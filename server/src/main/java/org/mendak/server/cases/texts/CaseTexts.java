package org.mendak.server.cases.texts;

import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.mendak.core.evidence.Outcome;
import org.mendak.core.privacy.PersonalDetails;
import org.mendak.core.runbook.Fix;
import org.mendak.server.cases.CaseReader;
import org.mendak.server.cases.CaseViews;
import org.mendak.server.cases.CaseWords;
import org.mendak.server.cases.owed.PutBack;
import org.mendak.server.cases.runbook.CaseRunbook;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Settings;
import org.mendak.server.platform.Words;
import org.springframework.stereotype.Service;

/**
 * The texts that leave the desk with a case: a summary for the ticket, a hand-out for whoever asked for help, and a pack for
 * whoever goes on with it. User names and serial numbers in pasted texts are masked in all of them.
 */
@Service
class CaseTexts {

    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm");
    /** As much of the message as a ticket needs to be found again. */
    private static final int SAID = 300;

    private static final Set<String> AS = Set.of("markdown", "plain");

    private final Db db;
    private final CaseReader reader;
    private final ZoneId zone;

    CaseTexts(Db db, CaseReader reader, Settings settings) {
        this.db = db;
        this.reader = reader;
        this.zone = settings.zone();
    }

    String of(Caller caller, long number, String kind, String as) {
        caller.may(Role.AGENT, Scope.READ, "see cases");
        if (!AS.contains(as)) {
            throw Refusal.invalid("as is \"" + as + "\", must be markdown or plain.");
        }
        Blocks out = new Blocks(as.equals("markdown"));
        return db.tx(tx -> {
            CaseViews.Case c = reader.view(tx, number);
            CaseRunbook book = reader.runbook(tx, reader.row(tx, number));
            switch (kind) {
                case "ticket" -> ticket(out, c);
                case "hand-out" -> handOut(book, out, c);
                case "hand-over" -> handOver(book, out, c);
                default ->
                    throw Refusal.notFound("There is no text \"" + kind + "\"; ticket, hand-out and hand-over are.");
            }
            return out.text();
        });
    }

    private static void ticket(Blocks out, CaseViews.Case c) {
        out.paragraph(CaseSentences.what(c));
        c.texts().stream()
                .findFirst()
                .ifPresent(t -> out.bullet("It said: " + CaseWords.start(clean(c, oneLine(t.text())), SAID)));
        String known = c.facts().stream()
                .filter(f -> !f.name().startsWith("need.") && !f.value().isEmpty())
                .collect(Collectors.toMap(
                        CaseViews.Fact::title, f -> CaseWords.said(f.value()), (a, b) -> b, LinkedHashMap::new))
                .entrySet()
                .stream()
                .map(f -> f.getKey() + " " + clean(c, f.getValue()))
                .collect(Collectors.joining("; "));
        if (!known.isEmpty()) {
            out.bullet("Known: " + known);
        }
        out.bullet("Cause: " + (c.cause().isEmpty() ? "not known" : c.cause()));
        out.bullet("Ended: " + CaseSentences.ending(c));
        believed(c).ifPresent(a -> out.bullet("What did it: " + whatDidIt(c, a)));
        if (c.limitation() != null) {
            out.bullet("Limitation: " + c.limitation());
        }
        worked(c).forEach(a -> out.bullet("Tried: " + CaseSentences.attempt(a)));
        CaseSentences.offScript(c).forEach(s -> out.bullet("Off the script: " + clean(c, s)));
        owed(c).forEach(p -> out.bullet("Still to do: " + CaseSentences.owed(p)));
        out.bullet("Worked: " + CaseSentences.minutes(c) + ", by " + agents(c));
        c.notes().forEach(n -> out.bullet("Note: " + clean(c, n.text())));
    }

    /** Plain words, no codes, nothing about the inside of the desk. */
    private void handOut(CaseRunbook book, Blocks out, CaseViews.Case c) {
        boolean mended = c.status().equals("solved") || c.status().equals("worked-around");
        out.heading("What was the matter");
        out.paragraph(c.title() + (c.device() == null ? "" : " on " + c.device()) + ".");
        book.error().filter(e -> !e.firstAid()).ifPresent(e -> out.paragraph(e.intro()));
        if (mended) {
            out.heading("What was done");
            believed(c).ifPresent(a -> out.paragraph(a.title() + "."));
            if (c.limitation() != null) {
                out.paragraph("One thing does not work as before: " + c.limitation());
            }
        }
        List<String> effects = worked(c).stream()
                .filter(a -> "worked".equals(a.outcome()) || "not-retested".equals(a.outcome()))
                .flatMap(a -> book.fix(a.fix()).map(Fix::sideEffects).orElse(List.of()).stream())
                .distinct()
                .toList();
        if (!effects.isEmpty()) {
            out.heading("What you may notice");
            effects.forEach(out::bullet);
        }
        List<CaseViews.PutBack> yours = owed(c).stream()
                .filter(p -> CaseViews.PutBack.REQUESTER.equals(p.passedTo()))
                .toList();
        if (!yours.isEmpty()) {
            out.heading("What we ask you to do");
            yours.forEach(p -> out.bullet(p.text() + command(p)));
        }
        List<CaseViews.PutBack> changed = owed(c).stream()
                .filter(p -> p.kind().equals("put-back") && !CaseViews.PutBack.REQUESTER.equals(p.passedTo()))
                .toList();
        if (!changed.isEmpty()) {
            out.heading("What is still changed on the device");
            changed.forEach(p -> out.bullet(CaseSentences.owed(p)));
        }
        out.heading("If it comes back");
        out.paragraph("Tell the desk the number " + c.number() + ".");
    }

    private static String oneLine(String text) {
        return text.strip().replaceAll("\\s+", " ");
    }

    private static String command(CaseViews.PutBack p) {
        if (!p.ifNotKnown().isEmpty()) {
            return "; what it was is not known: " + p.ifNotKnown();
        }
        String text = p.command().stream().map(CaseViews.Piece::text).collect(Collectors.joining());
        return text.isEmpty() ? "" : ": " + text;
    }

    private void handOver(CaseRunbook book, Blocks out, CaseViews.Case c) {
        out.paragraph(CaseSentences.what(c));
        out.heading("What it said");
        c.texts().forEach(t -> out.verbatim(clean(c, t.text())));
        out.heading("What is known");
        c.facts().stream()
                .filter(f -> !f.name().startsWith("need."))
                .forEach(f -> out.bullet(f.title() + ": " + clean(c, CaseWords.said(f.value()))));
        out.heading("What was tried");
        if (c.attempts().isEmpty()) {
            out.paragraph("Nothing yet.");
        }
        for (CaseViews.Attempt a : c.attempts()) {
            out.bullet(CaseSentences.attempt(a) + ", " + a.agent() + ", " + at(a));
            Map<Integer, String> titles = CaseSentences.stepTitles(book.steps(a.fix()));
            a.steps().stream()
                    .filter(s -> !s.what().equals("output") && !s.what().equals("value"))
                    .forEach(s -> out.bullet("  " + titles.getOrDefault(s.step(), "step " + (s.step() + 1))
                            + (s.item() == null ? "" : " (" + clean(c, s.item()) + ")") + ": "
                            + CaseSentences.step(s.what())
                            + (s.note().isEmpty() ? "" : ", " + clean(c, s.note()))));
            a.steps().stream().filter(s -> s.output() != null).forEach(s -> out.verbatim(clean(c, s.output())));
        }
        List<String> free = CaseSentences.offScript(c);
        if (!free.isEmpty()) {
            out.heading("What was done off the script");
            free.forEach(s -> out.bullet(clean(c, s)));
            c.freeSteps().stream()
                    .filter(s -> !s.undone() && s.output() != null)
                    .forEach(s -> out.verbatim(clean(c, s.output())));
        }
        List<CaseViews.PutBack> owed = owed(c);
        if (!owed.isEmpty()) {
            out.heading("What is still to be put back");
            owed.forEach(p -> out.bullet(CaseSentences.owed(p) + command(p)));
        }
        if (!c.notes().isEmpty() || !c.handovers().isEmpty()) {
            out.heading("Notes");
            c.notes().forEach(n -> out.bullet(clean(c, n.text()) + " (" + n.agent() + ")"));
            c.handovers().forEach(h -> out.bullet(h.giver() + " to " + h.taker() + ": " + clean(c, h.note())));
        }
    }

    private String at(CaseViews.Attempt a) {
        return DAY.format(a.startedAt().atZone(zone));
    }

    private static List<CaseViews.Attempt> worked(CaseViews.Case c) {
        return c.attempts().stream().filter(a -> a.outcome() != null).toList();
    }

    private static Optional<CaseViews.Attempt> believed(CaseViews.Case c) {
        return c.attempts().stream()
                .filter(a -> a.fix().equals(c.believedFix()))
                .reduce((a, b) -> b);
    }

    /** Of fixes that were done before one retest nobody knows which one did it. */
    private static String whatDidIt(CaseViews.Case c, CaseViews.Attempt believed) {
        List<String> before = new ArrayList<>();
        for (CaseViews.Attempt a : c.attempts()) {
            if (a.id() == believed.id()) {
                break;
            }
            if ("not-retested".equals(a.outcome())) {
                before.add(a.title());
            } else if (a.outcome() != null
                    && Outcome.named(a.outcome()).map(Outcome::retested).orElse(false)) {
                before.clear();
            }
        }
        return before.isEmpty() || !"worked".equals(believed.outcome())
                ? believed.title()
                : believed.title() + ", or " + String.join(", or ", before) + ", done with it before one retest";
    }

    private static List<CaseViews.PutBack> owed(CaseViews.Case c) {
        return c.putBacks().stream()
                .filter(p -> PutBack.LASTING.contains(Words.stored(PutBack.State.class, p.state())))
                .toList();
    }

    private static String agents(CaseViews.Case c) {
        return java.util.stream.Stream.concat(
                        java.util.stream.Stream.of(c.agent()),
                        c.attempts().stream().map(CaseViews.Attempt::agent))
                .distinct()
                .collect(Collectors.joining(", "));
    }

    private static String clean(CaseViews.Case c, String text) {
        return PersonalDetails.mask(text, c.requester() == null ? Set.of() : Set.of(c.requester()));
    }
}
