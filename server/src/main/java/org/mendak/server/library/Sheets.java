package org.mendak.server.library;

import java.util.Iterator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import org.mendak.core.language.ProductRange;
import org.mendak.core.language.Titles;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.FixValues;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Outline;
import org.mendak.core.runbook.Piece;
import org.mendak.core.runbook.Problem;
import org.mendak.core.runbook.RunbookTitles;
import org.mendak.core.runbook.Vocabulary;
import org.mendak.core.runbook.WithTitles;
import org.mendak.server.platform.OrNull;

/** Known errors and fixes as readers get them over HTTP. Prose is CommonMark. */
public final class Sheets {

    private Sheets() {}

    /**
     * A text that is not stored, judged; {@code error} or {@code fix} is what readers would see, null if it cannot be read.
     *
     * @param missing fixes that it points at and nobody has written
     * @param outline its parts, for writing into them; empty if its head cannot be read
     */
    public record Checked(
            List<Problem> problems,
            List<MissingFix> missing,
            Outline outline,
            @OrNull ErrorSheet error,
            @OrNull FixSheet fix) {}

    /** A fix that nobody has written, as a document calls it. */
    public record MissingFix(String key, String title) {}

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
            List<SectionLine> sections,
            List<QuestionLine> questions,
            List<TryLine> tries,
            List<RuledOutLine> ruledOut,
            List<VerifyLine> verify,
            int revision) {}

    /** A question to ask, or with {@code run} a read-only look; {@code how} is how to find it out, may be empty. */
    public record QuestionLine(
            String text,
            String sets,
            List<String> choices,
            double minutes,
            String run,
            List<String> reads,
            String how) {}

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

    /** A check at the end; {@code decides} whether the error is gone only if it holds, else {@code limitation} is what does not work then. */
    public record VerifyLine(String text, String required, String otherwise, boolean decides, String limitation) {}

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
            List<PartLine> parts,
            Told told,
            List<StepLine> steps,
            List<UsedBy> usedBy,
            int revision) {}

    /** A known error that tries the fix, or rules it out. */
    public record UsedBy(String key, String title) {}

    /** What is told of a fix before it is begun; what is false was not said. {@code affects} is empty for nobody else. */
    public record Told(boolean reversible, boolean keepsData, boolean offline, String affects) {

        /** What a fix's head says. */
        public static Told of(Fix f) {
            return new Told(
                    f.traits().reversible(),
                    f.traits().keepsData(),
                    f.traits().offline(),
                    f.traits().affects());
        }
    }

    /**
     * A step with everything that stands in it, in its order; where a value goes in a command its title stands.
     *
     * @param runs the fix that it runs as a part, else empty
     */
    public record StepLine(String title, List<PartLine> parts, String runs) {}

    /** A section of a known error; the part before the first heading has an empty title. */
    public record SectionLine(String title, List<PartLine> parts) {}

    /**
     * A part of a sheet, where it was written.
     *
     * @param kind words (CommonMark), said (a clause, CommonMark), shown (a clause, as it stands on a screen), caution, risk, command,
     *     withheld (a command that is shown in a case alone, behind its gate), or item
     * @param label the clause's word; of a command its language
     * @param index of an item its place in the list that its section makes, from 0; else -1
     * @param below of an item what stands under it
     */
    public record PartLine(String kind, String label, String text, int index, List<PartLine> below) {}

    static ErrorLine line(KnownError e) {
        return new ErrorLine(
                e.key(),
                e.title(),
                phases(e),
                products(e),
                signatures(e, RunbookTitles.of(Vocabulary.EMPTY, e, List.of())),
                Library.fixKeys(e),
                e.firstAid());
    }

    private static List<String> phases(KnownError e) {
        return e.phases().stream().map(p -> p.word()).toList();
    }

    private static List<String> products(KnownError e) {
        return e.products().stream().map(ProductRange::inWords).toList();
    }

    private static List<SignatureLine> signatures(KnownError e, Titles titles) {
        return e.signatures().stream()
                .map(s -> new SignatureLine(
                        s.kind().name().toLowerCase(Locale.ROOT),
                        s.template() == null ? s.text() : WithTitles.template(s.template(), titles)))
                .toList();
    }

    /** A known error for reading, with what the library says of its fixes now. */
    public static ErrorSheet sheet(KnownError e, Library library) {
        List<Fix> fixes = Library.fixKeys(e).stream()
                .map(library.fixes()::get)
                .filter(java.util.Objects::nonNull)
                .toList();
        RunbookTitles titles = RunbookTitles.of(library.vocabulary(), e, fixes);
        return new ErrorSheet(
                e.key(),
                e.title(),
                phases(e),
                products(e),
                e.firstAid(),
                ErrorParts.of(e, titles, library),
                e.questions().stream()
                        .map(q -> question(e, q, library.vocabulary(), titles))
                        .toList(),
                e.tries().stream().map(t -> tryLine(e, t, library, titles)).toList(),
                e.ruledOut().stream()
                        .map(r -> new RuledOutLine(r.fix(), r.title(), r.reason()))
                        .toList(),
                e.verify().stream()
                        .map(v -> new VerifyLine(v.text(), v.required(), v.otherwise(), v.decides(), v.limitation()))
                        .toList(),
                library.revisions().getOrDefault("error/" + e.key(), 0));
    }

    private static QuestionLine question(KnownError e, KnownError.Question q, Vocabulary v, Titles titles) {
        return new QuestionLine(
                q.text(),
                q.sets(),
                q.choices(),
                q.minutes(),
                WithTitles.text(q.run(), e.capturedNames(), Map.of(), titles),
                q.capture() == null
                        ? List.of()
                        : List.copyOf(q.capture().titles().values()),
                v.fact(q.sets()).map(Vocabulary.Fact::how).orElse(""));
    }

    private static TryLine tryLine(KnownError e, KnownError.TryItem t, Library library, Titles titles) {
        Fix f = library.fixes().get(t.fix());
        boolean there = f != null;
        return new TryLine(
                t.fix(),
                there ? f.title() : t.title(),
                t.guard() == null ? "" : t.guard().inWords(titles),
                t.after(),
                t.together(),
                t.lastResort(),
                with(e, t, titles),
                there,
                there ? f.minutes() : 0,
                there ? risk(f) : "safe",
                there && f.workaround(),
                there ? needs(f, library.vocabulary()) : List.of());
    }

    /** What is handed in, by what people call it. */
    private static Map<String, String> with(KnownError e, KnownError.TryItem t, Titles titles) {
        Map<String, String> with = new TreeMap<>();
        t.with()
                .forEach((name, value) ->
                        with.put(titles.of(name), WithTitles.text(value, e.capturedNames(), Map.of(), titles)));
        return with;
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
        return sheet(f, library, library.triedBy().getOrDefault(f.key(), List.of()));
    }

    /**
     * A fix for reading.
     *
     * @param users the known errors that try it
     */
    public static FixSheet sheet(Fix f, Library library, List<KnownError> users) {
        Map<String, String> parameters = new TreeMap<>();
        f.parameters().forEach((name, type) -> parameters.put(Titles.inWords(name), type.word()));
        List<Fix> parts = f.steps().stream()
                .filter(s -> s.part() != null)
                .map(s -> library.fixes().get(s.part().fix()))
                .filter(java.util.Objects::nonNull)
                .toList();
        RunbookTitles titles = RunbookTitles.of(
                library.vocabulary(),
                null,
                java.util.stream.Stream.concat(java.util.stream.Stream.of(f), parts.stream())
                        .toList());
        List<UsedBy> usedBy = users.stream()
                .map(e -> new UsedBy(e.key(), e.title()))
                .sorted(java.util.Comparator.comparing(UsedBy::title))
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
                intro(f, titles),
                Told.of(f),
                f.steps().stream().map(s -> StepLines.of(f, s, titles)).toList(),
                usedBy,
                library.revisions().getOrDefault("fix/" + f.key(), 0));
    }

    /** What stands before a fix's steps. */
    private static List<PartLine> intro(Fix f, Titles titles) {
        Parts parts = new Parts(FixValues.declared(f), titles);
        Iterator<String> effects = f.sideEffects().iterator();
        for (Piece p : f.pieces()) {
            if (p instanceof Piece.Words w) {
                parts.words(w);
            } else if (p instanceof Piece.Clause c) {
                Parts.next(effects, e -> parts.said(c.keyword(), e));
            }
        }
        return parts.lines();
    }
}
