package org.mendak.bench.load;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import jdk.jfr.consumer.RecordedEvent;
import jdk.jfr.consumer.RecordedFrame;
import jdk.jfr.consumer.RecordingFile;

/** Where the time went, from a flight recording: each sample belongs to the first part of Mendak or of what it stands on from the top. */
final class Parts {

    private static final int MOST = 24;

    private Parts() {}

    static void print(Path recording) throws IOException {
        Map<String, Integer> samples = new HashMap<>();
        int all = 0;
        try (RecordingFile file = new RecordingFile(recording)) {
            while (file.hasMoreEvents()) {
                RecordedEvent e = file.readEvent();
                if (e.getEventType().getName().equals("jdk.ExecutionSample") && e.getStackTrace() != null) {
                    samples.merge(part(e.getStackTrace().getFrames()), 1, Integer::sum);
                    all++;
                }
            }
        }
        System.out.printf("%nwhere the time went (%,d samples)%n", all);
        int total = Math.max(1, all);
        samples.entrySet().stream()
                .sorted(Map.Entry.<String, Integer>comparingByValue(Comparator.reverseOrder()))
                .limit(MOST)
                .forEach(p -> System.out.printf("%5.1f %%  %s%n", 100.0 * p.getValue() / total, p.getKey()));
    }

    private static String part(List<RecordedFrame> frames) {
        boolean database = false;
        for (RecordedFrame f : frames) {
            String type = f.getMethod().getType().getName();
            if (type.startsWith("org.h2.")) {
                database = true;
            } else if (type.startsWith("org.mendak.") && !(database && type.contains(".platform."))) {
                String where = type.replace("org.mendak.", "").replaceAll("\\$.*", "");
                return database ? "database, for " + where + "." + f.getMethod().getName() : where;
            } else if (!database && type.startsWith("tools.jackson.")) {
                return "JSON";
            }
        }
        return database ? "database, by itself" : "all else";
    }
}
