package org.mendak.server.numbers;

import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** What was done to cases, in the journal; what was done to practise is not in it. */
@Component
public class CaseJournal {

    private final AuditStore audit;

    CaseJournal(AuditStore audit) {
        this.audit = audit;
    }

    /** Adds a row in the transaction of the act itself. */
    public void write(Tx tx, Caller who, String what, long number, String detail) {
        write(tx, who, what, number, "", detail);
    }

    /** The same of something in the case. */
    public void write(Tx tx, Caller who, String what, long number, String of, String detail) {
        if (!CaseNumbers.isPractice(number)) {
            audit.write(tx, who, what, number + (of.isEmpty() ? "" : "/" + of), detail);
        }
    }
}
