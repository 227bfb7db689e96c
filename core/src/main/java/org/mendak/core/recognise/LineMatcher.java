package org.mendak.core.recognise;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Signature;

/** Looks closely at one line of a log: which of the messages and codes whose fragments stand in it are really there. */
final class LineMatcher {

    /** Bytes of a line that are looked at, and characters that are shown. */
    private static final int LOOKED_AT = 4_000;

    private static final int SHOWN = 400;
    private static final int MOST_MESSAGES = 40;
    /** The share of a message's weight that must stand in the line. */
    private static final float NEARLY = 0.85f;

    /** A known error in a line. */
    record Hit(KnownError error, Map<String, String> captures) {}

    /** What a line is. */
    record Line(List<Hit> errors, boolean looksLikeError, String shown, String message) {}

    private final ScanIndex index;
    private final Alignment.Tables tables = new Alignment.Tables();

    LineMatcher(ScanIndex index) {
        this.index = index;
    }

    Line match(byte[] buffer, int from, int to, List<Integer> fragments) {
        String text = decode(buffer, from, Math.min(to, from + LOOKED_AT));
        PreparedLine line = new PreparedLine(text);
        List<Hit> errors = new ArrayList<>();
        boolean error = false;
        int looked = 0;
        for (int k = 0; k < fragments.size(); k++) {
            int f = fragments.get(k);
            if (fragments.indexOf(f) < k) {
                continue;
            }
            error |= index.errorWord.get(f);
            for (ScanIndex.Message m : index.messages.get(f)) {
                if (looked++ < MOST_MESSAGES) {
                    Map<String, String> captures = message(line, m);
                    if (captures != null) {
                        add(errors, m.entry().error(), captures);
                    }
                }
            }
            if (!index.codes.get(f).isEmpty()) {
                code(text, index.codes.get(f), errors);
            }
        }
        String message = errors.isEmpty() && error ? text.substring(line.messageFrom()) : "";
        return new Line(errors, error, cut(text), message);
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
    private Map<String, String> message(PreparedLine line, ScanIndex.Message m) {
        float inOrder = m.inOrder(line.lower());
        if (inOrder < NEARLY) {
            return null;
        }
        for (PreparedText.Leave leave : PreparedText.Leave.values()) {
            ExactMatcher.Match match = ExactMatcher.find(m.entry().template(), line.prepared(leave));
            if (match != null) {
                return match.values();
            }
        }
        return isNearly(line, m) ? Map.of() : null;
    }

    /** Whether a pasted text like this would be recognised as this message. Words in logs are not misspelt. */
    private boolean isNearly(PreparedLine line, ScanIndex.Message m) {
        Resolved r = new Resolved(line.words(), m.segment(), 0);
        Alignment a = Alignment.of(m.entry(), m.segment(), r.tokens, 0, r.tokens.size(), tables);
        if (a.first < 0) {
            return false;
        }
        double[] f = Comparison.features(m.entry(), m.segment(), r.tokens, a, false);
        return f[Features.COVERAGE] >= NEARLY && 1 / (1 + Math.exp(-Weights.FITTED.score(f))) >= Recognition.RECOGNISED;
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
        private final PreparedText[] prepared = new PreparedText[PreparedText.Leave.values().length];
        private TextWords words;
        private String lower;

        PreparedLine(String text) {
            this.text = text;
        }

        PreparedText prepared(PreparedText.Leave leave) {
            int i = leave.ordinal();
            if (prepared[i] == null) {
                prepared[i] = PreparedText.of(text, leave);
            }
            return prepared[i];
        }

        TextWords words() {
            if (words == null) {
                words = new TextWords(text);
            }
            return words;
        }

        int messageFrom() {
            return LogPrefix.end(text, 0, text.length(), true);
        }

        String lower() {
            if (lower == null) {
                lower = text.toLowerCase(Locale.ROOT);
            }
            return lower;
        }
    }
}
