package org.mendak.server.platform;

import java.time.Clock;
import org.springframework.stereotype.Component;

/** Writes who did what to what. Field names and revision numbers only, never pasted texts. */
@Component
public class AuditStore {

    private final Clock clock;

    AuditStore(Clock clock) {
        this.clock = clock;
    }

    /** Adds a row in the transaction of the act itself. */
    public void write(Tx tx, Caller who, String what, String target, String detail) {
        tx.run(
                "insert into audit (at, who, what, target, detail) values (?, ?, ?, ?, ?)",
                clock.instant(),
                who.login(),
                what,
                cut(target, 200),
                cut(detail, 400));
    }

    private static String cut(String s, int most) {
        return s.length() <= most ? s : s.substring(0, most);
    }
}
