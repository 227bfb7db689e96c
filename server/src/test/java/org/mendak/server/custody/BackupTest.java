package org.mendak.server.custody;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
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

    /** Opens cases, each with a note, and writes down which were acknowledged whole. */
    private void write(int hand, AtomicBoolean enough, Map<String, Long> acknowledged, CountDownLatch warm) {
        for (int i = 0; !enough.get(); i++) {
            String reference = "HAND-" + hand + "-" + i;
            long n = api.openCase(
                    Map.of("text", "meanwhile " + reference, "reference", reference, "error", "tracks-full"));
            api.post("/api/cases/" + n + "/notes", Map.of("text", "noted " + reference))
                    .expect(200);
            acknowledged.put(reference, n);
            warm.countDown();
        }
    }

    @Test
    void aBackupWhileFourHandsWriteHasWhatWasAcknowledgedBeforeItBeganAndNothingHalf() throws Exception {
        AtomicBoolean enough = new AtomicBoolean();
        Map<String, Long> acknowledged = new ConcurrentHashMap<>();
        CountDownLatch warm = new CountDownLatch(40);
        List<Thread> hands = new ArrayList<>();
        for (int h = 0; h < 4; h++) {
            int hand = h;
            hands.add(new Thread(() -> write(hand, enough, acknowledged, warm)));
        }
        hands.forEach(Thread::start);
        try {
            assertThat(warm.await(2, TimeUnit.MINUTES)).isTrue();
            Map<String, Long> before = Map.copyOf(acknowledged);
            Path zip = backup();
            assertThat(acknowledged).as("they went on meanwhile").hasSizeGreaterThan(before.size());
            enough.set(true);
            for (Thread hand : hands) {
                hand.join();
            }
            Path data = folder.resolve("elsewhere");
            assertThat(restore(zip, data)).startsWith("restored: ");
            try (RunningApp app = RunningApp.on(data)) {
                for (Map.Entry<String, Long> c : before.entrySet()) {
                    assertThat(app.lead()
                                    .get("/api/cases/" + c.getValue())
                                    .expect(200)
                                    .text())
                            .contains("\"" + c.getKey() + "\"", "meanwhile " + c.getKey(), "noted " + c.getKey());
                }
                // whatever else came in is whole too: a case with its text, its number and what was found by its words
                long newest = acknowledged.values().stream()
                        .mapToLong(Long::longValue)
                        .max()
                        .orElseThrow();
                int more = 0;
                for (long n = 21; n <= newest; n++) {
                    Api.Answer one = app.lead().get("/api/cases/" + n);
                    if (one.status() == 200) {
                        assertThat(one.text()).contains("HAND-", "meanwhile HAND-");
                        more++;
                    }
                }
                assertThat(more).isBetween(before.size(), acknowledged.size() + hands.size());
                app.lead().get("/api/errors/tracks-full").expect(200);
            }
        } finally {
            enough.set(true);
        }
    }

    @Test
    void aBackupOfANewerMendakIsRefusedAndNothingIsTouched() throws Exception {
        Path newer = folder.resolve("newer");
        try (DeskFolder f = new DeskFolder(newer)) {
            new SchemaUpgrade(f, new TestDay.Ahead(), s -> {}).run();
        }
        Path zip = folder.resolve("newer.zip");
        OldDesk.run(
                newer,
                "insert into \"flyway_schema_history\" select 99, '99', 'later', 'SQL', 'V99__later.sql', 1, 'x',"
                        + " \"installed_on\", 1, true from \"flyway_schema_history\" where \"installed_rank\" = 1");
        // what a newer Mendak would write; this one copies what it does not open
        Custody.backup(newer, zip, new TestDay.Ahead(), s -> {});
        Path data = folder.resolve("of-today");
        try (RunningApp app = RunningApp.on(data)) {
            Texts.publish(app.lead());
        }
        byte[] before = Files.readAllBytes(data.resolve(DeskFolder.DATABASE));
        assertThatThrownBy(() -> restore(zip, data))
                .isInstanceOf(DeskRefused.class)
                .hasMessageContaining("newer Mendak");
        assertThat(Files.readAllBytes(data.resolve(DeskFolder.DATABASE))).isEqualTo(before);
        assertThat(data.resolve("set-aside")).doesNotExist();
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
