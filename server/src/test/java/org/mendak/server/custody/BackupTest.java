package org.mendak.server.custody;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendak.server.Api;
import org.mendak.server.OnDesk;
import org.mendak.server.RunningApp;
import org.mendak.server.TestDay;
import org.mendak.server.Texts;
import org.mendak.server.platform.DeskFolder;
import org.mendak.server.platform.DeskRefused;
import tools.jackson.databind.JsonNode;

/** A backup of a serving desk is of one moment, and what is restored from it is a desk. */
class BackupTest extends OnDesk {

    @TempDir
    private Path folder;

    @BeforeAll
    void start() {
        Texts.publish(api);
        for (int i = 0; i < 20; i++) {
            api.openCase(Map.of("text", "it said LL-712, " + i, "error", "tracks-full"));
        }
    }

    private Path backup() throws Exception {
        String job =
                api.post("/api/backups", Map.of()).expect(202).json().path("id").asString();
        JsonNode made = api.ended("/api/jobs/" + job).path("result");
        assertThat(made.path("documents").asInt()).isEqualTo(3);
        Api.Answer file = api.get("/api/backups/" + made.path("id").asString()).expect(200);
        assertThat(file.header("Repr-Digest")).startsWith("sha-256=:");
        Path zip = folder.resolve("backup-" + made.path("id").asString() + ".zip");
        return Files.write(zip, file.bytes());
    }

    private String restore(Path zip, Path data) throws Exception {
        return Custody.restore(zip, data, new TestDay.Ahead(), s -> {});
    }

    @Test
    void whatWasAcknowledgedBeforeABackupIsInItThoughOthersWriteMeanwhile() throws Exception {
        AtomicBoolean enough = new AtomicBoolean();
        AtomicInteger opened = new AtomicInteger();
        CountDownLatch warm = new CountDownLatch(10);
        Thread writer = new Thread(() -> {
            while (!enough.get()) {
                api.openCase(Map.of("text", "meanwhile", "error", "tracks-full"));
                opened.incrementAndGet();
                warm.countDown();
            }
        });
        writer.start();
        try {
            warm.await();
            int before = 20 + opened.get();
            Path zip = backup();
            Path data = folder.resolve("elsewhere");
            assertThat(restore(zip, data)).startsWith("restored: ");
            enough.set(true);
            try (RunningApp app = RunningApp.on(data)) {
                for (int n = 1; n <= before; n++) {
                    app.lead().get("/api/cases/" + n).expect(200);
                }
                app.lead().get("/api/errors/tracks-full").expect(200);
            }
        } finally {
            enough.set(true);
            writer.join();
        }
    }

    @Test
    void onlyALeadMayCarryTheDeskAway() {
        Api agent = agent("carrier", "Carrier");
        agent.post("/api/backups", Map.of()).refused(403, "lead");
        agent.get("/api/backups/x").refused(403, "lead");
        api.get("/api/backups/x").refused(404, "no such backup");
    }

    @Test
    void aBackupThatWasChangedOrCutIsNoBackupAndNothingIsTouched() throws Exception {
        Path data = folder.resolve("kept");
        try (DeskFolder f = new DeskFolder(data)) {
            new SchemaUpgrade(f, new TestDay.Ahead(), s -> {}).run();
        }
        byte[] before = Files.readAllBytes(data.resolve(DeskFolder.DATABASE));
        byte[] whole = Files.readAllBytes(backup());
        for (int cut : List.of(whole.length - 1, whole.length / 2, 10, 0)) {
            Path bad = Files.write(folder.resolve("cut.zip"), java.util.Arrays.copyOf(whole, cut));
            assertThatThrownBy(() -> restore(bad, data)).isInstanceOf(DeskRefused.class);
        }
        byte[] changed = whole.clone();
        for (int at = whole.length / 3; at < whole.length / 2; at += 97) {
            changed[at] ^= 0x20;
        }
        Path bad = Files.write(folder.resolve("changed.zip"), changed);
        assertThatThrownBy(() -> restore(bad, data)).isInstanceOf(DeskRefused.class);
        Path other = Files.write(folder.resolve("other.zip"), Texts.zip(Map.of("library.yaml", "x")));
        assertThatThrownBy(() -> restore(other, data)).hasMessageContaining("no backup of Mendak");
        assertThat(Files.readAllBytes(data.resolve(DeskFolder.DATABASE))).isEqualTo(before);
        assertThat(data.resolve("set-aside")).doesNotExist();
    }

    @Test
    void theDeskOfBeforeIsSetAsideAndAServedFolderIsLeftAlone() throws Exception {
        Path zip = backup();
        Path data = folder.resolve("used");
        try (RunningApp app = RunningApp.on(data)) {
            assertThatThrownBy(() -> restore(zip, data)).hasMessageContaining("another Mendak works on");
            Texts.publish(app.lead());
        }
        byte[] before = Files.readAllBytes(data.resolve(DeskFolder.DATABASE));
        assertThat(restore(zip, data)).contains("The desk of before is in");
        try (var aside = Files.list(data.resolve("set-aside"))) {
            assertThat(Files.readAllBytes(aside.findFirst().orElseThrow())).isEqualTo(before);
        }
        try (RunningApp app = RunningApp.on(data)) {
            app.lead().get("/api/cases/20").expect(200);
        }
    }

    @Test
    void aDeskThatNobodyServesIsBackedUpFromItsFile() throws Exception {
        Path data = folder.resolve("closed");
        OldDesk.make(Files.createDirectories(data), 4);
        Path zip = folder.resolve("closed.zip");
        assertThat(Custody.backup(data, zip, new TestDay.Ahead(), s -> {})).startsWith(OldDesk.CASES + " cases");
        assertThat(Custody.check(zip)).startsWith(OldDesk.CASES + " cases");
        // a backup of an older schema becomes a desk of today
        Path there = folder.resolve("there");
        restore(zip, there);
        try (RunningApp app = RunningApp.on(there)) {
            app.lead().get("/api/cases/" + OldDesk.CASES).expect(200);
        }
    }
}
