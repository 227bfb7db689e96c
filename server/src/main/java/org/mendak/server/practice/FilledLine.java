package org.mendak.server.practice;

import java.util.List;
import org.mendak.core.language.CommandText.Kind;
import org.mendak.core.language.CommandText.Piece;

/**
 * A command as it is typed, put together from its pieces.
 *
 * @param text it, with the names of what nobody knows where that would stand
 * @param unknown the names of what nobody knows, or may not stand in it; empty if it can be typed
 */
record FilledLine(String text, List<String> unknown) {

    static FilledLine of(List<Piece> pieces) {
        StringBuilder text = new StringBuilder();
        pieces.forEach(p -> text.append(p.text()));
        return new FilledLine(
                text.toString(),
                pieces.stream()
                        .filter(p -> p.kind() != Kind.LITERAL && p.kind() != Kind.FILLED)
                        .map(Piece::name)
                        .toList());
    }

    boolean isWhole() {
        return unknown.isEmpty();
    }
}
