package org.mendak.bench.load;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;
import org.mendak.bench.DemoDocuments;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.simulate.HiddenError;
import org.mendak.core.simulate.HiddenFact;

/** The known errors of a desk of years, and what is true of each. */
final class LoadErrors {

    /** Known errors that a tenth of a desk's cases, and more, are about, by how many. */
    static final Map<String, Integer> HOT = Map.of("berth-ledger-held", 10_000, "gangway-seal-lost", 40_000);

    static final String PRODUCT = "Tidewall";

    private static final int HOT_FIXES = 9;
    private static final double NONE = 0.1;
    private static final double OVERLAP = 0.15;
    private static final String[] THINGS = {
        "ramp", "winch", "lantern", "ledger", "horn", "ferry", "locker", "hatch", "buoy", "rope", "anchor", "ticket",
        "stamp", "mooring", "tide", "chart", "cabin", "galley", "crate", "pulley"
    };
    private static final String[] DOES = {
        "sticks", "fades", "is lost", "stays shut", "comes twice", "is refused", "ends early", "stands still"
    };

    private final Random random = new Random(20);
    private final List<HiddenError> hidden = new ArrayList<>();
    private final List<String> said = new ArrayList<>();
    private final List<String> products = new ArrayList<>();

    List<HiddenError> hidden() {
        return hidden;
    }

    String said(int error) {
        return said.get(error);
    }

    String product(int error) {
        return products.get(error);
    }

    /** Takes a document that was made up. */
    private interface Shelf {
        void add(String kind, String key, String title, String text);
    }

    /** Makes up the errors again, of a desk that has them. */
    void read(int errors) {
        make(errors, (kind, key, title, text) -> {});
    }

    /** Adds the documents to a desk that holds those of the demo. */
    void write(Connection c, int errors) throws SQLException {
        try (PreparedStatement d = c.prepareStatement(
                        "insert into document (kind, doc_key, title, status, latest, published) values (?, ?, ?, 'published', 1, 1)");
                PreparedStatement r =
                        c.prepareStatement("insert into revision (kind, doc_key, number, text, author, note, at) values"
                                + " (?, ?, 1, ?, 1, '', timestamp with time zone '2020-06-01 08:00:00+00')")) {
            make(errors, (kind, key, title, text) -> {
                try {
                    bind(d, kind, key, title);
                    bind(r, kind, key, text);
                } catch (SQLException e) {
                    throw new IllegalStateException(e);
                }
            });
            d.executeBatch();
            r.executeBatch();
        }
    }

    private static void bind(PreparedStatement s, String... values) throws SQLException {
        for (int i = 0; i < values.length; i++) {
            s.setString(i + 1, values[i]);
        }
        s.addBatch();
    }

    private void make(int errors, Shelf shelf) {
        DemoDocuments demo = DemoDocuments.read();
        for (KnownError e : demo.errors()) {
            if (!e.firstAid()) {
                List<String> fixes =
                        e.tries().stream().map(KnownError.TryItem::fix).toList();
                known(
                        e.key(),
                        fixes,
                        e.samples().isEmpty() ? e.title() : e.samples().get(0).text(),
                        e.products().isEmpty() ? null : e.products().get(0).product(),
                        List.of());
            }
        }
        for (String key : HOT.keySet().stream().sorted().toList()) {
            List<String> fixes =
                    IntStream.range(0, HOT_FIXES).mapToObj(i -> key + "-" + i).toList();
            for (int i = 0; i < HOT_FIXES; i++) {
                fix(shelf, fixes.get(i), key.replace('-', ' ') + " " + i, THINGS[i], 2 + i);
            }
            String message = "The %s at {place:word} was not let go".formatted(key.replace('-', ' '));
            error(shelf, key, "The " + key.replace('-', ' '), message, fixes, true);
            known(
                    key,
                    fixes,
                    "The %s at norrholm was not let go".formatted(key.replace('-', ' ')),
                    PRODUCT,
                    List.of(new HiddenFact("other_packages", List.of("yes", "no"), chances(HOT_FIXES + 1))));
        }
        for (int i = 0; i < errors; i++) {
            made(shelf, i, errors);
        }
    }

