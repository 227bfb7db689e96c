package org.mendak.server.team;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** The table {@code person}. */
@Component
class TeamStore {

    private static final String PERSON =
            "select id, login, name, role, active, signed_in_at, erased_at, account from person";

    private static Person person(ResultSet r) throws SQLException {
        return new Person(
                r.getLong("id"),
                r.getString("login"),
                r.getString("name"),
                Role.of(r.getString("role")),
                r.getBoolean("active"),
                Tx.instant(r, "signed_in_at"),
                Tx.instant(r, "erased_at"),
                r.getString("account") != null);
    }

    Optional<Person> byId(Tx tx, long id) {
        return tx.one(PERSON + " where id = ?", TeamStore::person, id);
    }

    Optional<Person> byLogin(Tx tx, String login) {
        return tx.one(PERSON + " where login = ?", TeamStore::person, login);
    }

    /** Who signs in with this account. */
    Optional<Person> byAccount(Tx tx, String account) {
        return tx.one(PERSON + " where account = ?", TeamStore::person, account);
    }

    /** @param account null to sign in with a password alone again */
    void account(Tx tx, long id, String account) {
        tx.run("update person set account = ? where id = ?", account, id);
    }

    List<Person> all(Tx tx) {
        return tx.list(PERSON + " order by name, id", TeamStore::person);
    }

    /** Which generation of sign-ins of a person holds. */
    int signIns(Tx tx, long id) {
        return tx.one("select sign_ins from person where id = ?", r -> r.getInt(1), id)
                .orElse(0);
    }

    void endSignIns(Tx tx, long id) {
        tx.run("update person set sign_ins = sign_ins + 1 where id = ?", id);
    }

    void signedIn(Tx tx, long id, Instant now) {
        tx.run("update person set signed_in_at = ? where id = ?", now, id);
    }

    Optional<String> passwordHash(Tx tx, long id) {
        return tx.one("select password_hash from person where id = ?", r -> r.getString(1), id);
    }

    /**
     * Adds somebody.
     *
     * @param login null for who stands in records by name alone
     * @param passwordHash null while they have no password
     */
    long add(Tx tx, String login, String name, Role role, String passwordHash, Instant now) {
        return tx.insert(
                "insert into person (login, name, role, password_hash, active, created_at) values (?, ?, ?, ?, ?, ?)",
                login,
                name,
                role.word(),
                passwordHash,
                login != null,
                now);
    }

    void update(Tx tx, Person p) {
        tx.run(
                "update person set login = ?, name = ?, role = ?, active = ? where id = ?",
                p.login(),
                p.name(),
                p.role().word(),
                p.active(),
                p.id());
    }

    void password(Tx tx, long id, String hash) {
        tx.run("update person set password_hash = ? where id = ?", hash, id);
    }

    /** What says who it was goes; the number stays. */
    void erase(Tx tx, long id, String name, Instant now) {
        tx.run(
                "update person set login = null, name = ?, password_hash = null, account = null, active = false, signed_in_at = null, erased_at = ?"
                        + " where id = ?",
                name,
                now,
                id);
    }

    /** How many have, or had, a sign-in. */
    int count(Tx tx) {
        return tx.one("select count(*) from person where login is not null", r -> r.getInt(1))
                .orElse(0);
    }

    /** How many leads can sign in. */
    int leads(Tx tx) {
        return tx.one("select count(*) from person where role = 'lead' and active", r -> r.getInt(1))
                .orElse(0);
    }
}
