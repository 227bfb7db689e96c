package org.mendak.server.library;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.ParsedDocument;
import org.mendak.core.runbook.RunbookParser;
import org.springframework.stereotype.Component;

/** Revisions that were parsed lately. A committed revision never changes as long as its document is there, so its number stands for its text. */
@Component
class ParsedDocuments {

    /** Characters of the texts whose parsed form is kept; that takes about eight times as many bytes. */
    private static final long MOST_CHARACTERS = 8_000_000;

    private static final Duration LIFE = Duration.ofHours(2);

    private record Of(DocumentKind kind, String key, int revision) {}

    private record Kept(ParsedDocument document, int characters) {}

    private final Cache<Of, Kept> kept = Caffeine.newBuilder()
            .maximumWeight(MOST_CHARACTERS)
            .weigher((Of k, Kept v) -> v.characters() + 100)
            .expireAfterAccess(LIFE)
            .build();

    /**
     * The parsed form of a revision; parsed once, however many ask at once.
     *
     * @param revision a committed one: one that is rolled back may be written again with another text
     */
    ParsedDocument of(DocumentKind kind, String key, int revision, String text) {
        return kept.get(new Of(kind, key, revision), k -> new Kept(RunbookParser.parse(kind, key, text), text.length()))
                .document();
    }

    /** A document is no longer there: revisions of another with its key have other texts. */
    void forget(DocumentKind kind, String key) {
        kept.asMap().keySet().removeIf(k -> k.kind() == kind && k.key().equals(key));
    }
}
