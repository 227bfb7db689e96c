package org.mendak.server.gaps;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import java.time.Duration;
import org.mendak.core.review.ByWords;
import org.mendak.core.review.Rehearsal;
import org.mendak.server.platform.Db;
import org.springframework.stereotype.Component;

/** What the newest cases said, by its words. Read anew once a minute: what has left the desk is not told for longer. */
@Component
class TextsAtHand {

    /** The newest cases whose first texts are at hand. */
    static final int MOST = 2_000;

    /** Longer texts are left to a rehearsal. */
    static final int LONGEST = 8_000;

    private static final Duration LIFE = Duration.ofMinutes(1);

    private final LoadingCache<Boolean, ByWords<Rehearsal.Past>> kept;

    TextsAtHand(Db db, RehearsalStore store) {
        kept = Caffeine.newBuilder()
                .expireAfterWrite(LIFE)
                .build(k -> ByWords.of(db.tx(tx -> store.newestTexts(tx, MOST, LONGEST)), Rehearsal.Past::text));
    }

    ByWords<Rehearsal.Past> newest() {
        return kept.get(true);
    }
}
