package org.mendak.server.team;

import java.time.Instant;
import java.util.Optional;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** The table {@code invitation}: addresses that are good for one use. Only hashes of what stands in them are in it. */
@Component
class InvitationStore {

    /** The address of the first lead, in place of the one before. */
    void forFirstLead(Tx tx, String hash, Instant now) {
        tx.run("delete from invitation where used_at is null and person_id is null");
        tx.run("insert into invitation (hash, created_at) values (?, ?)", hash, now);
    }

    /** The address by which somebody chooses a password, in place of the one before. */
    void forPassword(Tx tx, String hash, long person, Instant now, Instant until) {
        forget(tx, person);
        tx.run(
                "insert into invitation (hash, created_at, person_id, expires_at) values (?, ?, ?, ?)",
                hash,
                now,
                person,
                until);
    }

    void forget(Tx tx, long person) {
        tx.run("delete from invitation where person_id = ?", person);
    }

    /** Whose password is chosen by it; null if it makes the first lead. */
    record Invitation(Long person) {}

    /** The address of that hash, if it still holds. */
    Optional<Invitation> open(Tx tx, String hash, Instant now) {
        return tx.one(
                "select person_id from invitation where hash = ? and used_at is null and (expires_at is null or expires_at > ?)",
                r -> new Invitation(r.getObject(1, Long.class)),
                hash,
                now);
    }

    /** Uses it up; 0 if somebody else was faster. */
    int use(Tx tx, String hash, Instant now) {
        return tx.run("update invitation set used_at = ? where hash = ? and used_at is null", now, hash);
    }
}
