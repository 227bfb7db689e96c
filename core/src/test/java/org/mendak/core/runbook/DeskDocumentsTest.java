package org.mendak.core.runbook;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.mendak.core.review.Reviewer;
import org.mendak.core.review.Shelf;

/** The document set that the server's tests work through: it is faultless, and has every keyword that the grammar knows. */
class DeskDocumentsTest {

    private static final Path FOLDER = Path.of("..", "server", "src", "test", "resources", "desk");

    private static Map<String, String> texts(DocumentKind kind) throws IOException {
        Map<String, String> texts = new HashMap<>();
        try (var files = Files.list(FOLDER.resolve(kind.folder()))) {
            for (Path f : files.toList()) {
                texts.put(f.getFileName().toString().replace(".md", ""), Files.readString(f));
            }
        }
        return texts;
    }

    @Test
    void itHasNothingButHints() throws IOException {
        Map<String, Fix> fixes = new HashMap<>();
        Map<String, KnownError> errors = new HashMap<>();
        texts(DocumentKind.FIX)
                .forEach((k, t) ->
                        fixes.put(k, RunbookParser.parse(DocumentKind.FIX, k, t).fix()));
        texts(DocumentKind.ERROR)
                .forEach((k, t) -> errors.put(
                        k, RunbookParser.parse(DocumentKind.ERROR, k, t).error()));
        Vocabulary.Read words = RunbookParser.vocabulary(Files.readString(FOLDER.resolve("library.yaml")));
        assertThat(words.problems()).isEmpty();
        Shelf shelf = new Shelf(fixes, errors, words.vocabulary());
        for (DocumentKind kind : new DocumentKind[] {DocumentKind.FIX, DocumentKind.ERROR}) {
            texts(kind)
                    .forEach((key, text) -> assertThat(Reviewer.review(RunbookParser.parse(kind, key, text), shelf))
                            .as(key)
                            .noneMatch(p -> p.severity() == Problem.Severity.ERROR));
        }
    }

    @Test
    void everyKeywordAndEveryKeyOfAHeadIsInIt() throws IOException {
        String all = String.join("\n", texts(DocumentKind.FIX).values())
                + String.join("\n", texts(DocumentKind.ERROR).values())
                + Files.readString(FOLDER.resolve("library.yaml"));
        Set<String> keywords = new TreeSet<>();
        keywords.addAll(Keywords.RECOGNISE);
        keywords.addAll(Keywords.ASK);
        keywords.addAll(Keywords.TRY);
        keywords.addAll(Keywords.VERIFY);
        keywords.addAll(Keywords.FIX_INTRO);
        keywords.addAll(Keywords.STEP);
        assertThat(keywords.stream()
                        .filter(k -> !Pattern.compile("(?m)^ *- " + k + "(:|$)")
                                .matcher(all)
                                .find())
                        .collect(Collectors.toSet()))
                .as("keywords that no document has")
                .isEmpty();
        Set<String> heads = new TreeSet<>(FixReader.KEYS);
        heads.addAll(ErrorReader.KEYS);
        heads.addAll(Set.of(
                "about",
                "versions",
                "choices",
                "type",
                "how",
                "of-device",
                "while-used",
                "hand-over-minutes",
                "holding-days"));
        assertThat(heads.stream()
                        .filter(k -> !Pattern.compile("(?m)^ *" + k + ":")
                                .matcher(all)
                                .find())
                        .collect(Collectors.toSet()))
                .as("keys that no head has")
                .isEmpty();
    }
}
