package org.mendak.server.evidence;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.util.List;
import java.util.Objects;
import org.mendak.core.evidence.CountedLog;
import org.mendak.core.evidence.Drift;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.plan.Plan;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Vocabulary;
import org.mendak.server.cases.log.CaseLog;
import org.mendak.server.library.Library;
import org.mendak.server.library.LibraryService;
import org.springframework.stereotype.Component;

/** What the desk's evidence says of each known error: kept until the error's cases or its documents change. */
@Component
class DeskLines {

    /** Lines that are kept; one of chosen cases keeps these, and counts as many. */
    private static final int MOST_KEPT = 500_000;

    private static final Duration LIFE = Duration.ofHours(2);

    /** What a line is of. */
    private record Of(String error, CaseChoice choice) {}

    /** What a line depends on. */
    private record State(
            Library library, KeptLog log, long version, KnownError error, List<Fix> fixes, Vocabulary vocabulary) {
        boolean isStill(State now) {
            return log == now.log
                    && version == now.version
                    && error.equals(now.error)
                    && fixes.equals(now.fixes)
                    && Objects.equals(vocabulary, now.vocabulary);
        }
    }

    /**
     * One error's part.
     *
     * @param chosen its chosen cases
     * @param evidence of them
     * @param order of its fixes; null without cases
     * @param tested what the tries of each fix say of a change; empty without cases
     * @param changed those of them that say there was one
     * @param hardlyEver the titles of fixes that hardly ever helped
     */
    record Line(
            KnownError error,
            ErrorEvidenceService.Chosen chosen,
            int cases,
            Evidence evidence,
            Plan order,
            List<Drift.Tested> tested,
            List<DeskEvidence.Changed> changed,
            List<String> hardlyEver,
            List<String> products,
            List<String> agents,
            State state) {

        private Line in(State now) {
            return new Line(error, chosen, cases, evidence, order, tested, changed, hardlyEver, products, agents, now);
        }
    }

    private final ErrorEvidenceService errors;
    private final EvidenceMemory memory;
    private final LibraryService library;
    private final Cache<Of, Line> lines = Caffeine.newBuilder()
            .maximumWeight(MOST_KEPT)
            .weigher((Of of, Line l) -> of.choice().isEverything() ? 1 : 1 + l.cases())
            .expireAfterAccess(LIFE)
            .build();

    DeskLines(ErrorEvidenceService errors, EvidenceMemory memory, LibraryService library) {
        this.errors = errors;
        this.memory = memory;
        this.library = library;
    }

    /** What is told of a published error. */
    Line of(KnownError error, CaseChoice choice) {
        Of key = new Of(error.key(), choice);
        Library documents = library.library();
        KeptLog log = memory.of(error, documents.fixes());
        Line known = lines.getIfPresent(key);
        if (known != null
                && known.state().library() == documents
                && known.state().log() == log
                && known.state().version() == log.version()) {
            return known;
        }
        State now = state(error, documents, log);
        // what was published says nothing of most errors
        Line line = known == null || !known.state().isStill(now) ? computed(error, choice, now) : known.in(now);
        lines.put(key, line);
        return line;
    }

    private static State state(KnownError error, Library now, KeptLog log) {
        List<Fix> fixes = Library.fixKeys(error).stream()
                .flatMap(k -> now.fix(k).stream())
                .toList();
        return new State(now, log, log.version(), error, fixes, now.vocabulary());
    }

    private Line computed(KnownError error, CaseChoice choice, State now) {
        ErrorEvidenceService.Chosen chosen = errors.choose(error, choice);
        Evidence evidence = chosen.fitted().evidence();
        int cases = chosen.look(CountedLog::size);
        List<CaseLog.Entry> all = now.log().look(CountedLog::entries);
        List<Drift.Tested> tested = cases == 0 ? List.of() : EvidenceViews.tested(evidence);
        EvidenceViews views = new EvidenceViews(now.library(), evidence);
        return new Line(
                error,
                chosen,
                cases,
                evidence,
                cases == 0 ? null : errors.plan(chosen, choice),
                tested,
                cases == 0 ? List.of() : views.changed(error, tested),
                views.hardlyEver(),
                EvidenceViews.distinct(all.stream().map(CaseLog.Entry::product)),
                EvidenceViews.distinct(all.stream().map(CaseLog.Entry::agent)),
                now);
    }
}
