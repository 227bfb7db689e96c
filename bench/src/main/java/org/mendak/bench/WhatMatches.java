package org.mendak.bench;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.function.Function;
import java.util.stream.IntStream;
import org.mendak.core.recognise.Recogniser;
import org.mendak.core.recognise.Recognition;
import org.mendak.core.review.ByWords;
import org.mendak.core.review.Rehearsal;
import org.mendak.core.review.Shelf;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.core.runbook.Signature;

/** How long it takes to tell what a known error would match, and to take up a shelf that differs in one document. */
final class WhatMatches {

    private static final int TEXTS = 2_000;
    private static final int RIVALS = 4;
    private static final int MOST = 24;
    /** Each of them looks up some fifty texts in a library of 20,000 errors. */
    private static final int FEW = 40;

    private WhatMatches() {}

    /** @param texts of the known errors of the shelf, by their numbers */
    static void measure(Shelf shelf, List<String> texts) {
        Map<String, KnownError> errors = shelf.errors();
        Recogniser library = Recogniser.of(errors.values());
        Random random = new Random(16);
        ByWords<Rehearsal.Past> said = ByWords.of(
                IntStream.range(0, TEXTS)
                        .mapToObj(i -> {
                            KnownError e = errors.get("error-" + random.nextInt(texts.size()));
                            return new Rehearsal.Past(
                                    i + 1L, e.key(), e.samples().get(0).text().replace(" x", " y"));
                        })
                        .toList(),
                Rehearsal.Past::text);
        Map<String, List<KnownError>> kept = new HashMap<>();
        Function<String, List<KnownError>> asked =
                t -> library.recognise(new Recogniser.Query(t, null, null, null)).candidates().stream()
                        .limit(RIVALS)
                        .map(Recognition.Candidate::error)
                        .map(errors::get)
                        .toList();
        double[] first = Writing.times(FEW, i -> match(shelf, said, texts, i, asked));
        double[] again = Writing.times(FEW, i -> match(shelf, said, texts, i, t -> kept.computeIfAbsent(t, asked)));
        System.out.printf(
                "What it would match, among %,d texts and the samples of %,d errors: %.1f ms, %.1f for 95 of 100, where each text is"
                        + " looked up in the library; %.1f and %.1f where that is known from the pause before.%n",
                TEXTS,
                errors.size(),
                Writing.at(first, 50),
                Writing.at(first, 95),
                Writing.at(again, 50),
                Writing.at(again, 95));
        double[] other = Writing.times(i -> shelf.with(
                        DocumentKind.ERROR,
                        Map.of("error-" + i, RunbookParser.parse(DocumentKind.ERROR, "error-" + i, texts.get(i))))
                .hasFix("fix-1"));
        double whole = Writing.once(i -> new Shelf(shelf.fixes(), shelf.errors(), shelf.vocabulary()).usersOf("fix-1"));
        System.out.printf(
                "A shelf that differs in one document: %.1f ms, %.1f for 95 of 100; made anew as a whole %.0f ms, %.0f times as long.%n",
                Writing.at(other, 50), Writing.at(other, 95), whole, whole / Writing.at(other, 50));
    }

    private static void match(
            Shelf shelf,
            ByWords<Rehearsal.Past> said,
            List<String> texts,
            int i,
            Function<String, List<KnownError>> rivals) {
        String key = "error-" + i;
        KnownError published = shelf.errors().get(key);
        KnownError edited = RunbookParser.parse(
                        DocumentKind.ERROR, key, texts.get(i).replace("{what:word} ", ""))
                .error();
        List<Signature> by = Rehearsal.signatures(edited, published);
        Rehearsal.of(edited, published, rivals, said.near(by, MOST), () -> {});
        Rehearsal.of(edited, published, rivals, shelf.samplesNear(edited, by, MOST), () -> {});
    }
}
