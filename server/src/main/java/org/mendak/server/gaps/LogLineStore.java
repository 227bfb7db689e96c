package org.mendak.server.gaps;

import java.time.Instant;
import java.util.List;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.springframework.stereotype.Component;

/** The table {@code log_line}. */
@Component
class LogLineStore {

    /**
     * A line of a log that nothing recognised.
     *
     * @param lines how many of its kind were in the log
     * @param hiddenFor why its shape is not shown; null if it is
     * @param draft the draft that was made of its shape and is still there; null if none was
     */
    record LogLine(
            long id, String log, String text, long lines, Who agent, Instant at, String hiddenFor, String draft) {}

    /** Those read since then, the newest first; at most so many. */
    List<LogLine> since(Tx tx, Instant since, int most) {
        return tx.list(
                "select l.id, l.log, l.text, l.lines, l.agent, l.at, l.hidden_for, (select d.doc_key from document d where"
                        + " d.kind = 'error' and d.doc_key = l.draft) as draft from log_line l where l.at >= ? order by l.id desc limit ?",
                r -> new LogLine(
                        r.getLong("id"),
                        r.getString("log"),
                        r.getString("text"),
                        r.getLong("lines"),
                        Who.of(r, "agent"),
                        Tx.instant(r, "at"),
                        r.getString("hidden_for"),
                        r.getString("draft")),
                since,
                most);
    }

    /** The same line of a log of the same name is there once, as it was read last; why it is hidden and its draft stay. */
    void keep(Tx tx, String log, String text, long lines, Who agent, Instant at) {
        int same = tx.run(
                "update log_line set lines = ?, agent = ?, at = ? where log = ? and text = ?",
                lines,
                agent,
                at,
                log,
                text);
        if (same == 0) {
            tx.run(
                    "insert into log_line (log, text, lines, agent, at) values (?, ?, ?, ?, ?)",
                    log,
                    text,
                    lines,
                    agent,
                    at);
        }
    }

    /** Forgets what was read before then, and the oldest beyond so many. */
    void forget(Tx tx, Instant before, int beyond) {
        tx.run("delete from log_line where at < ?", before);
        tx.run(
                "delete from log_line where id <= (select id from log_line order by id desc offset ? rows fetch first row only)",
                beyond);
    }

    void hide(Tx tx, List<Long> ids, String reason) {
        tx.run("update log_line set hidden_for = ? where id = any(?)", reason, ids.toArray(Long[]::new));
    }

    void drafted(Tx tx, List<Long> ids, String error) {
        tx.run("update log_line set draft = ? where id = any(?)", error, ids.toArray(Long[]::new));
    }
}
