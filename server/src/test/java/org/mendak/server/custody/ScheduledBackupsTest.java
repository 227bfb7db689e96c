package org.mendak.server.custody;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendak.server.Api;
import org.mendak.server.RunningApp;
import org.mendak.server.TestDay;
import org.mendak.server.Texts;
import tools.jackson.databind.JsonNode;

/** A backup is made every so often, and the oldest goes; what failed is told, and tried again. */
class ScheduledBackupsTest {

    @Test
    void asManyAreKeptAsWereAskedForAndTheNewestCanBeRestored(@TempDir Path folder) throws IOException {
        Path newest;
        try (RunningApp app =
                RunningApp.on(folder.resolve("desk"), "--mendak.backup-every=6h", "--mendak.backups-kept=2")) {
            Api api = app.lead();
            Texts.publish(api);
            ScheduledBackups backups = app.bean(ScheduledBackups.class);
            for (int i = 0; i < 4; i++) {
                api.openCase(Map.of("text", "number " + i, "error", "tracks-full"));
                backups.look();
                // not twice for one time
                backups.look();
                app.clock().forward(Duration.ofHours(6));
            }
            JsonNode all = api.get("/api/backups").expect(200).json();
            assertThat(all.path("everyHours").asInt()).isEqualTo(6);
            assertThat(all.path("files").size()).isEqualTo(2);
            assertThat(all.path("failed").isNull()).isTrue();
            String name = all.path("files").path(0).path("name").asString();
            newest = Files.write(
                    folder.resolve("fetched.zip"),
                    api.get("/api/backups/files/" + name).expect(200).bytes());
            api.get("/api/backups/files/..%2Fmendak.mv.db").expect(400);
            api.get("/api/backups/files/mendak.mv.db").refused(404, "no such backup");
            assertThat(api.get("/api/audit?what=backup-removed")
                            .json()
                            .path("rows")
                            .size())
                    .isEqualTo(2);
        }
        Custody.restore(newest, folder.resolve("elsewhere"), new TestDay.Ahead(), s -> {});
        try (RunningApp app = RunningApp.on(folder.resolve("elsewhere"))) {
            app.lead().get("/api/cases/4").expect(200);
        }
    }

    @Test
    void whatFailedIsToldAndOverWhenOneWasMade(@TempDir Path folder) throws IOException {
        Path desk = folder.resolve("desk");
        try (RunningApp app = RunningApp.on(desk, "--mendak.backup-every=6h")) {
            Api api = app.lead();
            ScheduledBackups backups = app.bean(ScheduledBackups.class);
            // where the folder belongs something else is
            Path place = desk.resolve("backups");
            Files.writeString(place, "in the way");
            backups.look();
            JsonNode failed = api.get("/api/backups").expect(200).json().path("failed");
            assertThat(failed.path("why").asString()).contains("backups");
            Files.delete(place);
            backups.look();
            JsonNode all = api.get("/api/backups").expect(200).json();
            assertThat(all.path("failed").isNull()).isTrue();
            assertThat(all.path("files").size()).isEqualTo(1);
        }
    }

    @Test
    void othersInTheFolderStayAndNeverMeansNever(@TempDir Path folder) throws IOException {
        try (RunningApp app = RunningApp.on(folder.resolve("desk"), "--mendak.backup-every=0")) {
            Api api = app.lead();
            app.bean(ScheduledBackups.class).look();
            assertThat(api.get("/api/backups").json().path("files").size()).isZero();
        }
        Path backups = Files.createDirectories(folder.resolve("desk").resolve("backups"));
        Files.writeString(backups.resolve("before-schema-17-x.zip"), "kept by hand");
        Files.writeString(backups.resolve("desk-99999999-999999.zip"), "no such day");
        try (RunningApp app =
                RunningApp.on(folder.resolve("desk"), "--mendak.backup-every=1h", "--mendak.backups-kept=1")) {
            ScheduledBackups scheduled = app.bean(ScheduledBackups.class);
            for (int i = 0; i < 3; i++) {
                scheduled.look();
                app.clock().forward(Duration.ofHours(1));
            }
            try (var files = Files.list(backups)) {
                List<String> names = files.map(f -> f.getFileName().toString()).toList();
                assertThat(names).hasSize(3).contains("before-schema-17-x.zip", "desk-99999999-999999.zip");
            }
        }
    }
}
