package org.mendak.core.reading;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import org.mendak.core.runbook.Capture;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.RunbookParser;

/** The table of outputs, which was written before the reader: each is read right, is a choice, or is said to be missing. */
class OutputTableTest {

    record Case(
            String title, String clause, Map<String, String> known, String output, List<Map<String, String>> rows) {}

    @TestFactory
    Stream<DynamicTest> readsWhatConsolesShow() throws IOException {
        return cases().stream().map(c -> DynamicTest.dynamicTest(c.title(), () -> check(c)));
    }

    @Test
    void theTableIsLongEnough() throws IOException {
        assertThat(cases()).hasSizeGreaterThanOrEqualTo(150);
    }

    private static void check(Case c) {
        Capture capture = capture(c.clause());
        List<Place> places = OutputReader.read(capture, c.output(), c.known());
        if (places.isEmpty()) {
            places = OutputReader.heard(capture, c.output());
        }
        assertThat(places.stream().map(Place::values).toList()).isEqualTo(c.rows());
        for (Place p : places) {
            for (Place.Span s : p.spans()) {
                if (!c.output().contains("\u001b") && !c.output().contains(",\n")) {
                    assertThat(c.output().substring(s.from(), s.to()))
                            .as("what is drawn")
                            .isEqualTo(p.values().get(s.name()));
                }
            }
        }
    }

    static Capture capture(String clause) {
        String text = "---\nfix: read-it\ntitle: Read it\n---\nWhy.\n\n## Look\n```sh\nlook\n```\n- " + clause + "\n";
        Fix fix = RunbookParser.parse(DocumentKind.FIX, "read-it", text).fix();
        return fix.steps().get(0).captures().get(0);
    }

    static List<Case> cases() throws IOException {
        String all = new String(
                OutputTableTest.class
                        .getResourceAsStream("/readings/outputs.txt")
                        .readAllBytes(),
                StandardCharsets.UTF_8);
        List<Case> cases = new ArrayList<>();
        String[] parts = all.split("(?m)^## ");
        for (int i = 1; i < parts.length; i++) {
            cases.add(one(parts[i]));
        }
        return cases;
    }

    private static Case one(String block) {
        String[] dots = block.split("(?m)^\\.\\.\\.\\n");
        String[] head = dots[0].split("\n");
        Map<String, String> known = new LinkedHashMap<>();
        for (String line : head) {
            if (line.startsWith("Known: ")) {
                String[] pair = line.substring(7).split(" = ", 2);
                known.put(pair[0], pair[1]);
            }
        }
        List<Map<String, String>> rows = new ArrayList<>();
        for (String line : dots[2].split("\n")) {
            if (line.startsWith("= ") && !line.equals("= nothing")) {
                Map<String, String> row = new LinkedHashMap<>();
                for (String pair : line.substring(2).split(" \\| ")) {
                    String[] p = pair.split(": ", 2);
                    row.put(p[0], p[1]);
                }
                rows.add(row);
            }
        }
        String output = dots[1].replace("\\r", "\r").replace("\\e", "\u001b");
        return new Case(head[0], head[1], known, output.substring(0, Math.max(0, output.length() - 1)), rows);
    }
}
