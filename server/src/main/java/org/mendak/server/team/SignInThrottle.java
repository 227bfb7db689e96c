package org.mendak.server.team;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.mendak.server.platform.Refusal;
import org.springframework.stereotype.Component;

/**
 * Slows down guessing: after five failures for a sign-in each further try must wait, twice as long as the one before, up to
 * a quarter of an hour. Counted by sign-in, so that guessing from many addresses is slowed as well.
 */
@Component
class SignInThrottle {

    private static final int FREE = 5;
    private static final Duration LONGEST = Duration.ofMinutes(15);
    private static final int MOST_KEPT = 10_000;

    private record Failures(int count, Instant next) {}

    private final Map<String, Failures> failures = new ConcurrentHashMap<>();
    private final Clock clock;

    SignInThrottle(Clock clock) {
        this.clock = clock;
    }

    /** Refuses if it is too early for another try. */
    void check(String login) {
        Failures f = failures.get(login);
        if (f != null && f.count() >= FREE && clock.instant().isBefore(f.next())) {
            long seconds = Duration.between(clock.instant(), f.next()).toSeconds() + 1;
            throw Refusal.tooMany("Too many failed tries. Please wait " + seconds + " seconds.", seconds);
        }
    }

    void failed(String login) {
        if (failures.size() > MOST_KEPT) {
            failures.values().removeIf(f -> f.next().isBefore(clock.instant()));
        }
        failures.compute(login, (l, f) -> {
            int count = f == null ? 1 : f.count() + 1;
            long seconds = count < FREE ? 0 : Math.min(LONGEST.toSeconds(), 1L << Math.min(20, count - FREE + 1));
            return new Failures(count, clock.instant().plusSeconds(seconds));
        });
    }

    void succeeded(String login) {
        failures.remove(login);
    }
}
