package org.mendak.server.custody;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendak.server.Api;
import org.mendak.server.RunningApp;

/** The file of a desk that is worked with stays near the size of what is in it. */
class FileKeepingTest {

    private static final int CHANGES = 1_000;

    /** What was written in the last seconds is cleared up in the next ones only. */
    private static final long LATELY = 24L * 1024 * 1024;

    @TempDir
    Path data;

    @Test
    void whatIsNotNeededAnyMoreIsClearedUpWhileOneWorks() throws IOException {
        Path file = data.resolve("mendak.mv.db");
        long worked;
        try (RunningApp app = RunningApp.on(data)) {
            Api api = app.lead();
            long n = api.openCase(Map.of("text", "x"));
            for (int i = 0; i < CHANGES; i++) {
                api.post("/api/cases/" + n + "/facts", Map.of("turn", "the " + i + "th time"))
                        .expect(200);
                if (i % 50 == 0) {
                    app.bean(FileKeeping.class).look();
                }
            }
            worked = Files.size(file);
        }
        long ended = Files.size(file);
        assertThat(worked).as("worked with; ended with %,d bytes", ended).isLessThan(3 * ended + LATELY);
        try (RunningApp again = RunningApp.on(data)) {
            assertThat(again.lead()
                            .get("/api/cases/1")
                            .expect(200)
                            .json()
                            .path("facts")
                            .toString())
                    .contains("the " + (CHANGES - 1) + "th time");
        }
    }
}
