package org.mendak.server;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;

/**
 * Desks that several classes begin with, made once a run by the application itself; each class works on a copy of the file.
 * Made on the day of the tests, so a copy is what the application would have made that morning.
 */
final class PreparedDesks {

    private static final String DATABASE = "mendak.mv.db";

    private static final Map<String, Path> MADE = new ConcurrentHashMap<>();

    private PreparedDesks() {}

    /** A new folder with a copy of the desk of this name, which {@code make} makes in a folder if it is the first time. */
    static Path copy(String name, Consumer<Path> make) {
        Path made = MADE.computeIfAbsent(name, n -> {
            Path folder = folder();
            make.accept(folder);
            Runtime.getRuntime().addShutdownHook(new Thread(() -> delete(folder)));
            return folder;
        });
        Path copy = folder();
        try {
            Files.copy(made.resolve(DATABASE), copy.resolve(DATABASE));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return copy;
    }

    static Path folder() {
        try {
            return Files.createTempDirectory("mendak-test");
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    static void delete(Path folder) {
        try (var files = Files.walk(folder)) {
            files.sorted(Comparator.reverseOrder()).forEach(f -> f.toFile().delete());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
