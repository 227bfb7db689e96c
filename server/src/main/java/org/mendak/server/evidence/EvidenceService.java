package org.mendak.server.evidence;

import java.time.YearMonth;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.plan.PastConditions;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.server.cases.log.CaseLog;
import org.mendak.server.library.Library;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Settings;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Service;

/** The evidence of known errors: fitted when it is next asked for after a change, from what is kept of their cases. */
@Service
public class EvidenceService {

    /** Evidence, and how often conditions held in the same cases. */
    public record Fitted(Evidence evidence, PastConditions past) {}

    private final EvidenceMemory memory;
    private final EvidenceStore store;
    private final CaseLog log;
    private final LibraryService library;
    private final ZoneId zone;

    EvidenceService(
            EvidenceMemory memory, EvidenceStore store, CaseLog log, LibraryService library, Settings settings) {
        zone = settings.zone();
        this.memory = memory;
        this.store = store;
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
