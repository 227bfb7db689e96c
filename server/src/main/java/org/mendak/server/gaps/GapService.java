package org.mendak.server.gaps;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.mendak.core.privacy.PersonalDetails;
import org.mendak.core.recognise.Recognition;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Edit;
import org.mendak.core.runbook.Editing;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.shapes.Common;
import org.mendak.server.cases.WorkedTime;
import org.mendak.server.gaps.CameInStore.CameIn;
import org.mendak.server.gaps.GapStore.Hidden;
import org.mendak.server.gaps.GapStore.Unknown;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Who;
import org.mendak.server.recognition.RecognitionService;
import org.springframework.stereotype.Service;

/** What the desk met and could not name. */
@Service
class GapService {

    /** As many shapes are told as anybody reads; how many there are is told too. */
    private static final int MOST = 200;

    /** As many are tried whether a runbook knows them by now; what comes behind them cost least. */
    private static final int LOOKED_AT = 1_000;

    private static final int SAMPLES = 3;
    private static final int CASES = 50;
    private static final int NEAR = 3;
    /** Below this nobody would take the one for the other. */
    private static final double LIKE = 0.05;

    private static final int REASON = 1_000;
    private static final int READ = 60;
    /** The place of the section among a known error's. */
    private static final int RECOGNISE = 1;

    private final Db db;
    private final GapStore store;
    private final UnknownShapes unknown;
    private final CasesCameIn cameIn;
    private final LogLines logs;
    private final RecognitionService recognition;
    private final NamedSince named;
    private final LibraryService library;
    private final AuditStore audit;
    private final Clock clock;

    GapService(
            Db db,
            GapStore store,
            UnknownShapes unknown,
            CasesCameIn cameIn,
            LogLines logs,
            RecognitionService recognition,
            NamedSince named,
            LibraryService library,
            AuditStore audit,
            Clock clock) {
        this.db = db;
        this.store = store;
        this.unknown = unknown;
        this.cameIn = cameIn;
        this.logs = logs;
        this.recognition = recognition;
        this.named = named;
        this.library = library;
        this.audit = audit;
        this.clock = clock;
    }

    /**
     * The gaps.
     *
     * @param cases opened in the last year
     * @param solvedShare of them, solved or worked around; in [0, 1], 0 without any
     * @param unnamedShare of them, about no known error; in [0, 1], 0 without any
     * @param shapes those that cost most first
     * @param more shapes that are not told
     * @param hidden shapes that somebody hid, those that only logs said among them
     */
    record Gaps(long cases, double solvedShare, double unnamedShare, List<Shape> shapes, int more, int hidden) {}

    /**
     * A shape.
     *
     * @param number its newest case, by which it is named in calls
     * @param message what its texts have in common, with placeholders
     * @param minutes how long people worked on it, as far as that is known
     * @param samples some of its texts
     * @param logs in how many logs it stands
     * @param draft the draft that was made of it; null if none was
     * @param hiddenFor why it is hidden; null if it is not
     */
    record Shape(
            long number,
            String message,
            int count,
            int open,
            int solved,
            double minutes,
            List<String> products,
            List<String> phases,
            List<Who> agents,
            List<String> samples,
            List<Long> cases,
            Instant first,
            Instant last,
            int logs,
            @OrNull String draft,
            @OrNull String hiddenFor) {}

    /** A known error that a shape may be in other words. */
    record Near(String error, String title, double probability) {}

    /** The gaps, or those that somebody hid. */
    Gaps gaps(Caller caller, boolean hidden) {
        caller.may(Role.AGENT, Scope.READ, "see gaps");
        Read r = db.tx(tx -> {
            UnknownShapes.Grouped grouped = unknown.grouped(tx);
            LogLines.Sorted lines = logs.sorted(tx, grouped.shapes());
            return new Read(
                    grouped,
                    lines.besides(grouped.shapes()),
                    lines.hidden(),
                    store.hidden(tx).stream().collect(Collectors.toMap(Hidden::number, Function.identity())));
        });
        List<CameIn> all = cameIn.since(clock.instant().minus(UnknownShapes.BACK));
        // no connection is held while texts are recognised
        UnknownShapes.Grouped g = r.grouped();
        List<List<Integer>> costly = g.shapes().groups().stream()
                .sorted(Comparator.comparingDouble((List<Integer> places) -> -minutes(g, places))
                        .thenComparing(places -> -places.size())
                        .thenComparing(places -> -g.cases().get(places.get(0)).number()))
                .toList();
        List<List<Integer>> wanted = costly.stream()
                .filter(places -> isHidden(r, places) == hidden)
                .limit(LOOKED_AT)
                .filter(places -> !named.isNamed(g.texts().get(places.get(0))))
                .toList();
        return new Gaps(
                all.size(),
                share(all.stream().filter(CameIn::solved).count(), all.size()),
                share(all.stream().filter(c -> c.error() == null).count(), all.size()),
                wanted.stream().limit(MOST).map(places -> shape(r, places)).toList(),
                Math.max(0, wanted.size() - MOST),
                r.hiddenLines()
                        + (int) costly.stream()
                                .filter(places -> isHidden(r, places))
                                .count());
    }

    /** What a list of gaps is put together from; logs by the first place of a shape. */
    private record Read(
            UnknownShapes.Grouped grouped, Map<Integer, Integer> logs, int hiddenLines, Map<Long, Hidden> hidden) {}

    private static boolean isHidden(Read r, List<Integer> places) {
        return places.stream()
                .anyMatch(i -> r.hidden().containsKey(r.grouped().cases().get(i).number()));
    }

