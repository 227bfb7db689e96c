package org.mendak.core.recognise.words;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Signature;

/** The words of a text as people speak them: contractions written out, so that "couldn't" and "could not" are the same. */
public final class SpokenWords {

    /** What may stand behind an apostrophe and says nothing by itself. */
    private static final Set<String> ENDINGS = Set.of("s", "re", "ve", "ll", "d", "m");

    /** Contractions as people type them in a hurry, and the two that change their first word. */
    private static final Map<String, String> WHOLE = Map.ofEntries(
            Map.entry("cannot", "can"),
            Map.entry("cant", "can"),
            Map.entry("wont", "will"),
            Map.entry("dont", "do"),
            Map.entry("doesnt", "does"),
            Map.entry("didnt", "did"),
            Map.entry("isnt", "is"),
            Map.entry("wasnt", "was"),
            Map.entry("arent", "are"),
            Map.entry("werent", "were"),
            Map.entry("couldnt", "could"),
            Map.entry("wouldnt", "would"),
            Map.entry("shouldnt", "should"),
            Map.entry("hasnt", "has"),
            Map.entry("havent", "have"),
            Map.entry("hadnt", "had"));

    private SpokenWords() {}

    /**
     * Spoken words, and where they come from.
     *
     * @param places for each of them the word of the text that it, or its second half, is
     */
    public record Text(List<String> words, List<Integer> places) {}

    public static List<String> of(String text) {
        List<Words.Word> words = new ArrayList<>();
        Words.read(text, 0, text.length(), words);
        return of(text, words).words();
    }

    /** The words of all messages and symptoms of an error, each once, in their order. */
    public static Set<String> of(KnownError error) {
        Set<String> words = new LinkedHashSet<>();
        error.signatures().stream()
                .filter(s -> s.kind() == Signature.Kind.MESSAGE || s.kind() == Signature.Kind.SYMPTOM)
                .forEach(s -> words.addAll(of(s.words())));
        return words;
    }

    /** The words of a text; {@code raw} is where they stand. */
    public static Text of(String raw, List<Words.Word> words) {
        List<String> spoken = new ArrayList<>(words.size() + 4);
        List<Integer> places = new ArrayList<>(words.size() + 4);
        for (int i = 0; i < words.size(); i++) {
            int place = i;
            Words.Word w = words.get(i);
            String ending = i + 1 < words.size() && isApostrophe(raw, w, words.get(i + 1))
                    ? words.get(i + 1).text()
                    : "";
            if (ending.equals("t") && w.text().length() > 2 && w.text().endsWith("n")) {
                spoken.add(
                        switch (w.text()) {
                            case "can" -> "can";
                            case "won" -> "will";
                            case "shan" -> "shall";
                            default -> w.text().substring(0, w.text().length() - 1);
                        });
                spoken.add("not");
                i++;
            } else if (ENDINGS.contains(ending)) {
                spoken.add(w.text());
                i++;
            } else if (WHOLE.containsKey(w.text())) {
                spoken.add(WHOLE.get(w.text()));
                spoken.add("not");
            } else {
                spoken.add(w.text());
            }
            while (places.size() < spoken.size()) {
                places.add(place);
            }
        }
        return new Text(spoken, places);
    }

    private static boolean isApostrophe(String raw, Words.Word before, Words.Word after) {
        return after.from() == before.to() + 1
                && (raw.charAt(before.to()) == '\'' || raw.charAt(before.to()) == '\u2019');
    }
}
