package org.mendak.server.custody;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Clock;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.Set;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.MigrationInfo;
import org.flywaydb.core.api.callback.Callback;
import org.flywaydb.core.api.callback.Context;
import org.flywaydb.core.api.callback.Event;
import org.mendak.server.platform.DeskFolder;
import org.mendak.server.platform.DeskRefused;

/**
 * Makes the desk's file what this program works with before anybody opens it: an empty desk where there was none, this schema where
 * there was an older one. Either is done on a file beside it, which is then put in its place in one move: killed at any moment, the
 * folder holds a whole desk of the old schema or of the new one.
 */
final class SchemaUpgrade {

    /** Tables that are no more: what they held follows from others. */
    private static final Set<String> GIVEN_UP = Set.of("evidence_revision");

    private static final DateTimeFormatter STAMP =
            DateTimeFormatter.ofPattern("yyyyMMdd-HHmmss").withZone(ZoneOffset.UTC);
    private static final String LOCATION = "classpath:db/migration";

    /** A copy can be made again, so nothing of it needs to be on disk before it is whole. */
    private static final String FAST = ";WRITE_DELAY=2000;CACHE_SIZE=131072";

    private final DeskFolder folder;
    private final Clock clock;
    private final Teller teller;

    /** Told what goes on, in sentences. */
    @FunctionalInterface
    interface Teller {
        void say(String sentence);
    }

    SchemaUpgrade(DeskFolder folder, Clock clock, Teller teller) {
        this.folder = folder;
        this.clock = clock;
        this.teller = teller;
    }

    /** @throws DeskRefused if the desk is newer than this program, lost or damaged; then nothing was changed */
    void run() {
        try {
            Path file = folder.database();
            Path mark = folder.path().resolve(DeskFolder.MARK);
            if (!DeskFile.isThere(file)) {
                refuseLost(mark);
                make(file);
            } else {
                DeskFile.Standing standing = standing(file);
                int schema = standing.schema();
                int newest = newest();
                if (schema > newest) {
                    throw new DeskRefused("the desk in " + folder.path() + " was kept by a newer Mendak (schema "
                            + schema + "; this one knows up to " + newest + "). Start that one. Nothing was changed.");
                }
                new HighWater(folder).check(standing.journal());
                if (schema < newest) {
                    upgrade(file, schema, newest);
                }
            }
            if (!Files.exists(mark)) {
                Files.writeString(
                        mark,
                        "A desk of Mendak is kept here since " + clock.instant() + ", in " + DeskFolder.DATABASE
                                + ".\n");
                DeskFolder.forOwnerAlone(mark);
            }
        } catch (IOException e) {
            throw new DeskRefused("the desk in " + folder.path() + " cannot be opened: " + e.getMessage(), e);
        }
    }

    private void refuseLost(Path mark) {
        if (Files.exists(mark)) {
            throw new DeskRefused("there was a desk in " + folder.path() + ", and its file " + DeskFolder.DATABASE
                    + " is gone. Bring it back, or restore a backup (./mendak restore FILE"
                    + newestBackup() + "). To begin an empty desk here, delete the file \"" + DeskFolder.MARK
                    + "\" first. Nothing was changed.");
        }
    }

    private String newestBackup() {
        Path backups = folder.path().resolve("backups");
        if (!Files.isDirectory(backups)) {
            return "";
        }
        try (var files = Files.list(backups)) {
            return files.filter(f -> f.toString().endsWith(".zip"))
                    .max(java.util.Comparator.comparing(f -> f.toFile().lastModified()))
                    .map(f -> "; the newest is " + f)
                    .orElse("");
        } catch (IOException e) {
            return "";
        }
    }

    private DeskFile.Standing standing(Path file) {
        try {
            return DeskFile.standing(file);
        } catch (SQLException e) {
            throw new DeskRefused(
                    "the desk's file " + file + " is damaged and cannot be opened (" + e.getMessage()
                            + "). Restore a backup: ./mendak restore FILE" + newestBackup() + ". Nothing was changed.",
                    e);
        }
    }

    private Path fresh() {
        return folder.ofThisRun("upgrading").resolve(DeskFolder.DATABASE);
    }

    private void make(Path file) throws IOException {
        Path fresh = fresh();
        migrate(fresh, false);
        new HighWater(folder).forget();
        DeskFile.swapIn(fresh, file);
    }

