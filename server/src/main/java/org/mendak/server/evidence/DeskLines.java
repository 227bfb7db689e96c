package org.mendak.server.evidence;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.util.List;
import java.util.Objects;
import java.util.function.Function;
import java.util.stream.IntStream;
import org.mendak.core.evidence.CountedLog;
import org.mendak.core.evidence.Drift;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.FixTally;
import org.mendak.core.plan.Plan;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Vocabulary;
import org.mendak.server.cases.log.CaseLog;
import org.mendak.server.library.Library;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Who;
import org.springframework.stereotype.Component;

/** What the desk's evidence says of each known error: kept until the error's cases or its documents change. */
@Component
class DeskLines {

    /** Lines that are kept; one of chosen cases keeps these, and counts as many. */
    private static final int MOST_KEPT = 500_000;

    private static final Duration LIFE = Duration.ofHours(12);

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
     * A fix of which there is something to tell.
     *
     * @param neverHelps whether it was tried often and hardly ever helped
     * @param tested what its tries say of a change
     */
    record Telling(String fix, int tried, int held, boolean neverHelps, Drift.Tested tested) {}

    /**
     * What the measured order is expected to take; each is null in the author's order.
     *
     * @param differs whether it is another one than the author's
     */
    record Minutes(Double expected, Double authored, Double saved, boolean differs) {}

    /**
     * One error's part: what is told of it and no more, as there may be thousands.
     *
     * @param chosen the log of its chosen cases; null if all are
     * @param enough whether they are enough to measure an order
     * @param little whether they are little to go by
     * @param minutes null without cases
     * @param telling its fixes that have something to tell of a change, or hardly ever help; empty without cases
     * @param changed those of them that say there was one
     * @param hardlyEver the titles of fixes that hardly ever helped
     */
    record Line(
            KnownError error,
            CountedLog<CaseLog.Entry> chosen,
            int cases,
            int solved,
            boolean enough,
            boolean little,
            Minutes minutes,
            List<Telling> telling,
            List<DeskEvidence.Changed> changed,
            List<String> hardlyEver,
            List<String> products,
            List<Who> agents,
            State state) {

        private Line in(State now) {
            return new Line(
                    error,
                    chosen,
                    cases,
                    solved,
                    enough,
                    little,
                    minutes,
                    telling,
                    changed,
                    hardlyEver,
                    products,
                    agents,
                    now);
        }

        /** Looks at the chosen cases. */
        <T> T look(Function<CountedLog<CaseLog.Entry>, T> at) {
            return chosen == null ? state.log().look(at) : at.apply(chosen);
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
                chosen.chosen(),
                cases,
                evidence.solved(),
                evidence.enoughToMeasure(),
                evidence.isLittle(),
                cases == 0 ? null : minutes(error, errors.plan(chosen, choice)),
                telling(evidence, tested),
                cases == 0 ? List.of() : views.changed(error, tested),
                views.hardlyEver(),
                EvidenceViews.distinct(all.stream().map(CaseLog.Entry::product)),
                all.stream().map(CaseLog.Entry::agent).distinct().toList(),
                now);
    }

    private static Minutes minutes(KnownError error, Plan plan) {
        return new Minutes(
                plan.expectedMinutes(),
                plan.expectedMinutesAuthored(),
                plan.savedMinutes(),
                ErrorEvidenceService.differs(error, plan));
    }

    private static List<Telling> telling(Evidence evidence, List<Drift.Tested> tested) {
        return IntStream.range(0, tested.size())
                .mapToObj(i -> {
                    FixTally t = evidence.tallies().get(i);
                    return new Telling(evidence.fixes().get(i), t.tried(), t.held(), t.neverHelps(), tested.get(i));
                })
                .filter(t -> t.neverHelps() || t.tested().evidence() > 0)
                .toList();
    }
}
