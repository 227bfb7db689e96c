package org.mendak.server.cases;

import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.springframework.stereotype.Service;

/**
 * Fixes shown on another device by a short code: at the device one reads the steps on a phone without signing in. A code lives for
 * two hours and until Mendak stops, shows one fix of one case and nothing else of it, and changes nothing.
 */
@Service
class ShownFixes {

    /** Letters and digits that are not taken for each other when they are typed off a screen. */
    private static final String SIGNS = "23456789abcdefghjkmnpqrstuvwxyz";

    private static final int LENGTH = 8;
    private static final Duration LIVES = Duration.ofHours(2);
    private static final int MOST = 2_000;
    /** Wrong codes that are answered in one minute, from all callers together: 31^8 codes outlast that by far. */
    private static final int WRONG_A_MINUTE = 60;

    private record Shown(long number, String fix, Instant until) {}

    /** A code, and until when it holds. */
    record Code(String code, Instant until) {}

    /** A fix for reading at the device; no names, no texts. */
    record Page(String title, @OrNull String device, CaseViews.FilledFix fix, Instant until) {}

    private final Map<String, Shown> codes = new ConcurrentHashMap<>();
    private final SecureRandom random = new SecureRandom();
    private final Db db;
    private final CaseReader reader;
    private final Clock clock;
    private Instant minute = Instant.EPOCH;
    private int wrong;

    ShownFixes(Db db, CaseReader reader, Clock clock) {
        this.db = db;
        this.reader = reader;
        this.clock = clock;
    }

    Code show(Caller caller, long number, String fix) {
        caller.may(Role.AGENT, Scope.CASES, "show a fix");
        db.tx(tx -> reader.filled(tx, number, String.valueOf(fix)));
        Instant now = clock.instant();
        codes.values().removeIf(s -> s.until().isBefore(now));
        if (codes.size() >= MOST) {
            throw Refusal.tooMany("Too many fixes are being shown just now.", 60);
        }
        StringBuilder code = new StringBuilder();
        for (int i = 0; i < LENGTH; i++) {
            code.append(SIGNS.charAt(random.nextInt(SIGNS.length())));
        }
        Instant until = now.plus(LIVES);
        codes.put(code.toString(), new Shown(number, fix, until));
        return new Code(code.toString(), until);
    }

    Page page(String typed) {
        String code = typed.toLowerCase(java.util.Locale.ROOT).replaceAll("[\\s-]", "");
        Shown s = codes.get(code);
        if (s == null || s.until().isBefore(clock.instant())) {
            countWrong();
            throw Refusal.notFound("This code shows nothing, or no longer. Ask the desk for a new one.");
        }
        return db.tx(tx -> {
            CaseRow c = reader.row(tx, s.number());
            return new Page(reader.title(c.errorKey()), c.device(), reader.filled(tx, s.number(), s.fix()), s.until());
        });
    }

    private synchronized void countWrong() {
        Instant now = clock.instant();
        if (minute.plusSeconds(60).isBefore(now)) {
            minute = now;
            wrong = 0;
        }
        if (++wrong > WRONG_A_MINUTE) {
            throw Refusal.tooMany("Too many wrong codes. Please wait a minute.", 60);
        }
    }
}
