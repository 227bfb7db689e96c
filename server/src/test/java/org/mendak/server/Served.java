package org.mendak.server;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;

/** Mendak in a process of its own, so that it can be killed; known to be ready by what it says. */
final class Served implements AutoCloseable {

    private static final String LAST_WORDS_OF_THE_GREETING = "Ctrl+C ends it.";
    private static final int PATIENCE_S = 120;

    private final Path data;
    private final Process process;
    private final CompletableFuture<Void> ready = new CompletableFuture<>();

    private Served(Path data, Process process) {
        this.data = data;
        this.process = process;
        Thread listener = new Thread(this::listen, "served");
        listener.setDaemon(true);
        listener.start();
    }

    static Served on(Path data) throws IOException {
        return new Served(
                data,
                new ProcessBuilder(
                                Path.of(System.getProperty("java.home"), "bin", "java")
                                        .toString(),
                                "-XX:TieredStopAtLevel=1",
                                "-cp",
                                System.getProperty("java.class.path"),
                                "org.mendak.server.Mendak",
                                "--server.port=0",
                                "--mendak.data=" + data)
                        .redirectErrorStream(true)
                        .start());
    }

    private void listen() {
        StringBuilder said = new StringBuilder();
        try (BufferedReader in =
                new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8))) {
            for (String line = in.readLine(); line != null; line = in.readLine()) {
                said.append(line).append('\n');
                if (line.contains(LAST_WORDS_OF_THE_GREETING)) {
                    ready.complete(null);
                }
            }
        } catch (IOException e) {
            ready.completeExceptionally(new UncheckedIOException(e));
        }
        ready.completeExceptionally(new AssertionError("it ended and said: " + said));
    }

    /** The command line's own way in, once it is ready. */
    Api lead() throws Exception {
        ready.get(PATIENCE_S, TimeUnit.SECONDS);
        List<String> door = Files.readAllLines(data.resolve("running"));
        return Api.bearer(door.get(0), door.get(1));
    }

    Process process() {
        return process;
    }

    /** As if the power went. */
    void kill() throws InterruptedException {
        process.destroyForcibly().waitFor();
    }

    /** As Ctrl+C does; whether it ended in time. */
    boolean stop() throws InterruptedException {
        process.destroy();
        return process.waitFor(PATIENCE_S, TimeUnit.SECONDS);
    }

    @Override
    public void close() {
        process.destroyForcibly();
    }
}
