package org.mendak.server.command;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.BufferedReader;
import java.io.File;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.io.TempDir;
import org.mendak.server.Api;
import org.mendak.server.custody.DesksOfBefore;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The archive of {@code ./mendak package}, unpacked into a clean folder, with a Java runtime and the system's own commands on the path and nothing else. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class AsPackaged {

    private static final Path ROOT = Path.of("..").toAbsolutePath().normalize();
    /** What every Linux has; no Maven, no Node, no compiler. */
    private static final List<String> COMMANDS = List.of(
            "bash",
            "env",
            "cat",
            "sed",
            "grep",
            "head",
            "dirname",
            "readlink",
            "mkdir",
            "mktemp",
            "rm",
            "tar",
            "gzip",
            "curl",
            "chmod",
            "ls");

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final int PATIENCE_S = 180;
    private static final int SCHEMA_OF_BEFORE = 17;

    private Path folder;
    private Path program;
    private Path path;

    private record Said(int status, String text) {}

    @BeforeAll
    void unpack(@TempDir Path all) throws IOException, InterruptedException {
        folder = all;
        Path jar = ROOT.resolve("server/target/mendak-app.jar");
        assertThat(jar).as("it is packaged before").exists();
        Said made = run(
                ROOT,
                new ProcessBuilder(
                        "./mendak",
                        "package",
                        "--jar",
                        jar.toString(),
                        "--to",
                        all.resolve("made").toString()));
        assertThat(made.status()).as(made.text()).isZero();
        Path archive = Path.of(made.text().lines().reduce((a, b) -> b).orElseThrow());
        path = Files.createDirectories(all.resolve("bin"));
        for (String command : COMMANDS) {
            for (String place : System.getenv("PATH").split(File.pathSeparator)) {
                if (Files.isExecutable(Path.of(place, command)) && !Files.exists(path.resolve(command))) {
                    Files.createSymbolicLink(path.resolve(command), Path.of(place, command));
                }
            }
        }
        // the program only, not what lies beside it
        Files.writeString(
                path.resolve("java"),
                "#!/bin/sh\nexec '" + Path.of(System.getProperty("java.home"), "bin", "java") + "' \"$@\"\n");
        assertThat(path.resolve("java").toFile().setExecutable(true)).isTrue();
        Said unpacked = run(all, clean("tar", "-xzf", archive.toString()));
        assertThat(unpacked.status()).as(unpacked.text()).isZero();
        program = all.resolve(archive.getFileName().toString().replace(".tar.gz", ""));
    }

    private ProcessBuilder clean(String... command) {
        List<String> words = new ArrayList<>(Arrays.asList(command));
        words.set(0, path.resolve(words.get(0)).toString());
        ProcessBuilder b = new ProcessBuilder(words);
        b.environment().clear();
        b.environment().put("PATH", path.toString());
        b.environment().put("HOME", folder.toString());
        return b;
    }

    private ProcessBuilder mendak(String... words) {
        List<String> all =
                new ArrayList<>(List.of("bash", program.resolve("mendak").toString()));
        all.addAll(Arrays.asList(words));
        return clean(all.toArray(String[]::new));
    }

    private static Said run(Path in, ProcessBuilder b) throws IOException, InterruptedException {
        Process p = b.directory(in.toFile()).redirectErrorStream(true).start();
        String text = new String(p.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        return new Said(p.waitFor(), text.strip());
    }

    /** Mendak, serving until it is closed; its standard output is read to its end. */
    private final class Serving implements AutoCloseable {
        private final Process process;
        private final Path data;
        private final StringBuffer said = new StringBuffer();
        private final CompletableFuture<String> ready = new CompletableFuture<>();

        Serving(Path data, String... more) throws IOException {
            this.data = data;
            List<String> words = new ArrayList<>(List.of("start", "--data", data.toString(), "--port", "0"));
            words.addAll(Arrays.asList(more));
            process = mendak(words.toArray(String[]::new))
                    .directory(folder.toFile())
                    .redirectErrorStream(true)
                    .start();
            Thread reads = new Thread(this::read, "packaged");
            reads.setDaemon(true);
            reads.start();
        }

        private void read() {
            try (BufferedReader in =
                    new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8))) {
                for (String line = in.readLine(); line != null; line = in.readLine()) {
                    said.append(line).append('\n');
                    if (line.contains("Ctrl+C ends it.")) {
                        ready.complete(said.toString());
                    }
                }
            } catch (IOException e) {
                said.append(e);
            }
            ready.completeExceptionally(new AssertionError("it ended: " + said));
        }

        String greeting() {
            return ready.orTimeout(PATIENCE_S, TimeUnit.SECONDS).join();
        }

        /** The first line that says that; it is written before the answer is. */
        String lineWith(String text) {
            long begun = System.nanoTime();
            while (System.nanoTime() - begun < TimeUnit.SECONDS.toNanos(PATIENCE_S)) {
                for (String line : said.toString().split("\n")) {
                    if (line.contains(text)) {
                        return line;
                    }
                }
                Thread.onSpinWait();
            }
            throw new AssertionError("nothing says " + text + " in: " + said);
        }

        Api lead() throws IOException {
            List<String> door = Files.readAllLines(data.resolve("running"));
            return Api.bearer(door.get(0), door.get(1));
        }

        String address() throws IOException {
            return Files.readAllLines(data.resolve("running")).get(0);
        }

        @Override
        public void close() {
            process.destroy();
            assertThat(process.onExit()
                            .orTimeout(PATIENCE_S, TimeUnit.SECONDS)
                            .join()
                            .isAlive())
                    .as("it ends when it is told to")
                    .isFalse();
        }
    }

    @Test
    void itStartsServesAndIsWorkedFromTheTerminal() throws IOException, InterruptedException {
        Path data = folder.resolve("fresh");
        try (Serving mendak = new Serving(data)) {
            assertThat(mendak.greeting()).contains("Mendak is ready at http://127.0.0.1:", "welcome/");
            Api.Answer page = Api.browser(mendak.address()).get("/");
            assertThat(page.expect(200).text()).contains("<title>Mendak</title>");
            String at = data.toString();
            Said added = run(folder, mendak("user", "add", "liv", "lead", "Liv Aune", "--data", at));
            assertThat(added.text()).as(added.text()).contains("/welcome/");
            Said brought = run(folder, mendak("import", program.resolve("demo").toString(), "--publish", "--data", at));
            assertThat(brought.status()).as(brought.text()).isZero();
            assertThat(mendak.lead()
                            .get("/api/documents/errors/till-staging-full")
                            .expect(200)
                            .text())
                    .contains("till-staging-full");
            Said kept = run(folder, mendak("backup", folder.resolve("fresh.zip").toString(), "--data", at));
            assertThat(kept.status()).as(kept.text()).isZero();
            Said second = run(folder, mendak("start", "--data", at, "--port", "0"));
            assertThat(second.status()).isNotZero();
            assertThat(second.text()).contains("already");
        }
        Said restored = run(
                folder,
                mendak(
                        "restore",
                        folder.resolve("fresh.zip").toString(),
                        "--data",
                        folder.resolve("other").toString()));
        assertThat(restored.status()).as(restored.text()).isZero();
        assertThat(restored.text()).contains("restored: ").doesNotContain("flyway", "INFO", "WARN");
    }

    @Test
    void itBringsTheDataFolderOfTheVersionBeforeToToday() throws IOException, InterruptedException, SQLException {
        Path data = folder.resolve("before");
        DesksOfBefore.make(data, SCHEMA_OF_BEFORE, 40);
        try (Serving mendak = new Serving(data)) {
            mendak.greeting();
            assertThat(mendak.lead()
                            .get("/api/cases?limit=50")
                            .expect(200)
                            .json()
                            .size())
                    .isEqualTo(40);
            assertThat(Files.list(data.resolve("backups"))
                            .map(f -> f.getFileName().toString())
                            .toList())
                    .anyMatch(f -> f.startsWith("before-schema-"));
        }
    }

    @Test
    void settingsComeFromTheFileThatIsNamed() throws IOException, InterruptedException {
        Path settings = Files.writeString(
                folder.resolve("own.yaml"),
                "mendak:\n  account:\n    issuer: https://accounts.example\n    client-id: desk\n    name: your pier account\n");
        try (Serving mendak = new Serving(folder.resolve("set"), "--settings", settings.toString())) {
            mendak.greeting();
            assertThat(mendak.lead().get("/api/session").json().path("account").asString())
                    .isEqualTo("your pier account");
        }
        Path json = Files.writeString(
                folder.resolve("json.yaml"), "logging:\n  structured:\n    format:\n      console: ecs\n");
        try (Serving mendak = new Serving(folder.resolve("json"), "--settings", json.toString())) {
            mendak.greeting();
            Api.Answer refused = Api.bearer(mendak.address(), "nobody's").get("/api/people");
            assertThat(refused.status()).isEqualTo(401);
            String id = refused.header("X-Request-Id");
            JsonNode line = JSON.readTree(mendak.lineWith(id));
            assertThat(line.path("message").asString()).contains("a token that nobody holds was refused");
            assertThat(line.path("@timestamp").asString()).isNotEmpty();
        }
        Said missing = run(
                folder,
                mendak("start", "--settings", folder.resolve("none.yaml").toString()));
        assertThat(missing.status()).isEqualTo(1);
        assertThat(missing.text()).contains("none.yaml").contains("cannot be read");
        // those that ship with it are taken as they are
        try (Serving mendak = new Serving(
                folder.resolve("sample"),
                "--settings",
                program.resolve("settings.yaml").toString())) {
            assertThat(mendak.greeting()).contains("Mendak is ready");
        }
    }

    @Test
    void whatNeedsSourcesSaysSo() throws IOException, InterruptedException {
        for (String part : List.of("test", "bench", "dev", "package")) {
            Said said = run(folder, mendak(part));
            assertThat(said.status()).isEqualTo(1);
            assertThat(said.text()).contains("needs Mendak's sources");
        }
        assertThat(run(folder, mendak()).text()).contains("./mendak start").doesNotContain("./mendak bench", "Maven");
    }

    @Test
    void theUnitFileIsOneForSystemd() throws IOException, InterruptedException {
        Path verify = Path.of("/usr/bin/systemd-analyze");
        assumeTrue(Files.isExecutable(verify), "systemd is not installed here");
        Path unit = folder.resolve("mendak.service");
        Files.writeString(
                unit, Files.readString(program.resolve("mendak.service")).replace("/opt/mendak/", program + "/"));
        Said said = run(folder, new ProcessBuilder(verify.toString(), "verify", unit.toString()));
        assertThat(said).isEqualTo(new Said(0, ""));
    }
}
