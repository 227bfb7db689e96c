package org.mendak.server.cases;

import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.binder.MeterBinder;
import java.util.function.ToLongFunction;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.DbException;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Component;

/** How many cases there are, for whoever watches. */
@Component
class CaseMeters implements MeterBinder {

    private final Db db;
    private final CaseStore store;

    CaseMeters(Db db, CaseStore store) {
        this.db = db;
        this.store = store;
    }

    @Override
    public void bindTo(MeterRegistry registry) {
        Gauge.builder("mendak.cases.open", this, m -> m.counted(store::openCases))
                .description("cases that are worked or wait")
                .register(registry);
        Gauge.builder("mendak.cases.newest", this, m -> m.counted(store::newestNumber))
                .description("the number of the newest case")
                .register(registry);
    }

    /** A database that does not answer has no number. */
    private double counted(ToLongFunction<Tx> count) {
        try {
            return db.tx(count::applyAsLong);
        } catch (DbException e) {
            return Double.NaN;
        }
    }
}
