package org.mendak.bench;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.core.runbook.Vocabulary;

/** The demo's known errors and fixes, read from the repository that {@code MENDAK_ROOT} names. */
public record DemoDocuments(List<KnownError> errors, Map<String, Fix> fixes) {

    private interface Document {
        void take(String key, String source);
    }

    public static DemoDocuments read() {
        Path demo = Path.of(System.getenv("MENDAK_ROOT"), "demo");
        List<KnownError> errors = new ArrayList<>();
        Map<String, Fix> fixes = new HashMap<>();
        each(
                demo,
                DocumentKind.ERROR,
                (key, text) -> errors.add(
                        RunbookParser.parse(DocumentKind.ERROR, key, text).error()));
        each(
                demo,
                DocumentKind.FIX,
                (key, text) -> fixes.put(
                        key, RunbookParser.parse(DocumentKind.FIX, key, text).fix()));
        return new DemoDocuments(errors, fixes);
    }

    private static void each(Path demo, DocumentKind kind, Document use) {
        try (var files = Files.list(demo.resolve(kind.folder()))) {
            for (Path f : files.sorted().toList()) {
                use.take(f.getFileName().toString().replace(".md", ""), Files.readString(f));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** What the demo says of its products, by name. */
    static Map<String, String> products() {
        try {
            String text = Files.readString(Path.of(System.getenv("MENDAK_ROOT"), "demo", "library.yaml"));
            return RunbookParser.vocabulary(text).vocabulary().products().stream()
                    .collect(Collectors.toMap(Vocabulary.Product::name, Vocabulary.Product::about));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    KnownError error(String key) {
        return errors.stream().filter(e -> e.key().equals(key)).findFirst().orElseThrow();
    }
}
