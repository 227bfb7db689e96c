package org.mendak.core.recognise.scan;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.mendak.core.language.Template;
import org.mendak.core.recognise.match.Segment;
import org.mendak.core.recognise.words.PreparedText;
import org.mendak.core.recognise.words.Words;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Signature;

/**
 * What to look for in logs: of every message its rarest literal fragment, of every code its notations, and the words that make a line
 * look like an error. Immutable; made once for a library.
 */
public final class ScanIndex {

    /** Bytes of a fragment. */
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

    final Fragments fragments;
    final QuickCheck quick;
    /** By number: the messages, those of a fragment behind one another. */
    final ScanMessage[] messages;
    /** By fragment: the number of its first message; one more for the end. */
    final int[] firstMessage;

    private final BitSet errorWords = new BitSet();
    private final BitSet coded = new BitSet();
    private final List<Fragment> all = new ArrayList<>();
    private final Map<String, Integer> numbers = new HashMap<>();

    /** What is looked for, with the messages and the known errors' codes that have it. */
    private static final class Fragment {
        final String text;
        final List<ScanMessage> messages = new ArrayList<>(1);
        final List<KnownError> codes = new ArrayList<>(0);

        Fragment(String text) {
            this.text = text;
        }
    }

    public ScanIndex(List<Segment> segments, Set<String> hidden) {
        Rarity rarity = new Rarity();
        for (Segment s : segments) {
            for (Segment.Entry e : s.entries) {
                if (e.signature().kind() == Signature.Kind.MESSAGE
                        && !(s == segments.get(0) && hidden.contains(e.error().key()))) {
                    message(s, e);
                    e.template().parts().forEach(p -> count(p, rarity));
                }
            }
        }
        for (Segment s : segments) {
            s.codes((text, owner) -> {
                if (s != segments.get(0) || !hidden.contains(owner.key())) {
                    notations(text).forEach(n -> fragment(cut(n)).codes.add(owner));
                }
            });
        }
        ERROR_WORDS.forEach(w -> errorWords.set(all.indexOf(fragment(w))));
        fragments = new Fragments(
                all.stream().map(f -> f.text.getBytes(StandardCharsets.UTF_8)).toList(), rarity);
        List<ScanMessage> ordered = new ArrayList<>();
        firstMessage = new int[all.size() + 1];
        for (int f = 0; f < all.size(); f++) {
            ordered.addAll(all.get(f).messages);
            firstMessage[f + 1] = ordered.size();
            coded.set(f, !all.get(f).codes.isEmpty());
        }
        messages = ordered.toArray(new ScanMessage[0]);
        quick = new QuickCheck(ordered);
    }

    /** The known errors that have a fragment as a code. */
    List<KnownError> codes(int fragment) {
        return coded.get(fragment) ? all.get(fragment).codes : List.of();
    }

    boolean isErrorWord(int fragment) {
        return errorWords.get(fragment);
    }

    private Fragment fragment(String text) {
        return all.get(numbers.computeIfAbsent(text, t -> {
            all.add(new Fragment(t));
            return all.size() - 1;
        }));
    }

    List<String> texts() {
        return all.stream().map(f -> f.text).toList();
    }

    private static void count(Template.Part part, Rarity rarity) {
        if (part instanceof Template.Literal l) {
            rarity.count(l.text().toLowerCase(Locale.ROOT).getBytes(StandardCharsets.UTF_8));
        }
    }

    private void message(Segment segment, Segment.Entry entry) {
        String best = "";
        double most = 0;
        for (Template.Part p : entry.template().parts()) {
            if (p instanceof Template.Literal l) {
                for (String f : runs(l.text())) {
                    double worth = worth(f, segment);
                    if (worth > most) {
                        most = worth;
                        best = f;
                    }
                }
            }
        }
        if (!best.isEmpty()) { // else its literals are too short to be looked for
            ScanMessage m = new ScanMessage(segment, entry);
            for (String f : cases(best)) {
                fragment(f).messages.add(m);
            }
        }
    }

    /** As it is, in small letters and in capitals; ASCII letters are small in all, and a fragment of those alone is one. */
    private static Set<String> cases(String fragment) {
        Set<String> all = new LinkedHashSet<>();
        all.add(fragment);
        if (fragment.chars().anyMatch(c -> c >= 128)) {
            all.add(cut(smallAscii(fragment.toLowerCase(Locale.ROOT))));
            all.add(cut(smallAscii(fragment.toUpperCase(Locale.ROOT))));
        }
        return all;
    }

    private static String smallAscii(String text) {
        StringBuilder s = new StringBuilder(text);
        for (int i = 0; i < s.length(); i++) {
            char c = s.charAt(i);
            if (c >= 'A' && c <= 'Z') {
                s.setCharAt(i, (char) (c + 32));
            }
        }
        return s.toString();
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

    /** Runs of whole words of a literal, with small ASCII letters, that can be looked for. */
    private static List<String> runs(String literal) {
        Set<String> runs = new LinkedHashSet<>();
        String text = smallAscii(literal);
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
                String cut = cut(run);
                if (!plain || cut.length() < run.length() && k > i) {
                    break;
                }
                if (run.length() >= Fragments.SHORTEST) {
                    runs.add(cut);
                }
            }
        }
        return new ArrayList<>(runs);
    }

    /** As many characters as have {@link #LONGEST} bytes together. */
    private static String cut(String text) {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        if (bytes.length <= LONGEST) {
            return text;
        }
        int end = LONGEST;
        while ((bytes[end] & 0xC0) == 0x80) {
            end--; // in the middle of a character
        }
        return new String(bytes, 0, end, StandardCharsets.UTF_8);
    }

    /** White space and quotation marks may stand otherwise in the log. */
    private static boolean isGap(char c) {
        return PreparedText.isLeftOut(c);
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