    private void made(Shelf shelf, int i, int errors) {
        String thing = thing(i);
        String does = DOES[i / THINGS.length % DOES.length];
        fix(shelf, key(i), "Free the %s %d".formatted(thing, i), thing, 1 + i % 12);
        List<String> fixes = IntStream.range(0, 2 + i % 4)
                .map(k -> (int) ((i + k * 104_729L) % errors))
                .distinct()
                .mapToObj(LoadErrors::key)
                .toList();
        error(
                shelf,
                key(i),
                "The %s %s %d".formatted(thing, does, i),
                "%s {name:word} %s at pier %d".formatted(thing, does, i),
                fixes,
                false);
        known(key(i), fixes, "%s oddskar %s at pier %d".formatted(thing, does, i), PRODUCT, List.of());
    }

    private static String thing(int i) {
        return THINGS[i % THINGS.length];
    }

    static String key(int i) {
        return thing(i) + "-" + i;
    }

    private double[][] chances(int causes) {
        double[][] chances = new double[causes][2];
        for (double[] c : chances) {
            c[0] = random.nextDouble();
            c[1] = 1 - c[0];
        }
        return chances;
    }

    private void known(String key, List<String> fixes, String text, String product, List<HiddenFact> facts) {
        double[] shares = new double[fixes.size() + 1];
        for (int k = 0; k < fixes.size(); k++) {
            shares[k] = -Math.log(1 - random.nextDouble());
        }
        shares[fixes.size()] = NONE;
        hidden.add(HiddenError.of(
                key,
                1,
                fixes.stream()
                        .map(f -> HiddenError.HiddenFix.plain(f, 2 + random.nextInt(20)))
                        .toList(),
                shares,
                OVERLAP,
                facts));
        said.add(text);
        products.add(product);
    }

    private static void fix(Shelf shelf, String key, String title, String thing, int minutes) {
        shelf.add("fix", key, title, """
                ---
                fix: %1$s
                title: "%2$s"
                minutes: %4$d
                ---
                The %3$s hangs.

                ## Let the %3$s go
                ```sh
                %3$sctl free --all
                ```
                - Expect: `free`

                ## Look at the %3$s
                Ask the caller to read out what the %3$s says.
                """.formatted(key, title, thing, minutes));
    }

    /** A runbook that tries what others try. */
    static String text(String key, String title) {
        List<String> fixes =
                IntStream.range(0, 3).mapToObj(i -> "berth-ledger-held-" + i).toList();
        return text(key, title, title + " at once", fixes, false);
    }

    private static void error(Shelf shelf, String key, String title, String message, List<String> fixes, boolean asks) {
        shelf.add("error", key, title, text(key, title, message, fixes, asks));
    }

    private static String text(String key, String title, String message, List<String> fixes, boolean asks) {
        StringBuilder text =
                new StringBuilder("""
                ---
                error: %s
                title: "%s"
                phases: [launch]
                products: ["%s"]
                %s---
                What it says.

                ## Recognise
                - Message: `%s`

                """.formatted(key, title, PRODUCT, asks ? "tells: [other_packages]\n" : "", message));
        if (asks) {
            text.append("""
                    ## Ask
                    1. Does another package update on the same device?
                       - Sets: `other_packages`
                       - Choices: yes, no
                       - Minutes: 2

                    """);
        }
        text.append("## Try\n");
        for (int i = 0; i < fixes.size(); i++) {
            text.append(
                    "%d. [%s](../fixes/%s.md)\n".formatted(i + 1, fixes.get(i).replace('-', ' '), fixes.get(i)));
        }
        return text.append("\n## Verify\n1. Look at it.\n").toString();
    }
}
