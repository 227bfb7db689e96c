package org.mendak.server.library;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.ParsedDocument;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.server.RunningApp;

/** Every word of a document stands on its sheet, in the order in which it was written. */
class NothingDroppedTest {

    private static final int DOCUMENTS = 5_000;

    private static final Library DEMO = demo();

    private static Stream<Path> documents(DocumentKind kind) {
        try (Stream<Path> files = Files.list(RunningApp.DEMO.resolve(kind.folder()))) {
            return files.filter(f -> f.toString().endsWith(".md")).sorted().toList().stream();
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    private static ParsedDocument parsed(DocumentKind kind, Path file) {
        try {
            return RunbookParser.parse(kind, file.getFileName().toString().replace(".md", ""), Files.readString(file));
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    private static Library demo() {
        Map<String, KnownError> errors = new HashMap<>();
        Map<String, Fix> fixes = new HashMap<>();
        documents(DocumentKind.ERROR)
                .map(f -> parsed(DocumentKind.ERROR, f))
                .forEach(d -> errors.put(d.key(), d.error()));
        documents(DocumentKind.FIX).map(f -> parsed(DocumentKind.FIX, f)).forEach(d -> fixes.put(d.key(), d.fix()));
        try {
            return new Library(
                    errors,
                    fixes,
                    RunbookParser.vocabulary(Files.readString(RunningApp.DEMO.resolve("library.yaml")))
                            .vocabulary(),
                    Map.of());
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    /** A sheet from top to bottom as one text. */
    private static String read(ParsedDocument d, Library library) {
        StringBuilder out = new StringBuilder();
        if (d.kind() == DocumentKind.FIX) {
            Sheets.FixSheet s = Sheets.sheet(d.fix(), library);
            read(s.parts(), null, "", out);
            for (Sheets.StepLine step : s.steps()) {
                out.append(step.title()).append('\n');
                read(step.parts(), null, "", out);
            }
        } else {
            Sheets.ErrorSheet s = Sheets.sheet(d.error(), library);
            for (Sheets.SectionLine section : s.sections()) {
                out.append(section.title()).append('\n');
                read(section.parts(), s, section.title(), out);
            }
        }
        return out.toString();
    }

    private static void read(List<Sheets.PartLine> parts, Sheets.ErrorSheet sheet, String section, StringBuilder out) {
        for (Sheets.PartLine p : parts) {
            out.append(p.label()).append(' ').append(p.text()).append('\n');
            if (p.index() >= 0) {
                out.append(
                                switch (section) {
                                    case "Ask" ->
                                        sheet.questions().get(p.index()).text();
                                    case "Try" -> sheet.tries().get(p.index()).title();
                                    case "Ruled out" ->
                                        sheet.ruledOut().get(p.index()).title() + " "
                                                + sheet.ruledOut()
                                                        .get(p.index())
                                                        .reason();
                                    default -> sheet.verify().get(p.index()).text();
                                })
                        .append('\n');
                read(p.below(), sheet, section, out);
            }
        }
    }

    /** The words of a text in their order, without what is markup. */
    private static List<String> words(String text) {
        return Arrays.stream(text.replaceAll("[^\\p{L}\\p{N}]+", " ").strip().split(" "))
                .filter(w -> !w.isEmpty())
                .toList();
    }

    private static void inOrder(List<String> wanted, String sheet, String of) {
        List<String> there = words(sheet);
        int at = 0;
        for (String w : wanted) {
            int found = at;
            while (found < there.size() && !there.get(found).equals(w)) {
                found++;
            }
            assertThat(found)
                    .as("\"%s\" of%n%s%n%non its sheet:%n%s", w, of, sheet)
                    .isLessThan(there.size());
            at = found + 1;
        }
    }

    static Stream<Path> demoErrors() {
        return documents(DocumentKind.ERROR);
    }

    static Stream<Path> demoFixes() {
        return documents(DocumentKind.FIX);
    }

    @ParameterizedTest
    @MethodSource("demoErrors")
    void ofTheDemosErrors(Path file) {
        proseIsThere(parsed(DocumentKind.ERROR, file), file);
    }

    @ParameterizedTest
    @MethodSource("demoFixes")
    void ofTheDemosFixes(Path file) {
        proseIsThere(parsed(DocumentKind.FIX, file), file);
    }

    /** Of a real document: all its words but those of code, of the head, and of what is said in other words (links, placeholders, clauses' keywords). */
    private static void proseIsThere(ParsedDocument d, Path file) {
        String text;
        try {
            text = Files.readString(file);
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
        String body = text.substring(text.indexOf("\n---", 4) + 4);
        List<String> wanted = new ArrayList<>();
        boolean fence = false;
        for (String line : body.lines().toList()) {
            if (line.strip().startsWith("```")) {
                fence = !fence;
            } else if (!fence
                    && !line.matches(
                            "\\s*- (?:With|Sets|Minutes|Run|After|Together|Capture.*|When|Must|Only if|Check|For each|Choose|Get|Follow up|Ask|Restart|Wait|Put back|After success|After failure|Answer): .*")) {
                wanted.addAll(words(line.replaceAll("`[^`]*`", " ")
                        .replaceAll("; called .*|\\{[^}]*\\}", " ")
                        .replaceAll("\\]\\([^)]*\\)", "]")
                        .replaceAll("^\\s*\\d+\\.", " ")));
            }
        }
        inOrder(wanted, read(d, DEMO), body);
    }

    /** Words that stand nowhere else, in every place where somebody may write. */
    private static final class Written {
        private final Random random;
        private final StringBuilder text = new StringBuilder();
        final List<String> marks = new ArrayList<>();

        Written(long seed) {
            random = new Random(seed);
            random.nextLong();
        }

        String mark() {
            String m = "w" + marks.size() + "x" + Integer.toString(random.nextInt(1_000_000), 36);
            marks.add(m);
            return m;
        }

        Written line(String line) {
            text.append(line).append('\n');
            return this;
        }

        String some(String... ways) {
            return ways[random.nextInt(ways.length)];
        }

        /** Something that the language has no word for, anywhere. */
        void anything() {
            switch (random.nextInt(9)) {
                case 0 -> line(mark() + " is so, and *" + mark() + "* too.").line("");
                case 1 -> line("- " + some("Warning", "Note", "Seen on", "Undo", "If", "Tip") + ": " + mark());
                case 2 -> line("- " + mark() + " without a word").line("  - " + mark() + " below it");
                case 3 -> line("").line("> " + mark() + " was said").line("");
                case 4 -> line("").line("### " + mark()).line("").line(mark()).line("");
                case 5 ->
                    line("").line("| a | b |")
                            .line("|---|---|")
                            .line("| " + mark() + " | " + mark() + " |")
                            .line("");
                case 6 -> line("- Cuation: " + mark());
                case 7 ->
                    line("- " + mark() + ": " + mark())
                            .line("")
                            .line("  " + mark() + " behind it.")
                            .line("");
                default -> line("").line("# " + mark()).line("");
            }
        }

        void list() {
            line("").line("1. " + mark())
                    .line("   - " + mark())
                    .line("2. " + mark())
                    .line("");
        }

        void clause() {
            switch (random.nextInt(12)) {
                case 0 -> line("- Expect: " + mark());
                case 1 -> line("- Caution: " + mark()).line("  - " + mark());
                case 2 -> line("- Put back: " + mark() + ", `plotctl start`");
                case 3 -> line("- When: `wet = yes`, " + mark());
                case 4 -> line("- Nothing shows: " + mark());
                case 5 -> line("- Done when: " + mark());
                case 6 -> line("- Follow up: " + mark() + "; by " + mark());
                case 7 -> line("- Ask: " + mark() + "?; sets `" + some("wet", "dry") + "`");
                case 8 -> line("- Check: " + mark());
                case 9 -> line("- Answer: `go on?` with `y`; " + mark());
                case 10 -> line("- For each: " + mark() + " and nothing more");
                default -> line("- After success: " + mark());
            }
        }
    }

    private static Written fix(long seed) {
        Written w = new Written(seed);
        w.line("---").line("fix: f").line("title: \"F\"").line("minutes: 1").line("---");
        for (int i = w.random.nextInt(4); i > 0; i--) {
            w.anything();
        }
        if (w.random.nextBoolean()) {
            w.list();
            w.line("- Side effect: " + w.mark());
        }
        for (int s = 1 + w.random.nextInt(3); s > 0; s--) {
            w.line("").line("## " + w.mark()).line("");
            for (int i = w.random.nextInt(9); i > 0; i--) {
                switch (w.random.nextInt(4)) {
                    case 0 -> w.anything();
                    case 1 -> w.line("").line("```sh").line("run " + w.mark()).line("```");
                    case 2 -> w.clause();
                    default -> {
                        if (w.random.nextInt(3) == 0) {
                            w.list();
                        } else {
                            w.clause();
                        }
                    }
                }
            }
        }
        return w;
    }

    private static Written error(long seed) {
        Written w = new Written(seed);
        w.line("---")
                .line("error: e")
                .line("title: \"E\"")
                .line("phases: [update]")
                .line("products: [\"Skerry Till\"]");
        w.line("---");
        List<String> sections =
                new ArrayList<>(List.of("Recognise", "Ask", "Try", "Ruled out", "Verify", "Background"));
        java.util.Collections.shuffle(sections, w.random);
        w.anything();
        for (String s : sections) {
            w.line("").line("## " + s).line("");
            if (w.random.nextBoolean()) {
                w.anything();
                w.line("");
            }
            for (int i = 1; i <= 1 + w.random.nextInt(3); i++) {
                entry(w, s, i);
            }
            if (w.random.nextBoolean()) {
                w.line("");
                w.line(w.mark() + " at the end.");
            }
        }
        return w;
    }

    private static void entry(Written w, String section, int n) {
        switch (section) {
            case "Recognise" ->
                w.line(
                        switch (w.random.nextInt(5)) {
                            case 0 -> "- Code: `PD-" + n + "` " + w.mark();
                            case 1 -> "- Message: `the area is full, " + w.mark() + "`";
                            case 2 -> "- Symptom: " + w.mark();
                            case 3 -> "- Sample: `" + w.mark() + "`, " + w.mark();
                            default -> "- Not to be confused with: " + w.mark();
                        });
            case "Ask" -> {
                w.line(n + ". " + w.mark() + "?").line("   - Sets: `wet`");
                w.line("   - " + w.some("Hint", "Choices") + ": " + w.mark());
            }
            case "Try" -> {
                w.line(n + ". [" + w.mark() + "](../fixes/no-such-" + n + ".md), " + w.mark());
                w.line("   - When: `wet = yes`; in words " + w.mark());
                w.line("   - " + w.some("Why", "Seen on") + ": " + w.mark());
            }
            case "Ruled out" -> w.line("- [" + w.mark() + "](../fixes/other-" + n + ".md): " + w.mark());
            case "Verify" -> {
                w.line(n + ". " + w.mark()).line("   - Required: " + w.mark());
                w.line("").line("   " + w.mark() + " below.").line("");
            }
            default -> w.line("- " + w.mark());
        }
    }

    @ParameterizedTest
    @EnumSource(
            value = DocumentKind.class,
            names = {"ERROR", "FIX"})
    void ofWhateverSomebodyWrites(DocumentKind kind) {
        for (int n = 0; n < DOCUMENTS; n++) {
            Written w = kind == DocumentKind.FIX ? fix(n) : error(n);
            String key = kind == DocumentKind.FIX ? "f" : "e";
            ParsedDocument d = RunbookParser.parse(kind, key, w.text.toString());
            inOrder(w.marks, read(d, DEMO), w.text.toString());
        }
    }

    /** As an author lost them: a caution that was published as nothing, and seven lines of a list. */
    @Test
    void whatVanishedOnce() {
        ParsedDocument d = RunbookParser.parse(DocumentKind.FIX, "f", """
                ---
                fix: f
                title: "F"
                minutes: 1
                ---
                ## Clear the archive
                - Warning: never on the archive server
                - Important: tell the pier first
                - Undo: bring it back from the shelf

                1. Open the hatch.
                2. Wait for the lamp.

                ```sh
                plotctl clear
                ```
                - Shows: `cleared`
                - Remark: it is loud
                - If: the lamp is red, leave it
                """);
        String sheet = read(d, DEMO);
        assertThat(sheet)
                .containsSubsequence(
                        "Warning: never on the archive server",
                        "Important: tell the pier first",
                        "Undo: bring it back from the shelf",
                        "1. Open the hatch.",
                        "2. Wait for the lamp.",
                        "plotctl clear",
                        "Shows: `cleared`",
                        "Remark: it is loud",
                        "If: the lamp is red, leave it");
        assertThat(d.problems().stream().map(p -> p.severity().word())).containsOnly("hint");
    }
}
