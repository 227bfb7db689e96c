package org.mendak.server.evidence;

import java.time.YearMonth;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
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
import org.mendak.server.cases.CaseLog;
import org.mendak.server.library.Library;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Settings;
import org.mendak.server.platform.Tx;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;

/** Fits the evidence of a known error when it is next asked for after a change; never updates a fit in place. */
@Service
public class EvidenceService {

    private static final int MOST_KEPT = 2_000;
    private static final int MOST_CASES_KEPT = 200_000;
    private static final double UNKNOWN_MINUTES = 10;

    /** What a fit depends on. */
    private record Key(
            String error,
            String version,
            long revision,
            List<String> fixes,
            List<Double> minutes,
            List<Variable> variables,
            List<String> conditions,
            List<String> changed) {}

    /** What a log depends on. */
    private record Read(long revision, List<String> aliases, List<String> changed) {}

    private record Log(Read key, List<CaseLog.Entry> entries) {}

    /** Evidence, and how often conditions held in the same cases. */
    public record Fitted(Evidence evidence, PastConditions past) {}

    private final EvidenceStore store;
    private final CaseLog log;
    private final LibraryService library;
    private final ZoneId zone;
    private final Map<Key, Fitted> fits = new ConcurrentHashMap<>();
    private final Map<String, Log> logs = new ConcurrentHashMap<>();

    EvidenceService(EvidenceStore store, CaseLog log, LibraryService library, Settings settings) {
        zone = settings.zone();
        this.store = store;
        this.log = log;
        this.library = library;
    }

    @EventListener
    void changed(CaseChanged event) {
        event.errors().forEach(e -> store.changed(event.tx(), e));
    }

    /**
     * The evidence of a known error.
     *
     * @param fixes its fixes that are published, by key
     * @param version the product version of the case at hand; null if unknown
     */
    public Fitted of(Tx tx, KnownError error, Map<String, Fix> fixes, String version) {
        Key key = new Key(
                error.key(),
                version == null ? "" : version,
                store.revision(tx, error.key()),
                Library.fixKeys(error),
                minutes(error, fixes),
                variables(error, library.library().vocabulary()),
                error.tries().stream().map(KnownError.TryItem::whenText).toList(),
                changed(error));
        Fitted known = fits.get(key);
        if (known != null) {
            return known;
        }
        Fitted fresh = fit(
                error,
                fixes,
                entries(tx, error).stream().map(CaseLog.Entry::logged).toList(),
                version);
        if (fits.size() >= MOST_KEPT) {
            fits.clear();
        }
        fits.put(key, fresh);
        return fresh;
    }

    /** The log of an error's cases, oldest first; kept until it changes. */
    List<CaseLog.Entry> entries(Tx tx, KnownError error) {
        Read key = new Read(store.revision(tx, error.key()), error.aliases(), changed(error));
        Log known = logs.get(error.key());
        if (known != null && known.key().equals(key)) {
            return known.entries();
        }
        List<CaseLog.Entry> entries = log.entries(tx, error.key());
        if (logs.values().stream().mapToInt(l -> l.entries().size()).sum() + entries.size() > MOST_CASES_KEPT) {
            logs.clear();
        }
        logs.put(error.key(), new Log(key, entries));
        return entries;
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
        return new Basis(
                Library.fixKeys(error),
                minutes(error, fixes),
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

    /** When its fixes were changed so much that what was tried before counts less. */
    private List<String> changed(KnownError error) {
        return Library.fixKeys(error).stream()
                .map(k -> library.library()
                        .fix(k)
                        .map(f -> String.valueOf(f.traits().substantial()))
                        .orElse(""))
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
