package org.mendak.server.cases.shown;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.util.concurrent.atomic.AtomicInteger;
import org.mendak.server.platform.Refusal;

/** Holds off whoever tries codes: after so many wrong ones nothing is answered for a minute, the right one neither. */
final class Guessing {

    /** Wrong codes in one minute: from one address, and from all. */
    private static final int WRONG_OF_ONE = 10;

    private static final int WRONG_OF_ALL = 600;
    private static final String ALL = "";

    /** Wrong codes of the last minute by address; under {@link #ALL} those of all. */
    private final Cache<String, AtomicInteger> wrong = Caffeine.newBuilder()
            .maximumSize(10_000)
            .expireAfterWrite(Duration.ofMinutes(1))
            .build();

    /** Addresses that have opened a code, which others' guessing does not shut out. */
    private final Cache<String, Boolean> opened;

    /** @param lives for how long a code holds */
    Guessing(Duration lives) {
        opened = Caffeine.newBuilder()
                .maximumSize(10_000)
                .expireAfterWrite(lives)
                .build();
    }

    void check(String from, String code) {
        boolean guesses = opened.getIfPresent(from + " " + code) == null
                && (count(from).get() >= WRONG_OF_ONE || count(ALL).get() >= WRONG_OF_ALL);
        if (guesses) {
            throw Refusal.tooMany("Too many wrong codes. Please wait a minute.", 60);
        }
    }

    void right(String from, String code) {
        opened.put(from + " " + code, true);
    }

    void wrong(String from) {
        count(from).incrementAndGet();
        count(ALL).incrementAndGet();
    }

    private AtomicInteger count(String from) {
        return wrong.get(from, k -> new AtomicInteger());
    }
}
