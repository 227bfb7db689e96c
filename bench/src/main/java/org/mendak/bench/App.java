package org.mendak.bench;

import java.io.IOException;
import java.net.ConnectException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.concurrent.TimeUnit;

/**
 * Where the built program lies, and how it is started.
 *
 * @param root the repository
 * @param extracted the program unpacked, with its class archive if there is one
 * @param java the Java to run it with
 */
public record App(Path root, Path extracted, String java) {

    Path fatJar() {
        return root.resolve("server/target/mendak-app.jar");
    }

    public Path jar() {
        return extracted.resolve("mendak-app.jar");
    }

    Path classArchive() {
        return extracted.resolve("classes.jsa");
    }

    /** The flags that {@code ./mendak start} gives it. */
    public List<String> asStarted() {
        return Files.exists(classArchive())
                ? List.of("-XX:SharedArchiveFile=" + classArchive(), "-Xlog:cds=off", "-Xlog:cds+dynamic=off")
                : List.of();
    }

    /** A running Mendak; {@code secret} lets a program in. */
    public record Running(
            Process process, Path data, String address, String secret, long firstAnswerMs, double cpuSeconds)
            implements AutoCloseable {

        private static final HttpClient HTTP = HttpClient.newHttpClient();

        public HttpResponse<byte[]> call(String method, String path, String json)
                throws IOException, InterruptedException {
            return send(method, path, "application/json", json);
        }

        public HttpResponse<byte[]> send(String method, String path, String type, String text)
                throws IOException, InterruptedException {
            HttpRequest.BodyPublisher body =
                    text == null ? HttpRequest.BodyPublishers.noBody() : HttpRequest.BodyPublishers.ofString(text);
            return HTTP.send(
                    HttpRequest.newBuilder(URI.create(address + path))
                            .header("Authorization", "Bearer " + secret)
                            .header("Content-Type", type)
                            .method(method, body)
                            .build(),
                    HttpResponse.BodyHandlers.ofByteArray());
        }

        /** Writes a document that is not there yet. */
        public HttpResponse<byte[]> write(String path, String text) throws IOException, InterruptedException {
            return HTTP.send(
                    HttpRequest.newBuilder(URI.create(address + path))
                            .header("Authorization", "Bearer " + secret)
                            .header("Content-Type", "text/markdown;charset=UTF-8")
                            .header("If-None-Match", "*")
                            .PUT(HttpRequest.BodyPublishers.ofString(text))
                            .build(),
                    HttpResponse.BodyHandlers.ofByteArray());
        }

        /** Stops it; its folder stays, to be started on again. */
        public void end() {
            process.destroy();
            try {
                if (!process.waitFor(20, TimeUnit.SECONDS)) {
                    process.destroyForcibly();
                }
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        }

        @Override
        public void close() throws IOException {
            end();
            try (var files = Files.walk(data)) {
                files.sorted(Comparator.reverseOrder()).forEach(f -> f.toFile().delete());
            }
        }
    }

    /** Starts it on an empty folder and waits for the first answer. */
    public Running start(Path jar, List<String> flags, boolean demo) throws IOException, InterruptedException {
        return start(jar, flags, demo, Files.createTempDirectory("mendak-bench"));
    }

    /** Starts it on a folder that may have a desk in it. */
    public Running start(Path jar, List<String> flags, boolean demo, Path data)
            throws IOException, InterruptedException {
        Files.deleteIfExists(data.resolve("running"));
        List<String> command = new ArrayList<>(List.of(java));
        command.addAll(flags);
        command.addAll(List.of(
                "-jar",
                jar.toString(),
                "--server.port=0",
                "--mendak.data=" + data,
                "--mendak.demo=" + demo,
                "--mendak.demo-folder=" + root.resolve("demo")));
        long begun = System.nanoTime();
        Process process = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(data.resolve("out.txt").toFile())
                .start();
        Path file = data.resolve("running");
        while (process.isAlive()) {
            List<String> lines = Files.exists(file) ? Files.readAllLines(file) : List.of();
            if (lines.size() == 2 && answers(lines.get(0))) {
                long ms = (System.nanoTime() - begun) / 1_000_000;
                double cpu = process.info().totalCpuDuration().orElseThrow().toMillis() / 1_000.0;
                return new Running(process, data, lines.get(0), lines.get(1), ms, cpu);
            }
            TimeUnit.MILLISECONDS.sleep(10);
        }
        throw new IllegalStateException("it did not start: " + Files.readString(data.resolve("out.txt")));
    }

    private static boolean answers(String address) throws IOException, InterruptedException {
        try {
            HttpRequest health = HttpRequest.newBuilder(URI.create(address + "/actuator/health"))
                    .build();
            return Running.HTTP
                            .send(health, HttpResponse.BodyHandlers.discarding())
                            .statusCode()
                    == 200;
        } catch (ConnectException e) {
            return false;
        }
    }
}
