package org.mendak.server.cases;

import java.util.ArrayList;
import java.util.List;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.Piece;

/** The words of a step by the command before which they were written: they are read where they stand. */
final class ToldWords {

    private final List<List<String>> byCommand = new ArrayList<>(List.of(new ArrayList<>()));

    ToldWords(Fix.Step s) {
        for (Piece p : s.pieces()) {
            if (p instanceof Piece.Command) {
                byCommand.add(new ArrayList<>());
            } else if (p instanceof Piece.Words w) {
                byCommand.get(byCommand.size() - 1).add(w.text());
            }
        }
    }

    /** The words directly before a command, from 0; those of a step without commands stand before the first. */
    String before(int command) {
        return String.join("\n\n", byCommand.get(command));
    }

    /** The words behind so many commands; empty if there are none. */
    String behind(int commands) {
        return String.join(
                "\n\n", byCommand.stream().skip(commands).flatMap(List::stream).toList());
    }
}
