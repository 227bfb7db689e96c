package org.mendak.core.runbook;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.mendak.core.runbook.VocabularyEditing.Change;

class VocabularyEditingTest {

    private static String demo() throws IOException {
        return Files.readString(Path.of("..", "demo", "library.yaml"));
    }

    private static String done(String text, Change... changes) {
        VocabularyEditing.Edited e = VocabularyEditing.apply(text, List.of(changes));
        assertThat(e.refused()).isEmpty();
        return e.text();
    }

    private static String refused(String text, Change change) {
        VocabularyEditing.Edited e = VocabularyEditing.apply(text, List.of(change));
        assertThat(e.text()).isEqualTo(text);
        assertThat(e.refused()).isNotEmpty();
        return e.refused();
    }

    private static Vocabulary read(String text) {
        return RunbookParser.vocabulary(text).vocabulary();
    }

    @Test
    void onlyTheLineThatIsMeantChanges() throws IOException {
        String before = demo();
        String after =
                done(before, new Change.Put("products", "Quayscan", "versions", List.of("3.0", "3.1", "3.2", "3.3")));
        List<String> lines = new ArrayList<>(before.lines().toList());
        lines.set(
                lines.indexOf("    versions: [\"3.0\", \"3.1\", \"3.2\"]"),
                "    versions: [\"3.0\", \"3.1\", \"3.2\", \"3.3\"]");
        assertThat(after.lines().toList()).isEqualTo(lines);
    }

    @Test
    void whatWasNotThereIsAddedWhereItBelongsAndWhatIsEmptyIsTakenAway() throws IOException {
        String more = done(demo(), new Change.Put("facts", "power_cut", "how", List.of("Ask: \"did it go dark?\"")));
        assertThat(read(more).fact("power_cut").orElseThrow().how()).isEqualTo("Ask: \"did it go dark?\"");
        assertThat(done(more, new Change.Put("facts", "power_cut", "how", List.of())))
                .isEqualTo(demo());
        String word = done(
                demo(),
                new Change.Add(
                        "needs", "long-cable", Map.of("title", List.of("A long cable"), "minutes", List.of("3"))));
        assertThat(read(word).need("long-cable").orElseThrow().minutes()).isEqualTo(3);
        assertThat(done(word, new Change.Remove("needs", "long-cable"))).isEqualTo(demo());
        String setting = done(demo(), new Change.Put("settings", "", "holding-days", List.of("21")));
        assertThat(read(setting).holdingDays()).isEqualTo(21);
    }

    @Test
    void anEmptyDeskGetsItsFirstWords() {
        String text = done(
                "",
                new Change.Add("products", "Tidewall", Map.of("about", List.of("Boards"))),
                new Change.Add("facts", "worked_before", Map.of("choices", List.of("yes", "no"))),
                new Change.Put("facts", "worked_before", "words", List.of("yes: it worked before", "no: it never did")),
                new Change.Put("settings", "", "hand-over-minutes", List.of("30")),
                new Change.Add("products", "Bare", Map.of()),
                new Change.Put("products", "Bare", "versions", List.of("1.0")));
        assertThat(text).startsWith("format: 1\n");
        Vocabulary v = read(text);
        assertThat(v.products()).extracting(Vocabulary.Product::name).containsExactly("Tidewall", "Bare");
        assertThat(v.products().get(1).versions()).containsExactly("1.0");
        assertThat(v.fact("worked_before").orElseThrow().words()).containsEntry("no", "it never did");
        assertThat(v.handOverMinutes()).isEqualTo(30);
        assertThat(done(text, new Change.Remove("facts", "worked_before"))).doesNotContain("facts:");
    }

    @Test
    void aNewNameKeepsTheOldOneAndEverythingElse() throws IOException {
        String once = done(demo(), new Change.Rename("products", "Watchbill Desk", "Rosterbook"));
        Vocabulary.Product p = read(once).products().stream()
                .filter(x -> x.name().equals("Rosterbook"))
                .findFirst()
                .orElseThrow();
        assertThat(p.formerly()).containsExactly("Watchbill Desk");
        assertThat(p.versions()).containsExactly("2.5", "2.6", "2.7");
        String back = done(once, new Change.Rename("products", "Rosterbook", "Watchbill Desk"));
        assertThat(back).contains("  Watchbill Desk:").contains("formerly: [Rosterbook]");
        String fact = done(demo(), new Change.Rename("facts", "power_cut", "went_dark"));
        assertThat(read(fact).withToday(Map.of("power_cut", "yes")))
                .isEqualTo(Map.of("power_cut", "yes", "went_dark", "yes"));
        assertThat(read(fact).withToday(Map.of("power_cut", "yes", "went_dark", "no")))
                .containsEntry("went_dark", "no");
        String need = done(demo(), new Change.Rename("needs", "local-admin", "admin"));
        assertThat(read(need).withToday(Map.of("need.local-admin", "yes"))).containsEntry("need.admin", "yes");
    }

