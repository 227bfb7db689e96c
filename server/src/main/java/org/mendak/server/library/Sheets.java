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

    /** A question to ask. */
    public record QuestionLine(String text, String sets, List<String> choices, double minutes, String run) {}

    /** A fix to try; {@code published} is false if agents cannot open it. */
    public record TryLine(
            String fix,
            String title,
            String when,
            List<String> after,
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

    /** A step; commands as written, with their placeholders. */
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
            String destroys) {}

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
                        .map(q -> new QuestionLine(q.text(), q.sets(), q.choices(), q.minutes(), q.run()))
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

    private static TryLine tryLine(KnownError.TryItem t, Library library) {
        Fix f = library.fixes().get(t.fix());
        boolean there = f != null;
        return new TryLine(
                t.fix(),
                there ? f.title() : t.title(),
                t.whenText(),
                t.after(),
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
                s.destroys());
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
        return notes;
    }

    private static String code(String text) {
        return "`" + text + "`";
    }
}
