package org.mendak.bench.recognition;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Signature;

/**
 * Known errors with a message each, a quarter of them with a code as well; messages kept out as unknown errors; and ordinary log
 * lines. All is split into a part for fitting and a part for testing by template.
 *
 * @param known the known errors, in random order
 * @param unknown failure messages that no known error has; none has exactly the words of a known one
 * @param ordinary status messages, as lines of logs
 */
record Corpus(List<Known> known, List<Message> unknown, List<Message> ordinary) {

    private static final int KNOWN = 20_000;
    private static final int UNKNOWN = 8_000;
    private static final long SEED = 20_261_125;

    /** A known error of the corpus; {@code code} is empty if it has none; every second template is for fitting. */
    record Known(String key, Message message, String code, boolean shared, boolean fitting) {

        KnownError error() {
            List<Signature> signatures = new ArrayList<>();
            if (!code.isEmpty()) {
                signatures.add(new Signature(Signature.Kind.CODE, code, null, 1));
            }
            signatures.add(
                    new Signature(Signature.Kind.MESSAGE, message.template().source(), message.template(), 2));
            return KnownError.recognisedBy(key, List.of(), signatures);
        }
    }

    static Corpus build(Path folder) throws IOException, InterruptedException {
        Map<String, Message> distinct = new LinkedHashMap<>();
        for (String text : Catalogues.texts(folder)) {
            Message.of(text).ifPresent(m -> distinct.putIfAbsent(shape(m), m));
        }
        List<Message> failures =
                shuffled(distinct.values().stream().filter(Message::failure).toList());
        List<Message> status =
                shuffled(distinct.values().stream().filter(m -> !m.failure()).toList());
        List<Message> known = failures.subList(0, Math.min(KNOWN, failures.size() * 4 / 5));
        Set<Map<String, Integer>> bags =
                known.stream().map(Message::bag).collect(Collectors.toCollection(HashSet::new));
        List<Message> unknown = failures.subList(known.size(), failures.size()).stream()
                .filter(m -> !bags.contains(m.bag()))
                .limit(UNKNOWN)
                .toList();
        List<Message> ordinary =
                status.stream().filter(m -> !bags.contains(m.bag())).toList();
        System.out.printf(
                Locale.ROOT,
                "corpus: %,d distinct messages; %,d known errors, %,d unknown errors, %,d status messages%n",
                distinct.size(),
                known.size(),
                unknown.size(),
                ordinary.size());
        return new Corpus(coded(known), unknown, ordinary);
    }

    /** Messages that differ in nothing but case, white space and the names of values are one. */
    private static String shape(Message m) {
        return m.template()
                .source()
                .toLowerCase(Locale.ROOT)
                .replaceAll("\\{v\\d+:\\w+\\}", "{}")
                .replaceAll("[\\s'\"`]+", "");
    }

    private static List<Message> shuffled(List<Message> messages) {
        List<Message> all = new ArrayList<>(messages);
        Collections.shuffle(all, new Random(SEED));
        return all;
    }

    /** Gives a quarter of the known errors a code; one in ten of those shares it with the one before. */
    private static List<Known> coded(List<Message> messages) {
        Random random = new Random(SEED + 1);
        List<Known> known = new ArrayList<>();
        String last = "";
        Map<String, Integer> given = new HashMap<>();
        for (Message m : messages) {
            String code = "";
            if (random.nextInt(4) == 0) {
                code = !last.isEmpty() && random.nextInt(10) == 0 ? last : code(random);
                last = code;
                given.merge(code, 1, Integer::sum);
            }
            known.add(new Known("e" + known.size(), m, code, false, known.size() % 2 == 0));
        }
        return known.stream()
                .map(k -> new Known(k.key(), k.message(), k.code(), given.getOrDefault(k.code(), 0) > 1, k.fitting()))
                .toList();
    }

    private static String code(Random random) {
        int n = random.nextInt(1 << 24);
        return switch (random.nextInt(4)) {
            case 0 -> String.format(Locale.ROOT, "0x8F%06X", n);
            case 1 -> (char) ('A' + n % 26) + "" + (char) ('A' + n / 26 % 26) + "-" + (1_000 + n / 700 % 9_000);
            case 2 -> String.valueOf(200 + n % 60_000);
            default -> "E_" + NAMES[n % NAMES.length] + "_" + NAMES[n / 50 % NAMES.length] + n / 1_000 % 90;
        };
    }

    private static final String[] NAMES = {
        "STAGE", "SEAL", "AREA", "LINK", "SLOT", "CHART", "DECK", "BERTH", "QUAY", "TIDE"
    };

    /** A smaller library: every n-th known error of each half, so that {@code size} are left. */
    List<Known> sample(int size) {
        if (size >= known.size()) {
            return known;
        }
        int step = known.size() / size;
        List<Known> some = new ArrayList<>();
        for (int i = 0; some.size() < size && i < known.size(); i++) {
            if (i / 2 % step == 0) {
                some.add(known.get(i));
            }
        }
        return some;
    }
}
