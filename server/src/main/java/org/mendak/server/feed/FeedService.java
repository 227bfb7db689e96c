package org.mendak.server.feed;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.mendak.server.gaps.SurgeService;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Names;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.springframework.stereotype.Service;

/** Puts together what the feed tells. */
@Service
class FeedService {

    private static final int MOST = 100;

    private final Db db;
    private final FeedStore store;
    private final SurgeService surges;
    private final Names names;

    FeedService(Db db, FeedStore store, SurgeService surges, Names names) {
        this.names = names;
        this.db = db;
        this.store = store;
        this.surges = surges;
    }

    /**
     * The feed.
     *
     * @param home where Mendak is, without a slash at its end
     */
    byte[] feed(Caller caller, String home) {
        caller.may(Role.AGENT, Scope.READ, "read the feed");
        List<AtomFeed.Entry> entries = new ArrayList<>();
        for (SurgeService.Surging s : surges.surges(caller)) {
            entries.add(surging(s, home));
        }
        record Read(String desk, List<FeedStore.Published> published) {}
        Read read = db.tx(tx -> new Read(store.desk(tx), store.published(tx, MOST)));
        read.published().forEach(p -> entries.add(published(p, home)));
        return AtomFeed.of(read.desk(), home + "/api/feed.atom", home + "/", Instant.EPOCH, entries);
    }

    private static AtomFeed.Entry surging(SurgeService.Surging s, String home) {
        String what = s.error() == null ? s.title() : s.error();
        String tried = s.tried().isEmpty()
                ? ""
                : "; tried: "
                        + String.join(
                                ", ",
                                s.tried().stream()
                                        .map(t -> t.title() + " (helped " + t.helped() + " of " + t.tried() + ")")
                                        .toList());
        return new AtomFeed.Entry(
                "surge/" + what + "/" + s.since(),
                "Surging: " + s.title(),
                s.since(),
                "Mendak",
                home + (s.error() == null ? "/gaps" : "/library/errors/" + s.error()),
                String.format(Locale.ROOT, "%d cases since, usually %.1f%s", s.count(), s.usual(), tried));
    }

    private AtomFeed.Entry published(FeedStore.Published p, String home) {
        boolean error = p.kind().equals("error");
        return new AtomFeed.Entry(
                p.kind() + "/" + p.key() + "/" + p.revision() + "/" + p.at(),
                (error ? "Known error: " : "Fix: ") + p.title(),
                p.at(),
                names.of(p.person()),
                home + (error ? "/library/errors/" : "/library/fixes/") + p.key(),
                p.note());
    }
}
