package org.mendak.bench.howto;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.stream.Stream;
import org.mendak.bench.DemoDocuments;
import org.mendak.core.drafting.Naming;
import org.mendak.core.howto.HowTo;

/** Prints how-tos of the demo's runbooks and of made ones in every style, reads them, and says how much lies where it belongs. */
public final class HowTos {

    private static final int GENERATED = 150;

    private HowTos() {}

    /**
     * Measures and prints tables.
     *
     * @param messages of programs of this machine, with their values
     * @param show how many of what went wrong are printed for each style; 0 for none
     * @param heldOut whether the styles that are held out are read too
     */
    public static void measure(List<String> messages, int show, boolean heldOut) throws IOException {
        List<Told> demo = Told.ofDemo(DemoDocuments.read());
        List<Told> made = Told.generated(messages.stream().limit(GENERATED).toList(), programs(), new Random(7));
        System.out.printf(Locale.ROOT, "%d how-tos of the demo, %d made ones%n", demo.size(), made.size());
        System.out.println(Score.head());
        Score all = new Score();
        long read = 0;
        long took = 0;
        List<Style> styles = new ArrayList<>(Styles.all());
        if (heldOut) {
            styles.addAll(HeldOutStyles.all());
            styles.addAll(RoughStyles.all());
            styles.addAll(OddStyles.all());
            styles.addAll(LastStyles.all());
        }
        for (Style style : styles) {
            for (boolean ofDemo : new boolean[] {true, false}) {
                Score s = new Score();
                Random random = new Random(3);
                int left = show;
                for (Told t : ofDemo ? demo : made) {
                    String text = style.printer().print(t, random);
                    long began = System.nanoTime();
                    HowTo.Made m = HowTo.read("how-to", text, List.of(), new Naming((k, key) -> false));
                    took += System.nanoTime() - began;
                    read++;
                    List<String> wrong = s.add(t, text, m);
                    if (!wrong.isEmpty() && left-- > 0) {
                        System.out.println("----\n" + text + "\n>>>> " + String.join("\n>>>> ", wrong));
                        m.documents().forEach(d -> System.out.println("==== " + d.text()));
                    }
                }
                System.out.println(
                        s.row(style.name() + (style.heldOut() ? ", held out" : "") + (ofDemo ? ", demo" : ", made")));
                if (style.heldOut()) {
                    all.add(s);
                }
            }
        }
        if (heldOut) {
            System.out.println(all.row("**all that were held out**"));
            System.out.printf(Locale.ROOT, "%d read, %.1f ms each%n", read, took / 1e6 / read);
        }
    }

    private static List<String> programs() throws IOException {
        try (Stream<Path> files = Files.list(Path.of("/usr/bin"))) {
            return files.map(f -> f.getFileName().toString())
                    .filter(n -> n.matches("[a-z][a-z0-9_.+-]{2,}"))
                    .sorted()
                    .toList();
        }
    }
}
