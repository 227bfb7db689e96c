package org.mendak.server.evidence;

import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.server.cases.CaseChanged;
import org.mendak.server.cases.CaseLog;
import org.mendak.server.library.Library;
import org.mendak.server.platform.Tx;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;

/** Fits the evidence of a known error when it is next asked for after a change; never updates a fit in place. */
@Service
public class EvidenceService {

    private static final int MOST_KEPT = 2_000;
    private static final double UNKNOWN_MINUTES = 10;

    /** What a fit depends on. */
    private record Key(String error, String version, long revision, List<String> fixes, List<Double> minutes) {}

    private final EvidenceStore store;
    private final CaseLog log;
    private final Map<Key, Evidence> fits = new ConcurrentHashMap<>();

    EvidenceService(EvidenceStore store, CaseLog log) {
        this.store = store;
        this.log = log;
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
    public Evidence of(Tx tx, KnownError error, Map<String, Fix> fixes, String version) {
        List<String> keys = Library.fixKeys(error);
        List<Double> minutes = keys.stream()
                .map(k -> fixes.containsKey(k) ? fixes.get(k).minutes() : UNKNOWN_MINUTES)
                .toList();
        Key key = new Key(error.key(), version == null ? "" : version, store.revision(tx, error.key()), keys, minutes);
        Evidence known = fits.get(key);
        if (known != null) {
            return known;
        }
        Evidence fresh =
                Evidence.of(keys, minutes.stream().mapToDouble(m -> m).toArray(), log.of(tx, error.key()), version);
        if (fits.size() >= MOST_KEPT) {
            fits.clear();
        }
        fits.put(key, fresh);
        return fresh;
    }

    List<EvidenceStore.Count> counts(Tx tx) {
        return store.counts(tx);
    }
}
