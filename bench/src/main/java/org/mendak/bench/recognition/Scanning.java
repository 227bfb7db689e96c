package org.mendak.bench.recognition;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.zip.GZIPInputStream;
import java.util.zip.GZIPOutputStream;
import org.mendak.core.recognise.Recogniser;
import org.mendak.core.recognise.scan.ByteSource;
import org.mendak.core.recognise.scan.LogFindings;

/**
 * Scans of logs made on the spot: speed and memory beside {@code grep -F -f} of the same fragments, other encodings, and whether the
 * same lines are found as a loop over regular expressions finds.
 *
 * <p>Two logs. As a program writes: a few hundred kinds of ordinary lines, some much more often than others (the n-th as often as
 * 1/n), and 3 % failures. All kinds: every one of the catalogues' status messages as often as every other, which no program does
 * and which is worst for a processor's cache, since the words of known errors stand all over it.
 */
public final class Scanning {

    private static final long BYTES = 200_000_000;
    private static final int ROUNDS = 3;
    private static final double MATCHING = 0.03;
    private static final int KINDS = 400;
    private static final int REFERENCE_LINES = 800;

    private Scanning() {}

    /** Prints the tables. */
    public static void measure(Path folder) throws IOException, InterruptedException {
        Corpus corpus = Corpus.build(folder);
        Path log = folder.resolve("scan.log");
        for (int size : new int[] {10_000, 20_000}) {
            List<Corpus.Known> library = corpus.sample(size);
            long begun = System.nanoTime();
            Recogniser recogniser =
                    Recogniser.of(library.stream().map(Corpus.Known::error).toList());
            List<String> fragments = recogniser.scan().fragments();
            System.out.printf(
                    Locale.ROOT,
                    "%n### %,d messages, %,d fragments; library and scan index made in %.2f s%n",
                    library.size(),
                    fragments.size(),
                    (System.nanoTime() - begun) / 1e9);
            for (boolean all : new boolean[] {false, true}) {
                long lines = write(corpus, library, log, BYTES, all, null);
                System.out.printf(
                        Locale.ROOT,
                        "%n%s: %,d bytes, %,d lines%n",
                        all ? "all kinds of lines" : "as a program writes",
                        Files.size(log),
                        lines);
                beside(folder, recogniser, fragments, log);
                if (size == 20_000 && !all) {
                    variants(recogniser, log);
                    memory(recogniser, log);
                }
            }
            if (size == 20_000) {
                reference(corpus, library, recogniser, log);
            }
        }
        Files.delete(log);
    }

    /** Scans and greps by turns, so that both have the machine's good and bad moments; the best of each counts. */
    private static void beside(Path folder, Recogniser recogniser, List<String> fragments, Path log)
            throws IOException, InterruptedException {
        double mine = 0;
        double grep = 0;
        double folding = 0;
        for (int round = 0; round < ROUNDS; round++) {
            mine = Math.max(mine, scan(recogniser, log, "UTF-8", false));
            grep = Math.max(grep, grep(folder, fragments, log, List.of()));
            folding = Math.max(folding, grep(folder, fragments, log, List.of("-i")));
        }
        System.out.printf(
                Locale.ROOT,
                "best: mendak %.0f MB/s; %.1f times grep -F -f (%.0f), %.1f times grep -F -i -f (%.0f)%n",
                mine,
                mine / grep,
                grep,
                mine / folding,
                folding);
    }

