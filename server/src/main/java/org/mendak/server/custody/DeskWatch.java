package org.mendak.server.custody;

import com.zaxxer.hikari.HikariDataSource;
import java.io.IOException;
import java.nio.file.Files;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import javax.sql.DataSource;
import org.mendak.server.platform.Beside;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.DbException;
import org.mendak.server.platform.DeskFolder;
import org.mendak.server.platform.DeskState;
import org.mendak.server.platform.Live;
import org.mendak.server.platform.Settings;
import org.mendak.server.platform.Trace;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/**
 * Looks after the disk and the database once a second: refuses writing before the disk is full, lets it in again when there is room,
 * and opens the database anew when it has closed itself. Open pages are told of each change.
 */
@Component
class DeskWatch implements SmartLifecycle {

    private static final Logger LOG = LoggerFactory.getLogger(DeskWatch.class);
    private static final long EVERY_MS = 1_000;

    private final DeskFolder folder;
    private final DeskState state;
    private final Db db;
    private final CustodyStore store;
    private final DataSource source;
    private final long reserve;
    private final HighWater highWater;
    private long noted = -1;
    private volatile ScheduledExecutorService clock;

    DeskWatch(
            DeskFolder folder,
            DeskState state,
            Db db,
            CustodyStore store,
            DataSource source,
            Live live,
            Settings settings) {
        this.folder = folder;
        this.state = state;
        this.db = db;
        this.store = store;
        this.source = source;
        this.highWater = new HighWater(folder);
        this.reserve = settings.reserve().toBytes();
        state.listen(now -> live.tellAll("desk", now));
    }

    /** One look. */
    synchronized void look() {
        try {
            long left = Files.getFileStore(folder.path()).getUsableSpace();
            if (left < reserve) {
                state.full(left);
            } else if (left > reserve + reserve / 4) {
                state.roomAgain();
            }
            if (state.told().trouble() == DeskState.Trouble.CLOSED) {
                openAgain();
            }
            if (state.told().trouble() == DeskState.Trouble.NONE) {
                noteHighWater();
            }
        } catch (IOException | RuntimeException e) {
            LOG.warn("the disk of {} cannot be looked at: {}", folder.path(), Trace.of(e));
        }
    }

    private void noteHighWater() throws IOException {
        long journal = db.tx(store::journal);
        if (journal != noted) {
            highWater.note(journal);
            noted = journal;
        }
    }

    private void openAgain() {
        if (source instanceof HikariDataSource pool && pool.getHikariPoolMXBean() != null) {
            pool.getHikariPoolMXBean().softEvictConnections();
        }
        try {
            db.run(store::answer);
            state.reopened();
        } catch (DbException e) {
            LOG.warn("the desk's file cannot be opened yet");
        }
    }

    @Override
    public void start() {
        look();
        clock = Beside.one("watch");
        clock.scheduleWithFixedDelay(this::look, EVERY_MS, EVERY_MS, TimeUnit.MILLISECONDS);
    }

    @Override
    public void stop() {
        clock.shutdownNow();
        clock = null;
        look();
    }

    @Override
    public boolean isRunning() {
        return clock != null;
    }
}
