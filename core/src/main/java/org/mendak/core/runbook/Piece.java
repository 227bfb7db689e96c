package org.mendak.core.runbook;

import java.util.List;

/**
 * A piece of a document in the place where it was written. What the language has no word for is a piece too: nothing that somebody wrote is
 * ever left out of what others read.
 */
public sealed interface Piece {

    /** Words as they were written, CommonMark: prose, a list, a bullet without a meaning, what stands behind a clause. */
    record Words(String text, int line) implements Piece {}

    /** The next command of the step. */
    record Command() implements Piece {}

    /** The next of what this keyword makes in the model; {@link #NOTE} is the next of the clauses that are for reading alone. */
    record Clause(String keyword) implements Piece {

        /** A clause that is for reading alone, whatever its word. */
        public static final String NOTE = "Note";
    }

    /** The item of the model's list at this place, from 0, and what stands under it in the document. */
    record Item(int index, List<Piece> below) implements Piece {
        public Item {
            below = List.copyOf(below);
        }
    }
}
