package org.mendak.server.custody;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.RemovalCause;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.util.UUID;
import java.util.zip.ZipFile;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.DeskFolder;
import org.mendak.server.platform.DeskRefused;
import org.mendak.server.platform.Jobs;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.SpooledFile;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;

/** Backups while the desk serves: of one moment, opened and read through before they are handed out. */
@Service
class BackupService {

    private static final Logger LOG = LoggerFactory.getLogger(BackupService.class);
    private static final int MOST_KEPT = 2;
    private static final Duration LIFE = Duration.ofHours(1);

    /** What came of a backup: under which number it can be fetched, and what it holds. */
    record Made(String id, long bytes, int schema, long cases, long attempts, long documents, long people) {}

    private final Db db;
    private final CustodyStore store;
    private final DeskFolder folder;
    private final Jobs jobs;
    private final AuditStore audit;
    private final ErasedBytes erased;
    private final Clock clock;
    private final Cache<String, Path> made = Caffeine.newBuilder()
            .maximumSize(MOST_KEPT)
            .expireAfterWrite(LIFE)
            .evictionListener((String id, Path file, RemovalCause why) -> forget(file))
            .build();

    BackupService(
            Db db,
            CustodyStore store,
            DeskFolder folder,
            Jobs jobs,
            AuditStore audit,
            ErasedBytes erased,
            Clock clock) {
        this.erased = erased;
        this.db = db;
        this.store = store;
        this.folder = folder;
        this.jobs = jobs;
        this.audit = audit;
        this.clock = clock;
    }

    /** Begins a backup; its job's result is {@link Made}. */
    Jobs.View begin(Caller caller) {
        caller.may(Role.LEAD, Scope.ADMIN, "back the desk up");
        return jobs.start(caller, "backup", progress -> make(caller, progress));
    }

    private Made make(Caller caller, Jobs.Progress progress) {
        String id = UUID.randomUUID().toString();
        Path target = folder.ofThisRun("spool").resolve(id + ".zip");
        BackupArchive.About about = write(caller, target, (what, done, total) -> progress.at(done, total));
        made.put(id, target);
        try {
            return new Made(
                    id,
                    Files.size(target),
                    about.schema(),
                    about.rows("desk_case"),
                    about.rows("attempt"),
                    about.rows("document"),
                    about.rows("person"));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /**
     * Writes the desk as it is at one moment into a file; nothing is there unless all went well.
     *
     * @param caller who has it made, for the journal
     */
    BackupArchive.About write(Caller caller, Path target, BackupArchive.Steps steps) {
        String name = UUID.randomUUID().toString();
        Path spool = folder.ofThisRun("spool");
        Path raw = spool.resolve(name + ".raw");
        Path database = spool.resolve(name + ".mv.db");
        try {
            room();
            db.run(tx -> store.backupTo(tx, raw));
            unzip(raw, database);
            if (erased.haveRemained()) {
                ErasedBytes.compact(database);
            }
            BackupArchive.About about = BackupArchive.write(database, target, clock.instant(), steps);
            db.run(tx -> audit.write(tx, caller, "backup-made", "desk", about.said()));
            return about;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (SQLException e) {
            throw new DeskRefused("the copy of the desk could not be written anew: " + e.getMessage(), e);
        } finally {
            forget(raw);
            forget(database);
        }
    }

    private void room() throws IOException {
        long wanted = 3 * Files.size(folder.database());
        if (Files.getFileStore(folder.path()).getUsableSpace() < wanted) {
            throw Refusal.unavailable(
                    "A backup needs " + (wanted >> 20) + " MB of free space in the data folder for a while.");
        }
    }

    private static void unzip(Path raw, Path database) throws IOException {
        try (ZipFile zip = new ZipFile(raw.toFile());
                InputStream in = zip.getInputStream(zip.getEntry(DeskFolder.DATABASE))) {
            Files.copy(in, database);
        }
    }

    private static void forget(Path file) {
        try {
            if (file != null) {
                Files.deleteIfExists(file);
            }
        } catch (IOException e) {
            LOG.warn("{} could not be deleted; the next start does it", file);
        }
    }

    /** A backup that was made within the hour. */
    SpooledFile fetch(Caller caller, String id) throws IOException {
        caller.may(Role.LEAD, Scope.ADMIN, "back the desk up");
        Path file = made.getIfPresent(id);
        if (file == null || !Files.exists(file)) {
            throw Refusal.notFound("There is no such backup; they are kept for an hour.");
        }
        return SpooledFile.of(file, "mendak-backup.zip", "application/zip");
    }
}
