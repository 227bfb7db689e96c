package org.mendak.core.recognise;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.mendak.core.language.Template;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Signature;

/**
 * What to look for in logs: of every message its rarest literal fragment, of every code its notations, and the words that make a line
 * look like an error. Immutable; made once for a library.
 */
final class ScanIndex {

    private static final int LONGEST = 48;
    /** Fragments of less than eight bytes cost more to look for. */
    private static final double SHORT = 0.6;

    private static final List<String> ERROR_WORDS = List.of(
            "error",
            "fail",
            "fatal",
            "exception",
            "cannot",
            "can't",
            "could not",
            "unable to",
            "denied",
            "refused",
            "panic",
            "abort",
            "critical",
            "severe",
            "not found",
            "no such",
            "invalid",
            "timed out",
            "timeout",
            "corrupt",
            "unreachable");

    /** A message to look for; {@code segment} is where its words are. */
    record Message(Segment segment, Segment.Entry entry, String[] words) {

        /** The share of the words' weight that stands in a line in order, in [0, 1]; the line in lower case. */
        float inOrder(String line) {
            float there = 0;
            int at = 0;
            for (int i = 0; i < words.length; i++) {
                int found = line.indexOf(words[i], at);
                if (found >= 0) {
                    there += segment.weight(entry.words()[i]);
                    at = found + words[i].length();
                }
            }
            return (float) (there / Math.max(1e-6, entry.weight()));
        }
    }

    final Fragments fragments;
    /** By fragment: the messages that have it. */
    final List<List<Message>> messages = new ArrayList<>();
    /** By fragment: the known errors that have it as a code. */
    final List<List<KnownError>> codes = new ArrayList<>();
    /** By fragment: whether it is an error word. */
    final List<Boolean> errorWord = new ArrayList<>();

    private final Map<String, Integer> numbers = new LinkedHashMap<>();

    ScanIndex(List<Segment> segments, Set<String> hidden) {
        Map<String, Integer> uses = new HashMap<>();
        for (Segment s : segments) {
            for (Segment.Entry e : s.entries) {
                if (e.signature().kind() == Signature.Kind.MESSAGE
                        && !(s == segments.get(0) && hidden.contains(e.error().key()))) {
                    message(s, e, uses);
                }
            }
        }
        for (Segment s : segments) {
            s.codes((text, owner) -> {
                if (s != segments.get(0) || !hidden.contains(owner.key())) {
                    notations(text).forEach(n -> codes.get(number(n)).add(owner));
                }
            });
        }
        ERROR_WORDS.forEach(w -> errorWord.set(number(w), true));
        fragments = new Fragments(numbers.keySet().stream()
                .map(f -> f.getBytes(StandardCharsets.UTF_8))
                .toList());
    }

    List<String> texts() {
        return List.copyOf(numbers.keySet());
    }

    private int number(String fragment) {
        Integer known = numbers.get(fragment);
        if (known != null) {
            return known;
        }
        numbers.put(fragment, messages.size());
        messages.add(new ArrayList<>(1));
        codes.add(new ArrayList<>(0));
        errorWord.add(false);
        return messages.size() - 1;
    }

    private void message(Segment segment, Segment.Entry entry, Map<String, Integer> uses) {
        String best = "";
        double most = 0;
        for (Template.Part p : entry.template().parts()) {
            if (p instanceof Template.Literal l) {
                for (String f : runs(l.text())) {
                    double worth = worth(f, segment) / (1 + uses.getOrDefault(f, 0));
                    if (worth > most) {
                        most = worth;
                        best = f;
                    }
                }
            }
        }
        if (best.isEmpty()) {
            return; // its literals are too short to be looked for
        }
        uses.merge(best, 1, Integer::sum);
        String[] words = new String[entry.words().length];
        for (int i = 0; i < words.length; i++) {
            words[i] = segment.lexicon.word(entry.words()[i]);
        }
        messages.get(number(best)).add(new Message(segment, entry, words));
    }

    /** How rare a fragment is: its words' weights, half for words that it has only a part of. */
    private static double worth(String fragment, Segment segment) {
        double worth = 0.01 * fragment.length();
        for (String w : Words.of(fragment)) {
            int id = segment.lexicon.find(w);
            worth += id < 0 ? 1 : segment.weight(id);
        }
        return fragment.length() < Fragments.LONG_FROM ? worth * SHORT : worth;
    }

    /** Runs of whole words of a literal in lower case that can be looked for; longer ones before shorter ones. */
    private static List<String> runs(String literal) {
        Set<String> runs = new LinkedHashSet<>();
        String text = literal.toLowerCase(Locale.ROOT);
        List<int[]> words = new ArrayList<>();
        int at = 0;
        while (at < text.length()) {
            while (at < text.length() && isGap(text.charAt(at))) {
                at++;
            }
            int end = at;
            while (end < text.length() && !isGap(text.charAt(end))) {
                end++;
            }
            if (end > at) {
                words.add(new int[] {at, end});
            }
            at = end;
        }
        for (int i = 0; i < words.size(); i++) {
            for (int k = i; k < words.size(); k++) {
                int from = words.get(i)[0];
                int to = words.get(k)[1];
                String run = text.substring(from, to);
                boolean plain = k == i || plainGaps(text, words, i, k);
                if (!plain || run.length() > LONGEST && k > i) {
                    break;
                }
                if (run.length() >= Fragments.SHORTEST) {
                    runs.add(run.length() > LONGEST ? run.substring(0, LONGEST) : run);
                }
            }
        }
        return new ArrayList<>(runs);
    }

    /** White space and quotation marks may stand otherwise in the log. */
    private static boolean isGap(char c) {
        return PreparedText.squeeze(String.valueOf(c)).isEmpty();
    }

    private static boolean plainGaps(String text, List<int[]> words, int first, int last) {
        for (int i = first; i < last; i++) {
            if (words.get(i + 1)[0] - words.get(i)[1] != 1 || text.charAt(words.get(i)[1]) != ' ') {
                return false;
            }
        }
        return true;
    }

    /** A code as logs may write it, in lower case. */
    private static Set<String> notations(String code) {
        Set<String> all = new LinkedHashSet<>();
        String lower = code.strip().toLowerCase(Locale.ROOT);
        all.add(lower);
        all.add(lower.replace("-", ""));
        all.add(lower.replace('-', '_'));
        if (lower.matches("0x[0-9a-f]{8}")) {
            long value = Long.parseLong(lower.substring(2), 16);
            all.add(lower.substring(2));
            all.add(String.valueOf(value));
            all.add(String.valueOf((int) value));
        }
        all.removeIf(n -> n.length() < Fragments.SHORTEST || n.startsWith("exit"));
        return all;
    }
}
