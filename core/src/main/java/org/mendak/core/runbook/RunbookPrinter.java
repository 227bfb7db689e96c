package org.mendak.core.runbook;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;

/**
 * Writes documents out of their models: what {@link RunbookParser} reads back as the same model, places aside. A text that somebody
 * wrote is never printed anew, it stays byte for byte; this is for documents that Mendak writes itself.
 */
public final class RunbookPrinter {

    private RunbookPrinter() {}

    /** A known error as a document. */
    public static String print(KnownError e) {
        HeadText head = new HeadText()
                .plain("error", e.key())
                .text("title", e.title())
                .list("phases", e.phases().stream().map(Phase::word).toList())
                .list("products", e.products().stream().map(Object::toString).toList())
                .list("aliases", e.aliases());
        if (e.firstAid()) {
            head.plain("first-aid", "true");
        }
        head.list("tells", e.tells());
        head.day("confirmed", e.confirmed());
        Lines out = new Lines(head).paragraph(e.intro());
        recognise(out, e);
        ask(out, e.questions());
        tries(out, e.tries());
        if (!e.ruledOut().isEmpty()) {
            out.heading("Ruled out");
            e.ruledOut()
                    .forEach(r -> out.line(
                            "- " + link(r.title(), r.fix()) + (r.reason().isEmpty() ? "" : ": " + r.reason())));
        }
        if (!e.verify().isEmpty()) {
            out.heading("Verify");
            int n = 0;
            for (KnownError.VerifyItem v : e.verify()) {
                out.item(++n, v.text());
                out.below(n, "Required", v.required());
                out.below(n, "Otherwise", v.otherwise());
            }
        }
        return out.text();
    }

    private static String called(List<String> titles) {
        return titles.isEmpty() ? "" : "; called " + String.join(", ", titles);
    }

    private static void recognise(Lines out, KnownError e) {
        if (e.signatures().isEmpty() && e.samples().isEmpty() && e.confusions().isEmpty()) {
            return;
        }
        out.heading("Recognise");
        for (Signature s : e.signatures()) {
            String keyword =
                    s.kind().name().charAt(0) + s.kind().name().substring(1).toLowerCase(Locale.ROOT);
            out.clause(keyword, s.kind() == Signature.Kind.SYMPTOM ? s.text() : code(s.text()) + called(s.called()));
        }
        e.samples().forEach(s -> out.clause("Sample", code(s.text())));
        e.confusions().forEach(c -> out.clause("Not to be confused with", c));
    }

    private static void ask(Lines out, List<KnownError.Question> questions) {
        if (questions.isEmpty()) {
            return;
        }
        out.heading("Ask");
        int n = 0;
        for (KnownError.Question q : questions) {
            out.item(++n, q.text());
            out.below(n, "Sets", q.sets().isEmpty() ? "" : code(q.sets()));
            out.below(n, "Choices", String.join(", ", q.choices()));
            out.below(n, "Minutes", number(q.minutes()));
            out.below(n, "Run", q.run().isEmpty() ? "" : code(q.run()));
            out.below(
                    n,
                    q.capture() == null ? "Capture" : q.capture().keyword(),
                    q.capture() == null ? "" : capture(q.capture()));
        }
    }

    private static void tries(Lines out, List<KnownError.TryItem> tries) {
        out.heading("Try");
        int n = 0;
        for (KnownError.TryItem t : tries) {
            out.item(++n, link(t.title(), t.fix()));
            for (String name : t.with().keySet().stream().sorted().toList()) {
                out.below(n, "With", code(name + " = " + t.with().get(name)));
            }
            out.below(n, "When", t.guard() == null ? "" : guard(t.guard()));
            out.below(n, "After", links(t.after()));
            out.below(n, "Together", links(t.together()));
            if (t.lastResort()) {
                out.below(n, "Last resort");
            }
        }
    }

