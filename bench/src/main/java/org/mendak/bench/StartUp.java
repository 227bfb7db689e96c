package org.mendak.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** CPU seconds and wall time to the first answer on an empty folder: the plain jar against how ./mendak starts it. */
final class StartUp {

    private static final int ROUNDS = 5;

    private record Way(Path jar, List<String> flags) {}

    private StartUp() {}

    static void measure(App app) throws IOException, InterruptedException {
        Map<String, Way> ways = new LinkedHashMap<>();
        ways.put("plain jar", new Way(app.fatJar(), List.of()));
        ways.put("unpacked", new Way(app.jar(), List.of()));
        if (Files.exists(app.classArchive())) {
            String archive = "-XX:SharedArchiveFile=" + app.classArchive();
            ways.put("unpacked, class archive (./mendak start)", new Way(app.jar(), List.of(archive)));
            ways.put(
                    "the same, first compiler only (./mendak demo)",
                    new Way(app.jar(), List.of(archive, "-XX:TieredStopAtLevel=1")));
        }
        Map<String, List<double[]>> seen = new LinkedHashMap<>();
        for (int round = 0; round < ROUNDS; round++) {
            for (Map.Entry<String, Way> w : ways.entrySet()) {
                try (App.Running r = app.start(w.getValue().jar(), w.getValue().flags(), false)) {
                    seen.computeIfAbsent(w.getKey(), k -> new ArrayList<>())
                            .add(new double[] {r.firstAnswerMs() / 1_000.0, r.cpuSeconds()});
                }
            }
        }
        double plain = median(seen.get("plain jar"), 1);
        System.out.printf("median of %d; ratio: CPU of the plain jar divided by this%n", ROUNDS);
        seen.forEach((way, all) -> System.out.printf(
                "%-48s first answer %5.2f s   CPU %5.2f s   ratio %.1f%n",
                way, median(all, 0), median(all, 1), plain / median(all, 1)));
    }

    private static double median(List<double[]> all, int column) {
        double[] sorted = all.stream().mapToDouble(x -> x[column]).sorted().toArray();
        return sorted[sorted.length / 2];
    }
}
