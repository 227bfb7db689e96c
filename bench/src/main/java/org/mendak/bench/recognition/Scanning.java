package org.mendak.bench.recognition;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.zip.GZIPInputStream;
import java.util.zip.GZIPOutputStream;
import org.mendak.core.recognise.ByteSource;
import org.mendak.core.recognise.Findings;
import org.mendak.core.recognise.LogScan;
import org.mendak.core.recognise.Recogniser;

/** Scans of a log made on the spot: speed and memory beside {@code grep -F -f} of the same fragments, and other encodings. */
public final class Scanning {

    private static final long BYTES = 200_000_000;
    private static final int ROUNDS = 4;
    private static final double MATCHING = 0.03;

    private Scanning() {}

    /** Prints the table. */
    public static void measure(Path folder) throws IOException, InterruptedException {
        Corpus corpus = Corpus.build(folder);
        Path log = folder.resolve("scan.log");
        for (int size : new int[] {10_000, 20_000}) {
            List<Corpus.Known> library = corpus.sample(size);
            long lines = write(corpus, library, log);
            long begun = System.nanoTime();
            Recogniser recogniser =
                    Recogniser.of(library.stream().map(Corpus.Known::error).toList());
            LogScan first = recogniser.scan();
            System.out.printf(
                    Locale.ROOT,
                    "%n### %,d messages, %,d bytes, %,d lines; library and scan index made in %.2f s, %,d fragments%n%n",
                    library.size(),
                    Files.size(log),
                    lines,
                    (System.nanoTime() - begun) / 1e9,
                    first.fragments().size());
            double mine = 0;
            for (int round = 0; round < ROUNDS; round++) {
                mine = Math.max(mine, scan(recogniser, log, "UTF-8", false));
            }
            grep(folder, first.fragments(), log, mine);
            if (size == 20_000) {
                variants(recogniser, log);
                memory(recogniser, log);
            }
        }
        Files.delete(log);
    }

    private static long write(Corpus corpus, List<Corpus.Known> library, Path log) throws IOException {
        Random random = new Random(3);
        long lines = 0;
        try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(log), 1 << 20)) {
            long written = 0;
            while (written < BYTES) {
                boolean failure = random.nextDouble() < MATCHING;
                Message m = failure
                        ? library.get(random.nextInt(library.size())).message()
                        : corpus.ordinary().get(random.nextInt(corpus.ordinary().size()));
                String prefix = failure ? Noise.prefix(random) : Noise.quietPrefix(random);
                byte[] line = (prefix + m.fill(random).text() + "\n").getBytes(StandardCharsets.UTF_8);
                out.write(line);
                written += line.length;
                lines++;
            }
        }
        return lines;
    }

    /** One scan; prints and returns megabytes of the file per second. */
    private static double scan(Recogniser recogniser, Path log, String name, boolean gzip) throws IOException {
        long begun = System.nanoTime();
        Findings f;
        try (InputStream file = Files.newInputStream(log);
                InputStream in = gzip ? new GZIPInputStream(file, 1 << 16) : file) {
            f = recogniser.scan().run(source(in), b -> true);
        }
        double seconds = (System.nanoTime() - begun) / 1e9;
        double speed = Files.size(log) / 1e6 / seconds;
        System.out.printf(
                Locale.ROOT,
                "mendak scan, %-8s %6.0f MB/s   %,d lines of %,d known errors, %,d shapes of others%n",
                name,
                speed,
                f.known().stream().mapToLong(Findings.Finding::count).sum(),
                f.known().size(),
                f.unknown().size());
        return speed;
    }

    static ByteSource source(InputStream in) {
        return (into, from, length) -> {
            try {
                return in.read(into, from, length);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        };
    }

    private static void grep(Path folder, List<String> fragments, Path log, double mine)
            throws IOException, InterruptedException {
        Path list = folder.resolve("fragments.txt");
        Files.write(list, fragments);
        for (List<String> options : List.<List<String>>of(List.of(), List.of("-i"))) {
            List<String> command = new java.util.ArrayList<>(List.of("grep", "-c", "-F", "-f", list.toString()));
            command.addAll(options);
            command.add(log.toString());
            ProcessBuilder b = new ProcessBuilder(command).redirectErrorStream(true);
            b.environment().put("LC_ALL", "C");
            long begun = System.nanoTime();
            Process p = b.start();
            if (!p.waitFor(300, TimeUnit.SECONDS)) {
                p.destroyForcibly();
                System.out.println("grep -F -f " + options + ": not ended after 300 s");
                continue;
            }
            double seconds = (System.nanoTime() - begun) / 1e9;
            double speed = Files.size(log) / 1e6 / seconds;
            System.out.printf(
                    Locale.ROOT,
                    "grep -F -f %-9s %6.0f MB/s   %s lines have a fragment; mendak is %.1f times as fast%n",
                    String.join(" ", options),
                    speed,
                    new String(p.getInputStream().readAllBytes(), StandardCharsets.UTF_8).strip(),
                    mine / speed);
        }
    }

    private static void variants(Recogniser recogniser, Path log) throws IOException {
        Path other = log.resolveSibling("scan.other");
        for (String name : List.of("UTF-16LE", "UTF-16BE", "gzip")) {
            try (InputStream in = Files.newInputStream(log);
                    OutputStream file = new BufferedOutputStream(Files.newOutputStream(other), 1 << 20);
                    OutputStream out = name.equals("gzip") ? new GZIPOutputStream(file) : file) {
                byte[] buffer = new byte[1 << 16];
                for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
                    out.write(
                            name.equals("gzip")
                                    ? java.util.Arrays.copyOf(buffer, n)
                                    : new String(buffer, 0, n, StandardCharsets.ISO_8859_1)
                                            .getBytes(Charset.forName(name)));
                }
            }
            scan(recogniser, other, name, name.equals("gzip"));
        }
        Files.delete(other);
    }

    /** Heap beside the index: what is in use after collecting, at its highest during a scan. */
    private static void memory(Recogniser recogniser, Path log) throws IOException {
        Runtime r = Runtime.getRuntime();
        System.gc();
        long before = r.totalMemory() - r.freeMemory();
        long[] most = {0};
        try (InputStream in = Files.newInputStream(log)) {
            int[] calls = {0};
            recogniser.scan().run(source(in), b -> {
                if (calls[0]++ % 10 == 0) {
                    System.gc();
                    most[0] = Math.max(most[0], r.totalMemory() - r.freeMemory());
                }
                return true;
            });
        }
        System.out.printf(Locale.ROOT, "memory beyond the index while scanning: %.1f MB%n", (most[0] - before) / 1e6);
    }
}
