package org.mendak.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.ConcurrentSkipListSet;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendak.server.custody.DesksOfBefore;
import org.mendak.server.platform.DeskFolder;
import tools.jackson.databind.JsonNode;

/**
 * Killed amid a change of the schema, an import, publications and backups: it always starts again, what was acknowledged is there, and
 * nothing is half done. {@code ./mendak bench kills} does each twenty times.
 */
class KillsTest {

    private static final int KILLS = Integer.getInteger("mendak.kills", 1);

    private final Random random = new Random(20_261_125);

    /** Lets some time pass without sleeping: until the process has ended by itself, or so long. */
    private static void after(Process process, int ms) throws InterruptedException {
        process.waitFor(ms, TimeUnit.MILLISECONDS);
    }

    @Test
    void aChangeOfTheSchemaEndsWhenItIsLetTo(@TempDir Path data) throws Exception {
        DesksOfBefore.make(data, 2, 400);
        for (int i = 0; i < KILLS; i++) {
            try (Served s = Served.on(data)) {
                after(s.process(), 1_500 + random.nextInt(2_500));
                s.kill();
            }
        }
        try (Served s = Served.on(data)) {
            s.lead().get("/api/cases/400").expect(200);
            JsonNode all = s.lead().get("/api/cases?limit=200").expect(200).json();
            assertThat(all).hasSize(200);
        }
    }

    @Test
    void publicationsImportsAndBackupsAreWholeOrNotAtAll(@TempDir Path data) throws Exception {
        Set<String> published = new ConcurrentSkipListSet<>();
        for (int i = 0; i <= KILLS; i++) {
            int round = i;
            try (Served s = Served.on(data)) {
                Api api = s.lead();
                check(api, published);
                if (round == KILLS) {
                    break;
                }
                AtomicBoolean killed = new AtomicBoolean();
                // amid the work, and only after some of it was acknowledged: then there is something to lose
                CountDownLatch busy = new CountDownLatch(4);
                List<Thread> hands = new ArrayList<>();
                for (int h = 0; h < 3; h++) {
                    int hand = h;
                    hands.add(new Thread(() -> work(api, round, hand, killed, busy, published)));
                }
                hands.forEach(Thread::start);
                assertThat(busy.await(2, TimeUnit.MINUTES)).isTrue();
                after(s.process(), random.nextInt(400));
                killed.set(true);
                s.kill();
                for (Thread t : hands) {
                    t.join();
                }
            }
        }
        assertThat(published).isNotEmpty();
    }

    private static void work(
            Api api, int round, int hand, AtomicBoolean killed, CountDownLatch busy, Set<String> published) {
        try {
            for (int n = 0; !killed.get(); n++) {
                String key = "k-" + round + "-" + hand + "-" + n;
                switch (hand) {
                    case 0 -> {
                        api.create("fixes/" + key, fix(key));
                        if (api.transition("fixes/" + key, "published").status() == 200) {
                            published.add(key);
                            busy.countDown();
                        }
                    }
                    case 1 -> {
                        Map<String, String> files = new HashMap<>();
                        for (int i = 0; i < 40; i++) {
                            files.put("fixes/" + key + "-of40-" + i + ".md", fix(key + "-of40-" + i));
                        }
                        if (api.zip("?publish=true", Texts.zip(files)).status() == 200) {
                            files.keySet().forEach(f -> published.add(f.substring(6, f.length() - 3)));
                            busy.countDown();
                        }
                    }
                    default -> api.post("/api/backups", Map.of());
                }
            }
        } catch (java.io.UncheckedIOException | IllegalStateException gone) {
            // it was killed while this was under way
            return;
        }
    }

    private static String fix(String key) {
        return Texts.GROW_FIX.replace("fix: grow-tracks", "fix: " + key).replace("Give the tracks more room", key);
    }

