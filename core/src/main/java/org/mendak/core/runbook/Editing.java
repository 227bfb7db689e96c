package org.mendak.core.runbook;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/**
 * Changes a document in its parts, with the least difference: what a change is not about stays to the byte, line ends too. Every change
 * is read back before it counts: one that would make the document say anything else than what was asked for is refused.
 */
public final class Editing {

    /** As many changes as can be made in one go. */
    public static final int MOST = 50;

    private Editing() {}

    /**
     * A changed document.
     *
     * @param text the whole document; as it was if the change was refused
     * @param at the path of the part that was changed, added or moved; empty for the head, and for what is gone
     * @param refused why nothing was changed; empty if it was
     */
    public record Edited(String text, List<Integer> at, String refused) {
        public Edited {
            at = List.copyOf(at);
        }
    }

    /**
     * Makes changes one after the other: all, or none.
     *
     * @param edits at most {@link #MOST}; each path is of the document as those before have left it
     * @return never fails: what cannot be done is refused with a sentence for the author. Linear in the text for each
     */
    public static Edited apply(DocumentKind kind, String text, List<Edit> edits) {
        Edited now = new Edited(text, List.of(), "");
        if (edits.size() > MOST) {
            return new Edited(text, List.of(), "More than " + MOST + " changes at once.");
        }
        for (Edit e : edits) {
            now = apply(kind, now.text(), e);
            if (!now.refused().isEmpty()) {
                return new Edited(text, List.of(), now.refused());
            }
        }
        return now;
    }

    private static Edited apply(DocumentKind kind, String text, Edit edit) {
        OutlineReader.Read before = OutlineReader.read(kind, new Source(text)).orElse(null);
        if (before == null) {
            return new Edited(text, List.of(), "The head of the document cannot be read. Mend it in the source first.");
        }
        try {
            return edit instanceof Edit.Move m ? moved(kind, before, m) : tried(kind, before, edit);
        } catch (Refused e) {
            return new Edited(text, List.of(), e.getMessage());
        }
    }

    /** Step by step past each neighbour, so that each step is read back. */
    private static Edited moved(DocumentKind kind, OutlineReader.Read before, Edit.Move move) {
        OutlineReader.Read now = before;
        List<Integer> path = new ArrayList<>(move.path());
        if (path.isEmpty()) {
            throw new Refused("The head has no other place.");
        }
        int last = path.size() - 1;
        while (path.get(last) != move.to()) {
            int next = path.get(last) + Integer.signum(move.to() - path.get(last));
            Edited one = tried(kind, now, new Edit.Move(path, next));
            path.set(last, next);
            now = OutlineReader.read(kind, new Source(one.text())).orElseThrow();
        }
        return new Edited(now.source().text(), path, "");
    }

    /** The first way of writing it that is read back as what was meant. */
    private static Edited tried(DocumentKind kind, OutlineReader.Read before, Edit edit) {
        Writer writer = new Writer(before);
        for (boolean loose : new boolean[] {false, true}) {
            String text = writer.write(edit, loose);
            List<Integer> at = OutlineReader.read(kind, new Source(text))
                    .flatMap(after -> ReadBack.place(before.outline(), after.outline(), edit))
                    .orElse(null);
            if (at != null) {
                return new Edited(text, at, "");
            }
        }
        throw new Refused(refusal(edit));
    }

    private static String refusal(Edit edit) {
        Stream<String> typed = edit instanceof Edit.Put p
                ? p.values().stream()
                : edit instanceof Edit.Add a ? a.fields().values().stream().flatMap(List::stream) : Stream.of();
        String what = typed.filter(v -> !v.isBlank()).findFirst().orElse("");
        return what.isEmpty()
                ? "The document would say something else then. Change it in the source."
                : "\"" + (what.length() > 60 ? what.substring(0, 60) + "…" : what.strip())
                        + "\" would be read as something else here. Put it in other words"
                        + (what.indexOf('`') >= 0 ? " and without backticks" : "") + ", or write it in the source.";
    }

    /** A change that cannot be made; its message is for the author. */
    static final class Refused extends RuntimeException {
        private static final long serialVersionUID = 1;

        Refused(String message) {
            super(message);
        }
    }
}
