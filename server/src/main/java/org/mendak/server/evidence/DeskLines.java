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
    private record State(KeptLog log, long version, KnownError error, List<Fix> fixes, Vocabulary vocabulary) {
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
     */
    record Line(
            KnownError error,
            ErrorEvidenceService.Chosen chosen,
            int cases,
            Evidence evidence,
            Plan order,
            List<Drift.Tested> tested,
            List<String> products,
            List<String> agents,
            State state) {}

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
        State now = state(error);
        Line known = lines.getIfPresent(key);
        if (known == null || !known.state().isStill(now)) {
            known = computed(error, choice, now);
            lines.put(key, known);
        }
        return known;
    }

    private State state(KnownError error) {
        Library now = library.library();
        KeptLog log = memory.of(error, now.fixes());
        List<Fix> fixes = Library.fixKeys(error).stream()
                .map(now.fixes()::get)
                .filter(Objects::nonNull)
                .toList();
        return new State(log, log.version(), error, fixes, now.vocabulary());
    }

    private Line computed(KnownError error, CaseChoice choice, State now) {
        ErrorEvidenceService.Chosen chosen = errors.choose(error, choice);
        Evidence evidence = chosen.fitted().evidence();
        int cases = chosen.look(CountedLog::size);
        List<CaseLog.Entry> all = now.log().look(CountedLog::entries);
        return new Line(
                error,
                chosen,
                cases,
                evidence,
                cases == 0 ? null : errors.plan(chosen, choice),
                cases == 0 ? List.of() : EvidenceViews.tested(evidence),
                EvidenceViews.distinct(all.stream().map(CaseLog.Entry::product)),
                EvidenceViews.distinct(all.stream().map(CaseLog.Entry::agent)),
                now);
    }
}
