package org.mendak.server.gaps;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
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

    private record Tried(long edition, Map<String, Boolean> named) {}

    boolean isNamed(String text) {
        Tried t = tried;
        long edition = recognition.edition();
        if (t.edition() != edition || t.named().size() > MOST) {
            t = new Tried(edition, new ConcurrentHashMap<>());
            tried = t;
        }
        return t.named().computeIfAbsent(text, this::recognised);
    }

    private boolean recognised(String text) {
        var candidates = recognition.recognise(text, null, null, null).candidates();
        return !candidates.isEmpty() && candidates.get(0).recognised();
    }
}
