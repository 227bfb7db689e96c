package org.mendak.server.hooks;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.mendak.server.numbers.CaseNumbers;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.springframework.stereotype.Component;

/** The tables {@code hook} and {@code hook_call}, and what happened of which others are told. */
@Component
class HookStore {

    record Hook(
            long id,
            String address,
            Set<Happening> events,
            String secret,
            boolean paused,
            Who person,
            Instant at,
            Instant until) {}

    /** Something that somebody is told; {@code nextAt} null once it has ended. */
    record Call(
            long id,
            long hook,
            String event,
            String about,
            String body,
            Instant at,
            String state,
            int tries,
            Instant nextAt,
            String answer,
            Instant endedAt) {}

    private static Hook hook(ResultSet r) throws SQLException {
        Set<Happening> events = EnumSet.noneOf(Happening.class);
        Arrays.stream(r.getString("events").split(" ")).map(Happening::of).forEach(events::add);
        return new Hook(
                r.getLong("id"),
                r.getString("address"),
                events,
                r.getString("secret"),
                r.getBoolean("paused"),
                Who.of(r, "person"),
                Tx.instant(r, "at"),
                Tx.instant(r, "until"));
    }

    private static Call call(ResultSet r) throws SQLException {
        return new Call(
                r.getLong("id"),
                r.getLong("hook_id"),
                r.getString("event"),
                r.getString("about"),
                r.getString("body"),
                Tx.instant(r, "at"),
                r.getString("state"),
                r.getInt("tries"),
                Tx.instant(r, "next_at"),
                r.getString("answer"),
                Tx.instant(r, "ended_at"));
    }

    List<Hook> all(Tx tx) {
        return tx.list("select * from hook order by id", HookStore::hook);
    }

    Optional<Hook> find(Tx tx, long id) {
        return tx.one("select * from hook where id = ?", HookStore::hook, id);
    }

    long add(Tx tx, Hook h) {
        return tx.insert(
                "insert into hook (address, events, secret, paused, person, at, until) values (?, ?, ?, ?, ?, ?, ?)",
                h.address(),
                words(h.events()),
                h.secret(),
                h.paused(),
                h.person(),
                h.at(),
                h.until());
    }

    private static String words(Set<Happening> events) {
        return events.stream().map(Happening::word).sorted().collect(Collectors.joining(" "));
    }

    /** What happened while it was paused is not told afterwards. */
    void pause(Tx tx, long id, boolean paused, Instant now) {
        tx.run("update hook set paused = ?, until = ? where id = ?", paused, now, id);
    }

    void until(Tx tx, long id, Instant until) {
        tx.run("update hook set until = ? where id = ?", until, id);
    }

    boolean delete(Tx tx, long id) {
        return tx.run("delete from hook where id = ?", id) > 0;
    }

    /** Writes down that one is to be told, if it was not written down before. */
    void add(Tx tx, long hook, Happening event, String about, String body, Instant now) {
        tx.run(
                "insert into hook_call (hook_id, event, about, body, at, state, next_at)"
                        + " select ?, ?, ?, ?, ?, 'waiting', ? where not exists"
                        + " (select 1 from hook_call where hook_id = ? and event = ? and about = ?)",
                hook,
                event.word(),
                about,
                body,
                now,
                now,
                hook,
                event.word(),
                about);
    }

    /** The hooks that are to be told something by now and are not paused. */
    List<Long> due(Tx tx, Instant now) {
        return tx.list(
                "select distinct c.hook_id from hook_call c join hook h on h.id = c.hook_id where c.state = 'waiting' and c.next_at <= ?"
                        + " and not h.paused order by c.hook_id",
                r -> r.getLong(1),
                now);
    }

    /** The oldest that this one is to be told by now. */
    Optional<Call> due(Tx tx, long hook, Instant now) {
        return tx.one(
                "select * from hook_call where hook_id = ? and state = 'waiting' and next_at <= ? order by id limit 1",
                HookStore::call,
                hook,
                now);
    }

