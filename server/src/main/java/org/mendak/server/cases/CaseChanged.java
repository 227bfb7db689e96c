package org.mendak.server.cases;

import java.util.Collection;
import java.util.Set;
import org.mendak.server.platform.Tx;

/**
 * Told inside the transaction in which something changed that evidence is computed from.
 *
 * @param errors the known errors that cases were about before or are about now, and that their attempts were made under
 * @param cases which; empty if it may be any of those errors'
 */
public record CaseChanged(Tx tx, Set<String> errors, Set<Long> cases) {
    public CaseChanged(Tx tx, Collection<String> errors, Collection<Long> cases) {
        this(tx, Set.copyOf(errors), Set.copyOf(cases));
    }
}