    private static double minutes(UnknownShapes.Grouped g, List<Integer> places) {
        return places.stream().mapToDouble(i -> minutes(g.cases().get(i))).sum();
    }

    private static Shape shape(Read r, List<Integer> places) {
        UnknownShapes.Grouped g = r.grouped();
        List<Unknown> cases = places.stream().map(g.cases()::get).toList();
        List<String> texts = places.stream().map(g.texts()::get).toList();
        return new Shape(
                cases.get(0).number(),
                Common.of(texts.subList(0, Math.min(texts.size(), READ))).template(),
                cases.size(),
                (int) cases.stream().filter(Unknown::open).count(),
                (int) cases.stream().filter(Unknown::solved).count(),
                cases.stream().mapToDouble(GapService::minutes).sum(),
                distinct(cases, Unknown::product),
                distinct(cases, Unknown::phase),
                cases.stream().map(Unknown::agent).distinct().toList(),
                texts.stream().distinct().limit(SAMPLES).toList(),
                cases.stream().map(Unknown::number).limit(CASES).toList(),
                cases.stream()
                        .map(Unknown::openedAt)
                        .min(Comparator.naturalOrder())
                        .orElseThrow(),
                cases.stream()
                        .map(Unknown::openedAt)
                        .max(Comparator.naturalOrder())
                        .orElseThrow(),
                r.logs().getOrDefault(places.get(0), 0),
                cases.stream()
                        .map(Unknown::draft)
                        .filter(Objects::nonNull)
                        .findFirst()
                        .orElse(null),
                cases.stream()
                        .map(c -> r.hidden().get(c.number()))
                        .filter(Objects::nonNull)
                        .map(Hidden::reason)
                        .findFirst()
                        .orElse(null));
    }

    private static double share(long part, long all) {
        return all == 0 ? 0 : part / (double) all;
    }

    private static double minutes(Unknown c) {
        if (c.closedAt() == null) {
            return 0;
        }
        Duration d = Duration.between(c.openedAt(), c.closedAt());
        return Math.min(d.toSeconds(), WorkedTime.PLAUSIBLE.toSeconds()) / 60.0;
    }

    private static List<String> distinct(List<Unknown> cases, Function<Unknown, String> of) {
        return cases.stream()
                .map(of)
                .filter(Objects::nonNull)
                .distinct()
                .sorted()
                .toList();
    }

    /** The known errors that a shape is most like: is it one of these in other words? */
    List<Near> near(Caller caller, long number) {
        caller.may(Role.AGENT, Scope.READ, "see gaps");
        String text = db.tx(tx -> {
            UnknownShapes.Grouped g = unknown.grouped(tx);
            return g.texts().get(places(g, number).get(0));
        });
        return recognition.recognise(text, null, null, null).candidates().stream()
                .filter(c -> c.probability() >= LIKE)
                .limit(NEAR)
                .map((Recognition.Candidate c) -> new Near(
                        c.error(),
                        library.library()
                                .error(c.error())
                                .map(KnownError::title)
                                .orElse(c.error()),
                        c.probability()))
                .toList();
    }

    private static List<Integer> places(UnknownShapes.Grouped g, long number) {
        return g.of(number).orElseThrow(() -> Refusal.notFound("Case " + number + " is none that was not recognised."));
    }

    /** Hides a shape, for a reason; an empty one shows it again. */
    void hide(Caller caller, long number, String reason) {
        caller.may(Role.AUTHOR, Scope.LIBRARY, "hide gaps");
        String why = reason(reason);
        db.run(tx -> {
            UnknownShapes.Grouped g = unknown.grouped(tx);
            List<Integer> places = places(g, number);
            if (why.isEmpty()) {
                store.show(
                        tx, places.stream().map(i -> g.cases().get(i).number()).toList());
            } else {
                store.hide(tx, new Hidden(number, why, caller.who(), clock.instant()));
            }
            audit.write(tx, caller, why.isEmpty() ? "gap-shown" : "gap-hidden", String.valueOf(number), cut(why));
        });
    }

    /** Why a shape is hidden, as it is kept; empty if it is to be shown again. */
    static String reason(String said) {
        String why = said == null ? "" : said.strip();
        if (why.length() > REASON) {
            throw Refusal.invalid("A reason has at most " + REASON + " characters. Nothing was stored.");
        }
        return why;
    }

    static String cut(String s) {
        return s.length() <= 200 ? s : s.substring(0, 200);
    }

    /** A shape is a known error in other words: its message and a sample go into a draft of that error. */
    LibraryService.View isOne(Caller caller, long number, String error) {
        caller.may(Role.AUTHOR, Scope.LIBRARY, "write documents");
        List<String> texts = db.tx(tx -> {
            UnknownShapes.Grouped g = unknown.grouped(tx);
            return places(g, number).stream().map(g.texts()::get).limit(READ).toList();
        });
        Common message = Common.of(texts);
        String sample = Common.of(texts.subList(0, 1)).pieces().stream()
                .map(Common.Piece::text)
                .collect(Collectors.joining())
                .strip();
        return library.redraft(
                caller,
                DocumentKind.ERROR,
                String.valueOf(error),
                text -> {
                    Editing.Edited e = Editing.apply(
                            DocumentKind.ERROR,
                            text,
                            List.of(
                                    added("Message", "template", message.template()),
                                    added("Sample", "sample", PersonalDetails.mask(sample, Set.of()))));
                    if (!e.refused().isEmpty()) {
                        throw Refusal.invalid(e.refused());
                    }
                    return e.text();
                },
                "in the words of case " + number);
    }

    private static Edit added(String what, String field, String value) {
        return new Edit.Add(List.of(RECOGNISE), what, Map.of(field, List.of(value)));
    }
}
