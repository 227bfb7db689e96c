package org.mendak.server.practice;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.function.ToDoubleFunction;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.practice.Kinds;
import org.mendak.practice.PracticeDevice;
import org.mendak.server.Api;
import org.mendak.server.OnDemo;
import org.mendak.server.RunningApp;
import org.snakeyaml.engine.v2.api.Load;
import org.snakeyaml.engine.v2.api.LoadSettings;
import tools.jackson.databind.JsonNode;

/** The demo's runbooks, worked on devices that have what they are for. */
class RunbooksOnDevicesTest extends OnDemo {

    static Kinds kinds() {
        Map<String, String> files = new TreeMap<>();
        try (Stream<Path> all = Files.list(RunningApp.DEMO.resolve("devices"))) {
            for (Path f : all.toList()) {
                files.put(f.getFileName().toString().replace(".yaml", ""), Files.readString(f));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return Kinds.read(files);
    }

    /** So many times each runbook is worked for each cause, each time with other chances; ./mendak bench runbooks takes more. */
    private static final int TIMES = Integer.getInteger("mendak.runbooks", 1);

    @Test
    void everyRunbookMendsWhatIsBehindItsError() {
        Kinds kinds = kinds();
        List<String> wrong = new ArrayList<>();
        List<Pair> all = new ArrayList<>();
        for (int time = 0; time < TIMES; time++) {
            Random chance = new Random(7 + time);
            kinds.faults()
                    .forEach((error, causes) -> causes.forEach(cause -> {
                        PracticeDevice device =
                                kinds.broken(error, cause, chance).orElseThrow();
                        WorkedOnDevice.Worked w = WorkedOnDevice.work(api, device);
                        all.add(new Pair(error, cause, w));
                        w.complaints().forEach(c -> wrong.add(error + " by " + cause + ": " + c));
                        if (!w.solved()) {
                            wrong.add(error + " by " + cause + ": not solved by " + w.tried());
                        }
                    }));
        }
        keep(all);
        assertThat(wrong.stream().distinct().toList()).isEmpty();
        assertThat(all).hasSizeGreaterThan(120);
    }

    /** A runbook worked for a cause. */
    private record Pair(String error, String cause, WorkedOnDevice.Worked worked) {

        boolean byTheFirst() {
            return worked.solved() && worked.tried().size() == 1;
        }
    }

    /** How common each cause is among the demo's cases, by error and the fix that mends it: what the demo's cases are made by. */
    @SuppressWarnings("unchecked")
    private static Map<String, Map<String, Double>> common() {
        Map<String, Map<String, Double>> all = new TreeMap<>();
        try {
            Map<String, Object> seed =
                    (Map<String, Object>) new Load(LoadSettings.builder().build())
                            .loadFromString(Files.readString(RunningApp.DEMO.resolve("seed.yaml")));
            ((Map<String, Map<String, Object>>) seed.get("errors")).forEach((error, of) -> {
                Map<String, Number> shares = (Map<String, Number>) of.get("shares");
                double sum = shares.values().stream()
                        .mapToDouble(Number::doubleValue)
                        .sum();
                double often = ((Number) of.get("often")).doubleValue();
                Map<String, Double> each = new TreeMap<>();
                shares.forEach((fix, share) -> each.put(fix, often * share.doubleValue() / sum));
                all.put(error, each);
            });
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return all;
    }

    private static void keep(List<Pair> all) {
        List<Double> minutes =
                all.stream().map(p -> p.worked().minutes()).sorted().toList();
        Map<String, Map<String, Double>> common = common();
        ToDoubleFunction<Pair> weight =
                p -> common.getOrDefault(p.error(), Map.of()).getOrDefault(p.cause(), 0.0);
        double sum = all.stream().mapToDouble(weight).sum();
        try {
            Files.writeString(
                    Path.of("target", "runbooks-on-devices.txt"),
                    String.format(
                            Locale.ROOT,
                            "%d times a runbook and a cause: %d solved, %.1f %% by the plan's first fix, %.2f fixes each,"
                                    + " minutes on the device: median %.1f, 90 %% within %.1f%n"
                                    + "as common as the demo's causes are: %.1f %% by the plan's first fix, %.2f fixes each%n",
                            all.size(),
                            all.stream().filter(p -> p.worked().solved()).count(),
                            100.0 * all.stream().filter(Pair::byTheFirst).count() / all.size(),
                            all.stream()
                                    .mapToInt(p -> p.worked().tried().size())
                                    .average()
                                    .orElse(0),
                            minutes.get(minutes.size() / 2),
                            minutes.get(minutes.size() * 9 / 10),
                            100.0
                                    * all.stream()
                                            .filter(Pair::byTheFirst)
                                            .mapToDouble(weight)
                                            .sum()
                                    / sum,
                            all.stream()
                                            .mapToDouble(p -> weight.applyAsDouble(p)
                                                    * p.worked().tried().size())
                                            .sum()
                                    / sum));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Whatever a runbook has people asked, whoever is at the device can answer, with one of its choices, by whatever cause. */
    @Test
    void whatIsAskedCanBeAnswered() throws IOException {
        List<String> wrong = new ArrayList<>();
        int asked = 0;
        for (var e : kinds().faults().entrySet()) {
            KnownError error = RunbookParser.parse(
                            DocumentKind.ERROR,
                            e.getKey(),
                            Files.readString(RunningApp.DEMO.resolve("errors").resolve(e.getKey() + ".md")))
                    .error();
            for (KnownError.Question q : error.questions()) {
                for (String cause : q.run().isEmpty() ? e.getValue() : List.<String>of()) {
                    String answer = kinds().broken(e.getKey(), cause, new Random(1))
                            .orElseThrow()
                            .answer(q.sets())
                            .orElse("");
                    asked++;
                    if (answer.isEmpty() || !q.choices().contains(answer)) {
                        wrong.add(e.getKey() + " by " + cause + ": " + q.text() + " " + answer);
                    }
                }
            }
        }
        assertThat(wrong).isEmpty();
        assertThat(asked).isGreaterThan(40);
    }

    /** An author's draft is done on a device that has what it mends, without a case. */
    @Test
    void everyFixIsRunFromWhereItIsWritten() {
        List<String> wrong = new ArrayList<>();
        int ran = 0;
        for (String key : kinds().faults().values().stream()
                .flatMap(List::stream)
                .distinct()
                .toList()) {
            String text = api.get("/api/documents/fixes/" + key).expect(200).text();
            for (JsonNode r : run(key, text)) {
                ran++;
                r.path("complaints")
                        .forEach(c -> wrong.add(key + " for " + r.path("error").asString() + ": " + c));
            }
        }
        assertThat(wrong).isEmpty();
        assertThat(ran).isGreaterThan(80);
        String good = api.get("/api/documents/fixes/empty-staging").text();
        JsonNode late = run("empty-staging", good.replace("`free {free:size}`", "`space {free:size}`"))
                .path(0);
        assertThat(late.path("mended").asBoolean()).isFalse();
        JsonNode owed = run("empty-staging", good.replaceAll("(?m)^- Put back: .*\\n", ""))
                .path(0);
        assertThat(owed.path("mended").asBoolean()).isTrue();
        assertThat(owed.path("complaints").toString()).contains("not put back: helper.state");
        assertThat(owed.path("typed").toString()).contains("tillctl area /var/stage/pier-3 --sweep", "swept");
        assertThat(run(
                        "printed-board",
                        api.get("/api/documents/fixes/printed-board").text()))
                .isEmpty();
        api.post("/api/practice/runs", Map.of("key", "x", "text", "no document"))
                .refused(422, "cannot be read");
        agent("runs-no-drafts", "Per Lund")
                .post("/api/practice/runs", Map.of("key", "empty-staging", "text", good))
                .refused(403, "author");
    }

    /** So is an author's known error, by each cause that a device can have it by. */
    @Test
    void everyKnownErrorIsRunFromWhereItIsWritten() {
        List<String> wrong = new ArrayList<>();
        int ran = 0;
        for (var e : kinds().faults().entrySet()) {
            String text =
                    api.get("/api/documents/errors/" + e.getKey()).expect(200).text();
            JsonNode all = runError(e.getKey(), text);
            assertThat(all).as(e.getKey()).hasSameSizeAs(e.getValue());
            for (JsonNode r : all) {
                ran++;
                r.path("complaints")
                        .forEach(c ->
                                wrong.add(e.getKey() + " by " + r.path("error").asString() + ": " + c));
            }
        }
        assertThat(wrong).isEmpty();
        assertThat(ran).isGreaterThan(120);
        String good =
                api.get("/api/documents/errors/till-update-waits-for-sales").text();
        JsonNode blind = runError(
                "till-update-waits-for-sales",
                good.replace("Update put off", "Gangway set aside")
                        .replace("sales have not reached the shore", "parcels lie on the quay")
                        .replace("PD-4031", "PD-9999"));
        assertThat(blind.toString()).contains("it does not recognise");
        JsonNode without = runError(
                "till-update-waits-for-sales",
                good.replaceAll("1\\. \\[Send.*\n2\\. ", "1. ").replace("3. [Restart the", "2. [Restart the"));
        assertThat(without).anySatisfy(r -> {
            assertThat(r.path("error").asString()).isEqualTo("push-sales");
            assertThat(r.path("mended").asBoolean()).isFalse();
            assertThat(r.path("complaints").toString()).contains("none of its fixes mends it");
        });
        assertThat(runError("printer-of-a-guest", good.replace("till-update-waits-for-sales", "printer-of-a-guest")))
                .isEmpty();
        api.post("/api/practice/runs", Map.of("folder", "songs", "key", "x", "text", good))
                .refused(422, "errors or fixes");
    }

    private JsonNode runError(String key, String text) {
        return api.post("/api/practice/runs", Map.of("folder", "errors", "key", key, "text", text))
                .expect(200)
                .json();
    }

    private JsonNode run(String key, String text) {
        return api.post("/api/practice/runs", Map.of("key", key, "text", text))
                .expect(200)
                .json();
    }

    /** Documents that say something wrong are found by working them. */
    @Test
    void whatADocumentSaysWronglyIsFound() {
        try (RunningApp desk = RunningApp.demo()) {
            Api lead = desk.lead();
            rewrite(lead, "fixes/move-staging", "`disk {disk.name:word}", "`drive {disk.name:word}");
            rewrite(
                    lead,
                    "fixes/allow-by-guard",
                    "- Put back: take the permission back, `shorectl guard deny {package}`",
                    "");
            String fetch =
                    "## Fetch the new one\n```sh\ntillctl helper fetch --from shore\n```\n- Expect: `helper 3.4 ready`\n\n";
            rewrite(lead, "fixes/update-helper", fetch, "");
            rewrite(
                    lead,
                    "fixes/update-helper",
                    "- Done when: `tillctl helper version` names the new one\n",
                    "- Done when: `tillctl helper version` names the new one\n\n" + fetch);
            assertThat(complaints(lead, "till-staging-full", "move-staging"))
                    .anyMatch(c -> c.startsWith("move-staging: step 1: nothing is read for disk"));
            assertThat(complaints(lead, "watchbill-stopped-by-guard", "allow-by-guard"))
                    .anyMatch(c -> c.startsWith("allow-by-guard: not put back: guard.allowed"));
            assertThat(complaints(lead, "till-helper-too-old", "update-helper"))
                    .contains("update-helper: it is for what is behind the error, and does not mend it");
        }
    }

    private static List<String> complaints(Api lead, String error, String cause) {
        return WorkedOnDevice.work(
                        lead, kinds().broken(error, cause, new Random(3)).orElseThrow())
                .complaints();
    }

    /** Publishes a document again with some of it written otherwise. */
    private static void rewrite(Api lead, String path, String from, String to) {
        Api.Answer now = lead.get("/api/documents/" + path).expect(200);
        assertThat(now.text()).contains(from);
        lead.put(path, now.text().replace(from, to), "If-Match", now.header("ETag"))
                .expect(200);
        lead.transition(path, "published").expect(200);
    }
}
