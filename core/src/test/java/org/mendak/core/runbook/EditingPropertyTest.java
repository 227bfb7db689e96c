package org.mendak.core.runbook;

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
import org.mendak.core.runbook.Outline.Field;
import org.mendak.core.runbook.Outline.Kind;
import org.mendak.core.runbook.Outline.Part;
import org.mendak.core.runbook.Outline.Shape;

/** Random changes of the demo's documents, part by part, judged line by line and by what the printer makes of them. */
class EditingPropertyTest {

    private static final int EDITS = 1_500;
    private static final String TOKEN = "zqx";

    private record Doc(DocumentKind kind, String key, String text) {}

    private record Place(List<Integer> path, Part part, int siblings) {}

    private final Random random = new Random(20261128);

    private static List<Doc> demo() throws IOException {
        List<Doc> all = new ArrayList<>();
        for (DocumentKind kind : DocumentKind.values()) {
            try (Stream<Path> files = Files.list(Path.of("..", "demo", kind.folder()))) {
                for (Path f : files.sorted().toList()) {
                    String name = f.getFileName().toString();
                    String text = Files.readString(f);
                    all.add(new Doc(kind, name.substring(0, name.length() - 3), text));
                    // the same with the other line ends, and as it comes from an editor that marks its files
                    if (all.size() % 5 == 0) {
                        all.add(new Doc(kind, name.substring(0, name.length() - 3), text.replace("\n", "\r\n")));
                    }
                    if (all.size() % 7 == 0) {
                        all.add(new Doc(kind, name.substring(0, name.length() - 3), "\uFEFF" + text.stripTrailing()));
                    }
                }
            }
        }
        return all;
    }

    private static void places(List<Part> parts, List<Integer> path, List<Place> into) {
        for (int i = 0; i < parts.size(); i++) {
            List<Integer> here = new ArrayList<>(path);
            here.add(i);
            into.add(new Place(here, parts.get(i), parts.size()));
            places(parts.get(i).below(), here, into);
        }
    }

    private <T> T any(List<T> list) {
        return list.get(random.nextInt(list.size()));
    }

    private static List<String> lines(String text) {
        return Arrays.asList(text.split("\r\n|\n", -1));
    }

    @Test
    void whatAChangeIsNotAboutStaysToTheByteAndThePrintedModelIsTheEditedOne() throws IOException {
        List<Doc> demo = demo();
        Map<String, Integer> done = new HashMap<>();
        int refused = 0;
        for (int i = 0; i < EDITS; i++) {
            Doc d = any(demo);
            List<Place> all = new ArrayList<>();
            places(Outline.of(d.kind(), d.text()).parts(), List.of(), all);
            Edit edit = anEdit(d, any(all));
            if (edit == null) {
                continue;
            }
            Editing.Edited e = Editing.apply(d.kind(), d.text(), List.of(edit));
            String what = d.key() + " " + edit + " " + e.refused();
            if (!e.refused().isEmpty()) {
                assertThat(e.text()).as(what).isEqualTo(d.text());
                refused++;
                continue;
            }
            done.merge(edit.getClass().getSimpleName(), 1, Integer::sum);
            onlyItsOwnLinesDiffer(d, edit, e.text(), what);
            theModelIsTheEditedOne(d, edit, e.text(), what);
            assertThat(e.text().contains("\r\n")).as(what).isEqualTo(d.text().contains("\r\n"));
            assertThat(e.text().replace("\r\n", "").contains("\r")).as(what).isFalse();
        }
        // three in a hundred may be refused: what would be read as something else
        assertThat(refused).isLessThan(EDITS * 3 / 100);
        assertThat(done.keySet()).containsExactlyInAnyOrder("Put", "Add", "Remove", "Move");
        assertThat(done.values()).allSatisfy(n -> assertThat(n).isGreaterThan(EDITS / 20));
    }

    private Edit anEdit(Doc d, Place p) {
        Part part = p.part();
        return switch (random.nextInt(4)) {
            case 0 -> {
                List<Field> fields = part.fields();
                if (fields.isEmpty() || random.nextInt(8) == 0) {
                    yield new Edit.Put(List.of(), "title", List.of(TOKEN + " \"it\""));
                }
                Field f = any(fields);
                yield new Edit.Put(
                        p.path(), f.name(), List.of(f.name().equals("language") ? "bash" : value(f.shape())));
            }
            case 1 -> part.offers().isEmpty() ? null : add(p, any(part.offers()).what());
            case 2 -> part.line() == 0 || p.path().equals(List.of(0)) ? null : new Edit.Remove(p.path());
            default -> {
                int to = random.nextInt(p.siblings());
                int at = p.path().get(p.path().size() - 1);
                yield !part.moves() || to == at || p.path().size() == 1 && to == 0
                        ? null
                        : new Edit.Move(p.path(), at + (to > at ? 1 : -1));
            }
        };
    }

    private static Edit add(Place p, String what) {
        if (what.equals("Item")) {
            boolean linked = !p.part().keyword().matches("Ask|Verify");
            return new Edit.Add(
                    p.path(),
                    what,
                    linked
                            ? Map.of("fix", List.of(TOKEN), "title", List.of("Try " + TOKEN))
                            : Map.of("text", List.of("Look at " + TOKEN)));
        }
        if (what.equals("Words") || what.equals("Command")) {
            return new Edit.Add(p.path(), what, Map.of(what.toLowerCase(java.util.Locale.ROOT), List.of(TOKEN)));
        }
        Map<String, List<String>> fields = new HashMap<>();
        Form.of(what).places().forEach(x -> fields.put(x.name(), List.of(value(x.shape()))));
        return new Edit.Add(p.path(), what, fields);
    }

