package org.mendak.bench.recognition;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.mendak.core.recognise.Recogniser;
import org.mendak.core.recognise.Recognition;
import org.mendak.core.runbook.KnownError;

/** Calls about the demo library, as callers put them: {@code spoken.txt}. Never fitted on. */
public final class Spoken {

    private record Call(String kind, String error, String text) {}

    private Spoken() {}

    /** Prints what is shown for each kind of call, and every call that was not answered in the first three. */
    public static void measure(List<KnownError> errors, Map<String, String> products) throws IOException {
        Recogniser recogniser = Recogniser.of(errors, products);
        Map<String, int[]> counts = new LinkedHashMap<>();
        List<String> missed = new ArrayList<>();
        for (Call c : calls()) {
            List<Recognition.Candidate> shown = Recognition.shown(
                    recogniser.recognise(Accuracy.query(c.text())).candidates());
            List<String> keys = shown.stream().map(Recognition.Candidate::error).toList();
            Recognition.Band band = shown.isEmpty() ? null : shown.get(0).band();
            int[] n = counts.computeIfAbsent(c.kind(), k -> new int[5]);
            n[0]++;
            n[1] += keys.indexOf(c.error()) == 0 ? 1 : 0;
            n[2] += keys.indexOf(c.error()) >= 0 && keys.indexOf(c.error()) < 3 ? 1 : 0;
            n[3] += band == Recognition.Band.RECOGNISED ? 1 : 0;
            n[4] += band == Recognition.Band.PERHAPS ? 1 : 0;
            boolean none = c.kind().equals("none");
            if (none
                    ? band != null && band != Recognition.Band.GUESS
                    : keys.indexOf(c.error()) < 0 || keys.indexOf(c.error()) > 2) {
                missed.add(c.kind() + ": " + c.text() + " (" + c.error() + "), shown: "
                        + shown.stream()
                                .limit(3)
                                .map(x -> String.format(Locale.ROOT, "%s %.2f", x.error(), x.probability()))
                                .toList());
            }
        }
        System.out.println(
                "| calls | number | first | first three | recognised | perhaps |\n|---|---|---|---|---|---|");
        counts.forEach((kind, n) -> System.out.printf(
                Locale.ROOT,
                "| %s | %d | %.1f | %.1f | %.1f | %.1f |%n",
                kind,
                n[0],
                100.0 * n[1] / n[0],
                100.0 * n[2] / n[0],
                100.0 * n[3] / n[0],
                100.0 * n[4] / n[0]));
        System.out.println("\nnot among the first three, or more than a guess for none:");
        missed.forEach(System.out::println);
    }

    private static List<Call> calls() throws IOException {
        try (BufferedReader in = new BufferedReader(
                new InputStreamReader(Spoken.class.getResourceAsStream("spoken.txt"), StandardCharsets.UTF_8))) {
            return in.lines()
                    .filter(line -> !line.startsWith("#") && !line.isBlank())
                    .map(line -> line.split(" \\| ", 3))
                    .map(p -> new Call(p[0], p[1], p[2]))
                    .toList();
        }
    }
}
