package org.mendak.server.platform;

import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Optional;
import org.springframework.boot.web.server.context.WebServerInitializedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * Lets the command line of the same user in: the running server leaves its address and a secret of this run in a file of the
 * data folder that its owner alone can read.
 */
@Component
public class LocalDoor {

    /** The file's name in the data folder: two lines, address and secret. */
    public static final String FILE = "running";

    private static final Caller COMMAND_LINE =
            new Caller(0, "command-line", "Command line", Role.LEAD, Caller.EVERYTHING);

    private final Path file;
    private final String secret = Secrets.random();

    LocalDoor(DeskFolder folder) {
        file = folder.path().resolve(FILE);
    }

    @EventListener
    void listening(WebServerInitializedEvent event) {
        if ("management".equals(event.getApplicationContext().getServerNamespace())) {
            // what is measured may have a port of its own
            return;
        }
        try {
            Files.deleteIfExists(file);
            Files.createFile(file, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
            Files.writeString(file, OwnAddress.of(event.getWebServer()) + "\n" + secret + "\n");
        } catch (IOException e) {
            throw new UncheckedIOException("cannot write " + file, e);
        }
    }

    /** The command line, if it shows this run's secret. */
    public Optional<Caller> open(String token) {
        return java.security.MessageDigest.isEqual(
                        token.getBytes(java.nio.charset.StandardCharsets.UTF_8),
                        secret.getBytes(java.nio.charset.StandardCharsets.UTF_8))
                ? Optional.of(COMMAND_LINE)
                : Optional.empty();
    }

    @PreDestroy
    void gone() throws IOException {
        Files.deleteIfExists(file);
    }
}
