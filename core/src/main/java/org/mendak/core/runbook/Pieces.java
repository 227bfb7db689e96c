package org.mendak.core.runbook;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;

/** Collects the pieces of a section in their order. */
final class Pieces {

    private final List<Piece> list = new ArrayList<>();
    private boolean inList;

    /** Words as they were written; nothing if there are none. */
    Pieces words(String text, int line) {
        if (!text.isBlank()) {
            add(new Piece.Words(text, line));
        }
        return this;
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
            list.set(last, new Piece.Words(w.text() + "\n" + i.raw(), w.line()));
        } else {
            words(i.raw(), i.line());
            inList = true;
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
