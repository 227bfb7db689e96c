package org.mendak.server.custody;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.sql.SQLException;
import java.time.Clock;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.function.Consumer;
import org.mendak.server.platform.DeskFolder;
import org.mendak.server.platform.DeskRefused;

/** Backups and restoring while no server has the folder; the command line's door. */
public final class Custody {

    private static final DateTimeFormatter STAMP =
            DateTimeFormatter.ofPattern("yyyyMMdd-HHmmss-SSS").withZone(ZoneOffset.UTC);

    private Custody() {}

    /**
     * Backs up a desk that nobody serves.
     *
     * @param say told what is being done
     * @return what the backup holds, in words
     * @throws DeskRefused if somebody serves it, or it is damaged; then there is no file
     */
    public static String backup(Path data, Path target, Clock clock, Consumer<String> say) throws IOException {
        try (DeskFolder folder = new DeskFolder(data)) {
            if (!DeskFile.isThere(folder.database())) {
                throw new DeskRefused("there is no desk in " + folder.path() + ".");
            }
            Path database = folder.database();
            if (new ErasedBytes(folder).haveRemained()) {
                say.accept("writing the desk anew, without what was erased");
                database = folder.ofThisRun("spool").resolve("whole.mv.db");
                Files.copy(folder.database(), database, StandardCopyOption.REPLACE_EXISTING);
                ErasedBytes.compact(database);
            }
            return BackupArchive.write(
                            database, target.toAbsolutePath(), clock.instant(), new SchemaUpgrade.Paced(say::accept))
                    .said();
        } catch (SQLException e) {
            throw new DeskRefused("the copy of the desk could not be written anew: " + e.getMessage(), e);
        }
    }

    /**
     * Checks a backup, opens and reads through what is in it, and puts it in the desk's place. A desk that is there is set aside first,
     * never deleted. Killed at any moment, the folder holds the desk of before or the restored one, whole.
     *
     * @return what was restored, and where the desk of before is
     * @throws DeskRefused if the archive is not a whole backup, or somebody serves the folder; then nothing was changed
     */
    public static String restore(Path archive, Path data, Clock clock, Consumer<String> say) throws IOException {
        if (!Files.isRegularFile(archive)) {
            throw new DeskRefused("there is no file " + archive + ".");
        }
        try (DeskFolder folder = new DeskFolder(data)) {
            Path fresh = folder.ofThisRun("restoring").resolve(DeskFolder.DATABASE);
            BackupArchive.About about = BackupArchive.unpack(archive, fresh, new SchemaUpgrade.Paced(say::accept));
            String aside = "";
            if (DeskFile.isThere(folder.database())) {
                Path kept = folder.made("set-aside").resolve("desk-" + STAMP.format(clock.instant()) + ".mv.db");
                setAside(folder.database(), kept);
                aside = ". The desk of before is in " + kept;
            }
            new HighWater(folder).forget();
            DeskFile.swapIn(fresh, folder.database());
            return "restored: " + about.said() + ", as of " + about.madeAt() + aside;
        }
    }

    /** A second name for the same file where the disk can do that, a copy elsewhere: the first name always leads to a whole desk. */
    private static void setAside(Path file, Path kept) throws IOException {
        try {
            Files.createLink(kept, file);
        } catch (UnsupportedOperationException | java.nio.file.FileSystemException e) {
            Files.copy(file, kept, StandardCopyOption.COPY_ATTRIBUTES);
        }
    }

    /** Reads a backup through without unpacking it; what it holds, in words. */
    public static String check(Path archive) throws IOException {
        return BackupArchive.verify(archive, (what, done, total) -> {}).said();
    }
}
