package org.mendak.server.team;

import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** The table {@code api_token}; only hashes of tokens are in it. */
@Component
class TokenStore {

    long add(Tx tx, long person, String name, String hash, List<Scope> scopes, Instant now, Instant until) {
        return tx.insert(
                "insert into api_token (person_id, name, hash, scopes, created_at, expires_at) values (?, ?, ?, ?, ?, ?)",
                person,
                name,
                hash,
                scopes.stream().map(Scope::word).collect(Collectors.joining(",")),
                now,
                until);
    }

    /** Those of a person that hold. */
    List<ApiToken> of(Tx tx, long person, Instant now) {
        return tx.list(
                "select id, name, scopes, created_at, expires_at from api_token where person_id = ? and revoked_at is null"
                        + " and (expires_at is null or expires_at > ?) order by id",
                r -> new ApiToken(
                        r.getLong("id"),
                        r.getString("name"),
                        scopes(r.getString("scopes")),
                        Tx.instant(r, "created_at"),
                        Tx.instant(r, "expires_at")),
                person,
                now);
    }

    /** Whose a token is, and what it may do. */
    record Holder(long person, List<Scope> scopes) {}

    Optional<Holder> holder(Tx tx, String hash, Instant now) {
        return tx.one(
                "select person_id, scopes from api_token where hash = ? and revoked_at is null"
                        + " and (expires_at is null or expires_at > ?)",
                r -> new Holder(r.getLong("person_id"), scopes(r.getString("scopes"))),
                hash,
                now);
    }

    int revoke(Tx tx, long person, long id, Instant now) {
        return tx.run(
                "update api_token set revoked_at = ? where id = ? and person_id = ? and revoked_at is null",
                now,
                id,
                person);
    }

    void revokeAll(Tx tx, long person, Instant now) {
        tx.run("update api_token set revoked_at = ? where person_id = ? and revoked_at is null", now, person);
    }

    /** Their names go too. */
    void erase(Tx tx, long person) {
        tx.run("delete from api_token where person_id = ?", person);
    }

    private static List<Scope> scopes(String words) {
        return Arrays.stream(words.split(",")).map(Scope::of).toList();
    }
}
