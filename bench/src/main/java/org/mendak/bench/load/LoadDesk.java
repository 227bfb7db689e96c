package org.mendak.bench.load;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import org.mendak.bench.App;

/** A desk of years in a folder: built once, compacted, and copied for each run. */
record LoadDesk(Path folder, LoadSize size) {

    private static final String DONE = "built";
    private static final String WORDS = "find";

    static LoadDesk built(App app, Path under, LoadSize size) throws IOException, InterruptedException, SQLException {
        LoadDesk desk = new LoadDesk(under.resolve(size.folder()), size);
        if (!Files.exists(desk.folder.resolve(DONE))) {
            delete(desk.folder);
            Files.createDirectories(desk.folder);
            desk.build(app);
            long compacted = Files.size(file(desk.folder));
            desk.settle(app);
            Files.writeString(desk.folder.resolve(DONE), String.valueOf(compacted));
        }
        return desk;
    }

    /** The size of the file with nothing in it that is not needed. */
    long compacted() throws IOException {
        return Long.parseLong(Files.readString(folder.resolve(DONE)).strip());
    }

    static Path file(Path folder) {
        return folder.resolve("mendak.mv.db");
    }

    private void build(App app) throws IOException, InterruptedException, SQLException {
        long begun = System.nanoTime();
        App.Running demo = app.start(app.jar(), List.of("-Xmx1g"), true, folder);
        while (demo.call("GET", "/api/errors/till-staging-full/evidence", null).statusCode() != 200) {
            Thread.sleep(100);
        }
        demo.end();
        LoadErrors errors = new LoadErrors();
        try (Connection c = open("CACHE_SIZE=1000000;WRITE_DELAY=5000")) {
            c.setAutoCommit(false);
            errors.write(c, size.errors());
            c.commit();
            List<String> indexes = withoutIndexes(c);
            new LoadCases(c, errors, size.cases()).write();
            c.commit();
            try (Statement s = c.createStatement()) {
                for (String index : indexes) {
                    s.execute(index);
                }
                s.execute("set referential_integrity true");
                s.execute("analyze");
                s.execute("shutdown defrag");
            }
        }
        System.out.printf(
                "built %,d cases and %,d known errors in %.0f s: %,d bytes, %.2f KB a case%n",
                size.cases(),
                errors.hidden().size(),
                (System.nanoTime() - begun) / 1e9,
                Files.size(file(folder)),
                Files.size(file(folder)) / 1024.0 / size.cases());
    }

    /** A desk of years has been started before: what is read once has been read. */
    private void settle(App app) throws IOException, InterruptedException {
        // not closed: that would delete the desk
        App.Running first = app.start(app.jar(), List.of("-Xmx1400m"), true, folder);
        while (!new String(first.call("GET", "/api/find?q=pier", null).body(), StandardCharsets.UTF_8)
                .contains("\"reading\":null")) {
            Thread.sleep(500);
        }
        first.end();
    }

    /** Drops what would be kept in order with every row, and says how it is made again; made at once it takes a tenth of the time. */
    private static List<String> withoutIndexes(Connection c) throws SQLException {
        List<String> made = new ArrayList<>();
        try (Statement s = c.createStatement()) {
            try (var r = s.executeQuery("script nodata nopasswords nosettings")) {
                while (r.next()) {
                    if (r.getString(1).startsWith("CREATE INDEX")) {
                        made.add(r.getString(1));
                    }
                }
            }
            s.execute("set referential_integrity false");
            for (String index : List.copyOf(made)) {
                try {
                    s.execute("drop index " + index.split("\\s+")[2]);
                } catch (SQLException belongsToAConstraint) {
                    made.remove(index);
                }
            }
        }
        return made;
    }

    private Connection open(String settings) throws SQLException {
        return DriverManager.getConnection(
                "jdbc:h2:file:" + folder.resolve("mendak").toAbsolutePath() + ";TIME ZONE=UTC;IFEXISTS=TRUE;"
                        + settings,
                "mendak",
                "");
    }

    /** A copy that may be worked on; deleted by whoever runs on it. */
    Path copy() throws IOException {
        Path copy = Files.createTempDirectory("mendak-load");
        Files.copy(file(folder), file(copy));
        Path words = Files.createDirectory(copy.resolve(WORDS));
        try (Stream<Path> files = Files.list(folder.resolve(WORDS))) {
            for (Path f : (Iterable<Path>) files::iterator) {
                Files.copy(f, words.resolve(f.getFileName()));
            }
        }
        return copy;
    }

    static void delete(Path folder) throws IOException {
        if (Files.exists(folder)) {
            try (var files = Files.walk(folder)) {
                files.sorted(Comparator.reverseOrder()).forEach(f -> {
                    try {
                        Files.delete(f);
                    } catch (IOException e) {
                        throw new UncheckedIOException(e);
                    }
                });
            }
        }
    }
}
