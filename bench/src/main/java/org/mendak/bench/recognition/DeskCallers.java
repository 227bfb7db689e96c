package org.mendak.bench.recognition;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;

/**
 * A simulated desk and how its callers talk. They half remember messages, with words of their own for some of the message's; or they
 * say what they see, in words that the message has none of but that other messages may have; or they paste the message.
 */
final class DeskCallers {

    /** How a caller puts it. */
    enum Way {
        HALF_REMEMBERED,
        OWN_WORDS,
        PASTED
    }

    private static final int WORDS_OF_ONES_OWN = 8;
    private static final String[] AROUND = {
        "it just",
        "since this morning",
        "whenever I try",
        "and then nothing",
        "again",
        "for everybody here",
        "on the second one",
        "my colleague has it too",
        "suddenly",
        "after the update",
        "please help",
        "no idea why"
    };
    private static final String CONSONANTS = "bdfgklmnprstvz";
    private static final String VOWELS = "aeiou";

    /** What this desk calls a word of messages. */
    private final Map<String, String> habits = new HashMap<>();
    /** By known error what callers see. */
    private final Map<String, List<String>> seen = new HashMap<>();

    DeskCallers(List<Corpus.Known> met, List<Message> elsewhere, Random random) {
        List<String> vocabulary = elsewhere.stream()
                .flatMap(m -> m.words().stream())
                .filter(w -> w.length() > 3)
                .distinct()
                .sorted()
                .toList();
        for (Corpus.Known k : met) {
            for (String w : k.message().words()) {
                if (w.length() > 4 && !habits.containsKey(w)) {
                    habits.put(w, random.nextInt(10) < 3 ? invented(random) : w);
                }
            }
            List<String> own = new ArrayList<>();
            while (own.size() < WORDS_OF_ONES_OWN) {
                own.add(vocabulary.get(random.nextInt(vocabulary.size())));
            }
            seen.put(k.key(), own);
        }
    }

    private static String invented(Random random) {
        StringBuilder w = new StringBuilder();
        for (int syllables = 2 + random.nextInt(2); syllables > 0; syllables--) {
            w.append(CONSONANTS.charAt(random.nextInt(CONSONANTS.length())))
                    .append(VOWELS.charAt(random.nextInt(VOWELS.length())));
        }
        return w.append(CONSONANTS.charAt(random.nextInt(CONSONANTS.length()))).toString();
    }

    String call(Corpus.Known k, Way way, Random random) {
        return switch (way) {
            case PASTED -> k.message().fill(random).text();
            case HALF_REMEMBERED -> {
                String retold = Noise.RETOLD
                        .apply(k, k.message().fill(random), List.of(), random)
                        .text();
                List<String> said = new ArrayList<>();
                for (String w : retold.split(" ")) {
                    said.add(random.nextInt(10) < 7 ? habits.getOrDefault(w.toLowerCase(java.util.Locale.ROOT), w) : w);
                }
                yield String.join(" ", said);
            }
            case OWN_WORDS -> {
                List<String> said = new ArrayList<>(seen.get(k.key()));
                Collections.shuffle(said, random);
                said = new ArrayList<>(said.subList(0, 3 + random.nextInt(3)));
                for (int i = 1 + random.nextInt(2); i > 0; i--) {
                    said.add(random.nextInt(said.size() + 1), AROUND[random.nextInt(AROUND.length)]);
                }
                yield String.join(" ", said);
            }
        };
    }
}
