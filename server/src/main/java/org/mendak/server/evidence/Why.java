package org.mendak.server.evidence;

import java.util.Map;
import org.mendak.core.plan.Reason;

/** A reason as it is told over HTTP: a code, and the values that a sentence about it names; see {@link Reason}. */
public record Why(Reason.Code code, Map<String, String> values) {

    /** The reason as core gives it. */
    public static Why of(Reason r) {
        return new Why(r.code(), r.values());
    }
}
