package org.mendak.bench.recognition;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.mendak.core.recognise.Recogniser;
import org.mendak.core.recognise.Recognition;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Signature;

/** What Mendak and full-text search make of the same samples in the same library. */
final class Measured {

    private static final int WARM_UP = 1_500;

    private final Recogniser recogniser;
    private final Bm25 words;
    private final Bm25 pieces;
    private final Map<String, Tally> positives = new LinkedHashMap<>();
    private final Map<String, Tally> negatives = new LinkedHashMap<>();
    private final List<Double> said = new ArrayList<>();
    private final List<Boolean> right = new ArrayList<>();

    private Measured(List<KnownError> library, Recogniser recogniser) throws IOException {
        this.recogniser = recogniser;
        Map<String, String> texts = new LinkedHashMap<>();
        library.forEach(e -> texts.put(e.key(), text(e)));
        words = Bm25.words(texts);
        pieces = Bm25.pieces(texts);
    }

    /** Prints tables of these samples. */
    static void print(List<KnownError> library, Recogniser recogniser, List<Sample> samples) throws IOException {
        Measured m = new Measured(library, recogniser);
        for (int i = 0; i < WARM_UP; i++) {
            recogniser.recognise(
                    Accuracy.query(samples.get(i * 7919 % samples.size()).text()));
        }
        samples.forEach(m::measure);
        m.print();
    }

    private static String text(KnownError e) {
        StringBuilder all = new StringBuilder(e.title().equals(e.key()) ? "" : e.title())
                .append(' ')
                .append(e.intro());
        for (Signature s : e.signatures()) {
            all.append(' ').append(s.words());
        }
        return all.toString();
    }

    private void measure(Sample s) {
        Tally tally = (s.positive() ? positives : negatives).computeIfAbsent(s.noise(), k -> new Tally());
        long begun = System.nanoTime();
        Recognition r = recogniser.recognise(Accuracy.query(s.text()));
        tally.time(System.nanoTime() - begun);
        List<Recognition.Candidate> shown = Recognition.shown(r.candidates());
        tally.count(Tally.What.ALL, true);
        Recognition.Band band = shown.isEmpty() ? null : shown.get(0).band();
        tally.count(Tally.What.RECOGNISED, band == Recognition.Band.RECOGNISED);
        tally.count(Tally.What.PERHAPS, band == Recognition.Band.PERHAPS);
        tally.count(Tally.What.GUESSED, band == Recognition.Band.GUESS);
        List<String> ranked = recogniser.explain(Accuracy.query(s.text())).stream()
                .map(Recogniser.Explanation::error)
                .toList();
        List<String> keys = shown.stream().map(Recognition.Candidate::error).toList();
        boolean first = isRight(s, keys, 1);
        tally.count(Tally.What.RECOGNISED_RIGHT, band == Recognition.Band.RECOGNISED && first);
        two(tally, s, ranked, Tally.What.RANKED_FIRST, Tally.What.RANKED_THREE);
        two(tally, s, keys, Tally.What.SHOWN_FIRST, Tally.What.SHOWN_THREE);
        if (s.positive()) {
            two(tally, s, keys(words, s), Tally.What.WORDS_FIRST, Tally.What.WORDS_THREE);
            two(tally, s, keys(pieces, s), Tally.What.PIECES_FIRST, Tally.What.PIECES_THREE);
            values(s, shown, tally);
        }
        if (band != null) {
            said.add(shown.get(0).probability());
            right.add(first);
        }
    }

    private static List<String> keys(Bm25 search, Sample s) {
        return search.search(s.text(), 3).stream().map(Bm25.Hit::key).toList();
    }

    private static void two(Tally tally, Sample s, List<String> keys, Tally.What first, Tally.What three) {
        tally.count(first, isRight(s, keys, 1));
        tally.count(three, isRight(s, keys, 3));
    }

    private static boolean isRight(Sample s, List<String> keys, int most) {
        return keys.stream().limit(most).anyMatch(k -> s.right().is(k));
    }

    /** Values of texts that were not recognised at all count as not recognised already. */
    private static void values(Sample s, List<Recognition.Candidate> shown, Tally tally) {
        shown.stream()
                .filter(c -> c.error().equals(s.expected()))
                .findFirst()
                .ifPresent(c -> s.values().forEach((name, value) -> {
                    tally.count(Tally.What.VALUES, true);
                    tally.count(
                            Tally.What.VALUES_RIGHT,
                            bare(value).equals(bare(c.captures().getOrDefault(name, ""))));
                }));
    }

    /** Without white space, case and outer quotation marks. */
    private static String bare(String value) {
        return value.replaceAll("\\s+", "")
                .replaceAll("^[\"'`\u2018\u2019\u201c\u201d]+|[\"'`\u2018\u2019\u201c\u201d]+$", "")
                .toLowerCase(java.util.Locale.ROOT);
    }

    private void print() {
        System.out.println(Tally.head());
        Tally all = new Tally();
        positives.forEach((noise, tally) -> {
            System.out.println(tally.row(noise));
            all.add(tally);
        });
        System.out.println(all.row("all") + "\n");
        System.out.println(Tally.headOfNone());
        negatives.forEach((noise, tally) -> System.out.println(tally.rowOfNone(noise)));
        double[] p = said.stream().mapToDouble(Double::doubleValue).toArray();
        boolean[] ok = new boolean[p.length];
        for (int i = 0; i < ok.length; i++) {
            ok[i] = right.get(i);
        }
        System.out.println("\n" + Tally.reliability(p, ok));
    }
}
