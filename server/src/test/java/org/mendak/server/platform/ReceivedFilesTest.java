package org.mendak.server.platform;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendak.server.Api;
import org.mendak.server.RunningApp;
import org.mendak.server.Texts;

/** Every file that somebody sends passes the check that the server's keeper put there, and nothing stays of one that does not. */
class ReceivedFilesTest {

    private static final String BAD = "a-thing-that-is-known-to-be-bad";
    private static final byte[] PNG = {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10};

    @TempDir
    private Path folder;

    private String program(String lines) throws IOException {
        Path p = Files.writeString(folder.resolve("check"), "#!/bin/sh\n" + lines + "\n");
        Files.setPosixFilePermissions(p, PosixFilePermissions.fromString("rwx------"));
        return "--mendak.check-files=" + p;
    }

    private static byte[] picture(String inside) {
        byte[] words = inside.getBytes(StandardCharsets.UTF_8);
        byte[] all = java.util.Arrays.copyOf(PNG, PNG.length + words.length);
        System.arraycopy(words, 0, all, PNG.length, words.length);
        return all;
    }

    private static byte[] csv(String cause) {
        return ("external_key,error,opened_at,closed_at,cause\nk-1,tracks-full,2026-01-02T10:00:00Z,2026-01-02T11:00:00Z,"
                        + cause + "\n")
                .getBytes(StandardCharsets.UTF_8);
    }

    /** How many files lie where those of a run do. */
    private static long left(RunningApp app) throws IOException {
        long left = 0;
        for (String of : new String[] {"uploads", "spool", "scans"}) {
            Path at = app.data().resolve(of);
            if (Files.isDirectory(at)) {
                try (var files = Files.list(at)) {
                    left += files.count();
                }
            }
        }
        return left;
    }

    @Test
    void whatTheProgramKeepsOutIsNotKeptAndAllElseComesIn() throws IOException {
        // it sees the file and none of the server's secrets
        String check = program("[ -z \"$HOME\" ] || exit 9\nif grep -q " + BAD + " \"$1\"; then exit 1; fi; exit 0");
        try (RunningApp app = RunningApp.on(folder.resolve("desk"), check)) {
            Api api = app.lead();
            Texts.publish(api);
            long n = api.openCase(Map.of("text", "x", "error", "tracks-full"));
            String pictures = "/api/cases/" + n + "/pictures";
            api.upload(pictures, "p.png", "image/png", picture(BAD)).refused(422, "keeps this one out");
            api.upload(pictures, "p.png", "image/png", picture("nothing of the kind"))
                    .expect(200);
            api.upload("/api/scans", "l.log", "text/plain", BAD.getBytes(StandardCharsets.UTF_8))
                    .refused(422, "keeps this one out");
            api.send("POST", "/api/cases/import", csv(BAD), "Content-Type", "text/csv")
                    .refused(422, "keeps this one out");
            api.send(
                            "POST",
                            "/api/library/import",
                            BAD.getBytes(StandardCharsets.UTF_8),
                            "Content-Type",
                            "application/zip")
                    .refused(422, "keeps this one out");
            api.send(
                            "POST",
                            "/api/library/arrivals",
                            BAD.getBytes(StandardCharsets.UTF_8),
                            "Content-Type",
                            "application/zip")
                    .refused(422, "keeps this one out");
            assertThat(left(app)).isZero();
        }
    }

    @Test
    void whileTheProgramSaysNeitherNothingComesIn() throws IOException {
        try (RunningApp app = RunningApp.on(folder.resolve("desk"), program("exit 7"))) {
            Api api = app.lead();
            Texts.publish(api);
            long n = api.openCase(Map.of("text", "x", "error", "tracks-full"));
            api.upload("/api/cases/" + n + "/pictures", "p.png", "image/png", picture("x"))
                    .refused(503, "could not be checked");
            assertThat(api.get("/api/cases/" + n).json().path("pictures").size())
                    .isZero();
            assertThat(left(app)).isZero();
        }
    }

    @Test
    void aProgramThatIsNotThereKeepsItFromStarting() {
        assertThatThrownBy(() -> RunningApp.on(folder.resolve("desk"), "--mendak.check-files=/no/such/program")
                        .close())
                .hasStackTraceContaining("no program that can be run");
    }
}
