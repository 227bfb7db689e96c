package org.mendak.server.planning;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Supplier;
import org.mendak.server.cases.CaseTold;
import org.mendak.server.cases.PlanShown;
import org.mendak.server.library.LibraryChanged;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * The plan that each case's page shows, as long as nothing in that case has changed since it was made: what is kept with an attempt is what its agent
 * had before them, whatever other cases have taught meanwhile.
 */
@Component
class ShownPlans {

    private static final int MOST = 5_000;
    private static final Duration KEPT = Duration.ofMinutes(30);

    /** A plan that is being made has no text yet: if its case changes meanwhile, its entry is gone when it is there. */
    private record Entry(Object making, PlanShown.Shown shown) {}

    private final Cache<Long, Entry> entries =
            Caffeine.newBuilder().maximumSize(MOST).expireAfterWrite(KEPT).build();

    /**
     * Makes a plan that is to be shown.
     *
     * @param make reads the case, and plans
     * @param shown how it is kept
     */
    <P> Optional<P> made(long number, Supplier<Optional<P>> make, Function<P, PlanShown.Shown> shown) {
        Entry making = new Entry(new Object(), null);
        entries.put(number, making);
        Optional<P> plan = make.get();
        plan.ifPresent(p -> entries.asMap().replace(number, making, new Entry(null, shown.apply(p))));
        return plan;
    }

    /** What its page shows; empty if none was shown, or something has changed in the case since. */
    Optional<PlanShown.Shown> of(long number) {
        return Optional.ofNullable(entries.getIfPresent(number)).map(Entry::shown);
    }

    @EventListener
    void changed(CaseTold event) {
        event.tx().afterCommit(() -> entries.invalidateAll(event.numbers()));
    }

    @EventListener
    void changed(LibraryChanged event) {
        entries.invalidateAll();
    }
}
