package org.mendak.server.evidence;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.time.YearMonth;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Stream;
import org.mendak.core.evidence.Basis;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.LoggedCase;
import org.mendak.core.evidence.Variable;
import org.mendak.core.language.Facts;
import org.mendak.core.plan.PastConditions;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Vocabulary;
import org.mendak.server.cases.CaseChanged;
import org.mendak.server.cases.log.CaseLog;
import org.mendak.server.library.Library;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Settings;
import org.mendak.server.platform.Tx;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;

/** Fits the evidence of a known error when it is next asked for after a change; never updates a fit in place. */
@Service
public class EvidenceService {

    /** Cases whose fits and whose logs are kept; one case takes about a kilobyte in a log, far less in a fit. */
    private static final long MOST_CASES_KEPT = 200_000;

    private static final Duration LIFE = Duration.ofHours(2);
    private static final double UNKNOWN_MINUTES = 10;

    /** What a fit is of; a newer one takes its place. */
    private record Of(String error, String version) {}

    /** What a fit depends on. */
    private record Key(
            long revision,
            List<String> fixes,
            List<Double> minutes,
            List<Variable> variables,
            List<String> conditions,
            List<String> changed) {}

    /** What a log depends on. */
    private record Read(long revision, List<String> aliases, List<String> changed) {}

    private record Log(Read key, List<CaseLog.Entry> entries) {}

    private record Fit(Key key, Fitted fitted, int cases) {}

    /** Evidence, and how often conditions held in the same cases. */
    public record Fitted(Evidence evidence, PastConditions past) {}

    private final EvidenceStore store;
    private final CaseLog log;
    private final LibraryService library;
    private final ZoneId zone;
    private final Cache<Of, Fit> fits = Caffeine.newBuilder()
            .maximumWeight(MOST_CASES_KEPT)
            .weigher((Of k, Fit f) -> f.cases() + 10)
            .expireAfterAccess(LIFE)
            .build();
    private final Cache<String, Log> logs = Caffeine.newBuilder()
            .maximumWeight(MOST_CASES_KEPT)
            .weigher((String k, Log l) -> l.entries().size() + 10)
            .expireAfterAccess(LIFE)
            .build();

    /**
     * Numbers the changes of all logs. Never given twice in a run, not even when a transaction is taken back: what was computed in it
     * must not pass for what another one stores under the same number.
     */
    private final AtomicLong changes;

    EvidenceService(Db db, EvidenceStore store, CaseLog log, LibraryService library, Settings settings) {
        zone = settings.zone();
        this.store = store;
        this.log = log;
        this.library = library;
        this.changes = new AtomicLong(db.tx(store::highest));
    }

    /** A case under an error's earlier name is one of its cases too. */
    @EventListener
    void changed(CaseChanged event) {
        Set<String> errors = new TreeSet<>(event.errors());
        event.errors().forEach(e -> library.library().error(e).ifPresent(now -> errors.add(now.key())));
        errors.forEach(e -> store.changed(event.tx(), e, changes.incrementAndGet()));
    }

    /**
     * The evidence of a known error.
     *
     * @param fixes its fixes that are published, by key
     * @param version the product version of the case at hand; null if unknown
     */
    public Fitted of(Tx tx, KnownError error, Map<String, Fix> fixes, String version) {
        Key key = new Key(
                store.revision(tx, error.key()),
                Library.fixKeys(error),
                minutes(error, fixes),
                variables(error, library.library().vocabulary()),
                error.tries().stream().map(KnownError.TryItem::whenText).toList(),
                changed(error));
        // one fits while others wait for the same
        return fits.asMap()
                .compute(
                        new Of(error.key(), version == null ? "" : version),
                        (k, known) ->
                                known != null && known.key().equals(key) ? known : fit(tx, key, error, fixes, version))
                .fitted();
    }

    private Fit fit(Tx tx, Key key, KnownError error, Map<String, Fix> fixes, String version) {
        List<LoggedCase> cases =
                entries(tx, error).stream().map(CaseLog.Entry::logged).toList();
        return new Fit(key, fit(error, fixes, cases, version), cases.size());
    }

    /** The log of an error's cases, oldest first; kept until it changes. */
    List<CaseLog.Entry> entries(Tx tx, KnownError error) {
        Read key = new Read(store.revision(tx, error.key()), error.aliases(), changed(error));
        return logs.asMap()
                .compute(
                        error.key(),
                        (k, known) -> known != null && known.key().equals(key)
                                ? known
                                : new Log(key, log.entries(tx, error.key())))
                .entries();
    }

