package org.mendak.core.recognise;

import java.util.List;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Phase;
import org.mendak.core.runbook.Signature;

/** Known errors that have nothing but what they are recognised by. */
final class Errors {

    private Errors() {}

    static KnownError of(String key, List<Phase> phases, List<Signature> signatures) {
        return new KnownError(
                key,
                "About " + key,
                phases,
                List.of(),
                List.of(),
                false,
                "",
                signatures,
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                null);
    }
}
