package org.mendak.server.cases.runbook;

import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.mendak.core.runbook.KnownError;
import org.mendak.server.library.Library;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** Gives cases the documents that they keep. */
@Component
public class CaseRunbooks {

    private final PinStore store;
    private final LibraryService library;

    CaseRunbooks(PinStore store, LibraryService library) {
        this.store = store;
        this.library = library;
    }

    private record Of(long number) {}

    /**
     * The documents of a case; read once in a transaction, however often they are asked for.
     *
     * @param error the key of its known error; null if none was recognised
     */
    public CaseRunbook of(Tx tx, long number, String error) {
        Of key = new Of(number);
        CaseRunbook kept = tx.once(key, () -> read(tx, number, error));
        if (Objects.equals(kept.errorKey(), error)) {
            return kept;
        }
        tx.forget(key); // the case went on under another one
        return tx.once(key, () -> read(tx, number, error));
    }

    private CaseRunbook read(Tx tx, long number, String error) {
        return new CaseRunbook(tx, library, store.pins(tx, number), error);
    }

    /** The case keeps the revisions of now: of this error, of its fixes and of their parts. */
    public void pin(Tx tx, long number, KnownError error) {
        Library now = library.library();
        Map<String, Integer> pins = new LinkedHashMap<>();
        Set<String> ids = new HashSet<>(Set.of("error/" + error.key()));
        now.fixKeysWithParts(error).forEach(f -> ids.add("fix/" + f));
        ids.forEach(id -> {
            if (now.revisions().containsKey(id)) {
                pins.put(id, now.revisions().get(id));
            }
        });
        store.pin(tx, number, pins);
        tx.forget(new Of(number));
    }
}
