package org.mendak.server.cases;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** Closed cases that nobody could name when they were worked are put under the known error that came of them, and taken out again. */
@Component
public class CaseFiling {

    private final CaseStore store;
    private final AttemptStore attempts;
    private final CaseLocks locks;
    private final CaseVersions versions;

    CaseFiling(CaseStore store, AttemptStore attempts, CaseLocks locks, CaseVersions versions) {
        this.store = store;
        this.attempts = attempts;
        this.locks = locks;
        this.versions = versions;
    }

    /** What is done with the cases that were changed, in the same transaction. */
    @FunctionalInterface
    public interface Then {
        void accept(Tx tx, List<Long> changed);
    }

    /**
     * Puts these under a known error, all or none; those that are open, or about some error meanwhile, stay as they are.
     *
     * @return those that were put there
     */
    public List<Long> file(Caller caller, List<Long> numbers, String error, Then then) {
        return change(caller, numbers, null, error, then);
    }

    /** Takes these out again; those that are about something else meanwhile, or open again, stay as they are. */
    public List<Long> takeOut(Caller caller, List<Long> numbers, String error, Then then) {
        return change(caller, numbers, error, null, then);
    }

    private List<Long> change(Caller caller, List<Long> numbers, String from, String to, Then then) {
        return locks.together(numbers, tx -> {
            List<Long> changed = new ArrayList<>();
            for (long n : numbers) {
                CaseRow c = locks.locked(tx, n);
                if (!c.open() && Objects.equals(c.errorKey(), from)) {
                    attempts.move(tx, n, from, to);
                    store.update(tx, c.under(to));
                    versions.changed(tx, caller, n, Set.of("error"));
                    locks.tell(tx, caller, n);
                    changed.add(n);
                }
            }
            if (!changed.isEmpty()) {
                locks.changed(tx, Set.of(to == null ? from : to), changed);
            }
            then.accept(tx, changed);
            return changed;
        });
    }
}
