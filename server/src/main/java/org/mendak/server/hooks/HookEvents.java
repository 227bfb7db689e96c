package org.mendak.server.hooks;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.mendak.server.gaps.SurgeService;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Finds what happened since it was last looked, and writes down who is to be told. Bodies are CloudEvents 1.0 in JSON. */
@Component
class HookEvents {

    /** Times are taken before they are seen by others; so far back is looked again, and nothing is told twice. */
    private static final Duration OVERLAP = Duration.ofMinutes(2);

    /** So often it is noted up to when it was looked. */
    private static final Duration NOTED = Duration.ofMinutes(1);

    private static final Duration SURGES = Duration.ofMinutes(1);
    private static final Duration KEPT = Duration.ofDays(30);
    private static final int MOST = 500;
    private static final Caller READER = new Caller(0, "hooks", "Mendak", Role.AGENT, java.util.Set.of(Scope.READ));

    private final Db db;
    private final HookStore store;
    private final SurgeService surges;
    private final JsonMapper json;
    private final Clock clock;
    private Instant surgesAt = Instant.EPOCH;
    private Instant sweptAt = Instant.EPOCH;

    HookEvents(Db db, HookStore store, SurgeService surges, JsonMapper json, Clock clock) {
        this.db = db;
        this.store = store;
        this.surges = surges;
        this.json = json;
        this.clock = clock;
    }

    void gather() {
        Instant now = clock.instant();
        List<HookStore.Hook> hooks =
                db.tx(store::all).stream().filter(h -> !h.paused()).toList();
        if (hooks.isEmpty()) {
            return;
        }
        boolean look = now.isAfter(surgesAt.plus(SURGES))
                && hooks.stream().anyMatch(h -> h.events().contains(Happening.SURGING));
        // a look at what surges takes its time on a large desk, and must hold no connection meanwhile
        List<SurgeService.Surging> surging = look ? surges.surges(READER) : List.of();
        surgesAt = look ? now : surgesAt;
        db.run(tx -> {
            String source = "urn:mendak:desk:" + store.desk(tx);
            hooks.forEach(h -> gather(tx, h, source, surging, now));
            if (now.isAfter(sweptAt.plus(Duration.ofHours(1)))) {
                store.sweep(tx, now.minus(KEPT));
                sweptAt = now;
            }
        });
    }

    private void gather(Tx tx, HookStore.Hook h, String source, List<SurgeService.Surging> surging, Instant now) {
        Instant looked = h.until().minus(OVERLAP);
        Instant from = looked.isBefore(h.at()) ? h.at() : looked;
        int most = 0;
        if (h.events().contains(Happening.PUBLISHED)) {
            List<HookStore.Published> all = store.published(tx, h.id(), from, now, MOST);
            all.forEach(p -> add(tx, h, Happening.PUBLISHED, p.about(), source, p.at(), published(p), now));
            most = all.size();
        }
        if (h.events().contains(Happening.CASE_CLOSED)) {
            List<HookStore.Closed> all = store.closed(tx, h.id(), from, now, MOST);
            all.forEach(c -> add(tx, h, Happening.CASE_CLOSED, c.about(), source, c.closedAt(), closed(c), now));
            most = Math.max(most, all.size());
        }
        if (h.events().contains(Happening.SURGING)) {
            for (SurgeService.Surging s : surging) {
                String about = "surge/" + (s.error() == null ? s.title() : s.error()) + "/" + s.since();
                add(tx, h, Happening.SURGING, about, source, s.since(), surging(s), now);
            }
        }
        // it is looked at the same again while there may be more; and the file is not written every second for nothing
        if (most < MOST && now.isAfter(h.until().plus(NOTED))) {
            store.until(tx, h.id(), now);
        }
    }

    /** Tells one that nothing happened, to see whether it hears. */
    void tryOut(Tx tx, HookStore.Hook h) {
        Instant now = clock.instant();
        add(tx, h, Happening.TRIED, "try/" + now, "urn:mendak:desk:" + store.desk(tx), now, Map.of(), now);
    }

    private void add(
            Tx tx,
            HookStore.Hook h,
            Happening what,
            String about,
            String source,
            Instant at,
            Map<String, Object> data,
            Instant now) {
        String key = about.length() <= 300 ? about : about.substring(0, 260) + Integer.toHexString(about.hashCode());
        Map<String, Object> event = new LinkedHashMap<>();
        event.put("specversion", "1.0");
        event.put("id", key);
        event.put("source", source);
        event.put("type", "mendak." + what.word());
        event.put("time", at.toString());
        event.put("datacontenttype", "application/json");
        event.put("data", data);
        store.add(tx, h.id(), what, key, json.writeValueAsString(event), now);
    }

    private static Map<String, Object> published(HookStore.Published p) {
        Map<String, Object> data = new LinkedHashMap<>();
        data.put("kind", p.kind());
        data.put("key", p.key());
        data.put("revision", p.revision());
        data.put("title", p.title());
        data.put("by", p.person());
        return data;
    }

    /** Nothing of who called or of what was said: a receiver is not the desk. */
    private static Map<String, Object> closed(HookStore.Closed c) {
        Map<String, Object> data = new LinkedHashMap<>();
        data.put("number", c.number());
        data.put("status", c.status());
        data.put("error", c.error());
        data.put("fix", c.fix());
        data.put("product", c.product());
        data.put("version", c.version());
        data.put("phase", c.phase());
        data.put("openedAt", c.openedAt().toString());
        return data;
    }

    private static Map<String, Object> surging(SurgeService.Surging s) {
        Map<String, Object> data = new LinkedHashMap<>();
        data.put("error", s.error());
        data.put("title", s.title().length() > 500 ? s.title().substring(0, 500) : s.title());
        data.put("count", s.count());
        data.put("usual", s.usual());
        data.put("cases", s.cases());
        return data;
    }
}
