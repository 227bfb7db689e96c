package org.mendak.server.cases.runbook;

import java.util.LinkedHashMap;
import java.util.Map;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** The table {@code case_pin}. */
@Component
class PinStore {

    /** The revisions the case keeps, by "error/key" or "fix/key". */
    Map<String, Integer> pins(Tx tx, long number) {
        Map<String, Integer> pins = new LinkedHashMap<>();
        tx.list(
                "select kind, doc_key, revision from case_pin where number = ?",
                r -> pins.put(r.getString("kind") + "/" + r.getString("doc_key"), r.getInt("revision")),
                number);
        return pins;
    }

    void pin(Tx tx, long number, Map<String, Integer> pins) {
        tx.run("delete from case_pin where number = ?", number);
        tx.batch(
                "insert into case_pin (number, kind, doc_key, revision) values (?, ?, ?, ?)",
                pins.entrySet().stream()
                        .map(e -> new Object[] {
                            number, e.getKey().split("/")[0], e.getKey().split("/")[1], e.getValue()
                        })
                        .toList());
    }
}
