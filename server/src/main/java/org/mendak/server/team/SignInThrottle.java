package org.mendak.server.team;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import org.mendak.server.platform.Refusal;
import org.springframework.stereotype.Component;

/**
 * Slows down guessing: after five tries for a sign-in each further one must wait, twice as long as the one before, up to a quarter of an
 * hour. A try counts when it begins, so that many at once are no way around. Strangers are counted together by sign-in, however many
 * addresses they guess from; a browser in which the person signed in before is counted by itself, so that nobody locks anybody out.
 */
@Component
class SignInThrottle {

    private static final int FREE = 5;
    private static final Duration LONGEST = Duration.ofMinutes(15);
    private static final int MOST_KEPT = 10_000;

    private record Tries(int count, Instant next) {}

    private final Cache<String, Tries> tries = Caffeine.newBuilder()
            .maximumSize(MOST_KEPT)
            .expireAfterWrite(LONGEST.multipliedBy(2))
            .build();
    private final Clock clock;

    SignInThrottle(Clock clock) {
        this.clock = clock;
    }

    /**
     * Begins a try; it counts as failed until {@link #succeeded}.
     *
     * @param who the sign-in, and the browser if it is known
     * @throws Refusal if it is too early for another try
     */
    void begin(String who) {
        tries.asMap().compute(who, (k, t) -> {
            Instant now = clock.instant();
            if (t != null && t.count() >= FREE && now.isBefore(t.next())) {
                long seconds = Duration.between(now, t.next()).toSeconds() + 1;
                throw Refusal.tooMany("Too many failed tries. Please wait " + seconds + " seconds.", seconds);
            }
            int count = t == null ? 1 : t.count() + 1;
            long seconds = count < FREE ? 0 : Math.min(LONGEST.toSeconds(), 1L << Math.min(20, count - FREE + 1));
            return new Tries(count, now.plusSeconds(seconds));
        });
    }

    void succeeded(String who) {
        tries.invalidate(who);
    }
}
