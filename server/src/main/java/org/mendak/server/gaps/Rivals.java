package org.mendak.server.gaps;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.List;
import java.util.Objects;
import org.mendak.core.recognise.Recognition;
import org.mendak.core.runbook.KnownError;
import org.mendak.server.library.Library;
import org.mendak.server.library.LibraryService;
import org.mendak.server.recognition.RecognitionService;
import org.springframework.stereotype.Component;

/** What the library takes texts for. It is asked about the same few at each pause in typing, so it is kept until the library changes. */
@Component
class Rivals {

    /** As many known errors as a text may be taken for are stood beside. */
    private static final int MOST = 4;

    private static final long MOST_CHARACTERS = 4_000_000;

    private record Asked(long edition, String text) {}

    private final LibraryService library;
    private final RecognitionService recognition;
    private final Cache<Asked, List<String>> kept = Caffeine.newBuilder()
            .maximumWeight(MOST_CHARACTERS)
            .weigher((Asked a, List<String> keys) -> a.text().length() + 100)
            .build();

    Rivals(LibraryService library, RecognitionService recognition) {
        this.library = library;
        this.recognition = recognition;
    }

    /** The likeliest first; none if it is taken for nothing. */
    List<KnownError> of(String text) {
        Library now = library.library();
        return kept
                .get(
                        new Asked(recognition.edition(), text),
                        a -> recognition.recognise(text, null, null, null).candidates().stream()
                                .limit(MOST)
                                .map(Recognition.Candidate::error)
                                .toList())
                .stream()
                .map(now.errors()::get)
                .filter(Objects::nonNull)
                .toList();
    }
}
