package org.mendak.core.shapes;

import java.util.Collection;
import org.mendak.core.language.Proposal;
import org.mendak.core.language.ValueType;

/** What a value looks like, from what stood in its place so far: narrow where all are of one kind, wide where words may come. */
final class HoleType {

    private HoleType() {}

    static ValueType of(Collection<String> values, String before, String behind) {
        ValueType all = null;
        boolean one = true;
        boolean blanks = false;
        for (String v : values) {
            ValueType t = looks(v);
            one &= all == null || all == t;
            all = all == null ? t : all;
            blanks |= v.chars().anyMatch(Character::isWhitespace) && t == ValueType.WORD;
        }
        if (all == null) {
            return ValueType.TEXT;
        }
        if (one && all != ValueType.WORD) {
            return all;
        }
        // between marks or at the line's end whatever comes next is still within the value
        boolean closed = behind.strip().isEmpty() || !before.isEmpty() && !behind.isEmpty() && isMark(before, behind);
        return blanks || closed || !one ? ValueType.TEXT : ValueType.WORD;
    }

    private static boolean isMark(String before, String behind) {
        return "\"'`\u201c\u00ab(<[".indexOf(before.charAt(before.length() - 1)) >= 0
                && "\"'`\u201d\u00bb)>]".indexOf(behind.charAt(0)) >= 0;
    }

    private static ValueType looks(String value) {
        var tokens = Proposal.of(value).stream()
                .flatMap(l -> l.tokens().stream())
                .filter(t -> !t.type().isEmpty())
                .toList();
        return tokens.size() == 1 ? ValueType.named(tokens.get(0).type()).orElse(ValueType.WORD) : ValueType.WORD;
    }
}
