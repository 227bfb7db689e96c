package org.mendak.server.command;

import java.io.IOException;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Clock;
import java.util.List;
import org.mendak.server.custody.Custody;
import org.mendak.server.platform.DeskFolder;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** {@code backup FILE} of a desk that serves or of one that does not, and {@code restore FILE}. */
final class DeskCopies {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final Terminal terminal;
    private final Clock clock;

    DeskCopies(Terminal terminal, Clock clock) {
        this.terminal = terminal;
        this.clock = clock;
    }

    /** The first of the folders that holds a desk; the first if none does. */
    static Path chosen(List<Path> folders) {
        return folders.stream()
                .filter(f -> Files.exists(f.resolve(DeskFolder.DATABASE)))
                .findFirst()
                .orElse(folders.get(0));
    }

    private void say(String what) {
        terminal.err().println(what);
    }

    int backupClosed(Path data, Path target) throws IOException {
        refuseThere(target);
        terminal.out().println("written to " + target + ": " + Custody.backup(data, target, clock, this::say));
        return 0;
    }

    private static void refuseThere(Path target) {
        if (Files.exists(target)) {
            throw new Cli.Stop(1, target + " is there already; choose another name.");
        }
        Path folder = target.toAbsolutePath().getParent();
        if (!Files.isDirectory(folder)) {
            throw new Cli.Stop(1, "there is no folder " + folder + ".");
        }
    }

    int restore(Path data, Path archive) throws IOException {
        terminal.out().println(Custody.restore(archive, data, clock, this::say));
        return 0;
    }

    /** Asks the server that runs for a backup, fetches it, checks it, and only then gives it its name. */
    int backupServing(Cli server, Path target) throws IOException, InterruptedException {
        refuseThere(target);
        HttpResponse<byte[]> begun = server.send("POST", "/api/backups", HttpRequest.BodyPublishers.noBody());
        JsonNode job = JSON.readTree(begun.body());
        if (begun.statusCode() != 202) {
            throw new Cli.Stop(1, job.path("detail").asString());
        }
        JsonNode made = server.ended(job.path("id").asString());
        if (made.path("state").asString().equals("failed")) {
            throw new Cli.Stop(1, made.path("problem").asString());
        }
        Path part = target.resolveSibling(target.getFileName() + ".part");
        try {
            server.fetch("/api/backups/" + made.path("result").path("id").asString(), part);
            DeskFolder.forOwnerAlone(part);
            String held = Custody.check(part);
            Files.move(part, target, StandardCopyOption.ATOMIC_MOVE);
            terminal.out().println("written to " + target + ": " + held);
            return 0;
        } finally {
            Files.deleteIfExists(part);
        }
    }
}