    /** A fix as a document. */
    public static String print(Fix f) {
        HeadText head = new HeadText()
                .plain("fix", f.key())
                .text("title", f.title())
                .plain("kind", f.workaround() ? "workaround" : "lasting")
                .plain("minutes", number(f.minutes()))
                .plain("risk", f.risk().name().toLowerCase(Locale.ROOT))
                .list("needs", f.needs())
                .list("leaves", f.leaves())
                .map(
                        "parameters",
                        f.parameters().keySet().stream()
                                .sorted()
                                .map(name ->
                                        name + ": " + f.parameters().get(name).word())
                                .toList())
                .list("aliases", f.aliases());
        if (!f.discouraged().isEmpty()) {
            head.text("discouraged", f.discouraged());
        }
        Fix.Traits t = f.traits();
        head.yes("reversible", t.reversible()).yes("keeps-data", t.keepsData()).yes("offline", t.offline());
        if (!t.affects().isEmpty()) {
            head.text("affects", t.affects());
        }
        head.list("opposite-of", t.oppositeOf())
                .day("substantial", t.substantial())
                .day("confirmed", t.confirmed());
        Lines out = new Lines(head).paragraph(f.intro());
        f.sideEffects().forEach(s -> out.clause("Side effect", s));
        f.steps().forEach(s -> step(out, s));
        return out.text();
    }

    private static void step(Lines out, Fix.Step s) {
        out.heading(s.part() == null ? s.title() : link(s.title(), s.part().fix()));
        out.paragraph(s.prose());
        for (Fix.Fence f : s.fences()) {
            String ticks = ticksFor(f.text(), 3);
            out.line(ticks + f.language()).line(f.text()).line(ticks);
        }
        if (s.when() != null) {
            out.clause("When", guard(s.when()));
        }
        if (s.part() != null) {
            s.part().with().forEach((name, value) -> out.clause("With", code(name + " = " + value)));
        }
        if (s.each() != null) {
            Fix.ForEach e = s.each();
            String list = e.written().isEmpty() ? e.list() : String.join(", ", e.written());
            out.clause("For each", code(e.item()) + " in " + code(list));
        }
        s.gets().forEach(g -> out.clause("Get", get(g)));
        s.cautions().forEach(c -> out.clause("Caution", c));
        s.answers()
                .forEach(a -> out.clause("Answer", code(a.prompt()) + " with " + code(a.answer()) + behind(a.why())));
        s.asks()
                .forEach(a -> out.clause(
                        "Ask", a.text() + "; sets " + code(a.sets()) + "; " + String.join(", ", a.choices())));
        s.expect().forEach(e -> out.clause("Expect", e));
        out.clauseIfSaid("Nothing shows", s.nothingShows());
        s.captures().forEach(c -> out.clause(c.keyword(), capture(c)));
        if (s.choose() != null) {
            out.clause(
                    "Choose",
                    code(s.choose().name()) + " from " + code(s.choose().list())
                            + behind(s.choose().text()));
        }
        s.musts().forEach(c -> out.clause("Must", guard(c.guard()) + behind(c.meaning())));
        s.checks().forEach(c -> out.clause("Check", guard(c.guard()) + behind(c.meaning())));
        s.notes().forEach(n -> out.clause(n.keyword(), n.text()));
        if (s.onlyIf() != null) {
            String otherwise = s.onlyIf().otherwise();
            out.clause("Only if", guard(s.onlyIf().guard()) + (otherwise.isEmpty() ? "" : "; otherwise " + otherwise));
        }
        out.clauseIfSaid("Destroys", s.destroys());
        out.clauseIfSaid("Minutes", s.minutes() == 0 ? "" : number(s.minutes()));
        out.clauseIfSaid("Wait", s.waitMinutes() == 0 ? "" : number(s.waitMinutes()));
        out.clauseIfSaid("Restart", s.restartMinutes() == 0 ? "" : number(s.restartMinutes()));
        out.clauseIfSaid("Done when", s.doneWhen());
        for (Fix.PutBack p : s.putBacks()) {
            String command = p.command().isEmpty() ? "" : code(p.command());
            String joint = p.text().isEmpty() || command.isEmpty() ? "" : ", ";
            String otherwise = p.ifNotKnown().isEmpty() ? "" : "; if not known: " + p.ifNotKnown();
            out.clause(p.due().keyword(), p.text() + joint + command + otherwise);
        }
        s.followUps().forEach(u -> out.clause("Follow up", u.text() + (u.who().isEmpty() ? "" : "; by " + u.who())));
    }

