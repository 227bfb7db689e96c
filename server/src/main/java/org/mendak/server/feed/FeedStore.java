package org.mendak.server.feed;

import java.time.Instant;
import java.util.List;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.springframework.stereotype.Component;

/** Reads what was published. */
@Component
class FeedStore {

    /** What tells this desk from all others. */
    String desk(Tx tx) {
        return tx.one("select id from desk", r -> r.getString(1)).orElse("");
    }

    /**
     * A revision that readers saw from then on.
     *
     * @param kind error or fix
     * @param note what its author said of it; may be empty
     */
    record Published(String kind, String key, int revision, String title, Who person, String note, Instant at) {}

    /** The newest first; what was put away since is not among them. */
    List<Published> published(Tx tx, int most) {
        return tx.list(
                "select p.kind, p.doc_key, p.revision, d.title, p.person, r.note, p.at from publication p join document d on"
                        + " d.kind = p.kind and d.doc_key = p.doc_key join revision r on r.kind = p.kind and r.doc_key = p.doc_key and"
                        + " r.number = p.revision where d.published is not null and d.status <> 'retired' order by p.at desc, p.kind,"
                        + " p.doc_key limit ?",
                r -> new Published(
                        r.getString("kind"),
                        r.getString("doc_key"),
                        r.getInt("revision"),
                        r.getString("title"),
                        Who.of(r, "person"),
                        r.getString("note"),
                        Tx.instant(r, "at")),
                most);
    }
}
