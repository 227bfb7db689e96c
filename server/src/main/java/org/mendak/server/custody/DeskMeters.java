package org.mendak.server.custody;

import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.binder.MeterBinder;
import java.io.IOException;
import java.nio.file.Files;
import java.time.Clock;
import java.time.Duration;
import org.mendak.server.platform.DeskFolder;
import org.mendak.server.platform.DeskState;
import org.springframework.stereotype.Component;

/** The desk's file, disk and backups for whoever watches over them. */
@Component
class DeskMeters implements MeterBinder {

    private final DeskFolder folder;
    private final DeskState state;
    private final ScheduledBackups backups;
    private final Clock clock;

    DeskMeters(DeskFolder folder, DeskState state, ScheduledBackups backups, Clock clock) {
        this.folder = folder;
        this.state = state;
        this.backups = backups;
        this.clock = clock;
    }

    @Override
    public void bindTo(MeterRegistry registry) {
        Gauge.builder("mendak.desk.file.size", this, DeskMeters::fileSize)
                .baseUnit("bytes")
                .description("length of the database's file")
                .register(registry);
        Gauge.builder("mendak.disk.free", this, DeskMeters::diskFree)
                .baseUnit("bytes")
                .description("free space where the data folder is")
                .register(registry);
        Gauge.builder("mendak.desk.trouble", state, s -> s.told().trouble().ordinal())
                .description(
                        "0 all is well, 1 nothing is stored because the disk is nearly full, 2 the database is closed, 3 the file is damaged")
                .register(registry);
        Gauge.builder("mendak.backup.age", this, DeskMeters::backupAge)
                .baseUnit("seconds")
                .description("how old the newest backup is that was made by the clock; not a number if there is none")
                .register(registry);
        Gauge.builder("mendak.backup.failed", backups, b -> b.hasFailed() ? 1 : 0)
                .description("1 if the last backup by the clock could not be made")
                .register(registry);
    }

    private double fileSize() {
        try {
            return Files.size(folder.database());
        } catch (IOException e) {
            return Double.NaN;
        }
    }

    private double diskFree() {
        try {
            return Files.getFileStore(folder.path()).getUsableSpace();
        } catch (IOException e) {
            return Double.NaN;
        }
    }

    private double backupAge() {
        return backups.newest()
                .map(at -> Duration.between(at, clock.instant()).toSeconds() * 1.0)
                .orElse(Double.NaN);
    }
}
