package org.mendak.server.command;

import ch.qos.logback.classic.Level;
import ch.qos.logback.classic.Logger;
import java.io.IOException;
import java.io.InputStream;
import java.net.ConnectException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.mendak.server.platform.DeskRefused;
import org.mendak.server.platform.LocalDoor;
import org.mendak.server.platform.MachineClock;
import org.slf4j.LoggerFactory;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** {@code import DIR [--publish]}, {@code export DIR [--drafts]}, {@code handbook FILE}, {@code scan FILE [--json]}, {@code backup FILE} and {@code restore FILE}. Exit status 0 if done, 1 if refused, 2 if the call was wrong. */
public final class Cli {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    /** Something to tell the user instead of a stack trace. */
    static final class Stop extends RuntimeException {
        private static final long serialVersionUID = 1L;
        private final int status;

        Stop(int status, String message) {
            super(message, null, false, false);
            this.status = status;
        }
    }

    private final HttpClient http = OwnMachine.client();
    private final String address;
    private final String secret;
    private final Terminal terminal;

    private Cli(String address, String secret, Terminal terminal) {
        this.address = address;
        this.secret = secret;
        this.terminal = terminal;
    }

    public static void main(String[] args) throws Exception {
        // libraries have nothing to tell somebody at a terminal
        ((Logger) LoggerFactory.getLogger(org.slf4j.Logger.ROOT_LOGGER_NAME)).setLevel(Level.ERROR);
        System.exit(call(List.of(args), new Terminal(System.in, System.out, System.err), MachineClock.utc()));
    }

    /** Does what the arguments say; the exit status. */
    static int call(List<String> args, Terminal terminal, Clock clock) throws IOException, InterruptedException {
        try {
            return run(new ArrayList<>(args), terminal, clock);
        } catch (Stop s) {
            terminal.err().println(s.getMessage());
            return s.status;
        } catch (DeskRefused refused) {
            terminal.err().println(refused.getMessage());
            return 1;
        }
    }

    private static int run(List<String> args, Terminal terminal, Clock clock) throws IOException, InterruptedException {
        List<Path> data = new ArrayList<>();
        for (int i = args.indexOf("--data"); i >= 0; i = args.indexOf("--data")) {
            if (i + 1 >= args.size()) {
                throw new Stop(2, "--data needs a folder");
            }
            data.add(Path.of(args.get(i + 1)));
            args.subList(i, i + 2).clear();
        }
        boolean publish = args.remove("--publish");
        boolean json = args.remove("--json");
        boolean drafts = args.remove("--drafts");
        if (args.size() > 1 && args.get(0).equals("user")) {
            Cli cli = find(data, terminal).orElseThrow(() -> notRunning(data));
            return new PeopleCalls(cli::send, cli.address, terminal).run(args.subList(1, args.size()));
        }
        if (!args.isEmpty() && args.get(0).equals("device")) {
            Cli cli = find(data, terminal).orElseThrow(() -> notRunning(data));
            return new DeviceConsole(cli::send, terminal).run(args.subList(1, args.size()));
        }
        if (args.size() != 2) {
            throw new Stop(
                    2,
                    "usage: import DIR [--publish] | export DIR [--drafts] | handbook FILE | scan FILE [--json] | backup FILE | restore FILE | user ... | device NAME");
        }
        Path folder = Path.of(args.get(1));
        DeskCopies copies = new DeskCopies(terminal, clock);
        if (args.get(0).equals("restore")) {
            return copies.restore(DeskCopies.chosen(data), folder);
        }
        Optional<Cli> running = find(data, terminal);
        if (args.get(0).equals("backup")) {
            return running.isPresent()
                    ? copies.backupServing(running.get(), folder)
                    : copies.backupClosed(DeskCopies.chosen(data), folder);
        }
        Cli cli = running.orElseThrow(() -> notRunning(data));
        return switch (args.get(0)) {
            case "import" -> cli.importFolder(folder, publish);
            case "export" -> cli.exportTo(folder, drafts);
            case "handbook" -> cli.handbook(folder);
            case "scan" -> new LogScanning(cli::send, terminal).scan(folder, json);
            default -> throw new Stop(2, "\"" + args.get(0) + "\" is not a command");
        };
    }