    /** All that was acknowledged, and of each import all or nothing. */
    private static void check(Api api, Set<String> published) {
        Map<String, Integer> ofImport = new HashMap<>();
        Set<String> there = new ConcurrentSkipListSet<>();
        String path = "/api/fixes?limit=200";
        while (!path.isEmpty()) {
            Api.Answer page = api.get(path).expect(200);
            page.json().forEach(f -> there.add(f.path("key").asString()));
            String link = page.header("Link");
            path = link.isEmpty() ? "" : link.substring(link.indexOf("/api/"), link.indexOf('>'));
        }
        assertThat(there).containsAll(published);
        for (String key : there) {
            int of = key.indexOf("-of40-");
            if (of > 0) {
                ofImport.merge(key.substring(0, of), 1, Integer::sum);
            }
        }
        assertThat(ofImport.values()).allMatch(n -> n == 40);
    }

    @Test
    void aRestoreIsTheDeskOfBeforeOrTheOneOfTheBackup(@TempDir Path folder) throws Exception {
        Path data = folder.resolve("desk");
        Path backup = folder.resolve("b.zip");
        try (RunningApp app = RunningApp.on(data)) {
            Texts.publish(app.lead());
        }
        DesksOfBefore.backup(data, backup);
        for (int i = 0; i < KILLS; i++) {
            Process restore = new ProcessBuilder(
                            Path.of(System.getProperty("java.home"), "bin", "java")
                                    .toString(),
                            "-cp",
                            System.getProperty("java.class.path"),
                            "org.mendak.server.command.Cli",
                            "restore",
                            backup.toString(),
                            "--data",
                            data.toString())
                    .redirectErrorStream(true)
                    .redirectOutput(folder.resolve("said.txt").toFile())
                    .start();
            after(restore, 300 + random.nextInt(1_500));
            restore.destroyForcibly().waitFor();
        }
        try (RunningApp app = RunningApp.on(data)) {
            app.lead().get("/api/errors/tracks-full").expect(200);
        }
        assertThat(Files.readString(folder.resolve("said.txt"), StandardCharsets.UTF_8))
                .doesNotContain("Exception");
    }

    /** What was erased leaves the file when Mendak ends; killed amid that, the file of before is whole and the next end does it. */
    @Test
    void theFileThatIsWrittenAnewAtTheEndIsTheOneOfBeforeOrTheNewOne(@TempDir Path data) throws Exception {
        String word = "kittiwake" + "-on-the-slip";
        try (Served s = Served.on(data)) {
            Texts.publish(s.lead());
            for (int n = 0; n < CASES_OF_A_MEGABYTE; n++) {
                s.lead().openCase(Map.of("text", noise(n), "error", "tracks-full"));
            }
            long erased = s.lead().openCase(Map.of("text", word, "error", "tracks-full"));
            s.lead().post("/api/erasures", Map.of("number", erased)).expect(200);
            assertThat(data.resolve("erased")).exists();
            s.process().destroy();
            // once the new file has begun to be written; it takes some tenths of a second
            Path begun = data.resolve(DeskFolder.DATABASE + ".tempFile");
            while (s.process().isAlive() && !Files.exists(begun)) {
                after(s.process(), 1);
            }
            s.kill();
        }
        try (Served s = Served.on(data)) {
            for (int n = 1; n <= CASES_OF_A_MEGABYTE; n++) {
                s.lead().get("/api/cases/" + n).expect(200);
            }
            assertThat(s.stop()).isTrue();
        }
        assertThat(data.resolve("erased")).doesNotExist();
        assertThat(Files.readAllBytes(data.resolve(DeskFolder.DATABASE)))
                .as("the word, byte for byte")
                .satisfies(bytes -> assertThat(new String(bytes, StandardCharsets.ISO_8859_1).contains(word))
                        .isFalse());
    }

    private static final int CASES_OF_A_MEGABYTE = 24;

    /** A text that nothing makes smaller. */
    private static String noise(int seed) {
        Random letters = new Random(seed);
        StringBuilder text = new StringBuilder(800_000);
        while (text.length() < 800_000) {
            text.append((char) ('a' + letters.nextInt(26)));
            if (letters.nextInt(7) == 0) {
                text.append(letters.nextInt(12) == 0 ? '\n' : ' ');
            }
        }
        return text.toString();
    }
}
