package org.mendak.server.gaps;

import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import org.mendak.core.drafting.Drafting;
import org.mendak.core.drafting.WorkedCase;
import org.mendak.core.shapes.Common;
import org.mendak.server.gaps.LogLineStore.LogLine;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Who;
import org.springframework.stereotype.Service;

/** What only logs said: no caller has yet. */
@Service
class LogGapService {

    private static final int MOST = 50;
    private static final int READ = 60;
    private static final int SAMPLES = 3;

    private final Db db;
    private final UnknownShapes unknown;
    private final LogLines logs;
    private final LogLineStore store;
    private final NamedSince named;
    private final DraftService drafts;
    private final AuditStore audit;

    LogGapService(
            Db db,
            UnknownShapes unknown,
            LogLines logs,
            LogLineStore store,
            NamedSince named,
            DraftService drafts,
            AuditStore audit) {
        this.db = db;
        this.unknown = unknown;
        this.logs = logs;
        this.store = store;
        this.named = named;
        this.drafts = drafts;
        this.audit = audit;
    }

    /**
     * A shape that only logs said.
     *
     * @param id its newest line, by which it is named in calls
     * @param message what its lines have in common, with placeholders
     * @param logs the names of the logs, the newest first
     * @param lines of its kind in all of them
     * @param draft the draft that was made of it; null if none was
     * @param hiddenFor why it is hidden; null if it is not
     */
    record LogShape(
            long id,
            String message,
            List<String> logs,
            long lines,
            List<Who> agents,
            List<String> samples,
            Instant last,
            @OrNull String draft,
            @OrNull String hiddenFor) {}

    /** Those in most logs first, or those that somebody hid; at most fifty. */
    List<LogShape> shapes(Caller caller, boolean hidden) {
        caller.may(Role.AGENT, Scope.READ, "see gaps");
        List<List<LogLine>> alone =
                db.tx(tx -> logs.sorted(tx, unknown.grouped(tx).shapes())).alone();
        return alone.stream()
                .filter(g -> (LogLines.Sorted.hiddenFor(g) != null) == hidden)
                .sorted(Comparator.comparingLong((List<LogLine> g) -> -names(g).size())
                        .thenComparingLong(g -> -lines(g))
                        .thenComparingLong(g -> -g.get(0).id()))
                .filter(g -> !named.isNamed(g.get(0).text()))
                .limit(MOST)
                .map(LogGapService::shape)
                .toList();
    }

    private static LogShape shape(List<LogLine> g) {
        return new LogShape(
                g.get(0).id(),
                Common.of(g.stream().map(LogLine::text).limit(READ).toList()).template(),
                names(g),
                lines(g),
                g.stream().map(LogLine::agent).distinct().toList(),
                g.stream().map(LogLine::text).distinct().limit(SAMPLES).toList(),
                g.stream().map(LogLine::at).max(Comparator.naturalOrder()).orElseThrow(),
                g.stream()
                        .map(LogLine::draft)
                        .filter(Objects::nonNull)
                        .findFirst()
                        .orElse(null),
                LogLines.Sorted.hiddenFor(g));
    }

    private static List<String> names(List<LogLine> g) {
        return g.stream().map(LogLine::log).distinct().toList();
    }

    private static long lines(List<LogLine> g) {
        return g.stream().mapToLong(LogLine::lines).sum();
    }

    private List<LogLine> of(long id) {
        return db.tx(tx -> logs.sorted(tx, unknown.grouped(tx).shapes()))
                .of(id)
                .orElseThrow(() -> Refusal.notFound("There is no such line of a log, or a case said it meanwhile."));
    }

    /** Hides a shape, for a reason; an empty one shows it again. */
    void hide(Caller caller, long id, String reason) {
        caller.may(Role.AUTHOR, Scope.LIBRARY, "hide gaps");
        String why = GapService.reason(reason);
        List<Long> ids = of(id).stream().map(LogLine::id).toList();
        db.run(tx -> {
            store.hide(tx, ids, why.isEmpty() ? null : why);
            audit.write(tx, caller, why.isEmpty() ? "gap-shown" : "gap-hidden", "log line " + id, GapService.cut(why));
        });
    }

    /** Makes a draft of what the lines have in common; nobody knows yet what mends it. */
    DraftService.Made draft(Caller caller, long id) {
        caller.may(Role.AGENT, Scope.CASES, "make a draft of a log");
        List<LogLine> lines = of(id);
        LogShape shape = shape(lines);
        if (shape.draft() != null) {
            throw Refusal.conflict("A draft was made of these lines already: \"" + shape.draft()
                    + "\". Go on with that, or throw it away first. Nothing was stored.");
        }
        List<WorkedCase> said = lines.stream()
                .limit(Drafting.MOST_CASES)
                .map(l -> new WorkedCase(l.id(), List.of(l.text()), null, null, List.of(), false, Double.NaN))
                .toList();
        return drafts.ofLines(
                caller,
                said,
                "made of lines in "
                        + String.join(", ", shape.logs().stream().limit(SAMPLES).toList()),
                (tx, error) -> store.drafted(tx, lines.stream().map(LogLine::id).toList(), error));
    }
}