    private static Stop notRunning(List<Path> data) {
        return new Stop(
                1, "No Mendak of yours is running on " + data + ". Start it first: ./mendak start (or ./mendak demo).");
    }

    private static Optional<Cli> find(List<Path> data, Terminal terminal) throws IOException {
        for (Path folder : data) {
            Path file = folder.resolve(LocalDoor.FILE);
            if (Files.isReadable(file)) {
                List<String> lines = Files.readAllLines(file);
                Cli cli = new Cli(lines.get(0), lines.get(1), terminal);
                if (cli.answers()) {
                    return Optional.of(cli);
                }
            }
        }
        return Optional.empty();
    }

    private boolean answers() {
        try {
            // one that is not well answers all the same, and health may have another place
            int status = send("GET", "/api/session", HttpRequest.BodyPublishers.noBody())
                    .statusCode();
            return status == 200 || status == 503;
        } catch (ConnectException e) {
            return false;
        } catch (IOException | InterruptedException e) {
            return false;
        }
    }

    HttpResponse<byte[]> send(String method, String path, HttpRequest.BodyPublisher body)
            throws IOException, InterruptedException {
        return send(method, path, "application/octet-stream", body);
    }

    private HttpResponse<byte[]> send(String method, String path, String type, HttpRequest.BodyPublisher body)
            throws IOException, InterruptedException {
        return http.send(
                HttpRequest.newBuilder(URI.create(address + path))
                        .header("Authorization", "Bearer " + secret)
                        .header("Prefer", "respond-async")
                        .header("Content-Type", type)
                        .method(method, body)
                        .build(),
                HttpResponse.BodyHandlers.ofByteArray());
    }

    private int importFolder(Path folder, boolean publish) throws IOException, InterruptedException {
        if (!Files.isDirectory(folder)) {
            throw new Stop(2, folder + " is not a folder");
        }
        Path zip = Files.createTempFile("mendak", ".zip");
        try {
            int files = pack(folder, zip);
            if (files == 0) {
                throw new Stop(1, folder + " holds neither library.yaml nor errors/*.md nor fixes/*.md");
            }
            boolean words = Files.isRegularFile(folder.resolve("library.yaml"));
            terminal.out()
                    .println("importing " + (words ? files - 1 + " documents and library.yaml" : files + " documents")
                            + (publish ? ", published at once" : ", as drafts"));
            HttpResponse<byte[]> r =
                    send("POST", "/api/library/import?publish=" + publish, HttpRequest.BodyPublishers.ofFile(zip));
            JsonNode answer = JSON.readTree(r.body());
            if (r.statusCode() != 202) {
                throw new Stop(1, answer.path("detail").asString());
            }
            return watch(answer.path("id").asString());
        } finally {
            Files.deleteIfExists(zip);
        }
    }

