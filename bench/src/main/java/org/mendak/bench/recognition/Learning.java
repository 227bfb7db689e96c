package org.mendak.bench.recognition;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import org.mendak.core.recognise.CaseText;
import org.mendak.core.recognise.Recogniser;
import org.mendak.core.recognise.Recognition;
import org.mendak.core.runbook.KnownError;

/** What the desk's own words bring, and what they spoil: simulated desks with more and more cases, some of them under a wrong error. */
public final class Learning {

    private static final int MET = 300;
    private static final int NOT_MET = 300;
    private static final int CALLS_EACH = 2;
    private static final int UNKNOWN = 600;
    private static final int[] SIZES = {1_000, 20_000};
    private static final int[] CASES = {0, 1, 5, 20};
    private static final double[] WRONG = {0, 0.1};
    private static final long SEED = 77;

    private final Corpus corpus;
    private final List<Corpus.Known> met;
    private final List<Corpus.Known> notMet;
    private final DeskCallers desk;
    private final DeskCallers others;
    private final Recogniser untaught;

    private Learning(Corpus corpus, int size) {
        this.corpus = corpus;
        List<Corpus.Known> library = new ArrayList<>(corpus.sample(size));
        untaught = Recogniser.of(library.stream().map(Corpus.Known::error).toList());
        Random random = new Random(SEED);
        Collections.shuffle(library, random);
        met = library.subList(0, MET);
        notMet = library.subList(MET, MET + NOT_MET);
        desk = new DeskCallers(met, corpus.unknown(), random);
        others = new DeskCallers(notMet, corpus.unknown(), random);
    }

    /** Prints the tables; those of texts that others made only if {@code apart} is their folder. */
    public static void measure(Path folder, Path apart) throws IOException, InterruptedException {
        Corpus corpus = Corpus.build(folder);
        for (int size : SIZES) {
            System.out.printf(
                    Locale.ROOT,
                    "%n### A desk of %,d known errors, %d of them met; shown first / in the first three%n%n",
                    size,
                    MET);
            System.out.println("| cases of each | wrong | half remembered | in own words | not met, half remembered |"
                    + " unknown: recognised / perhaps |\n|---|---|---|---|---|---|");
            Learning learning = new Learning(corpus, size);
            for (double wrong : WRONG) {
                for (int cases : CASES) {
                    learning.row(cases, wrong);
                }
            }
        }
        ApartCorpus.find(apart).ifPresent(Learning::retold);
    }

    private void row(int cases, double wrong) {
        Recogniser taught = untaught.knowing(cases(cases, wrong));
        Random random = new Random(SEED + 1);
        Shown half = new Shown();
        Shown own = new Shown();
        Shown strangers = new Shown();
        Shown unknown = new Shown();
        for (int i = 0; i < CALLS_EACH; i++) {
            for (Corpus.Known k : met) {
                half.count(taught, desk.call(k, DeskCallers.Way.HALF_REMEMBERED, random), k.key());
                own.count(taught, desk.call(k, DeskCallers.Way.OWN_WORDS, random), k.key());
            }
            for (Corpus.Known k : notMet) {
                strangers.count(taught, others.call(k, DeskCallers.Way.HALF_REMEMBERED, random), k.key());
            }
        }
        for (int i = 0; i < UNKNOWN; i++) {
            Message m = corpus.unknown().get(i * 13 % corpus.unknown().size());
            Corpus.Known k = new Corpus.Known("", m, "", false, false);
            unknown.count(
                    taught,
                    Noise.RETOLD.apply(k, m.fill(random), List.of(), random).text(),
                    "");
        }
        System.out.printf(
                Locale.ROOT,
                "| %d | %.0f %% | %s | %s | %s | %.1f / %.1f |%n",
                cases,
                wrong * 100,
                half,
                own,
                strangers,
                unknown.percent(unknown.recognised),
                unknown.percent(unknown.perhaps));
    }

    /** Texts of ended cases, some of them under another error that the desk meets. */
    private List<CaseText> cases(int each, double wrong) {
        Random random = new Random(SEED + 2);
        List<CaseText> texts = new ArrayList<>();
        for (Corpus.Known k : met) {
            for (int i = 0; i < each; i++) {
                int way = random.nextInt(100);
                String text = desk.call(
                        k,
                        way < 15
                                ? DeskCallers.Way.PASTED
                                : way < 55 ? DeskCallers.Way.HALF_REMEMBERED : DeskCallers.Way.OWN_WORDS,
                        random);
                boolean right = random.nextDouble() >= wrong;
                String error = right ? k.key() : met.get(random.nextInt(MET)).key();
                texts.add(new CaseText(texts.size() + 1L, error, text, 1));
            }
        }
        return texts;
    }

    /** Retellings that others wrote, to a desk that has learned from twenty cases of each of 300 other errors. */
    private static void retold(ApartCorpus apart) {
        System.out.println("\n### Retellings by hand, to a desk that learned something else\n");
        System.out.println(
                "| known errors | cases | shown first / three | of none: recognised / perhaps |\n|---|---|---|---|");
        for (int size : SIZES) {
            List<KnownError> library = apart.library(size, apart.retold(), 1);
            Recogniser untaught = Recogniser.of(library);
            for (int cases : new int[] {0, 20}) {
                Random random = new Random(SEED + 3);
                List<CaseText> texts = new ArrayList<>();
                for (int i = 0; i < MET * cases; i++) {
                    KnownError e = library.get(library.size() - 1 - i % MET);
                    String text = apart.texts()
                            .get(random.nextInt(apart.texts().size()))
                            .text();
                    List<String> words = new ArrayList<>(List.of(text.strip().split("\\s+")));
                    Collections.shuffle(words, random);
                    texts.add(new CaseText(
                            i + 1L, e.key(), String.join(" ", words.subList(0, Math.min(8, words.size()))), 1));
                }
                Recogniser taught = untaught.knowing(texts);
                Shown positive = new Shown();
                Shown none = new Shown();
                apart.retold()
                        .forEach(r -> (r.expected() == null ? none : positive)
                                .count(taught, r.text(), r.expected() == null ? "" : r.expected()));
                System.out.printf(
                        Locale.ROOT,
                        "| %,d | %d | %s | %.1f / %.1f |%n",
                        size,
                        texts.size(),
                        positive,
                        none.percent(none.recognised),
                        none.percent(none.perhaps));
            }
        }
    }

    /** What was shown for some texts. */
    private static final class Shown {

        private int all;
        private int first;
        private int three;
        private int recognised;
        private int perhaps;

        void count(Recogniser recogniser, String text, String right) {
            List<Recognition.Candidate> shown =
                    Recognition.shown(recogniser.recognise(Accuracy.query(text)).candidates());
            int at = shown.stream().map(Recognition.Candidate::error).toList().indexOf(right);
            all++;
            first += at == 0 ? 1 : 0;
            three += at >= 0 && at < 3 ? 1 : 0;
            Recognition.Band band = shown.isEmpty() ? null : shown.get(0).band();
            recognised += band == Recognition.Band.RECOGNISED ? 1 : 0;
            perhaps += band == Recognition.Band.PERHAPS ? 1 : 0;
        }

        double percent(int n) {
            return 100.0 * n / all;
        }

        @Override
        public String toString() {
            return String.format(Locale.ROOT, "%.1f / %.1f", percent(first), percent(three));
        }
    }
}
