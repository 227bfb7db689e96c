package org.mendak.server.custody;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendak.server.RunningApp;
import org.mendak.server.TestDay;
import org.mendak.server.platform.DeskFolder;
import org.mendak.server.platform.DeskRefused;

/** An older desk becomes one of today on a copy; whenever that is broken off, the folder holds a whole desk. */
class SchemaUpgradeTest {

    @TempDir
    private Path data;

    private static final class Killed extends Error {
        private static final long serialVersionUID = 1L;
    }

    private void upgrade(SchemaUpgrade.Teller teller) {
        try (DeskFolder folder = new DeskFolder(data)) {
            new SchemaUpgrade(folder, new TestDay.Ahead(), teller).run();
        }
    }

    private DeskFile.Contents contents() throws SQLException {
        return DeskFile.readAll(data.resolve(DeskFolder.DATABASE));
    }

    @Test
    void aDeskOfEveryEarlierSchemaIsBackedUpAndKeepsAllItsRows() throws Exception {
        int newest;
        for (int schema = 1; ; schema++) {
            DeskFolder.delete(data);
            Files.createDirectories(data);
            OldDesk.make(data, schema);
            List<String> said = new ArrayList<>();
            upgrade(said::add);
            newest = contents().schema();
            if (schema == newest) {
                assertThat(said).isEmpty();
                break;
            }
            assertThat(contents().rows("desk_case")).isEqualTo(OldDesk.CASES);
            assertThat(contents().rows("case_text")).isEqualTo(OldDesk.CASES);
            assertThat(contents().rows("attempt")).isEqualTo(OldDesk.CASES);
            assertThat(said).anyMatch(s -> s.contains("a backup is in")).anyMatch(s -> s.startsWith("Schema "));
            Path backup = only(data.resolve("backups"));
            BackupArchive.About about =
                    BackupArchive.unpack(backup, data.resolve("again.mv.db"), (what, done, total) -> {});
            assertThat(about.schema()).isEqualTo(schema);
            assertThat(about.rows("desk_case")).isEqualTo(OldDesk.CASES);
        }
        assertThat(newest).isGreaterThanOrEqualTo(5);
        try (RunningApp app = RunningApp.on(data)) {
            app.lead().get("/api/cases/1").expect(200);
        }
    }

    private static Path only(Path folder) throws IOException {
        try (var files = Files.list(folder)) {
            List<Path> all = files.toList();
            assertThat(all).hasSize(1);
            return all.get(0);
        }
    }

    /** Broken off after each of its sentences in turn, which stand before and after each step. */
    @Test
    void brokenOffAnywhereItBeginsAgainAndEndsWell() throws Exception {
        OldDesk.make(data, 2);
        int steps = 0;
        for (int at = 1; contents().schema() < 5; at++) {
            int stop = at;
            int[] said = {0};
            try {
                upgrade(sentence -> {
                    if (++said[0] == stop) {
                        throw new Killed();
                    }
                });
            } catch (Killed | RuntimeException killed) {
                steps++;
            }
            assertThat(contents().rows("desk_case")).isEqualTo(OldDesk.CASES);
            assertThat(contents().rows("attempt")).isEqualTo(OldDesk.CASES);
        }
        assertThat(steps).isGreaterThan(15);
    }

    @Test
    void aNewDeskThatWasBrokenOffIsBegunAgain() throws Exception {
        Files.createDirectories(data.resolve("upgrading"));
        Files.writeString(data.resolve("upgrading").resolve(DeskFolder.DATABASE), "half a file");
        upgrade(s -> {});
        assertThat(contents().schema()).isGreaterThanOrEqualTo(5);
    }

    @Test
    void aDeskOfANewerMendakIsRefusedAndStaysAsItIs() throws Exception {
        OldDesk.make(data, 4);
        OldDesk.run(
                data,
                "insert into \"flyway_schema_history\" select 99, '99', 'later', 'SQL', 'V99__later.sql', 1, 'x',"
                        + " \"installed_on\", 1, true from \"flyway_schema_history\" where \"installed_rank\" = 1");
        byte[] before = Files.readAllBytes(data.resolve(DeskFolder.DATABASE));
        assertThatThrownBy(() -> upgrade(s -> {}))
                .isInstanceOf(DeskRefused.class)
                .hasMessageContaining("kept by a newer Mendak (schema 99");
        assertThat(Files.readAllBytes(data.resolve(DeskFolder.DATABASE))).isEqualTo(before);
        assertThatThrownBy(() -> RunningApp.on(data)).hasStackTraceContaining("newer Mendak");
    }

    @Test
    void aDeskThatLostItsFileDoesNotBeginAnew() throws Exception {
        upgrade(s -> {});
        Files.delete(data.resolve(DeskFolder.DATABASE));
        assertThatThrownBy(() -> upgrade(s -> {}))
                .isInstanceOf(DeskRefused.class)
                .hasMessageContaining("is gone")
                .hasMessageContaining("restore");
        assertThat(data.resolve(DeskFolder.DATABASE)).doesNotExist();
        Files.delete(data.resolve(DeskFolder.MARK));
        upgrade(s -> {});
        assertThat(data.resolve(DeskFolder.DATABASE)).exists();
    }

    @Test
    void aDamagedDeskIsSaidToBeDamagedAndLeftAlone() throws Exception {
        OldDesk.make(data, 4);
        Path file = data.resolve(DeskFolder.DATABASE);
        byte[] bytes = Files.readAllBytes(file);
        java.util.Arrays.fill(bytes, 0, bytes.length, (byte) 7);
        Files.write(file, bytes);
        assertThatThrownBy(() -> upgrade(s -> {}))
                .isInstanceOf(DeskRefused.class)
                .hasMessageContaining("damaged")
                .hasMessageContaining("./mendak restore");
        assertThat(Files.readAllBytes(file)).isEqualTo(bytes);
    }

    @Test
    void aFolderHasOneProcess() {
        try (DeskFolder first = new DeskFolder(data)) {
            assertThat(first.path()).isEqualTo(data);
            assertThatThrownBy(() -> new DeskFolder(data))
                    .isInstanceOf(DeskRefused.class)
                    .hasMessageContaining("another Mendak works on");
        }
    }

    @Test
    void aFolderThatCannotBeWrittenIsOneSentence() throws Exception {
        Path inTheWay = Files.writeString(data.resolve("file"), "x");
        assertThatThrownBy(() -> new DeskFolder(inTheWay))
                .isInstanceOf(DeskRefused.class)
                .hasMessageContaining("nothing can be written");
        assertThatThrownBy(() -> RunningApp.on(inTheWay)).hasStackTraceContaining("nothing can be written");
    }
}
