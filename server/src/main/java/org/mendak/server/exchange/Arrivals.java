package org.mendak.server.exchange;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.UUID;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Refusal;
import org.springframework.stereotype.Component;

/** Libraries that were sent and are being looked at before they are imported: on the disk, for an hour, a few at a time. */
@Component
class Arrivals {

    private static final int MOST = 12;
    private static final Duration LIFE = Duration.ofHours(1);

    private record Sent(long by, Path file) {}

    private final Cache<String, Sent> sent = Caffeine.newBuilder()
            .maximumSize(MOST)
            .expireAfterWrite(LIFE)
            .executor(Runnable::run)
            .evictionListener((String id, Sent s, com.github.benmanes.caffeine.cache.RemovalCause why) -> forget(s))
            .build();

    /** Keeps a file; answers the name it is asked for by. */
    String keep(Caller caller, Path file) {
        String id = UUID.randomUUID().toString();
        sent.put(id, new Sent(caller.id(), file));
        return id;
    }

    /** What is in it. */
    LibraryArchive.Contents contents(Caller caller, String id) {
        Sent s = sent.getIfPresent(id);
        if (s == null || s.by() != caller.id()) {
            throw Refusal.notFound("What you sent is not kept any more. Send it again; nothing was stored.");
        }
        try {
            return LibraryArchive.read(s.file());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Forgets it, if it was sent by this caller. */
    void forget(Caller caller, String id) {
        Sent s = sent.getIfPresent(id);
        if (s != null && s.by() == caller.id()) {
            sent.invalidate(id);
            forget(s);
        }
    }

    private static void forget(Sent s) {
        try {
            Files.deleteIfExists(s.file());
        } catch (IOException e) {
            // the folder is swept at the next start
            s.file().toFile().deleteOnExit();
        }
    }
}
