package org.mendak.core.review;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Signature;

/**
 * What is looked up on a shelf at each pause in typing.
 *
 * @param asked the names that a question of any document sets
 * @param used the fixes that any document tries, rules out or runs as a part
 * @param users the known errors that try a fix, by its key
 * @param twins the fixes that have one of {@link #traits}
 * @param aliases the earlier names of fixes
 * @param codes the known errors that have a code, by the code in small letters
 * @param samples every sample, in the order of their errors' keys
 * @param byWord the places in {@code samples} of those that have a word
 */
record ShelfIndex(
        Set<String> asked,
        Set<String> used,
        Map<String, List<String>> users,
        Map<String, List<String>> twins,
        Set<String> aliases,
        Map<String, List<String>> codes,
        List<Sample> samples,
        Map<String, int[]> byWord) {

    /** A sample and the error that it is of. */
    record Sample(KnownError error, String text) {}

    private static final Pattern WORD = Pattern.compile("[\\p{L}\\p{N}]{3,}");

    /** A word that stands in more samples than this says nothing about which is meant. */
    private static final int COMMON = 4_000;

    /** As many samples as have most in common are looked at closer. */
    private static final int MOST = 60;

    static ShelfIndex of(Shelf shelf) {
        Set<String> asked = new HashSet<>();
        Set<String> used = new HashSet<>();
        Set<String> aliases = new HashSet<>();
        Map<String, List<String>> users = new HashMap<>();
        Map<String, List<String>> twins = new HashMap<>();
        Map<String, List<String>> codes = new HashMap<>();
        List<Sample> samples = new ArrayList<>();
        Map<String, List<Integer>> byWord = new HashMap<>();
        for (KnownError e : shelf.errors().values().stream()
                .sorted(Comparator.comparing(KnownError::key))
                .toList()) {
            e.questions().forEach(q -> asked.add(q.sets()));
            e.tries().forEach(t -> {
                used.add(t.fix());
                users.computeIfAbsent(t.fix(), k -> new ArrayList<>(1)).add(e.key());
            });
            e.ruledOut().forEach(r -> used.add(r.fix()));
            for (Signature s : e.signatures()) {
                if (s.kind() == Signature.Kind.CODE) {
                    codes.computeIfAbsent(code(s.text()), k -> new ArrayList<>())
                            .add(e.key());
                }
            }
            for (KnownError.Sample s : e.samples()) {
                for (String w : words(s.text())) {
                    byWord.computeIfAbsent(w, k -> new ArrayList<>(2)).add(samples.size());
                }
                samples.add(new Sample(e, s.text()));
            }
        }
        for (Fix f : shelf.fixes().values()) {
            aliases.addAll(f.aliases());
            traits(f)
                    .forEach(t ->
                            twins.computeIfAbsent(t, k -> new ArrayList<>(1)).add(f.key()));
            for (Fix.Step s : f.steps()) {
                s.asks().forEach(a -> asked.add(a.sets()));
                if (s.part() != null && !s.part().fix().equals(f.key())) {
                    used.add(s.part().fix());
                }
            }
        }
        Map<String, int[]> places = new HashMap<>();
        byWord.forEach((w, at) -> places.put(w, at.stream().mapToInt(i -> i).toArray()));
        return new ShelfIndex(asked, used, users, twins, aliases, codes, samples, places);
    }

    /** What two fixes that do the same have in common: the words of the title in any order, or all the commands. */
    static List<String> traits(Fix f) {
        List<String> traits = new ArrayList<>();
        String title = words(f.title()).stream().sorted().collect(Collectors.joining(" "));
        if (!title.isEmpty()) {
            traits.add("title " + title);
        }
        String commands = f.steps().stream()
                .flatMap(s -> s.fences().stream())
                .map(c -> c.text().strip().replaceAll("\\s+", " "))
                .collect(Collectors.joining("\n"));
        if (commands.length() >= 12) {
            traits.add("does " + commands);
        }
        return traits;
    }

    static String code(String text) {
        return text.toLowerCase(Locale.ROOT);
    }

    /** The words of all that known errors are recognised by, their titles too; null for none. */
    static Set<String> wordsOf(KnownError... errors) {
        Set<String> all = new HashSet<>();
        for (KnownError e : errors) {
            if (e != null) {
                all.addAll(words(e.title()));
                e.signatures()
                        .forEach(s -> all.addAll(words(
                                s.template() == null ? s.text() : s.template().literals())));
            }
        }
        return all;
    }

    /** Whether a text has two of these words; one will do if they are few. */
    static boolean shareWords(Set<String> said, String text) {
        int wanted = said.size() < 4 ? 1 : 2;
        Set<String> met = new HashSet<>();
        Matcher m = WORD.matcher(text.toLowerCase(Locale.ROOT));
        while (m.find() && met.size() < wanted) {
            if (said.contains(m.group())) {
                met.add(m.group());
            }
        }
        return met.size() >= wanted;
    }

    private static Set<String> words(String text) {
        Set<String> words = new HashSet<>();
        Matcher m = WORD.matcher(text.toLowerCase(Locale.ROOT));
        while (m.find()) {
            words.add(m.group());
        }
        return words;
    }

    /**
     * The samples that these signatures may match: those that have most of the words of one of them, or its code. Linear in the samples
     * that have a word in common with them.
     */
    List<Sample> near(List<Signature> signatures) {
        Map<Integer, Double> shares = new HashMap<>();
        for (Signature s : signatures) {
            Set<String> words =
                    words(s.template() == null ? s.text() : s.template().literals());
            Map<Integer, Integer> met = new HashMap<>();
            for (String w : words) {
                int[] places = byWord.getOrDefault(w, new int[0]);
                if (places.length <= COMMON) {
                    for (int at : places) {
                        met.merge(at, 1, Integer::sum);
                    }
                }
            }
            met.forEach((at, n) -> shares.merge(at, n / (double) words.size(), Math::max));
        }
        return shares.entrySet().stream()
                .filter(e -> e.getValue() >= 0.34)
                .sorted(Map.Entry.<Integer, Double>comparingByValue()
                        .reversed()
                        .thenComparing(Map.Entry.comparingByKey()))
                .limit(MOST)
                .map(e -> samples.get(e.getKey()))
                .toList();
    }
}
