package org.mendak.server.platform;

import java.time.Duration;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;

/** Work that goes on beside whoever asked for it, waited for as long as they are patient. */
public final class Awaited {

    private Awaited() {}

    /**
     * What it comes to, if it does within some time; it goes on otherwise. Not to be waited for while a connection is held.
     *
     * @param patience what is already over counts as none
     * @throws RuntimeException what the work ended with
     */
    public static <T> Optional<T> within(CompletableFuture<T> work, Duration patience) {
        try {
            return Optional.of(work.get(Math.max(0, patience.toNanos()), TimeUnit.NANOSECONDS));
        } catch (TimeoutException e) {
            return Optional.empty();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return Optional.empty();
        } catch (ExecutionException e) {
            throw e.getCause() instanceof RuntimeException r ? r : new IllegalStateException(e.getCause());
        }
    }
}