    /** The evidence of a known error as it may be published, in the cases that there are; not kept. */
    public Fitted rehearsed(Tx tx, KnownError error, Map<String, Fix> fixes) {
        return fit(
                error,
                fixes,
                log.entries(tx, error.key()).stream().map(CaseLog.Entry::logged).toList(),
                null);
    }

    /** The evidence of some of an error's cases; not kept. */
    Fitted fit(KnownError error, Map<String, Fix> fixes, List<LoggedCase> cases, String version) {
        return fit(error, fixes, library.library().vocabulary(), cases, version);
    }

    /**
     * The evidence of a known error in any log, wherever that comes from.
     *
     * @param version the product version of the case at hand; null if unknown
     */
    public static Fitted fit(
            KnownError error, Map<String, Fix> fixes, Vocabulary vocabulary, List<LoggedCase> cases, String version) {
        return new Fitted(
                Evidence.of(basis(error, fixes, vocabulary, cases, version)),
                PastConditions.of(
                        error, cases.stream().map(c -> new Facts(c.facts())).toList()));
    }

    /** What the evidence of a known error rests on. */
    public static Basis basis(
            KnownError error, Map<String, Fix> fixes, Vocabulary vocabulary, List<LoggedCase> cases, String version) {
        KnownError planned = error.plannable();
        return new Basis(
                Library.fixKeys(planned),
                minutes(planned, fixes),
                cases,
                version,
                variables(error, vocabulary),
                Basis.FirstPicks.WHEN_TELLING);
    }

    private static List<Double> minutes(KnownError error, Map<String, Fix> fixes) {
        return Library.fixKeys(error).stream()
                .map(k -> fixes.containsKey(k) ? fixes.get(k).minutes() : UNKNOWN_MINUTES)
                .toList();
    }

    /** The facts that tell causes apart; one that a question sets, or that costs minutes, had to be asked for. */
    private static List<Variable> variables(KnownError error, Vocabulary vocabulary) {
        return error.tells().stream()
                .map(name -> new Variable(
                        name,
                        error.questions().stream().anyMatch(q -> q.sets().equals(name))
                                || vocabulary
                                        .fact(name)
                                        .filter(f -> f.minutes() > 0)
                                        .isPresent()))
                .toList();
    }

    /** When its fixes were changed so much that what was tried before counts less, and by which names what is known of cases went before. */
    private List<String> changed(KnownError error) {
        Stream<String> fixes = Library.fixKeys(error).stream()
                .map(k -> library.library()
                        .fix(k)
                        // what was tried under an earlier name is the fix's own
                        .map(f -> f.key() + f.aliases() + f.traits().substantial())
                        .orElse(""));
        return Stream.concat(
                        fixes,
                        Stream.of(library.library().vocabulary().formerNames().toString()))
                .toList();
    }

    /** How a fix has fared over all known errors: how often it was retested, and how often that was good and stayed so. */
    public record Fared(String fix, int tried, int held) {}

    /** How these fixes have fared, their earlier names included; those that nobody tried are left out. Bundles count for none. */
    List<Fared> fared(Tx tx, List<String> fixes) {
        Map<String, int[]> sums = new java.util.TreeMap<>();
        List<String> names = fixes.stream()
                .flatMap(k -> Stream.concat(
                        Stream.of(k), library.library().fix(k).stream().flatMap(f -> f.aliases().stream())))
                .distinct()
                .toList();
        for (EvidenceStore.Fared f : store.fared(tx, names)) {
            String today = library.library().fix(f.fix()).map(Fix::key).orElse(f.fix());
            int[] sum = sums.computeIfAbsent(today, k -> new int[2]);
            sum[0] += f.tried();
            sum[1] += f.held();
        }
        return sums.entrySet().stream()
                .map(e -> new Fared(e.getKey(), e.getValue()[0], e.getValue()[1]))
                .toList();
    }

    /** How often a known error occurs, and in which month it was met last. */
    record Occurrence(String error, int cases, int open, String lastMonth) {}

    List<Occurrence> occurrences(Tx tx) {
        return store.counts(tx).stream()
                .map(c -> new Occurrence(
                        c.error(),
                        c.cases(),
                        c.open(),
                        YearMonth.from(c.last().atZone(zone)).toString()))
                .toList();
    }
}
