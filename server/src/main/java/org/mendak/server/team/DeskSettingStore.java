package org.mendak.server.team;

import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.springframework.stereotype.Component;

/** The table {@code desk_setting}. */
@Component
class DeskSettingStore {

    Map<String, String> all(Tx tx) {
        Map<String, String> all = new HashMap<>();
        tx.list("select name, value_ from desk_setting", r -> all.put(r.getString("name"), r.getString("value_")));
        return all;
    }

    void set(Tx tx, String name, String value, Who by, Instant at) {
        tx.run(
                "merge into desk_setting (name, value_, person, at) key (name) values (?, ?, ?, ?)",
                name,
                value,
                by,
                at);
    }
}