    void ended(Tx tx, long id, String state, int tries, String answer, Instant nextAt, Instant endedAt) {
        tx.run(
                "update hook_call set state = ?, tries = ?, answer = ?, next_at = ?, ended_at = ? where id = ?",
                state,
                tries,
                answer,
                nextAt,
                endedAt,
                id);
    }

    Optional<Call> call(Tx tx, long hook, long id) {
        return tx.one("select * from hook_call where hook_id = ? and id = ?", HookStore::call, hook, id);
    }

    /** The newest first. */
    List<Call> calls(Tx tx, long hook, int most) {
        return tx.list(
                "select * from hook_call where hook_id = ? order by id desc limit ?", HookStore::call, hook, most);
    }

    int calls(Tx tx, long hook) {
        return tx.one("select count(*) from hook_call where hook_id = ?", r -> r.getInt(1), hook)
                .orElse(0);
    }

    /** Forgets what ended before then. */
    void sweep(Tx tx, Instant before) {
        tx.run("delete from hook_call where ended_at < ?", before);
    }

    record Published(String kind, String key, int revision, String title, Who person, Instant at, String about) {}

    /** What nobody told this hook of yet, the oldest first. */
    List<Published> published(Tx tx, long hook, Instant from, Instant to, int most) {
        return tx.list(
                "select p.kind, p.doc_key, p.revision, d.title, p.person, p.at, p.kind || '/' || p.doc_key || '/' || p.revision || '/' || "
                        + micros("p.at")
                        + " as about from publication p join document d on d.kind = p.kind and d.doc_key = p.doc_key"
                        + " where p.at > ? and p.at <= ? and not exists (select 1 from hook_call c where c.hook_id = ? and c.event ="
                        + " 'published' and c.about = p.kind || '/' || p.doc_key || '/' || p.revision || '/' || "
                        + micros("p.at")
                        + ") order by p.at, p.kind, p.doc_key limit ?",
                r -> new Published(
                        r.getString("kind"),
                        r.getString("doc_key"),
                        r.getInt("revision"),
                        r.getString("title"),
                        Who.of(r, "person"),
                        Tx.instant(r, "at"),
                        r.getString("about")),
                from,
                to,
                hook,
                most);
    }

    /** A moment as a number: the same whatever zone it is told in. */
    private static String micros(String column) {
        return "datediff('MICROSECOND', timestamp with time zone '1970-01-01 00:00:00+00', " + column + ")";
    }

    /** A case that ended; {@code fix} is what worked last, null if nothing is known to have. */
    record Closed(
            long number,
            String error,
            String product,
            String version,
            String phase,
            String status,
            String fix,
            Instant openedAt,
            Instant closedAt,
            String about) {}

    /** Those that nobody told this hook of yet. */
    List<Closed> closed(Tx tx, long hook, Instant from, Instant to, int most) {
        return tx.list(
                "select c.*, 'case/' || c.number || '/' || " + micros("c.closed_at")
                        + " as about, (select a.fix_key from attempt a where"
                        + " a.number = c.number and a.outcome = 'worked' order by a.id desc limit 1) as fix from desk_case c where"
                        + " c.closed_at > ? and c.closed_at <= ? and " + CaseNumbers.ofTheDesk("c.number")
                        + " and not exists (select 1 from hook_call k where k.hook_id = ? and k.event ="
                        + " 'case-closed' and k.about = 'case/' || c.number || '/' || " + micros("c.closed_at")
                        + ") order by c.closed_at, c.number limit ?",
                r -> new Closed(
                        r.getLong("number"),
                        r.getString("error_key"),
                        r.getString("product"),
                        r.getString("product_version"),
                        r.getString("phase"),
                        r.getString("status"),
                        r.getString("fix"),
                        Tx.instant(r, "opened_at"),
                        Tx.instant(r, "closed_at"),
                        r.getString("about")),
                from,
                to,
                hook,
                most);
    }

    String desk(Tx tx) {
        return tx.one("select id from desk", r -> r.getString(1)).orElse("");
    }
}
