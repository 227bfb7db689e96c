package org.mendak.server.team;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** The tables {@code person}, {@code api_token} and {@code invitation}. */
@Component
class TeamStore {

    private static final String PERSON = "select id, login, name, role, active from person";

    private static Person person(ResultSet r) throws SQLException {
        return new Person(
                r.getLong("id"),
                r.getString("login"),
                r.getString("name"),
                Role.of(r.getString("role")),
                r.getBoolean("active"));
    }

    Optional<Person> byId(Tx tx, long id) {
        return tx.one(PERSON + " where id = ?", TeamStore::person, id);
    }

    Optional<Person> byLogin(Tx tx, String login) {
        return tx.one(PERSON + " where login = ?", TeamStore::person, login);
    }

    List<Person> all(Tx tx) {
        return tx.list(PERSON + " order by name", TeamStore::person);
    }

    /** Which generation of sign-ins of a person holds. */
    int signIns(Tx tx, long id) {
        return tx.one("select sign_ins from person where id = ?", r -> r.getInt(1), id)
                .orElse(0);
    }

    /** Ends all sign-ins and all tokens of a person. */
    void endSignIns(Tx tx, long id, Instant now) {
        tx.run("update person set sign_ins = sign_ins + 1 where id = ?", id);
        tx.run("update api_token set revoked_at = ? where person_id = ? and revoked_at is null", now, id);
    }

    Optional<String> passwordHash(Tx tx, long id) {
        return tx.one("select password_hash from person where id = ?", r -> r.getString(1), id);
    }

    long add(Tx tx, String login, String name, Role role, String passwordHash, Instant now) {
        return tx.insert(
                "insert into person (login, name, role, password_hash, created_at) values (?, ?, ?, ?, ?)",
                login,
                name,
                role.word(),
                passwordHash,
                now);
    }

    void update(Tx tx, Person p) {
        tx.run(
                "update person set name = ?, role = ?, active = ? where id = ?",
                p.name(),
                p.role().word(),
                p.active(),
                p.id());
    }

    void password(Tx tx, long id, String hash) {
        tx.run("update person set password_hash = ? where id = ?", hash, id);
    }

    int count(Tx tx) {
        return tx.one("select count(*) from person", r -> r.getInt(1)).orElse(0);
    }

    /** How many leads can sign in. */
    int leads(Tx tx) {
        return tx.one("select count(*) from person where role = 'lead' and active", r -> r.getInt(1))
                .orElse(0);
    }

    long addToken(Tx tx, long person, String name, String hash, List<Scope> scopes, Instant now, Instant until) {
        return tx.insert(
                "insert into api_token (person_id, name, hash, scopes, created_at, expires_at) values (?, ?, ?, ?, ?, ?)",
                person,
                name,
                hash,
                scopes.stream().map(Scope::word).collect(Collectors.joining(",")),
                now,
                until);
    }

    List<ApiToken> tokens(Tx tx, long person, Instant now) {
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

    /** Who holds a token, and what it may do. */
    record Holder(Person person, List<Scope> scopes, int signIns) {}

    Optional<Holder> holder(Tx tx, String hash, Instant now) {
        return tx.one(
                "select p.id, p.login, p.name, p.role, p.active, p.sign_ins, t.scopes from api_token t join person p on p.id = t.person_id"
                        + " where t.hash = ? and t.revoked_at is null and p.active"
                        + " and (t.expires_at is null or t.expires_at > ?)",
                r -> new Holder(person(r), scopes(r.getString("scopes")), r.getInt("sign_ins")),
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

    private static List<Scope> scopes(String words) {
        return Arrays.stream(words.split(",")).map(Scope::of).toList();
    }

    void addInvitation(Tx tx, String hash, Instant now) {
        tx.run("delete from invitation where used_at is null");
        tx.run("insert into invitation (hash, created_at) values (?, ?)", hash, now);
    }

    boolean invitationIsOpen(Tx tx, String hash) {
        return tx.one("select 1 from invitation where hash = ? and used_at is null", r -> 1, hash)
                .isPresent();
    }

    int useInvitation(Tx tx, String hash, Instant now) {
        return tx.run("update invitation set used_at = ? where hash = ? and used_at is null", now, hash);
    }
}
