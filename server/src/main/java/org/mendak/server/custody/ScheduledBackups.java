package org.mendak.server.custody;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Beside;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.DeskFolder;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Settings;
import org.mendak.server.platform.SpooledFile;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Service;

/**
 * Writes a backup into the data folder every so often, and lets the oldest go. What a disk loses it loses with its backups: they are to be copied
 * elsewhere, and stand here for the mistakes of people and programs.
 */
@Service
class ScheduledBackups implements SmartLifecycle {

    private static final Logger LOG = LoggerFactory.getLogger(ScheduledBackups.class);
    private static final Caller MENDAK = new Caller(0, "mendak", "Mendak", Role.LEAD, Set.of());
    private static final String BEGINS = "desk-";
    private static final String ENDS = ".zip";
    private static final DateTimeFormatter STAMP =
            DateTimeFormatter.ofPattern("yyyyMMdd-HHmmss").withZone(ZoneOffset.UTC);

    private final Settings settings;
    private final DeskFolder folder;
    private final BackupService backups;
    private final Db db;
    private final AuditStore audit;
    private final Clock clock;
    private volatile ScheduledExecutorService looks;
    private volatile Failure failed;

    /** What a backup failed at, the last time it was tried. */
    record Failure(Instant at, String why) {}

    ScheduledBackups(
            Settings settings, DeskFolder folder, BackupService backups, Db db, AuditStore audit, Clock clock) {
        this.settings = settings;
        this.folder = folder;
        this.backups = backups;
        this.db = db;
        this.audit = audit;
        this.clock = clock;
    }

    /**
     * A file in the folder of backups.
     *
     * @param scheduled whether it was made by the clock, and goes when it is one of too many; others stay
     */
    record Kept(String name, long bytes, Instant at, boolean scheduled) {}

    /**
     * How backups stand.
     *
     * @param everyHours how often one is made; 0 for never
     * @param keeps how many of those are kept
     * @param failed what the last one failed at; null if it did not
     */
    record Backups(
            int everyHours,
            int keeps,
            List<Kept> files,
            @OrNull Failure failed) {}

    Backups all(Caller caller) {
        caller.may(Role.LEAD, Scope.ADMIN, "see backups");
        int hours = isOff() ? 0 : (int) Math.max(1, settings.backupEvery().toHours());
        return new Backups(hours, settings.backupsKept(), files(), failed);
    }

    /** What the demo has can be made again. */
    private boolean isOff() {
        return settings.backupEvery().isZero() || settings.demo();
    }

    /** The newest first. */
    private List<Kept> files() {
        Path backups = folder.path().resolve("backups");
        if (!Files.isDirectory(backups)) {
            return List.of();
        }
        try (var files = Files.list(backups)) {
            return files.filter(f -> f.toString().endsWith(ENDS))
                    .map(ScheduledBackups::kept)
                    .sorted(Comparator.comparing(Kept::at).reversed().thenComparing(Kept::name))
                    .toList();
        } catch (IOException e) {
            throw Refusal.unavailable("The folder of backups cannot be read: " + e.getMessage());
        }
    }

    private static Kept kept(Path file) {
        String name = file.getFileName().toString();
        try {
            Instant said = stamped(name);
            return new Kept(
                    name,
                    Files.size(file),
                    said == null ? Files.getLastModifiedTime(file).toInstant() : said,
                    said != null);
        } catch (IOException e) {
            return new Kept(name, 0, Instant.EPOCH, false);
        }
    }

    /** When one was made by the clock, as its name says; null if it was not. */
    private static Instant stamped(String name) {
        if (!name.matches(BEGINS + "\\d{8}-\\d{6}" + ENDS)) {
            return null;
        }
        try {
            return Instant.from(STAMP.parse(name.substring(BEGINS.length(), name.length() - ENDS.length())));
        } catch (DateTimeException e) {
            return null;
        }
    }

    SpooledFile fetch(Caller caller, String name) throws IOException {
        caller.may(Role.LEAD, Scope.ADMIN, "fetch backups");
        Kept file = files().stream()
                .filter(f -> f.name().equals(name))
                .findFirst()
                .orElseThrow(() -> Refusal.notFound("There is no such backup."));
        return SpooledFile.of(folder.path().resolve("backups").resolve(file.name()), file.name(), "application/zip");
    }

    /** When the newest was made by the clock. */
    Optional<Instant> newest() {
        return files().stream().filter(Kept::scheduled).map(Kept::at).findFirst();
    }

    boolean hasFailed() {
        return failed != null;
    }

    /** Makes one if it is time. */
    synchronized void look() {
        if (isOff()) {
            return;
        }
        Instant due = newest().map(at -> at.plus(settings.backupEvery())).orElse(Instant.EPOCH);
        if (clock.instant().isBefore(due)) {
            return;
        }
        try {
            Instant at = clock.instant();
            Path target = folder.made("backups").resolve(BEGINS + STAMP.format(at) + ENDS);
            backups.write(MENDAK, target, (what, done, total) -> {});
            failed = null;
            forgetOld();
        } catch (RuntimeException | IOException e) {
            failed = new Failure(clock.instant(), String.valueOf(e.getMessage()));
            LOG.error("the desk could not be backed up; it is tried again in some minutes: {}", e.getMessage());
        }
    }

    private void forgetOld() throws IOException {
        List<Kept> tooMany = files().stream()
                .filter(Kept::scheduled)
                .skip(settings.backupsKept())
                .toList();
        for (Kept old : tooMany) {
            Files.deleteIfExists(folder.path().resolve("backups").resolve(old.name()));
            db.run(tx -> audit.write(tx, MENDAK, "backup-removed", "desk", old.name()));
        }
    }

    @Override
    public void start() {
        looks = Beside.one("backups");
        looks.scheduleWithFixedDelay(this::look, 5, 5, TimeUnit.MINUTES);
    }

    @Override
    public void stop() {
        looks.shutdown();
        looks = null;
    }

    @Override
    public boolean isRunning() {
        return looks != null;
    }
}
