package org.mendak.server.platform;

import java.io.File;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Files that somebody sends. Where {@code mendak.check-files} names a program, such as a virus scanner, each is shown to it before anything is read: 0 lets it
 * in, 1 keeps it out, and while it says neither nothing comes in.
 */
@Component
public class ReceivedFiles {

    private static final Logger LOG = LoggerFactory.getLogger(ReceivedFiles.class);
    private static final int PATIENCE_S = 60;
    private static final int FOUND = 1;

    private final DeskFolder folder;
    private final String program;

    ReceivedFiles(DeskFolder folder, Settings settings) {
        this.folder = folder;
        this.program = settings.checkFiles();
        if (!program.isEmpty() && !Files.isExecutable(Path.of(program))) {
            throw new DeskRefused("mendak.check-files is \"" + program + "\", which is no program that can be run.");
        }
    }

    /**
     * Keeps what comes in a file of this run, for the caller to delete.
     *
     * @throws Refusal if the check keeps it out; then nothing is left of it
     */
    public Path received(InputStream body) throws IOException {
        Path file = folder.received(body);
        boolean let = false;
        try {
            check(file);
            let = true;
            return file;
        } finally {
            if (!let) {
                Files.deleteIfExists(file);
            }
        }
    }

    /** The same of bytes that are kept in memory. */
    public void check(byte[] bytes) {
        if (program.isEmpty()) {
            return;
        }
        try {
            Path file = folder.spool();
            try {
                Files.write(file, bytes);
                check(file);
            } finally {
                Files.deleteIfExists(file);
            }
        } catch (IOException e) {
            throw unchecked(Trace.of(e));
        }
    }

    /** Shows a file to the program. Not to be called while a connection is held: it may take a minute. */
    public void check(Path file) {
        if (program.isEmpty()) {
            return;
        }
        int said = ask(file);
        if (said == FOUND) {
            LOG.info("a file that somebody sent was kept out by the check of files");
            throw Refusal.invalid("The check of files keeps this one out. Nothing was kept.");
        }
        if (said != 0) {
            throw unchecked("it ended with " + said);
        }
    }

    private static Refusal unchecked(String why) {
        LOG.warn("the check of files did not come to anything: {}", why);
        return Refusal.unavailable(
                "The file could not be checked. Nothing was kept; try again, or tell who looks after the server.");
    }

    private int ask(Path file) {
        try {
            ProcessBuilder asked = new ProcessBuilder(
                            program, file.toAbsolutePath().toString())
                    .redirectErrorStream(true)
                    .redirectOutput(new File("/dev/null"));
            // what is secret stands in the environment
            asked.environment().keySet().removeIf(name -> !name.equals("PATH") && !name.equals("LANG"));
            Process running = asked.start();
            running.getOutputStream().close();
            if (running.waitFor(PATIENCE_S, TimeUnit.SECONDS)) {
                return running.exitValue();
            }
            running.destroyForcibly();
            throw unchecked("it took more than " + PATIENCE_S + " s");
        } catch (IOException e) {
            throw unchecked(Trace.of(e));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw unchecked("it was interrupted");
        }
    }
}