    private void upgrade(Path file, int from, int to) throws IOException {
        String what = "The desk is brought from schema " + from + " to " + to + ": ";
        Path backup =
                folder.made("backups").resolve("before-schema-" + to + "-" + STAMP.format(clock.instant()) + ".zip");
        room(file);
        BackupArchive.About about =
                BackupArchive.write(file, backup, clock.instant(), new Paced(s -> teller.say(what + s)));
        teller.say(what + "a backup is in " + backup + " (" + about.said() + ")");
        Path fresh = fresh();
        Files.copy(file, fresh, StandardCopyOption.REPLACE_EXISTING);
        migrate(fresh, true);
        DeskFile.Contents now = readAll(fresh);
        for (String table : about.rows().keySet()) {
            boolean fewer = !GIVEN_UP.contains(table) && now.rows(table) < about.rows(table);
            if (fewer) {
                throw new DeskRefused("bringing the desk to schema " + to + " lost rows of " + table
                        + ". The desk is as it was; please report this.");
            }
        }
        DeskFile.swapIn(fresh, file);
        teller.say(what + "done");
    }

    private static DeskFile.Contents readAll(Path file) {
        try {
            return DeskFile.readAll(file);
        } catch (SQLException e) {
            throw new DeskRefused(
                    "the desk could not be brought to the new schema (" + e.getMessage() + "). It is as it was.", e);
        }
    }

    /** The backup and the copy together may take up to three times the file. */
    private void room(Path file) throws IOException {
        long wanted = 3 * Files.size(file);
        long there = Files.getFileStore(file).getUsableSpace();
        if (there < wanted) {
            throw new DeskRefused("bringing the desk in " + folder.path() + " to this schema needs " + (wanted >> 20)
                    + " MB of free space; there are " + (there >> 20) + ". Nothing was changed.");
        }
    }

    private void migrate(Path fresh, boolean tell) {
        String url = DeskFile.url(fresh, FAST).replace(";IFEXISTS=TRUE", "");
        Flyway flyway = Flyway.configure()
                .dataSource(url, DeskFile.USER, "")
                .locations(LOCATION)
                .callbacks(tell ? new Callback[] {new Progress()} : new Callback[0])
                .load();
        // one connection beyond Flyway's own keeps the file open between its steps; at the end it is compacted and
        // closed
        try (Connection c = DriverManager.getConnection(url, DeskFile.USER, "");
                Statement s = c.createStatement()) {
            flyway.migrate();
            s.execute("shutdown compact");
        } catch (SQLException e) {
            throw new DeskRefused(
                    "the desk could not be brought to the new schema (" + e.getMessage() + "). It is as it was.", e);
        }
    }

    /** The newest schema that this program knows. */
    static int newest() {
        int newest = 0;
        for (MigrationInfo m : Flyway.configure()
                .dataSource("jdbc:h2:mem:", DeskFile.USER, "")
                .locations(LOCATION)
                .load()
                .info()
                .all()) {
            newest = Math.max(newest, Integer.parseInt(m.getVersion().getVersion()));
        }
        return newest;
    }

    /** Tells each statement of a migration before it is run, since one may take minutes. */
    private final class Progress implements Callback {
        private int statements;

        @Override
        public boolean supports(Event event, Context context) {
            return event == Event.BEFORE_EACH_MIGRATE || event == Event.BEFORE_EACH_MIGRATE_STATEMENT;
        }

        @Override
        public boolean canHandleInTransaction(Event event, Context context) {
            return true;
        }

        @Override
        public void handle(Event event, Context context) {
            String version = context.getMigrationInfo().getVersion().getVersion();
            if (event == Event.BEFORE_EACH_MIGRATE) {
                statements = 0;
                teller.say(
                        "Schema " + version + ": " + context.getMigrationInfo().getDescription());
            } else {
                statements++;
                teller.say("Schema " + version + ", step " + statements);
            }
        }

        @Override
        public String getCallbackName() {
            return "progress";
        }
    }

    /** Passes on every tenth of a long step. */
    static final class Paced implements BackupArchive.Steps {
        private final Teller teller;
        private String said = "";

        Paced(Teller teller) {
            this.teller = teller;
        }

        @Override
        public void at(String what, long done, long total) {
            long tenth = total == 0 ? 0 : 10 * done / total;
            String now = total < (64L << 20) ? what : what + ", " + 10 * tenth + " %";
            if (!now.equals(said)) {
                said = now;
                teller.say(now);
            }
        }
    }
}