    private static int pack(Path folder, Path zip) throws IOException {
        int files = 0;
        try (ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(zip))) {
            List<Path> all = new ArrayList<>();
            if (Files.isRegularFile(folder.resolve("library.yaml"))) {
                all.add(folder.resolve("library.yaml"));
            }
            for (String part : List.of("errors", "fixes")) {
                if (Files.isDirectory(folder.resolve(part))) {
                    try (var list = Files.list(folder.resolve(part))) {
                        list.filter(f -> f.toString().endsWith(".md")).sorted().forEach(all::add);
                    }
                }
            }
            for (Path f : all) {
                out.putNextEntry(new ZipEntry(folder.relativize(f).toString().replace('\\', '/')));
                Files.copy(f, out);
                out.closeEntry();
                files++;
            }
        }
        return files;
    }

    private int watch(String job) throws IOException, InterruptedException {
        return report(ended(job));
    }

    /** Fetches a file whole. */
    void fetch(String path, Path into) throws IOException, InterruptedException {
        HttpResponse<Path> r = http.send(
                HttpRequest.newBuilder(URI.create(address + path))
                        .header("Authorization", "Bearer " + secret)
                        .build(),
                HttpResponse.BodyHandlers.ofFile(into));
        if (r.statusCode() != 200) {
            throw new Stop(1, "the server answered " + r.statusCode());
        }
    }

    /** Shows how far a job is until it has ended. */
    JsonNode ended(String job) throws IOException, InterruptedException {
        String shown = "";
        while (true) {
            JsonNode v = JSON.readTree(send("GET", "/api/jobs/" + job, HttpRequest.BodyPublishers.noBody())
                    .body());
            long total = v.path("total").asLong();
            String line = total == 0 ? "reading" : 100 * v.path("done").asLong() / total + " %";
            if (!line.equals(shown)) {
                terminal.out().print("\r" + line + "      ");
                terminal.out().flush();
                shown = line;
            }
            if (!v.path("state").asString().equals("running")) {
                terminal.out().println();
                return v;
            }
            Thread.sleep(150);
        }
    }

    private int report(JsonNode job) {
        if (job.path("state").asString().equals("failed")) {
            throw new Stop(1, job.path("problem").asString());
        }
        JsonNode result = job.path("result");
        JsonNode rejected = result.path("rejected");
        for (JsonNode r : rejected) {
            terminal.err()
                    .println(r.path("path").asString() + ":" + r.path("line").asInt() + ":"
                            + r.path("column").asInt() + ": "
                            + r.path("message").asString());
        }
        if (!rejected.isEmpty()) {
            throw new Stop(1, "nothing was stored");
        }
        terminal.out()
                .println(result.path("created").asInt() + " created, "
                        + result.path("changed").asInt() + " changed, "
                        + result.path("unchanged").asInt() + " unchanged");
        return 0;
    }

    /** The handbook, written beside its place first: what was there stays until the new one is whole. */
    private int handbook(Path file) throws IOException, InterruptedException {
        Path target = file.toAbsolutePath().normalize();
        if (Files.isDirectory(target)) {
            throw new Stop(2, file + " is a folder; name the file, such as handbook.html");
        }
        Files.createDirectories(target.getParent());
        Path beside = Files.createTempFile(target.getParent(), ".handbook", ".html");
        try {
            fetch("/api/library/handbook", beside);
            long size = Files.size(beside);
            Files.move(beside, target, StandardCopyOption.REPLACE_EXISTING);
            terminal.out().println(size + " bytes written to " + file);
            return 0;
        } finally {
            Files.deleteIfExists(beside);
        }
    }

    private int exportTo(Path folder, boolean drafts) throws IOException, InterruptedException {
        HttpResponse<byte[]> r =
                send("GET", "/api/library/export?drafts=" + drafts, HttpRequest.BodyPublishers.noBody());
        if (r.statusCode() != 200) {
            throw new Stop(1, JSON.readTree(r.body()).path("detail").asString());
        }
        Path root = folder.toAbsolutePath().normalize();
        int files = 0;
        try (InputStream in = new java.io.ByteArrayInputStream(r.body());
                ZipInputStream zip = new ZipInputStream(in)) {
            for (ZipEntry e = zip.getNextEntry(); e != null; e = zip.getNextEntry()) {
                Path target = root.resolve(e.getName()).normalize();
                if (!target.startsWith(root)) {
                    throw new Stop(1, "the server sent the path " + e.getName());
                }
                Files.createDirectories(target.getParent());
                Files.write(target, zip.readAllBytes());
                files++;
            }
        }
        terminal.out().println(files + " files written to " + folder);
        return 0;
    }
}
