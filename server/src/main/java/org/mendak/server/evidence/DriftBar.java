package org.mendak.server.evidence;

import java.util.Collection;
import org.mendak.core.evidence.Alarms;
import org.mendak.server.library.Library;
import org.mendak.server.library.LibraryService;
import org.springframework.stereotype.Component;

/** How much a change must have for it to be told, over all fixes of the desk together: of what is told one in ten is false at most. */
@Component
class DriftBar {

    private final LibraryService library;
    private volatile double known;

    DriftBar(LibraryService library) {
        this.library = library;
    }

    /** All fixes of the desk were looked at. */
    double of(Collection<Double> evidence) {
        double bar = Alarms.bar(evidence, Alarms.FALSE_RATE);
        known = Double.isInfinite(bar) ? most(evidence.size()) : bar;
        return bar;
    }

    /** The bar as it was when the whole desk was looked at last; before that the one that a single alarm among all would have to reach. */
    double last() {
        return known > 0
                ? known
                : most(library.library().errors().values().stream()
                        .mapToInt(e -> Library.fixKeys(e).size())
                        .sum());
    }

    private static double most(int looked) {
        return Math.max(1, looked) / Alarms.FALSE_RATE;
    }
}
