package org.mendak.server.library;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Problem;
import org.mendak.core.runbook.Vocabulary;
import org.mendak.server.platform.OrNull;

/** Known errors and fixes as readers get them over HTTP. Prose is CommonMark. */
public final class Sheets {

    private Sheets() {}

    /** A text that is not stored, judged; {@code error} or {@code fix} is what readers would see, null if it cannot be read. */
    public record Checked(
            List<Problem> problems,
            @OrNull ErrorSheet error,
            @OrNull FixSheet fix) {}

    /** A signature; {@code kind} is code, message, supporting or symptom. */
    public record SignatureLine(String kind, String text) {}

    /** A known error on its shelf. */
    public record ErrorLine(
            String key,
            String title,
            List<String> phases,
            List<String> products,
            List<SignatureLine> signatures,
            List<String> fixes,
            boolean firstAid) {}

    /** A known error as one readable sheet. */
    public record ErrorSheet(
            String key,
            String title,
            List<String> phases,
            List<String> products,
            boolean firstAid,
            String intro,
            List<SignatureLine> signatures,
            List<String> samples,
            List<String> confusions,
            List<QuestionLine> questions,
            List<TryLine> tries,
            List<RuledOutLine> ruledOut,
            List<VerifyLine> verify,
            int revision) {}

    /** A question to ask, or with {@code run} a read-only look; {@code how} is how to find it out, may be empty. */
    public record QuestionLine(
            String text, String sets, List<String> choices, double minutes, String run, String capture, String how) {}

    /** A fix to try; {@code published} is false if agents cannot open it. */
    public record TryLine(
            String fix,
            String title,
            String when,
            List<String> after,
            List<String> together,
            boolean lastResort,
            Map<String, String> with,
            boolean published,
            double minutes,
            String risk,
            boolean workaround,
            List<String> needs) {}

    /** A fix that does not help here. */
    public record RuledOutLine(String fix, String title, String reason) {}

    /** A check at the end. */
    public record VerifyLine(String text, String required, String otherwise) {}

    /** A fix as one readable sheet. */
    public record FixSheet(
            String key,
            String title,
            boolean workaround,
            double minutes,
            String risk,
            List<String> needs,
            Map<String, String> parameters,
            String discouraged,
            String intro,
            List<String> sideEffects,
            List<StepLine> steps,
            List<String> usedBy,
            int revision) {}

    /** A step; commands as written, with their placeholders; {@code runs} is the fix that it runs as a part, else empty. */
    public record StepLine(
            String title,
            String prose,
            List<FenceLine> fences,
            List<String> expect,
            List<String> captures,
            List<String> cautions,
            List<NoteLine> putBacks,
            List<NoteLine> notes,
            double minutes,
            double restartMinutes,
            String doneWhen,
            String destroys,
            String runs) {}

    /** A command and its language. */
    public record FenceLine(String language, String text) {}

    /** Something beside a step: a keyword, or a put-back's words, and a text. */
    public record NoteLine(String keyword, String text) {}

    static ErrorLine line(KnownError e) {
        return new ErrorLine(
                e.key(), e.title(), phases(e), products(e), signatures(e), Library.fixKeys(e), e.firstAid());
    }

    private static List<String> phases(KnownError e) {
        return e.phases().stream().map(p -> p.word()).toList();
    }

    private static List<String> products(KnownError e) {
        return e.products().stream().map(Object::toString).toList();
    }

    private static List<SignatureLine> signatures(KnownError e) {
        return e.signatures().stream()
                .map(s -> new SignatureLine(s.kind().name().toLowerCase(Locale.ROOT), s.text()))
                .toList();
    }

    /** A known error for reading, with what the library says of its fixes now. */
    public static ErrorSheet sheet(KnownError e, Library library) {
        return new ErrorSheet(
                e.key(),
                e.title(),
                phases(e),
                products(e),
                e.firstAid(),
                e.intro(),
                signatures(e),
                e.samples().stream().map(KnownError.Sample::text).toList(),
                e.confusions(),
                e.questions().stream()
                        .map(q -> question(q, library.vocabulary()))
                        .toList(),
                e.tries().stream().map(t -> tryLine(t, library)).toList(),
                e.ruledOut().stream()
                        .map(r -> new RuledOutLine(r.fix(), r.title(), r.reason()))
                        .toList(),
                e.verify().stream()
                        .map(v -> new VerifyLine(v.text(), v.required(), v.otherwise()))
                        .toList(),
                library.revisions().getOrDefault("error/" + e.key(), 0));
    }

    private static QuestionLine question(KnownError.Question q, Vocabulary v) {
        return new QuestionLine(
                q.text(),
                q.sets(),
                q.choices(),
                q.minutes(),
                q.run(),
                q.capture() == null ? "" : q.capture().source(),
                v.fact(q.sets()).map(Vocabulary.Fact::how).orElse(""));
    }

