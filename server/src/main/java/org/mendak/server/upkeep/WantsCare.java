package org.mendak.server.upkeep;

import java.time.Clock;
import java.time.ZoneId;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Settings;
import org.springframework.stereotype.Component;

/** Which documents want looking after, for whoever lists documents. */
@Component
public class WantsCare {

    private final Db db;
    private final Findings findings;
    private final ZoneId zone;
    private final Clock clock;

    WantsCare(Db db, Findings findings, Settings settings, Clock clock) {
        this.db = db;
        this.findings = findings;
        this.zone = settings.zone();
        this.clock = clock;
    }

    /** Their folders and keys, such as {@code fixes/restart-device}; at most a minute old. Takes a connection of its own. */
    public Set<String> documents() {
        List<Finding> slow = findings.slow(clock.instant().atZone(zone).toLocalDate());
        return db.tx(tx -> findings.all(tx, slow)).stream()
                .filter(f -> f.document() != null)
                .map(f -> f.document().folder() + "/" + f.key())
                .collect(Collectors.toUnmodifiableSet());
    }
}
