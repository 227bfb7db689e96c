package org.mendak.server.upkeep;

import com.github.benmanes.caffeine.cache.AsyncLoadingCache;
import com.github.benmanes.caffeine.cache.CacheLoader;
import com.github.benmanes.caffeine.cache.Caffeine;
import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutorService;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.server.cases.flags.FlagService;
import org.mendak.server.evidence.AilingFixes;
import org.mendak.server.library.LibraryChanged;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Awaited;
import org.mendak.server.platform.Beside;
import org.mendak.server.platform.Names;
import org.mendak.server.platform.Settings;
import org.mendak.server.platform.Tx;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** All that wants looking after, from wherever it is known: evidence, documents, flags, and what was to be put back. */
@Component
class Findings {

    private static final int MOST_LEFT_BEHIND = 200;
    /** A step to be put back that waits in an open case for longer is told of. */
    private static final Duration OLD = Duration.ofDays(7);
    /** What is read from the evidence and from all documents costs most: whoever asks later than this gets it as it was, and it is read beside. */
    private static final Duration FRESH = Duration.ofMinutes(1);

    private static final Duration KEPT = Duration.ofHours(1);

    private static final int HALF = 50;
    private static final Duration FOR_EVER = Duration.ofDays(1);

    private final UpkeepStore store;
    private final LibraryFindings documents;
    private final LibraryService library;
    private final AilingFixes ailing;
    private final FlagService flags;
    private final ZoneId zone;
    private final Clock clock;
    /** What the evidence says; the same on any day. */
    private final AsyncLoadingCache<Boolean, List<Finding>> fromEvidence;

    private final AsyncLoadingCache<LocalDate, List<Finding>> fromDocuments;
    private final Names names;
    /** What is read beside is read by one. */
    private final ExecutorService executor = Beside.one("upkeep");

    Findings(
            UpkeepStore store,
            LibraryFindings documents,
            LibraryService library,
            AilingFixes ailing,
            FlagService flags,
            Settings settings,
            Clock clock,
            Names names) {
        this.names = names;
        this.store = store;
        this.documents = documents;
        this.library = library;
        this.ailing = ailing;
        this.flags = flags;
        this.zone = settings.zone();
        this.clock = clock;
        this.fromEvidence = kept(any -> fromEvidence());
        this.fromDocuments = kept(this::fromDocuments);
    }

    @PreDestroy
    void stop() {
        executor.shutdown();
    }

    private <K> AsyncLoadingCache<K, List<Finding>> kept(CacheLoader<K, List<Finding>> read) {
        return Caffeine.newBuilder()
                .executor(executor)
                .maximumSize(2)
                .refreshAfterWrite(FRESH)
                .expireAfterWrite(KEPT)
                .buildAsync(read);
    }

    /** What was mended is gone from the list at once. */
    @EventListener
    void changed(LibraryChanged event) {
        fromDocuments.synchronous().invalidateAll();
    }

    private List<Finding> fromEvidence() {
        return ailing.all().stream().map(Findings::ailing).toList();
    }

    private List<Finding> fromDocuments(LocalDate today) {
        return List.copyOf(documents.of(library.library(), today));
    }

    /** What takes long, however long it takes; not to be asked for while a connection is held. */
    List<Finding> slow(LocalDate today) {
        return Awaited.within(gathered(today), FOR_EVER).orElseThrow();
    }

    /** What takes long if it is there within some time; it is looked for on otherwise. */
    Optional<List<Finding>> slow(LocalDate today, Duration patience) {
        return Awaited.within(gathered(today), patience);
    }

    private CompletableFuture<List<Finding>> gathered(LocalDate today) {
        return looked(fromEvidence, true).thenCombine(looked(fromDocuments, today), (evidence, read) -> {
            List<Finding> all = new ArrayList<>(evidence);
            all.addAll(read);
            return all;
        });
    }

    /** Who asks after a look that failed has it taken again. */
    private static <K> CompletableFuture<List<Finding>> looked(AsyncLoadingCache<K, List<Finding>> kept, K key) {
        // one that was there before: whoever has a look taken is told of its failure, however fast it fails
        CompletableFuture<List<Finding>> before = kept.getIfPresent(key);
        if (before != null && before.isCompletedExceptionally()) {
            kept.asMap().remove(key, before);
        }
        return kept.get(key);
    }

    /** How far it is, in percent: half of it is the evidence, which comes first. */
    int percent() {
        CompletableFuture<List<Finding>> evidence = fromEvidence.getIfPresent(true);
        return evidence == null || !evidence.isDone() ? ailing.percent() / 2 : HALF + documents.percent() / 2;
    }

    private static Finding ailing(AilingFixes.Ailing a) {
        String why = a.fell()
                ? "under “" + a.of() + "” it helped in " + a.heldBefore() + " of " + a.triedBefore() + " tries, since "
                        + a.since() + " in " + a.held() + " of " + a.tried()
                : "under “" + a.of() + "” it helped in " + a.held() + " of " + a.tried() + " tries";
        return Finding.of(
                        a.fell() ? Kind.DRIFTING : Kind.HARDLY_HELPS,
                        DocumentKind.FIX,
                        a.fix(),
                        a.title(),
                        why,
                        a.fell() ? "find out what changed, and mend its steps" : "take it out of that Try, or mend it")
                .named(a.error());
    }

    /**
     * Everything.
     *
     * @param slow what was gathered before: no connection is held while that is done
     */
    List<Finding> all(Tx tx, List<Finding> slow) {
        List<Finding> all = new ArrayList<>(slow);
        for (FlagService.Flag f : flags.open(tx)) {
            String word = f.text().isEmpty() ? "" : ": “" + f.text() + "”";
            all.add(Finding.of(
                            Kind.FLAGGED,
                            DocumentKind.FIX,
                            f.fix(),
                            f.fixTitle(),
                            names.of(f.person()) + " on case " + f.number() + " calls the step “" + f.title() + "” "
                                    + f.kind() + word,
                            "mend the step, or answer why it stays")
                    .named(String.valueOf(f.id())));
        }
        Instant now = clock.instant();
        for (UpkeepStore.LeftBehind l : store.leftBehind(tx, now, now.minus(OLD), MOST_LEFT_BEHIND)) {
            boolean passed = l.dueAt() != null && "passed-to".equals(l.state());
            String who = l.passedTo() == null ? names.of(l.who()) : l.passedTo();
            all.add(Finding.atCase(
                    Kind.LEFT_BEHIND,
                    String.valueOf(l.id()),
                    l.number(),
                    l.text(),
                    passed ? who + " was to do it by " + day(l.dueAt()) : who + " has owed it since " + day(l.at()),
                    "put it back, or say that it stays so"));
        }
        return all;
    }

    private LocalDate day(Instant at) {
        return at.atZone(zone).toLocalDate();
    }
}
