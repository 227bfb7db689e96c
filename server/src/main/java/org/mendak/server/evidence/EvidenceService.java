package org.mendak.server.evidence;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.BiConsumer;
import java.util.stream.Collectors;
import org.mendak.core.evidence.CountedLog;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.FixTally;
import org.mendak.core.plan.PastConditions;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.server.cases.log.CaseLog;
import org.mendak.server.library.Library;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Service;

/** The evidence of known errors: fitted when it is next asked for after a change, from what is kept of their cases. */
@Service
public class EvidenceService {

    /** Evidence, and how often conditions held in the same cases. */
    public record Fitted(Evidence evidence, PastConditions past) {}

    private final EvidenceMemory memory;
    private final Occurrences occurrences;
    private final CaseLog log;
    private final LibraryService library;

    EvidenceService(EvidenceMemory memory, Occurrences occurrences, CaseLog log, LibraryService library) {
        this.occurrences = occurrences;
        this.memory = memory;
        this.log = log;
        this.library = library;
    }

    /**
     * The evidence of a known error. Not to be asked for inside a transaction: it may have to read, and a fit takes its time.
     *
     * @param fixes its fixes that are published, by key
     * @param version the product version of the case at hand; null if unknown
     */
    public Fitted of(KnownError error, Map<String, Fix> fixes, String version) {
        KeptLog kept = memory.of(error, fixes);
        Fitted fitted = kept.fitted(version);
        memory.weighed(kept);
        return fitted;
    }

    /** The evidence of a known error as it may be published, in the cases that there are; not kept. */
    public Fitted rehearsed(Tx tx, KnownError error, Map<String, Fix> fixes) {
        return Frame.of(error, fixes, library.library())
                .fit(error, log.reading(e -> CaseLog.ALL_FACTS).ofError(tx, error), null);
    }

    /** The evidence of a known error in any log, wherever that comes from, for a case of which no version is known. */
    public static Fitted fit(KnownError error, Library library, List<CaseLog.Entry> entries) {
        return Frame.of(error, library.fixes(), library).fit(error, entries, null);
    }

    /** How a fix has fared over all known errors: how often it was retested, and how often that was good and stayed so. */
    public record Fared(String fix, int tried, int held) {}

    /**
     * What fixes took.
     *
     * @param measured how many tries have minutes
     * @param median of them; 0 if none has
     */
    public record Took(int measured, double median) {

        /** Of a fix that nobody tried. */
        public static final Took NEVER = new Took(0, 0);
    }

    /** What these fixes took under the known errors that try them; those that nobody tried are left out. */
    public Map<String, Took> took(Set<String> fixes) {
        Map<String, TreeMap<Double, Integer>> minutes = new HashMap<>();
        each(
                fixes,
                (fix, log) -> log.minutes(fix)
                        .forEach((m, n) -> minutes.computeIfAbsent(fix, k -> new TreeMap<>())
                                .merge(m, n, Integer::sum)));
        Map<String, Took> took = new HashMap<>();
        minutes.forEach((fix, counts) ->
                took.put(fix, new Took(counts.values().stream().mapToInt(n -> n).sum(), CountedLog.median(counts))));
        return took;
    }

    /** How many cases each known error has, by its key at the time. */
    public Map<String, Integer> met() {
        return occurrences.all().stream()
                .collect(Collectors.toMap(Occurrences.Occurrence::error, Occurrences.Occurrence::cases));
    }

    private void each(Set<String> fixes, BiConsumer<String, CountedLog<CaseLog.Entry>> look) {
        Library now = library.library();
        for (KnownError e : now.errors().values()) {
            List<String> tried = Library.fixKeys(e.plannable()).stream()
                    .filter(fixes::contains)
                    .toList();
            if (!tried.isEmpty()) {
                memory.of(e, now.fixes()).look(log -> {
                    tried.forEach(f -> look.accept(f, log));
                    return null;
                });
            }
        }
    }

    /** How these fixes have fared under the known errors that try them; those that nobody tried are left out. Bundles count for none. */
    List<Fared> fared(List<String> fixes) {
        Library now = library.library();
        Map<String, int[]> sums = new TreeMap<>();
        Set<String> wanted =
                fixes.stream().flatMap(k -> now.fix(k).stream()).map(Fix::key).collect(Collectors.toSet());
        each(wanted, (fix, log) -> {
            FixTally t = log.tally(fix);
            int[] sum = sums.computeIfAbsent(fix, k -> new int[2]);
            sum[0] += t.tried();
            sum[1] += t.held();
        });
        return sums.entrySet().stream()
                .filter(e -> e.getValue()[0] > 0)
                .map(e -> new Fared(e.getKey(), e.getValue()[0], e.getValue()[1]))
                .toList();
    }
}
