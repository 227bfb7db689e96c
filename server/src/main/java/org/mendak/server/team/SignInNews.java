package org.mendak.server.team;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.springframework.stereotype.Component;

/**
 * What somebody is told when they come in: whatever was done about their sign-in since they came in last, by whomever, and tokens that end soon. The desk
 * sends no mail; the next sign-in is where they learn of it (OWASP ASVS 4.0.3, 2.2.3 and 2.3.3).
 */
@Component
class SignInNews {

    private static final int MOST = 5;
    private static final int MOST_READ = 100;
    private static final Duration SOON = Duration.ofDays(14);
    private static final String NEW_BROWSER = "at a new browser";

    private static final Set<String> ALWAYS = Set.of(
            "password-changed", "password-chosen", "account-tied", "account-untied", "address-made", "sign-in-refused");
    /** What one does oneself is no news. */
    private static final Set<String> BY_OTHERS = Set.of("person-changed", "access-ended", "session-ended");

    private final AuditStore audit;
    private final TokenStore tokens;
    private final Clock clock;

    SignInNews(AuditStore audit, TokenStore tokens, Clock clock) {
        this.audit = audit;
        this.tokens = tokens;
        this.clock = clock;
    }

    /**
     * One thing.
     *
     * @param who by whom; nobody for strangers and the command line
     * @param what the act's word in the journal, or "token-ends"
     * @param detail of the act, or the token's name
     */
    record News(Instant at, Who who, String what, String detail) {}

    /** What the journal says of how somebody came in. */
    static String how(boolean known, boolean byAccount) {
        String by = byAccount ? "by account" : "";
        return known ? by : (by + (by.isEmpty() ? "" : ", ") + NEW_BROWSER);
    }

    /** The newest, before this sign-in is written down; nothing for whoever comes for the first time. */
    List<News> of(Tx tx, Person p) {
        List<News> all = new ArrayList<>();
        Instant now = clock.instant();
        tokens.of(tx, p.id(), now).stream()
                .filter(t -> t.expiresAt() != null && t.expiresAt().isBefore(now.plus(SOON)))
                .map(t -> new News(t.expiresAt(), p.who(), "token-ends", t.name()))
                .sorted(Comparator.comparing(News::at))
                .forEach(all::add);
        if (p.signedInAt() != null) {
            var about = new AuditStore.Wanted(null, null, SignIns.target(p), p.signedInAt(), null, null);
            audit.rows(tx, about, MOST_READ).stream()
                    .filter(r -> isNews(r, p))
                    .map(r -> new News(r.at(), r.who(), r.what(), r.detail()))
                    .forEach(all::add);
        }
        return all.stream().limit(MOST).toList();
    }

    private static boolean isNews(AuditStore.Row r, Person p) {
        return ALWAYS.contains(r.what())
                || BY_OTHERS.contains(r.what()) && !p.who().equals(r.who())
                || r.what().equals("signed-in") && r.detail().endsWith(NEW_BROWSER);
    }
}
