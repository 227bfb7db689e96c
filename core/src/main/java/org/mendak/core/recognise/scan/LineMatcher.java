package org.mendak.core.recognise.scan;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.mendak.core.recognise.codes.CodeHit;
import org.mendak.core.recognise.codes.CodeReader;
import org.mendak.core.recognise.exact.ExactMatcher;
import org.mendak.core.recognise.match.Alignment;
import org.mendak.core.recognise.match.Comparison;
import org.mendak.core.recognise.match.Features;
import org.mendak.core.recognise.match.Resolved;
import org.mendak.core.recognise.match.Weights;
import org.mendak.core.recognise.words.LogPrefix;
import org.mendak.core.recognise.words.PreparedText;
import org.mendak.core.recognise.words.TextWords;
import org.mendak.core.recognise.words.Words;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Signature;

/** Looks closely at one line of a log: which of the messages and codes whose fragments stand in it are really there. */
final class LineMatcher {

    /** Bytes of a line that are looked at, and characters that are shown. */
    private static final int LOOKED_AT = 4_000;

    private static final int SHOWN = 400;
    /** Messages that are compared with one line. */
    private static final int MOST_MESSAGES = 40;

    private static final int MOST_REMEMBERED = 10_000;

    /** A known error in a line. */
    record Hit(KnownError error, Map<String, String> captures) {}

    /** A line with known errors in it, or else one that looks like an error, with its message; {@code failure} unless its level says no. */
    record Line(List<Hit> errors, String shown, String message, boolean failure) {}

    private record Pair(ScanMessage message, String said) {}

    private final ScanIndex index;
    private final Alignment.Tables tables = new Alignment.Tables();
    private final LineGrams grams = new LineGrams();
    /** Whether a message is nearly what lines of the same words say. */
    private final Map<Pair, Boolean> nearly = new HashMap<>();

    LineMatcher(ScanIndex index) {
        this.index = index;
    }

    /**
     * Brings what is needed for fragments near, all at once.
     *
     * @return something that hangs on all of it
     */
    long touch(Occurrences found) {
        long all = 0;
        for (int i = 0; i < found.count; i++) {
            int first = index.firstMessage[found.fragments[i]];
            if (first < index.messages.length) {
                all += index.quick.touch(first);
            }
        }
        return all;
    }

    /** What the line between two places is, or null if it is of no interest; {@code found} is what stands in it. */
    Line match(byte[] buffer, int from, int to, Occurrences found) {
        int end = Math.min(to, from + LOOKED_AT);
        grams.read(buffer, from, end);
        PreparedLine line = null;
        List<Hit> errors = null;
        boolean error = false;
        int looked = 0;
        for (int k = 0; k < found.count; k++) {
            int f = found.fragments[k];
            if (isRepeated(found, k)) {
                continue;
            }
            for (int m = index.firstMessage[f]; m < index.firstMessage[f + 1] && looked < MOST_MESSAGES; m++) {
                if (index.quick.mayStandIn(m, grams)) {
                    looked++;
                    line = line == null ? new PreparedLine(decode(buffer, from, end)) : line;
                    Map<String, String> captures = message(line, index.messages[m]);
                    if (captures != null) {
                        errors = errors == null ? new ArrayList<>() : errors;
                        add(errors, index.messages[m].entry.error(), captures);
                    }
                }
            }
            error |= index.isErrorWord(f);
            if (!index.codes(f).isEmpty()) {
                line = line == null ? new PreparedLine(decode(buffer, from, end)) : line;
                errors = errors == null ? new ArrayList<>() : errors;
                code(line.text, index.codes(f), errors);
            }
        }
        boolean known = errors != null && !errors.isEmpty();
        if (!known && !error) {
            return null;
        }
        line = line == null ? new PreparedLine(decode(buffer, from, end)) : line;
        return new Line(
                known ? errors : List.of(),
                cut(line.text),
                known ? "" : line.text.substring(line.messageFrom()),
                !LogPrefix.isQuiet(line.text, line.messageFrom()));
    }

    private static boolean isRepeated(Occurrences found, int k) {
        for (int i = 0; i < k; i++) {
            if (found.fragments[i] == found.fragments[k]) {
                return true;
            }
        }
        return false;
    }

    private static void add(List<Hit> errors, KnownError e, Map<String, String> captures) {
        for (int i = 0; i < errors.size(); i++) {
            if (errors.get(i).error().key().equals(e.key())) {
                if (errors.get(i).captures().isEmpty()) {
                    errors.set(i, new Hit(e, captures));
                }
                return;
            }
        }
        errors.add(new Hit(e, captures));
    }

