package org.mendak.server;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/** A small library of its own for tests: one known error on the wheelhouse charts with two fixes. */
public final class Texts {

    private Texts() {}

    public static final String CLEAR_FIX = """
            ---
            fix: clear-tracks
            title: "Clear the old tracks"
            kind: lasting
            minutes: 6
            needs: []
            parameters: {folder: path}
            ---
            Old tracks fill the folder.

            ## Stop the plotter
            ```sh
            plotctl stop --wait
            ```
            - Expect: `plotter: stopped`
            - Capture before: `mode {mode:word}`
            - Put back: start the plotter, `plotctl start --mode {mode}`

            ## Clear the folder
            ```sh
            plotctl clear {folder}
            ```
            - Expect: `cleared`
            """;

    public static final String GROW_FIX = """
            ---
            fix: grow-tracks
            title: "Give the tracks more room"
            kind: lasting
            minutes: 8
            needs: []
            ---
            The tracks get a larger area.

            ## Grow the area
            ```sh
            plotctl grow --by 2GB
            ```
            - Expect: `grown`
            """;

    public static final String ERROR = """
            ---
            error: tracks-full
            title: "Plotter does not start, tracks full"
            phases: [launch]
            products: ["Leadline"]
            ---
            The plotter keeps every track.

            ## Recognise
            - Code: `LL-712`
            - Code: `0x8FA30041`
            - Message: `Track store {folder:path} holds {count:number} tracks, limit {limit:number} reached`
            - Sample: `Track store /srv/tracks holds 5000 tracks, limit 5000 reached`

            ## Try
            1. [Clear the old tracks](../fixes/clear-tracks.md)
               - With: `folder = {folder}`
            2. [Give the tracks more room](../fixes/grow-tracks.md)

            ## Verify
            1. Start the plotter again.
               - Required: the chart shows
            """;

    /** Publishes all three. */
    public static void publish(Api api) {
        api.publish("fixes/clear-tracks", CLEAR_FIX);
        api.publish("fixes/grow-tracks", GROW_FIX);
        api.publish("errors/tracks-full", ERROR);
    }

    /** The same known error under another key and code, and recognised by nothing else. */
    public static String named(String key, String code) {
        return ERROR.replace("error: tracks-full", "error: " + key)
                .replace("LL-712", code)
                .replace("- Code: `0x8FA30041`\n", "")
                .replaceAll("(?m)^- (Message|Sample): .*\n", "");
    }

    public static byte[] zip(Map<String, String> files) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            for (Map.Entry<String, String> f : files.entrySet()) {
                zip.putNextEntry(new ZipEntry(f.getKey()));
                zip.write(f.getValue().getBytes(StandardCharsets.UTF_8));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }
}
