package org.mendak.bench.recognition;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;

/**
 * A text to be recognised and what is right.
 *
 * @param known the known error that it was made of; null for a text that no known error has
 * @param noise null for such a text
 * @param values what stands in the text for the message's placeholders
 */
record Trial(Corpus.Known known, Noise noise, String text, Map<String, String> values, boolean ordinary) {

    /** Texts of each noise, made of the known errors of one half. */
    static List<Trial> positives(Corpus corpus, List<Corpus.Known> library, boolean fitting, int each, long seed) {
        Random random = new Random(seed);
        List<Corpus.Known> half =
                library.stream().filter(k -> k.fitting() == fitting).toList();
        List<Corpus.Known> coded =
                half.stream().filter(k -> !k.code().isEmpty()).toList();
        List<String> lines = ordinaryLines(corpus, fitting, 4_000, random);
        List<Trial> trials = new ArrayList<>();
        for (Noise noise : Noise.values()) {
            List<Corpus.Known> from = switch (noise) {
                case CODE -> coded;
                case SAID ->
                    coded.stream().filter(k -> Aloud.canBeSaid(k.code())).toList();
                default -> half;
            };
            for (int i = 0; i < each && !from.isEmpty(); i++) {
                Corpus.Known k = from.get(random.nextInt(from.size()));
                Message.Filled f = noise.apply(k, k.message().fill(random), lines, random);
                trials.add(new Trial(k, noise, f.text(), f.values(), false));
            }
        }
        return trials;
    }

    /** Unknown errors, clean or behind a log prefix. */
    static List<Trial> unknown(Corpus corpus, boolean fitting, int count, long seed) {
        Random random = new Random(seed);
        List<Trial> trials = new ArrayList<>();
        for (int i = fitting ? 0 : 1; i < corpus.unknown().size() && trials.size() < count; i += 2) {
            String text = corpus.unknown().get(i).fill(random).text();
            trials.add(
                    new Trial(null, null, random.nextBoolean() ? text : Noise.prefix(random) + text, Map.of(), false));
        }
        return trials;
    }

    /** Ordinary log lines. */
    static List<Trial> ordinary(Corpus corpus, boolean fitting, int count, long seed) {
        return ordinaryLines(corpus, fitting, count, new Random(seed)).stream()
                .map(line -> new Trial(null, null, line, Map.of(), true))
                .toList();
    }

    private static List<String> ordinaryLines(Corpus corpus, boolean fitting, int count, Random random) {
        List<String> lines = new ArrayList<>();
        List<Message> all = corpus.ordinary();
        int half = all.size() / 2;
        for (int i = 0; i < count; i++) {
            Message m = all.get(random.nextInt(half) * 2 + (fitting ? 0 : 1));
            lines.add(Noise.quietPrefix(random) + m.fill(random).text());
        }
        return lines;
    }
}