    /** Writes a log; adds the known error of each line, or null, to {@code truth} if that is not null. */
    private static long write(
            Corpus corpus, List<Corpus.Known> library, Path log, long bytes, boolean all, List<Corpus.Known> truth)
            throws IOException {
        Random random = new Random(3);
        List<Message> ordinary = all ? corpus.ordinary() : corpus.ordinary().subList(0, KINDS);
        double[] upTo = new double[ordinary.size()];
        double sum = 0;
        for (int i = 0; i < upTo.length; i++) {
            sum += all ? 1 : 1.0 / (i + 1);
            upTo[i] = sum;
        }
        long lines = 0;
        try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(log), 1 << 20)) {
            long written = 0;
            while (written < bytes) {
                boolean failure = random.nextDouble() < MATCHING;
                Corpus.Known known = failure ? library.get(random.nextInt(library.size())) : null;
                int kind = Arrays.binarySearch(upTo, random.nextDouble() * sum);
                Message m = failure
                        ? known.message()
                        : ordinary.get(Math.min(kind < 0 ? -kind - 1 : kind, upTo.length - 1));
                String prefix = failure ? Noise.prefix(random) : Noise.quietPrefix(random);
                byte[] line = (prefix + m.fill(random).text() + "\n").getBytes(StandardCharsets.UTF_8);
                out.write(line);
                written += line.length;
                lines++;
                if (truth != null) {
                    truth.add(known);
                }
            }
        }
        return lines;
    }

    /** On a small log: every line against every message as a regular expression, beside the lines that the scan finds. */
    private static void reference(Corpus corpus, List<Corpus.Known> library, Recogniser recogniser, Path log)
            throws IOException {
        List<Corpus.Known> truth = new ArrayList<>();
        write(corpus, library, log, 90L * REFERENCE_LINES, true, truth);
        List<Pattern> patterns =
                library.stream().map(k -> Message.regex(k.message().template())).toList();
        Set<String> slow = new HashSet<>();
        List<String> lines = Files.readAllLines(log);
        for (int n = 0; n < lines.size(); n++) {
            for (int i = 0; i < patterns.size(); i++) {
                if (patterns.get(i).matcher(lines.get(n)).find()) {
                    slow.add((n + 1) + " " + library.get(i).key());
                }
            }
        }
        Set<String> fast = new HashSet<>();
        try (InputStream in = Files.newInputStream(log)) {
            recogniser
                    .scan()
                    .run(source(in), b -> true)
                    .known()
                    .forEach(f -> f.marks().forEach(line -> fast.add(line + " " + f.error())));
        }
        int right = 0;
        int lost = 0;
        for (int n = 0; n < truth.size(); n++) {
            if (truth.get(n) != null) {
                boolean found = fast.contains((n + 1) + " " + truth.get(n).key());
                right += found ? 1 : 0;
                lost += found ? 0 : 1;
            }
        }
        long missed = slow.stream().filter(s -> !fast.contains(s)).count();
        long more = fast.stream().filter(s -> !slow.contains(s)).count();
        System.out.printf(
                Locale.ROOT,
                "%nreference on %,d lines: a loop over %,d regular expressions finds %,d messages in lines; the scan finds all but"
                        + " %,d of them and %,d more (nearly the same words); of the lines made of a known error %,d are found, %,d not%n",
                lines.size(),
                patterns.size(),
                slow.size(),
                missed,
                more,
                right,
                lost);
        slow.stream().filter(s -> !fast.contains(s)).limit(10).forEach(s -> show("missed", s, lines, library));
        fast.stream().filter(s -> !slow.contains(s)).limit(10).forEach(s -> show("more", s, lines, library));
    }

    private static void show(String what, String found, List<String> lines, List<Corpus.Known> library) {
        int line = Integer.parseInt(found.substring(0, found.indexOf(' ')));
        String key = found.substring(found.indexOf(' ') + 1);
        Corpus.Known k =
                library.stream().filter(x -> x.key().equals(key)).findFirst().orElseThrow();
        System.out.println("  " + what + ": \"" + lines.get(line - 1) + "\" as \""
                + k.message().template().source() + "\"");
    }

    /** One scan; prints and returns megabytes of the file per second. */
    private static double scan(Recogniser recogniser, Path log, String name, boolean gzip) throws IOException {
        long begun = System.nanoTime();
        LogFindings f;
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
                f.known().stream().mapToLong(LogFindings.Finding::count).sum(),
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

    /** One run of grep; prints and returns megabytes of the file per second. */
    private static double grep(Path folder, List<String> fragments, Path log, List<String> options)
            throws IOException, InterruptedException {
        Path list = folder.resolve("fragments.txt");
        Files.write(list, fragments);
        List<String> command = new ArrayList<>(List.of("grep", "-c", "-F", "-f", list.toString()));
        command.addAll(options);
        command.add(log.toString());
        ProcessBuilder b = new ProcessBuilder(command).redirectErrorStream(true);
        b.environment().put("LC_ALL", "C");
        long begun = System.nanoTime();
        Process p = b.start();
        String lines = new String(p.getInputStream().readAllBytes(), StandardCharsets.UTF_8).strip();
        p.waitFor();
        double speed = Files.size(log) / 1e6 / ((System.nanoTime() - begun) / 1e9);
        System.out.printf(
                Locale.ROOT,
                "grep -F -f %-9s %6.0f MB/s   %s lines have a fragment%n",
                String.join(" ", options),
                speed,
                lines);
        return speed;
    }

    private static void variants(Recogniser recogniser, Path log) throws IOException {
        Path other = log.resolveSibling("scan.other");
        for (String name : List.of("UTF-16LE", "UTF-16BE", "gzip")) {
            try (InputStream in = Files.newInputStream(log);
                    OutputStream file = new BufferedOutputStream(Files.newOutputStream(other), 1 << 20)) {
                if (name.equals("gzip")) {
                    try (OutputStream out = new GZIPOutputStream(file)) {
                        in.transferTo(out);
                    }
                } else {
                    Writer out = new OutputStreamWriter(file, Charset.forName(name));
                    new InputStreamReader(in, StandardCharsets.UTF_8).transferTo(out);
                    out.flush();
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