    private static String guard(Fix.Guard g) {
        return code(g.text()) + (g.words().isEmpty() ? "" : "; in words " + g.words());
    }

    private static String capture(Capture c) {
        return (c.template() == null ? c.source() : code(c.source())) + called(c.called());
    }

    private static String get(Fix.Get g) {
        StringBuilder s = new StringBuilder("[" + g.name() + "](" + g.address() + ")");
        s.append(g.origin().isEmpty() ? "" : " from " + g.origin());
        s.append(g.size().isEmpty() ? "" : "; " + g.size());
        s.append(g.asOf() == null ? "" : "; as of " + g.asOf());
        s.append(g.when() == null ? "" : "; when " + code(g.when().text()));
        return s.toString();
    }

    /** {@code library.yaml} out of a vocabulary. */
    public static String print(Vocabulary v) {
        List<String> out = new ArrayList<>(List.of("format: 1"));
        entries(
                out,
                "products",
                v.products().stream()
                        .map(p -> block(
                                p.name(),
                                new HeadText()
                                        .textIfSaid("about", p.about())
                                        .list("versions", p.versions())
                                        .list("formerly", p.formerly())))
                        .toList());
        entries(
                out,
                "facts",
                v.facts().stream()
                        .map(f -> block(
                                f.id(),
                                new HeadText()
                                        .text("title", f.title())
                                        .list("choices", f.choices())
                                        .textIfSaid(
                                                "type",
                                                f.type() == null ? "" : f.type().word())
                                        .textIfSaid("minutes", f.minutes() == 0 ? "" : number(f.minutes()))
                                        .textIfSaid("how", f.how())
                                        .map(
                                                "words",
                                                f.words().entrySet().stream()
                                                        .map(w -> HeadText.quoted(w.getKey()) + ": "
                                                                + HeadText.quoted(w.getValue()))
                                                        .toList())
                                        .yes("of-device", f.ofDevice())
                                        .list("formerly", f.formerly())))
                        .toList());
        entries(
                out,
                "needs",
                v.needs().stream()
                        .map(n -> block(
                                n.id(),
                                new HeadText()
                                        .text("title", n.title())
                                        .textIfSaid("minutes", n.minutes() == 0 ? "" : number(n.minutes()))
                                        .textIfSaid("how", n.how())
                                        .yes("while-used", n.whileUsed())
                                        .list("formerly", n.formerly())))
                        .toList());
        out.add("settings:");
        out.add("  hand-over-minutes: " + number(v.handOverMinutes()));
        out.add("  holding-days: " + number(v.holdingDays()));
        return String.join("\n", out) + "\n";
    }

    private static void entries(List<String> out, String name, List<String> blocks) {
        if (!blocks.isEmpty()) {
            out.add(name + ":");
            out.addAll(blocks);
        }
    }

    private static String block(String name, HeadText inner) {
        String below = inner.lines().stream().map(l -> "    " + l).collect(Collectors.joining("\n"));
        return "  " + HeadText.quoted(name) + ":" + (below.isEmpty() ? " {}" : "\n" + below);
    }

    private static String behind(String text) {
        return text.isEmpty() ? "" : "; " + text;
    }

    private static String links(List<String> keys) {
        return keys.stream().map(k -> link(k, k)).collect(Collectors.joining(", "));
    }

    private static String link(String title, String key) {
        return "[" + title + "](../fixes/" + key + ".md)";
    }

    /** A code span that holds the text to the letter. */
    static String code(String text) {
        String ticks = ticksFor(text, 1);
        boolean pad = text.startsWith("`")
                || text.endsWith("`")
                || text.length() > 1 && text.startsWith(" ") && text.endsWith(" ") && !text.isBlank();
        return pad ? ticks + " " + text + " " + ticks : ticks + text + ticks;
    }

    static String ticksFor(String text, int least) {
        String ticks = "`".repeat(least);
        while (text.contains(ticks)) {
            ticks += "`";
        }
        return ticks;
    }

    private static String number(double d) {
        return java.math.BigDecimal.valueOf(d).stripTrailingZeros().toPlainString();
    }
}
