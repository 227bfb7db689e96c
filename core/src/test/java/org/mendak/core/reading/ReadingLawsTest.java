package org.mendak.core.reading;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.Example;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.mendak.core.language.Template;
import org.mendak.core.runbook.Capture;

/** Whatever is printed around a value: it is read whole, offered beside others, or said to be missing; never a piece of it alone. */
class ReadingLawsTest {

    record Printed(String template, String type, String value, String output) {}

    private static final List<String> PATHS = List.of(
            "C:\\My Sites\\Ferry Times",
            "C:\\Program Files (RX)\\Quayscan",
            "D:\\Charts, old\\North",
            "\\\\pier-3\\Common Charts\\2026",
            "/srv/charts/north west (old)",
            "/var/stage",
            "~/roster a/b c.cfg",
            "C:\\Backup - spare\\[1] last",
            "E:\\Purser's \u00d6rter");
    private static final List<String> TEXTS = List.of(
            "Purser One",
            "27 November 2026 21:04",
            "the seal ended, ask the shore",
            "Ladung: 3 \u00d7 Kiste",
            "a.b (c)");
    private static final List<String> WORDS = List.of("Manual", "2026-12-01", "21:04:17", "TILL-07", "n\u00e4chste");
    private static final List<String> SIZES = List.of("812 MB", "812MB", "1,5 GB", "64.5 GB", "0 B");
    private static final List<String> NUMBERS = List.of("0", "-17", "12,480", "41.5", "7");

    @Provide
    Arbitrary<Printed> printed() {
        Arbitrary<String> before =
                Arbitraries.of("free ", "Folder: ", "in \"", "(at ", "state = ", "Serial ..... ", "key ");
        Arbitrary<String> behind =
                Arbitraries.of("", " of 2 GB", ", 3 users", ".", " is damaged", "!", " (nearly full)", " - checked");
        Arbitrary<String> noise = Arbitraries.of(
                "",
                "ready\n",
                "Name   Size\n----   ----\n",
                "other folder C:\\x y\n",
                "\u001b[1mbold\u001b[0m\n",
                "free\n");
        Arbitrary<Map.Entry<String, List<String>>> kinds = kinds();
        Arbitrary<Boolean> literal = Arbitraries.of(true, false);
        return Combinators.combine(
                        before,
                        behind,
                        noise,
                        kinds,
                        literal,
                        Arbitraries.integers().between(0, 99))
                .as((b, a, n, k, l, i) -> {
                    String value = k.getValue().get(i % k.getValue().size());
                    String close = b.endsWith("\"") ? "\"" : b.startsWith("(") ? ")" : "";
                    String template = b + "{v:" + k.getKey() + "}" + close + (l ? a : "");
                    return new Printed(template, k.getKey(), value, n + b + value + close + a + "\n" + n);
                });
    }

    @Property(tries = 5_000)
    void neverAPieceAlone(@ForAll("printed") Printed p) {
        Capture capture = Capture.line(Template.parse(p.template()).orThrow());
        List<Place> places = OutputReader.read(capture, p.output(), Map.of());
        // what may have blanks in it, and runs to the line's end by its author's word, is all that stands there
        boolean open =
                List.of("text", "path").contains(p.type()) && p.template().endsWith("}");
        boolean there = places.stream()
                .map(x -> x.values().get("v"))
                .anyMatch(v -> v.equals(p.value()) || open && v.startsWith(p.value()));
        assertThat(places.isEmpty() || there).as(p + " read as " + places).isTrue();
    }

    /** Two values side by side: neither takes a piece of the other. */
    @Property(tries = 2_000)
    void neighboursKeepTheirOwn(
            @ForAll("kinds") Map.Entry<String, List<String>> a,
            @ForAll("kinds") Map.Entry<String, List<String>> b,
            @ForAll @net.jqwik.api.constraints.IntRange(max = 99) int i) {
        String first = a.getValue().get(i % a.getValue().size());
        String second = b.getValue().get(i % b.getValue().size());
        boolean open = List.of("text", "path").contains(a.getKey());
        String joint = open ? " | " : " ";
        Capture capture = Capture.line(Template.parse("row {a:" + a.getKey() + "}" + joint + "{b:" + b.getKey() + "}")
                .orThrow());
        List<Place> places = OutputReader.read(capture, "row " + first + joint + second + "\n", Map.of());
        assertThat(places.isEmpty()
                        || places.stream().anyMatch(p -> p.values().equals(Map.of("a", first, "b", second))))
                .as(first + joint + second + " read as " + places)
                .isTrue();
    }

    @Provide
    Arbitrary<Map.Entry<String, List<String>>> kinds() {
        return Arbitraries.of(
                Map.entry("path", PATHS),
                Map.entry("text", TEXTS),
                Map.entry("word", WORDS),
                Map.entry("size", SIZES),
                Map.entry("number", NUMBERS));
    }

    @Property(tries = 2_000)
    void aKnownRowIsNeverAnothersRow(@ForAll("tables") List<String> names) {
        StringBuilder table = new StringBuilder(String.format("%-14s %-10s %8s%n", "Name", "State", "Size"));
        for (int i = 0; i < names.size(); i++) {
            table.append(String.format("%-14s %-10s %8d%n", names.get(i), "s" + i, 100 + i));
        }
        Capture capture = OutputTableTest.capture(
                "Capture: `{state:word}` under `State`, `{size:number}` under `Size` where `Name` is `{n}`");
        for (int i = 0; i < names.size(); i++) {
            int row = names.indexOf(names.get(i));
            List<Place> places = OutputReader.read(capture, table.toString(), Map.of("n", names.get(i)));
            assertThat(places.get(0).values())
                    .containsEntry("state", "s" + row)
                    .containsEntry("size", "" + (100 + row));
        }
    }

    @Provide
    Arbitrary<List<String>> tables() {
        return Arbitraries.strings()
                .withCharRange('a', 'z')
                .ofMinLength(1)
                .ofMaxLength(13)
                .list()
                .ofMinSize(1)
                .ofMaxSize(12);
    }

    /** The most that a step may print, of what takes the matcher longest: it ends, and finds what stands at the front. */
    @Example
    void theLongestOutputEnds() {
        Capture capture = OutputTableTest.capture("Capture: `{a:text} {b:path} {c:list} {d:word} zz`");
        String slow = "a b c d e f g h i j k l m n o p q r s t u v w x y zy\n".repeat(19_000);
        assertThat(OutputReader.read(capture, slow, Map.of())).isEmpty();
        assertThat(OutputReader.read(capture, "free /x y, z one zz\n" + slow, Map.of()))
                .isNotEmpty();
    }

    @Property(tries = 500)
    void anythingIsReadInBoundedWork(@ForAll String output) {
        Capture capture = OutputTableTest.capture("Capture: `{a:text} {b:path} {c:list} {d:word}`");
        assertThat(OutputReader.read(capture, output.repeat(40), Map.of())).hasSizeLessThanOrEqualTo(OutputReader.MOST);
    }
}