    private static void code(String text, List<KnownError> owners, List<Hit> errors) {
        List<CodeHit> codes = CodeReader.read(text, k -> true);
        for (KnownError e : owners) {
            boolean there = e.signatures().stream()
                    .filter(s -> s.kind() == Signature.Kind.CODE)
                    .map(s -> CodeReader.keyOfSignature(s.text()))
                    .anyMatch(key -> codes.stream().anyMatch(c -> c.key().equals(key)));
            if (there) {
                add(errors, e, Map.of());
            }
        }
    }

    /** The message's values if it is there, or null. */
    private Map<String, String> message(PreparedLine line, ScanMessage m) {
        // a message that begins with words is found wherever it begins; for one that begins with a value the prefix
        // must be off
        int first = m.exact().startsWithValue() ? 0 : PreparedLine.FORMS - 1;
        for (int i = first; i < PreparedLine.FORMS; i++) {
            PreparedText prepared = i > first && line.isSame(i) ? null : line.prepared(i);
            ExactMatcher.Match match = prepared == null ? null : ExactMatcher.find(m.exact(), prepared);
            if (match != null) {
                return match.values();
            }
        }
        if (!m.isInOrderIn(line.lower())) {
            return null;
        }
        if (nearly.size() >= MOST_REMEMBERED) {
            nearly.clear();
        }
        return nearly.computeIfAbsent(new Pair(m, line.said()), k -> isNearly(line, m)) ? Map.of() : null;
    }

    /** Whether a pasted text like this would be recognised as this message. Words in logs are not misspelt. */
    private boolean isNearly(PreparedLine line, ScanMessage m) {
        Resolved r = new Resolved(line.words(), m.segment, 0);
        Alignment a = Alignment.of(m.entry, m.segment, r.tokens, 0, r.tokens.size(), tables);
        if (a.first < 0) {
            return false;
        }
        // a line of a log is judged as it would be among others
        double[] f = Comparison.features(m.entry, m.segment, r.tokens, a, true);
        return f[Features.COVERAGE] >= ScanMessage.NEARLY
                && 1 / (1 + Math.exp(-Weights.FITTED.score(f))) >= Weights.RECOGNISED;
    }

    private static String decode(byte[] buffer, int from, int to) {
        int end = to > from && buffer[to - 1] == '\r' ? to - 1 : to;
        boolean ascii = true;
        for (int i = from; i < end; i++) {
            ascii &= buffer[i] >= 0;
        }
        if (ascii) {
            return new String(buffer, from, end - from, StandardCharsets.ISO_8859_1);
        }
        try {
            return StandardCharsets.UTF_8
                    .newDecoder()
                    .onMalformedInput(CodingErrorAction.REPORT)
                    .decode(ByteBuffer.wrap(buffer, from, end - from))
                    .toString();
        } catch (CharacterCodingException e) {
            return new String(buffer, from, end - from, StandardCharsets.ISO_8859_1);
        }
    }

    static String shown(byte[] buffer, int from, int to) {
        return cut(decode(buffer, from, Math.min(to, from + LOOKED_AT)));
    }

    private static String cut(String text) {
        if (text.length() <= SHOWN) {
            return text;
        }
        int end = Character.isHighSurrogate(text.charAt(SHOWN - 1)) ? SHOWN - 1 : SHOWN;
        return text.substring(0, end) + "\u2026";
    }

    /** A line with what is made of it only when it is needed. */
    private static final class PreparedLine {
        private final String text;
        /** Without the whole prefix, without what is one for sure, and as it is. */
        static final int FORMS = 3;

        private final PreparedText[] prepared = new PreparedText[FORMS];
        private final int[] from = {-1, -1, 0};
        private TextWords words;
        private String lower;
        private String said;

        PreparedLine(String text) {
            this.text = text;
        }

        /** Whether a form is the same as the one before. */
        boolean isSame(int form) {
            return from(form) == from(form - 1);
        }

        PreparedText prepared(int form) {
            if (prepared[form] == null) {
                prepared[form] = PreparedText.of(text, from(form));
            }
            return prepared[form];
        }

        private int from(int form) {
            if (from[form] < 0) {
                from[form] = LogPrefix.end(text, 0, text.length(), form == 0);
            }
            return from[form];
        }

        TextWords words() {
            if (words == null) {
                words = new TextWords(text);
            }
            return words;
        }

        int messageFrom() {
            return from(0);
        }

        /** Its words, figures aside: all that the answer hangs on, so that it does not hang on which line came first. */
        String said() {
            if (said == null) {
                StringBuilder all = new StringBuilder(text.length());
                for (Words.Word w : words().words) {
                    boolean figures = Character.isDigit(w.text().charAt(0))
                            && w.text().chars().allMatch(Character::isDigit);
                    all.append(figures ? "#" : w.text()).append(' ');
                }
                said = all.toString();
            }
            return said;
        }

        String lower() {
            if (lower == null) {
                lower = text.toLowerCase(Locale.ROOT);
            }
            return lower;
        }
    }
}
