package org.mendak.server.custody;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendak.server.Api;
import org.mendak.server.RunningApp;
import org.mendak.server.TestDay;
import org.mendak.server.Texts;
import org.mendak.server.platform.DeskFolder;
import org.mendak.server.platform.DeskRefused;

/** A file of which a part has gone bad: what is found of it is said at once, everywhere, and nothing half is handed out. */
class DamageTest {

    private static final int CASES = 60;

    @TempDir
    private Path data;

    /** From so many twentieths of the file to so many. */
    private static void damage(Path file, int from, int to) throws IOException {
        damage(file, from, to, 20);
    }

    private static void damage(Path file, int from, int to, int parts) throws IOException {
        try (RandomAccessFile f = new RandomAccessFile(file.toFile(), "rw")) {
            byte[] bad = new byte[4096];
            new Random(7).nextBytes(bad);
            for (long at = f.length() * from / parts; at < f.length() * to / parts; at += bad.length) {
                f.seek(at);
                f.write(bad);
            }
        }
    }

    /** The file as it lies there while the desk is open: once that ends, nothing of before is left in it. */
    private byte[] fill() throws IOException {
        Random letters = new Random(3);
        try (RunningApp app = RunningApp.on(data)) {
            Texts.publish(app.lead());
            for (int i = 0; i < CASES; i++) {
                StringBuilder text = new StringBuilder();
                letters.ints(20_000, 'a', 'z').forEach(c -> text.append((char) c));
                app.lead().openCase(Map.of("text", text.toString(), "error", "tracks-full"));
            }
            return Files.readAllBytes(data.resolve(DeskFolder.DATABASE));
        }
    }

    @Test
    void aFileWhoseNewestPartIsBadIsNotTakenForTheDeskOfBefore() throws Exception {
        byte[] whole = fill();
        Path file = data.resolve(DeskFolder.DATABASE);
        boolean older = false;
        // where the newest part lies is H2's business, and how large it is: in twentieths first, then finer
        for (int tried = 0; tried < 19 + 79 && !older; tried++) {
            boolean fine = tried >= 19;
            int part = fine ? 79 - (tried - 19) : 19 - tried;
            Files.write(file, whole);
            damage(file, part, part + 1, fine ? 80 : 20);
            byte[] damaged = Files.readAllBytes(file);
            try (DeskFolder folder = new DeskFolder(data)) {
                new SchemaUpgrade(folder, new TestDay.Ahead(), s -> {}).run();
            } catch (DeskRefused refused) {
                older = refused.getMessage().contains("is older than it was");
                assertThat(Files.readAllBytes(file)).isEqualTo(damaged);
            }
        }
        assertThat(older).isTrue();
        assertThatThrownBy(() -> RunningApp.on(data)).hasStackTraceContaining("is older than it was");
        Files.delete(data.resolve(HighWater.FILE));
        try (RunningApp app = RunningApp.on(data)) {
            app.lead().get("/api/cases/1").expect(200);
        }
    }

    @Test
    void whatIsFoundIsSaidByTheAnswerTheSessionAndHealthAndNoExportIsHalf() throws Exception {
        fill();
        Path file = data.resolve(DeskFolder.DATABASE);
        byte[] whole = Files.readAllBytes(file);
        boolean found = false;
        // where a long text lies is H2's business, too
        for (int tried = 0; tried < 19 + 79 && !found; tried++) {
            boolean fine = tried >= 19;
            int part = fine ? 79 - (tried - 19) : 19 - tried;
            Files.write(file, whole);
            damage(file, part, part + 1, fine ? 80 : 20);
            found = isReadOnlyInPart(file) && saysWhatIsFound();
        }
        assertThat(found).isTrue();
    }

    /** Whether it is opened, and not all of it can be read. */
    private boolean isReadOnlyInPart(Path file) throws IOException {
        try (DeskFolder folder = new DeskFolder(data)) {
            new SchemaUpgrade(folder, new TestDay.Ahead(), s -> {}).run();
            DeskFile.readAll(file);
            return false;
        } catch (DeskRefused cannotBeOpened) {
            return false;
        } catch (java.sql.SQLException e) {
            return true;
        }
    }

    /** False where what is read at the start is bad already. */
    private boolean saysWhatIsFound() {
        RunningApp app;
        try {
            app = RunningApp.on(data);
        } catch (RuntimeException badAtTheStart) {
            return false;
        }
        try (app) {
            Api api = app.lead();
            for (int n = 1; n <= CASES; n++) {
                api.get("/api/cases/" + n);
            }
            Api browser = Api.browser(app.address());
            assertThat(browser.get("/api/session")
                            .json()
                            .path("desk")
                            .path("trouble")
                            .asString())
                    .isEqualTo("damaged");
            browser.get("/actuator/health").expect(503);
            api.post("/api/cases", Map.of("text", "x")).refused(503, "damaged");
            String job = api.post("/api/backups", Map.of())
                    .expect(202)
                    .json()
                    .path("id")
                    .asString();
            assertThat(api.ended("/api/jobs/" + job).path("state").asString()).isEqualTo("failed");
            api.get("/api/cases/export.csv").refused(503, "damaged");
        }
        return true;
    }
}
