package org.mendak.core.runbook;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** Collects the pieces of a section in their order. */
final class Pieces {

    /** A fence wherever it stands, in a list or a quote too. */
    private static final Pattern FENCE = Pattern.compile(
            "(?m)^[\\s>]*(?:[-*+]|\\d+[.)])?\\s*(`{3,}|~{3,})[^\\n]*(?:\\n(?s:.*?)(?:^[\\s>]*\\1[^\\n]*$|\\z)|\\z)");

    private final List<Piece> list = new ArrayList<>();
    private final Problems heldBack;
    private boolean inList;

    Pieces() {
        this(null);
    }

    /**
     * Of a fix that destroys something: a command among its words could not be held back before the gate, so it is left out of them and told.
     *
     * @param heldBack who is told; null if nothing is held back
     */
    Pieces(Problems heldBack) {
        this.heldBack = heldBack;
    }

    /** Words as they were written; nothing if there are none. */
    Pieces words(String written, int line) {
        String text = held(written, line);
        if (!text.isBlank()) {
            add(new Piece.Words(text, line));
        }
        return this;
    }

    private String held(String text, int line) {
        if (heldBack == null || !FENCE.matcher(text).find()) {
            return text;
        }
        heldBack.error(
                line,
                1,
                "a command among words could not be held back before its gate, so it is shown nowhere",
                "put it directly under its step's heading, not into a list or before the first step");
        return FENCE.matcher(text).replaceAll("").stripTrailing();
    }

    /** A bullet that means nothing here, with what stands under it. */
    Pieces asWritten(Body.Clause c) {
        return words(
                c.raw() + (c.more().isEmpty() ? "" : "\n\n" + c.more().indent(2).stripTrailing()), c.line());
    }

    /** A numbered item that means nothing here; it stays in its list. */
    Pieces asWritten(Body.Item i) {
        int last = list.size() - 1;
        if (inList && list.get(last) instanceof Piece.Words w) {
            list.set(last, new Piece.Words(w.text() + "\n" + held(i.raw(), i.line()), w.line()));
        } else {
            int before = list.size();
            words(i.raw(), i.line());
            inList = list.size() > before;
        }
        return this;
    }

    /** A block that means nothing here. */
    Pieces asWritten(Body.Block b) {
        if (b instanceof Body.Clause c) {
            return asWritten(c);
        }
        if (b instanceof Body.Item i) {
            return asWritten(i);
        }
        if (b instanceof Body.Fenced f) {
            return words(f.raw(), f.fence().line() - 1);
        }
        Body.Prose p = (Body.Prose) b;
        return words(p.text(), p.line());
    }

    Pieces add(Piece p) {
        list.add(p);
        inList = false;
        return this;
    }

    List<Piece> list() {
        return list;
    }

    /** All the words, one under the other. */
    static String words(List<Piece> pieces) {
        return pieces.stream()
                .filter(Piece.Words.class::isInstance)
                .map(p -> ((Piece.Words) p).text())
                .collect(Collectors.joining("\n\n"));
    }
}
