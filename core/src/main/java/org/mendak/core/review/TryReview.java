package org.mendak.core.review;

import java.util.List;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;

/** The rules about which fixes a known error lists, and in which order. */
final class TryReview {

    /** A workaround may stand before a lasting fix if that takes this much longer. */
    private static final double LIKE_COST = 1.25;

    private final KnownError error;
    private final Shelf shelf;
    private final Findings found;

    TryReview(KnownError error, Shelf shelf, Findings found) {
        this.error = error;
        this.shelf = shelf;
        this.found = found;
    }

    void run() {
        boolean restarted = false;
        List<KnownError.TryItem> tries = error.tries();
        for (int i = 0; i < tries.size(); i++) {
            KnownError.TryItem t = tries.get(i);
            Fix fix = shelf.fixes().get(t.fix());
            if (fix == null) {
                continue;
            }
            List<KnownError.TryItem> later = tries.subList(i + 1, tries.size());
            opposite(t, fix, later);
            workaroundFirst(t, fix, later);
            if (fix.isPlainRestart()) {
                restarted = true;
            } else if (!restarted && fix.restarts()) {
                found.hint(
                        t.line(),
                        "\"" + t.fix() + "\" restarts something on its way, and no plain restart stands before it",
                        "offer the plain restart first, or evidence cannot tell the two apart");
            }
        }
    }

    private void opposite(KnownError.TryItem t, Fix fix, List<KnownError.TryItem> later) {
        for (KnownError.TryItem other : later) {
            Fix o = shelf.fixes().get(other.fix());
            boolean opposed = fix.traits().oppositeOf().contains(other.fix())
                    || o != null && o.traits().oppositeOf().contains(t.fix());
            if (opposed) {
                found.warning(
                        other.line(),
                        "\"" + other.fix() + "\" undoes what \"" + t.fix() + "\" does",
                        "give each a When, or let evidence decide and keep one");
            }
        }
    }

    private void workaroundFirst(KnownError.TryItem t, Fix fix, List<KnownError.TryItem> later) {
        if (!fix.workaround()) {
            return;
        }
        later.stream()
                .map(l -> shelf.fixes().get(l.fix()))
                .filter(o -> o != null
                        && !o.workaround()
                        && o.risk() == Fix.Risk.SAFE
                        && o.minutes() <= LIKE_COST * fix.minutes())
                .findFirst()
                .ifPresent(o -> found.hint(
                        t.line(),
                        "\"" + t.fix() + "\" only works around it and stands before \"" + o.key()
                                + "\", which mends it, takes about as long and risks nothing",
                        "put \"" + o.key() + "\" before it"));
    }
}