    @Test
    void whatCannotBeAName() throws IOException {
        assertThat(refused(demo(), new Change.Rename("products", "Quayscan", "Leadline")))
                .contains("already");
        assertThat(refused(demo(), new Change.Rename("products", "Quayscan", "Quayscan 4")))
                .contains("versions");
        assertThat(refused(demo(), new Change.Rename("products", "None such", "Other")))
                .contains("no \"None such\"");
        assertThat(refused(demo(), new Change.Add("facts", "two words", Map.of())))
                .contains("begins with a letter");
        assertThat(refused(demo(), new Change.Add("boats", "x", Map.of()))).contains("no kind of words");
        assertThat(refused(demo(), new Change.Put("facts", "power_cut", "colour", List.of("red"))))
                .contains("no place");
        assertThat(refused(demo(), new Change.Put("facts", "power_cut", "minutes", List.of("soon"))))
                .contains("something else");
        assertThat(refused(demo(), new Change.Rename("needs", "installer = closed", "installer = shut")))
                .contains("is a state");
        assertThat(read(done(
                                demo(),
                                new Change.Add("needs", "lamp = lit", Map.of("title", List.of("The lamp is lit")))))
                        .need("lamp = lit"))
                .isPresent();
        assertThat(refused("products: [", new Change.Add("products", "X", Map.of())))
                .contains("source first");
        String once = done(demo(), new Change.Rename("facts", "power_cut", "went_dark"));
        assertThat(refused(once, new Change.Add("facts", "power_cut", Map.of())))
                .contains("called so before");
    }

    @Test
    void namesInQuotationMarksAreRenamedToo() {
        String odd = "format: 1\nproducts:\n  \"a\\\"b: c\": {}\n  'it''s': {}\n  \"plain\": # ours\n    about: x\n";
        String text = done(
                odd,
                new Change.Rename("products", "a\"b: c", "One"),
                new Change.Rename("products", "it's", "x: y"),
                new Change.Rename("products", "plain", "{z}"));
        assertThat(read(text).products()).extracting(Vocabulary.Product::name).containsExactly("One", "x: y", "{z}");
        assertThat(read(text).products().get(0).formerly()).containsExactly("a\"b: c");
        assertThat(text).contains("# ours");
        assertThat(refused(odd, new Change.Rename("products", "plain", "say \"it\"")))
                .contains("quotation marks");
    }

    @Test
    void whatIsWrittenInOneLineOrOverManyIsChangedToo() {
        String odd =
                "# ours\nformat: 1\nproducts: {Tidewall: {about: Boards}}\nfacts:\n  'a.b': {title: A}\n  c:\n    choices:\n"
                        + "      - one # first\n      - two\n    title: >\n      folded\n      text\n  d: {}\n# end\n";
        String text = done(
                odd,
                new Change.Put("facts", "a.b", "how", List.of("look")),
                new Change.Put("facts", "c", "choices", List.of("one", "three")),
                new Change.Put("facts", "c", "title", List.of("plain")),
                new Change.Put("facts", "d", "minutes", List.of("2")),
                new Change.Rename("facts", "a.b", "e"));
        Vocabulary v = read(text);
        assertThat(v.fact("e").orElseThrow().how()).isEqualTo("look");
        assertThat(v.fact("c").orElseThrow().choices()).containsExactly("one", "three");
        assertThat(v.fact("d").orElseThrow().minutes()).isEqualTo(2);
        assertThat(text).startsWith("# ours\n").endsWith("# end\n");
        // a whole group in one line is for the source
        refused(odd, new Change.Put("products", "Tidewall", "about", List.of("x")));
    }

    /** Whatever is changed at random is read back as it was meant, and no other line of the text moves. */
    @Test
    void randomChangesTouchNothingElse() throws IOException {
        Random random = new Random(21);
        for (String end : new String[] {"\n", "\r\n"}) {
            String text = demo().replace("\n", end);
            for (int i = 0; i < 200; i++) {
                VocabularyOutline before = VocabularyOutline.of(text);
                VocabularyOutline.Group g = before.groups().get(random.nextInt(3));
                VocabularyOutline.Word w =
                        g.words().get(random.nextInt(g.words().size()));
                Outline.Field f = w.fields().get(random.nextInt(w.fields().size()));
                List<String> values = values(f, random);
                String after = done(text, new Change.Put(g.name(), w.name(), f.name(), values));
                List<String> kept = new ArrayList<>(text.lines().toList());
                List<String> now = new ArrayList<>(after.lines().toList());
                while (!kept.isEmpty() && !now.isEmpty() && kept.get(0).equals(now.get(0))) {
                    kept.remove(0);
                    now.remove(0);
                }
                while (!kept.isEmpty()
                        && !now.isEmpty()
                        && kept.get(kept.size() - 1).equals(now.get(now.size() - 1))) {
                    kept.remove(kept.size() - 1);
                    now.remove(now.size() - 1);
                }
                // a word that loses all it has, or gets its first, changes its own line too
                boolean bare = (text + after).contains("{}");
                assertThat(Math.max(kept.size(), now.size()))
                        .as("lines that are another: " + kept + now)
                        .isLessThanOrEqualTo(bare ? 2 : 1);
                assertThat(after.replace(end, "")).doesNotContain("\n").doesNotContain("\r");
                text = after;
            }
        }
    }

    private static List<String> values(Outline.Field f, Random random) {
        if (random.nextInt(4) == 0) {
            return List.of();
        }
        String odd = List.of(
                        "plain",
                        "with: colon",
                        "\"quoted\"",
                        "# no comment",
                        "{brace",
                        "é 漢 🚢",
                        "yes",
                        "'",
                        "- dash",
                        "5")
                .get(random.nextInt(10));
        return switch (f.shape()) {
            case MINUTES -> List.of(String.valueOf(1 + random.nextInt(60)));
            case YES -> List.of("true");
            case CHOICE -> List.of(f.choices().get(random.nextInt(f.choices().size())));
            case PAIRS -> List.of("yes: " + odd, "no: not");
            case LIST -> List.of("a" + random.nextInt(100), odd);
            default -> List.of(odd);
        };
    }
}
