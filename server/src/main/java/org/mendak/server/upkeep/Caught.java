package org.mendak.server.upkeep;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntConsumer;
import org.mendak.core.recognise.Recognition;
import org.mendak.server.platform.Db;
import org.mendak.server.recognition.RecognitionService;
import org.springframework.stereotype.Component;

/**
 * What the library as a whole takes the newest texts for, beside what their cases turned out to be about. Each text is recognised once as
 * long as the library stays as it is.
 */
@Component
class Caught {

    /** The newest say most about what is met now. */
    static final int MOST_TEXTS = 2_000;

    private record Asked(long edition, long text) {}

    private final Db db;
    private final UpkeepStore store;
    private final RecognitionService recognition;
    private final Cache<Asked, String> kept =
            Caffeine.newBuilder().maximumSize(MOST_TEXTS * 2L).build();

    Caught(Db db, UpkeepStore store, RecognitionService recognition) {
        this.db = db;
        this.store = store;
        this.recognition = recognition;
    }

    /**
     * Of one known error.
     *
     * @param others texts of cases of other known errors
     * @param taken those of them that the library takes for this one
     */
    record Count(int others, int taken) {}

    /** How often each known error is taken for what others turned out to be. */
    record Counts(int texts, Map<String, Integer> own, Map<String, Integer> taken) {

        Count of(String error) {
            return new Count(texts - own.getOrDefault(error, 0), taken.getOrDefault(error, 0));
        }
    }

    Counts counts() {
        return counts(texts -> {});
    }

    /** @param looked takes how many texts were looked at so far */
    Counts counts(IntConsumer looked) {
        List<UpkeepStore.Said> said = db.tx(tx -> store.said(tx, MOST_TEXTS));
        long edition = recognition.edition();
        Map<String, Integer> own = new HashMap<>();
        Map<String, Integer> taken = new HashMap<>();
        int done = 0;
        for (UpkeepStore.Said s : said) {
            looked.accept(++done);
            own.merge(s.error(), 1, Integer::sum);
            String first = kept.get(new Asked(edition, s.id()), k -> first(s.text()));
            if (!first.isEmpty() && !first.equals(s.error())) {
                taken.merge(first, 1, Integer::sum);
            }
        }
        return new Counts(said.size(), own, taken);
    }

    private String first(String text) {
        return recognition.recognise(text, null, null, null).candidates().stream()
                .findFirst()
                .filter(Recognition.Candidate::recognised)
                .map(Recognition.Candidate::error)
                .orElse("");
    }
}