    private static TryLine tryLine(KnownError.TryItem t, Library library) {
        Fix f = library.fixes().get(t.fix());
        boolean there = f != null;
        return new TryLine(
                t.fix(),
                there ? f.title() : t.title(),
                t.whenText(),
                t.after(),
                t.together(),
                t.lastResort(),
                new TreeMap<>(t.with()),
                there,
                there ? f.minutes() : 0,
                there ? risk(f) : "safe",
                there && f.workaround(),
                there ? needs(f, library.vocabulary()) : List.of());
    }

    private static String risk(Fix f) {
        return f.risk().name().toLowerCase(Locale.ROOT);
    }

    private static List<String> needs(Fix f, Vocabulary v) {
        return f.needs().stream()
                .map(n -> v.need(n).map(Vocabulary.Need::title).orElse(n))
                .toList();
    }

    static FixSheet sheet(Fix f, Library library) {
        Map<String, String> parameters = new TreeMap<>();
        f.parameters().forEach((name, type) -> parameters.put(name, type.word()));
        List<String> usedBy = library.errors().values().stream()
                .filter(e -> Library.fixKeys(e).contains(f.key()))
                .map(KnownError::key)
                .sorted()
                .toList();
        return new FixSheet(
                f.key(),
                f.title(),
                f.workaround(),
                f.minutes(),
                risk(f),
                needs(f, library.vocabulary()),
                parameters,
                f.discouraged(),
                f.intro(),
                f.sideEffects(),
                f.steps().stream().map(Sheets::step).toList(),
                usedBy,
                library.revisions().getOrDefault("fix/" + f.key(), 0));
    }

    private static StepLine step(Fix.Step s) {
        return new StepLine(
                s.title(),
                s.prose(),
                s.fences().stream()
                        .map(x -> new FenceLine(x.language(), x.text()))
                        .toList(),
                s.expect(),
                s.captures().stream().map(c -> c.template().source()).toList(),
                s.cautions(),
                s.putBacks().stream()
                        .map(p -> new NoteLine(p.text(), p.command()))
                        .toList(),
                notes(s),
                s.minutes(),
                s.restartMinutes(),
                s.doneWhen(),
                s.destroys(),
                s.part() == null ? "" : s.part().fix());
    }

    /** What stands beside a step, as it is read: when and how often it is done, what is checked and answered, then the rest. */
    private static List<NoteLine> notes(Fix.Step s) {
        List<NoteLine> notes = new ArrayList<>();
        if (s.when() != null) {
            notes.add(new NoteLine("When", code(s.when().text())));
        }
        if (s.each() != null) {
            notes.add(new NoteLine(
                    "For each", code(s.each().item()) + " in " + code(s.each().list())));
        }
        if (s.onlyIf() != null) {
            String otherwise = s.onlyIf().otherwise();
            String text = code(s.onlyIf().guard().text());
            notes.add(new NoteLine("Only if", otherwise.isEmpty() ? text : text + "; otherwise " + otherwise));
        }
        if (s.part() != null && !s.part().with().isEmpty()) {
            s.part().with().forEach((name, value) -> notes.add(new NoteLine("With", code(name + " = " + value))));
        }
        s.gets().forEach(g -> notes.add(new NoteLine("Get", get(g))));
        s.asks().forEach(a -> notes.add(new NoteLine("Ask", a.text() + " (" + String.join(", ", a.choices()) + ")")));
        s.answers()
                .forEach(a -> notes.add(new NoteLine(
                        "Answer",
                        code(a.prompt()) + " with " + code(a.answer())
                                + (a.why().isEmpty() ? "" : "; " + a.why()))));
        if (!s.nothingShows().isEmpty()) {
            notes.add(new NoteLine("Nothing shows", s.nothingShows()));
        }
        s.checks()
                .forEach(c -> notes.add(new NoteLine(
                        "Check", code(c.guard().text()) + (c.meaning().isEmpty() ? "" : "; " + c.meaning()))));
        s.notes().forEach(n -> notes.add(new NoteLine(n.keyword(), n.text())));
        s.followUps()
                .forEach(u ->
                        notes.add(new NoteLine("Follow up", u.text() + (u.who().isEmpty() ? "" : "; by " + u.who()))));
        return notes;
    }

    private static String get(Fix.Get g) {
        return g.name() + ", " + code(g.address())
                + (g.origin().isEmpty() ? "" : ", from " + g.origin())
                + (g.size().isEmpty() ? "" : ", " + g.size())
                + (g.asOf() == null ? "" : ", as of " + g.asOf())
                + (g.when() == null ? "" : ", when " + code(g.when().text()));
    }

    private static String code(String text) {
        return "`" + text + "`";
    }
}
