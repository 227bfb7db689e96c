package org.mendak.bench.recognition;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Collectors;
import org.mendak.core.recognise.Prior;
import org.mendak.core.recognise.Recogniser;
import org.mendak.core.recognise.Recognition;
import org.mendak.core.recognise.Separation;
import org.mendak.core.runbook.KnownError;

/**
 * Keys to the right case with and without the question back. One key opens a candidate, a wrong one costs three more, and so does a
 * case that was not among those shown for each that was tried in vain, and ten more for looking it up; an answer costs one. Whoever
 * answers looks at the message; one answer in ten is wrong in the last column.
 */
public final class Questions {

    private static final int MOST_QUESTIONS = 3;
    private static final int WRONG = 3;
    private static final int LOOKED_UP = 10;
    private static final double MISTAKEN = 0.1;
    private static final int[] SIZES = {1_000, 20_000};

    private Questions() {}

    /** Prints the table for retellings by hand. */
    public static void measure(Path apartFolder) throws IOException {
        Optional<ApartCorpus> found = ApartCorpus.find(apartFolder);
        if (found.isEmpty()) {
            return;
        }
        ApartCorpus apart = found.get();
        System.out.println(
                "| known errors | texts | asked | keys without, all | with, all | without, where asked | with |"
                        + " with one answer in ten wrong | shown first before, where asked | after |\n"
                        + "|---|---|---|---|---|---|---|---|---|---|");
        for (int size : SIZES) {
            List<ApartCorpus.Row> rows = apart.retellings();
            List<KnownError> library = apart.library(size, rows, 1);
            Map<String, KnownError> errors =
                    library.stream().collect(Collectors.toMap(KnownError::key, e -> e, (a, b) -> a, HashMap::new));
            row(Recogniser.of(library), errors, rows);
        }
    }

    private static void row(Recogniser recogniser, Map<String, KnownError> errors, List<ApartCorpus.Row> rows) {
        Random random = new Random(11);
        int all = 0;
        int asked = 0;
        double without = 0;
        double with = 0;
        double withoutAsked = 0;
        double withAsked = 0;
        double mistaken = 0;
        int firstBefore = 0;
        int firstAfter = 0;
        for (ApartCorpus.Row r : rows) {
            if (r.expected() == null || !errors.containsKey(r.expected())) {
                continue;
            }
            Call plain = new Call(recogniser, errors, r, 0, null);
            Call answered = new Call(recogniser, errors, r, MOST_QUESTIONS, null);
            all++;
            without += plain.keys;
            with += answered.keys;
            if (answered.questions > 0) {
                asked++;
                withoutAsked += plain.keys;
                withAsked += answered.keys;
                mistaken += new Call(recogniser, errors, r, MOST_QUESTIONS, random).keys;
                firstBefore += plain.first ? 1 : 0;
                firstAfter += answered.first ? 1 : 0;
            }
        }
        System.out.printf(
                Locale.ROOT,
                "| %,d | %d | %.1f %% | %.2f | %.2f | %.2f | %.2f | %.2f | %.1f %% | %.1f %% |%n",
                errors.size(),
                all,
                100.0 * asked / all,
                without / all,
                with / all,
                withoutAsked / asked,
                withAsked / asked,
                mistaken / asked,
                100.0 * firstBefore / asked,
                100.0 * firstAfter / asked);
    }

    /** One call, from the text to the right case. */
    private static final class Call {

        private final double keys;
        private final int questions;
        private final boolean first;

        Call(
                Recogniser recogniser,
                Map<String, KnownError> errors,
                ApartCorpus.Row row,
                int mostQuestions,
                Random mistakes) {
            String text = row.text();
            List<String> denied = new ArrayList<>();
            int asked = 0;
            while (true) {
                Recogniser.Query query = new Recogniser.Query(text, null, null, null, Prior.NONE, List.copyOf(denied));
                Recognition found = recogniser.recognise(query);
                Recognition shown = new Recognition(found.codes(), Recognition.shown(found.candidates()));
                Separation.Ask ask = asked == mostQuestions
                        ? null
                        : Separation.of(query, shown, errors).stream()
                                .filter(a -> a.kind() == Separation.Kind.WORD || a.kind() == Separation.Kind.CODE)
                                .findFirst()
                                .orElse(null);
                if (ask == null) {
                    List<String> order = shown.candidates().stream()
                            .map(Recognition.Candidate::error)
                            .toList();
                    int at = 0;
                    while (at < order.size() && !row.isRight(order.get(at))) {
                        at++;
                    }
                    keys = asked + 1 + WRONG * at + (at == order.size() ? LOOKED_UP : 0);
                    questions = asked;
                    first = at == 0 && !order.isEmpty();
                    return;
                }
                asked++;
                String answer = answer(ask, row.expected());
                if (mistakes != null && mistakes.nextDouble() < MISTAKEN) {
                    String right = answer;
                    answer = ask.answers().stream()
                            .map(Separation.Answer::value)
                            .filter(v -> !v.equals(right))
                            .findFirst()
                            .orElse(right);
                }
                if (answer.isEmpty()) {
                    ask.answers().stream()
                            .map(Separation.Answer::value)
                            .filter(v -> !v.isEmpty())
                            .forEach(denied::add);
                } else {
                    text = text.stripTrailing() + "\n" + answer;
                }
            }
        }

        /** What somebody says who looks at the message. */
        private static String answer(Separation.Ask ask, String right) {
            return ask.answers().stream()
                    .filter(a -> a.favours().contains(right))
                    .map(Separation.Answer::value)
                    .findFirst()
                    .orElse("");
        }
    }
}
