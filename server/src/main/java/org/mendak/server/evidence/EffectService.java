package org.mendak.server.evidence;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.mendak.core.evidence.Effect;
import org.mendak.core.evidence.Interval;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.server.library.Library;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.springframework.stereotype.Service;

/** What was measured of a document before and since it was changed. */
@Service
class EffectService {

    private final Db db;
    private final EffectStore store;
    private final LibraryService library;

    EffectService(Db db, EffectStore store, LibraryService library) {
        this.db = db;
        this.store = store;
        this.library = library;
    }

    /**
     * What was measured of a published revision. Of a fix: how often it was retested and was good and stayed so. Of a known error: how many
     * of its cases ended, and with the error mended for good.
     *
     * @param key an earlier name of the document, or the one it has
     * @param revision 0 for what came before any was published here
     * @param from since when readers saw it; null with revision 0
     * @param minutes mean of a try, or of a case; null if nothing is known of it
     * @param plausible where the share plausibly lies, at 80 %
     */
    record Measured(
            String key, int revision, @OrNull Instant from, int tried, int held, Double minutes, Interval plausible) {}

    /** Whether the newest published revision does better than the one before it that was tried. */
    record Since(int revision, int before, Effect.Verdict verdict) {}

    /** The published revisions, the newest first; {@code since} is null if there is nothing to compare, or nothing was tried since. */
    record Effects(List<Measured> revisions, @OrNull Since since) {}

    Effects of(Caller caller, DocumentKind kind, String key) {
        caller.may(Role.AGENT, Scope.READ, "see evidence");
        List<String> names = Stream.concat(Stream.of(key), aliases(kind, key)).toList();
        return db.tx(tx -> {
            List<EffectStore.Measured> measured =
                    kind == DocumentKind.FIX ? store.ofFixes(tx, names) : store.ofErrors(tx, names);
            return effects(store.published(tx, kind, names), measured);
        });
    }

    private Stream<String> aliases(DocumentKind kind, String key) {
        Library now = library.library();
        return kind == DocumentKind.FIX
                ? now.fix(key).stream().flatMap(f -> f.aliases().stream())
                : now.error(key).stream().flatMap(e -> e.aliases().stream());
    }

    private record Of(String key, int revision) {}

    private static Effects effects(List<EffectStore.Published> published, List<EffectStore.Measured> measured) {
        Map<Of, EffectStore.Measured> by = new HashMap<>();
        measured.forEach(m -> by.put(new Of(m.key(), m.revision()), m));
        List<Measured> all = new ArrayList<>();
        for (EffectStore.Published p : published) {
            EffectStore.Measured m = by.remove(new Of(p.key(), p.revision()));
            all.add(
                    m == null
                            ? measured(new EffectStore.Measured(p.key(), p.revision(), 0, 0, null), p.from())
                            : measured(m, p.from()));
        }
        by.values().forEach(m -> all.add(measured(m, null)));
        return new Effects(all, since(all).orElse(null));
    }

    private static Measured measured(EffectStore.Measured m, Instant from) {
        double share = m.tried() == 0 ? 0 : m.held() / (double) m.tried();
        return new Measured(
                m.key(),
                m.revision(),
                from,
                m.tried(),
                m.held(),
                m.minutes(),
                Interval.wilson(share, m.tried(), Interval.Z_80));
    }

    private static Optional<Since> since(List<Measured> all) {
        if (all.isEmpty() || all.get(0).tried() == 0) {
            return Optional.empty();
        }
        return all.stream().skip(1).filter(m -> m.tried() > 0).findFirst().map(before -> {
            Measured now = all.get(0);
            Effect e = new Effect(before.held(), before.tried(), now.held(), now.tried());
            return new Since(now.revision(), before.revision(), e.verdict());
        });
    }
}
