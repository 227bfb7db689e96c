package org.mendak.server.retention;

import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.mendak.server.platform.Beside;
import org.mendak.server.platform.Rests;
import org.mendak.server.platform.Trace;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/** Looks once an hour whether a day has passed. */
@Component
class Daily implements SmartLifecycle {

    private static final Logger LOG = LoggerFactory.getLogger(Daily.class);
    private static final long MINUTES = 60;

    /** It takes no more than a quarter of the time. */
    private static final int REST = 3;

    private final RetentionService retention;
    private volatile ScheduledExecutorService clock;
    private Rests rests;

    Daily(RetentionService retention) {
        this.retention = retention;
    }

    @Override
    public void start() {
        clock = Beside.one("retention");
        rests = new Rests(REST);
        clock.scheduleWithFixedDelay(() -> look(rests), 1, MINUTES, TimeUnit.MINUTES);
    }

    private void look(Rests resting) {
        try {
            retention.daily(resting);
        } catch (RuntimeException e) {
            LOG.error("what was kept long enough could not be looked for: {}", Trace.of(e));
        }
    }

    @Override
    public void stop() {
        rests.end();
        clock.shutdown();
        clock = null;
    }

    @Override
    public boolean isRunning() {
        return clock != null;
    }
}
