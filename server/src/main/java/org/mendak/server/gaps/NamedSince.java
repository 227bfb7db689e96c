package org.mendak.server.gaps;

import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.mendak.core.recognise.Recognition;
import org.mendak.server.recognition.RecognitionService;
import org.springframework.stereotype.Component;

/** Whether what nobody could name is recognised by now: a runbook was published since. Each text is tried once for each library. */
@Component
class NamedSince {

    private static final int MOST = 20_000;

    private final RecognitionService recognition;
    private volatile Tried tried = new Tried(-1, Map.of());

    NamedSince(RecognitionService recognition) {
        this.recognition = recognition;
    }

    private record Tried(long edition, Map<String, Optional<String>> named) {}

    boolean isNamed(String text) {
        return as(text).isPresent();
    }

    /** The known error that a text is recognised as by now; empty if it is none. */
    Optional<String> as(String text) {
        Tried t = tried;
        long edition = recognition.edition();
        if (t.edition() != edition || t.named().size() > MOST) {
            t = new Tried(edition, new ConcurrentHashMap<>());
            tried = t;
        }
        return t.named().computeIfAbsent(text, this::recognised);
    }

    private Optional<String> recognised(String text) {
        return recognition.recognise(text, null, null, null).candidates().stream()
                .findFirst()
                .filter(Recognition.Candidate::recognised)
                .map(Recognition.Candidate::error);
    }
}
