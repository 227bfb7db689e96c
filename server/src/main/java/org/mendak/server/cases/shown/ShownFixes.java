package org.mendak.server.cases.shown;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import org.mendak.server.cases.CaseReader;
import org.mendak.server.cases.CaseRow;
import org.mendak.server.cases.CaseViews;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.springframework.stereotype.Service;

/**
 * Fixes shown on another device by a short code: at the device one reads the steps on a phone without signing in. A code lives for
 * two hours, until its case ends, it is taken back or Mendak stops; shows one fix of one case and nothing else of it, none of the
 * commands that destroy something, and changes nothing.
 */
@Service
class ShownFixes {

    /** Letters and digits that are not taken for each other when they are typed off a screen. */
    private static final String SIGNS = "23456789abcdefghjkmnpqrstuvwxyz";

    private static final int LENGTH = 8;
    private static final Duration LIVES = Duration.ofHours(2);
    private static final int MOST = 2_000;
    private static final int MOST_OF_ONE = 20;

    /** Wrong codes in one minute after which nothing is answered any more, the right code neither: from one address, and from all. */
    private static final int WRONG_OF_ONE = 10;

    private static final int WRONG_OF_ALL = 600;

    private record Shown(long by, long number, String fix, Instant until) {}

    /** A code, and until when it holds. */
    record Code(String code, Instant until) {}

    /** A fix for reading at the device; no names, no texts. */
    record Page(String title, @OrNull String device, CaseViews.FilledFix fix, Instant until) {}

    private final Map<String, Shown> codes = new ConcurrentHashMap<>();

    /** Wrong codes of the last minute by address; under {@link #ALL} those of all. */
    private final Cache<String, AtomicInteger> wrong = Caffeine.newBuilder()
            .maximumSize(10_000)
            .expireAfterWrite(Duration.ofMinutes(1))
            .build();

    /** Addresses that have opened a code, which others' guessing does not shut out. */
    private final Cache<String, Boolean> opened =
            Caffeine.newBuilder().maximumSize(MOST * 4L).expireAfterWrite(LIVES).build();

    /** For how long the page at the device shows a command behind a gate that was opened. */
    private static final Duration GATE_LIVES = Duration.ofMinutes(10);

    private static final String ALL = "";

    private final SecureRandom random = new SecureRandom();
    private final Db db;
    private final CaseReader reader;
    private final Clock clock;

    ShownFixes(Db db, CaseReader reader, Clock clock) {
        this.db = db;
        this.reader = reader;
        this.clock = clock;
    }

    /** A code for a fix; the one that is out already, if the same person shows the same fix again. */
    synchronized Code show(Caller caller, long number, String fix) {
        caller.may(Role.AGENT, Scope.CASES, "show a fix");
        db.run(tx -> {
            if (!reader.row(tx, number).open()) {
                throw Refusal.conflict("Case " + number + " is closed; reopen it first.");
            }
            reader.filled(tx, number, String.valueOf(fix));
        });
        Instant now = clock.instant();
        codes.values().removeIf(s -> s.until().isBefore(now));
        for (Map.Entry<String, Shown> e : codes.entrySet()) {
            Shown s = e.getValue();
            if (s.by() == caller.id() && s.number() == number && s.fix().equals(fix)) {
                return new Code(e.getKey(), s.until());
            }
        }
        if (codes.size() >= MOST
                || codes.values().stream().filter(s -> s.by() == caller.id()).count() >= MOST_OF_ONE) {
            throw Refusal.tooMany("Too many fixes are being shown just now. Take one back first.", 60);
        }
        StringBuilder code = new StringBuilder();
        for (int i = 0; i < LENGTH; i++) {
            code.append(SIGNS.charAt(random.nextInt(SIGNS.length())));
        }
        Instant until = now.plus(LIVES);
        codes.put(code.toString(), new Shown(caller.id(), number, fix, until));
        return new Code(code.toString(), until);
    }

    /** Takes back whatever of a case is shown. */
    synchronized void takeBack(Caller caller, long number) {
        caller.may(Role.AGENT, Scope.CASES, "take back what is shown");
        db.run(tx -> reader.row(tx, number));
        codes.values().removeIf(s -> s.number() == number);
    }

    /**
     * What a code shows.
     *
     * @param from the address that asks
     */
    Page page(String typed, String from) {
        String code = typed.length() > 100 ? "" : typed.toLowerCase(Locale.ROOT).replaceAll("[\\s-]", "");
        if (opened.getIfPresent(from + " " + code) == null) {
            refuseGuessing(from);
        }
        Shown s = codes.get(code);
        if (s == null || s.until().isBefore(clock.instant())) {
            throw wrong(from);
        }
        Optional<Page> page = db.tx(tx -> {
            CaseRow c = reader.row(tx, s.number());
            return c.open()
                    ? Optional.of(new Page(
                            reader.title(c.errorKey()),
                            c.device(),
                            reader.filled(tx, s.number(), s.fix())
                                    .withoutWhatDestroys(clock.instant().minus(GATE_LIVES)),
                            s.until()))
                    : Optional.empty();
        });
        if (page.isEmpty()) {
            codes.remove(code);
            throw wrong(from);
        }
        opened.put(from + " " + code, true);
        return page.get();
    }

    private void refuseGuessing(String from) {
        if (count(from).get() >= WRONG_OF_ONE || count(ALL).get() >= WRONG_OF_ALL) {
            throw Refusal.tooMany("Too many wrong codes. Please wait a minute.", 60);
        }
    }

    private AtomicInteger count(String from) {
        return wrong.get(from, k -> new AtomicInteger());
    }

    private Refusal wrong(String from) {
        count(from).incrementAndGet();
        count(ALL).incrementAndGet();
        return Refusal.notFound("This code shows nothing, or no longer. Ask the desk for a new one.");
    }
}
