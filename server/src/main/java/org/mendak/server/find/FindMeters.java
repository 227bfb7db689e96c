package org.mendak.server.find;

import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.binder.MeterBinder;
import org.springframework.stereotype.Component;

/** How much can be found, for whoever watches. */
@Component
class FindMeters implements MeterBinder {

    private final FindService find;

    FindMeters(FindService find) {
        this.find = find;
    }

    @Override
    public void bindTo(MeterRegistry registry) {
        Gauge.builder("mendak.find.entries", find, FindService::entries)
                .description("documents, steps and cases that can be found by their words")
                .register(registry);
    }
}
