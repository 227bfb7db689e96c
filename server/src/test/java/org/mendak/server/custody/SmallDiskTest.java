package org.mendak.server.custody;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendak.server.Api;
import org.mendak.server.RunningApp;
import org.mendak.server.Texts;

/** A real disk that is really full: a small one in memory, where the machine lets one be made. */
class SmallDiskTest {

    private static final String SIZE = "32m";

    private static int run(String... command) throws IOException, InterruptedException {
        return new ProcessBuilder(command).redirectErrorStream(true).start().waitFor();
    }

    private static void fill(Path filler) {
        byte[] block = new byte[4_096];
        try (OutputStream out = Files.newOutputStream(filler)) {
            while (Files.exists(filler)) {
                out.write(block);
            }
        } catch (IOException full) {
            assertThat(full).hasMessageContaining("space");
        }
    }

    @Test
    void whatWasAcknowledgedStaysWhatIsNotIsRefusedAndItIsOverByItself(@TempDir Path folder) throws Exception {
        Path disk = Files.createDirectories(folder.resolve("disk"));
        boolean mounted = Files.isExecutable(Path.of("/usr/bin/mount"))
                && run("/usr/bin/mount", "-t", "tmpfs", "-o", "size=" + SIZE, "tmpfs", disk.toString()) == 0;
        assumeTrue(mounted, "no disk can be made here");
        try {
            Path filler = disk.resolve("filler");
            int stored = 0;
            try (RunningApp app = RunningApp.on(disk.resolve("desk"), "--mendak.reserve=1KB")) {
                Api api = app.lead();
                Texts.publish(api);
                stored += api.openCase(Map.of("text", "while there was room", "error", "tracks-full")) > 0 ? 1 : 0;
                fill(filler);
                int refused = 0;
                // the file has room of its own for a while; what is acknowledged until then counts
                for (int i = 0; i < 400 && refused < 3; i++) {
                    Api.Answer a =
                            api.post("/api/cases", Map.of("text", "x".repeat(20_000) + i, "error", "tracks-full"));
                    assertThat(a.status()).as(a.text()).isIn(201, 503);
                    stored += a.status() == 201 ? 1 : 0;
                    refused += a.status() == 503 ? 1 : 0;
                    if (a.status() == 503) {
                        a.refused(503, "othing was");
                    }
                }
                assertThat(refused).isEqualTo(3);
                // a page is read all the same, once the database was opened again
                app.bean(DeskWatch.class).look();
                Files.delete(filler);
                app.bean(DeskWatch.class).look();
                api.get("/api/cases/1").expect(200);
                assertThat(api.openCase(Map.of("text", "there is room again", "error", "tracks-full")))
                        .isPositive();
                stored++;
            }
            try (RunningApp app = RunningApp.on(disk.resolve("desk"), "--mendak.reserve=1KB")) {
                assertThat(app.lead()
                                .get("/api/cases?limit=200")
                                .expect(200)
                                .json()
                                .size())
                        .isEqualTo(Math.min(200, stored));
            }
        } finally {
            run("/usr/bin/umount", "-l", disk.toString());
        }
    }
}