    private static String value(Shape shape) {
        return switch (shape) {
            case MINUTES -> "77";
            case TEMPLATE -> TOKEN + " {" + TOKEN + ":word}";
            case CONDITION -> TOKEN + " = 1";
            case PAIR -> TOKEN + " = 1";
            case COMMAND -> "say " + TOKEN + "\n\nand `" + TOKEN + "`";
            case WORDS -> "Say " + TOKEN + ".\n\nAnd this, too.";
            case LINE -> "say " + TOKEN + " `as it is`";
            default -> TOKEN;
        };
    }

    /** Lines before and behind the part are what they were, at their places; numbers of a list's items follow their places. */
    private static void onlyItsOwnLinesDiffer(Doc d, Edit edit, String after, String what) {
        List<String> old = lines(d.text());
        List<String> now = lines(after);
        int same = 0;
        while (same < Math.min(old.size(), now.size()) && old.get(same).equals(now.get(same))) {
            same++;
        }
        int behind = 0;
        while (behind < Math.min(old.size(), now.size()) - same
                && old.get(old.size() - 1 - behind).equals(now.get(now.size() - 1 - behind))) {
            behind++;
        }
        List<String> gone = old.subList(same, old.size() - behind);
        List<String> come = now.subList(same, now.size() - behind);
        if (edit instanceof Edit.Add) {
            // a last line without an ending may get one
            assertThat(gone.stream().filter(x -> !x.isBlank())).as(what).isEmpty();
        } else if (edit instanceof Edit.Remove || edit instanceof Edit.Move) {
            List<String> left =
                    new ArrayList<>(gone.stream().map(EditingPropertyTest::bare).toList());
            come.forEach(x ->
                    assertThat(x.isBlank() || left.remove(bare(x))).as(what + x).isTrue());
            assertThat(edit instanceof Edit.Remove || left.stream().allMatch(String::isBlank))
                    .as(what)
                    .isTrue();
        } else {
            Part p = part(Outline.of(d.kind(), d.text()), ((Edit.Put) edit).path());
            int from = p == null ? 2 : p.line();
            int to = p == null ? old.indexOf("---") + old.size() : p.end();
            assertThat(same + 1).as(what).isGreaterThanOrEqualTo(from);
            assertThat(old.size() - behind).as(what).isLessThanOrEqualTo(to);
        }
    }

    /** A line without the number of its item and its indentation. */
    private static String bare(String line) {
        return line.replaceFirst("^\\s*(\\d+[.)])?\\s*", "");
    }

    private static Part part(Outline o, List<Integer> path) {
        List<Part> here = o.parts();
        Part p = null;
        for (int i : path) {
            p = here.get(i);
            here = p.below();
        }
        return p;
    }

    private static String printed(Doc d, String text) {
        ParsedDocument p = RunbookParser.parse(d.kind(), d.key(), text);
        return p.error() != null ? RunbookPrinter.print(p.error()) : RunbookPrinter.print(p.fix());
    }

    private static void theModelIsTheEditedOne(Doc d, Edit edit, String after, String what) {
        List<String> before = new ArrayList<>(lines(printed(d, d.text())).stream()
                .map(EditingPropertyTest::bare)
                .toList());
        List<String> now = new ArrayList<>(
                lines(printed(d, after)).stream().map(EditingPropertyTest::bare).toList());
        List<String> gone = new ArrayList<>(before);
        now.forEach(gone::remove);
        List<String> come = new ArrayList<>(now);
        before.forEach(come::remove);
        // what is not said is printed as what it is then
        gone.removeIf(x -> x.isBlank() || x.equals("- Minutes: 1"));
        come.removeIf(x -> x.isBlank() || x.equals("- Minutes: 1"));
        if (edit instanceof Edit.Move) {
            assertThat(gone).as(what).isEmpty();
            assertThat(come).as(what).isEmpty();
        } else if (edit instanceof Edit.Remove) {
            assertThat(come).as(what).isEmpty();
        } else if (edit instanceof Edit.Add) {
            assertThat(gone).as(what).isEmpty();
            assertThat(come).as(what).isNotEmpty();
        } else {
            assertThat(String.join("\n", come))
                    .as(what)
                    .matches(x -> x.contains(TOKEN)
                            || x.contains("77")
                            || edit.toString().contains("language"));
        }
    }

    @Test
    void everyPartOfTheDemoCanBeReadIntoItsPlacesAndWrittenBackTheSame() throws IOException {
        int clauses = 0;
        for (Doc d : demo()) {
            List<Place> all = new ArrayList<>();
            places(Outline.of(d.kind(), d.text()).parts(), List.of(), all);
            for (Place p : all) {
                clauses += p.part().kind() == Kind.CLAUSE ? 1 : 0;
                for (Field f : p.part().fields()) {
                    if (!f.values().isEmpty()) {
                        Editing.Edited e = Editing.apply(
                                d.kind(), d.text(), List.of(new Edit.Put(p.path(), f.name(), f.values())));
                        assertThat(e.refused()).as(d.key() + p + f).isEmpty();
                        boolean links = f.shape() == Shape.FIXES;
                        assertThat(links || e.text().equals(d.text()))
                                .as(d.key() + p + f)
                                .isTrue();
                    }
                }
            }
        }
        assertThat(clauses).isGreaterThan(500);
    }
}
