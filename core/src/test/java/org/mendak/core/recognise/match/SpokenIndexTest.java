package org.mendak.core.recognise.match;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.mendak.core.recognise.words.CommonWords;
import org.mendak.core.recognise.words.SpokenTerms;
import org.mendak.core.recognise.words.SpokenWords;
import org.mendak.core.recognise.words.WorldTerms;

class SpokenIndexTest {

    private static long[] terms(String text) {
        return SpokenTerms.of(SpokenWords.of(text));
    }

    /** By the definition, term by term, without an index. */
    private static double byDefinition(List<long[]> texts, int document, long[] query) {
        double length = texts.stream().mapToInt(t -> t.length).average().orElseThrow();
        double all = texts.size() + CommonWords.WORLD;
        double norm = 1.8 / (1 + 0.8 * (0.4 + 0.6 * texts.get(document).length / length));
        double sum = 0;
        for (long q : query) {
            double in = texts.stream().filter(t -> has(t, q)).count() + CommonWords.WORLD * WorldTerms.share(q);
            if (has(texts.get(document), q)) {
                sum += Math.log(1 + (all - Math.min(all, in) + 0.5) / (in + 0.5)) * SpokenTerms.counts(q);
            }
        }
        return sum * norm;
    }

    private static boolean has(long[] terms, long term) {
        return IntStream.range(0, terms.length).anyMatch(i -> terms[i] == term);
    }

    @Test
    void scoresAreThoseOfTheDefinition() {
        String[] words = "stage seal board chart folder missing cannot open full line store page".split(" ");
        Random random = new Random(3);
        List<long[]> texts =
                IntStream.range(0, 30).mapToObj(i -> terms(text(words, random))).toList();
        SpokenIndex index = new SpokenIndex(texts, null);
        for (int i = 0; i < 20; i++) {
            long[] query = terms(text(words, random));
            float[] scores = index.ask(query).scores();
            for (int d = 0; d < texts.size(); d++) {
                assertThat((double) scores[d]).isCloseTo(byDefinition(texts, d, query), within(1e-3));
            }
        }
    }

    private static String text(String[] words, Random random) {
        StringBuilder s = new StringBuilder();
        for (int i = random.nextInt(6) + 2; i > 0; i--) {
            s.append(words[random.nextInt(words.length)]).append(' ');
        }
        return s.toString();
    }

    @Test
    void eachTermCountsWhereItCountsMost() {
        SpokenIndex index = new SpokenIndex(List.of(terms("chart held"), terms("chart in use")), null);
        SpokenIndex.TextTerms asked = index.ask(terms("chart"));
        SpokenIndex.Common one = asked.common(new int[] {0}, new float[] {1});
        SpokenIndex.Common both = asked.common(new int[] {0, 1}, new float[] {1, 0.5f});
        assertThat(both.shared()).isEqualTo(one.shared());
        assertThat(both.ofText()).isEqualTo(1);
    }

    @Test
    void whatTheRestOfTheLibraryHasCountsForWhatATermIsWorth() {
        SpokenIndex base = new SpokenIndex(List.of(terms("quay closed"), terms("quay open")), null);
        float rare = new SpokenIndex(List.of(terms("quay taken")), null).nats("quay");
        assertThat(new SpokenIndex(List.of(terms("quay taken")), base).nats("quay"))
                .isLessThan(rare);
    }

    @Test
    void anEmptyIndexKnowsNothing() {
        SpokenIndex index = new SpokenIndex(List.of(), null);
        assertThat(index.ask(terms("anything")).scores()).isEmpty();
    }
}
