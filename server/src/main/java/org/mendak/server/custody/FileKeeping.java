package org.mendak.server.custody;

import java.sql.SQLException;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import javax.sql.DataSource;
import org.h2.engine.SessionLocal;
import org.h2.jdbc.JdbcConnection;
import org.h2.mvstore.MVStore;
import org.h2.mvstore.MVStoreException;
import org.mendak.server.platform.Beside;
import org.mendak.server.platform.DeskState;
import org.mendak.server.platform.Trace;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/**
 * Keeps the desk's file small while it is worked with. Every commit is written at once, so that nothing acknowledged is lost, and leaves
 * behind what it took the place of; the database's own thread that would clear up does not run where every commit is written
 * (docs/decisions/0039). A little is cleared up every second in which something was written, so that nobody waits for it.
 */
@Component
class FileKeeping implements SmartLifecycle {

    private static final Logger LOG = LoggerFactory.getLogger(FileKeeping.class);
    private static final long EVERY_MS = 1_000;

    /** Parts of the file of which less than this is still needed are written anew elsewhere, in per cent. */
    private static final int LEAST_NEEDED = 70;

    /** As much is written anew in one go, in bytes: others wait for as long as that takes. */
    private static final int AT_ONCE = 2 * 1024 * 1024;

    /** And so long in one second. */
    private static final long BUDGET_MS = 150;

    /** How long what is not needed any more stays in its place, in milliseconds; the disk has been told to keep its successor by then. */
    private static final int RETENTION_MS = 5_000;

    private static final long SYNC_EVERY = 2;

    private final DataSource source;
    private final DeskState state;
    private long seen = -1;
    private long looks;
    private volatile ScheduledExecutorService clock;

    FileKeeping(DataSource source, DeskState state) {
        this.source = source;
        this.state = state;
    }

    /** One look; clears up a little if something was written since the last one. */
    synchronized void look() {
        if (state.told().trouble() != DeskState.Trouble.NONE) {
            return;
        }
        try {
            MVStore store = store();
            long version = store.getCurrentVersion();
            if (version == seen) {
                return;
            }
            store.setRetentionTime(RETENTION_MS);
            if (looks++ % SYNC_EVERY == 0) {
                store.sync();
            }
            long end = System.nanoTime() + TimeUnit.MILLISECONDS.toNanos(BUDGET_MS);
            while (System.nanoTime() < end && store.compact(LEAST_NEEDED, AT_ONCE)) {
                LOG.trace("a part of the desk's file was written anew");
            }
            seen = store.getCurrentVersion();
        } catch (SQLException | MVStoreException e) {
            LOG.warn("the desk's file could not be cleared up: {}", Trace.of(e));
        }
    }

    private MVStore store() throws SQLException {
        try (var c = source.getConnection()) {
            SessionLocal session = (SessionLocal) c.unwrap(JdbcConnection.class).getSession();
            return session.getDatabase().getStore().getMvStore();
        }
    }

    @Override
    public void start() {
        clock = Beside.one("file");
        clock.scheduleWithFixedDelay(this::look, EVERY_MS, EVERY_MS, TimeUnit.MILLISECONDS);
    }

    @Override
    public void stop() {
        // not interrupted: a thread that is interrupted while it writes closes the file
        clock.shutdown();
        synchronized (this) {
            clock = null;
        }
    }

    @Override
    public boolean isRunning() {
        return clock != null;
    }
}
