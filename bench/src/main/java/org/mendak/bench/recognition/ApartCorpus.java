package org.mendak.bench.recognition;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.zip.GZIPInputStream;
import org.mendak.core.language.Parsed;
import org.mendak.core.language.Template;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Signature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Messages and texts that were made apart from this project, with noise that is not ours, and retellings written one by one. They
 * lie outside of the repository; a folder is named to whoever wants to measure with them.
 *
 * @param templates the known errors by their ids
 * @param texts noisy texts; noise {@code negative_…} are of no known error
 * @param retold retellings by hand: {@code natural} and {@code negative_natural}
 */
record ApartCorpus(Map<String, KnownError> templates, List<Row> texts, List<Row> retold) {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    /**
     * A text and what is right.
     *
     * @param expected the known error; null for a text of none
     * @param alsoOk known errors that the words left cannot tell from it
     * @param values what stands in it for placeholders
     */
    record Row(String noise, String text, String expected, Set<String> alsoOk, Map<String, String> values) {

        boolean isRight(String error) {
            return error != null && (error.equals(expected) || alsoOk.contains(error));
        }
    }

    /** The corpus in this folder; empty, and said so, if it is not there. */
    static Optional<ApartCorpus> find(Path folder) throws IOException {
        if (folder == null || !Files.isRegularFile(folder.resolve("templates.jsonl.gz"))) {
            System.out.println(
                    "the texts that others made are not at " + folder + "; name their folder behind the measurement");
            return Optional.empty();
        }
        return Optional.of(read(folder));
    }

    /** Retellings by hand, those of no known error among them, and those among the noisy texts. */
    List<Row> retellings() {
        List<Row> all = new ArrayList<>(retold);
        texts.stream().filter(r -> r.noise().equals("retold")).forEach(all::add);
        return all;
    }

    static ApartCorpus read(Path folder) throws IOException {
        Map<String, KnownError> templates = new LinkedHashMap<>();
        for (JsonNode t : lines(folder.resolve("templates.jsonl.gz"))) {
            templates.put(t.path("id").asString(), error(t));
        }
        return new ApartCorpus(
                templates, rows(folder.resolve("dev.jsonl.gz")), rows(folder.resolve("retold-dev.jsonl.gz")));
    }

    private static KnownError error(JsonNode t) {
        List<Signature> signatures = new ArrayList<>();
        for (JsonNode code : t.path("codes")) {
            signatures.add(new Signature(Signature.Kind.CODE, code.path("value").asString(), null, 1));
        }
        String source = t.path("template").asString();
        Parsed<Template> parsed = Template.parse(source);
        if (!parsed.ok()) {
            throw new IllegalStateException(t.path("id").asString() + ": " + parsed);
        }
        signatures.add(new Signature(Signature.Kind.MESSAGE, source, parsed.value(), 2));
        return KnownError.recognisedBy(t.path("id").asString(), List.of(), signatures);
    }

    private static List<Row> rows(Path file) throws IOException {
        List<Row> rows = new ArrayList<>();
        for (JsonNode r : lines(file)) {
            Set<String> also = new HashSet<>();
            r.path("also_ok").forEach(x -> also.add(x.asString()));
            Map<String, String> values = new LinkedHashMap<>();
            r.path("expected_vars")
                    .properties()
                    .forEach(v -> values.put(v.getKey(), v.getValue().asString()));
            JsonNode expected = r.path("expected_template_id");
            rows.add(new Row(
                    r.path("noise").asString(),
                    r.path("text").asString(),
                    expected.isString() ? expected.asString() : null,
                    also,
                    values));
        }
        return rows;
    }

    private static List<JsonNode> lines(Path file) throws IOException {
        try (BufferedReader in = new BufferedReader(
                new InputStreamReader(new GZIPInputStream(Files.newInputStream(file)), StandardCharsets.UTF_8))) {
            return in.lines().map(JSON::readTree).toList();
        }
    }

    /** A library of so many known errors: all that these texts name as far as there is room, filled up at random. */
    List<KnownError> library(int size, List<Row> texts, long seed) {
        if (size >= templates.size()) {
            return List.copyOf(templates.values());
        }
        Set<String> named = new HashSet<>();
        texts.forEach(r -> named.add(r.expected() == null ? "" : r.expected()));
        List<KnownError> first = new ArrayList<>();
        List<KnownError> rest = new ArrayList<>();
        templates.forEach((id, e) -> (named.contains(id) ? first : rest).add(e));
        Collections.shuffle(first, new Random(seed));
        Collections.shuffle(rest, new Random(seed + 1));
        first.addAll(rest);
        return first.subList(0, size);
    }
}
