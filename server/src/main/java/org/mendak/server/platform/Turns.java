package org.mendak.server.platform;

import java.util.Objects;
import java.util.TreeSet;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.ReentrantLock;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/**
 * One after the other, in the order they came, at one case or one document. Taken before a connection is: who waits holds none, so many at
 * one case hold nobody else up. The database's own row locks would do the same less well: H2 2.4.240 gives back an older row when a
 * transaction that waited for a lock is taken back just while the one before it commits (docs/decisions/0022).
 */
@Component
public class Turns {

    private static final int STRIPES = 1_024;
    private static final long PATIENCE_S = 20;

    private final ReentrantLock[] locks =
            Stream.generate(() -> new ReentrantLock(true)).limit(STRIPES).toArray(ReentrantLock[]::new);

    /**
     * Does the work when it is its turn at each of these things.
     *
     * @param things what is changed, such as a case's number with its kind; taken in one order, so that two never wait for each other
     * @throws Refusal if the turn does not come
     */
    public <T> T take(Supplier<T> work, Object... things) {
        TreeSet<Integer> stripes = new TreeSet<>();
        for (Object thing : things) {
            stripes.add(Math.floorMod(Objects.hashCode(thing) * 0x9E3779B9, STRIPES));
        }
        return take(stripes, work);
    }

    private <T> T take(TreeSet<Integer> stripes, Supplier<T> work) {
        Integer first = stripes.pollFirst();
        if (first == null) {
            return work.get();
        }
        ReentrantLock lock = locks[first];
        if (!taken(lock)) {
            throw Refusal.unavailable("Too many change the same at once. Nothing was stored; try again.");
        }
        try {
            return take(stripes, work);
        } finally {
            lock.unlock();
        }
    }

    private static boolean taken(ReentrantLock lock) {
        try {
            return lock.tryLock(PATIENCE_S, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        }
    }
}
