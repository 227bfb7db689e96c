package org.mendak.server.library;

import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import org.mendak.core.language.Titles;
import org.mendak.core.runbook.Piece;
import org.mendak.core.runbook.WithTitles;
import org.mendak.server.library.Sheets.PartLine;

/** Pieces of a document as they are read on its sheet, in the order in which they were written. */
final class Parts {

    private final Set<String> declared;
    private final Titles titles;
    private final List<PartLine> lines = new ArrayList<>();

    Parts(Set<String> declared, Titles titles) {
        this.declared = declared;
        this.titles = titles;
    }

    /** Text of the document with titles where values go. */
    String words(String text) {
        return WithTitles.text(text, declared, Map.of(), titles);
    }

    Parts words(Piece.Words w) {
        return add("words", "", words(w.text()));
    }

    /** A clause: its word, and what it says; CommonMark. */
    Parts said(String keyword, String text) {
        return add("said", keyword, words(text));
    }

    /** A clause that is something as it stands on a screen. */
    Parts shown(String keyword, String text) {
        return add("shown", keyword, text);
    }

    Parts add(String kind, String label, String text) {
        lines.add(new PartLine(kind, label, text, -1, List.of()));
        return this;
    }

    Parts item(int index, List<PartLine> below) {
        lines.add(new PartLine("item", "", "", index, below));
        return this;
    }

    List<PartLine> lines() {
        return lines;
    }

    /** The next of a list, said; nothing if the document has no more of them. */
    static <T> void next(Iterator<T> of, Function<T, Parts> say) {
        if (of.hasNext()) {
            say.apply(of.next());
        }
    }

    /** A sentence behind another; nothing if there is none. */
    static String behind(String joint, String text) {
        return text.isEmpty() ? "" : "; " + joint + text;
    }

    static String code(String text) {
        return text.isEmpty() ? "" : "`" + text + "`";
    }

    /** Minutes as a document has them. */
    static String minutes(double m) {
        return (m == Math.rint(m) ? String.valueOf((long) m) : String.valueOf(m)) + " min";
    }
}
