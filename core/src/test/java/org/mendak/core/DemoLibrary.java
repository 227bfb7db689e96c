package org.mendak.core;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.ParsedDocument;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.core.runbook.Vocabulary;

/** The documents of the demo, for tests; read once, since they are values. */
public final class DemoLibrary {

    private static final Path FOLDER = Path.of("..", "demo");

    private static final Map<DocumentKind, List<ParsedDocument>> DOCUMENTS = new ConcurrentHashMap<>();

    private DemoLibrary() {}

    public static List<ParsedDocument> documents(DocumentKind kind) {
        return DOCUMENTS.computeIfAbsent(kind, DemoLibrary::parsed);
    }

    private static List<ParsedDocument> parsed(DocumentKind kind) {
        try (var files = Files.list(FOLDER.resolve(kind.folder()))) {
            return files.sorted()
                    .map(f ->
                            RunbookParser.parse(kind, f.getFileName().toString().replace(".md", ""), read(f)))
                    .toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    public static List<KnownError> errors() {
        return documents(DocumentKind.ERROR).stream().map(ParsedDocument::error).toList();
    }

    public static Map<String, Fix> fixes() {
        Map<String, Fix> fixes = new TreeMap<>();
        documents(DocumentKind.FIX).forEach(d -> fixes.put(d.key(), d.fix()));
        return fixes;
    }

    public static Vocabulary vocabulary() {
        return RunbookParser.vocabulary(read(FOLDER.resolve("library.yaml"))).vocabulary();
    }

    private static String read(Path file) {
        try {
            return Files.readString(file);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
