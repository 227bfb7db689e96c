package org.mendak.bench.recognition;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.stream.IntStream;
import org.mendak.core.language.Parsed;
import org.mendak.core.language.Template;
import org.mendak.core.recognise.Recogniser;
import org.mendak.core.recognise.Recognition;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Signature;
import org.mendak.core.shapes.Common;

/** How well the messages serve that are made of a few texts each: found again in new texts, and stealing from nobody. */
final class Drafted {

    private static final int LIBRARY = 1_000;
    private static final int HELD_OUT = 400;
    private static final int NEW_TEXTS = 5;
    private static final int[] TEXTS = {1, 2, 3, 5};

    private Drafted() {}

    static void measure(Path folder) throws IOException, InterruptedException {
        Corpus corpus = Corpus.build(folder);
        List<Message> unknown = new ArrayList<>(corpus.unknown());
        Collections.shuffle(unknown, new Random(5));
        List<Message> heldOut = unknown.subList(0, HELD_OUT);
        List<Corpus.Known> library = corpus.sample(LIBRARY);
        System.out.println(
                "| made of | found again, first | recognised | stolen from others | by the true message: first | recognised |"
                        + " stolen |\n|---|---|---|---|---|---|---|");
        Row right =
                row(library, heldOut, heldOut.stream().map(Message::template).toList());
        for (int n : TEXTS) {
            Random random = new Random(40 + n);
            List<Template> made = new ArrayList<>();
            int wrong = 0;
            for (Message m : heldOut) {
                String written = Common.of(IntStream.range(0, n)
                                .mapToObj(i -> m.fill(random).text())
                                .toList())
                        .template();
                Parsed<Template> t = Template.parse(written);
                wrong += t.ok() ? 0 : 1;
                made.add(t.ok() ? t.value() : null);
            }
            Row r = row(library, heldOut, made);
            System.out.printf(
                    Locale.ROOT, "| %d texts (%d not readable) | %s | %s |%n", n, wrong, r.said(), right.said());
        }
    }

    private record Row(double first, double recognised, double stolen) {
        String said() {
            return String.format(
                    Locale.ROOT, "%.1f %% | %.1f %% | %.2f %%", 100 * first, 100 * recognised, 100 * stolen);
        }
    }

    private static Row row(List<Corpus.Known> library, List<Message> heldOut, List<Template> made) {
        List<KnownError> all =
                new ArrayList<>(library.stream().map(Corpus.Known::error).toList());
        for (int i = 0; i < made.size(); i++) {
            if (made.get(i) != null) {
                all.add(error("made" + i, made.get(i)));
            }
        }
        Recogniser recogniser = Recogniser.of(all);
        Random random = new Random(9);
        int first = 0;
        int recognised = 0;
        for (int i = 0; i < heldOut.size(); i++) {
            for (int n = 0; n < NEW_TEXTS; n++) {
                List<Recognition.Candidate> c =
                        candidates(recogniser, heldOut.get(i).fill(random).text());
                boolean its = !c.isEmpty() && c.get(0).error().equals("made" + i);
                first += its ? 1 : 0;
                recognised += its && c.get(0).recognised() ? 1 : 0;
            }
        }
        int stolen = 0;
        int texts = 0;
        for (Corpus.Known k : library) {
            for (int n = 0; n < NEW_TEXTS; n++) {
                List<Recognition.Candidate> c =
                        candidates(recogniser, k.message().fill(random).text());
                stolen += !c.isEmpty() && c.get(0).error().startsWith("made") ? 1 : 0;
                texts++;
            }
        }
        double of = heldOut.size() * (double) NEW_TEXTS;
        return new Row(first / of, recognised / of, stolen / (double) texts);
    }

    private static List<Recognition.Candidate> candidates(Recogniser recogniser, String text) {
        return recogniser
                .recognise(new Recogniser.Query(text, null, null, null))
                .candidates();
    }

    private static KnownError error(String key, Template t) {
        return KnownError.recognisedBy(
                key, List.of(), List.of(new Signature(Signature.Kind.MESSAGE, t.source(), t, 1)));
    }
}
